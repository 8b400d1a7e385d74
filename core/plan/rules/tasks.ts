import type { Finding } from '../../findings';
import { formatDuration } from '../../quantities';
import type { PlannedReset, PlannedTask } from '../../timetable';
import { askIn, shift, type Context } from './context';

/** What is wrong with one prep task: nobody for it, too late for doors, stale before its use, outside the house's hours. */
export function taskFindings(c: Context, task: PlannedTask): Finding[] {
  const source = c.demoOf(task.itemId)!.prep.find((t) => t.id === task.taskId)!;
  const base = { itemId: task.itemId, at: task.startS };
  if (task.personId === undefined) {
    const { kind, value } = source.who;
    const wanted =
      kind === 'person'
        ? `${c.name(value)} is not in the crew`
        : kind === 'anyone'
          ? 'No crew'
          : `Nobody in the crew with the ${kind} “${value}”`;
    return [
      {
        ...base,
        level: 'stop',
        code: kind === 'anyone' ? 'nobody' : 'no-skill',
        says: `${wanted} to do “${task.title}”.`,
        numbers: {},
        fixes: [],
      },
    ];
  }
  const out: Finding[] = [];
  if (
    source.beforeDoors &&
    task.handsOffS > c.timetable.doorsS &&
    !c.explained('doors', task.itemId, task.taskId)
  ) {
    const lateS = task.handsOffS - c.timetable.doorsS;
    out.push({
      ...base,
      level: 'caution',
      code: 'not-ready',
      says: `“${task.title}” belongs before doors but ends ${formatDuration(lateS)} after them: ${c.name(task.personId)} has no free hands sooner.`,
      numbers: { lateS },
      fixes: askIn(c, task.personId, lateS),
    });
  }
  if (
    task.staleS !== undefined &&
    task.staleS < task.usedS &&
    !c.explained('stale', task.itemId, task.taskId)
  ) {
    const lateS = task.usedS - task.staleS;
    out.push({
      ...base,
      at: task.staleS,
      level: 'caution',
      code: 'gone-stale',
      says: `“${task.title}” goes stale ${formatDuration(lateS)} before it is used: ${c.name(task.personId)} has no free hands later.`,
      numbers: { lateS },
      fixes: shift(c, task.itemId, -1),
    });
  }
  return out;
}

/** Resets that nobody does, or that keep somebody after the end. */
export function resetFindings(c: Context, reset: PlannedReset): Finding[] {
  const base = { itemId: reset.itemId, at: reset.startS };
  if (reset.personId === undefined)
    return [
      {
        ...base,
        level: 'stop',
        code: 'nobody',
        says: `Nobody of the crew may do “${reset.title}”.`,
        numbers: {},
        fixes: [],
      },
    ];
  const staysS = reset.endS - c.timetable.endS;
  if (staysS <= 0) return [];
  return [
    {
      ...base,
      at: c.timetable.endS,
      level: 'note',
      code: 'reset-after-end',
      says: `“${reset.title}” is not done when the show ends: ${c.name(reset.personId)} stays ${formatDuration(staysS)}.`,
      numbers: { staysS },
      fixes: [],
    },
  ];
}

/** Work before the house opens or after it closes: one finding for either end. */
export function hoursFindings(c: Context): Finding[] {
  const { opensS, closesS, tasks, resets, items } = c.timetable;
  const all = [
    ...tasks.map((t) => ({ itemId: t.itemId, title: t.title, fromS: t.startS, toS: t.handsOffS })),
    ...resets.map((r) => ({ itemId: r.itemId, title: r.title, fromS: r.startS, toS: r.endS })),
    ...items.map((i) => ({ itemId: i.itemId, title: i.title, fromS: i.startS, toS: i.endS })),
  ];
  const out: Finding[] = [];
  const early = all
    .filter((a) => opensS !== undefined && a.fromS < opensS)
    .sort((a, b) => a.fromS - b.fromS)[0];
  if (early) {
    const byS = opensS! - early.fromS;
    out.push({
      level: 'caution',
      code: 'outside-hours',
      at: early.fromS,
      itemId: early.itemId,
      says: `The house opens at ${c.clock(opensS!)}, and “${early.title}” would begin ${formatDuration(byS)} before that.`,
      numbers: { byS },
      fixes: [],
    });
  }
  const late = all.filter((a) => closesS !== undefined && a.toS > closesS).sort((a, b) => b.toS - a.toS)[0];
  if (late) {
    const byS = late.toS - closesS!;
    out.push({
      level: 'stop',
      code: 'outside-hours',
      at: late.fromS,
      itemId: late.itemId,
      says: `The house closes at ${c.clock(closesS!)}, and “${late.title}” would end ${formatDuration(byS)} after that.`,
      numbers: { byS },
      fixes: [],
    });
  }
  return out;
}
