import type { Link } from './network';

/** The links of a network by where they begin. */
export type Outgoing<Why> = readonly (readonly Link<Why>[])[];

/**
 * The longest walk from one point to another, and of equally long ones the one with the fewest links; undefined where
 * none leads there. The network must be consistent (no circle gains time), or it would never end. Label correcting
 * with a queue (Pape, Mathematical Programming 7, 1974). `tick` is called for each point looked at.
 */
export function longestPath<Why>(
  out: Outgoing<Why>,
  from: number,
  to: number,
  tick: () => void = () => undefined,
): { lengthS: number; path: Link<Why>[] } | undefined {
  const length = new Float64Array(out.length).fill(-Infinity);
  const hops = new Int32Array(out.length);
  const via = new Array<Link<Why> | undefined>(out.length);
  length[from] = 0;
  const queue = [from];
  const queued = new Uint8Array(out.length);
  for (let head = 0; head < queue.length; head++) {
    const at = queue[head]!;
    queued[at] = 0;
    tick();
    for (const link of out[at]!) {
      const s = length[at]! + link.lagS;
      const n = hops[at]! + 1;
      if (s < length[link.to]! || (s === length[link.to]! && n >= hops[link.to]!) || link.to === from)
        continue;
      length[link.to] = s;
      hops[link.to] = n;
      via[link.to] = link;
      if (!queued[link.to]) {
        queued[link.to] = 1;
        queue.push(link.to);
      }
    }
  }
  if (length[to] === -Infinity) return undefined;
  const path: Link<Why>[] = [];
  for (let at = to; at !== from; at = path[0]!.from) path.unshift(via[at]!);
  return { lengthS: length[to]!, path };
}
