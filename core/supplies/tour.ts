import { addDays, format, parseISO, subBusinessDays } from 'date-fns';
import { type BaseUnit, inOrderOfName, inOrderOfText } from '../quantities';
import type { Script } from '../script';
import { SUPPLIERS, type ColdPlan, type Good, type ShowFile, type Supplier } from '../show';
import type { Timetable } from '../timetable';
import { carried, coldBudget, coldPlans, type ColdBudget } from './cold';
import { lasts, outWith, sooner, type LotStock } from './ledger';
import { RUN_OUT_PCT, totalOf } from './needs';
import { enough, rounded } from './spread';
import { packedOf, together, wants, whole, type Want } from './wants';

/** What one show of a tour has to do with one good. Amounts in the good's unit. */
export interface TourLine {
  showId: string;
  goodId: string;
  planned: number;
  packed: number;
  /** What the shows before it have set aside of this good, as far as it is still good on its day. */
  before: number;
  /** Of what may be used by this show and those before it, this show's part. */
  share: number;
  /** Usable on its day when the shows before it have taken theirs. */
  usable: number;
  /** What went past its day before this show. */
  past: number;
  /** What the shelf does not have. */
  short: number;
  /** Of what is short, what the packs bought for earlier shows leave over. */
  fromPacks: number;
  packs: number | undefined;
  cost: number | undefined;
  /** Of a cryogen: when the vessel is filled. */
  filled?: { on: string; at: string };
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
 * day, first expired first, and what is short is bought in whole packs the day before, whose rest the next show finds
 * while it is good. Cryogens are ordered for each filling. Pure.
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
    const all = wants(script);
    const plans = coldPlans(script);
    const budgeted = new Set(plans.map((c) => c.goodId));
    const used = all.flatMap((want) => (budgeted.has(want.good.id) ? [totalOf(file, want)] : []));
    const lines = all.flatMap((want) => {
      if (budgeted.has(want.good.id)) return [];
      const left = shelf.get(want.good.id) ?? remaining(want.good, lots);
      shelf.set(want.good.id, left);
      return [lineOf(file, want, left)];
    });
    for (const cold of plans) {
      const good = script.goods.get(cold.goodId);
      if (!good) continue;
      const budget = coldBudget(script, timetable, cold, used);
      lines.push(
        coldLine(
          script,
          all.find((w) => w.good === good),
          budget,
          cold,
          good,
        ),
      );
    }
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

/** What one unit of a good costs, by the price of its pack; undefined where it has none. */
export const priceOf = (good: Good | undefined): number | undefined =>
  good?.packPrice !== undefined && good.packAmount ? good.packPrice / good.packAmount : undefined;

function costOf(good: Good, amount: number): number | undefined {
  const price = priceOf(good);
  return price === undefined ? undefined : amount * price;
}

/** A cryogen is ordered for the one show, losses and all, for the day of its filling: what is left of it does not keep. */
function coldLine(
  { file: { show } }: Script,
  want: Want | undefined,
  budget: ColdBudget,
  { filledOn, filledAt }: ColdPlan,
  good: Good,
): TourLine {
  const short = carried(budget, good.unit);
  return {
    showId: show.id,
    goodId: good.id,
    planned: want?.planned ?? 0,
    packed: short,
    before: 0,
    share: short,
    usable: 0,
    past: 0,
    short,
    fromPacks: 0,
    packs: undefined,
    cost: budget.cost,
    filled: { on: filledOn, at: filledAt },
  };
}

/** So much of a good, good until a day. */
interface Heap {
  amount: number;
  goodUntil?: string;
  /** The rest of a pack that has yet to be bought. */
  toBuy?: boolean;
}

/** A good as the tour eats it. */
interface Remaining {
  /** On the shelf, and what was bought for earlier shows and not set aside: first to die, first out. */
  heaps: Heap[];
  /** How much is out with a show. */
  out: (showId: string) => number;
  /** The shows before, whose reserve is still good: what they set aside, and until when. */
  pool: { want: Want; share: number; goodUntil: string | undefined }[];
}

const remaining = (good: Good, lots: readonly LotStock[]): Remaining => ({
  heaps: lots
    .filter((l) => l.lot.goodId === good.id && l.shelf > 0)
    .sort(sooner)
    .map(({ shelf, goodUntil }) => heap(shelf, goodUntil)),
  out: (showId) => lots.reduce((sum, l) => sum + (l.lot.goodId === good.id ? outWith(l, showId) : 0), 0),
  pool: [],
});

const heap = (amount: number, goodUntil: string | undefined, toBuy = false): Heap => ({
  amount: rounded(amount),
  ...(goodUntil !== undefined && { goodUntil }),
  ...(toBuy && { toBuy }),
});
const alive = ({ goodUntil }: { goodUntil?: string | undefined }, day: string) =>
  goodUntil === undefined || goodUntil >= day;
const total = (list: readonly { amount: number }[]) => rounded(list.reduce((sum, l) => sum + l.amount, 0));
/** The sooner of two last days; undefined is for ever. */
const earlier = (a: string | undefined, b: string | undefined) =>
  a === undefined ? b : b === undefined || a < b ? a : b;

function lineOf({ show }: ShowFile, want: Want, stock: Remaining): TourLine {
  const { good } = want;
  const { date } = show;
  const pct = show.runOutPct ?? RUN_OUT_PCT;
  const { packed } = packedOf(want, pct);
  // What earlier shows set aside serves this one, unless it has died by then.
  stock.pool = stock.pool.filter((p) => alive(p, date));
  const before = rounded(stock.pool.reduce((sum, p) => sum + p.share, 0));
  const both = together([...stock.pool.map((p) => p.want), want]);
  const share = rounded(Math.max(want.planned, whole(good, enough(both, pct / 100)) - before));
  const past = total(stock.heaps.filter((h) => !alive(h, date)));
  stock.heaps = stock.heaps.filter((h) => alive(h, date));
  const out = stock.out(show.id);
  const usable = rounded(total(stock.heaps.filter((h) => !h.toBuy)) + out);
  // What is out with the show already is its own.
  const taken: Heap[] = [heap(Math.min(out, share), undefined)];
  let wanted = rounded(share - taken[0]!.amount);
  for (const from of stock.heaps) {
    const take = Math.min(from.amount, wanted);
    taken.push({ ...from, amount: take });
    wanted = rounded(wanted - take);
    from.amount = rounded(from.amount - take);
  }
  const fromPacks = total(taken.filter((t) => t.toBuy));
  const short = rounded(wanted + fromPacks);
  const packs = good.packAmount ? Math.ceil(rounded(wanted / good.packAmount)) : undefined;
  const boughtUntil = lasts(dayBefore(date), good.keepsDays);
  if (wanted > 0) taken.push(heap(wanted, boughtUntil, true));
  if (packs !== undefined) stock.heaps.push(heap(packs * good.packAmount! - wanted, boughtUntil, true));
  stock.heaps = opened(stock.heaps, good, date);
  stock.pool.push({ want, share, goodUntil: reserveUntil(taken, want.planned, good, date) });
  return {
    showId: show.id,
    goodId: good.id,
    planned: want.planned,
    packed,
    before,
    share,
    usable,
    past,
    short,
    fromPacks,
    packs,
    cost: packs !== undefined && good.packPrice !== undefined ? packs * good.packPrice : undefined,
  };
}

/** What is begun on a day and left over lasts only as an opened pack does; packs that are still whole are not opened. */
function opened(heaps: readonly Heap[], good: Good, date: string): Heap[] {
  const until = lasts(date, good.openLastsDays);
  return heaps
    .filter((h) => h.amount > 0)
    .flatMap((h) => {
      const begun =
        until === undefined ? 0 : good.packAmount ? rounded(h.amount % good.packAmount) : h.amount;
      return [
        heap(begun, earlier(h.goodUntil, until), h.toBuy),
        heap(h.amount - begun, h.goodUntil, h.toBuy),
      ];
    })
    .filter((h) => h.amount > 0)
    .sort((a, b) => inOrderOfText(a.goodUntil ?? '9999', b.goodUntil ?? '9999'));
}

/** Until when what a show sets aside beyond its plan is good: the plan eats what dies first. */
function reserveUntil(taken: readonly Heap[], planned: number, good: Good, date: string): string | undefined {
  let eaten = planned;
  let until = lasts(date, good.openLastsDays);
  for (const { amount, goodUntil } of taken) {
    if (rounded(amount - eaten) > 0) until = earlier(until, goodUntil);
    eaten = Math.max(0, rounded(eaten - amount));
  }
  return until;
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
  /** Of a cryogen: the day its vessel is filled. */
  filledOn?: string;
}

/** Things are here the day before they are needed. Common practice. */
const DAYS_BEFORE = 1;
const dayBefore = (date: string) => format(addDays(parseISO(date), -DAYS_BEFORE), 'yyyy-MM-dd');

/** What goes out together: of one good, for shows that it keeps until. */
interface Order {
  goodId: string;
  amount: number;
  packs: number | undefined;
  cost: number | undefined;
  shows: TourShow[];
  /** The day it has to be here. */
  here: string;
  filled?: string;
}

/** Everything the tour is short of, kit too, by supplier and then by the day to order. `today` marks what is late. Pure. */
export function buyingList(
  shows: readonly TourShow[],
  goods: readonly Good[],
  kit: readonly { showId: string; goodId: string; short: number }[],
  today: string,
): BuyLine[] {
  const byId = new Map(goods.map((good) => [good.id, good]));
  const orders = new Map<string, Order[]>();
  const open = (goodId: string) => orders.get(goodId) ?? orders.set(goodId, []).get(goodId)!;
  for (const show of shows) {
    for (const line of show.lines.filter((l) => l.short > 0)) {
      const list = open(line.goodId);
      const last = list.at(-1);
      const { keepsDays } = byId.get(line.goodId) ?? {};
      const keeps = last && !line.filled && alive({ goodUntil: lasts(last.here, keepsDays) }, show.date);
      const order: Order = keeps
        ? last
        : {
            goodId: line.goodId,
            amount: 0,
            packs: line.packs === undefined ? undefined : 0,
            cost: line.cost === undefined ? undefined : 0,
            shows: [],
            here: dayBefore(show.date),
            ...(line.filled && { filled: line.filled.on }),
          };
      if (!keeps) list.push(order);
      order.amount = rounded(order.amount + line.short);
      order.packs = line.packs === undefined ? undefined : (order.packs ?? 0) + line.packs;
      order.cost = line.cost === undefined ? undefined : rounded((order.cost ?? 0) + line.cost);
      order.shows.push(show);
    }
    // Kit comes home again: the tour is short of the most that any one show is short of.
    for (const { goodId, short: count } of kit.filter((k) => k.showId === show.showId && k.short > 0)) {
      const [have] = open(goodId);
      const amount = Math.max(have?.amount ?? 0, count);
      const { packAmount, packPrice } = byId.get(goodId) ?? {};
      const packs = packAmount ? Math.ceil(amount / packAmount) : undefined;
      const cost = packs !== undefined && packPrice !== undefined ? packs * packPrice : undefined;
      const here = have?.here ?? dayBefore(show.date);
      orders.set(goodId, [{ goodId, amount, packs, cost, shows: [...(have?.shows ?? []), show], here }]);
    }
  }
  return [...orders.values()]
    .flat()
    .flatMap((order): BuyLine[] => {
      const good = byId.get(order.goodId);
      if (!good) return [];
      const leadDays = good.leadDays ?? 0;
      // A filling is dated back by working days: nobody delivers cold on a Sunday.
      const by = order.filled
        ? subBusinessDays(parseISO(order.filled), leadDays)
        : addDays(parseISO(order.here), -leadDays);
      const orderBy = format(by, 'yyyy-MM-dd');
      return [
        {
          goodId: good.id,
          name: good.name,
          unit: good.unit,
          amount: order.amount,
          packs: order.packs,
          packAmount: good.packAmount,
          cost: order.cost,
          supplier: good.supplier,
          orderBy,
          late: orderBy < today,
          hardToFind: good.hardToFind ?? false,
          substitutes: good.substitutes,
          forShows: order.shows.map(({ showId, title }) => ({ showId, title })),
          ...(order.filled && { filledOn: order.filled }),
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
