import { inOrderOfName } from '../quantities';
import { playedWith, standingsOf, type Script, type ScriptItem } from '../script';
import type { Wearer } from '../show';
import type { Timetable } from '../timetable';
import { handsSaid } from './hands';
import { expectedPicturesOf, type ExpectedPicture } from './expected-pictures';
import { wornIn } from './worn';

export type CallKind = 'arrive' | 'prepare' | 'on stage' | 'help' | 'reset' | 'leave';

/** One line of somebody's day. Seconds from curtain-up. */
export interface CallLine {
  /** Stays the same while the plan changes around it, so that a tick stays with its work. */
  key: string;
  kind: CallKind;
  what: string;
  forItem: string;
  place: string;
  atS: number;
  endS: number;
  /** Of preparation: the earliest and the latest start that harm nothing. */
  earliestS?: number;
  latestS?: number;
  /** Of what stands: when it is ready, and when it is stale. */
  readyS?: number;
  staleS?: number;
  /** What its item is played with: the variant, the settings. */
  with?: string[];
  /** Steps that are theirs to do, or to keep an eye on. */
  does?: string[];
  /** What whoever does it wears, and its cautions. */
  worn?: string[];
  cautions?: string[];
  /** Of an item on stage: its number in the running order. */
  number?: number;
  /** The item it is for or of, and the task it is. */
  itemId?: string;
  taskId?: string;
}

export interface CallSheet {
  personId: string;
  name: string;
  /** From when they are there; their call; the latest their first job may start; and when the first of the crew is called. */
  comesS: number;
  callS: number | undefined;
  neededS: number | undefined;
  crewCallS: number;
  lines: CallLine[];
  /** How what they set up and play should look. */
  pictures: ExpectedPicture[];
}

/** Everybody's day from the timetable: what, when at the earliest, as planned and at the latest. Pure. */
export function callSheets(script: Script, timetable: Timetable): CallSheet[] {
  return script.file.show.crew.flatMap(({ personId }) => {
    const person = script.people.get(personId);
    const arrival = timetable.arrivals.find((a) => a.personId === personId);
    if (!person || !arrival) return [];
    const lines = [
      line('arrive', `arrive:${personId}`, 'Arrive', arrival.arrivesS, arrival.arrivesS),
      ...timetable.tasks.filter((t) => t.personId === personId).map((t) => prepares(script, timetable, t)),
      ...timetable.items.flatMap((i) => plays(script, i, personId)),
      ...timetable.resets
        .filter((r) => r.personId === personId)
        .map((r) => ({
          ...line('reset', `reset:${r.id}`, r.title, r.startS, r.endS),
          forItem: titleOf(timetable, r.itemId),
          place: markName(script, r.markId) ?? '',
          itemId: r.itemId,
        })),
      ...(arrival.leavesS === undefined
        ? []
        : [line('leave', `leave:${personId}`, 'Leave', arrival.leavesS, arrival.leavesS)]),
    ].sort((a, b) => a.atS - b.atS || a.endS - b.endS);
    const { arrivesS: comesS, callS, neededS } = arrival;
    return [
      {
        personId,
        name: person.name,
        comesS,
        callS,
        neededS,
        crewCallS: timetable.crewCallS,
        lines: cautionedOnce(lines),
        pictures: expectedPicturesOf(script.items.filter(({ item }) => has(timetable, item.id, personId))),
      },
    ];
  });
}

/** Whether somebody prepares an item or is on stage in it. */
const has = ({ tasks, items }: Timetable, itemId: string, personId: string): boolean =>
  tasks.some((t) => t.itemId === itemId && t.personId === personId) ||
  items.some((i) => i.itemId === itemId && (i.presenterId === personId || i.helperIds.includes(personId)));

/** Cautions at the first line of their demo: said on every line nobody would read them. */
function cautionedOnce(lines: readonly CallLine[]): CallLine[] {
  const parts = new Set<string>();
  return lines.map(({ cautions, ...line }) => {
    if (!cautions || parts.has(cautions.join())) return line;
    parts.add(cautions.join());
    return { ...line, cautions };
  });
}

const line = (kind: CallKind, key: string, what: string, atS: number, endS: number): CallLine => ({
  key,
  kind,
  what,
  forItem: '',
  place: '',
  atS,
  endS,
});

function prepares(script: Script, timetable: Timetable, t: Timetable['tasks'][number]): CallLine {
  return {
    ...line('prepare', `task:${t.id.replace(':', '-')}`, t.title, t.startS, t.handsOffS),
    forItem: titleOf(timetable, t.itemId),
    itemId: t.itemId,
    taskId: t.taskId,
    place: t.hostItemId === undefined ? (markName(script, t.markId) ?? 'behind the scenes') : 'on stage',
    ...withIn(script, t.itemId),
    ...cautionsOf(script, t.itemId),
    earliestS: t.earliestS,
    latestS: t.latestS,
    ...((t.readyS > t.handsOffS || t.staleS !== undefined) && { readyS: t.readyS }),
    ...(t.staleS !== undefined && { staleS: t.staleS }),
  };
}

function plays(script: Script, item: Timetable['items'][number], personId: string): CallLine[] {
  const kind =
    item.presenterId === personId ? 'on stage' : item.helperIds.includes(personId) ? 'help' : undefined;
  if (!kind) return [];
  return [
    {
      ...line(
        kind,
        `${kind === 'help' ? 'help' : 'stage'}:${item.itemId}`,
        item.title,
        item.startS,
        item.endS,
      ),
      itemId: item.itemId,
      place: placeOf(script.byItem.get(item.itemId)),
      ...cautionsOf(script, item.itemId),
      ...withIn(script, item.itemId),
      ...handsIn(script, item.itemId, kind === 'help' ? 'helper' : 'presenter'),
      ...wornBy(script, item.itemId, kind === 'help' ? 'helper' : 'presenter'),
      ...numberOf(script, item.itemId),
    },
  ];
}

function cautionsOf({ byItem }: Script, itemId: string): Pick<CallLine, 'cautions'> {
  const cautions = byItem.get(itemId)?.demo?.cautions ?? [];
  return cautions.length ? { cautions } : {};
}

function withIn({ byItem }: Script, itemId: string): Pick<CallLine, 'with'> {
  const item = byItem.get(itemId);
  const parts = item ? playedWith(item, (id) => byItem.get(id)?.item.title) : [];
  return parts.length ? { with: parts } : {};
}

function handsIn({ byItem }: Script, itemId: string, as: 'presenter' | 'helper'): Pick<CallLine, 'does'> {
  const item = byItem.get(itemId);
  const does = item ? handsSaid(item, as) : [];
  return does.length ? { does } : {};
}

function wornBy({ byItem, goods }: Script, itemId: string, by: Wearer): Pick<CallLine, 'worn'> {
  const demo = byItem.get(itemId)?.demo;
  const worn = demo ? wornIn(demo, goods, [by]).map(({ message }) => message) : [];
  return worn.length ? { worn } : {};
}

const numberOf = ({ byItem }: Script, itemId: string): Pick<CallLine, 'number'> => {
  const number = byItem.get(itemId)?.number;
  return number === undefined ? {} : { number };
};

const markName = ({ marks }: Script, markId: string | undefined): string | undefined =>
  marks.all.find((mark) => mark.id === markId)?.name;

const titleOf = (timetable: Timetable, itemId: string) =>
  timetable.items.find((i) => i.itemId === itemId)?.title ?? '';

/** Where an item is played: its mark, or those of what may be picked. */
export const placeOf = (scripted: ScriptItem | undefined): string =>
  scripted && scripted.demo
    ? standingsOf(scripted)
        .map(({ mark }) => mark.name)
        .join(' or ')
    : 'on stage';

/** A line of the day, with whose it is. */
export interface DayLine extends CallLine {
  personId: string;
  name: string;
}

/** Everybody's lines as one day, in the order of their times. Pure. */
export const dayOf = (sheets: readonly CallSheet[]): DayLine[] =>
  sheets
    .flatMap(({ personId, name, lines }) => lines.map((l) => ({ ...l, personId, name })))
    .sort((a, b) => a.atS - b.atS || a.endS - b.endS || inOrderOfName(a.name, b.name));

export type CallState = 'done' | 'ahead' | 'may begin' | 'due' | 'late' | 'over';

/** How a line stands at `nowS`. What is ticked is done; only preparation can be late: the rest begins when it begins. */
export function callState(line: CallLine, nowS: number, done: boolean): CallState {
  if (done) return 'done';
  const waits = line.kind === 'prepare';
  if (waits && nowS > (line.latestS ?? line.atS)) return 'late';
  if (!waits && nowS >= line.endS && nowS > line.atS) return 'over';
  if (nowS >= line.atS) return 'due';
  return waits && nowS >= (line.earliestS ?? line.atS) ? 'may begin' : 'ahead';
}
