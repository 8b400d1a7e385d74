import type { Script, ScriptItem } from '../script';
import type { Item } from '../show';
import type { ItemState } from './slices/stage';

/** An item's resolution lasts as long as its state; states are never changed, only replaced. */
const known = new WeakMap<Script, WeakMap<ItemState, ScriptItem | undefined>>();

/**
 * An item as it is played: of a choice, what the audience picked of it, undefined until it has; with its stand-by demo
 * where that was put on; and with the doses taken over from what was seen.
 */
export function playedAs(script: Script, state: ItemState): ScriptItem | undefined {
  const mine = known.get(script) ?? new WeakMap<ItemState, ScriptItem | undefined>();
  known.set(script, mine);
  if (!mine.has(state)) mine.set(state, resolved(script, state));
  return mine.get(state);
}

function resolved(script: Script, { itemId, chosen, standBy, doses }: ItemState): ScriptItem | undefined {
  const planned = script.byItem.get(itemId);
  const picked = planned?.options
    ? planned.options.find(({ source: scripted }) => scripted.demo?.id === chosen)?.source
    : planned;
  if (!planned || !picked) return standBy ? planned && instead(script, planned) : picked;
  if (standBy) return instead(script, picked);
  if (doses.length === 0) return picked;
  const settings = [
    ...(picked.item.settings ?? []).filter((s) => !doses.some((d) => d.parameterId === s.parameterId)),
    ...doses,
  ];
  return script.resolve({ ...picked.item, settings }, picked.index);
}

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

/** How many showings have worked, how many attempts failed, and whether it may be tried or shown again. */
export function tally(script: Script, state: ItemState) {
  const item = playedAs(script, state)?.item ?? script.byItem.get(state.itemId)?.item;
  const worked = state.attempts.filter((a) => a.outcome === 'worked' || a.outcome === 'partly').length;
  const failed = state.attempts.filter((a) => a.outcome === 'failed').length;
  const showings = item?.showings ?? 1;
  const retriesLeft = Math.max(
    0,
    (item?.retries ?? 0) - Math.max(0, failed - (state.attempts.at(-1)?.outcome === 'failed' ? 1 : 0)),
  );
  // Where a failed showing ends nothing, it was shown as well as one that worked.
  const shown = goesOn(script, state) ? worked + failed : worked;
  return { worked, failed, shown, showings, retriesLeft };
}

/** Whether a failed showing of the item is neither tried again nor ends it. */
export const goesOn = (script: Script, state: ItemState): boolean =>
  !state.standBy && script.byItem.get(state.itemId)?.item.series?.onFail === 'go on';

/** The level of a series that is on at this showing, from 0; undefined without a series. */
export const levelAt = (script: Script, state: ItemState, showing: number): string | undefined =>
  state.standBy ? undefined : script.byItem.get(state.itemId)?.item.series?.levels[showing];

/** The level of a series at which an attempt was made, by its place from 0; undefined without a series. */
export const levelOf = (script: Script, state: ItemState, attempt: number): string | undefined =>
  levelAt(script, state, showingOf(script, state, attempt));

/** The showing, from 0, that an attempt was made at, by its place from 0. */
export function showingOf(script: Script, state: ItemState, attempt: number): number {
  const before = { ...state, attempts: state.attempts.slice(0, attempt) };
  const { shown, showings } = tally(script, before);
  return Math.min(shown, showings - 1);
}
