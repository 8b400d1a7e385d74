import { formatClock, formatDuration } from '../quantities';
import { script } from '../script';
import type { ShowFile } from '../show';
import { conflictSays, place, reasonAt, resetId, type Placement, type PlaceOptions } from '../timetable';

/**
 * Why an item and its work stand where they do, as sentences: when, who, what holds each back, how long it can wait,
 * and which limits gave way for it. `which` is an item's id, its number in the running order (from 1) or its title.
 * Undefined where the show has no such item.
 */
export function explain(file: ShowFile, which: string, options: PlaceOptions = {}): string[] | undefined {
  const resolved = script(file);
  const found =
    resolved.byItem.get(which) ??
    resolved.items[Number(which) - 1] ??
    resolved.items.find((i) => i.item.title === which);
  if (!found) return undefined;
  const placement = place(resolved, options);
  const { itemId } = placement.timetable.items[found.index]!;
  const { work } = placement;
  const mine = work.activities.flatMap((a, point) => (a.itemId === itemId ? [point] : []));
  const inTime = mine.sort((a, b) => placement.settled.times[a]! - placement.settled.times[b]!);
  return [
    ...inTime.map((point) => line(placement, point)),
    ...placement.conflicts
      .filter(({ cycle }) => cycle.some((l) => mine.includes(l.from) || mine.includes(l.to)))
      .map((conflict) => conflictSays(resolved, work, conflict)),
    placement.timetable.provenBest
      ? 'No other placing of this show has less dead air.'
      : `The best placing found in ${placement.timetable.steps} steps; a better one may exist.`,
  ];
}

function line(placement: Placement, point: number): string {
  const { script: resolved, work, settled, timetable } = placement;
  const activity = work.activities[point]!;
  const { kind, title, lengthS, itemId, task } = activity;
  const clock = (s: number) => formatClock(resolved.upS + s, true);
  const at = settled.times[point]!;
  const name = (id: string | undefined) => (id && resolved.people.get(id)?.name) || 'nobody';
  const planned =
    kind === 'task'
      ? timetable.tasks.find((t) => t.itemId === itemId && t.taskId === task!.id)
      : kind === 'reset'
        ? timetable.resets.find((r) => r.id === resetId(activity))
        : undefined;
  const who =
    kind === 'item'
      ? name(timetable.items.find((i) => i.itemId === itemId)?.presenterId)
      : name(planned?.personId);
  const waits =
    kind === 'task' && settled.latestAlone(point) > at
      ? ` It can wait until ${clock(settled.latestAlone(point))}.`
      : '';
  return `${clock(at)} “${title}” (${formatDuration(lengthS)}, ${who}). Not sooner: ${reasonAt(placement, point).message}.${waits}`;
}
