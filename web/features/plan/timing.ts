import type { Change, ScriptItem } from '@hearty/core';

/** The whole item made `lengthS` long: its first showing stretched, best and worst with it. */
export function stretched({ item, showings, whole }: ScriptItem, lengthS: number): Change {
  const first = showings[0]!.timing;
  // What is not its first showing, further showings and a reset in view, keeps its length.
  const likelyS = Math.max(1, lengthS - (whole.likelyS - first.likelyS));
  const by = likelyS / Math.max(1, first.likelyS);
  return {
    kind: 'set-timing',
    itemId: item.id,
    timing: { bestS: Math.round(first.bestS * by), likelyS, worstS: Math.round(first.worstS * by) },
  };
}
