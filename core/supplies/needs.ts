import { outcomesOf, PertTime, type AttemptsOutcome } from '../forecast';
import type { BaseUnit } from '../quantities';
import type { Script } from '../script';
import type { ConsumableNeed, Demo, Good, Item, ShowFile } from '../show';
import type { PlannedItem, Timetable } from '../timetable';
import { kitTotals, type KitNeedTotal } from './kit';
import { convolve, enough, rounded, sure, type Spread } from './spread';

/** How much of one consumable a show wants, in the good's base unit. */
export interface ConsumableTotal {
  goodId: string;
  name: string;
  unit: BaseUnit;
  /** Nothing retried. */
  planned: number;
  /** Enough that the odds of running out are at most the show's `runOutPct`. */
  packed: number;
  /** A finale of this show takes whatever the others leave of it. */
  takesRest: boolean;
  /** What remains of those odds when `packed` is taken along. */
  runOutOdds: number;
  onShelf: number;
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
  /** Of a ladder: how many levels. */
  levels?: number;
}

export interface Needs {
  consumables: ConsumableTotal[];
  kit: KitNeedTotal[];
}

/** Odds of running out in the show that packing accepts, in %, where the show does not say. Common practice. */
export const RUN_OUT_PCT = 5;

/** What a show uses up and how much kit it has in use at once. Pure. */
export function needs(script: Script, timetable: Timetable): Needs {
  return {
    consumables: wants(script, timetable).map((want) => total(script.file, want)),
    kit: kitTotals(script, timetable),
  };
}

/** What a show wants of one good: its lines, and how likely it uses how much. */
export interface Want {
  good: Good;
  lines: NeedLine[];
  spread: Spread;
  planned: number;
  takesRest: boolean;
}

/** What a show wants of every consumable that its demos name, before any shelf is looked at. Pure. */
export function wants({ file, items }: Script, timetable: Timetable): Want[] {
  return file.stock
    .filter((good) => good.sort === 'consumable')
    .flatMap((good): Want[] => {
      const all = items.flatMap((scripted, i) => {
        const { item, demo } = scripted;
        if (!demo?.consumables.some((need) => need.goodId === good.id)) return [];
        const outcomes = outcomesOf(scripted);
        return demo.consumables
          .filter((need) => need.goodId === good.id)
          .map((need) => want(file, item, demo, need, outcomes, timetable.items[i]!));
      });
      // Named with nothing of it, for a variant that is not played.
      if (all.every((w) => w.line.each * w.line.mostTimes === 0 && w.line.per !== 'whatever is left'))
        return [];
      return [
        {
          good,
          lines: all.map((w) => w.line),
          spread: all.map((w) => w.spread).reduce(convolve),
          planned: whole(
            good,
            all.reduce((sum, w) => sum + w.line.each * w.line.plannedTimes, 0),
          ),
          takesRest: all.some((w) => w.line.per === 'whatever is left'),
        },
      ];
    });
}

/** Pieces are used and packed whole. */
export const whole = (good: Pick<Good, 'unit'>, amount: number) =>
  good.unit === 'piece' ? Math.ceil(rounded(amount)) : rounded(amount);

/** The least amount that a show may take along: enough for all but `runOutPct` of a hundred shows. */
export function packedOf(want: Want, runOutPct: number): { packed: number; runOutOdds: number } {
  const { amount, above } = enough(want.spread, runOutPct / 100);
  return { packed: Math.max(want.planned, whole(want.good, amount)), runOutOdds: above };
}

function total(file: ShowFile, want: Want): ConsumableTotal {
  const { good, planned, lines, takesRest } = want;
  const { packed, runOutOdds } = packedOf(want, file.show.runOutPct ?? RUN_OUT_PCT);
  return {
    goodId: good.id,
    name: good.name,
    unit: good.unit,
    planned,
    packed,
    takesRest,
    runOutOdds,
    onShelf: good.onShelf,
    lines,
  };
}

function want(
  file: ShowFile,
  item: Item,
  demo: Demo,
  need: ConsumableNeed,
  outcomes: AttemptsOutcome[],
  planned: PlannedItem,
): { line: NeedLine; spread: Spread } {
  const each = need.amount * (1 + need.wastePct / 100);
  const line = (plannedTimes: number, mostTimes = plannedTimes): NeedLine => ({
    itemId: item.id,
    title: item.title,
    per: need.per,
    each,
    plannedTimes,
    mostTimes,
    ...(need.per === 'ladder' && { levels: need.levels ?? 1 }),
  });
  const fixed = (times: number) => ({ line: line(times), spread: sure(each * times) });
  switch (need.per) {
    case 'showing':
      return fixed(item.showings);
    case 'show':
    case 'whatever is left':
      return fixed(1);
    case 'volunteer':
      return fixed(demo.volunteers);
    case 'head':
      return fixed(file.show.heads);
    case 'station':
      return fixed(file.show.audienceStations ?? 1);
    case 'ladder':
      return fixed(item.showings * ladder(need.levels ?? 1));
    case 'minute':
      return minutes(planned, each, line);
    case 'attempt': {
      const spread: Spread = new Map();
      for (const o of outcomes) {
        const amount = rounded(each * (o.worked + o.failed));
        spread.set(amount, (spread.get(amount) ?? 0) + o.odds);
      }
      return { line: line(item.showings, item.showings + item.retries), spread };
    }
  }
}

/** Pieces in a ladder of n levels: 1 + 2 + … + n (Gauss's sum). */
const ladder = (levels: number) => (levels * (levels + 1)) / 2;

/** Equal shares of the item's length that a need by the minute is spread over; each counts by its upper end. */
const SHARES = 20;

/** By the minute: planned at the likely length, and spread as the item's length spreads (beta-PERT). */
function minutes(planned: PlannedItem, each: number, line: (planned: number, most: number) => NeedLine) {
  const length = new PertTime(planned.timing);
  const spread: Spread = new Map();
  for (let share = 0; share < SHARES; share++) {
    const amount = rounded((each * length.at(Math.min(0.999, (share + 1) / SHARES))) / 60);
    spread.set(amount, (spread.get(amount) ?? 0) + 1 / SHARES);
  }
  const { likelyS, worstS } = planned.timing;
  return { line: line(rounded(likelyS / 60), rounded(worstS / 60)), spread };
}
