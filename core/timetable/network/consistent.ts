import type { Link } from './network';
import { longestPath } from './path';

export interface Contradiction<Why> {
  /** The circle's links in order, each beginning where the one before ends. */
  cycle: Link<Why>[];
  /** By how many seconds they miss one another. */
  excessS: number;
}

/**
 * A network that takes links one at a time and stays consistent. It keeps a time for every point that all links so far
 * allow, and moves only what a new link moves (Cotton & Maler, Fast and flexible difference constraint propagation,
 * SAT 2006).
 */
export class ConsistentNetwork<Why> {
  /** Points looked at so far. */
  steps = 0;
  private readonly time: Float64Array;
  private readonly out: Link<Why>[][];

  constructor(points: number) {
    this.time = new Float64Array(points);
    this.out = Array.from({ length: points }, () => []);
  }

  /**
   * Adds a link if it can hold with all the others. If not, it stays out, and the answer is the circle it would close:
   * the one by which it misses most, and of such the one with the fewest links.
   */
  add(link: Link<Why>): Contradiction<Why> | undefined {
    if (!this.moves(link)) return this.contradiction(link);
    this.out[link.from]!.push(link);
    return undefined;
  }

  /** The circle a link would close, as `add` would tell it; nothing is added. */
  wouldMiss(link: Link<Why>): Contradiction<Why> | undefined {
    const was = this.time.slice();
    const holds = this.moves(link);
    this.time.set(was);
    return holds ? undefined : this.contradiction(link);
  }

  /** Moves what has to move; false, with nothing moved, where the link would have to move its own beginning. */
  private moves({ from, to, lagS }: Link<Why>): boolean {
    const moved: [number, number][] = [];
    const move = (point: number, s: number): void => {
      moved.push([point, this.time[point]!]);
      this.time[point] = s;
    };
    const first = this.time[from]! + lagS;
    if (from === to) return lagS <= 0;
    if (first <= this.time[to]!) return true;
    move(to, first);
    const queue = [to];
    for (let head = 0; head < queue.length; head++) {
      const at = queue[head]!;
      this.steps++;
      for (const next of this.out[at]!) {
        const s = this.time[at]! + next.lagS;
        if (s <= this.time[next.to]!) continue;
        if (next.to === from) {
          for (const [point, was] of moved.reverse()) this.time[point] = was;
          return false;
        }
        move(next.to, s);
        queue.push(next.to);
      }
    }
    return true;
  }

  private contradiction(link: Link<Why>): Contradiction<Why> {
    if (link.from === link.to) return { cycle: [link], excessS: link.lagS };
    const { lengthS, path } = longestPath(this.out, link.to, link.from, () => this.steps++)!;
    return { cycle: [...path, link], excessS: lengthS + link.lagS };
  }
}
