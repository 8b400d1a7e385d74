import type { BaseUnit } from '../quantities';
import { furtherOf, oddsAt, outcomeS, outcomesOf, LengthTime, Rate, type AttemptsOutcome } from '../forecast';
import { oddsOf, volunteersInAll, type Odds, type Script, type ScriptItem } from '../script';
import type { ConsumableNeed, Demo, Good, Item, ShowFile } from '../show';
import { convolve, enough, oddsAbove, oneOf, rounded, weighted, type Spread } from './spread';

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
  /** Of a series that it grows with: how many times `each` every level takes. */
  levels?: number[];
  /** Of a choice: the demo, and by how many of a hundred audiences it is picked. */
  pickedDemoId?: string;
  share?: number;
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
  /** Of a choice: whose, and by what share of audiences it is picked. */
  picked?: { choice: string; share: number };
  odds: Odds;
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
    for (const goodId of new Set(consumablesOf(scripted).map((need) => need.goodId)))
      naming.set(goodId, [...(naming.get(goodId) ?? []), scripted]);
  return file.stock
    .filter((good) => good.sort === 'consumable' && naming.has(good.id))
    .flatMap((good): Want[] => {
      const uses: Use[] = [];
      const lines: NeedLine[] = [];
      for (const scripted of naming.get(good.id)!) {
        for (const { share, source: scriptItem } of scripted.options ?? [{ share: 1, source: scripted }]) {
          // Shows of a tour may have items of the same ids.
          const choice = `${file.show.id} ${scripted.item.id}`;
          const picked = share < 1 ? { choice, share } : undefined;
          const own = linesOf(file, scriptItem, scriptItem, good.id);
          const pickedDemoId = scriptItem.demo!.id;
          lines.push(...own.map((line) => (picked ? { ...line, pickedDemoId, share: 100 * share } : line)));
          // What a dose may yet turn out to be is taken along.
          const most = scriptItem.largest ? linesOf(file, scriptItem, scriptItem.largest, good.id) : own;
          uses.push({ ...useOf(scriptItem, most), ...(picked && { picked }) });
        }
      }
      // Named with nothing of it, for a variant that is not played.
      if (lines.every((l) => l.each * l.mostTimes === 0 && l.per !== 'whatever is left')) return [];
      const planned = lines.reduce((sum, l) => sum + (l.each * l.plannedTimes * (l.share ?? 100)) / 100, 0);
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
  const uses = list.flatMap((w) => w.uses);
  const cases = picks(uses);
  return cases.length === 1
    ? ofAll(cases[0]!.uses)
    : weighted(cases.map((c) => [c.share, ofAll(c.uses)] as const));
}

/** So many ways in which several choices may go are looked at one by one; of more, the likeliest. */
const MOST_PICKS = 256;

/** Every way in which choices may go, with its share of audiences, and what is used then. */
function picks(uses: readonly Use[]): { share: number; uses: Use[] }[] {
  const sure = uses.filter((use) => !use.picked);
  const choices = new Map<string, Use[]>();
  for (const use of uses)
    if (use.picked) choices.set(use.picked.choice, [...(choices.get(use.picked.choice) ?? []), use]);
  let cases: { share: number; uses: Use[] }[] = [{ share: 1, uses: sure }];
  for (const options of choices.values())
    cases = cases
      .flatMap((c) => options.map((o) => ({ share: c.share * o.picked!.share, uses: [...c.uses, o] })))
      .sort((a, b) => b.share - a.share)
      .slice(0, MOST_PICKS);
  return cases;
}

function ofAll(list: readonly Use[]): Spread {
  const byDemo = new Map<string, Use[]>();
  for (const use of list) byDemo.set(use.demoId, [...(byDemo.get(use.demoId) ?? []), use]);
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

/** What an item may use up; of a choice, whatever is picked. */
const consumablesOf = ({ demo, options }: ScriptItem) =>
  options?.flatMap(({ source: scripted }) => scripted.demo?.consumables ?? []) ?? demo?.consumables ?? [];

function linesOf(
  file: ShowFile,
  { item, whole: length }: ScriptItem,
  { demo, showings }: Pick<ScriptItem, 'demo' | 'showings'>,
  goodId: string,
): NeedLine[] {
  if (!demo) return [];
  return demo.consumables
    .map((need, i) => ({ need, amounts: showings.map((showing) => showing.amounts[i]!) }))
    .filter(({ need }) => need.goodId === goodId)
    .map(({ need, amounts }): NeedLine => {
      const differs = amounts.some((amount) => amount !== need.amount);
      // Where levels take unlike amounts, each is counted in whole units of the good.
      const base = differs ? 1 : need.amount;
      const grows = differs ? amounts : undefined;
      const line = (plannedTimes: number, mostTimes = plannedTimes): NeedLine => ({
        itemId: item.id,
        title: item.title,
        per: need.per,
        each: base * (1 + need.wastePct / 100),
        wastePct: need.wastePct,
        plannedTimes,
        mostTimes,
      });
      switch (need.per) {
        case 'minute': {
          const retriesS = item.retries * demo.retryS + demo.coverS;
          return line(rounded(length.likelyS / 60), rounded((length.worstS + retriesS) / 60));
        }
        case 'attempt':
        case 'showing': {
          const retries = need.per === 'attempt' ? item.retries : 0;
          if (!grows) return line(item.showings, item.showings + retries);
          const sum = grows.reduce((a, b) => a + b, 0);
          return { ...line(rounded(sum), rounded(sum + retries * Math.max(...grows))), levels: [...grows] };
        }
        default:
          // What is there once in a series is there for its largest level.
          return line(rounded(timesOf(file, item, demo, need) * (grows ? Math.max(...grows) : 1)));
      }
    });
}

/** How often a rule counts that chance has no say in. */
function timesOf({ show }: ShowFile, item: Item, demo: Demo, need: ConsumableNeed): number {
  switch (need.per) {
    case 'volunteer':
      return volunteersInAll(demo, item);
    case 'head':
      return show.heads;
    case 'station':
      return show.audienceStations ?? 1;
    default:
      return 1;
  }
}

/** Equal shares of an item's length that a need by the minute is spread over; each counts by its middle. */
const SHARES = 128;

/** The lines of one item hang together: more attempts take more of each, and more minutes. */
function useOf(scripted: ScriptItem, lines: readonly NeedLine[]): Use {
  const odds = oddsOf(scripted.record, scripted.demo!.guessOdds);
  const demoId = scripted.demo!.id;
  const grows = lines.filter((l) => l.per === 'attempt' && l.levels);
  const plain = lines.filter((l) => !grows.includes(l));
  const beside = grows.length ? plain.filter((l) => l.per !== 'attempt') : plain;
  const given = useGiven(scripted, beside);
  const at = (rate: number | undefined): Spread =>
    weighted(outcomesOf(scripted).map((o) => [rate === undefined ? o.odds : oddsAt(o, rate), given(o)]));
  if (!grows.length) return { demoId, odds, at };
  const attempt = plain.filter((l) => l.per === 'attempt').reduce((sum, l) => sum + l.each, 0);
  const levels = grows[0]!.levels!.map(
    (_, k) => attempt + grows.reduce((sum, l) => sum + l.each * l.levels![k]!, 0),
  );
  if (scripted.item.series!.onFail === 'go on') {
    const all = rounded(levels.reduce((sum, amount) => sum + amount, 0));
    return { demoId, odds, at: (rate) => convolve(at(rate), new Map([[all, 1]])) };
  }
  const { retries } = scripted.item;
  const known = (rate: number): Spread => {
    const ends = seriesEnds(levels, retries, rate);
    // Attempts that went alike took the same minutes; without minutes it does not matter how they went.
    if (!beside.some((l) => l.per === 'minute'))
      return convolve(given(NO_ATTEMPT), sumOf(ends.map((e) => e.used)));
    return sumOf(ends.map((end) => convolve(given(end), end.used)));
  };
  return {
    demoId,
    odds,
    at: (rate) => (rate === undefined ? oneOf(new Rate(odds, RATES).values.map(known)) : known(rate)),
  };
}

type Ended = Pick<AttemptsOutcome, 'worked' | 'failed' | 'forGood' | 'wentOn'>;
const NO_ATTEMPT: Ended = { worked: 0, failed: 0, forGood: false };

/** Parts of one spread, their odds as they are. */
function sumOf(parts: readonly Spread[]): Spread {
  const out = new Map<number, number>();
  for (const part of parts) for (const [amount, odds] of part) add(out, amount, odds);
  return out;
}

/** Steps of the grid that long series are added up on; whole amounts up to it stay exact. */
const GRID = 500;
/** So many levels times tries are added up exactly; more on a grid. */
const FEW = 24;

/**
 * How a series may end at a known rate of success, level after level, each tried again while a retry is left: how its
 * attempts went, and what they used up, by the level at which each failure falls. The odds of all spreads sum to 1.
 */
function seriesEnds(
  levels: readonly number[],
  retries: number,
  rate: number,
): (Ended & { used: Map<number, number> })[] {
  const most = levels.reduce((a, b) => a + b, 0) + retries * Math.max(...levels);
  const few = levels.length * (retries + 1) <= FEW || (most <= GRID && levels.every(Number.isInteger));
  const step = few ? undefined : most / GRID;
  /** What falls between two steps of the grid is shared out so that the mean stays. */
  const put = (to: Map<number, number>, amount: number, odds: number) => {
    if (step === undefined) return add(to, rounded(amount), odds);
    const at = rounded(amount / step);
    const low = Math.floor(at);
    add(to, rounded(low * step), odds * (1 - (at - low)));
    if (at > low) add(to, rounded((low + 1) * step), odds * (at - low));
  };
  const ends: (Ended & { used: Map<number, number> })[] = [];
  /** By failures so far: what was used up, and how likely. */
  let open: Map<number, number>[] = [new Map([[0, 1]])];
  levels.forEach((amount, worked) => {
    const next: Map<number, number>[] = [];
    for (let failed = 0; failed <= retries; failed++) {
      const lost = new Map<number, number>();
      for (const [used, likely] of open[failed] ?? []) {
        put((next[failed] ??= new Map()), used + amount, likely * rate);
        put(failed === retries ? lost : (open[failed + 1] ??= new Map()), used + amount, likely * (1 - rate));
      }
      if (lost.size) ends.push({ worked, failed: failed + 1, forGood: true, used: lost });
    }
    open = next;
  });
  open.forEach((used, failed) => {
    if (used) ends.push({ worked: levels.length, failed, forGood: false, used });
  });
  return ends;
}

const add = (spread: Map<number, number>, amount: number, odds: number) =>
  spread.set(amount, (spread.get(amount) ?? 0) + odds);

/** What lines use, given how the attempts at their item went: minutes have a spread of their own. */
function useGiven(scripted: ScriptItem, lines: readonly NeedLine[]): (ended: Ended) => Spread {
  const sum = (pers: readonly NeedLine['per'][]) =>
    lines.filter((l) => pers.includes(l.per)).reduce((total, l) => total + l.each, 0);
  const [attempt, minute] = [sum(['attempt']), sum(['minute'])];
  const fixed = lines
    .filter((l) => l.per !== 'attempt' && l.per !== 'minute')
    .reduce((total, l) => total + l.each * l.plannedTimes, 0);
  const { retryS, coverS, reset } = scripted.demo!;
  const further = furtherOf(scripted.showings.slice(1).map((s) => s.timing));
  const times = { further, retryS, coverS, closed: { worked: 0, failed: 0 } };
  const afterS = reset?.inView ? reset.handsOnS : 0;
  const first = minute > 0 ? firstMinutes(scripted) : [0];
  return (ended) => {
    const otherS = minute > 0 ? afterS + outcomeS(times, ended) : 0;
    const spread = new Map<number, number>();
    for (const firstS of first) {
      const amount = fixed + attempt * (ended.worked + ended.failed) + (minute * (firstS + otherS)) / 60;
      add(spread, rounded(amount), 1 / first.length);
    }
    return spread;
  };
}

function firstMinutes({ showings }: ScriptItem): number[] {
  const length = new LengthTime(showings[0]!.timing);
  return Array.from({ length: SHARES }, (_, share) => length.at((share + 0.5) / SHARES));
}
