import type { Timetable } from '@hearty/core';

/** Pixels down the score for a moment. Before curtain-up a gentler scale of its own, with a seam at curtain-up. */
export interface Scale {
  y: (seconds: number) => number;
  curtainY: number;
  height: number;
  /** Moments for the rulings, in seconds from curtain-up. */
  marks: number[];
}

const PREP_PX = { least: 130, most: 230, perMinute: 3.2 };
/** No item of a minute or more is drawn lower than a line of text. */
const SHOW_PX = { least: 9, most: 34, shortestItem: 15.5 };

/**
 * The scale of a score that should fill `room` pixels where it can. Items shorter than a minute may be drawn lower
 * than their text; their titles are cut, never their neighbours'.
 */
export function scaleOf(timetable: Timetable, room: number): Scale {
  const firstS = Math.min(timetable.firstHandsS, timetable.doorsS) - 240;
  const lastS = Math.max(timetable.endS, timetable.slotEndS) + 120;
  const curtainY = Math.round(clamp((-firstS / 60) * PREP_PX.perMinute, PREP_PX.least, PREP_PX.most));
  const shortest = Math.max(60, Math.min(...timetable.items.map((i) => i.endS - i.startS), 600));
  const fill = (room - curtainY) / (lastS / 60);
  const perMinute = clamp(
    Math.max(fill, SHOW_PX.shortestItem / (shortest / 60)),
    SHOW_PX.least,
    SHOW_PX.most,
  );
  const before = curtainY / -firstS;
  const y = (s: number) => (s < 0 ? curtainY + s * before : curtainY + (s / 60) * perMinute);
  const stepS = lastS > 5400 ? 1200 : lastS > 1500 ? 600 : lastS > 700 ? 300 : 120;
  const marks: number[] = [];
  for (let s = stepS; s < lastS; s += stepS) marks.push(s);
  for (let s = -1800; s > firstS; s -= 1800) marks.unshift(s);
  return { y, curtainY, height: Math.round(y(lastS)), marks };
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
