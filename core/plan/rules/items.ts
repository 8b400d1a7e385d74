import { rule, wayOut, type WayOut } from '../../findings';
import { formatDuration, quantile, toClock } from '../../quantities';
import type { Skill } from '../../show';
import {
  askIn,
  askToStay,
  bannedAt,
  bringKit,
  mayDo,
  unlock,
  type PlannedItem,
  type WaitReason,
} from '../../timetable';
import type { FindingCode } from './codes';
import { atStart, askSooner, shift, type Context } from './context';

/** One item: waits, people who are not there or not cleared, hazards, times the log contradicts. */

/** Dead air longer than this is a stop: an audience begins to talk. Common practice. */
const LONG_WAIT_S = 60;

const rootOf = ({ waitsFor }: PlannedItem): WaitReason => waitsFor!.root ?? waitsFor!;

/** Dead air, told by what lies behind it. */
const wait = (id: FindingCode, behind: (kind: WaitReason['kind']) => boolean) =>
  rule<Context, PlannedItem, FindingCode>({
    id,
    level: ({ waitS }) => (waitS > LONG_WAIT_S ? 'stop' : 'caution'),
    source: 'common practice',
    when: ({ timetable }) =>
      timetable.items.filter((i) => i.waitS > 0 && i.waitsFor && behind(rootOf(i).kind)),
    where: ({ startS, waitS, itemId }) => ({ at: startS - waitS, itemId }),
    says: ({ title, waitS, waitsFor }) =>
      `${formatDuration(waitS)} of dead air before “${title}”: ${waitsFor!.says}.`,
    numbers: ({ waitS }) => ({ waitS }),
    waysOut: (item, c) => {
      const first = firstWayOut(c, item, rootOf(item));
      const sooner = first.length ? [] : shift(c, item.itemId, -1);
      return [...first, ...shift(c, item.itemId, 1), ...sooner].slice(0, 2);
    },
  });

function firstWayOut(c: Context, item: PlannedItem, root: WaitReason): WayOut[] {
  if (root.kind === 'arrives') return askSooner(c, root.what, item.waitS);
  if (root.kind === 'kit') return [bringKit(c.script, root.what!)];
  // Where what holds an item up is a start set by hand, taking that back is the first way out.
  const task = c.timetable.tasks.find(
    (t) => t.itemId === root.itemId && t.taskId === root.taskId && t.locked,
  );
  const source = task && c.demoOf(task.itemId)?.prep.find((t) => t.id === task.taskId);
  return task && source ? unlock({ title: task.title, itemId: task.itemId, task: source }) : [];
}

const fixedMissed = rule<Context, PlannedItem & { lateS: number; fixed: string }, FindingCode>({
  id: 'fixed-missed',
  level: 'stop',
  source: 'arithmetic',
  when: ({ timetable, item, script, explained }) =>
    timetable.items.flatMap((planned) => {
      const { at: fixed } = item(planned.itemId);
      if (fixed === undefined || explained('fixed-by', planned.itemId)) return [];
      const lateS = planned.startS - script.at(fixed);
      return lateS === 0 ? [] : [{ ...planned, lateS, fixed }];
    }),
  where: atStart,
  says: ({ title, lateS, fixed }) =>
    `“${title}” is fixed for ${fixed} and begins ${formatDuration(lateS)} late.`,
  numbers: ({ lateS }) => ({ lateS }),
  waysOut: ({ itemId, startS }, c) => [
    ...shift(c, itemId, -1),
    wayOut(`Fix it for ${c.clock(startS + 59)} instead`, {
      kind: 'set-item',
      itemId,
      fields: { at: toClock(c.script.upS + startS + 59) },
    }),
  ],
});

const nobodyPresents = rule<Context, PlannedItem, FindingCode>({
  id: 'nobody',
  level: 'stop',
  source: 'arithmetic',
  when: ({ timetable }) => timetable.items.filter((i) => i.presenterId === undefined),
  where: atStart,
  says: ({ title }) => `Nobody presents “${title}”. Add someone to the crew.`,
});

type OnStage = PlannedItem & { personId: string };

const onStage = ({ timetable }: Context): OnStage[] =>
  timetable.items.flatMap((i) =>
    i.presenterId === undefined
      ? []
      : [i.presenterId, ...i.helperIds].map((personId) => ({ ...i, personId })),
  );

const notInCrew = rule<Context, OnStage, FindingCode>({
  id: 'nobody',
  level: 'stop',
  source: 'arithmetic',
  when: (c) => onStage(c).filter((i) => !c.arrival(i.personId)),
  where: atStart,
  says: ({ title, personId }, { script }) =>
    `${script.people.get(personId)?.name ?? 'Somebody who is not here any more'} is on stage in “${title}” but not in this show's crew.`,
});

/** An hour before their first item: time to change and be told. Common practice. */
const AHEAD_S = 3600;

const comesLate = rule<Context, OnStage & { lateS: number }, FindingCode>({
  id: 'two-places',
  level: 'stop',
  source: 'arithmetic',
  when: (c) =>
    onStage(c)
      .map((i) => ({ ...i, lateS: (c.arrival(i.personId)?.arrivesS ?? -Infinity) - i.startS }))
      .filter((i) => i.lateS > 0),
  where: atStart,
  says: ({ title, personId, lateS }, { name }) =>
    `${name(personId)} arrives ${formatDuration(lateS)} after “${title}” begins.`,
  numbers: ({ lateS }) => ({ lateS }),
  waysOut: ({ personId, startS }, { script }) => [askIn(script, personId, startS - AHEAD_S)],
});

const leavesEarly = rule<Context, OnStage & { lateS: number }, FindingCode>({
  id: 'two-places',
  level: 'stop',
  source: 'arithmetic',
  when: (c) =>
    onStage(c)
      .filter((i) => (c.arrival(i.personId)?.arrivesS ?? Infinity) <= i.startS)
      .map((i) => ({ ...i, lateS: i.endS - (c.arrival(i.personId)?.leavesS ?? Infinity) }))
      .filter((i) => i.lateS > 0),
  where: atStart,
  says: ({ title, personId, lateS }, { name }) =>
    `${name(personId)} leaves ${formatDuration(lateS)} before “${title}” ends.`,
  numbers: ({ lateS }) => ({ lateS }),
  waysOut: ({ personId, endS }, { script }) => {
    const untilS = Math.ceil((script.upS + endS) / 300) * 300 - script.upS;
    return [askToStay(script, personId, untilS)];
  },
});

const notCleared = rule<Context, PlannedItem & { skill: Skill }, FindingCode>({
  id: 'no-skill',
  level: 'stop',
  source: 'common practice',
  when: ({ timetable, demoOf, script }) =>
    timetable.items.flatMap((item) => {
      const there = [item.presenterId, ...item.helperIds].map((id) => script.people.get(id ?? ''));
      return (demoOf(item.itemId)?.skills ?? [])
        .filter((skill) => !there.some((p) => mayDo(p, { kind: 'skill', value: skill })))
        .map((skill) => ({ ...item, skill }));
    }),
  where: atStart,
  says: ({ title, skill }) => `Nobody on stage in “${title}” is cleared for ${skill}.`,
  waysOut: ({ itemId, skill }, { script, name }) => {
    const able = script.file.show.crew.find((p) =>
      mayDo(script.people.get(p.personId), { kind: 'skill', value: skill }),
    );
    return able
      ? [
          wayOut(`Let ${name(able.personId)} present it`, {
            kind: 'set-item',
            itemId,
            fields: { presenterId: able.personId },
          }),
        ]
      : [];
  },
});

const leaveOut = ({ title, itemId }: PlannedItem): WayOut =>
  wayOut(`Leave out “${title}”`, { kind: 'remove-items', itemIds: [itemId] });

const flame = rule<Context, PlannedItem, FindingCode>({
  id: 'flame-not-allowed',
  level: 'stop',
  source: 'the venue',
  when: ({ timetable, demoOf, script }) =>
    script.file.venue.flameAllowed
      ? []
      : timetable.items.filter((i) => demoOf(i.itemId)?.hazards.includes('flame')),
  where: atStart,
  says: ({ title }, { script }) =>
    `“${title}” uses a flame and ${script.file.venue.name} does not allow one.`,
  waysOut: (item) => [leaveOut(item)],
});

const notNow = rule<Context, PlannedItem & { ban: NonNullable<ReturnType<typeof bannedAt>> }, FindingCode>({
  id: 'not-allowed-now',
  level: 'stop',
  source: 'the show',
  when: ({ timetable, demoOf, script }) =>
    timetable.items.flatMap((item) => {
      const ban = bannedAt(script, demoOf(item.itemId)?.hazards ?? [], item.startS, item.endS);
      return ban ? [{ ...item, ban }] : [];
    }),
  where: atStart,
  says: ({ title, startS, ban: { hazard, before, after } }, { clock }) => {
    const when = after !== undefined && before === undefined ? `after ${after}` : `before ${before}`;
    return `“${title}” would be on at ${clock(startS)}: no ${hazard} ${when} here.`;
  },
  waysOut: (item, c) =>
    [...shift(c, item.itemId, item.ban.after !== undefined ? -1 : 1), leaveOut(item)].slice(0, 2),
});

/** A demo set up early keeps its station: nobody else can play there until it is shown. */
const stationTaken = rule<Context, { set: PlannedItem; setUpIn: string; other: PlannedItem }, FindingCode>({
  id: 'station-taken',
  level: 'caution',
  source: 'arithmetic',
  when: ({ timetable, item, index, demoOf }) =>
    timetable.items.flatMap((set) => {
      const { setUpIn } = item(set.itemId);
      const demo = demoOf(set.itemId);
      if (setUpIn === undefined || !demo) return [];
      const other = timetable.items
        .slice(index(setUpIn) + 1, index(set.itemId))
        .find((i) => demoOf(i.itemId)?.station === demo.station);
      return other ? [{ set, setUpIn, other }] : [];
    }),
  where: ({ other }) => atStart(other),
  says: ({ set, setUpIn, other }, { clock, demoOf, planned }) =>
    `“${set.title}” stands ready on the ${demoOf(set.itemId)!.station} from ${clock(planned(setUpIn).endS)}, and “${other.title}” is played there.`,
  waysOut: ({ setUpIn, other }, { index }) => [
    wayOut(`Set it up after “${other.title}”`, {
      kind: 'move-item',
      itemId: setUpIn,
      toIndex: index(other.itemId),
    }),
  ],
});

/** From five plays on the log speaks for itself (logbook durations). */
const ENOUGH_PLAYS = 5;

/** Times typed by hand that the log contradicts by more than a quarter: the log's are offered, not imposed. */
const logTimes = rule<
  Context,
  PlannedItem & { medianS: number; plannedS: number; plays: number },
  FindingCode
>({
  id: 'log-times',
  level: 'note',
  source: 'the log',
  when: ({ timetable, script }) =>
    timetable.items.flatMap((planned) => {
      const { item, record } = script.byItem.get(planned.itemId)!;
      if (!item.timing || !record || record.playsS.length < ENOUGH_PLAYS) return [];
      const medianS = Math.round(quantile(record.playsS, 0.5));
      const ratio = medianS / Math.max(1, item.timing.likelyS);
      return ratio > 0.75 && ratio < 1.25
        ? []
        : [{ ...planned, medianS, plannedS: item.timing.likelyS, plays: record.playsS.length }];
    }),
  where: atStart,
  says: ({ title, medianS, plannedS, plays }) =>
    `The log says “${title}” takes ${formatDuration(medianS)} (median of ${plays} plays); you planned ${formatDuration(plannedS)}.`,
  numbers: ({ medianS, plannedS }) => ({ medianS, plannedS }),
  waysOut: ({ itemId }) => [wayOut("Use the log's times", { kind: 'set-timing', itemId, timing: undefined })],
});

/** What a wait of its own code is told by; every other wait is dead air. */
const TOLD_APART: WaitReason['kind'][] = ['station', 'kit', 'opens'];

export const ITEM_RULES = {
  deadAir: wait('dead-air', (kind) => !TOLD_APART.includes(kind)),
  resetLate: wait('reset-late', (kind) => kind === 'station'),
  waitsForKit: wait('kit-short', (kind) => kind === 'kit'),
  waitsForHouse: wait('outside-hours', (kind) => kind === 'opens'),
  fixedMissed,
  nobodyPresents,
  notInCrew,
  comesLate,
  leavesEarly,
  notCleared,
  flame,
  notNow,
  stationTaken,
  logTimes,
};
