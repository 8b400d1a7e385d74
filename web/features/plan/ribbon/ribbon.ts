import {
  clockOf,
  formatClock,
  formatDuration,
  type Bands,
  type Finding,
  type Script,
  type Timetable,
} from '@hearty/core';
import { ACROSS, acrossOf, type Across } from './across';
import { itemWords, stageOf, type ItemShape } from './stage';
import {
  COLUMN_WORDS_LEFT,
  markSpans,
  standingsOf,
  threadsOf,
  type PlaceLane,
  type Standing,
  type Thread,
} from './lanes';
import { timeMap, type Seam, type Span, type TimeMap } from './time';
import { heightOf, type LinesOf } from './words';

export interface RibbonInput {
  script: Script;
  timetable: Timetable;
  bands: Bands | null;
  findings: readonly Finding[];
}

export interface RibbonRoom {
  width: number;
  /** What the show fills where it can, px. */
  height: number;
  zoom: number;
  linesOf: LinesOf;
  /** The hours before the show are drawn too. */
  before?: boolean;
  /** What is unattended has a lane. */
  unattended?: boolean;
  /** Each mark on stage has a lane. */
  marks?: boolean;
}

/** A show as it is drawn: a ribbon for the stage, a thread for each of the crew, dotted lines for what is unattended. */
export interface Ribbon {
  width: number;
  /** Of the words beside the stage. */
  wordsPx: number;
  height: number;
  time: TimeMap;
  seams: Seam[];
  rulings: { y: number; clock: string }[];
  points: Point[];
  /** Fixed points beyond what is drawn, in words. */
  beyond: string[];
  heads: { key: string; x: number; width: number; words: string; slanted: boolean }[];
  items: ItemShape[];
  gaps: { top: number; height: number; left: number; width: number; words: string; wordsLeft: number }[];
  threads: Thread[];
  places: PlaceLane[];
  standings: Standing[];
  swell: { points: string; medianY: number; spoken: string } | undefined;
  marks: { key: string; y: number; finding: Finding; others: number }[];
}

/** A fixed point of the day: its line, and its clock and name in the gutter. */
interface Point {
  y: number;
  clock: string;
  words: string;
  strong: boolean;
}

const SHOW_PX = { least: 9, most: 34 };
const BEFORE_PX_PER_MINUTE = 3.2;
/** The last jobs before curtain-up belong to the show: those that start this shortly before it. */
const LAST_JOBS_S = 600;
const STEPS_S = [60, 120, 300, 600, 900, 1800, 3600];
/** Rulings closer together than this cannot be read. */
const RULING_PX = 46;
/** Marks closer together than this are one, with their number. */
const MARK_APART_PX = 26;

/** Where the drawing starts while the hours before the show are folded away. Seconds from curtain-up. */
export function foldS({ tasks, resets, doorsS }: Timetable): number {
  const from = Math.max(-LAST_JOBS_S, doorsS);
  const last = [...tasks, ...resets].map((t) => t.startS).filter((s) => s >= from && s < 0);
  return Math.min(-30, ...last.map((s) => s - 30));
}

/** The geometry of a show. Pure; lengths in px, times in seconds from curtain-up. 100 items take less than 5 ms. */
export function ribbonOf(input: RibbonInput, room: RibbonRoom): Ribbon {
  const { script, timetable, bands, findings } = input;
  const { linesOf, unattended = true } = room;
  const up = script.upS;
  const clock = clockOf(
    script,
    timetable.items.map((i) => i.startS),
  );
  const fromS = room.before
    ? Math.min(timetable.crewCallS, timetable.doorsS, timetable.getInS) - 240
    : foldS(timetable);
  const outS = Math.max(timetable.endS, timetable.slotEndS, ...timetable.resets.map((r) => r.endS));
  // A hard end hours later is named in words, not drawn to scale.
  const toS = Math.max(outS, Math.min(timetable.hardEndS ?? 0, outS + 240)) + 120;
  const people = script.file.show.crew.flatMap(
    (c) => script.file.crew.find((p) => p.id === c.personId) ?? [],
  );
  const places = room.marks ? markSpans(script, timetable, fromS) : [];
  const loose = unattended ? standingsOf(timetable, fromS, clock) : { columns: 0, list: [] };
  const across = acrossOf(room.width, people.length, places.length, unattended ? loose.columns : undefined);
  const stage = itemWords(script, timetable, clock, linesOf, across.wordsPx);
  const threads = threadsOf({ people, timetable, clock, fromS, linesOf, across });
  const columns = loose.list.map((s) => ({
    ...s,
    px: across.columnWords ? looseWordsPx(s, linesOf, across.columnPx) : 0,
  }));
  const pxPerMinuteBefore = room.before ? BEFORE_PX_PER_MINUTE : SHOW_PX.least;
  const perMinute =
    room.zoom *
    clamp((room.height - (-fromS / 60) * pxPerMinuteBefore) / (toS / 60), SHOW_PX.least, SHOW_PX.most);
  const span = { fromS, toS, pxPerMinuteBefore, pxPerMinute: perMinute };
  const time = timeMap(span, [...stage.needs, ...threads.needs, ...inColumns(columns)]);
  const { y } = time;
  const items = stageOf(stage.items, timetable, y, linesOf, across.wordsPx);
  const drawnThreads = threads.draw(y);
  const standings = columns.map((s) => s.draw(y, across, s.px));
  const height = heightOfAll(time.height, items, drawnThreads, standings);
  const fixed = fixedPoints(timetable);
  const points = pointsOf(
    fixed.filter((p) => p.s >= fromS && p.s <= toS),
    y,
    up,
  );
  return {
    width: across.width,
    wordsPx: across.wordsPx,
    height,
    time,
    seams: time.seams,
    rulings: rulingsOf(span, y, up, points),
    points,
    beyond: fixed.filter((p) => p.s > toS).map((p) => `${p.words} ${formatClock(up + p.s)}`),
    heads: [
      { key: 'stage', x: ACROSS.words, width: across.wordsPx, words: 'Stage', slanted: false },
      ...threads.heads,
      ...otherHeads(places, loose.list.length > 0, across),
    ],
    items,
    gaps: gapsOf(timetable, y, fromS),
    threads: drawnThreads,
    places: places.map((p, i) => p.draw(y, across.placesLeft + i * ACROSS.placePx)),
    standings,
    swell: bands && timetable.items.length > 0 ? swellOf(bands, timetable, y, up) : undefined,
    marks: marksAlong(findings, y, fromS, height),
  };
}

/** Down to the last of everything that is drawn. */
const heightOfAll = (
  timePx: number,
  items: readonly ItemShape[],
  threads: readonly Thread[],
  standings: readonly Standing[],
): number =>
  Math.ceil(
    Math.max(
      timePx,
      ...items.map((i) => i.top + i.height),
      ...threads.flatMap((t) => t.pieces.map((p) => p.top + p.height)),
      ...standings.map((s) => s.wordsTop + s.wordsPx),
    ),
  );

/** Heads of the lanes beside the crew's. */
function otherHeads(
  places: readonly { mark: { id: string; name: string } }[],
  hasUnattended: boolean,
  { placesLeft, unattendedLeft, unattendedPx }: Across,
): Ribbon['heads'] {
  const width = ACROSS.placePx - ACROSS.gap;
  const heads = places.map(({ mark }, i) => {
    const x = placesLeft + i * ACROSS.placePx;
    return { key: mark.id, x, width, words: mark.name, slanted: false };
  });
  const unattended = { key: 'unattended', x: unattendedLeft, width: unattendedPx, words: 'Unattended' };
  return hasUnattended ? [...heads, { ...unattended, slanted: false }] : heads;
}

/** Dead air: where the ribbon has a gap, and how long it is. */
const gapsOf = ({ items }: Timetable, y: (s: number) => number, fromS: number): Ribbon['gaps'] =>
  items
    .filter((item) => item.waitS > 0)
    .map((item) => {
      const top = y(Math.max(fromS, item.startS - item.waitS));
      const block = { top, height: y(item.startS) - top, left: ACROSS.ribbonMid - 20, width: 40 };
      return { ...block, words: `${formatDuration(item.waitS)} of dead air`, wordsLeft: ACROSS.words };
    });

/** The clock down the gutter, where no fixed point has its words. */
function rulingsOf(
  { fromS, toS, pxPerMinute }: Span,
  y: (s: number) => number,
  up: number,
  points: readonly Point[],
): Ribbon['rulings'] {
  const stepS = STEPS_S.find((step) => (step / 60) * pxPerMinute >= RULING_PX) ?? 3600;
  const isFree = (at: number) => points.every((p) => Math.abs(p.y - at) >= 40);
  return roundTimes(fromS, toS, stepS, up)
    .map((s) => ({ y: y(s), clock: formatClock(up + s) }))
    .filter((r, i, list) => isFree(r.y) && (i === 0 || r.y - list[i - 1]!.y >= 20));
}

const looseWordsPx = (s: { words: readonly string[] }, linesOf: LinesOf, columnPx: number) =>
  s.words.reduce((sum, w) => sum + heightOf(linesOf, w, 'small', columnPx - COLUMN_WORDS_LEFT), 0);

/** Words of one column stand below each other. */
function inColumns(list: readonly { column: number; fromS: number; px: number }[]) {
  const last = new Map<number, { fromS: number; px: number }>();
  return [...list]
    .sort((a, b) => a.fromS - b.fromS)
    .flatMap((s) => {
      const above = last.get(s.column);
      last.set(s.column, s);
      return above && above.px > 0 ? [{ fromS: above.fromS, toS: s.fromS, px: above.px + 4 }] : [];
    });
}

/** The points of the day that are fixed, in their order. */
function fixedPoints(timetable: Timetable): { s: number; words: string; strong: boolean }[] {
  const { doorsS, getInS, crewCallS, slotEndS, hardEndS, opensS, closesS } = timetable;
  const all = [
    { s: opensS, words: 'house opens', strong: false },
    { s: getInS, words: 'get-in', strong: false },
    { s: crewCallS < getInS || crewCallS === 0 ? undefined : crewCallS, words: 'crew call', strong: false },
    { s: doorsS, words: 'doors', strong: true },
    { s: 0, words: 'curtain-up', strong: true },
    { s: slotEndS, words: 'slot ends', strong: true },
    { s: hardEndS, words: 'everyone out', strong: true },
    { s: closesS, words: 'house closes', strong: false },
  ];
  return all.flatMap(({ s, ...rest }) => (s === undefined ? [] : [{ s, ...rest }])).sort((a, b) => a.s - b.s);
}

const POINT_PX = 34;

/** Points too close to be read apart share one place in the gutter, each with its line. */
function pointsOf(
  points: readonly { s: number; words: string; strong: boolean }[],
  y: (s: number) => number,
  up: number,
): Point[] {
  const drawn: Point[] = [];
  for (const { s, words, strong } of points) {
    const point = { y: y(s), clock: formatClock(up + s), words, strong };
    const last = drawn.at(-1);
    if (last && point.y - last.y < POINT_PX) {
      last.words =
        last.clock === point.clock ? `${last.words}, ${words}` : `${last.words}, ${words} ${point.clock}`;
      last.strong ||= strong;
    } else drawn.push(point);
  }
  return drawn;
}

/** Moments between two at which the clock shows a whole number of steps. */
function roundTimes(fromS: number, toS: number, stepS: number, upS: number): number[] {
  const times: number[] = [];
  const beforeS = Math.max(stepS, 1800);
  for (let at = Math.ceil((fromS + upS) / beforeS) * beforeS - upS; at < 0; at += beforeS) times.push(at);
  for (let at = Math.ceil(upS / stepS) * stepS - upS; at < toS; at += stepS) times.push(at);
  return times;
}

const SWELL_PX = 100;

/** Where the show will likely end, as a swell across the ribbon. */
function swellOf({ landing, endS }: Bands, { slotEndS }: Timetable, y: (s: number) => number, up: number) {
  const { fromS, binS, counts } = landing;
  const most = Math.max(1, ...counts);
  const left = ACROSS.ribbonLeft;
  const at = (s: number, share: number) => `${round(left + share * SWELL_PX)},${round(y(s))}`;
  const points = [
    at(fromS, 0),
    ...counts.map((count, i) => at(fromS + (i + 0.5) * binS, count / most)),
    at(fromS + binS * counts.length, 0),
  ];
  return {
    points: points.join(' '),
    medianY: y(endS.p50),
    spoken: `Ends between ${formatClock(up + endS.p10)} and ${formatClock(up + endS.p90)}, slot ends ${formatClock(up + slotEndS)}`,
  };
}

/** What is to fix, along the ribbon: the worst of those that would lie on each other, with how many more there are. */
function marksAlong(
  findings: readonly Finding[],
  y: (s: number) => number,
  fromS: number,
  height: number,
): Ribbon['marks'] {
  const all = findings.filter((f) => f.level !== 'note').sort((a, b) => a.at - b.at);
  const marks: Ribbon['marks'] = [];
  for (const finding of all) {
    const at = clamp(y(Math.max(fromS, finding.at)), 0, height - ACROSS.markPx);
    const last = marks.at(-1);
    if (last && at - last.y < MARK_APART_PX) {
      last.others++;
      if (finding.level === 'stop' && last.finding.level !== 'stop') last.finding = finding;
    } else
      marks.push({ key: `${finding.code} ${finding.at} ${finding.itemId ?? ''}`, y: at, finding, others: 0 });
  }
  return marks;
}

const clamp = (x: number, low: number, high: number) => Math.min(high, Math.max(low, x));
const round = (x: number) => Math.round(x * 10) / 10;
