import { rule, fix, type Fix } from '../../findings';
import { formatDuration, quantile } from '../../quantities';
import { stepsTiming } from '../../script';
import { missingControls, type Skill, type Timing } from '../../show';
import {
  askIn,
  askToStay,
  bannedAt,
  bringKit,
  mayDo,
  REASONS,
  told,
  unlock,
  type PlannedItem,
  type WaitReason,
} from '../../timetable';
import type { FindingCode } from './codes';
import { atStart, askSooner, shift, type Context } from './context';
import { leaveOut } from './of-room';

/** One item: waits, people who are not there or not cleared, hazards, times the log contradicts. */

/** Dead air longer than this is a stop: an audience begins to talk. Common practice. */
const LONG_WAIT_S = 60;

const rootOf = ({ waitsFor }: PlannedItem): WaitReason => waitsFor!.root ?? waitsFor!;
const rootKind = (reason: WaitReason) => (reason.root ?? reason).kind;

/** Dead air, told by what lies behind it. */
const wait = (id: FindingCode, behind: (kind: WaitReason['kind']) => boolean) =>
  rule<Context, PlannedItem, FindingCode>({
    id,
    level: ({ waitS }) => (waitS > LONG_WAIT_S ? 'stop' : 'caution'),
    source: 'common practice',
    findMatches: ({ timetable }) =>
      timetable.items.filter((i) => i.waitS > 0 && i.waitsFor && behind(rootOf(i).kind)),
    findPlace: ({ startS, waitS, itemId }) => ({ at: startS - waitS, itemId }),
    message: ({ title, waitS, waitsFor }) =>
      `${formatDuration(waitS)} of dead air before “${title}”: ${waitsFor!.message}.`,
    numbers: ({ waitS }) => ({ waitS }),
    fixes: (item, c) => [
      ...onStageWays(c, item),
      ...ownWays(c, item, rootOf(item)),
      ...shift(c, item.itemId, 1).map((way) => ({ ...way, oneOf: 'shift' })),
      ...shift(c, item.itemId, -1).map((way) => ({ ...way, oneOf: 'shift' })),
    ],
  });

/** So many items before are looked at for a moment in which work could be begun on stage. */
const HOSTS = 6;

/** Work that nobody's hands are free for may be begun on stage, by who presents an item before it; the nearest that works. */
function onStageWays({ items, timetable, script, planned }: Context, { waitsFor }: PlannedItem): Fix[] {
  const { itemId, taskId } = waitsFor!.waitsOn ?? {};
  const task = timetable.tasks.find((t) => t.itemId === itemId && t.taskId === taskId);
  const scripted = script.byItem.get(itemId ?? '');
  const source = scripted?.demo?.prep.find((t) => t.id === taskId);
  if (
    rootKind(waitsFor!) !== 'hands' ||
    !scripted ||
    !source ||
    !task ||
    task.hostItemId !== undefined ||
    task.locked
  )
    return [];
  return items
    .slice(Math.max(0, scripted.index - HOSTS), scripted.index)
    .reverse()
    .filter(({ item }) => mayDo(script.people.get(planned(item.id).presenterId ?? ''), source.who))
    .map(({ item }) => ({
      ...fix(`Begin “${task.title}” on stage in “${item.title}”`, {
        kind: 'set-task',
        itemId: scripted.item.id,
        taskId: source.id,
        choice: { inItemId: item.id },
      }),
      oneOf: 'on stage',
    }));
}

/** The change of the one number that lies behind a wait; where that is a person's, by as much as is asked of people. */
function ownWays(c: Context, { waitS, waitsFor }: PlannedItem, root: WaitReason): Fix[] {
  if (root.kind === 'arrives')
    return [...askSooner(c, root.what, waitS), ...readySooner(c, waitsFor!, waitS)];
  if (root.kind === 'kit') return [bringKit(c.script, root.what!)];
  const locked = c.timetable.tasks.find(
    (t) => t.itemId === root.itemId && t.taskId === root.taskId && t.locked,
  );
  const { activities } = c.placement.work;
  return [
    // Where what holds an item up is a start set by hand, taking that back is the first fix.
    ...(locked ? unlock(activities[root.link.from]!) : []),
    ...REASONS[root.kind].fixes(told(c.script, activities, root.link), waitS),
    ...(root === waitsFor ? [] : readySooner(c, waitsFor!, waitS)),
  ];
}

/** What stands too long, ready sooner. */
const readySooner = (c: Context, { kind, link }: WaitReason, waitS: number): Fix[] =>
  kind === 'ready' ? REASONS.ready.fixes(told(c.script, c.placement.work.activities, link), waitS) : [];

const nobodyPresents = rule<Context, PlannedItem, FindingCode>({
  id: 'nobody',
  level: 'stop',
  source: 'arithmetic',
  findMatches: ({ timetable }) => timetable.items.filter((i) => i.presenterId === undefined),
  findPlace: atStart,
  message: ({ title }) => `Nobody presents “${title}”. Add someone to the crew.`,
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
  findMatches: (c) => onStage(c).filter((i) => !c.arrival(i.personId)),
  findPlace: atStart,
  message: ({ title, personId }, { script }) =>
    `${script.people.get(personId)?.name ?? 'A deleted person'} is on stage in “${title}” but not in this show's crew.`,
});

/** An hour before their first item: time to change and be told. Common practice. */
const AHEAD_S = 3600;

const comesLate = rule<Context, OnStage & { lateS: number }, FindingCode>({
  id: 'two-places',
  level: 'stop',
  source: 'arithmetic',
  findMatches: (c) =>
    onStage(c)
      .map((i) => ({ ...i, lateS: (c.arrival(i.personId)?.arrivesS ?? -Infinity) - i.startS }))
      .filter((i) => i.lateS > 0),
  findPlace: atStart,
  message: ({ title, personId, lateS }, { name }) =>
    `${name(personId)} arrives ${formatDuration(lateS)} after “${title}” begins.`,
  numbers: ({ lateS }) => ({ lateS }),
  fixes: ({ personId, startS }, { script }) => [askIn(script, personId, startS - AHEAD_S)],
});

const leavesEarly = rule<Context, OnStage & { lateS: number }, FindingCode>({
  id: 'two-places',
  level: 'stop',
  source: 'arithmetic',
  findMatches: (c) =>
    onStage(c)
      .filter((i) => (c.arrival(i.personId)?.arrivesS ?? Infinity) <= i.startS)
      .map((i) => ({ ...i, lateS: i.endS - (c.arrival(i.personId)?.leavesS ?? Infinity) }))
      .filter((i) => i.lateS > 0),
  findPlace: atStart,
  message: ({ title, personId, lateS }, { name }) =>
    `${name(personId)} leaves ${formatDuration(lateS)} before “${title}” ends.`,
  numbers: ({ lateS }) => ({ lateS }),
  fixes: ({ personId, endS }, { script }) => {
    const untilS = Math.ceil((script.upS + endS) / 300) * 300 - script.upS;
    return [askToStay(script, personId, untilS)];
  },
});

/** Two things at once for one pair of hands, where the hours left no other way. */
const atOnce = rule<Context, { personId: string; first: Held; second: Held }, FindingCode>({
  id: 'two-places',
  level: 'stop',
  source: 'arithmetic',
  findMatches: (c) =>
    [...c.script.people.keys()].flatMap((personId) => {
      const held = heldBy(c, personId);
      return held
        .slice(1)
        .map((second, i) => ({ personId, first: held[i]!, second }))
        .filter(({ first, second }) => first.endS > second.startS);
    }),
  findPlace: ({ second }) => ({ at: second.startS, itemId: second.itemId }),
  message: ({ personId, first, second }, { name }) =>
    `${name(personId)} does “${first.title}” and “${second.title}” at once for ${formatDuration(first.endS - second.startS)}.`,
  numbers: ({ first, second }) => ({ missS: first.endS - second.startS }),
});

interface Held {
  itemId: string;
  title: string;
  startS: number;
  endS: number;
}

/** What a person has in hand, in the order of time. */
const heldBy = ({ timetable: { items, tasks, resets } }: Context, personId: string): Held[] =>
  [
    ...items.filter((i) => i.presenterId === personId || i.helperIds.includes(personId)),
    ...tasks
      .filter((t) => t.personId === personId && t.hostItemId === undefined)
      .map((t) => ({ ...t, endS: t.handsOffS })),
    ...resets.filter((r) => r.personId === personId),
  ]
    .filter((a) => a.endS > a.startS)
    .sort((a, b) => a.startS - b.startS);

const notCleared = rule<Context, PlannedItem & { skill: Skill }, FindingCode>({
  id: 'no-skill',
  level: 'stop',
  source: 'common practice',
  findMatches: ({ timetable, demoOf, script }) =>
    timetable.items.flatMap((item) => {
      const there = [item.presenterId, ...item.helperIds].map((id) => script.people.get(id ?? ''));
      return (demoOf(item.itemId)?.skills ?? [])
        .filter((skill) => !there.some((p) => mayDo(p, { kind: 'skill', value: skill })))
        .map((skill) => ({ ...item, skill }));
    }),
  findPlace: atStart,
  message: ({ title, skill }) => `Nobody on stage in “${title}” is cleared for ${skill}.`,
  fixes: ({ itemId, skill }, { script, name }) => {
    const able = script.file.show.crew.find((p) =>
      mayDo(script.people.get(p.personId), { kind: 'skill', value: skill }),
    );
    return able
      ? [
          fix(`Let ${name(able.personId)} present it`, {
            kind: 'set-item',
            itemId,
            fields: { presenterId: able.personId },
          }),
        ]
      : [];
  },
});

const flame = rule<Context, PlannedItem, FindingCode>({
  id: 'flame-not-allowed',
  level: 'stop',
  source: 'the venue',
  findMatches: ({ timetable, demoOf, script }) =>
    script.file.venue.flameAllowed !== false || script.file.show.agreed?.includes('flame')
      ? []
      : timetable.items.filter((i) => demoOf(i.itemId)?.hazards.includes('flame')),
  findPlace: atStart,
  message: ({ title }, { script }) =>
    `“${title}” uses a flame and ${script.file.venue.name} does not allow one.`,
  fixes: (item) => [fix('They allow it for this show', { kind: 'agree', what: 'flame' }), leaveOut(item)],
});

const hazardControls = rule<Context, PlannedItem & { missing: string[] }, FindingCode>({
  id: 'hazard-control',
  level: 'caution',
  source: 'common practice',
  findMatches: ({ timetable, demoOf }) =>
    timetable.items.flatMap((item) => {
      const demo = demoOf(item.itemId);
      const missing = demo ? missingControls(demo) : [];
      return missing.length > 0 ? [{ ...item, missing }] : [];
    }),
  findPlace: atStart,
  message: ({ title, missing }) => `“${title}” lacks a usual control: ${missing.join('; ')}.`,
  fixes: () => [fix('Write it into the demo, or make sure of it yourself')],
});

const notNow = rule<Context, PlannedItem & { ban: NonNullable<ReturnType<typeof bannedAt>> }, FindingCode>({
  id: 'not-allowed-now',
  level: 'stop',
  source: 'the show',
  findMatches: ({ timetable, demoOf, script }) =>
    timetable.items.flatMap((item) => {
      const ban = bannedAt(script, demoOf(item.itemId)?.hazards ?? [], item.startS, item.endS);
      return ban ? [{ ...item, ban }] : [];
    }),
  findPlace: atStart,
  message: ({ title, startS, ban: { hazard, before, after } }, { clock }) => {
    const when = after !== undefined && before === undefined ? `after ${after}` : `before ${before}`;
    return `“${title}” would be on at ${clock(startS)}: no ${hazard} ${when} here.`;
  },
  fixes: (item, c) =>
    [...shift(c, item.itemId, item.ban.after !== undefined ? -1 : 1), leaveOut(item)].slice(0, 2),
});

/** A demo set up early keeps its mark: where that has no room besides, nobody else can play there until it is shown. */
const markTaken = rule<
  Context,
  { set: PlannedItem; setUpIn: string; other: PlannedItem; mark: string },
  FindingCode
>({
  id: 'mark-taken',
  level: 'caution',
  source: 'arithmetic',
  findMatches: ({ timetable, item, index, script }) =>
    timetable.items.flatMap((set) => {
      const { setUpIn } = item(set.itemId);
      const standing = script.byItem.get(set.itemId)?.standing;
      if (setUpIn === undefined || !standing) return [];
      const other = timetable.items.slice(index(setUpIn) + 1, index(set.itemId)).find((i) => {
        const there = script.byItem.get(i.itemId)?.standing;
        return there?.mark.id === standing.mark.id && there.spots + standing.spots > standing.mark.spots;
      });
      return other ? [{ set, setUpIn, other, mark: standing.mark.name }] : [];
    }),
  findPlace: ({ other }) => atStart(other),
  message: ({ set, setUpIn, other, mark }, { clock, planned }) =>
    `“${set.title}” stands ready on the ${mark} from ${clock(planned(setUpIn).endS)}, and “${other.title}” is played there.`,
  fixes: ({ setUpIn, other }, { index }) => [
    fix(`Set it up after “${other.title}”`, {
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
  findMatches: ({ timetable, script }) =>
    timetable.items.flatMap((planned) => {
      const { item, record } = script.byItem.get(planned.itemId)!;
      if (!item.timing || !record || record.playsS.length < ENOUGH_PLAYS) return [];
      const medianS = Math.round(quantile(record.playsS, 0.5));
      const ratio = medianS / Math.max(1, item.timing.likelyS);
      return ratio > 0.75 && ratio < 1.25
        ? []
        : [{ ...planned, medianS, plannedS: item.timing.likelyS, plays: record.playsS.length }];
    }),
  findPlace: atStart,
  message: ({ title, medianS, plannedS, plays }) =>
    `“${title}” is planned at ${formatDuration(plannedS)}; your last ${plays} plays took ${formatDuration(medianS)} (median).`,
  numbers: ({ medianS, plannedS }) => ({ medianS, plannedS }),
  fixes: ({ itemId }) => [fix("Use the log's times", { kind: 'set-timing', itemId, timing: undefined })],
});

/** A learned length this far from the steps' is announced, as a share of theirs. From memory. */
const WORTH_SAYING = 0.1;
const WORTH_SAYING_S = 30;

/** A length that the log moved: said, with the way back. Nothing changes a plan unannounced. */
const learnedTimes = rule<
  Context,
  PlannedItem & { steps: Timing; firstS: number; plays: number },
  FindingCode
>({
  id: 'learned-times',
  level: 'note',
  source: 'the log',
  findMatches: ({ timetable, script }) =>
    timetable.items.flatMap((planned) => {
      const { demo, record, showings } = script.byItem.get(planned.itemId)!;
      if (planned.timingFrom !== 'log' || !demo || !record) return [];
      const steps = stepsTiming({ steps: showings[0]!.steps });
      const firstS = showings[0]!.timing.likelyS;
      const off = Math.abs(firstS - steps.likelyS);
      return off < WORTH_SAYING_S || off < WORTH_SAYING * steps.likelyS
        ? []
        : [{ ...planned, steps, firstS, plays: record.playsS.length }];
    }),
  findPlace: atStart,
  message: ({ title, firstS, steps, plays }) =>
    `“${title}” is planned at ${formatDuration(firstS)}, learned from ${plays === 1 ? 'one play' : `${plays} plays`}; its steps add up to ${formatDuration(steps.likelyS)}.`,
  numbers: ({ firstS, steps }) => ({ firstS, stepsS: steps.likelyS }),
  fixes: ({ itemId, steps }) => [
    fix(`Plan it at ${formatDuration(steps.likelyS)}`, { kind: 'set-timing', itemId, timing: steps }),
  ],
});

/** What a wait of its own code is told by; every other wait is dead air. */
const TOLD_APART: WaitReason['kind'][] = ['mark', 'kit', 'opens'];

export const ITEM_RULES = {
  deadAir: wait('dead-air', (kind) => !TOLD_APART.includes(kind)),
  resetLate: wait('reset-late', (kind) => kind === 'mark'),
  waitsForKit: wait('kit-short', (kind) => kind === 'kit'),
  waitsForHouse: wait('outside-hours', (kind) => kind === 'opens'),
  nobodyPresents,
  notInCrew,
  comesLate,
  leavesEarly,
  atOnce,
  notCleared,
  flame,
  hazardControls,
  notNow,
  markTaken,
  logTimes,
  learnedTimes,
};
