import type { Finding, Fix } from '../../findings';
import { formatDuration } from '../../quantities';
import { conflictSays, type Conflict, type WorkLink } from '../../timetable';
import { askIn, bringOne, fix, type Context } from './context';

/** What cannot hold together, each as a sentence with its smallest cures, and limits that no hands could keep. */
export function conflictFindings(c: Context): Finding[] {
  return [
    ...c.placement.conflicts.map((conflict) => contradiction(c, conflict)),
    ...c.placement.broken.flatMap((link) => brokenLock(c, link)),
  ];
}

function contradiction(c: Context, conflict: Conflict): Finding {
  const { work, settled } = c.placement;
  const points = conflict.cycle.flatMap((l) => [l.from, l.to]).filter((p) => p !== 0);
  const point = conflict.gaveWay.from || conflict.gaveWay.to;
  const items = points.filter((p) => work.activities[p]!.kind !== 'origin');
  const { itemId } = work.activities[point] ?? work.activities[items[0]!]!;
  return {
    level: 'stop',
    code: 'contradiction',
    at: settled.times[point]!,
    ...(itemId && { itemId }),
    says: conflictSays(work, conflict, {
      clock: c.clock,
      person: c.name,
      good: c.good,
    }),
    numbers: { excessS: conflict.excessS },
    fixes: cures(c, conflict),
  };
}

/** For every number in the circle, the least change of it alone that would do. */
function cures(c: Context, { cycle, excessS }: Conflict): Fix[] {
  const by = formatDuration(excessS);
  const minutes = Math.ceil(excessS / 60) * 60;
  const all = cycle.flatMap((link): Fix[] => {
    const a = c.placement.work.activities[link.from]!;
    const b = c.placement.work.activities[link.to]!;
    const { kind, what } = link.why;
    switch (kind) {
      case 'arrives':
        return askIn(c, what, excessS);
      case 'leaves': {
        const clock = c.clock(a.lengthS - link.lagS + minutes);
        return [
          fix(`Ask ${c.name(what)} to stay until ${clock}`, {
            kind: 'set-leaving',
            personId: what!,
            leaves: clock,
          }),
        ];
      }
      case 'fixed-by':
        return [fixedAt(c, a.itemId, -link.lagS + minutes)];
      case 'fixed-from':
        return [fixedAt(c, b.itemId, link.lagS - minutes)];
      case 'order':
        return shorter(c, a.itemId, excessS);
      case 'locked-by':
      case 'locked-from': {
        const task = kind === 'locked-by' ? a : b;
        return [
          fix(`Unlock “${task.title}”`, {
            kind: 'set-task',
            itemId: task.itemId,
            taskId: task.task!.id,
            choice: { startS: undefined } as object,
          }),
        ];
      }
      case 'host-by':
      case 'host-from': {
        const task = kind === 'host-by' ? a : b;
        return [
          fix(`Begin “${task.title}” behind the scenes instead`, {
            kind: 'set-task',
            itemId: task.itemId,
            taskId: task.task!.id,
            choice: { inItemId: undefined } as object,
          }),
        ];
      }
      case 'kit':
        return [bringOne(c, what!)];
      case 'stale':
        return [fix(`Keep “${b.title}” fresh ${by} longer`)];
      case 'ready':
        return a.task!.readyAfterS >= excessS ? [fix(`Have “${a.title}” ready ${by} sooner`)] : [];
      case 'doors':
        return [fix(`Do “${a.title}” ${by} after doors, out of sight`)];
      default:
        return [];
    }
  });
  const unique = all.filter((f, i) => all.findIndex((g) => g.label === f.label) === i);
  return [...unique.filter((f) => f.change), ...unique.filter((f) => !f.change)].slice(0, 4);
}

function fixedAt(c: Context, itemId: string, s: number): Fix {
  const at = c.clock(s);
  return fix(`Fix “${c.item(itemId).title}” for ${at} instead`, { kind: 'set-item', itemId, fields: { at } });
}

function shorter(c: Context, itemId: string, byS: number): Fix[] {
  const { timing, title } = c.planned(itemId);
  const item = c.item(itemId);
  if (item.showings > 1 || timing.likelyS < 2 * byS) return [];
  const cut = (s: number) => Math.max(0, s - byS);
  return [
    fix(`Shorten “${title}” by ${formatDuration(byS)}`, {
      kind: 'set-timing',
      itemId,
      timing: { bestS: cut(timing.bestS), likelyS: cut(timing.likelyS), worstS: cut(timing.worstS) },
    }),
  ];
}

/** A start set by hand that the crew's hands cannot keep. */
function brokenLock(c: Context, link: WorkLink): Finding[] {
  if (link.why.kind !== 'locked-by') return [];
  const { itemId, task, title } = c.placement.work.activities[link.from]!;
  const planned = c.timetable.tasks.find((t) => t.itemId === itemId && t.taskId === task!.id)!;
  return [
    {
      level: 'caution',
      code: 'two-places',
      at: -link.lagS,
      itemId,
      says: `“${title}” is locked at ${c.clock(-link.lagS)}, and nobody who may do it has free hands then: it is planned for ${c.clock(planned.startS)}.`,
      numbers: { lateS: planned.startS + link.lagS },
      fixes: [
        fix(`Unlock “${title}”`, {
          kind: 'set-task',
          itemId,
          taskId: task!.id,
          choice: { startS: undefined } as object,
        }),
      ],
    },
  ];
}
