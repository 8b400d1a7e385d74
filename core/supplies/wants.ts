import type { BaseUnit } from '../quantities';
import { oddsAt, outcomeS, outcomesOf, PertTime, Rate, type AttemptsOutcome } from '../forecast';
import { posterior, type Posterior, type Script, type ScriptItem } from '../script';
import type { ConsumableNeed, Demo, Good, ShowFile } from '../show';
import { convolve, enough, oddsAbove, oneOf, rounded, type Spread } from './spread';

/** One item's part in a total: the working. */
export interface NeedLine {
  itemId: string;
  title: string;
  per: ConsumableNeed['per'];
  /** One unit of the rule, waste included; `wastePct` says how much of it that is. */
  each: number;
  wastePct: number;
  plannedTimes: number;
  /** Most times it can be wanted, every retry used. */
  mostTimes: number;
  /** Of a ladder: how many levels. */
  levels?: number;
}

/** How much of one consumable a show wants, in the good's base unit. */
export interface ConsumableTotal {
  goodId: string;
  name: string;
  unit: BaseUnit;
  /** Nothing retried. */
  planned: number;
  /** Enough that the odds of running out are at most the show's `runOutPct`; of a cryogen, what is ordered of it. */
  packed: number;
  /** A finale of this show takes whatever the others leave of it. */
  takesRest: boolean;
  /** What remains of those odds when `packed` is taken along. */
  runOutOdds: number;
  onShelf: number;
  lines: NeedLine[];
}

/** How much of a good one item uses. */
interface Use {
  demoId: string;
  odds: Posterior;
  /** With the demo's success rate known, or as it is believed to be. */
  at: (rate: number | undefined) => Spread;
}

/** What a show wants of one good: its lines, and how its items use it. */
export interface Want {
  good: Good;
  lines: NeedLine[];
  uses: Use[];
  planned: number;
  takesRest: boolean;
}

/** What a show wants of every consumable that its demos name, before any shelf is looked at. Pure. */
export function wants({ file, items }: Script): Want[] {
  const naming = new Map<string, ScriptItem[]>();
  for (const scripted of items)
    for (const goodId of new Set(scripted.demo?.consumables.map((need) => need.goodId)))
      naming.set(goodId, [...(naming.get(goodId) ?? []), scripted]);
  return file.stock
    .filter((good) => good.sort === 'consumable' && naming.has(good.id))
    .flatMap((good): Want[] => {
      const uses: Use[] = [];
      const lines: NeedLine[] = [];
      for (const scripted of naming.get(good.id)!) {
        const own = linesOf(file, scripted, good.id);
        lines.push(...own);
        uses.push(useOf(scripted, own));
      }
      // Named with nothing of it, for a variant that is not played.
      if (lines.every((l) => l.each * l.mostTimes === 0 && l.per !== 'whatever is left')) return [];
      const planned = lines.reduce((sum, l) => sum + l.each * l.plannedTimes, 0);
      const takesRest = lines.some((l) => l.per === 'whatever is left');
      return [{ good, lines, uses, planned: whole(good, planned), takesRest }];
    });
}

/** Pieces are used and packed whole. */
export const whole = (good: Pick<Good, 'unit'>, amount: number) =>
  good.unit === 'piece' ? Math.ceil(rounded(amount)) : rounded(amount);

/** Equally likely success rates a demo is thought of with where several items of it hang together. */
const RATES = 32;

/**
 * How much several wants of one good use together. A demo's success rate is unknown but one: its items, in whatever
 * show, have good or bad odds together.
 */
export function together(list: readonly Want[]): Spread {
  const byDemo = new Map<string, Use[]>();
  for (const use of list.flatMap((w) => w.uses))
    byDemo.set(use.demoId, [...(byDemo.get(use.demoId) ?? []), use]);
  const spreads = [...byDemo.values()].map(([first, ...others]) => {
    if (!others.length) return first!.at(undefined);
    const { values } = new Rate(first!.odds, RATES);
    return oneOf(values.map((rate) => [first!, ...others].map((use) => use.at(rate)).reduce(convolve)));
  });
  return spreads.reduce(convolve);
}

/** The least amount that a show may take along: enough for all but `runOutPct` of a hundred shows. */
export function packedOf(want: Want, runOutPct: number): { packed: number; runOutOdds: number } {
  const spread = together([want]);
  const packed = Math.max(want.planned, whole(want.good, enough(spread, runOutPct / 100)));
  return { packed, runOutOdds: oddsAbove(spread, packed) };
}

function linesOf(file: ShowFile, { item, demo, whole: length }: ScriptItem, goodId: string): NeedLine[] {
  return demo!.consumables
    .filter((need) => need.goodId === goodId)
    .map((need): NeedLine => {
      const line = (plannedTimes: number, mostTimes = plannedTimes): NeedLine => ({
        itemId: item.id,
        title: item.title,
        per: need.per,
        each: need.amount * (1 + need.wastePct / 100),
        wastePct: need.wastePct,
        plannedTimes,
        mostTimes,
        ...(need.per === 'ladder' && { levels: need.levels ?? 1 }),
      });
      switch (need.per) {
        case 'minute': {
          const retriesS = item.retries * demo!.retryS + demo!.coverS;
          return line(rounded(length.likelyS / 60), rounded((length.worstS + retriesS) / 60));
        }
        case 'attempt':
          return line(item.showings, item.showings + item.retries);
        default:
          return line(timesOf(file, item.showings, demo!, need));
      }
    });
}

/** How often a rule counts that chance has no say in. */
function timesOf({ show }: ShowFile, showings: number, demo: Demo, need: ConsumableNeed): number {
  switch (need.per) {
    case 'showing':
      return showings;
    case 'volunteer':
      return demo.volunteers;
    case 'head':
      return show.heads;
    case 'station':
      return show.audienceStations ?? 1;
    case 'ladder':
      return showings * ladder(need.levels ?? 1);
    default:
      return 1;
  }
}

/** Pieces in a ladder of n levels: 1 + 2 + … + n (Gauss's sum). */
const ladder = (levels: number) => (levels * (levels + 1)) / 2;

/** Equal shares of an item's length that a need by the minute is spread over; each counts by its middle. */
const SHARES = 128;

/** The lines of one item hang together: more attempts take more of each, and more minutes. */
function useOf(scripted: ScriptItem, lines: readonly NeedLine[]): Use {
  const sum = (pers: readonly NeedLine['per'][]) =>
    lines.filter((l) => pers.includes(l.per)).reduce((total, l) => total + l.each, 0);
  const [attempt, minute] = [sum(['attempt']), sum(['minute'])];
  const fixed = lines
    .filter((l) => l.per !== 'attempt' && l.per !== 'minute')
    .reduce((total, l) => total + l.each * l.plannedTimes, 0);
  const { furtherS, retryS, coverS, reset } = scripted.demo!;
  const outcomes = outcomesOf(scripted);
  const times = { furtherS, retryS, coverS, closed: { worked: 0, failed: 0 } };
  const afterS = reset?.inView ? reset.handsOnS : 0;
  const first = minute > 0 ? firstMinutes(scripted) : [0];
  const odds = posterior(scripted.record, scripted.demo!.guessOdds);
  const amount = (outcome: AttemptsOutcome, firstS: number) =>
    rounded(
      fixed +
        attempt * (outcome.worked + outcome.failed) +
        (minute > 0 ? (minute * (firstS + afterS + outcomeS(times, outcome))) / 60 : 0),
    );
  const at = (rate: number | undefined): Spread => {
    const spread = new Map<number, number>();
    for (const outcome of outcomes) {
      const likely = (rate === undefined ? outcome.odds : oddsAt(outcome, rate)) / first.length;
      for (const firstS of first) {
        const used = amount(outcome, firstS);
        spread.set(used, (spread.get(used) ?? 0) + likely);
      }
    }
    return spread;
  };
  return { demoId: scripted.demo!.id, odds, at };
}

function firstMinutes({ first }: ScriptItem): number[] {
  const length = new PertTime(first);
  return Array.from({ length: SHARES }, (_, share) => length.at((share + 0.5) / SHARES));
}
