import type { Timetable } from '@hearty/core';

/** Pixels down the score for a moment. Before curtain-up a gentler scale of its own, with a seam at curtain-up. */
export interface Scale {
  y: (seconds: number) => number;
  /** The moment at a height: the other way round. */
  s: (y: number) => number;
  curtainY: number;
  height: number;
  /** Moments for the rulings, in seconds from curtain-up. */
  marks: number[];
}

const PREP_PX = { least: 130, most: 190, perMinute: 3.2 };
/** No item of a minute or more is drawn lower than a line of text. */
const SHOW_PX = { least: 9, most: 34, shortestItem: 15.5 };
/** The least height in which the words of a piece of work can be read. */
export const WORK_PX = 19;

/**
 * The scale of a score that should fill `room` pixels where it can, and that much closer with `zoom`. Items shorter
 * than a minute may be drawn lower than their text; their titles are cut, never their neighbours'. Before curtain-up
 * there is room for everything the busiest person does one below another.
 */
export function scaleOf(timetable: Timetable, room: number, zoom = 1): Scale {
  const firstS = Math.min(timetable.firstHandsS, timetable.doorsS, timetable.getInS) - 240;
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
  const shortest = Math.max(60, Math.min(...timetable.items.map((i) => i.endS - i.startS), 600));
  const fill = (room - curtainY) / (lastS / 60);
  const perMinute =
    zoom * clamp(Math.max(fill, SHOW_PX.shortestItem / (shortest / 60)), SHOW_PX.least, SHOW_PX.most);
  const before = curtainY / -firstS;
  const y = (s: number) => (s < 0 ? curtainY + s * before : curtainY + (s / 60) * perMinute);
  const s = (at: number) => (at < curtainY ? (at - curtainY) / before : ((at - curtainY) / perMinute) * 60);
  const stepS = [60, 120, 300, 600, 1200, 3600].find((step) => (step / 60) * perMinute >= 46) ?? 3600;
  const marks: number[] = [];
  for (let at = stepS; at < lastS; at += stepS) marks.push(at);
  for (let at = -1800; at > firstS; at -= 1800) marks.unshift(at);
  return { y, s, curtainY, height: Math.round(y(lastS)), marks };
}

const clamp = (x: number, low: number, high: number) => Math.min(high, Math.max(low, x));

/**
 * Tops of labels that want to stand at `wanted` (ascending) and are `heights` tall, pushed down so that none covers
 * another.
 */
export function spread(wanted: readonly number[], heights: readonly number[], gap: number): number[] {
  let bottom = -Infinity;
  return wanted.map((y, i) => {
    const top = Math.max(y, bottom + gap);
    bottom = top + heights[i]!;
    return top;
  });
}
