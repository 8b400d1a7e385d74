import type { Demo, DemoRecord, Item, Show, Step, Timing } from '../show';
import { stepsOfShowing } from './as-played';
import { learnedTiming } from './learned-timing';

/** Where an item's times came from: typed for this item, the log of past runs, or the demo's own steps. */
export type TimingFrom = 'by hand' | 'log' | 'demo';

/** Talk without times of its own: two minutes, give or take one. Common practice. */
const LINK: Timing = { bestS: 60, likelyS: 120, worstS: 180 };

/** The slot of a show in seconds: with the planned holds on top, where it waits for them. */
export const slotOf = ({
  slotMin,
  slotWaits,
  items,
}: Pick<Show, 'slotMin' | 'slotWaits' | 'items'>): number =>
  items.reduce(
    (sum, { kind, timing = LINK }) => sum + (slotWaits && kind === 'hold' ? timing.likelyS : 0),
    slotMin * 60,
  );

/** Steps one after another: best, likely and worst added up, in seconds. */
export function stepsTiming({ steps }: { steps: readonly Step[] }): Timing {
  return steps.reduce(added, { bestS: 0, likelyS: 0, worstS: 0 });
}

/** From when to when a step is done in the first showing of an item, in whole seconds from its beginning; undefined where it is not. */
export function stepSpanS(
  { showings: [first] }: { showings: readonly { timing: Timing; steps: readonly Step[] }[] },
  stepId: string | undefined,
): { fromS: number; toS: number } | undefined {
  if (!first) return undefined;
  const { steps, timing } = first;
  const at = steps.findIndex((step) => step.id === stepId);
  if (at < 0) return undefined;
  const whole = stepsTiming({ steps }).likelyS;
  const endS = (n: number) =>
    whole > 0 ? Math.round((stepsTiming({ steps: steps.slice(0, n) }).likelyS / whole) * timing.likelyS) : 0;
  return { fromS: endS(at), toS: endS(at + 1) };
}

/** Two stretches of time after one another. */
export const added = (a: Timing, b: Timing): Timing => ({
  bestS: a.bestS + b.bestS,
  likelyS: a.likelyS + b.likelyS,
  worstS: a.worstS + b.worstS,
});

/**
 * Each showing of an item in turn, in seconds. The first: as typed by hand, else from the log blended with the demo's
 * steps, else from the steps. A further one: what the demo says of showing it again, else its own steps at its level.
 * An item that is not a demo and has no times gets two minutes.
 */
export function showingTimes(
  item: Item,
  demo: Demo | undefined,
  record: DemoRecord | undefined,
): { times: Timing[]; from: TimingFrom } {
  if (!demo) return { times: [item.timing ?? LINK], from: item.timing ? 'by hand' : 'demo' };
  const count = item.showings;
  const { furtherS } = demo;
  const bySteps = (showing: number) => stepsTiming({ steps: stepsOfShowing(demo, item, showing, count) });
  const further = Array.from({ length: count - 1 }, (_, i) =>
    furtherS === undefined ? bySteps(i + 1) : { bestS: furtherS, likelyS: furtherS, worstS: furtherS },
  );
  if (item.timing) return { times: [item.timing, ...further], from: 'by hand' };
  const planned = bySteps(0);
  // The log's plays include the set-up; an item that left it to an earlier one is timed by its steps.
  if (!record || record.playsS.length === 0 || item.setUpIn !== undefined)
    return { times: [planned, ...further], from: 'demo' };
  return { times: [learnedTiming(record.playsS, planned, demo.countsPlaysS), ...further], from: 'log' };
}

/** The whole item on stage: all its showings, and a reset in view. Retries are not planned time. */
export function wholeItem(demo: Demo | undefined, showings: readonly Timing[]): Timing {
  const resetS = demo?.reset?.inView ? demo.reset.handsOnS : 0;
  return showings.reduce(added, { bestS: resetS, likelyS: resetS, worstS: resetS });
}
