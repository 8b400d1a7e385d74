import { formatClock } from '../../quantities';
import type { Script } from '../../script';
import type { WaitReason } from '../types';
import type { Settled } from './settle';
import { REASONS, told, type Work, type WorkLink } from '../work';

/** The links into every point. */
export function linksInto(points: number, links: readonly WorkLink[]): WorkLink[][] {
  const into = Array.from({ length: points }, (): WorkLink[] => []);
  for (const link of links) into[link.to]!.push(link);
  return into;
}

/** The links out of every point. */
export function linksOutOf(points: number, links: readonly WorkLink[]): WorkLink[][] {
  const out = Array.from({ length: points }, (): WorkLink[] => []);
  for (const link of links) out[link.from]!.push(link);
  return out;
}

/**
 * Why a point cannot be earlier: the tight link into it, and behind a task the tight link into that, in words. The
 * working behind every wait.
 */
export function reasonFor(
  script: Script,
  work: Work,
  into: readonly (readonly WorkLink[])[],
  times: Float64Array,
  point: number,
): WaitReason {
  const tight = tightInto(into[point]!, times, point);
  if (!tight)
    return {
      kind: 'order',
      message: 'it follows what is before it',
      link: { from: 0, to: point, lagS: 0, why: { kind: 'order' } },
    };
  const { from, why } = tight;
  const cause = work.activities[from]!;
  const behind = why.kind === 'ready' ? reasonFor(script, work, into, times, from) : undefined;
  const because = !behind || behind.kind === 'order' ? '' : behind.message;
  const until = formatClock(script.upS + times[point]!);
  return {
    kind: why.kind,
    link: tight,
    ...(cause.itemId && { itemId: cause.itemId }),
    ...(cause.task && { taskId: cause.task.id }),
    ...(why.what !== undefined && { what: why.what }),
    ...(behind && { root: behind.root ?? behind }),
    ...(why.kind === 'ready' &&
      cause.task && { waitsOn: behind?.waitsOn ?? { itemId: cause.itemId, taskId: cause.task.id } }),
    message: REASONS[why.kind].asWait(told(script, work.activities, tight), until, because),
  };
}

/** Why a point of a placement is not earlier, in words and with what lies behind it. */
export const reasonAt = (
  { script, work, links, settled }: { script: Script; work: Work; links: WorkLink[]; settled: Settled },
  point: number,
): WaitReason => reasonFor(script, work, linksInto(work.activities.length, links), settled.times, point);

/** The link that holds a point where it is; the running order itself is the last to be named. */
function tightInto(into: readonly WorkLink[], times: Float64Array, point: number): WorkLink | undefined {
  const tight = into.filter((l) => times[l.from]! + l.lagS === times[point]!);
  const dull = (l: WorkLink) => (l.why.kind === 'order' || l.why.kind === 'curtain-up' ? 1 : 0);
  return tight.sort((a, b) => dull(a) - dull(b))[0];
}
