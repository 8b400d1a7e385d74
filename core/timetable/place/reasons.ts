import { clockToS, formatClock } from '../../quantities';
import type { ShowFile } from '../../show';
import type { WaitReason } from '../types';
import type { Work, WorkLink } from '../work';

/**
 * Why a point cannot be earlier: the tight link into it, and behind a task the tight link into that, in words. The
 * working behind every wait.
 */
export function reasonFor(
  file: ShowFile,
  work: Work,
  links: readonly WorkLink[],
  times: Float64Array,
  point: number,
): WaitReason {
  const tight = tightInto(links, times, point);
  if (!tight) return { kind: 'order', says: 'it is held there by hand' };
  const { from, why } = tight;
  const cause = work.activities[from]!;
  const up = clockToS(file.show.curtainUp);
  const until = formatClock(up + times[point]!);
  const base = {
    kind: why.kind,
    ...(cause.itemId && { itemId: cause.itemId }),
    ...(cause.task && { taskId: cause.task.id }),
    ...(why.what !== undefined && { what: why.what }),
  };
  const name = (id: string | undefined) => file.crew.find((p) => p.id === id)?.name ?? 'nobody';
  switch (why.kind) {
    case 'ready': {
      const behind = reasonFor(file, work, links, times, from);
      const because = behind.kind === 'order' ? '' : `, because ${behind.says}`;
      return {
        ...base,
        root: behind.root ?? behind,
        says: `“${cause.title}” is not ready before ${until}${because}`,
      };
    }
    case 'hands':
      return {
        ...base,
        says: `${name(why.what)} has no free hands before ${until} (${cause.kind === 'item' ? 'on stage in ' : ''}“${cause.title}”)`,
      };
    case 'arrives':
      return { ...base, says: `${name(why.what)} arrives at ${until}` };
    case 'opens':
      return { ...base, says: `the house opens at ${until}` };
    case 'station':
      return {
        ...base,
        says:
          cause.kind === 'reset'
            ? `the ${why.what} is still being reset (“${cause.title}”) until ${until}`
            : `the ${why.what} is taken by “${cause.title}” until ${until}`,
      };
    case 'kit': {
      const good = file.stock.find((g) => g.id === why.what)?.name ?? why.what;
      return {
        ...base,
        says: `“${good}” is in use, or not yet dry, clean or cool again after “${cause.title}”, until ${until}`,
      };
    }
    case 'fixed-from':
      return { ...base, says: `it is fixed for ${until}` };
    case 'in-show':
      return { ...base, says: 'it can only be done in the show' };
    case 'banned-before':
      return { ...base, says: `${why.what} is not allowed before ${until}` };
    case 'locked-from':
      return { ...base, says: `its start is locked at ${until}` };
    case 'stale':
      return { ...base, says: `“${work.activities[point]!.title}” must still be fresh when it is used` };
    case 'host-from':
      return { ...base, says: `it is begun on stage in “${cause.title}”` };
    default:
      return { ...base, says: `it follows “${cause.title}”` };
  }
}

/** The link that holds a point where it is; the running order itself is the last to be named. */
function tightInto(links: readonly WorkLink[], times: Float64Array, point: number): WorkLink | undefined {
  const tight = links.filter((l) => l.to === point && times[l.from]! + l.lagS === times[point]!);
  const dull = (l: WorkLink) => (l.why.kind === 'order' || l.why.kind === 'curtain-up' ? 1 : 0);
  return tight.sort((a, b) => dull(a) - dull(b))[0];
}
