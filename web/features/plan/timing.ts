import { demoFor, type Change, type Item, type PlannedItem, type ShowFile, type Timing } from '@hearty/core';

/** What of an item's planned length is not its first showing: further showings and a reset in view, in seconds. */
function extraS(file: ShowFile, item: Item): number {
  const demo = demoFor(file, item);
  return (item.showings - 1) * (demo?.furtherS ?? 0) + (demo?.reset?.inView ? demo.reset.handsOnS : 0);
}

/** The times of an item's first showing, as planned. */
export function firstTiming(file: ShowFile, item: Item, planned: PlannedItem): Timing {
  if (item.timing) return item.timing;
  const extra = extraS(file, item);
  const { bestS, likelyS, worstS } = planned.timing;
  return { bestS: bestS - extra, likelyS: likelyS - extra, worstS: worstS - extra };
}

/** The whole item made `lengthS` long: its first showing stretched, best and worst with it. */
export function stretched(file: ShowFile, item: Item, planned: PlannedItem, lengthS: number): Change {
  const first = firstTiming(file, item, planned);
  const likelyS = Math.max(1, lengthS - extraS(file, item));
  const by = likelyS / Math.max(1, first.likelyS);
  return {
    kind: 'set-timing',
    itemId: item.id,
    timing: { bestS: Math.round(first.bestS * by), likelyS, worstS: Math.round(first.worstS * by) },
  };
}
