import { outcomesOf, type AttemptsOutcome } from '../forecast';
import type { BaseUnit } from '../quantities';
import { demoFor, type ConsumableNeed, type Demo, type Good, type Item, type ShowFile } from '../show';
import type { Timetable } from '../timetable/types';
import { kitTotals, type KitNeedTotal } from './kit';

/** How much of one consumable a show wants, in the good's base unit. */
export interface ConsumableTotal {
  goodId: string;
  name: string;
  unit: BaseUnit;
  /** Nothing retried. */
  planned: number;
  /** Enough that the odds of running out are at most `RUN_OUT_ODDS`. */
  packed: number;
  /** What remains of those odds when `packed` is taken along. */
  runOutOdds: number;
  onShelf: number;
  toBuy: number;
  /** Whole packs to buy and their cost, where the good's pack is known. */
  packs: number | undefined;
  cost: number | undefined;
  lines: NeedLine[];
}

/** One item's part in a total: the working. */
export interface NeedLine {
  itemId: string;
  title: string;
  per: ConsumableNeed['per'];
  /** One unit of the rule, waste included. */
  each: number;
  plannedTimes: number;
  /** Most times it can be wanted, every retry used. */
  mostTimes: number;
}

export interface Needs {
  consumables: ConsumableTotal[];
  kit: KitNeedTotal[];
}

/** Odds of running out in the show that packing accepts. Common practice; becomes a setting with the stores. */
const RUN_OUT_ODDS = 0.05;

/** What a show uses up and how much kit it has in use at once. Pure. */
export function needs(file: ShowFile, timetable: Timetable): Needs {
  return {
    consumables: file.stock.filter((good) => good.sort === 'consumable').flatMap((good) => total(file, good)),
    kit: kitTotals(file, timetable),
  };
}

function total(file: ShowFile, good: Good): ConsumableTotal[] {
  const wants = file.show.items.flatMap((item) => {
    const demo = demoFor(file, item);
    if (!demo) return [];
    const record = file.record.find((r) => r.demoId === demo.id);
    const outcomes = outcomesOf(item, demo, record);
    return demo.consumables
      .filter((need) => need.goodId === good.id)
      .map((need) => want(file, item, demo, need, outcomes));
  });
  if (wants.length === 0) return [];
  // Pieces are used and packed whole.
  const whole = (amount: number) => (good.unit === 'piece' ? Math.ceil(rounded(amount)) : rounded(amount));
  const planned = whole(wants.reduce((sum, w) => sum + w.line.each * w.line.plannedTimes, 0));
  const spread = wants.map((w) => w.spread).reduce(convolve);
  const { amount, above: runOutOdds } = enough(spread, RUN_OUT_ODDS);
  const packed = Math.max(planned, whole(amount));
  const toBuy = Math.max(0, packed - good.onShelf);
  const packs = good.packAmount ? Math.ceil(rounded(toBuy / good.packAmount)) : undefined;
  return [
    {
      goodId: good.id,
      name: good.name,
      unit: good.unit,
      planned,
      packed,
      runOutOdds,
      onShelf: good.onShelf,
      toBuy: rounded(toBuy),
      packs,
      cost: packs !== undefined && good.packPrice !== undefined ? packs * good.packPrice : undefined,
      lines: wants.map((w) => w.line),
    },
  ];
}

/** Amount → odds. */
type Spread = Map<number, number>;

function want(file: ShowFile, item: Item, demo: Demo, need: ConsumableNeed, outcomes: AttemptsOutcome[]) {
  const each = need.amount * (1 + need.wastePct / 100);
  const fixed: Record<Exclude<ConsumableNeed['per'], 'attempt'>, number> = {
    showing: item.showings,
    show: 1,
    volunteer: demo.volunteers,
    head: file.show.heads,
  };
  const times = need.per === 'attempt' ? item.showings : fixed[need.per];
  const spread: Spread = new Map();
  if (need.per === 'attempt') {
    for (const o of outcomes) {
      const amount = rounded(each * (o.worked + o.failed));
      spread.set(amount, (spread.get(amount) ?? 0) + o.odds);
    }
  } else {
    spread.set(rounded(each * times), 1);
  }
  const mostTimes = need.per === 'attempt' ? item.showings + item.retries : times;
  const line: NeedLine = {
    itemId: item.id,
    title: item.title,
    per: need.per,
    each,
    plannedTimes: times,
    mostTimes,
  };
  return { line, spread };
}

/** The sum of two independent amounts. */
function convolve(a: Spread, b: Spread): Spread {
  const sum: Spread = new Map();
  for (const [x, px] of a) {
    for (const [y, py] of b) {
      const amount = rounded(x + y);
      sum.set(amount, (sum.get(amount) ?? 0) + px * py);
    }
  }
  return sum;
}

/** The least amount that is exceeded with at most `odds`, and the odds that remain above it. */
function enough(spread: Spread, odds: number): { amount: number; above: number } {
  let above = 1;
  let amount = 0;
  for (const [value, p] of [...spread].sort(([a], [b]) => a - b)) {
    amount = value;
    above = Math.max(0, above - p);
    // The slack keeps a sum of odds that should be exactly the limit from falling on the wrong side.
    if (above <= odds + 1e-12) break;
  }
  return { amount, above };
}

/** Amounts to a millionth, so that equal sums meet in one key. */
const rounded = (n: number) => Math.round(n * 1e6) / 1e6;
