import { formatDuration } from '../quantities';
import { script, type Script } from '../script';
import type { Item, ShowFile } from '../show';
import { place } from '../timetable';
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
const WEIGHTS = { conflict: 600, wetByVoltage: 240, loudPair: 90, fall: 12, weakEnd: 60, placeMoved: 4 };
/** Steps of search spent on one order while looking: enough to place it, not to prove it. */
const BUDGET = 20_000;
/** Orders placed before the best so far is proposed. */
const TRIES = 400;

/**
 * Looks for a better order: blocks of a demo with the talk that leads to it are put elsewhere one at a time as long as
 * that gains. Pinned items and those with a fixed time keep their places. Undefined where nothing better is found. A
 * local search: it does not claim the best of all orders. Yields how many orders were placed; may be dropped any time.
 */
export function* proposeOrder(
  file: ShowFile,
): Generator<{ done: number; total: number }, OrderProposal | undefined> {
  const { items } = file.show;
  const resolved = script(file);
  const start = merits(items, resolved);
  let best = { items, merits: start, cost: cost(start) };
  let triedCount = 0;
  for (let improved = true; improved && triedCount < TRIES;) {
    improved = false;
    const ideas = neighbours(best.items)
      .map((order) => ({ order, static: staticCost(order, items, resolved) }))
      .sort((a, b) => a.static - b.static);
    for (const { order } of ideas) {
      if (triedCount >= TRIES) break;
      triedCount++;
      yield { done: triedCount, total: TRIES };
      const found = merits(order, resolved);
      const total = cost(found) + WEIGHTS.placeMoved * displaced(order, items);
      if (total < best.cost - 1) {
        best = { items: order, merits: found, cost: total };
        improved = true;
        break;
      }
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

/** An order as a script, without resolving it anew. */
const asOrder = (items: readonly Item[], { byItem }: Script): Order => ({
  items: items.map((item) => byItem.get(item.id)!),
});

function paceOf(items: readonly Item[], script: Script): Pace {
  const order = asOrder(items, script);
  const intensities = order.items.flatMap(({ demo }) => demo?.intensity ?? []);
  return {
    wetByVoltage: wetByVoltage.count(order),
    loudPairs: loudNoCall.count(order),
    falls: intensities.slice(1).reduce((sum, b, i) => sum + Math.max(0, intensities[i]! - b), 0),
    endsStrong: intensities.length === 0 || intensities.at(-1)! >= Math.max(...intensities),
  };
}

function merits(items: readonly Item[], resolved: Script): OrderMerits {
  const { file } = resolved;
  const placed = place(script({ ...file, show: { ...file.show, items: [...items] } }), { budget: BUDGET });
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
  paceCost(paceOf(order, resolved)) + WEIGHTS.placeMoved * displaced(order, was);

const displaced = (order: readonly Item[], was: readonly Item[]) =>
  order.reduce((sum, item, i) => sum + Math.abs(was.indexOf(item) - i), 0);

/** Every order in which one block stands elsewhere and nothing pinned has moved. */
function neighbours(items: readonly Item[]): Item[][] {
  const blocks = blocksOf(items);
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
        : 'It builds a little less steadily.',
    );
  if (after.endsStrong && !before.endsStrong) out.push('The strongest demo comes last.');
  return out;
}
