import { addDays, format, parseISO } from 'date-fns';
import { type BaseUnit, inOrderOfName, inOrderOfText } from '../quantities';
import type { Script } from '../script';
import { SUPPLIERS, type ColdPlan, type Good, type ShowFile, type Supplier } from '../show';
import type { Timetable } from '../timetable';
import { coldBudget, CRYOGENS } from './cold';
import { outWith, sooner, type LotStock } from './ledger';
import { needs, packedOf, RUN_OUT_PCT, wants, whole, type Want } from './needs';
import { convolve, enough, rounded, type Spread } from './spread';

/** What one show of a tour has to do with one good. Amounts in the good's unit. */
export interface TourLine {
  showId: string;
  goodId: string;
  planned: number;
  packed: number;
  /** What the shows before it may use up of this good, all together at this show's odds. */
  before: number;
  /** Of what may be used by this show and those before it, this show's part. */
  share: number;
  /** Usable on its day when the shows before it have taken theirs, things bought for them included. */
  usable: number;
  /** What went past its day before this show. */
  past: number;
  short: number;
  packs: number | undefined;
  cost: number | undefined;
}

export interface TourShow {
  showId: string;
  title: string;
  date: string;
  heads: number;
  lines: TourLine[];
  /** What is planned to be used up, priced by the pack's price; goods without a price count nothing. */
  usesCost: number;
  perHead: number | undefined;
  unpriced: string[];
}

export interface TourStop {
  script: Script;
  timetable: Timetable;
}

/**
 * Shows in the order of their dates against one shelf. What all shows so far may use is added up as odds, so that a
 * tour needs less reserve than its shows one by one; each show takes its share from the lots that are good on its
 * day, first expired first, and what is short is bought in whole packs, whose rest the next show finds. Pure.
 */
export function tour(stops: readonly TourStop[], lots: readonly LotStock[]): TourShow[] {
  const inOrder = [...stops].sort(
    (a, b) =>
      inOrderOfText(a.script.file.show.date, b.script.file.show.date) ||
      inOrderOfText(a.script.file.show.curtainUp, b.script.file.show.curtainUp) ||
      inOrderOfText(a.script.file.show.id, b.script.file.show.id),
  );
  const shelf = new Map<string, Remaining>();
  return inOrder.map(({ script, timetable }) => {
    const { file } = script;
    const all = wants(script, timetable);
    const lines = all.map((want) => {
      const cold = file.show.cold?.find((c) => c.goodId === want.good.id);
      if (cold) return coldLine(script, timetable, want, cold, want.good);
      const of = shelf.get(want.good.id) ?? remaining(want.good, lots);
      shelf.set(want.good.id, of);
      return lineOf(file, want, of);
    });
    for (const cold of file.show.cold ?? []) {
      const good = script.goods.get(cold.goodId);
      // Nothing is poured of it, but something is chilled.
      if (good && !all.some((w) => w.good === good))
        lines.push(coldLine(script, timetable, undefined, cold, good));
    }
    const budgeted = new Set(file.show.cold?.map((c) => c.goodId));
    const priced = lines.map((line) => {
      const good = script.goods.get(line.goodId)!;
      return { good, cost: budgeted.has(good.id) ? line.cost : costOf(good, line.planned) };
    });
    const usesCost = rounded(priced.reduce((sum, p) => sum + (p.cost ?? 0), 0));
    return {
      showId: file.show.id,
      title: file.show.title,
      date: file.show.date,
      heads: file.show.heads,
      lines,
      usesCost,
      perHead: file.show.heads > 0 ? usesCost / file.show.heads : undefined,
      unpriced: priced.filter((p) => p.cost === undefined).map((p) => p.good.name),
    };
  });
}

/** The shelf of a show file as the tour reads it: what it says of each good, in one lot. */
export const shelfOfFile = ({ stock }: ShowFile): LotStock[] =>
  stock.map(({ id, onShelf }) => ({ lot: { id, goodId: id }, shelf: onShelf, out: {} }));

const costOf = (good: Good, amount: number): number | undefined =>
  good.packPrice !== undefined && good.packAmount ? (amount / good.packAmount) * good.packPrice : undefined;

/** A cryogen with a budget is ordered for the one show, losses and all: what is left of it does not keep. */
function coldLine(
  script: Script,
  timetable: Timetable,
  want: Want | undefined,
  cold: ColdPlan,
  good: Good,
): TourLine {
  const { order, cost } = coldBudget(script, timetable, cold, needs(script, timetable).consumables);
  const { show } = script.file;
  const short = rounded((good.unit === 'g' ? CRYOGENS[cold.cryogen].kgPerUnit : 1) * order * 1000);
  return {
    showId: show.id,
    goodId: good.id,
    planned: want?.planned ?? 0,
    packed: want ? packedOf(want, show.runOutPct ?? RUN_OUT_PCT).packed : 0,
    before: 0,
    share: short,
    usable: 0,
    past: 0,
    short,
    packs: undefined,
    cost,
  };
}

/** A good as the tour eats it. */
interface Remaining {
  lots: { amount: number; goodUntil?: string }[];
  /** Bought for earlier shows and not yet used. */
  fresh: number;
  /** How much is out with a show. */
  out: (showId: string) => number;
  spread: Spread | undefined;
  /** What the shows so far may use together. */
  together: number;
}

const remaining = (good: Good, lots: readonly LotStock[]): Remaining => ({
  lots: lots
    .filter((l) => l.lot.goodId === good.id && l.shelf > 0)
    .sort(sooner)
    .map(({ shelf, goodUntil }) => ({ amount: shelf, ...(goodUntil !== undefined && { goodUntil }) })),
  fresh: 0,
  out: (showId) => lots.reduce((sum, l) => sum + (l.lot.goodId === good.id ? outWith(l, showId) : 0), 0),
  spread: undefined,
  together: 0,
});

function lineOf(file: ShowFile, want: Want, of: Remaining): TourLine {
  const { good } = want;
  const pct = file.show.runOutPct ?? RUN_OUT_PCT;
  const { packed } = packedOf(want, pct);
  const before = of.together;
  of.spread = of.spread ? convolve(of.spread, want.spread) : want.spread;
  of.together = Math.max(of.together + want.planned, whole(good, enough(of.spread, pct / 100).amount));
  const share = rounded(of.together - before);
  const gone = of.lots.filter((l) => l.goodUntil !== undefined && l.goodUntil < file.show.date);
  const past = rounded(gone.reduce((sum, l) => sum + l.amount, 0));
  of.lots = of.lots.filter((l) => !gone.includes(l));
  const out = of.out(file.show.id);
  const usable = rounded(of.lots.reduce((sum, l) => sum + l.amount, 0) + of.fresh + out);
  // What is out with the show already is its own.
  let left = Math.max(0, rounded(share - out));
  for (const lot of of.lots) {
    const take = Math.min(lot.amount, left);
    lot.amount = rounded(lot.amount - take);
    left = rounded(left - take);
  }
  const fromFresh = Math.min(of.fresh, left);
  of.fresh = rounded(of.fresh - fromFresh);
  const short = rounded(left - fromFresh);
  const packs = good.packAmount ? Math.ceil(rounded(short / good.packAmount)) : undefined;
  if (packs !== undefined) of.fresh = rounded(of.fresh + packs * good.packAmount! - short);
  return {
    showId: file.show.id,
    goodId: good.id,
    planned: want.planned,
    packed,
    before,
    share,
    usable,
    past,
    short,
    packs,
    cost: packs !== undefined && good.packPrice !== undefined ? packs * good.packPrice : undefined,
  };
}

/** Something to buy, from whom, and by when. */
export interface BuyLine {
  goodId: string;
  name: string;
  unit: BaseUnit;
  amount: number;
  packs: number | undefined;
  packAmount: number | undefined;
  cost: number | undefined;
  supplier: Supplier | undefined;
  /** The last day to order for it to be here the day before the first show that wants it. */
  orderBy: string;
  late: boolean;
  hardToFind: boolean;
  substitutes: string | undefined;
  forShows: Pick<TourShow, 'showId' | 'title'>[];
}

/** Things are here the day before they are needed. Common practice. */
const DAYS_BEFORE = 1;

/** Everything the tour is short of, kit too, by supplier and then by the day to order. `today` marks what is late. Pure. */
export function buyingList(
  shows: readonly TourShow[],
  goods: readonly Good[],
  kit: readonly { showId: string; goodId: string; short: number }[],
  today: string,
): BuyLine[] {
  const wanted = new Map<
    string,
    { amount: number; packs: number | undefined; cost: number | undefined; shows: TourShow[] }
  >();
  for (const show of shows) {
    const short = show.lines.filter((l) => l.short > 0);
    for (const line of short) {
      const have = wanted.get(line.goodId);
      wanted.set(line.goodId, {
        amount: rounded((have?.amount ?? 0) + line.short),
        packs: line.packs === undefined ? undefined : (have?.packs ?? 0) + line.packs,
        cost: line.cost === undefined ? undefined : rounded((have?.cost ?? 0) + line.cost),
        shows: [...(have?.shows ?? []), show],
      });
    }
    // Kit comes home again: the tour is short of the most that any one show is short of.
    for (const { goodId, short: count } of kit.filter((k) => k.showId === show.showId && k.short > 0)) {
      const have = wanted.get(goodId);
      const good = goods.find((g) => g.id === goodId);
      const amount = Math.max(have?.amount ?? 0, count);
      wanted.set(goodId, {
        amount,
        packs: good?.packAmount ? Math.ceil(amount / good.packAmount) : undefined,
        cost:
          good?.packAmount && good.packPrice !== undefined
            ? Math.ceil(amount / good.packAmount) * good.packPrice
            : undefined,
        shows: [...(have?.shows ?? []), show],
      });
    }
  }
  return [...wanted]
    .flatMap(([goodId, want]): BuyLine[] => {
      const good = goods.find((g) => g.id === goodId);
      if (!good) return [];
      const orderBy = format(
        addDays(parseISO(want.shows[0]!.date), -(good.leadDays ?? 0) - DAYS_BEFORE),
        'yyyy-MM-dd',
      );
      return [
        {
          goodId,
          name: good.name,
          unit: good.unit,
          amount: want.amount,
          packs: want.packs,
          packAmount: good.packAmount,
          cost: want.cost,
          supplier: good.supplier,
          orderBy,
          late: orderBy < today,
          hardToFind: good.hardToFind ?? false,
          substitutes: good.substitutes,
          forShows: want.shows.map(({ showId, title }) => ({ showId, title })),
        },
      ];
    })
    .sort(
      (a, b) =>
        placeOf(a.supplier) - placeOf(b.supplier) ||
        inOrderOfText(a.orderBy, b.orderBy) ||
        inOrderOfName(a.name, b.name),
    );
}

/** Suppliers in their own order, and what has none at the end. */
const placeOf = (supplier: Supplier | undefined) =>
  supplier === undefined ? SUPPLIERS.length : SUPPLIERS.indexOf(supplier);
