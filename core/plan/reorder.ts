import { formatDuration } from '../quantities';
import { script, type Script, type ScriptItem } from '../script';
import type { Item, ShowFile } from '../show';
import { leastTrouble, place } from '../timetable';
import { loudNoCall, wetByVoltage, type Order } from './rules';

/** How well an order plays: what an audience and a crew would mind, counted. */
export interface OrderMerits {
  deadAirS: number;
  /** Things that cannot hold together, and limits no hands keep. */
  conflicts: number;
  /** Water right before or after high voltage. */
  wetByVoltage: number;
  /** Two loud items in a row with no call between. */
  loudPairs: number;
  /** By how much the intensity falls from one demo to the next, added up. */
  falls: number;
  /** Whether the strongest demo stands last. */
  endsStrong: boolean;
}

export interface OrderProposal {
  itemIds: string[];
  before: OrderMerits;
  after: OrderMerits;
  /** What it gains, in words; and what stands elsewhere, by its new place (from 1). */
  gains: string[];
  moves: { itemId: string; title: string; from: number; to: number }[];
}

/** What each demerit weighs, in seconds of dead air one would rather bear. Common practice. */
const WEIGHTS = {
  conflict: 600,
  wetByVoltage: 240,
  loudPair: 90,
  fall: 12,
  weakEnd: 60,
  placeMoved: 4,
  talkApart: 60,
};
/** Steps of search spent on one order while looking: enough to place it, not to prove it. */
const BUDGET = 20_000;
/** Orders placed before the best so far is proposed, of a show too long to look at all of them. */
const TRIES = 400;
/** Orders weighed between two moments at which the search may be dropped. */
const SLICE = 50;
const NO_TROUBLE = { deadAirS: 0, conflicts: 0 };
/** Of a show with no more items that may move, every order is looked at. */
const FEW = 7;

/**
 * Looks for a better order. Where few items may move, all orders are looked at, those that cannot be the best left
 * unplaced: none is better by these weights. Of a longer show, demos with the talk that leads to them, and items by
 * themselves, are put elsewhere one at a time as long as that gains; that does not claim the best of all orders. Pinned
 * items and those with a fixed time keep their places. Undefined where nothing better is found. Yields how many orders
 * were placed; may be dropped any time.
 */
export function* proposeOrder(
  file: ShowFile,
): Generator<{ done: number; total: number }, OrderProposal | undefined> {
  const { items } = file.show;
  const resolved = script(file);
  const start = merits(items, resolved);
  const few = items.filter((item) => !stays(item)).length <= FEW;
  let best = { items, merits: start, cost: cost(start) };
  let placed = 0;
  for (let improved = true; improved && (few || placed < TRIES);) {
    improved = false;
    const ideas: { order: Item[]; fixed: number; least: number }[] = [];
    for (const order of few ? allOrders(items) : neighbours(best.items)) {
      if (ideas.length % SLICE === SLICE - 1) yield { done: placed, total: TRIES };
      const fixed = staticCost(order, items, resolved);
      // Of all orders the most promising come first, so that the rest need not be placed.
      const least = few && fixed < best.cost - 1 ? leastTrouble(reordered(order, resolved)) : NO_TROUBLE;
      ideas.push({ order, fixed, least: fixed + least.deadAirS + WEIGHTS.conflict * least.conflicts });
    }
    for (const { order, fixed, least } of ideas.sort((a, b) => a.least - b.least)) {
      if (least >= best.cost - 1 || (!few && placed >= TRIES)) break;
      placed++;
      yield { done: placed, total: few ? ideas.length : TRIES };
      const found = merits(order, resolved);
      const total = found.deadAirS + WEIGHTS.conflict * found.conflicts + fixed;
      if (total >= best.cost - 1) continue;
      best = { items: order, merits: found, cost: total };
      improved = !few;
      if (!few) break;
    }
  }
  if (best.items === items) return undefined;
  const moves = best.items.flatMap((item, to) => {
    const from = items.indexOf(item);
    return from === to ? [] : [{ itemId: item.id, title: item.title, from: from + 1, to: to + 1 }];
  });
  return {
    itemIds: best.items.map((i) => i.id),
    before: start,
    after: best.merits,
    gains: gains(start, best.merits),
    moves,
  };
}

type Pace = Omit<OrderMerits, 'deadAirS' | 'conflicts'>;

/** An order as a script, without resolving it again: what an item is played with does not depend on its place. */
function reordered(items: readonly Item[], resolved: Script): Script {
  let number = 0;
  const inOrder = items.map((item, index): ScriptItem => {
    const scripted = resolved.byItem.get(item.id)!;
    return { ...scripted, index, number: scripted.demo && ++number };
  });
  return {
    ...resolved,
    file: { ...resolved.file, show: { ...resolved.file.show, items: [...items] } },
    items: inOrder,
    byItem: new Map(inOrder.map((scripted) => [scripted.item.id, scripted])),
  };
}

const asOrder = (items: readonly Item[], { byItem }: Script): Order => ({
  items: items.map((item) => byItem.get(item.id)!),
});

function paceOf(items: readonly Item[], script: Script): Pace {
  const order = asOrder(items, script);
  const intensities = order.items.flatMap(({ demo }) => demo?.intensity ?? []);
  return {
    wetByVoltage: wetByVoltage(order),
    loudPairs: loudNoCall.count(order),
    falls: intensities.slice(1).reduce((sum, b, i) => sum + Math.max(0, intensities[i]! - b), 0),
    endsStrong: intensities.length === 0 || intensities.at(-1)! >= Math.max(...intensities),
  };
}

function merits(items: readonly Item[], resolved: Script): OrderMerits {
  const placed = place(reordered(items, resolved), { budget: BUDGET });
  return {
    ...paceOf(items, resolved),
    deadAirS: placed.timetable.deadAirS,
    conflicts: placed.conflicts.length + placed.broken.length,
  };
}

const paceCost = (m: Pace) =>
  WEIGHTS.wetByVoltage * m.wetByVoltage +
  WEIGHTS.loudPair * m.loudPairs +
  WEIGHTS.fall * m.falls +
  (m.endsStrong ? 0 : WEIGHTS.weakEnd);

const cost = (m: OrderMerits) => m.deadAirS + WEIGHTS.conflict * m.conflicts + paceCost(m);

const staticCost = (order: readonly Item[], was: readonly Item[], resolved: Script) =>
  paceCost(paceOf(order, resolved)) +
  WEIGHTS.placeMoved * displaced(order, was) +
  WEIGHTS.talkApart * talkApart(order, was);

/** What an order of a show's items costs beside the one they have, in seconds of dead air one would rather bear. */
export function orderCost(order: readonly Item[], file: ShowFile): number {
  const resolved = script(file);
  const { deadAirS, conflicts } = merits(order, resolved);
  return deadAirS + WEIGHTS.conflict * conflicts + staticCost(order, file.show.items, resolved);
}

const displaced = (order: readonly Item[], was: readonly Item[]) =>
  order.reduce((sum, item, i) => sum + Math.abs(was.indexOf(item) - i), 0);

/** Talk that led to a demo and now leads to something else. */
const talkApart = (order: readonly Item[], was: readonly Item[]): number =>
  was.filter((item, i) => {
    const next = was[i + 1];
    return item.kind === 'link' && next?.kind === 'demo' && order[order.indexOf(item) + 1] !== next;
  }).length;

/** Every order in which what stays has not moved. */
function allOrders(items: readonly Item[]): Item[][] {
  const out: Item[][] = [];
  const fill = (order: readonly Item[], left: readonly Item[]): void => {
    const next = items[order.length];
    if (!next) return void (keepsReferences(order) && out.push([...order]));
    if (stays(next)) return fill([...order, next], left);
    for (const item of left)
      fill(
        [...order, item],
        left.filter((other) => other !== item),
      );
  };
  fill(
    [],
    items.filter((item) => !stays(item)),
  );
  return out;
}

/** Every order in which one block, or one item, stands elsewhere and nothing pinned has moved. */
const neighbours = (items: readonly Item[]): Item[][] => [
  ...moved(items, blocksOf(items)),
  ...moved(
    items,
    items.map((item) => [item]),
  ),
];

function moved(items: readonly Item[], blocks: readonly Item[][]): Item[][] {
  const out: Item[][] = [];
  blocks.forEach((block, from) => {
    if (block.some(stays)) return;
    const rest = blocks.filter((b) => b !== block);
    for (let to = 0; to <= rest.length; to++) {
      if (to === from) continue;
      const order = [...rest.slice(0, to), block, ...rest.slice(to)].flat();
      if (items.every((item, i) => !stays(item) || order[i] === item) && keepsReferences(order))
        out.push(order);
    }
  });
  return out;
}

const stays = (item: Item) => !!item.pinned || item.at !== undefined || item.kind === 'interval';

/** What is set up, or begun, in an earlier item still comes after it. */
function keepsReferences(order: readonly Item[]): boolean {
  const seen = new Set<string>();
  return order.every((item) => {
    const fine =
      (item.setUpIn === undefined || seen.has(item.setUpIn)) &&
      (item.tasks ?? []).every((t) => t.inItemId === undefined || seen.has(t.inItemId));
    seen.add(item.id);
    return fine;
  });
}

/** A demo with the talk before it; talk after the last demo is a block of its own. */
function blocksOf(items: readonly Item[]): Item[][] {
  const blocks: Item[][] = [];
  let open: Item[] = [];
  for (const item of items) {
    open.push(item);
    if (item.kind !== 'demo' && !stays(item)) continue;
    blocks.push(open);
    open = [];
  }
  if (open.length) blocks.push(open.map((item) => item));
  return blocks;
}

function gains(before: OrderMerits, after: OrderMerits): string[] {
  const out: string[] = [];
  const count = (n: number, singular: string, plural: string) => `${n} ${n === 1 ? singular : plural}`;
  if (after.deadAirS !== before.deadAirS)
    out.push(`Dead air: ${formatDuration(before.deadAirS)} → ${formatDuration(after.deadAirS)}.`);
  if (after.conflicts !== before.conflicts)
    out.push(`${count(before.conflicts, 'contradiction', 'contradictions')} → ${after.conflicts}.`);
  if (after.wetByVoltage !== before.wetByVoltage)
    out.push(`Water next to high voltage: ${before.wetByVoltage} → ${after.wetByVoltage}.`);
  if (after.loudPairs !== before.loudPairs)
    out.push(`Loud after loud with no call: ${before.loudPairs} → ${after.loudPairs}.`);
  if (after.falls !== before.falls)
    out.push(
      after.falls < before.falls
        ? 'It builds more steadily from quiet to strong.'
        : 'It builds slightly less steadily.',
    );
  if (after.endsStrong && !before.endsStrong) out.push('The strongest demo comes last.');
  return out;
}
