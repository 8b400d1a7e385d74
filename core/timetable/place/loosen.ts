import { formatDuration } from '../../quantities';
import type { Script } from '../../script';
import { ConsistentNetwork, earliestTimes, latestTimes, type Contradiction } from '../network';
import { REASONS, softness, told, type Why, type Work, type WorkLink } from '../work';

export interface Conflict extends Contradiction<Why> {
  /** The link that was loosened by the excess, so that the rest can be planned. */
  gaveWay: WorkLink;
}

/**
 * Finds what cannot hold together even with hands to spare. Links go into the network one at a time, the softest last;
 * one that contradicts those before it gives way by just as much as it misses, so that everything else still holds.
 * Gives the loosened work and, for each link that gave way, the circle that it misses by most. Kit that is short
 * whatever is done binds nobody any more: it is said once, and the rest is planned.
 */
export function loosened(work: Work): { work: Work; conflicts: Conflict[]; steps: number } {
  const order = work.links
    .map((link, i) => ({ link, i, soft: softness(link) }))
    .sort((a, b) => b.soft - a.soft || a.i - b.i);
  const short = new Map<string, Conflict>();
  for (let steps = 0; ;) {
    const network = new ConsistentNetwork<Why>(work.activities.length);
    const conflicts: Conflict[] = [];
    const links: WorkLink[] = [];
    let missing: Conflict | undefined;
    for (const { link, i } of order) {
      if (link.why.kind === 'kit' && short.has(link.why.what!)) continue;
      const found = network.add(link);
      if (found && link.why.kind === 'kit') {
        missing = { ...found, gaveWay: link };
        break;
      }
      if (found) {
        conflicts.push({ ...found, gaveWay: link });
        network.add((links[i] = { ...link, lagS: link.lagS - found.excessS }));
      } else links[i] = link;
    }
    steps += network.steps;
    if (missing) {
      short.set(missing.gaveWay.why.what!, missing);
      continue;
    }
    const all = [...short.values(), ...conflicts];
    const scarce = work.scarce.filter(({ why }) => why.kind !== 'kit' || !short.has(why.what));
    const loose = { ...work, links: links.filter(Boolean), scarce };
    return { work: eased(inTime(loose), conflicts), conflicts: all, steps };
  }
}

/** Whoever does what gave way for their coming or leaving is there for it, by just that much. */
function eased(work: Work, conflicts: readonly Conflict[]): Work {
  const activities = [...work.activities];
  for (const { gaveWay, excessS } of conflicts) {
    const { kind } = gaveWay.why;
    if (kind !== 'arrives' && kind !== 'leaves') continue;
    const point = kind === 'arrives' ? gaveWay.to : gaveWay.from;
    const a = activities[point]!;
    activities[point] = {
      ...a,
      ...(kind === 'arrives' ? { earlierS: a.earlierS + excessS } : { laterS: a.laterS + excessS }),
    };
  }
  return { ...work, activities };
}

/** What cannot wait for the get-in without putting an item off is done before it, and said to be. */
function inTime(work: Work): Work {
  if (!work.links.some((l) => l.why.kind === 'get-in')) return work;
  const others = work.links.filter((l) => l.why.kind !== 'get-in');
  const items = new Set(work.itemPoints);
  const points = work.activities.length;
  const floor = work.activities.map((_, to) => ({ from: 0, to, lagS: to ? -DAY_S : 0 }));
  const earliest = earliestTimes(points, [...others, ...floor] as WorkLink[])!;
  const latest = latestTimes(points, others, (p) => (items.has(p) ? earliest[p]! : Infinity));
  const links = work.links.map((l) =>
    l.why.kind === 'get-in' && latest[l.to]! < l.lagS ? { ...l, lagS: latest[l.to]! } : l,
  );
  return { ...work, links };
}

/** No show is prepared longer ahead: a floor that keeps every time finite. */
const DAY_S = 86_400;

/** The conflict as a sentence that names its tasks and by how much they miss one another. */
export function conflictSays(script: Script, { activities }: Work, conflict: Contradiction<Why>): string {
  const parts = conflict.cycle
    .map((link) => REASONS[link.why.kind].inCircle(told(script, activities, link)))
    .filter((part) => part !== '');
  const words = [...new Set(parts)];
  const last = words.pop() ?? '';
  return `These cannot all hold: ${words.join('; ')}${words.length ? '; and ' : ''}${last}. That is ${formatDuration(conflict.excessS)} too little.`;
}
