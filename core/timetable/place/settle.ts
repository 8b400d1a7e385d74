import { earliestTimes, latestTimes } from '../network';
import type { Work, WorkLink } from '../work';

/** Perishables are ready this long before they are wanted, where their window has room. Common practice. */
const IN_THE_WINGS_S = 60;

export interface Settled {
  /** Start of every point, seconds from curtain-up. */
  times: Float64Array;
  /** The earliest and the latest start of a point that move nothing else. */
  earliestAlone: (point: number) => number;
  latestAlone: (point: number) => number;
  /** By person: when their hands are first needed at the latest; Infinity for someone with nothing to do. */
  neededS: (person: ReadonlyMap<number, number>) => number[];
}

/**
 * Gives every point its time, with who does what in which order decided: items as early as can be, so that the dead
 * air is least; then what goes stale or keeps a vessel as late as its item allows, less a minute in the wings; then
 * all the rest as early as can be. All of it holds every link.
 */
export function settle(work: Work, links: readonly WorkLink[]): Settled {
  const points = work.activities.length;
  const floor = work.activities.flatMap((a, to) =>
    a.kind === 'reset' || to === 0 ? [] : [{ from: 0, to, lagS: -86_400, why: { kind: 'opens' as const } }],
  );
  const all = [...links, ...floor];
  const earliest = earliestTimes(points, all);
  if (!earliest) throw new Error('The decided links contradict one another: a fault in the search.');
  const latest = latestTimes(points, all, (p) =>
    work.activities[p]!.kind === 'item' ? earliest[p]! : Infinity,
  );
  const held = work.activities.flatMap((a, to) => {
    if (a.kind === 'item') return [{ from: 0, to, lagS: earliest[to]!, why: { kind: 'hands' as const } }];
    if (!a.late || !Number.isFinite(latest[to]!)) return [];
    const fresh = (a.task?.staleAfterS ?? Infinity) - (a.task?.readyAfterS ?? 0);
    const margin = Math.min(IN_THE_WINGS_S, Math.floor(fresh / 4));
    const lagS = Math.max(earliest[to]!, latest[to]! - margin);
    return [{ from: 0, to, lagS, why: { kind: 'hands' as const } }];
  });
  const times = earliestTimes(points, [...all, ...held])!;
  const into = Array.from({ length: points }, (): WorkLink[] => []);
  const out = Array.from({ length: points }, (): WorkLink[] => []);
  for (const link of all) {
    into[link.to]!.push(link);
    out[link.from]!.push(link);
  }
  return {
    times,
    earliestAlone: (p) => Math.max(...into[p]!.map((l) => times[l.from]! + l.lagS)),
    latestAlone: (p) => Math.min(...out[p]!.map((l) => times[l.to]! - l.lagS)),
    neededS: (person) => {
      const needed = work.people.map(() => Infinity);
      work.activities.forEach((a, p) => {
        if (p === 0) return;
        const who = a.kind === 'item' ? a.onStage : person.has(p) ? [person.get(p)!] : [];
        for (const w of who)
          needed[w] = Math.min(needed[w]!, Number.isFinite(latest[p]!) ? latest[p]! : times[p]!);
      });
      return needed;
    },
  };
}
