import fc from 'fast-check';
import type { Timetable } from '@hearty/core';
import { scaleOf, spread } from './scale';

const timetable = (changes: Partial<Timetable>): Timetable => ({
  items: [],
  tasks: [],
  resets: [],
  arrivals: [],
  getInS: -5400,
  doorsS: -1200,
  endS: 2400,
  slotEndS: 2700,
  deadAirS: 0,
  firstHandsS: -4000,
  crewCallS: -4000,
  provenBest: true,
  steps: 0,
  ...changes,
});

test('time runs down without a jump at curtain-up, and the whole show is on the score', () => {
  const { y, height, curtainY } = scaleOf(timetable({ endS: 3000 }), 640);
  expect(y(0)).toBe(curtainY);
  for (let s = -4200; s < 3100; s += 60) expect(y(s + 60)).toBeGreaterThan(y(s));
  expect(y(-4000)).toBeGreaterThan(0);
  expect(height).toBeGreaterThan(y(3000));
});

test('an hour of preparation takes less room than an hour of show', () => {
  const { y } = scaleOf(timetable({}), 640);
  expect(y(-1200) - y(-2400)).toBeLessThan(y(2400) - y(1200));
});

test('labels never cover one another, and stand where they want when they can', () => {
  expect(spread([0, 100], [20, 20], 4)).toEqual([0, 100]);
  fc.assert(
    fc.property(fc.array(fc.tuple(fc.nat(600), fc.integer({ min: 1, max: 90 }))), (labels) => {
      const sorted = labels.sort((a, b) => a[0] - b[0]);
      const heights = sorted.map(([, h]) => h);
      const tops = spread(
        sorted.map(([y]) => y),
        heights,
        4,
      );
      tops.forEach((top, i) => {
        expect(top).toBeGreaterThanOrEqual(sorted[i]![0]);
        if (i) expect(top).toBeGreaterThanOrEqual(tops[i - 1]! + heights[i - 1]! + 4);
      });
    }),
    { seed: 6 },
  );
});

test('a height leads back to its moment, before curtain-up and after, at every zoom', () => {
  for (const zoom of [0.6, 1, 4]) {
    const { y, s } = scaleOf(timetable({}), 640, zoom);
    for (const at of [-4000, -60, 0, 90, 2400]) expect(s(y(at))).toBeCloseTo(at, 6);
  }
});

test('closer is taller, and the rulings keep their distance', () => {
  const heights = [0.6, 1, 2].map((zoom) => scaleOf(timetable({}), 640, zoom).height);
  expect(heights).toEqual([...heights].sort((a, b) => a - b));
  for (const zoom of [0.6, 1, 2, 4]) {
    const { y, marks } = scaleOf(timetable({}), 640, zoom);
    const shown = marks.filter((m) => m > 0);
    shown.slice(1).forEach((m, i) => expect(y(m) - y(shown[i]!)).toBeGreaterThan(40));
  }
});
