import type { Plan } from '../plan';
import { clockToS } from '../quantities';
import { script, standingsOf } from '../script';
import type { Mark, ShowFile } from '../show';
import { mayDo } from '../timetable';

/** Findings that say that a limit is not kept. */
const OF_LIMITS = new Set([
  'contradiction',
  'fixed-missed',
  'gone-stale',
  'not-ready',
  'not-there',
  'not-allowed-now',
  'outside-hours',
  'before-get-in',
  'two-places',
  'mark-taken',
  'kit-short',
  'nobody',
  'no-skill',
]);

/**
 * Reads a show file and its plan as a person would, and not as the engine does: every limit of the file that the plan does
 * not keep and of which no finding names the work. Empty where the plan says all.
 */
export function silentIn(file: ShowFile, plan: Plan): string[] {
  const resolved = script(file);
  const { show, venue } = file;
  const { timetable, findings } = plan;
  const reports = findings.filter((f) => OF_LIMITS.has(f.code)).map((f) => f.message);
  const silent: string[] = [];
  /** A limit: whether it is kept, and the work that a finding has to name where it is not. */
  const limit = (kept: boolean, what: string, ...titles: string[]) => {
    if (!kept && !reports.some((message) => titles.every((t) => message.includes(`“${t}”`))))
      silent.push(`${what}: ${titles.join(', ')}`);
  };
  const before = (clock: string) => clockToS(clock) - resolved.upS;
  const place = new Map(show.crew.map((c) => [c.personId, c]));
  const opensS = venue.opens === undefined ? -Infinity : before(venue.opens);
  const closesS = venue.closes === undefined ? Infinity : resolved.at(venue.closes);
  const playedBy = new Map(timetable.items.map((i) => [i.itemId, i]));

  timetable.items.forEach((item, i) => {
    const before = timetable.items[i - 1];
    if (item.startS < (before?.endS ?? 0)) silent.push(`out of order: ${item.title}`);
    const { at } = show.items[i]!;
    limit(at === undefined || item.startS === resolved.at(at), 'fixed', item.title);
  });

  const tasks = timetable.tasks.map((planned) => {
    const item = show.items.find((i) => i.id === planned.itemId)!;
    const demo = resolved.byItem.get(item.id)!.demo!;
    return { planned, item, demo, task: demo.prep.find((t) => t.id === planned.taskId)! };
  });
  for (const { planned, item, task } of tasks) {
    const { startS, title, handsOffS, personId } = planned;
    const choice = item.tasks?.find((c) => c.taskId === task.id);
    const follow = tasks.filter((t) => t.planned.itemId === item.id && t.task.afterTaskId === task.id);
    const begins = playedBy.get(item.setUpIn ?? '') ?? playedBy.get(item.id)!;
    const ready = handsOffS + task.readyAfterS;
    if (follow.some((f) => f.planned.startS < ready)) silent.push(`not ready for the next: ${title}`);
    if (!follow.length && begins.startS < ready) silent.push(`not ready: ${title}`);
    const wanted = follow.length ? follow.map((f) => f.planned) : [playedBy.get(item.id)!];
    for (const taker of wanted)
      limit(taker.startS <= handsOffS + (task.staleAfterS ?? Infinity), 'stale', title, taker.title);
    limit(!task.beforeDoors || handsOffS <= before(show.doors), 'before doors', title);
    limit(!task.inShow || startS >= 0, 'in the show', title);
    limit(startS >= before(show.getIn), 'get-in', title);
    limit(startS >= opensS && handsOffS <= closesS, 'house hours', title);
    for (const ban of show.bans ?? []) {
      if (!task.hazards?.includes(ban.hazard)) continue;
      limit(ban.before === undefined || startS >= resolved.at(ban.before), 'ban', title);
      limit(ban.after === undefined || handsOffS <= resolved.at(ban.after), 'ban', title);
    }
    const host = playedBy.get(choice?.inItemId ?? '');
    if (host) limit(startS >= host.startS && handsOffS <= host.endS, 'begun on stage', title);
    else {
      limit(choice?.startS === undefined || startS === choice.startS, 'locked', title);
      const able =
        mayDo(resolved.people.get(personId ?? ''), task.who) && (choice?.personId ?? personId) === personId;
      limit(able && place.has(personId!), 'nobody', title);
      present(personId, startS, handsOffS, title);
    }
    const mark = resolved.marks.all.find((m) => m.id === planned.markId);
    if (mark && mark.id !== resolved.byItem.get(item.id)!.standing!.mark.id)
      room(mark, item.id, startS, title);
  }
  for (const reset of timetable.resets) present(reset.personId, reset.startS, reset.endS, reset.title);

  function present(personId: string | undefined, startS: number, endS: number, title: string): void {
    const at = place.get(personId ?? '');
    if (!at) return limit(false, 'nobody', title);
    limit(startS >= resolved.at(at.arrives), 'not come yet', title);
    limit(at.leaves === undefined || endS <= resolved.at(at.leaves), 'has left', title);
  }

  /** Of what was there before for other items, enough is over, played and put away, for one thing more. */
  function room(mark: Mark, itemId: string, startS: number, title: string): void {
    const mine = resolved.byItem.get(itemId)!.index;
    let taken = 0;
    for (const other of timetable.items.slice(0, mine)) {
      const standing = standingsOf(resolved.byItem.get(other.itemId)!).find((s) => s.mark.id === mark.id);
      if (!standing) continue;
      const resets = timetable.resets.filter((r) => r.itemId === other.itemId && r.markId === mark.id);
      if (startS < Math.max(other.endS, ...resets.map((r) => r.endS))) taken += standing.spots;
    }
    limit(taken < mark.spots, 'the mark', title);
  }

  for (const personId of place.keys()) {
    const held = [
      ...timetable.items.filter((i) => i.presenterId === personId || i.helperIds.includes(personId)),
      ...timetable.tasks
        .filter((t) => t.personId === personId && t.hostItemId === undefined)
        .map((t) => ({ ...t, endS: t.handsOffS })),
      ...timetable.resets.filter((r) => r.personId === personId),
    ]
      .filter((a) => a.endS > a.startS)
      .sort((a, b) => a.startS - b.startS);
    held
      .slice(1)
      .forEach((next, i) => limit(held[i]!.endS <= next.startS, 'at once', held[i]!.title, next.title));
  }
  return silent;
}
