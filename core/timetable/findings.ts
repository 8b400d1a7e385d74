import type { Bands } from '../forecast';
import { formatDuration } from '../quantities';
import type { ShowFile } from '../show';
import type { KitNeedTotal } from '../supplies';
import { Context, earlierArrival, fix } from './context';
import { itemFindings } from './item-findings';
import type { Finding, Fix, Level, PlannedTask, Timetable } from './types';

/** Everything the timetable has to say to a person, in order of the moment it concerns; stops before cautions. */
export function findings(file: ShowFile, timetable: Timetable, kit: readonly KitNeedTotal[]): Finding[] {
  const context = new Context(file, timetable);
  const all = [
    ...emptyShow(context),
    ...overrun(context),
    ...timetable.tasks.flatMap((task) => taskFindings(context, task)),
    ...timetable.items.flatMap((item) => itemFindings(context, item)),
    ...resetFindings(context),
    ...kit.flatMap((need) => kitFindings(need)),
    ...openActions(context),
  ];
  const rank: Record<Level, number> = { stop: 0, caution: 1, note: 2 };
  return all.sort((a, b) => a.at - b.at || rank[a.level] - rank[b.level]);
}

function emptyShow({ file }: Context): Finding[] {
  if (file.show.items.length > 0) return [];
  return [
    {
      level: 'note',
      code: 'empty',
      at: 0,
      says: 'The running order is empty. Add a demo to begin.',
      numbers: {},
      fixes: [],
    },
  ];
}

function overrun({ file, timetable }: Context): Finding[] {
  const overS = timetable.endS - timetable.slotEndS;
  if (overS <= 0) return [];
  return [
    {
      level: 'stop',
      code: 'overrun',
      at: timetable.slotEndS,
      says: `The show runs ${formatDuration(overS)} over its slot.`,
      numbers: { overS },
      fixes: cuts(file, timetable, overS),
    },
  ];
}

/** Odds of landing in the slot below which it is worth a word. Common practice. */
const WISHED_ODDS = 0.9;

/** What the forecast adds: a plan that fits on paper and mostly does not on the day. */
export function forecastFindings(file: ShowFile, timetable: Timetable, bands: Bands): Finding[] {
  if (timetable.endS > timetable.slotEndS || bands.withinSlot >= WISHED_ODDS) return [];
  const overS = Math.max(0, bands.endS.p90 - timetable.slotEndS);
  return [
    {
      level: 'caution',
      code: 'slot-odds',
      at: timetable.endS,
      says: `${Math.round(bands.withinSlot * 100)} of 100 plays end within the slot; one in ten runs over by ${formatDuration(overS)} or more.`,
      numbers: { withinSlot: bands.withinSlot, overS },
      fixes: cuts(file, timetable, overS),
    },
  ];
}

/** The two cuttable items to offer: first those that save enough, then those of least worth. */
function cuts(file: ShowFile, timetable: Timetable, overS: number): Fix[] {
  return file.show.items
    .filter((item) => item.worth !== undefined)
    .map((item) => ({ item, savesS: savedBy(timetable, item.id) }))
    .sort((a, b) => Number(b.savesS >= overS) - Number(a.savesS >= overS) || a.item.worth! - b.item.worth!)
    .slice(0, 2)
    .map(({ item, savesS }) =>
      fix(`Leave out “${item.title}” (saves ${formatDuration(savesS)})`, {
        kind: 'remove-item',
        itemId: item.id,
      }),
    );
}

function savedBy(timetable: Timetable, itemId: string): number {
  const item = timetable.items.find((i) => i.itemId === itemId)!;
  return item.endS - item.startS + item.waitS;
}

function taskFindings(c: Context, task: PlannedTask): Finding[] {
  const out: Finding[] = [];
  const source = c.demoOf(task.itemId)!.prep.find((t) => t.id === task.taskId)!;
  const base = { itemId: task.itemId, at: task.startS };
  if (task.personId === undefined) {
    const who =
      source.who.kind === 'anyone'
        ? 'No crew'
        : `Nobody in the crew with the ${source.who.kind} “${source.who.value}”`;
    const says = `${who} to do “${task.title}”.`;
    return [
      {
        ...base,
        level: 'stop',
        code: source.who.kind === 'anyone' ? 'nobody' : 'no-skill',
        says,
        numbers: {},
        fixes: [],
      },
    ];
  }
  if (source.beforeDoors && task.handsOffS > c.timetable.doorsS) {
    const lateS = task.handsOffS - c.timetable.doorsS;
    out.push({
      ...base,
      level: 'caution',
      code: 'not-ready',
      says: `“${task.title}” belongs before doors but ends ${formatDuration(lateS)} after them.`,
      numbers: { lateS },
      fixes: earlierArrival(c, task, lateS),
    });
  }
  if (task.staleS !== undefined && task.staleS < task.usedS) {
    const lateS = task.usedS - task.staleS;
    const index = c.file.show.items.findIndex((i) => i.id === task.itemId);
    out.push({
      ...base,
      at: task.staleS,
      level: 'caution',
      code: 'gone-stale',
      says: `“${task.title}” goes stale ${formatDuration(lateS)} before it is used: ${c.name(task.personId)} has no free hands later.`,
      numbers: { lateS },
      fixes:
        index > 0
          ? [
              fix(`Play “${c.item(task.itemId).title}” one place earlier`, {
                kind: 'move-item',
                itemId: task.itemId,
                toIndex: index - 1,
              }),
            ]
          : [],
    });
  }
  return out;
}

function resetFindings(c: Context): Finding[] {
  return c.timetable.resets.flatMap((reset): Finding[] => {
    const index = c.timetable.items.findIndex((i) => i.itemId === reset.itemId);
    const station = c.demoOf(reset.itemId)!.station;
    const next = c.timetable.items.slice(index + 1).find((i) => c.demoOf(i.itemId)?.station === station);
    if (reset.personId === undefined) {
      return [
        {
          level: 'stop',
          code: 'nobody',
          at: reset.startS,
          itemId: reset.itemId,
          says: `No crew to do “${reset.title}”.`,
          numbers: {},
          fixes: [],
        },
      ];
    }
    if (!next || next.startS >= reset.endS) return [];
    const lateS = reset.endS - next.startS;
    return [
      {
        level: 'caution',
        code: 'reset-late',
        at: next.startS,
        itemId: next.itemId,
        says: `The ${station} is still being reset (“${reset.title}”) ${formatDuration(lateS)} after “${next.title}” begins.`,
        numbers: { lateS },
        fixes: [],
      },
    ];
  });
}

function kitFindings(need: KitNeedTotal): Finding[] {
  if (need.short <= 0) return [];
  return [
    {
      level: 'caution',
      code: 'kit-short',
      at: need.peakAtS,
      says: `${need.peak} × ${need.name} in use at once and ${need.onShelf} on the shelf: ${need.short} short.`,
      numbers: { peak: need.peak, onShelf: need.onShelf, short: need.short },
      fixes: [],
    },
  ];
}

/** What a debrief asked for before the next time, at the item of its demo or at the top. */
function openActions({ file, timetable }: Context): Finding[] {
  return (file.actions ?? []).flatMap((action) => {
    const item = action.on === 'demo' ? file.show.items.find((i) => i.demoId === action.onId) : undefined;
    if (action.on === 'demo' && !item) return [];
    const at = timetable.items.find((i) => i.itemId === item?.id)?.startS ?? timetable.firstHandsS;
    const finding: Finding = {
      level: 'note',
      code: 'action',
      at,
      says: `From the debrief: ${action.text}`,
      numbers: {},
      fixes: [],
    };
    return [item ? { ...finding, itemId: item.id } : finding];
  });
}
