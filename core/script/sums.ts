import type { Condition, Demo, DemoBench, Good, Item, Venue } from '../show';
import { levelValue, settingValue, type Around } from './settings';

/** A value that goes into a bench: a number in its unit, a word, or numbers. */
export type SumValue = number | string | readonly number[];

/** What a demo's bench works out for an item of a show, at one level of its series. */
export interface Sum {
  held: DemoBench;
  /** The bench by its name, and what it is asked. */
  title: string;
  question: string;
  /** Why it cannot be worked out; then it gives nothing. */
  refused?: string;
  values: Readonly<Record<string, SumValue>>;
  /** What goes in that the venue or the stores said: "18 °C". */
  taken: readonly { label: string; says: string; from: string }[];
  verdict: string;
  /** It will not work like this: what mends it. */
  fails?: string;
  findings: readonly { level: 'note' | 'caution' | 'stop'; says: string; always?: true }[];
  /** In the base unit of each good. */
  amounts: readonly { goodId: string; amount: number }[];
  /** What has to hold before doors for this to be so. */
  conditions: readonly Condition[];
  /** What the demo's reading is thought to be. */
  foretold?: { label: string; value: number | string; unit: string };
}

/** What a parameter of the demo is played at. */
export type PlayedAt = (parameterId: string) => { value?: number; name?: string };

/**
 * Works out the benches that a demo holds, where the show is. The script is told how by whoever reads it: the screens of
 * a running show do without, and load none of the benches.
 */
export type Sums = (
  demo: Demo,
  around: { venue: Venue; goods: ReadonlyMap<string, Good> },
  at: PlayedAt,
) => Sum[];

/** How an item is looked at: with which dose, where one is taken from a series; and with its benches worked out, or not. */
export interface Playing {
  dose?: 'likeliest' | 'largest';
  reckon?: ((demo: Demo, at: PlayedAt) => Sum[]) | undefined;
}

/** The sums of an item, by level of its series; one entry where it has none. Empty where its demo holds no bench. */
export function sumsOf(
  demo: Demo,
  item: Item,
  { levelsOf }: Around,
  { reckon, dose = 'likeliest' }: Playing,
): Sum[][] {
  if (!reckon || !demo.benches?.length) return [];
  const set: PlayedAt = (id) => settingValue(demo, item, id, levelsOf, dose);
  const { series } = item;
  if (!series) return [reckon(demo, set)];
  const parameter = demo.parameters?.find((p) => p.id === series.parameterId);
  return series.levels.map((level) => {
    const value = levelValue(parameter, level);
    const at = value === undefined ? { name: level } : { value };
    return reckon(demo, (id) => (id === series.parameterId ? at : set(id)));
  });
}

/**
 * The demo with what its benches say: amounts in place of its own, by level where they differ, unless its variant has an
 * amount of its own; limits among its checks; standing cautions among its own. Pure.
 */
export function withSums(demo: Demo, sums: readonly Sum[][], own: ReadonlySet<string>): Played {
  if (!sums.length) return demo;
  const all = sums.flat();
  return {
    ...demo,
    consumables: demo.consumables.map((need) => {
      const byLevel = sums.map((level) => amountOf(level, need.goodId));
      if (own.has(need.goodId) || byLevel.every((amount) => amount === undefined)) return need;
      const amounts = byLevel.map((amount) => amount ?? need.amount);
      const { scalesWith: _scalesWith, ...rest } = need;
      const alike = amounts.every((amount) => amount === amounts[0]);
      return alike ? { ...rest, amount: amounts[0]! } : { ...rest, amount: 1, levels: amounts };
    }),
    conditions: [...demo.conditions, ...uniqueBy(all.flatMap((s) => s.conditions))],
    cautions: [
      ...new Set([
        ...demo.cautions,
        ...all.flatMap((s) => s.findings.filter((f) => f.always).map((f) => f.says)),
      ]),
    ],
  };
}

/** A demo as played: a need may say by level of the series how many times its amount each takes. */
export type Played = Omit<Demo, 'consumables'> & { consumables: PlayedNeed[] };
type PlayedNeed = Demo['consumables'][number] & { levels?: readonly number[] };

const amountOf = (sums: readonly Sum[], goodId: string) =>
  sums.flatMap((s) => s.amounts.filter((a) => a.goodId === goodId)).at(0)?.amount;

/** Levels of one bench ask for one thing to hold: the narrowest bounds of them; where none is in all, each stays by itself. */
function uniqueBy(conditions: readonly Condition[]): Condition[] {
  const byId = new Map<string, Condition>();
  for (const c of conditions) {
    const was = byId.get(c.id);
    const min = Math.max(was?.min ?? -Infinity, c.min ?? -Infinity);
    const max = Math.min(was?.max ?? Infinity, c.max ?? Infinity);
    const id = min > max ? `${c.id}-${byId.size}` : c.id;
    if (min > max) byId.set(id, { ...c, id });
    else
      byId.set(id, {
        ...c,
        ...(min > -Infinity && { min }),
        ...(max < Infinity && { max }),
      });
  }
  return [...byId.values()];
}
