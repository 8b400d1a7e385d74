import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import type { Placement } from '../timetable';
import { PertTime } from './pert';
import { attemptsS, type Part, type Plays } from './simulate';

/** Work behind the scenes takes a fifth less at best and three fifths more at worst. Common practice. */
const HANDS = new PertTime({ bestS: 800, likelyS: 1000, worstS: 1600 });

/** How often progress is told. */
const SLICE = 1000;

export interface ShowPlays extends Plays {
  /** By item: in how many plays something prepared for it was stale. */
  stale: Int32Array;
  played: number;
}

interface Node {
  /** Index among the items; −1 for work behind the scenes. */
  item: number;
  lengthS: number;
  spreads: boolean;
  /** Not before: after the end, or the start, of another point, some seconds later. */
  after: { point: number; fromEnd: boolean; byS: number }[];
  notBeforeS: number;
}

/**
 * Plays a placed show `plays` times. Items and hands take their own time in every play; a task is begun when the plan
 * says, counted from the item that is on by then, and no sooner than hands, station, kit and the step before allow;
 * an item waits for what is not ready. Yields how many plays are done; the same seed gives the same plays.
 */
export function* playShow(
  placement: Placement,
  parts: readonly Part[],
  plays: number,
  seed: number,
): Generator<ShowPlays, ShowPlays> {
  const random = xoroshiro128plus(seed);
  const nodes = nodesOf(placement);
  const order = inOrder(nodes);
  const windows = windowsOf(placement);
  const items = placement.work.itemPoints.length;
  const startsS = parts.map(() => new Float64Array(plays));
  const lengthsS = parts.map(() => new Float64Array(plays));
  const ends = new Float64Array(plays);
  const stale = new Int32Array(items);
  const start = new Float64Array(nodes.length);
  const end = new Float64Array(nodes.length);
  const last = placement.work.itemPoints.at(-1);
  const soFar = (played: number): ShowPlays => ({
    played,
    endsS: Float64Array.from(ends.subarray(0, played)).sort(),
    startsS,
    lengthsS,
    unsortedEndsS: ends,
    stale,
  });
  for (let play = 0; play < plays; play++) {
    for (const point of order) {
      const node = nodes[point]!;
      let at = node.notBeforeS;
      for (const { point: other, fromEnd, byS } of node.after) {
        const time = (fromEnd ? end[other]! : start[other]!) + byS;
        if (time > at) at = time;
      }
      let length = node.lengthS;
      if (node.item >= 0) {
        const part = parts[node.item]!;
        length = part.first.at(uniformFloat64(random)) + part.afterS;
        if (part.outcomes.length) length += attemptsS(part, uniformFloat64(random));
        startsS[node.item]![play] = at;
        lengthsS[node.item]![play] = length;
      } else if (node.spreads) {
        length = (node.lengthS * HANDS.at(uniformFloat64(random))) / 1000;
      }
      start[point] = at;
      end[point] = at + length;
    }
    ends[play] = last === undefined ? 0 : end[last]!;
    for (let i = 0; i < items; i++) {
      if (windows[i]!.some((w) => start[w.taker]! > end[w.task]! + w.staleAfterS)) stale[i]!++;
    }
    if ((play + 1) % SLICE === 0 && play + 1 < plays) yield soFar(play + 1);
  }
  return soFar(plays);
}

function nodesOf({ work, links, settled: { times } }: Placement): Node[] {
  const nodes = work.activities.map((a, point): Node => ({
    item: work.itemPoints.indexOf(point),
    lengthS: a.lengthS,
    spreads: a.kind !== 'origin' && a.lengthS > 0,
    after: [],
    notBeforeS: point === 0 ? 0 : -Infinity,
  }));
  for (const { from, to, lagS } of links) {
    if (to === 0) continue;
    if (from === 0) nodes[to]!.notBeforeS = Math.max(nodes[to]!.notBeforeS, lagS);
    else if (lagS >= 0) {
      const fromEnd = lagS >= nodes[from]!.lengthS;
      nodes[to]!.after.push({ point: from, fromEnd, byS: fromEnd ? lagS - nodes[from]!.lengthS : lagS });
    }
  }
  work.activities.forEach((a, point) => {
    if (a.kind !== 'task') return;
    const at = times[point]!;
    const cue = work.itemPoints.filter((p) => times[p]! <= at).at(-1);
    if (cue === undefined) nodes[point]!.notBeforeS = Math.max(nodes[point]!.notBeforeS, at);
    else nodes[point]!.after.push({ point: cue, fromEnd: false, byS: at - times[cue]! });
  });
  return nodes;
}

/** Points so that each comes after all it waits for. */
function inOrder(nodes: readonly Node[]): number[] {
  const order: number[] = [];
  const state = new Uint8Array(nodes.length);
  const visit = (point: number): void => {
    if (state[point]) return;
    state[point] = 1;
    for (const { point: other } of nodes[point]!.after) visit(other);
    order.push(point);
  };
  nodes.forEach((_, point) => visit(point));
  return order;
}

/** By item: its tasks that go stale, and what takes each up. */
function windowsOf({ work, links }: Placement) {
  const item = new Map(work.itemPoints.map((p, i) => [work.activities[p]!.itemId, i]));
  const windows = work.itemPoints.map((): { task: number; taker: number; staleAfterS: number }[] => []);
  for (const { from, to, why } of links) {
    const { task, itemId } = work.activities[from]!;
    if (why.kind !== 'ready' || task?.staleAfterS === undefined) continue;
    windows[item.get(itemId)!]!.push({ task: from, taker: to, staleAfterS: task.staleAfterS });
  }
  return windows;
}
