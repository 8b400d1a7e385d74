import { rule, type WayOut } from '../../findings';
import { formatDuration } from '../../quantities';
import {
  askIn,
  askToStay,
  conflictSays,
  REASONS,
  told,
  unlock,
  type Conflict,
  type WorkLink,
} from '../../timetable';
import type { FindingCode } from './codes';
import type { Context } from './context';

/** More ways out than this are a list, not a choice. */
const MOST_WAYS_OUT = 4;

/** What cannot hold together, each as a sentence with the least change of each number that would do. */
const contradiction = rule<Context, Conflict, FindingCode>({
  id: 'contradiction',
  level: 'stop',
  source: 'arithmetic',
  when: ({ placement }) => placement.conflicts,
  where: ({ cycle, gaveWay }, { placement: { work, settled } }) => {
    const points = cycle.flatMap((l) => [l.from, l.to]).filter((p) => p !== 0);
    const point = gaveWay.from || gaveWay.to;
    const { itemId } = work.activities[point] ?? work.activities[points[0]!]!;
    return { at: settled.times[point]!, ...(itemId && { itemId }) };
  },
  says: (conflict, { script, placement }) => conflictSays(script, placement.work, conflict),
  numbers: ({ excessS }) => ({ excessS }),
  waysOut: ({ cycle, excessS }, { script, placement: { work } }) => {
    const all = cycle.flatMap((link) =>
      REASONS[link.why.kind].waysOut(told(script, work.activities, link), excessS),
    );
    const unique = all.filter((way, i) => all.findIndex((other) => other.label === way.label) === i);
    const pressed = (way: WayOut) => way.change !== undefined;
    return [...unique.filter(pressed), ...unique.filter((way) => !pressed(way))].slice(0, MOST_WAYS_OUT);
  },
});

/** A start set by hand that the crew's hands cannot keep. */
const brokenLock = rule<Context, { link: WorkLink; plannedS: number }, FindingCode>({
  id: 'two-places',
  level: 'caution',
  source: 'arithmetic',
  when: ({ placement, timetable }) =>
    placement.broken.flatMap((link) => {
      if (link.why.kind !== 'locked-by') return [];
      const { itemId, task } = placement.work.activities[link.from]!;
      const planned = timetable.tasks.find((t) => t.itemId === itemId && t.taskId === task!.id)!;
      return [{ link, plannedS: planned.startS }];
    }),
  where: ({ link }, { placement }) => ({
    at: -link.lagS,
    itemId: placement.work.activities[link.from]!.itemId,
  }),
  says: ({ link, plannedS }, { clock, placement }) =>
    `“${placement.work.activities[link.from]!.title}” is locked at ${clock(-link.lagS)}, and nobody who may do it has free hands then: it is planned for ${clock(plannedS)}.`,
  numbers: ({ link, plannedS }) => ({ lateS: plannedS + link.lagS }),
  waysOut: ({ link }, { placement }) => unlock(placement.work.activities[link.from]!),
});

/** Work that somebody does before they come or after they have left: no other hands would do. */
const notThere = rule<
  Context,
  { personId: string; title: string; itemId: string; fromS: number; missS: number; leaves: boolean },
  FindingCode
>({
  id: 'not-there',
  level: 'stop',
  source: 'arithmetic',
  when: ({ timetable: { tasks, resets }, arrival }) =>
    [
      ...tasks.map((t) => ({ ...t, toS: t.handsOffS })),
      ...resets.map((r) => ({ ...r, toS: r.endS })),
    ].flatMap(({ personId, title, itemId, startS, toS }) => {
      const place = arrival(personId);
      if (!place || personId === undefined) return [];
      const early = place.arrivesS - startS;
      const late = toS - (place.leavesS ?? Infinity);
      const base = { personId, title, itemId, fromS: startS };
      return [
        ...(early > 0 ? [{ ...base, missS: early, leaves: false }] : []),
        ...(late > 0 ? [{ ...base, missS: late, leaves: true }] : []),
      ];
    }),
  where: ({ fromS, itemId }) => ({ at: fromS, itemId }),
  says: ({ personId, title, missS, leaves }, { name }) =>
    leaves
      ? `${name(personId)} leaves ${formatDuration(missS)} before “${title}” is done.`
      : `${name(personId)} comes ${formatDuration(missS)} after “${title}” has to begin.`,
  numbers: ({ missS }) => ({ missS }),
  waysOut: ({ personId, missS, leaves }, { script, arrival }) => {
    const place = arrival(personId)!;
    return leaves
      ? [askToStay(script, personId, place.leavesS! + missS)]
      : [askIn(script, personId, place.arrivesS - missS)];
  },
});

export const CONFLICT_RULES = { contradiction, brokenLock, notThere };
