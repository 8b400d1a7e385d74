import { settingValue, type Script } from '../script';
import type { RunState } from './fold';
import { levelOf, playedAs } from './played';
import type { ItemState } from './slices/stage';

/** A dose that an item may take over from a series before it, and what it is at the moment. */
export interface DoseOffer {
  itemId: string;
  parameterId: string;
  /** "Peroxide": what is set. */
  title: string;
  unit: string;
  level: string;
  value?: number;
  name?: string;
  /** What the item is at without it. */
  planned: string;
}

/**
 * What an item may take over from the series it names, once some of that was seen and before it is tried itself: the
 * level that did best. Empty where nothing was, or where that is what it is at. Pure.
 */
export function doses(script: Script, state: RunState, item: ItemState): DoseOffer[] {
  const played = playedAs(script, item);
  const { demo } = played ?? {};
  if (!played || !demo || item.attempts.length > 0) return [];
  return (script.byItem.get(item.itemId)!.item.settings ?? []).flatMap(
    ({ parameterId, bestOf }): DoseOffer[] => {
      const parameter = demo.parameters?.find((p) => p.id === parameterId);
      const level = bestOf === undefined ? undefined : bestLevel(script, state, bestOf);
      if (!parameter || level === undefined) return [];
      const number = Number(level.replace(',', '.'));
      const is = parameter.names ? { name: level } : { value: number };
      if (!parameter.names && !(number > 0)) return [];
      const levelsOf = (id: string) => script.byItem.get(id)?.item.series?.levels;
      const now = settingValue(demo, played.item, parameterId, levelsOf);
      const at = now.name ?? String(now.value);
      if (at === (is.name ?? String(is.value))) return [];
      const { title, unit = '' } = parameter;
      return [{ itemId: item.itemId, parameterId, title, unit, level, ...is, planned: at }];
    },
  );
}

/**
 * The level of a series that did best: of those that worked the one with the best reading, which may be the highest or the
 * lowest; without readings the last one that worked. Undefined where none has.
 */
export function bestLevel(script: Script, state: RunState, itemId: string): string | undefined {
  const item = state.items.get(itemId);
  const seen = (item?.attempts ?? []).flatMap(({ outcome, reading }, i) => {
    const level = levelOf(script, item!, i);
    return outcome === 'worked' && level !== undefined ? [{ level, reading }] : [];
  });
  const read = seen.filter((s): s is { level: string; reading: number } => typeof s.reading === 'number');
  const sign = item && playedAs(script, item)?.demo?.reading?.better === 'less' ? -1 : 1;
  return read.length
    ? read.reduce((best, s) => (sign * s.reading > sign * best.reading ? s : best)).level
    : seen.at(-1)?.level;
}
