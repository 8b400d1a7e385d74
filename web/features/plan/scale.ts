import type { Timetable } from '@hearty/core';

/**
 * Pixels down the score for a moment. Before curtain-up a gentler scale of its own, with a seam at curtain-up; where an
 * item would be lower than its words, time bends and the item is as tall as they are.
 */
export interface Scale {
  y: (seconds: number) => number;
  /** The moment at a height: the other way round. */
  s: (y: number) => number;
  curtainY: number;
  height: number;
  /** Moments for the rulings, in seconds from curtain-up: round times of day. */
  marks: number[];
  /** Stretches in which time is drawn longer than elsewhere, in seconds from curtain-up. */
  bent: { fromS: number; toS: number; items: number }[];
}

const PREP_PX = { least: 130, most: 190, perMinute: 3.2 };
const SHOW_PX = { least: 9, most: 34 };
/** No item is drawn lower than a line of its words and the button of its length: 24 px (WCAG 2.2, 2.5.8), and its gap. */
export const ITEM_PX = 26;
/** The least height in which the words of a piece of work can be read and it can be touched (WCAG 2.2, 2.5.8). */
export const WORK_PX = 24;
/** Rulings nearer to one another than this cannot be read. */
const RULING_PX = 46;

/**
 * The scale of a score that should fill `room` pixels where it can, and that much closer with `zoom`; curtain-up is
 * `upS` seconds after midnight. Before curtain-up there is room for everything the busiest person does one below another.
 */
export function scaleOf(timetable: Timetable, room: number, zoom = 1, upS = 0): Scale {
  const firstS = Math.min(timetable.crewCallS, timetable.doorsS, timetable.getInS) - 240;
  const outS = Math.max(timetable.endS, timetable.slotEndS, ...timetable.resets.map((r) => r.endS));
  // A hard end hours later is named in words, not drawn to scale.
  const lastS = Math.max(outS, Math.min(timetable.hardEndS ?? 0, outS + 240)) + 120;
  const busiest = Math.max(
    0,
    ...timetable.arrivals.map(
      (a) => timetable.tasks.filter((t) => t.personId === a.personId && t.startS < 0).length,
    ),
  );
  const least = Math.max(PREP_PX.least, (busiest + 2) * (WORK_PX + 1));
  const wanted = (-firstS / 60) * PREP_PX.perMinute;
  const curtainY = Math.round(clamp(wanted, least, Math.max(least, PREP_PX.most)) * Math.max(1, zoom * 0.8));
  const perMinute = zoom * clamp((room - curtainY) / (lastS / 60), SHOW_PX.least, SHOW_PX.most);
  const before = curtainY / -firstS;
  const { knots, bent } = bend(timetable, curtainY, perMinute);
  const after = along(knots, 'fromS', 'fromY', perMinute / 60);
  const back = along(knots, 'fromY', 'fromS', 60 / perMinute);
  const y = (s: number) => (s < 0 ? curtainY + s * before : after(s));
  const s = (at: number) => (at < curtainY ? (at - curtainY) / before : back(at));
  const stepS = STEPS_S.find((step) => (step / 60) * perMinute >= RULING_PX) ?? 3600;
  const marks: number[] = [];
  for (let at = roundAfter(0, stepS, upS); at < lastS; at += stepS) marks.push(at);
  for (let at = roundAfter(0, PREP_STEP_S, upS) - PREP_STEP_S; at > firstS; at -= PREP_STEP_S)
    if (at < 0) marks.unshift(at);
  return { y, s, curtainY, height: Math.round(y(lastS)), marks, bent };
}

const STEPS_S = [60, 120, 300, 600, 900, 1800, 3600];
const PREP_STEP_S = 1800;

/** The first moment after `s` at which the clock shows a whole number of steps. */
const roundAfter = (s: number, stepS: number, upS: number) => Math.floor((s + upS) / stepS + 1) * stepS - upS;

/** Where the scale changes: from `fromS`, at `fromY`, on. */
interface Knot {
  fromS: number;
  fromY: number;
}

/** The knots of a scale in which no item is lower than its words, and the stretches for which it had to bend. */
function bend(
  { items }: Timetable,
  curtainY: number,
  perMinute: number,
): { knots: Knot[]; bent: Scale['bent'] } {
  const knots: Knot[] = [{ fromS: 0, fromY: curtainY }];
  const bent: Scale['bent'] = [];
  for (const { startS, endS } of items) {
    const last = knots.at(-1)!;
    const tall = ((endS - startS) / 60) * perMinute;
    if (tall >= ITEM_PX || endS <= startS || startS < last.fromS) continue;
    const fromY = last.fromY + ((startS - last.fromS) / 60) * perMinute;
    if (startS > last.fromS) knots.push({ fromS: startS, fromY });
    knots.push({ fromS: endS, fromY: fromY + ITEM_PX });
    const before = bent.at(-1);
    if (before?.toS === startS) {
      before.toS = endS;
      before.items++;
    } else bent.push({ fromS: startS, toS: endS, items: 1 });
  }
  return { knots, bent };
}

/** From one axis of the knots to the other, straight between them and at `slope` after the last. */
function along(
  knots: readonly Knot[],
  from: keyof Knot,
  to: keyof Knot,
  slope: number,
): (at: number) => number {
  return (at) => {
    let [low, high] = [0, knots.length - 1];
    while (low < high) {
      const middle = Math.ceil((low + high) / 2);
      if (knots[middle]![from] <= at) low = middle;
      else high = middle - 1;
    }
    const [here, next] = [knots[low]!, knots[low + 1]];
    const steep = next ? (next[to] - here[to]) / (next[from] - here[from]) : slope;
    return here[to] + (at - here[from]) * steep;
  };
}

const clamp = (x: number, low: number, high: number) => Math.min(high, Math.max(low, x));

/**
 * Tops of labels that want to stand at `wanted` (ascending) and are `heights` tall, pushed down so that none covers
 * another, and none has one of the `lines` (ascending) through its words.
 */
export function spread(
  wanted: readonly number[],
  heights: readonly number[],
  gap: number,
  lines: readonly number[] = [],
): number[] {
  let bottom = -Infinity;
  return wanted.map((y, i) => {
    const height = heights[i]!;
    let top = Math.max(y, bottom + gap);
    for (const line of lines) if (top - 2 < line && line < top + height) top = line + 3;
    bottom = top + height;
    return top;
  });
}
