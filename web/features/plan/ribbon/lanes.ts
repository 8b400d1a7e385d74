import {
  formatDuration,
  standingsOf as standingsOfItem,
  standsOn,
  type Person,
  type PlacedMark,
  type PlannedReset,
  type PlannedTask,
  type Script,
  type Timetable,
} from '@hearty/core';
import type { Held } from './held';
import { ACROSS, type Across } from './across';
import type { Room } from './time';
import { heightOf, spread, type LinesOf } from './words';

/** What is known of a piece of somebody's time apart from its place. Words and numbers only. */
interface PieceAbout {
  key: string;
  kind: 'stage' | 'task' | 'reset';
  held: Held;
  title: string;
  /** All there is to know about it, with its times. */
  hint: string;
  spoken: string;
  isLocked: boolean;
}

/** A piece of somebody's time on their thread. */
export interface Piece {
  about: PieceAbout;
  /** What stands beside the thread; empty where there is no room or many threads. */
  words: string;
  /** Its knot or thickening. */
  knotTop: number;
  knotPx: number;
  /** Its target. */
  left: number;
  top: number;
  width: number;
  height: number;
  /** Where its words stand below the top of the target. */
  wordsTop: number;
}

export interface Thread {
  personId: string;
  name: string;
  /** Of the lane, and of the thread in it. */
  left: number;
  width: number;
  x: number;
  fromY: number;
  toY: number | undefined;
  comes: { y: number; words: string }[];
  pieces: Piece[];
}

interface Block {
  about: PieceAbout;
  fromS: number;
  toS: number;
}

/** The least height of a target (WCAG 2.2, 2.5.8), and of the words beside a short piece of work. */
const TARGET_PX = 24;
const KNOT_MID = 8;
const WORDS_LEFT = 20;

interface ThreadsInput {
  people: readonly Person[];
  timetable: Timetable;
  clock: (s: number) => string;
  fromS: number;
  linesOf: LinesOf;
  across: Across;
}

/** The crew's threads: the room their words need, their heads, and where everything stands once time is laid out. */
export function threadsOf({ people, timetable, clock, fromS, linesOf, across }: ThreadsInput) {
  const wordsPx = across.threadPx - WORDS_LEFT - ACROSS.gap;
  const wordsHeight = (words: string) => (across.close ? 0 : heightOf(linesOf, words, 'small', wordsPx));
  const lanes = people.map((person, i) => {
    const { stage, work } = blocksOf(person.id, timetable, clock);
    const drawn = work
      .filter((b) => b.toS > fromS)
      .map((b) => ({ about: b.about, fromS: Math.max(fromS, b.fromS), toS: b.toS }));
    const heights = drawn.map((b) => Math.max(TARGET_PX, wordsHeight(b.about.title) + 2));
    return {
      ...{ person, drawn, heights, left: across.threadsLeft + i * across.threadPx },
      stage: stage.filter((b) => b.toS > fromS),
      arrival: timetable.arrivals.find((a) => a.personId === person.id),
    };
  });
  const needs = lanes.flatMap(({ drawn, heights }) =>
    drawn.flatMap((b, i): Room[] => {
      const next = drawn[i + 1];
      return next ? [{ fromS: b.fromS, toS: next.fromS, px: heights[i]! + 2 }] : [];
    }),
  );
  const heads = lanes.map(({ person, left }) => ({
    ...{ key: person.id, x: left, width: across.threadPx - ACROSS.gap / 2 },
    ...{ words: person.name, slanted: across.close },
  }));
  const draw = (y: (s: number) => number): Thread[] =>
    lanes.map(({ person, drawn, heights, left, stage, arrival }) => {
      const tops = spread(
        drawn.map((b) => y(b.fromS)),
        heights,
        1,
      );
      const taken = drawn.map((_, i) => [tops[i]!, tops[i]! + heights[i]!] as const);
      const comes = (
        [
          ['arrives', arrival?.arrivesS],
          ['leaves', arrival?.leavesS],
        ] as const
      ).flatMap(([verb, s]) =>
        s !== undefined && s >= fromS && !across.close ? [{ y: y(s), words: `${verb} ${clock(s)}` }] : [],
      );
      const pieces = drawn.map((b, i): Piece => {
        const knotTop = y(b.fromS);
        const knotPx = Math.max(8, y(b.toS) - knotTop - 2);
        return {
          about: b.about,
          words: across.close ? '' : b.about.title,
          knotTop,
          knotPx,
          left: left - 4,
          top: tops[i]!,
          width: across.threadPx - 4,
          height: heights[i]!,
          wordsTop: 0,
        };
      });
      return {
        ...{ personId: person.id, name: person.name, left, width: across.threadPx, x: left + KNOT_MID },
        fromY: Math.max(0, y(Math.max(fromS, arrival?.arrivesS ?? fromS))),
        toY: arrival?.leavesS === undefined ? undefined : y(arrival.leavesS),
        comes: comes.filter((c) => !taken.some(([from, to]) => c.y - 16 < to && c.y > from)),
        pieces: [...stagePieces(stage, y, taken, left, across, fromS), ...pieces],
      };
    });
  return { needs, heads, draw };
}

/** Time on stage and helping: pale thickenings. The first of a row has words, where nothing else stands. */
function stagePieces(
  blocks: readonly Block[],
  y: (s: number) => number,
  taken: readonly (readonly [number, number])[],
  left: number,
  across: Across,
  fromS: number,
): Piece[] {
  return blocks.map(({ fromS: from, toS, about }, i) => {
    const top = y(Math.max(fromS, from));
    const bottom = y(toS);
    const isFirst = blocks[i - 1]?.about.title !== about.title || blocks[i - 1]!.toS < from - 1;
    const free = freeFrom(top, bottom, taken);
    const hasWords = isFirst && !across.close && free !== undefined;
    return {
      about,
      words: hasWords ? about.title : '',
      knotTop: top,
      knotPx: Math.max(4, bottom - top - 1),
      left: left - 4,
      top,
      width: TARGET_PX,
      height: Math.max(TARGET_PX, bottom - top - 1),
      wordsTop: (free ?? top) - top,
    };
  });
}

/** The first place between two heights where a line of words covers none of what is taken. */
function freeFrom(
  top: number,
  bottom: number,
  taken: readonly (readonly [number, number])[],
): number | undefined {
  let at = top;
  for (const [from, to] of taken) if (from < at + 18 && to > at) at = to + 1;
  return at + 18 <= bottom ? at : undefined;
}

function blocksOf(
  personId: string,
  { items, tasks, resets }: Timetable,
  clock: (s: number) => string,
): { stage: Block[]; work: Block[] } {
  const stage = items.flatMap((i): Block[] => {
    const words =
      i.presenterId === personId ? 'on stage' : i.helperIds.includes(personId) ? 'helps' : undefined;
    if (!words) return [];
    const hint = `${words} in ${i.title}, ${clock(i.startS)}, ${formatDuration(i.endS - i.startS)}`;
    const held: Held = { kind: 'stage', itemId: i.itemId, title: i.title, personId };
    const key = `${i.itemId}:${personId}`;
    const about = { key, kind: 'stage' as const, held, title: words, hint, spoken: hint, isLocked: false };
    return [{ about, fromS: i.startS, toS: i.endS }];
  });
  const work = [
    ...tasks
      .filter((t) => t.personId === personId && t.hostItemId === undefined)
      .map((t) => taskBlock(t, clock)),
    ...resets.filter((r) => r.personId === personId).map((r) => resetBlock(r, clock)),
  ].sort((a, b) => a.fromS - b.fromS);
  return { stage, work };
}

/** "14:10 Warm the bottle, 2 min; not before 14:05, can wait until 14:20; locked". */
function taskBlock(t: PlannedTask, clock: (s: number) => string): Block {
  const { id: key, title, locked: isLocked, itemId, taskId, startS, personId } = t;
  const hint =
    `${clock(startS)} ${title}, ${formatDuration(t.handsOffS - startS)}; ` +
    `not before ${clock(t.earliestS)}, can wait until ${clock(t.latestS)}${isLocked ? '; locked' : ''}`;
  const held: Held = { kind: 'task', itemId, taskId, title, startS, personId };
  const about = { key, kind: 'task' as const, held, title, hint, spoken: `Prepares ${hint}`, isLocked };
  return { about, fromS: startS, toS: t.handsOffS };
}

function resetBlock(r: PlannedReset, clock: (s: number) => string): Block {
  const { itemId, title, personId, startS, endS } = r;
  const hint = `${clock(startS)} ${title}, ${formatDuration(endS - startS)}`;
  const held: Held = { kind: 'reset', itemId, title, personId };
  const key = `reset:${r.id}`;
  const about = { key, kind: 'reset' as const, held, title, hint, spoken: `Resets ${hint}`, isLocked: false };
  return { about, fromS: startS, toS: endS };
}

/** From the left of a column to the words beside its line, with the gap to the next column, px. */
export const COLUMN_WORDS_LEFT = 22;

/** What stands unattended: dotted while it becomes ready, a bracket while it is good, until it is used. */
export interface Standing {
  key: string;
  x: number;
  /** Of its words. */
  width: number;
  top: number;
  readyY: number;
  goodY: number;
  usedY: number;
  wordsTop: number;
  wordsPx: number;
  words: string[];
  hint: string;
  /** It goes stale before it is used. */
  isStale: boolean;
}

/** What becomes ready or keeps by itself, each in a column that is free from its hands-off to its use. */
export function standingsOf({ tasks }: Timetable, fromS: number, clock: (s: number) => string) {
  const freeFrom: number[] = [];
  const list = tasks
    .filter(
      (t) => (t.readyS > t.handsOffS || t.staleS !== undefined) && Math.max(t.usedS, t.handsOffS) > fromS,
    )
    .sort((a, b) => a.handsOffS - b.handsOffS)
    .map((task) => {
      const from = Math.max(fromS, task.handsOffS);
      let column = freeFrom.findIndex((s) => s <= from);
      if (column < 0) column = freeFrom.length;
      freeFrom[column] = Math.max(task.usedS, from) + 1;
      const words = [
        task.title,
        task.staleS === undefined
          ? `ready ${clock(task.readyS)}`
          : `good ${clock(task.readyS)}–${clock(task.staleS)}`,
      ];
      return { column, fromS: from, words, draw: drawStanding(task, column, from, words) };
    });
  return { columns: freeFrom.length, list };
}

const drawStanding =
  (task: PlannedTask, column: number, fromS: number, words: string[]) =>
  (y: (s: number) => number, across: Across, wordsPx: number): Standing => {
    const hasWords = across.columnWords;
    const goodS = Math.min(task.usedS, task.staleS ?? task.usedS);
    return {
      key: task.id,
      x: across.unattendedLeft + 6 + column * (hasWords ? across.columnPx : ACROSS.closeColumnPx),
      width: across.columnPx - COLUMN_WORDS_LEFT,
      top: y(fromS),
      readyY: y(Math.max(fromS, task.readyS)),
      goodY: y(Math.max(fromS, goodS)),
      usedY: y(Math.max(fromS, task.usedS)),
      wordsTop: y(fromS),
      wordsPx,
      words: hasWords ? words : [],
      hint: words.join(', '),
      isStale: task.staleS !== undefined && task.staleS < task.usedS,
    };
  };

/** What is on one mark of the stage. */
export interface PlaceLane {
  markId: string;
  name: string;
  left: number;
  spans: { key: string; top: number; height: number; words: string; hint: string; isPlayed: boolean }[];
}

/** The marks a show uses, each with what is on it: plays, things that stand ready there, and resets. */
export function markSpans(script: Script, timetable: Timetable, fromS: number) {
  const used = new Set([
    ...script.items.flatMap((item) => standingsOfItem(item).map(({ mark }) => mark.id)),
    ...timetable.tasks.map((t) => t.markId),
  ]);
  return script.marks.all
    .filter((mark) => used.has(mark.id))
    .map((mark) => {
      const spans = spansOn(mark, script, timetable).filter((s) => s.toS > fromS);
      const draw = (y: (s: number) => number, left: number): PlaceLane => ({
        ...{ markId: mark.id, name: mark.name, left },
        spans: spans.map(({ fromS: from, toS, title, what }) => {
          const top = y(Math.max(fromS, from));
          const height = Math.max(3, y(toS) - top - 1);
          return {
            key: `${what} ${title} ${from}`,
            top,
            height,
            words: height >= 20 ? title : '',
            hint: `${title} ${what}`,
            isPlayed: what === 'plays',
          };
        }),
      });
      return { mark, draw };
    });
}

function spansOn(mark: PlacedMark, script: Script, timetable: Timetable) {
  const here = <T extends { markId?: string }>(all: readonly T[]) => all.filter((t) => t.markId === mark.id);
  const [tasks, resets] = [here(timetable.tasks), here(timetable.resets)];
  return script.items.flatMap((scripted, i) => {
    const planned = timetable.items[i];
    if (!scripted.demo || !planned) return [];
    const { id, title } = scripted.item;
    const standing = tasks
      .filter((t) => t.itemId === id)
      .map((t) => ({ what: 'stands ready', title: t.title, fromS: t.startS, toS: planned.startS }));
    if (!standsOn(scripted, mark.id)) return standing;
    return [
      ...standing,
      { what: 'plays', title, fromS: planned.startS, toS: planned.endS },
      ...resets
        .filter((r) => r.itemId === id)
        .map((r) => ({ what: 'is reset', title: r.title, fromS: r.startS, toS: r.endS })),
    ];
  });
}
