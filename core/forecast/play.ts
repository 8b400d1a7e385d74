import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import type { Placement, WorkLink } from '../timetable';
import { LengthTime } from './length';
import type { Replay } from './cuts';
import { attemptsS, Pace, pickedPart, pickOption, Rates, type Part, type Plays } from './simulate';

/** One piece of work behind the scenes in ten is quicker by an eighth, one in ten takes 29 % longer. Common practice. */
const HANDS = new LengthTime({ bestS: 870, likelyS: 1000, worstS: 1290 });

/** How often progress is told. */
const SLICE = 1000;

export interface ShowPlays extends Plays {
  /** By item: in how many plays something prepared for it was stale. */
  stale: Int32Array;
  played: number;
  /** The first plays again, without some items, on the same luck. */
  replay: () => Replay;
}

/** Plays kept to be played again, and lengths kept for them: a show of thousands of tasks keeps fewer plays. */
const REPLAYS = 1000;
const MOST_KEPT = 4_000_000;

/** Where `option` is not −1, only where the item `choice` has that option picked. */
interface After {
  point: number;
  fromEnd: boolean;
  byS: number;
  choice: number;
  option: number;
}

interface Node {
  /** The item it is of, or belongs to; −1 for none. */
  owner: number;
  /** Index among the items; −1 for work behind the scenes. */
  item: number;
  lengthS: number;
  spreads: boolean;
  /** Not before: after the end, or the start, of another point, some seconds later. */
  after: After[];
  /** It happens only where this option of its item is picked; −1: always. */
  option: number;
  notBeforeS: number;
}

/**
 * Plays a placed show `plays` times. Items and hands take their own time in every play; a task is begun when the plan
 * says, counted from the item that is on by then, and no sooner than hands, mark, kit and the step before allow;
 * an item waits for what is not ready. Yields how many plays are done; the same seed gives the same plays.
 */
export function* playShow(
  placement: Placement,
  parts: readonly Part[],
  { plays, seed, paceSd }: { plays: number; seed: number; paceSd: number },
): Generator<ShowPlays, ShowPlays> {
  const random = xoroshiro128plus(seed);
  const nodes = nodesOf(placement);
  const order = inOrder(nodes);
  const flat = flatten(nodes, order);
  const rates = new Rates(parts);
  const pace = new Pace(paceSd);
  const windows = windowsOf(placement);
  const items = placement.work.itemPoints.length;
  const startsS = parts.map(() => new Float64Array(plays));
  const lengthsS = parts.map(() => new Float64Array(plays));
  const ends = new Float64Array(plays);
  const stale = new Int32Array(items);
  /** Start and end of every point of a play, side by side. */
  const points = nodes.length;
  const times = new Float64Array(2 * points);
  const kept = Math.min(plays, REPLAYS, Math.max(1, Math.floor(MOST_KEPT / Math.max(1, points))));
  /** Lengths of the points in the plays that are kept, play by play. */
  const lengths = new Float64Array(kept * points);
  const last = placement.work.itemPoints.at(-1);
  const soFar = (played: number): ShowPlays => ({
    played,
    endsS: Float64Array.from(ends.subarray(0, played)).sort(),
    startsS,
    lengthsS,
    unsortedEndsS: ends,
    stale,
    replay: () => ({ plays: kept, meanS: lengthsS.map(meanOf), endsWithout }),
  });
  const { place, item: itemOf, owner, lengthS: long, spreads, notBeforeS, first, source, byS } = flat;
  const { option: optionOf, only, choice } = flat;
  const hasChoices = parts.some((part) => part.options);
  /** The option picked of every item in the play at hand, and in those that are kept. */
  const picks = new Int8Array(items).fill(-1);
  const keptPicks = new Int8Array(hasChoices ? kept * items : 0);
  /** An item left out takes no time and waits for the item before it alone; its work behind the scenes is not done. */
  const endsWithout = (cut: readonly number[]): Float64Array => {
    const out = new Set(cut);
    const isOut = Uint8Array.from(owner, (i) => (i >= 0 && out.has(i) ? 1 : 0));
    const ends = new Float64Array(kept);
    for (let play = 0; play < kept; play++) {
      for (let n = 0; n < points; n++) {
        const pick = (item: number) => keptPicks[play * items + item]!;
        const gone = isOut[n] === 1 || (optionOf[n]! >= 0 && pick(owner[n]!) !== optionOf[n]!);
        let at = gone ? -Infinity : notBeforeS[n]!;
        for (let k = first[n]!; k < first[n + 1]!; k++) {
          const from = source[k]! >> 1;
          if (gone && (itemOf[n]! < 0 || itemOf[from]! < 0)) continue;
          if (only[k]! >= 0 && pick(choice[k]!) !== only[k]!) continue;
          const time = times[source[k]!]! + byS[k]!;
          if (time > at) at = time;
        }
        // Nothing waits for what is not done.
        times[2 * n] = at;
        times[2 * n + 1] = gone ? at : at + lengths[play * points + n]!;
      }
      ends[play] = last === undefined ? 0 : times[2 * place[last]! + 1]!;
    }
    return ends;
  };
  // A function of its own: the engine is slow with the long loop of a generator.
  const playOne = (play: number): void => {
    rates.draw(random);
    pace.draw(random);
    for (let n = 0; n < points; n++) {
      let at = notBeforeS[n]!;
      for (let k = first[n]!; k < first[n + 1]!; k++) {
        if (only[k]! >= 0 && picks[choice[k]!] !== only[k]!) continue;
        const time = times[source[k]!]! + byS[k]!;
        if (time > at) at = time;
      }
      let length = long[n]!;
      const item = itemOf[n]!;
      if (optionOf[n]! >= 0 && picks[owner[n]!] !== optionOf[n]!) {
        at = -Infinity;
        length = 0;
      } else if (item >= 0) {
        picks[item] = pickOption(parts[item]!, random);
        const part = pickedPart(parts[item]!, picks[item]);
        length = pace.lengthS(part.first, random) + part.afterS;
        length += attemptsS(part, random, rates, pace);
        startsS[item]![play] = at;
        lengthsS[item]![play] = length;
      } else if (spreads[n]) length = (length * HANDS.at(uniformFloat64(random))) / 1000;
      times[2 * n] = at;
      times[2 * n + 1] = at + length;
      if (play < kept) lengths[play * points + n] = length;
    }
    if (hasChoices && play < kept) keptPicks.set(picks, play * items);
    ends[play] = last === undefined ? 0 : times[2 * place[last]! + 1]!;
    for (const { item, perishables } of windows)
      if (
        perishables.some((w) => times[2 * place[w.taker]!]! > times[2 * place[w.task]! + 1]! + w.staleAfterS)
      )
        stale[item]!++;
  };
  for (let play = 0; play < plays; play++) {
    playOne(play);
    if ((play + 1) % SLICE === 0 && play + 1 < plays) yield soFar(play + 1);
  }
  return soFar(plays);
}

const meanOf = (values: Float64Array): number =>
  values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length);

function nodesOf({ work, links, settled: { times } }: Placement): Node[] {
  const place = new Map(work.itemPoints.map((point, i) => [work.activities[point]!.itemId, i]));
  const nodes = work.activities.map((a, point): Node => ({
    item: work.itemPoints.indexOf(point),
    owner: place.get(a.itemId) ?? -1,
    lengthS: a.lengthS,
    spreads: a.kind !== 'origin' && a.lengthS > 0,
    after: [],
    option: a.option ?? -1,
    notBeforeS: point === 0 ? 0 : -Infinity,
  }));
  for (const { from, to, lagS, why, option = -1 } of pastOptions(work, links, times)) {
    if (to === 0) continue;
    if (from === 0) nodes[to]!.notBeforeS = Math.max(nodes[to]!.notBeforeS, lagS);
    else if (lagS >= 0) {
      // A reset follows its item, however long that lasts.
      const lengthS = why.kind === 'reset' ? lagS : nodes[from]!.lengthS;
      const fromEnd = lagS >= lengthS;
      const byS = fromEnd ? lagS - lengthS : lagS;
      nodes[to]!.after.push({ point: from, fromEnd, byS, choice: nodes[from]!.owner, option });
    }
  }
  work.activities.forEach((a, point) => {
    if (a.kind !== 'task') return;
    const at = times[point]!;
    const cue = work.itemPoints.filter((p) => times[p]! <= at).at(-1);
    if (cue === undefined) nodes[point]!.notBeforeS = Math.max(nodes[point]!.notBeforeS, at);
    else
      nodes[point]!.after.push({
        point: cue,
        fromEnd: false,
        byS: at - times[cue]!,
        choice: -1,
        option: -1,
      });
  });
  return nodes;
}

/** Hands that pass a reset on may be free before it: where its option is not picked, what they did before it counts. */
function pastOptions(
  { activities }: Placement['work'],
  links: readonly WorkLink[],
  times: Float64Array,
): WorkLink[] {
  const passed = links
    .filter(({ from, why }) => why.kind === 'hands' && activities[from]!.option !== undefined)
    .sort((a, b) => times[a.from]! - times[b.from]!);
  const all = [...links];
  for (const { from, to, why } of passed)
    all.push(
      ...all.filter((l) => l.to === from && l.why.kind === 'hands').map((link) => ({ ...link, to, why })),
    );
  return all;
}

/** Points in an order, and what each waits for, in flat arrays: there are millions of looks a forecast. */
function flatten(nodes: readonly Node[], order: readonly number[]) {
  const inTurn = order.map((point) => nodes[point]!);
  const place = new Int32Array(order.length);
  order.forEach((point, n) => (place[point] = n));
  const first = new Int32Array(order.length + 1);
  inTurn.forEach(({ after }, n) => (first[n + 1] = first[n]! + after.length));
  const all = inTurn.flatMap(({ after }) => after);
  return {
    /** Where in the order a point is. */
    place,
    item: Int32Array.from(inTurn, (n) => n.item),
    owner: Int32Array.from(inTurn, (n) => n.owner),
    lengthS: Float64Array.from(inTurn, (n) => n.lengthS),
    spreads: Uint8Array.from(inTurn, (n) => (n.spreads ? 1 : 0)),
    notBeforeS: Float64Array.from(inTurn, (n) => n.notBeforeS),
    first,
    source: Int32Array.from(all, (a) => 2 * place[a.point]! + (a.fromEnd ? 1 : 0)),
    byS: Float64Array.from(all, (a) => a.byS),
    only: Int8Array.from(all, (a) => a.option),
    choice: Int32Array.from(all, (a) => a.choice),
    option: Int8Array.from(inTurn, (n) => n.option),
  };
}

/** Points so that each comes after all it waits for. A stack of its own: a long show would overflow the engine's. */
function inOrder(nodes: readonly Node[]): number[] {
  const order: number[] = [];
  const isOpen = new Uint8Array(nodes.length);
  for (let start = 0; start < nodes.length; start++) {
    const stack = [{ point: start, next: 0 }];
    if (isOpen[start]) continue;
    isOpen[start] = 1;
    for (let top = stack.at(-1); top; top = stack.at(-1)) {
      const { after } = nodes[top.point]!;
      const wanted = after[top.next++]?.point;
      if (wanted === undefined) {
        order.push(top.point);
        stack.pop();
      } else if (!isOpen[wanted]) {
        isOpen[wanted] = 1;
        stack.push({ point: wanted, next: 0 });
      }
    }
  }
  return order;
}

interface Perishable {
  task: number;
  taker: number;
  staleAfterS: number;
}

/** By item: its tasks that go stale, and whatever needs each fresh. */
function windowsOf({ work }: Placement): { item: number; perishables: Perishable[] }[] {
  const item = new Map(work.itemPoints.map((p, i) => [work.activities[p]!.itemId, i]));
  const windows = work.itemPoints.map((): Perishable[] => []);
  for (const { from: taker, to: count, why } of work.links) {
    const { task, itemId } = work.activities[count]!;
    if (why.kind === 'stale')
      windows[item.get(itemId)!]!.push({ task: count, taker, staleAfterS: task!.staleAfterS! });
  }
  return windows.flatMap((perishables, i) => (perishables.length ? [{ item: i, perishables }] : []));
}
