import type { Finding, FindingCode, Fix } from '../../findings';
import { formatDuration, quantile } from '../../quantities';
import type { Demo } from '../../show';
import { type PlannedItem, type WaitReason, bannedAt, mayDo } from '../../timetable';
import { about, askIn, bringOne, fix, shift, type Context } from './context';

/** What is wrong with one item: waits, people who are not there or not cleared, hazards, times the log contradicts. */
export function itemFindings(c: Context, item: PlannedItem): Finding[] {
  const demo = c.demoOf(item.itemId);
  return [
    ...wait(c, item),
    ...fixedMissed(c, item),
    ...people(c, item),
    ...(demo ? [...skills(c, item, demo), ...hazards(c, item, demo), ...stationTaken(c, item, demo)] : []),
    ...logTimes(c, item),
  ];
}

/** Dead air longer than this is a stop: an audience begins to talk. Common practice. */
const LONG_WAIT_S = 60;

const CODES: Partial<Record<WaitReason['kind'], FindingCode>> = {
  station: 'reset-late',
  kit: 'kit-short',
  opens: 'outside-hours',
};

function wait(c: Context, item: PlannedItem): Finding[] {
  const { waitS, waitsFor } = item;
  if (waitS <= 0 || !waitsFor) return [];
  const root = waitsFor.root ?? waitsFor;
  const code = CODES[root.kind] ?? 'dead-air';
  return [
    about(
      item,
      waitS > LONG_WAIT_S ? 'stop' : 'caution',
      code,
      `${formatDuration(waitS)} of dead air before “${item.title}”: ${waitsFor.says}.`,
      { at: item.startS - waitS, numbers: { waitS }, fixes: waysOut(c, item, root) },
    ),
  ];
}

function waysOut(c: Context, item: PlannedItem, root: WaitReason): Fix[] {
  const first =
    root.kind === 'arrives'
      ? askIn(c, root.what, item.waitS)
      : root.kind === 'kit'
        ? [bringOne(c, root.what!)]
        : unlock(c, root);
  return [...first, ...shift(c, item.itemId, 1), ...(first.length ? [] : shift(c, item.itemId, -1))].slice(
    0,
    2,
  );
}

/** Where what holds an item up is a start set by hand, taking that back is the first way out. */
function unlock(c: Context, { itemId, taskId }: WaitReason): Fix[] {
  const task = c.timetable.tasks.find((t) => t.itemId === itemId && t.taskId === taskId && t.locked);
  if (!task) return [];
  const choice = { startS: undefined } as object;
  return [
    fix(`Unlock “${task.title}”`, { kind: 'set-task', itemId: task.itemId, taskId: task.taskId, choice }),
  ];
}

function fixedMissed(c: Context, item: PlannedItem): Finding[] {
  const { at } = c.item(item.itemId);
  if (at === undefined || c.clock(item.startS) === at || c.explained('fixed-by', item.itemId)) return [];
  const link = c.placement.work.links.find(
    (l) => l.why.kind === 'fixed-from' && c.placement.work.activities[l.to]!.itemId === item.itemId,
  );
  const lateS = item.startS - (link?.lagS ?? item.startS);
  if (lateS === 0) return [];
  return [
    about(
      item,
      'stop',
      'fixed-missed',
      `“${item.title}” is fixed for ${at} and begins ${formatDuration(lateS)} late.`,
      {
        numbers: { lateS },
        fixes: [
          ...shift(c, item.itemId, -1),
          fix(`Fix it for ${c.clock(item.startS + 59)} instead`, {
            kind: 'set-item',
            itemId: item.itemId,
            fields: { at: c.clock(item.startS + 59) },
          }),
        ],
      },
    ),
  ];
}

function people(c: Context, item: PlannedItem): Finding[] {
  if (item.presenterId === undefined)
    return [about(item, 'stop', 'nobody', `Nobody presents “${item.title}”. Add someone to the crew.`)];
  const crew = new Set(c.file.show.crew.map((p) => p.personId));
  return [item.presenterId, ...item.helperIds].flatMap((id): Finding[] => {
    const arrival = c.timetable.arrivals.find((a) => a.personId === id);
    if (!crew.has(id) || !arrival)
      return [
        about(
          item,
          'stop',
          'nobody',
          `${c.name(id)} is on stage in “${item.title}” but not in this show's crew.`,
        ),
      ];
    if (arrival.arrivesS > item.startS) {
      const lateS = arrival.arrivesS - item.startS;
      // An hour before their first item: time to change and be told. Common practice.
      const clock = c.clock(Math.floor(item.startS / 300) * 300 - 3600);
      return [
        about(
          item,
          'stop',
          'two-places',
          `${c.name(id)} arrives ${formatDuration(lateS)} after “${item.title}” begins.`,
          {
            numbers: { lateS },
            fixes: [
              fix(`Ask ${c.name(id)} in for ${clock}`, { kind: 'set-arrival', personId: id, arrives: clock }),
            ],
          },
        ),
      ];
    }
    if (arrival.leavesS !== undefined && arrival.leavesS < item.endS) {
      const lateS = item.endS - arrival.leavesS;
      const clock = c.clock(Math.ceil(item.endS / 300) * 300);
      return [
        about(
          item,
          'stop',
          'two-places',
          `${c.name(id)} leaves ${formatDuration(lateS)} before “${item.title}” ends.`,
          {
            numbers: { lateS },
            fixes: [
              fix(`Ask ${c.name(id)} to stay until ${clock}`, {
                kind: 'set-leaving',
                personId: id,
                leaves: clock,
              }),
            ],
          },
        ),
      ];
    }
    return [];
  });
}

function skills(c: Context, item: PlannedItem, demo: Demo): Finding[] {
  const onStage = [item.presenterId, ...item.helperIds].map((id) => c.people.get(id ?? ''));
  return demo.skills
    .filter((skill) => !onStage.some((p) => mayDo(p, { kind: 'skill', value: skill })))
    .map((skill) => {
      const able = c.file.show.crew.find((p) =>
        mayDo(c.people.get(p.personId), { kind: 'skill', value: skill }),
      );
      return about(item, 'stop', 'no-skill', `Nobody on stage in “${item.title}” is cleared for ${skill}.`, {
        fixes: able
          ? [
              fix(`Let ${c.name(able.personId)} present it`, {
                kind: 'set-item',
                itemId: item.itemId,
                fields: { presenterId: able.personId },
              }),
            ]
          : [],
      });
    });
}

function hazards(c: Context, item: PlannedItem, demo: Demo): Finding[] {
  const out: Finding[] = [];
  const leaveOut = [fix(`Leave out “${item.title}”`, { kind: 'remove-items', itemIds: [item.itemId] })];
  if (demo.hazards.includes('flame') && !c.file.venue.flameAllowed) {
    const says = `“${item.title}” uses a flame and ${c.file.venue.name} does not allow one.`;
    out.push(about(item, 'stop', 'flame-not-allowed', says, { fixes: leaveOut }));
  }
  const ban = bannedAt(c.file, demo.hazards, item.startS, item.endS);
  if (ban) {
    const when =
      ban.after !== undefined && !(ban.before !== undefined) ? `after ${ban.after}` : `before ${ban.before}`;
    const says = `“${item.title}” would be on at ${c.clock(item.startS)}: no ${ban.hazard} ${when} here.`;
    out.push(
      about(item, 'stop', 'not-allowed-now', says, {
        fixes: [...shift(c, item.itemId, ban.after !== undefined ? -1 : 1), ...leaveOut].slice(0, 2),
      }),
    );
  }
  return out;
}

/** A demo set up early keeps its station: nobody else can play there until it is shown. */
function stationTaken(c: Context, item: PlannedItem, demo: Demo): Finding[] {
  const { setUpIn } = c.item(item.itemId);
  if (setUpIn === undefined) return [];
  const from = c.index(setUpIn);
  const between = c.timetable.items.slice(from + 1, c.index(item.itemId));
  const other = between.find((i) => c.demoOf(i.itemId)?.station === demo.station);
  if (!other) return [];
  return [
    about(
      other,
      'caution',
      'station-taken',
      `“${item.title}” stands ready on the ${demo.station} from ${c.clock(c.planned(setUpIn).endS)}, and “${other.title}” is played there.`,
      {
        fixes: [
          fix(`Set it up after “${other.title}”`, {
            kind: 'move-item',
            itemId: setUpIn,
            toIndex: c.index(other.itemId),
          }),
        ],
      },
    ),
  ];
}

/** Times typed by hand that the log contradicts by more than a quarter: the log's are offered, not imposed. */
function logTimes(c: Context, item: PlannedItem): Finding[] {
  const source = c.item(item.itemId);
  const record = c.file.record.find((r) => r.demoId === source.demoId);
  // Five plays: from there on the log speaks for itself (logbook durations).
  if (!source.timing || !record || record.playsS.length < 5) return [];
  const medianS = Math.round(quantile(record.playsS, 0.5));
  const ratio = medianS / Math.max(1, source.timing.likelyS);
  if (ratio > 0.75 && ratio < 1.25) return [];
  const says = `The log says “${item.title}” takes ${formatDuration(medianS)} (median of ${record.playsS.length} plays); you planned ${formatDuration(source.timing.likelyS)}.`;
  return [
    about(item, 'note', 'log-times', says, {
      numbers: { medianS, plannedS: source.timing.likelyS },
      fixes: [fix("Use the log's times", { kind: 'set-timing', itemId: item.itemId, timing: undefined })],
    }),
  ];
}
