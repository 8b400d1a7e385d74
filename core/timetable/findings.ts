import type { Bands } from '../forecast';
import { clockToS, formatClock, formatDuration } from '../quantities';
import type { Demo, Person, ShowFile } from '../show';
import type { KitNeedTotal } from '../supplies';
import { mayDo } from './place';
import type { Change, Finding, Fix, Level, PlannedItem, PlannedTask, Timetable } from './types';

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

class Context {
  readonly demos: Map<string, Demo>;
  readonly people: Map<string, Person>;
  readonly up: number;

  constructor(
    readonly file: ShowFile,
    readonly timetable: Timetable,
  ) {
    this.demos = new Map(file.demos.map((d) => [d.id, d]));
    this.people = new Map(file.crew.map((p) => [p.id, p]));
    this.up = clockToS(file.show.curtainUp);
  }

  clock = (s: number) => formatClock(this.up + s);
  name = (id: string | undefined) => (id && this.people.get(id)?.name) || 'nobody';
  item = (id: string) => this.file.show.items.find((i) => i.id === id)!;
  demoOf = (itemId: string) => this.demos.get(this.item(itemId).demoId ?? '');
  planned = (itemId: string) => this.timetable.items.find((i) => i.itemId === itemId)!;
}

const fix = (label: string, change: Change): Fix => ({ label, change });

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

/** Asking the person in earlier helps only where they start the moment they arrive. Rounded to five minutes. */
function earlierArrival(c: Context, task: PlannedTask, lateS: number): Fix[] {
  const arrival = c.timetable.arrivals.find((a) => a.personId === task.personId);
  if (!arrival || task.startS - arrival.arrivesS > 60) return [];
  const clock = c.clock(Math.floor((arrival.arrivesS - lateS) / 300) * 300);
  return [
    fix(`Ask ${c.name(task.personId)} in for ${clock}`, {
      kind: 'set-arrival',
      personId: arrival.personId,
      arrives: clock,
    }),
  ];
}

function itemFindings(c: Context, item: PlannedItem): Finding[] {
  const out: Finding[] = [];
  const demo = c.demoOf(item.itemId);
  const base = { itemId: item.itemId, at: item.startS };
  if (item.waitS > 0) {
    const late = c.timetable.tasks
      .filter((t) => t.itemId === item.itemId)
      .sort((a, b) => b.readyS - a.readyS)[0];
    const index = c.file.show.items.findIndex((i) => i.id === item.itemId);
    const later = index + 1 < c.file.show.items.length;
    out.push({
      ...base,
      at: item.startS - item.waitS,
      level: item.waitS > 60 ? 'stop' : 'caution',
      code: 'dead-air',
      says: `${formatDuration(item.waitS)} of dead air before “${item.title}”: ${late ? `“${late.title}” is not ready before ${c.clock(late.readyS)}` : 'its preparation is not ready'}.`,
      numbers: { waitS: item.waitS },
      fixes: [
        ...(late ? earlierArrival(c, late, item.waitS) : []),
        ...(later
          ? [
              fix(`Play “${item.title}” one place later`, {
                kind: 'move-item',
                itemId: item.itemId,
                toIndex: index + 1,
              }),
            ]
          : []),
      ],
    });
  }
  if (item.presenterId === undefined) {
    out.push({
      ...base,
      level: 'stop',
      code: 'nobody',
      says: `Nobody presents “${item.title}”. Add someone to the crew.`,
      numbers: {},
      fixes: [],
    });
  }
  const crew = new Set(c.file.show.crew.map((p) => p.personId));
  for (const id of [item.presenterId, ...item.helperIds]) {
    const arrival = c.timetable.arrivals.find((a) => a.personId === id);
    if (id !== undefined && !crew.has(id)) {
      out.push({
        ...base,
        level: 'stop',
        code: 'nobody',
        says: `${c.name(id)} is on stage in “${item.title}” but not in this show's crew.`,
        numbers: {},
        fixes: [],
      });
    } else if (arrival && arrival.arrivesS > item.startS) {
      const lateS = arrival.arrivesS - item.startS;
      out.push({
        ...base,
        level: 'stop',
        code: 'two-places',
        says: `${c.name(id)} arrives ${formatDuration(lateS)} after “${item.title}” begins.`,
        numbers: { lateS },
        fixes: [
          fix(`Ask ${c.name(id)} in for ${c.clock(Math.floor(item.startS / 300) * 300 - 3600)}`, {
            kind: 'set-arrival',
            personId: id!,
            arrives: c.clock(Math.floor(item.startS / 300) * 300 - 3600),
          }),
        ],
      });
    }
  }
  if (!demo) return out;
  const onStage = [item.presenterId, ...item.helperIds].map((id) => c.people.get(id ?? ''));
  for (const skill of demo.skills) {
    if (onStage.some((p) => mayDo(p, { kind: 'skill', value: skill }))) continue;
    out.push({
      ...base,
      level: 'stop',
      code: 'no-skill',
      says: `Nobody on stage in “${item.title}” is cleared for ${skill}.`,
      numbers: {},
      fixes: [],
    });
  }
  if (demo.hazards.includes('flame') && !c.file.venue.flameAllowed) {
    out.push({
      ...base,
      level: 'stop',
      code: 'flame-not-allowed',
      says: `“${item.title}” uses a flame and ${c.file.venue.name} does not allow one.`,
      numbers: {},
      fixes: [fix(`Leave out “${item.title}”`, { kind: 'remove-item', itemId: item.itemId })],
    });
  }
  return [...out, ...logTimes(c, item)];
}

/** Times typed by hand that the log contradicts by more than a quarter: the log's are offered, not imposed. */
function logTimes(c: Context, item: PlannedItem): Finding[] {
  const source = c.item(item.itemId);
  const record = c.file.record.find((r) => r.demoId === source.demoId);
  // Five plays: from there on the log speaks for itself (logbook durations).
  if (!source.timing || !record || record.playsS.length < 5) return [];
  const sorted = [...record.playsS].sort((a, b) => a - b);
  const medianS = sorted[Math.floor(sorted.length / 2)]!;
  const ratio = medianS / Math.max(1, source.timing.likelyS);
  if (ratio > 0.75 && ratio < 1.25) return [];
  return [
    {
      level: 'note',
      code: 'log-times',
      at: item.startS,
      itemId: item.itemId,
      says: `The log says “${item.title}” takes ${formatDuration(medianS)} (median of ${record.playsS.length} plays); you planned ${formatDuration(source.timing.likelyS)}.`,
      numbers: { medianS, plannedS: source.timing.likelyS },
      fixes: [fix("Use the log's times", { kind: 'set-timing', itemId: item.itemId, timing: undefined })],
    },
  ];
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
