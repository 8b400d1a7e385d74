import {
  usualCautions,
  type ConsumableNeed,
  type Demo,
  type Good,
  type Item,
  type KitNeed,
  type PrepTask,
  type Step,
  type Timing,
  type Worn,
} from '../show';
import type { CalculatorResult } from '../bench';
import { amountsByLevel, readyBy, resultsByLevel, withResults } from './calculators';
import { levelFactors, parameterOf, settingValue, type Around, type Dose } from './settings';

/** Who sits in a front row whose seats nobody has counted. Common practice. */
export const USUAL_FRONT_ROW = 10;

/** How many volunteers an item asks up in all: those of its demo once, or for each showing where they change. */
export const volunteersInAll = (
  { volunteers, volunteersChange }: Pick<Demo, 'volunteers' | 'volunteersChange'>,
  { showings }: Pick<Item, 'showings'>,
): number => volunteers * (volunteersChange ? showings : 1);

/** No piece of work is longer than a day; what would be is a finding. */
export const LONGEST_TASK_S = 86_400;

/**
 * `demo` as `item` plays it: in the item's variant; with amounts and times scaled by the item's settings (× value / usual
 * value); with what is counted by volunteers, helpers and heads multiplied out; with what is worn among its kit and
 * consumables; and without the set-up steps where an earlier item has taken them over. What grows with the parameter of
 * the item's series is left as it is for the usual value: see `levelFactors`. A dose taken from an earlier series is
 * the likeliest of its levels, or the `largest`. Pure.
 */
export function asPlayed(demo: Demo, item: Item, around: Around, dose: Dose = 'likeliest'): AsPlayed {
  const written = withUsualCautions(asVaried(demo, item));
  const results = resultsByLevel(written, item, around, dose);
  const own = ownAmounts(demo, item);
  const varied = withResults(written, results, own);
  const factor = (id: string | undefined) =>
    id === undefined || id === item.series?.parameterId ? 1 : settingFactor(varied, item, id, around, dose);
  const levels = levelFactors(varied, item);
  const ready = readyBy(results);
  const steps = item.setUpIn === undefined ? varied.steps : varied.steps.filter((step) => !step.setUp);
  const helpers = Math.max(varied.helpers, item.helperIds.length);
  const worn = wornGoods(varied, item, helpers, around);
  const played: Demo = {
    ...varied,
    steps: steps.map((step) => longer(step, factor(step.growsWith))),
    prep: varied.prep.map((task) =>
      readyAfter(multiplied(task, factor(task.growsWith), levels, item, varied, around), ready.get(task.id)),
    ),
    kit: withWorn(
      varied.kit.map((need) => forEach(need, varied.volunteers, helpers)).filter((need) => need.count > 0),
      worn,
    ),
    consumables: [
      ...varied.consumables.map((need) => scaled(need, factor(need.scalesWith))),
      ...worn
        .filter(({ good }) => good.sort === 'consumable')
        .map(({ good, count }) => ({ goodId: good.id, amount: count, per: 'show' as const, wastePct: 0 })),
    ],
  };
  const amountsAt = varied.consumables.map(
    (need, i) =>
      amountsByLevel(written.consumables[i]!, results, own) ??
      (levels && need.scalesWith === item.series!.parameterId
        ? levels.map((level) => need.amount * level)
        : undefined),
  );
  return { demo: played, results, amountsAt };
}

export interface AsPlayed {
  demo: Demo;
  /** The calculators' results, by level of the item's series; one entry where it has none; empty without calculators. */
  results: CalculatorResult[][];
  /** By consumable of the demo as written: its amount at each level; undefined where every showing takes the same. */
  amountsAt: (readonly number[] | undefined)[];
}

/** Goods of which the item's variant says an amount of its own: more said than by any bench. */
function ownAmounts(demo: Demo, { variantId }: Pick<Item, 'variantId'>): ReadonlySet<string> {
  const variant = demo.variants?.find((v) => v.id === variantId);
  return new Set(variant?.amounts.map((a) => a.goodId));
}

/** The demo in the item's variant: what the variant has of its own takes the place of the demo's. */
function asVaried(demo: Demo, { variantId }: Pick<Item, 'variantId'>): Demo {
  const variant = demo.variants?.find((v) => v.id === variantId);
  if (!variant) return demo;
  const own = new Map(variant.amounts.map((a) => [a.goodId, a.amount]));
  const consumables = variant.consumables ?? demo.consumables;
  return {
    ...demo,
    steps: variant.steps ?? demo.steps,
    prep: variant.prep ?? demo.prep,
    kit: variant.kit ?? demo.kit,
    consumables: consumables.map((need) => ({ ...need, amount: own.get(need.goodId) ?? need.amount })),
    worn: variant.worn ?? demo.worn,
    ...(variant.benches && { benches: variant.benches }),
    ...(variant.furtherS !== undefined && { furtherS: variant.furtherS }),
    retryS: variant.retryS ?? demo.retryS,
    hazards: [...new Set([...demo.hazards, ...variant.hazards])],
    cautions: [...demo.cautions, ...variant.cautions],
  };
}

/** A demo without a caution of its own has the usual ones of its hazards. */
const withUsualCautions = (demo: Demo): Demo =>
  demo.cautions.length > 0 ? demo : { ...demo, cautions: usualCautions(demo.hazards) };

function settingFactor(
  demo: Demo,
  item: Item,
  parameterId: string,
  around: Around,
  dose: 'likeliest' | 'largest',
): number {
  const { value } = settingValue(demo, item, parameterId, around.levelsOf, dose);
  return value === undefined ? 1 : value / (parameterOf(demo, parameterId)?.usual ?? value);
}

/** The steps of one showing (from 0) of `showings`, with the times they have at its level. */
export function stepsOfShowing(
  demo: Demo,
  item: Pick<Item, 'series'>,
  showing: number,
  showings: number,
): Step[] {
  const factor = levelFactors(demo, item)?.[showing] ?? 1;
  return demo.steps
    .filter(({ showing: when }) => {
      switch (when) {
        case 'first':
          return showing === 0;
        case 'further':
          return showing > 0;
        case 'last':
          return showing === showings - 1;
        default:
          return true;
      }
    })
    .map((step) => (step.growsWith === item.series?.parameterId ? longer(step, factor) : step));
}

function longer<T extends Timing>(timed: T, factor: number): T {
  if (factor === 1) return timed;
  const times = (s: number) => Math.min(LONGEST_TASK_S, Math.round(s * factor));
  return { ...timed, bestS: times(timed.bestS), likelyS: times(timed.likelyS), worstS: times(timed.worstS) };
}

const scaled = (need: ConsumableNeed, factor: number): ConsumableNeed =>
  factor === 1 ? need : { ...need, amount: need.amount * factor };

const forEach = (need: KitNeed, volunteers: number, helpers: number): KitNeed => {
  const times = need.per === 'volunteer' ? volunteers : need.per === 'helper' ? helpers : 1;
  if (times === 1) return need;
  return {
    ...need,
    count: need.count * times,
    ...(need.places !== undefined && { places: need.places * times }),
  };
};

/** A task as often as it is done: the first time and the further ones, each at its level. */
function multiplied(
  task: PrepTask,
  factor: number,
  levels: readonly number[] | undefined,
  item: Item,
  demo: Demo,
  { heads }: Around,
): PrepTask {
  const grows = task.growsWith !== undefined && task.growsWith === item.series?.parameterId;
  const most = grows && levels ? Math.max(...levels) : 1;
  if (task.per === undefined && factor * most === 1) return task;
  const showings = levels?.length ?? item.showings;
  const times: Record<NonNullable<PrepTask['per']>, number> = {
    showing: showings,
    attempt: showings + item.retries,
    volunteer: volunteersInAll(demo, { showings }),
    head: heads,
  };
  const count = task.per === undefined ? 1 : times[task.per];
  const byShowing = (task.per === 'showing' || task.per === 'attempt') && grows && levels;
  const at = (i: number) => (byShowing ? (levels[i] ?? most) : most);
  const furtherS = task.furtherS ?? task.handsOnS;
  // Only the showings of a series differ from one another; thousands of heads do not.
  const handsOnS = byShowing
    ? Array.from({ length: count }, (_, i) => (i ? furtherS : task.handsOnS) * at(i)).reduce(
        (a, b) => a + b,
        0,
      )
    : count === 0
      ? 0
      : (task.handsOnS + (count - 1) * furtherS) * most;
  const limited = (s: number) => Math.min(LONGEST_TASK_S, Math.round(s * factor));
  return readyAfter({ ...task, handsOnS: limited(handsOnS) }, limited(task.readyAfterS * most));
}

/** The task, ready after so many seconds; what stands longer is not stale before it is ready. */
function readyAfter(task: PrepTask, seconds = task.readyAfterS): PrepTask {
  const readyAfterS = Math.min(LONGEST_TASK_S, seconds);
  const { staleAfterS } = task;
  return {
    ...task,
    readyAfterS,
    ...(staleAfterS !== undefined && { staleAfterS: Math.max(staleAfterS, readyAfterS) }),
  };
}

/** What is worn, by good, as many as there are people who wear it. */
function wornGoods(
  demo: Demo,
  item: Item,
  helpers: number,
  { goods, frontRowSeats }: Around,
): { good: Good; count: number }[] {
  const wearers: Record<Worn['by'], number> = {
    presenter: 1,
    helper: helpers,
    volunteer: demo.volunteers,
    guest: 1,
    'front row': frontRowSeats,
  };
  const counts = new Map<Good, number>();
  for (const { goodId, by } of demo.worn) {
    const good = goods.get(goodId ?? '');
    if (!good) continue;
    // Kit goes from one volunteer to the next; what is used up does not.
    const once = by === 'volunteer' && good.sort === 'consumable';
    counts.set(good, (counts.get(good) ?? 0) + (once ? volunteersInAll(demo, item) : wearers[by]));
  }
  return [...counts].flatMap(([good, count]) => (count > 0 ? [{ good, count }] : []));
}

/** Kit with what is worn: what stands in both lists is the same things, and the larger number counts. */
function withWorn(kit: readonly KitNeed[], worn: readonly { good: Good; count: number }[]): KitNeed[] {
  const counts = new Map(
    worn.filter(({ good }) => good.sort === 'kit').map(({ good, count }) => [good.id, count]),
  );
  const own = kit.map((need) => {
    const count = counts.get(need.goodId);
    counts.delete(need.goodId);
    return count === undefined || count <= need.count ? need : { ...need, count };
  });
  return [...own, ...[...counts].map(([goodId, count]) => ({ goodId, count, turnRoundS: 0 }))];
}
