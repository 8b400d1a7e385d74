import { fix, rule } from '../../findings';
import { formatDuration } from '../../quantities';
import { mayDo, type PlannedReset, type PlannedTask } from '../../timetable';
import type { FindingCode } from './codes';
import type { Context } from './context';

/** Prep tasks and resets: nobody for them, not done at the end. */

const source = ({ demoOf }: Context, task: PlannedTask) =>
  demoOf(task.itemId)!.prep.find((t) => t.id === task.taskId)!;

const nobodyMay = (id: 'nobody' | 'no-skill') =>
  rule<Context, PlannedTask, FindingCode>({
    id,
    level: 'stop',
    source: 'arithmetic',
    findMatches: (c) =>
      c.timetable.tasks.filter(
        (task) =>
          task.personId === undefined && (source(c, task).who.kind === 'anyone') === (id === 'nobody'),
      ),
    findPlace: ({ startS, itemId }) => ({ at: startS, itemId }),
    message: (task, c) => {
      const { kind, value } = source(c, task).who;
      const wanted =
        kind === 'person'
          ? `${c.name(value)} is not in the crew`
          : kind === 'anyone'
            ? 'No crew'
            : `Nobody in the crew with the ${kind} “${value}”`;
      return `${wanted} to do “${task.title}”.`;
    },
  });

/** Work begun on stage is done by the presenter there: cleared for it, or not. */
const hostNotCleared = rule<Context, PlannedTask, FindingCode>({
  id: 'no-skill',
  level: 'stop',
  source: 'common practice',
  findMatches: (c) =>
    c.timetable.tasks.filter(
      (task) =>
        task.hostItemId !== undefined &&
        task.personId !== undefined &&
        !mayDo(c.script.people.get(task.personId), source(c, task).who),
    ),
  findPlace: ({ startS, itemId }) => ({ at: startS, itemId }),
  message: (task, c) => {
    const { value } = source(c, task).who;
    return `“${task.title}” is begun on stage in “${c.item(task.hostItemId!).title}” by ${c.name(task.personId)}, who is not cleared for it (${value}).`;
  },
  fixes: (task, c) => [
    ...c.script.file.show.crew
      .filter(({ personId }) => mayDo(c.script.people.get(personId), source(c, task).who))
      .slice(0, 1)
      .map(({ personId }) =>
        fix(`Let ${c.name(personId)} present “${c.item(task.hostItemId!).title}”`, {
          kind: 'set-item',
          itemId: task.hostItemId!,
          fields: { presenterId: personId },
        }),
      ),
    fix(`Begin “${task.title}” behind the scenes instead`, {
      kind: 'set-task',
      itemId: task.itemId,
      taskId: task.taskId,
      choice: { inItemId: undefined },
    }),
  ],
});

const nobodyResets = rule<Context, PlannedReset, FindingCode>({
  id: 'nobody',
  level: 'stop',
  source: 'arithmetic',
  findMatches: ({ timetable }) => timetable.resets.filter((r) => r.personId === undefined),
  findPlace: ({ startS, itemId }) => ({ at: startS, itemId }),
  message: ({ title }) => `No one in the crew is allowed to do “${title}”.`,
});

const afterTheEnd = rule<Context, PlannedReset & { staysS: number }, FindingCode>({
  id: 'reset-after-end',
  level: 'note',
  source: 'arithmetic',
  findMatches: ({ timetable }) =>
    timetable.resets
      .map((r) => ({ ...r, staysS: r.endS - timetable.endS }))
      .filter((r) => r.personId !== undefined && r.staysS > 0),
  findPlace: ({ itemId }, { timetable }) => ({ at: timetable.endS, itemId }),
  message: ({ title, staysS, personId }, { name }) =>
    `“${title}” is not done when the show ends: ${name(personId)} stays ${formatDuration(staysS)}.`,
  numbers: ({ staysS }) => ({ staysS }),
});

export const TASK_RULES = {
  nobody: nobodyMay('nobody'),
  nobodyResets,
  nobodyCleared: nobodyMay('no-skill'),
  hostNotCleared,
  afterTheEnd,
};
