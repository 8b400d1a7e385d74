import { withUnit, type Script, type ScriptItem } from '../script';
import type { Item } from '../show';
import { AS_PLANNED, isAsPlanned, type GoSettings, type ItemState } from './slices/stage';

/** An item's resolution lasts as long as its state; states are never changed, only replaced. */
const known = new WeakMap<Script, WeakMap<object, ScriptItem | undefined>>();

/**
 * An item as the go under way plays it: of a choice, what the audience picked of it, undefined until it has; with its
 * stand-by demo where that was put on; with the doses taken over from what was seen, and what was changed for this go.
 */
export const playedAs = (script: Script, state: ItemState): ScriptItem | undefined =>
  resolvedOnce(script, state, () =>
    resolved(script, state, state.goSettings, state.goShowing ?? nextShowing(script, state)),
  );

/** An item as one attempt at it was played, by its place from 0: with what was changed for that attempt. */
export function playedAt(script: Script, state: ItemState, attempt: number): ScriptItem | undefined {
  const made = state.attempts[attempt];
  if (!made || (isAsPlanned(made.settings) && isAsPlanned(state.goSettings))) return playedAs(script, state);
  return resolvedOnce(script, made, () =>
    resolved(script, state, made.settings, showingOf(script, state, attempt)),
  );
}

function resolvedOnce(
  script: Script,
  key: object,
  resolve: () => ScriptItem | undefined,
): ScriptItem | undefined {
  const mine = known.get(script) ?? new WeakMap<object, ScriptItem | undefined>();
  known.set(script, mine);
  if (!mine.has(key)) mine.set(key, resolve());
  return mine.get(key);
}

function resolved(
  script: Script,
  { itemId, chosen, standBy, doses }: ItemState,
  changed: GoSettings,
  showing: number,
): ScriptItem | undefined {
  const planned = script.byItem.get(itemId);
  const picked = planned?.options
    ? planned.options.find(({ source: scripted }) => scripted.demo?.id === chosen)?.source
    : planned;
  const insteadOf = (one: ScriptItem) => resolvedOnce(script, one, () => instead(script, one))!;
  if (!planned || !picked) return standBy ? planned && insteadOf(planned) : picked;
  const base = standBy ? insteadOf(picked) : picked;
  const own = standBy ? [] : doses;
  const { parameters, variantId } = changed;
  if (own.length + parameters.length === 0 && variantId === undefined) return base;
  const { variantId: plannedVariant, series, ...item } = base.item;
  const variant = variantId === undefined ? plannedVariant : (variantId ?? undefined);
  const set = [...own, ...parameters.map(({ once: _once, ...setting }) => setting)];
  const ofSeries = parameters.find((p) => p.parameterId === series?.parameterId);
  return script.resolve(
    {
      ...item,
      settings: [
        ...(item.settings ?? []).filter((s) => !set.some((p) => p.parameterId === s.parameterId)),
        ...set,
      ],
      ...(variant !== undefined && { variantId: variant }),
      ...(series && {
        series: ofSeries
          ? { ...series, levels: series.levels.map((l, i) => (i === showing ? levelText(ofSeries) : l)) }
          : series,
      }),
    },
    base.index,
  );
}

const levelText = ({ name, value }: { name?: string; value?: number }) => name ?? String(value ?? '');

/** The stand-by demo in the place of an item's own, as it is usually played. */
function instead(script: Script, scripted: ScriptItem): ScriptItem {
  const {
    series: _series,
    settings: _settings,
    variantId: _variant,
    options: _options,
    ...plain
  } = scripted.item;
  const demo = standByOf(script, scripted);
  const item: Item = {
    ...plain,
    kind: 'demo',
    ...(demo && { demoId: demo.id, title: demo.title, showings: demo.showings, retries: demo.retries }),
  };
  return script.resolve(item, scripted.index);
}

/** The demo that goes on if an item is no-go; undefined where none is named. */
export function standByOf({ file }: Script, { demo }: Pick<ScriptItem, 'demo'>) {
  return file.demos.find((d) => d.id === demo?.standByDemoId);
}

/** What the audience may pick from in the item on stage, while it has not picked yet; empty otherwise. The likeliest first. */
export function toPick(script: Script, item: ItemState): { demoId: string; title: string }[] {
  const { options = [] } = script.byItem.get(item.itemId) ?? {};
  if (item.standBy || options.some(({ source: scripted }) => scripted.demo?.id === item.chosen)) return [];
  return [...options]
    .sort((a, b) => b.share - a.share)
    .flatMap(({ source: scripted }) =>
      scripted.demo ? [{ demoId: scripted.demo.id, title: scripted.demo.title }] : [],
    );
}

/** What came of an item so far, and what may still be tried. */
export interface Tally {
  /** Attempts that worked, in full or partly, and that failed. */
  worked: number;
  failed: number;
  /** Showings, from 0, that are over: they worked, or failed where a failure ends one. */
  over: ReadonlySet<number>;
  shown: number;
  showings: number;
  retriesLeft: number;
}

/** Counts what came of an item: attempts by outcome, and showings once each, however often they were tried. */
export function tally(script: Script, state: ItemState): Tally {
  const played = resolved(script, { ...state, doses: [] }, AS_PLANNED, 0) ?? script.byItem.get(state.itemId);
  const worked = state.attempts.filter((a) => a.outcome === 'worked' || a.outcome === 'partly').length;
  const failed = state.attempts.filter((a) => a.outcome === 'failed').length;
  const showings = played?.item.showings ?? 1;
  const over = new Set(
    showingsOver(script, state, showings).flatMap(({ showing, ends }) => (ends ? [showing] : [])),
  );
  const retriesLeft = Math.max(
    0,
    (played?.item.retries ?? 0) - Math.max(0, failed - (state.attempts.at(-1)?.outcome === 'failed' ? 1 : 0)),
  );
  return { worked, failed, over, shown: over.size, showings, retriesLeft };
}

/** The showing of each attempt, and whether its outcome ends that showing. */
function showingsOver(
  script: Script,
  state: ItemState,
  showings: number,
): { showing: number; ends: boolean }[] {
  const failureEnds = goesOn(script, state);
  const over = new Set<number>();
  return state.attempts.map(({ outcome, showing: named }) => {
    // Older logs name no showing: there every attempt is at the first one that is not over.
    const showing = Math.min(named ?? over.size, showings - 1);
    const ends = outcome === 'worked' || outcome === 'partly' || (outcome === 'failed' && failureEnds);
    if (ends) over.add(named ?? over.size);
    return { showing, ends };
  });
}

/** The first showing, from 0, that is not over. */
function nextShowing(script: Script, state: ItemState): number {
  const { over, showings } = tally(script, state);
  let showing = 0;
  while (over.has(showing)) showing++;
  return Math.min(showing, showings - 1);
}

/** The showing, from 0, that the go under way is for; of one that is closed, the showing it was for. */
export function showingNow(script: Script, state: ItemState): number {
  if (state.closed) return showingOf(script, state, state.attempts.length - 1);
  return state.goShowing ?? nextShowing(script, state);
}

/** Whether a failed showing of the item is neither tried again nor ends it. */
export const goesOn = (script: Script, state: ItemState): boolean =>
  !state.standBy && script.byItem.get(state.itemId)?.item.series?.onFail === 'go on';

/** The planned level of a series at a showing, from 0; undefined without a series. */
export const levelAt = (script: Script, state: ItemState, showing: number): string | undefined =>
  state.standBy ? undefined : script.byItem.get(state.itemId)?.item.series?.levels[showing];

/** The level of a series at which an attempt was made, by its place from 0: planned, or changed for it. Undefined without a series. */
export function levelOf(script: Script, state: ItemState, attempt: number): string | undefined {
  const { series } = script.byItem.get(state.itemId)?.item ?? {};
  const own = state.attempts[attempt]?.settings.parameters.find((p) => p.parameterId === series?.parameterId);
  return own && !state.standBy ? levelText(own) : levelAt(script, state, showingOf(script, state, attempt));
}

/** The showing, from 0, that an attempt was made at, by its place from 0. */
export function showingOf(script: Script, state: ItemState, attempt: number): number {
  const { showings } = tally(script, state);
  return showingsOver(script, state, showings)[attempt]?.showing ?? 0;
}

/** A level of an item's series with its parameter's name and unit: "5 pumps", "bottle 1.5 L", "candles: 3". */
export function levelWords(script: Script, state: ItemState, level: string): string {
  const { item, demo } = script.byItem.get(state.itemId) ?? {};
  const parameter = demo?.parameters?.find((p) => p.id === item?.series?.parameterId);
  if (!parameter) return level;
  const { title, unit } = parameter;
  // A unit that says what it counts needs no name beside it: "5 pumps".
  if (unit && !parameter.names && title.toLowerCase().includes(unit.toLowerCase())) return `${level} ${unit}`;
  return `${lowerFirst(title)}${unit && !parameter.names ? '' : ':'} ${withUnit(parameter, level)}`;
}

/** A title within a sentence; an abbreviation keeps its capitals. */
const lowerFirst = (title: string): string =>
  /^[A-Z](?![a-z])/.test(title) ? title : title.charAt(0).toLowerCase() + title.slice(1);
