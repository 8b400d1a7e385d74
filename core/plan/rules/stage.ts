import { rule, fix, type Fix } from '../../findings';
import { formatDuration } from '../../quantities';
import {
  chillsOf,
  levelValue,
  LONGEST_TASK_S,
  settingValue,
  stepSpanS,
  USUAL_FRONT_ROW,
  type ScriptItem,
  type Standing,
} from '../../script';
import { unwritten, type Demo, type Parameter, type Step } from '../../show';
import type { PlannedItem } from '../../timetable';
import type { FindingCode } from './codes';
import { atStart, type Context } from './context';
import { isWatched } from '../hands';

/** Where demos stand, who helps, and what they are played with. */

type Played = PlannedItem & { scripted: ScriptItem; demo: Demo; standing: Standing };

const played = ({ items, planned }: Context): Played[] =>
  items.flatMap((scripted) => {
    const { demo, standing, item } = scripted;
    return demo && standing ? [{ ...planned(item.id), scripted, demo, standing }] : [];
  });

/** Each demo where it stands: of a choice, each that may be picked. */
const standing = (c: Context): Played[] =>
  played(c).flatMap((p) =>
    p.scripted.options
      ? p.scripted.options.map(({ source }) => ({ ...p, demo: source.demo!, standing: source.standing! }))
      : [p],
  );

/** At most this many others are offered to help. */
const MOST_OFFERED = 3;

const tooFewHelpers = rule<Context, Played & { has: number }, FindingCode>({
  id: 'helpers',
  level: 'stop',
  source: 'the demo',
  findMatches: (c) =>
    played(c)
      .map((p) => ({ ...p, has: p.helperIds.filter((id) => c.arrival(id)).length }))
      .filter(({ demo, has }) => has < demo.helpers),
  findPlace: atStart,
  message: ({ title, demo, has }) =>
    `“${title}” needs ${people(demo.helpers)} to help on stage and has ${has === 0 ? 'none' : has}.`,
  numbers: ({ demo, has }) => ({ wanted: demo.helpers, has }),
  fixes: (p, c) => helpersFor(p, c),
});

interface Watched extends Played {
  step: Step;
}

/** Each step that a guest or a volunteer does. */
const watched = (c: Context): Watched[] =>
  played(c).flatMap((p) => p.demo.steps.flatMap((step) => (isWatched(step) ? [{ ...p, step }] : [])));

const outsider = ({ by }: Step) => (by === 'guest' ? 'a guest' : 'a volunteer');

/** Work begun on stage that is under way while this step is done, in its first showing. */
function meanwhile({ timetable }: Context, { itemId, startS, scripted, step }: Watched) {
  const { fromS, toS } = stepSpanS(scripted, step.id) ?? { fromS: 0, toS: 0 };
  return timetable.tasks.filter(
    (t) => t.hostItemId === itemId && t.startS < startS + toS && startS + fromS < t.handsOffS,
  );
}

/** A guest works under the eye of the crew: somebody who is on stage and has no work of their own just then. */
const nobodyWatches = rule<Context, Watched & { work: string; busy: string[] }, FindingCode>({
  id: 'watched',
  level: 'caution',
  source: 'common practice',
  findMatches: (c) =>
    watched(c).flatMap((p) => {
      const work = meanwhile(c, p);
      const busy = work.map((t) => t.personId);
      const eyes = [p.presenterId, ...p.helperIds].filter((id) => id !== undefined && c.arrival(id));
      return work.length > 0 && eyes.every((id) => busy.includes(id))
        ? [{ ...p, work: work[0]!.title, busy: eyes.map((id) => c.name(id)) }]
        : [];
    }),
  findPlace: atStart,
  message: ({ title, step, work, busy }) =>
    `In “${title}” ${outsider(step)} does “${step.text}”, and nobody’s eye is free: ${busy.join(' and ')} ${busy.length > 1 ? 'are' : 'is'} busy with “${work}” just then.`,
  fixes: () => [fix('Begin that work after another step, or have somebody help on stage')],
});

/** What keeps people safe is not left to those who have not learned it. */
const othersAtInterlock = rule<Context, Watched, FindingCode>({
  id: 'watched',
  level: 'caution',
  source: 'common practice',
  findMatches: (c) => watched(c).filter(({ step }) => step.interlock),
  findPlace: atStart,
  message: ({ title, step }) =>
    `In “${title}” ${outsider(step)} does “${step.text}”, which is an interlock: one of the crew does it, or checks it before anything goes on.`,
});

const people = (n: number) => (n === 1 ? 'one person' : `${n} people`);

/** Giving it to whoever of the crew is there and not on stage in it already: those with free hands first. */
function helpersFor(
  { itemId, helperIds, presenterId, startS, endS, demo, has }: Played & { has: number },
  c: Context,
): Fix[] {
  const busy = (personId: string) =>
    c.timetable.tasks.some((t) => t.personId === personId && t.startS < endS && startS < t.handsOffS);
  const there = c.timetable.arrivals
    .filter(({ arrivesS, leavesS = Infinity }) => arrivesS <= startS && leavesS >= endS)
    .map(({ personId }) => personId)
    .filter((id) => id !== presenterId && !helperIds.includes(id));
  const free = [...there.filter((id) => !busy(id)), ...there.filter(busy)];
  const missing = demo.helpers - has;
  const inCrew = helperIds.filter((id) => c.arrival(id));
  const give = (ids: string[]): Fix => ({
    ...fix(`Give it to ${ids.map(c.name).join(' and ')} too`, {
      kind: 'set-item',
      itemId,
      fields: { helperIds: [...inCrew, ...ids] },
    }),
    oneOf: 'helpers',
  });
  if (free.length === 0) return [fix(`Ask in ${people(missing)} more`)];
  if (missing > 1) return [give(free.slice(0, missing))];
  return free.slice(0, MOST_OFFERED).map((id) => give([id]));
}

/** The first of those that are alike in something, with how many more there are. */
function firstOf(list: readonly Played[], key: (p: Played) => string): (Played & { more: number })[] {
  const firsts = new Map<string, Played & { more: number }>();
  for (const p of list) {
    const first = firsts.get(key(p));
    if (first) first.more++;
    else firsts.set(key(p), { ...p, more: 0 });
  }
  return [...firsts.values()];
}

const noMark = rule<Context, Played & { more: number }, FindingCode>({
  id: 'no-mark',
  level: 'caution',
  source: 'the venue',
  findMatches: (c) =>
    firstOf(
      standing(c).filter((p) => p.standing.mark.lacking),
      ({ standing }) => standing.mark.id,
    ),
  findPlace: atStart,
  message: ({ title, standing, more }, { script }) =>
    `“${title}”${more ? ` and ${more} more` : ''} ${more ? 'stand' : 'stands'} on a ${standing.mark.kind}, but ${script.file.venue.name} lists none.`,
  fixes: () => [fix('Add the mark to the venue, or bring something to stand it on')],
});

const tooFewSpots = rule<Context, Played, FindingCode>({
  id: 'no-mark',
  level: 'stop',
  source: 'the venue',
  findMatches: (c) => standing(c).filter((p) => p.standing.tooFew && !p.standing.mark.lacking),
  findPlace: atStart,
  message: ({ title, demo, standing: { mark } }) =>
    `“${title}” takes ${demo.spots} spots, and the ${mark.name} has ${mark.spots}.`,
});

const anotherMark = rule<Context, Played, FindingCode>({
  id: 'no-mark',
  level: 'caution',
  source: 'the venue',
  findMatches: (c) => standing(c).filter((p) => p.standing.notAsNamed),
  findPlace: atStart,
  message: ({ title, demo, standing: { mark } }) =>
    `The mark that “${title}” was put on is not here, or is no ${demo.mark}; it stands on the ${mark.name}.`,
  fixes: ({ itemId, standing: { mark } }) => [
    fix(`Leave it on the ${mark.name}`, { kind: 'set-item', itemId, fields: { markId: undefined } }),
  ],
});

const noSocket = rule<Context, Played, FindingCode>({
  id: 'mark-unfit',
  level: 'caution',
  source: 'the venue',
  findMatches: (c) =>
    standing(c).filter(({ demo, standing: { mark } }) => demo.socket && !mark.lacking && !mark.socket),
  findPlace: atStart,
  message: ({ title, standing: { mark } }) =>
    `“${title}” needs a socket, and none is known for the ${mark.name}. A cable across the stage is taped down.`,
});

const waterByVoltage = rule<Context, Played, FindingCode>({
  id: 'mark-unfit',
  level: 'caution',
  source: 'common practice',
  findMatches: (c) =>
    standing(c).filter(
      ({ demo, standing: { mark } }) => mark.waterNear && demo.hazards.includes('high voltage'),
    ),
  findPlace: atStart,
  message: ({ title, standing: { mark } }) =>
    `“${title}” is high voltage, and water is near the ${mark.name}: another mark, or the water covered and the floor dry.`,
});

interface Wrong {
  item: PlannedItem;
  message: string;
}

/** What a parameter does not take, in words; undefined where it takes it. */
function refused(
  parameter: Parameter,
  { value, name }: { value?: number; name?: string },
): string | undefined {
  const { names, min = -Infinity, max = Infinity, unit = '', title } = parameter;
  if (names)
    return name !== undefined && names.includes(name)
      ? undefined
      : `“${title}” is one of ${names.join(', ')}`;
  if (value === undefined) return `“${title}” is a number`;
  return value >= min && value <= max ? undefined : `“${title}” goes from ${min} to ${max} ${unit}`.trimEnd();
}

const settings = rule<Context, Wrong, FindingCode>({
  id: 'setting',
  level: 'caution',
  source: 'the demo',
  findMatches: (c) =>
    played(c).flatMap((p) => {
      const { item } = p.scripted;
      const parameterOf = (id: string) => p.demo.parameters?.find((parameter) => parameter.id === id);
      const wrong = (message: string): Wrong => ({ item: p, message });
      const bySeries = (item.series ? [item.series] : []).flatMap(({ parameterId, levels }) => {
        const parameter = parameterOf(parameterId);
        if (!parameter)
          return [wrong(`“${p.title}” is a series over something its demo does not have any more.`)];
        const bad = levels.flatMap((level) => {
          const value = levelValue(parameter, level);
          const why = refused(parameter, value === undefined ? { name: level } : { value });
          return why === undefined ? [] : [`“${p.title}” takes “${level}”: ${why}.`];
        });
        return bad.slice(0, 1).map(wrong);
      });
      const bySettings = (item.settings ?? []).flatMap(({ parameterId, bestOf }) => {
        const parameter = parameterOf(parameterId);
        if (!parameter) return [];
        const from = bestOf === undefined ? undefined : c.script.byItem.get(bestOf);
        if (from && !from.item.series)
          return [wrong(`“${p.title}” takes the best level of “${from.item.title}”, which is no series.`)];
        const levels = (id: string) => c.script.byItem.get(id)?.item.series?.levels;
        const why = refused(parameter, settingValue(p.demo, item, parameterId, levels));
        return why === undefined ? [] : [wrong(`“${p.title}” is not played as its demo allows: ${why}.`)];
      });
      return [...bySeries, ...bySettings];
    }),
  findPlace: ({ item }) => atStart(item),
  message: ({ message }) => message,
});

const frontRowUnknown = rule<Context, Played, FindingCode>({
  id: 'front-row',
  level: 'caution',
  source: 'common practice',
  findMatches: (c) =>
    c.script.file.venue.frontRowSeats === undefined
      ? played(c).filter(({ demo }) => demo.worn.some((w) => w.by === 'front row'))
      : [],
  findPlace: atStart,
  message: ({ title }, { script }) =>
    `The front row wears something in “${title}”: it is counted for ${USUAL_FRONT_ROW}: the number of seats there is not set for ${script.file.venue.name}.`,
  fixes: () => [fix('Count the front-row seats and enter them at the venue')],
});

const tooLong = rule<Context, Played & { task: string; taskS: number }, FindingCode>({
  id: 'too-long',
  level: 'stop',
  source: 'arithmetic',
  findMatches: (c) =>
    played(c).flatMap((p) =>
      p.demo.prep
        .filter((task) => task.handsOnS >= LONGEST_TASK_S)
        .map((task) => ({ ...p, task: task.title, taskS: task.handsOnS })),
    ),
  findPlace: atStart,
  message: ({ title, task }) =>
    `“${task}” for “${title}” takes one pair of hands ${formatDuration(LONGEST_TASK_S)} or more.`,
  numbers: ({ taskS }) => ({ taskS }),
  fixes: () => [fix('Share it out: several tasks, each for a part of it')],
});

const fewerOptions = rule<Context, PlannedItem, FindingCode>({
  id: 'setting',
  level: 'caution',
  source: 'arithmetic',
  findMatches: ({ items, planned }) =>
    items
      .filter(({ item, options }) => item.kind === 'choice' && (options?.length ?? 0) < 2)
      .map(({ item }) => planned(item.id)),
  findPlace: atStart,
  message: ({ title }) => `“${title}” is a choice, but it has fewer than two demos to choose from.`,
});

/** Demos that were begun where they were missed, and of which nothing else is known: those that lack the same, once. */
const notWritten = rule<Context, Played & { more: number }, FindingCode>({
  id: 'unwritten',
  level: 'note',
  source: 'the demo',
  findMatches: (c) =>
    firstOf(
      firstOf(
        played(c).filter(({ demo }) => unwritten(demo).length >= MUCH_MISSING),
        ({ demo }) => demo.id,
      ),
      ({ demo }) => unwritten(demo).join(),
    ),
  findPlace: atStart,
  message: ({ title, demo, more }) =>
    `Still to fill in for “${title}”${more ? ` and ${more} more` : ''}: ${unwritten(demo).join(', ')}.`,
});

/** Something is chilled in a vessel that nobody fills, or only after it is needed. */
const notFilled = rule<Context, PlannedItem & { task: string; vessel: string; isLate: boolean }, FindingCode>(
  {
    id: 'not-filled',
    level: 'caution',
    source: 'arithmetic',
    findMatches: ({ script, planned }) => {
      const fillers = new Set(
        script.items.flatMap(({ demo }) => demo?.prep.flatMap((t) => t.fills ?? []) ?? []),
      );
      return chillsOf(script)
        .filter(({ pour }) => !pour)
        .map(({ itemId, task, vessel }) => ({
          ...planned(itemId),
          task: task.title,
          vessel: script.goods.get(vessel)?.name ?? vessel,
          isLate: fillers.has(vessel),
        }));
    },
    findPlace: atStart,
    message: ({ title, task, vessel, isLate }) =>
      isLate
        ? `“${task}” for “${title}” is chilled in “${vessel}”, which is filled only later in the show. Fill it earlier.`
        : `“${task}” for “${title}” is chilled in “${vessel}”, and no task of the show fills it. Say which task does.`,
  },
);

/** So many parts of a demo missing at once are worth a word. */
const MUCH_MISSING = 3;

export const STAGE_RULES = {
  tooFewHelpers,
  nobodyWatches,
  othersAtInterlock,
  noMark,
  tooFewSpots,
  anotherMark,
  noSocket,
  waterByVoltage,
  settings,
  fewerOptions,
  frontRowUnknown,
  tooLong,
  notWritten,
  notFilled,
};
