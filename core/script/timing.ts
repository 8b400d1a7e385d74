import type { Demo, DemoRecord, Item, Timing } from '../show';
import { learnedTiming } from './learned-timing';

/** Where an item's times came from: typed for this item, the log of past runs, or the demo's own steps. */
export type TimingFrom = 'by hand' | 'log' | 'demo';

/** Talk without times of its own: two minutes, give or take one. Common practice. */
const LINK: Timing = { bestS: 60, likelyS: 120, worstS: 180 };

/** One clean showing of a demo from its steps: best, likely and worst added up, in seconds. */
export function stepsTiming(demo: Demo): Timing {
  const sum = (pick: (t: Timing) => number) => demo.steps.reduce((total, step) => total + pick(step), 0);
  return { bestS: sum((s) => s.bestS), likelyS: sum((s) => s.likelyS), worstS: sum((s) => s.worstS) };
}

/**
 * First showing of an item: as typed by hand, else from the log blended with the demo's steps, else from the steps.
 * Seconds. An item that is not a demo and has no times gets two minutes.
 */
export function firstShowing(
  item: Item,
  demo: Demo | undefined,
  record: DemoRecord | undefined,
): { timing: Timing; from: TimingFrom } {
  if (item.timing) return { timing: item.timing, from: 'by hand' };
  if (!demo) return { timing: LINK, from: 'demo' };
  const planned = stepsTiming(demo);
  // The log's plays include the set-up; an item that left it to an earlier one is timed by its steps.
  if (!record || record.playsS.length === 0 || item.setUpIn !== undefined)
    return { timing: planned, from: 'demo' };
  return { timing: learnedTiming(record.playsS, planned), from: 'log' };
}

/** The whole item on stage: first showing, further showings, and a reset in view. Retries are not planned time. */
export function wholeItem(item: Item, demo: Demo | undefined, first: Timing): Timing {
  const extra = (item.showings - 1) * (demo?.furtherS ?? 0) + (demo?.reset?.inView ? demo.reset.handsOnS : 0);
  return { bestS: first.bestS + extra, likelyS: first.likelyS + extra, worstS: first.worstS + extra };
}
