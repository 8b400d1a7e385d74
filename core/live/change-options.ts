import { withUnit, type Script } from '../script';
import type { Parameter } from '../show';
import type { Happening } from './events';
import { onceMore } from './moves';
import { playedAs } from './played';
import type { ItemState } from './slices/stage';

/** What the next go may be played with instead, and what to record for each. */
export interface ChangeOption {
  /** "Bottle: 1.5 L": what it is at now. */
  title: string;
  values: { label: string; does: readonly Happening[] }[];
}

/** Shares of the present value that are offered of a number. Common practice: half, a quarter less or more, double. */
const STEPS = [0.5, 0.75, 1.25, 1.5, 2];
/** Whole numbers up to here are counts. From memory. */
const MOST_COUNTED = 20;
/** No more values than one finds at a glance. */
const MOST_VALUES = 8;

/**
 * What can be changed for one more go at an item: its variants and parameters, each with its values, and "something else".
 * Where the go under way has an outcome, choosing one begins the next go with it, as one press. Pure.
 */
export function changeOptions(script: Script, item: ItemState): ChangeOption[] {
  const { item: played, demo } = playedAs(script, item) ?? {};
  if (!played || !demo) return [];
  const { itemId } = item;
  const first: readonly Happening[] = item.closed ? [onceMore(script, item)] : [];
  const change = (body: Omit<Extract<Happening, { kind: 'setting changed' }>['body'], 'itemId'>) => [
    ...first,
    { kind: 'setting changed' as const, body: { itemId, ...body } },
  ];
  const { variants = [], parameters = [] } = demo;
  const variant = variants.find((v) => v.id === played.variantId);
  const showing = item.closed ? item.attempts.at(-1)?.showing : item.goShowing;
  const ofVariants: ChangeOption[] = variants.length
    ? [
        {
          title: `Variant: ${variant?.title ?? 'as written'}`,
          values: [
            ...(variant ? [{ label: 'As written', does: change({ variantId: null }) }] : []),
            ...variants
              .filter((v) => v.id !== variant?.id)
              .map(({ id, title }) => ({ label: title, does: change({ variantId: id }) })),
          ],
        },
      ]
    : [];
  const ofParameters = parameters.flatMap((parameter): ChangeOption[] => {
    const inSeries = played.series?.parameterId === parameter.id;
    const setting = played.settings?.find((s) => s.parameterId === parameter.id);
    const level = inSeries ? played.series?.levels[showing ?? 0] : undefined;
    const now = level ?? setting?.name ?? setting?.value ?? parameter.names?.[0] ?? parameter.usual;
    const values = valuesOf(parameter, now, inSeries ? (played.series?.levels ?? []) : []);
    if (values.length === 0) return [];
    const parameterId = parameter.id;
    return [
      {
        title: now === undefined ? parameter.title : `${parameter.title}: ${withUnit(parameter, now)}`,
        values: values.map((value) => ({
          label: withUnit(parameter, value),
          does: change({
            parameterId,
            ...(typeof value === 'number' ? { value } : { name: value }),
            // The level of a series is that of its showing alone.
            ...(inSeries && { once: true }),
          }),
        })),
      },
    ];
  });
  const other = {
    title: 'Something else',
    values: [{ label: 'Something else', does: change({ other: true, once: true }) }],
  };
  return [...ofVariants, ...ofParameters, other];
}

/** Other values of a parameter: its names, else numbers around the present one and the levels of its series. */
function valuesOf(
  { title, unit, names, usual, min = 0, max = Infinity }: Parameter,
  now: string | number | undefined,
  levels: readonly string[],
): (string | number)[] {
  if (names) return names.filter((name) => name !== now).slice(0, MOST_VALUES);
  const present = Number(now ?? usual);
  if (!(present > 0)) return [];
  const known = [...levels.map(Number), ...(usual === undefined ? [] : [usual])];
  // What is counted has no halves: candles, pumps.
  const isCount = !unit || title.toLowerCase().includes(unit.toLowerCase());
  const isCounted =
    isCount && [present, ...known].every((value) => Number.isInteger(value) && value <= MOST_COUNTED);
  const around = isCounted
    ? [present - 2, present - 1, present + 1, present + 2]
    : STEPS.map((step) => Number((present * step).toPrecision(2)));
  const all = [...known, ...around].filter(
    (value) => value > 0 && value >= min && value <= max && value !== present,
  );
  return [...new Set(all)]
    .sort((a, b) => Math.abs(a - present) - Math.abs(b - present))
    .slice(0, MOST_VALUES)
    .sort((a, b) => a - b);
}
