import fc from 'fast-check';
import type { Timetable } from '@hearty/core';
import { ITEM_PX, scaleOf, spread } from './scale';

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
  crewCallS: -4000,
  firstJobByS: -4000,
  provenBest: true,
  provenCall: true,
  provenLoad: true,
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
    fc.property(
      fc.array(fc.tuple(fc.nat(600), fc.integer({ min: 1, max: 90 }))),
      fc.array(fc.nat(900)),
      (labels, unsorted) => {
        const lines = unsorted.sort((a, b) => a - b);
        const sorted = labels.sort((a, b) => a[0] - b[0]);
        const heights = sorted.map(([, h]) => h);
        const tops = spread(
          sorted.map(([y]) => y),
          heights,
          4,
          lines,
        );
        tops.forEach((top, i) => {
          expect(top).toBeGreaterThanOrEqual(sorted[i]![0]);
          if (i) expect(top).toBeGreaterThanOrEqual(tops[i - 1]! + heights[i - 1]! + 4);
          for (const line of lines) expect(top < line && line < top + heights[i]!).toBe(false);
        });
      },
    ),
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

const SECONDS_8 = Array.from({ length: 30 }, (_, i) => ({
  itemId: `i${i}`,
  title: `Item ${i}`,
  startS: i * 8,
  endS: (i + 1) * 8,
  timing: { bestS: 8, likelyS: 8, worstS: 8 },
  timingFrom: 'by hand' as const,
  waitS: 0,
  presenterId: undefined,
  helperIds: [],
}));

test('thirty items of eight seconds are each as tall as their words, and the scale says where time bends', () => {
  for (const zoom of [0.6, 1, 4]) {
    const { y, s, bent } = scaleOf(timetable({ items: SECONDS_8, endS: 240 }), 640, zoom);
    for (const { startS, endS } of SECONDS_8)
      expect(y(endS) - y(startS)).toBeGreaterThanOrEqual(ITEM_PX - 1e-9);
    for (let at = 0; at < 2700; at += 3) {
      expect(y(at + 3)).toBeGreaterThan(y(at));
      expect(s(y(at))).toBeCloseTo(at, 6);
    }
    expect(bent).toEqual([{ fromS: 0, toS: 240, items: 30 }]);
  }
});

test('where every item is tall enough, nothing bends', () => {
  const items = SECONDS_8.slice(0, 4).map((i, n) => ({ ...i, startS: n * 300, endS: (n + 1) * 300 }));
  expect(scaleOf(timetable({ items, endS: 1200 }), 640).bent).toEqual([]);
});

test('the rulings stand at round times of day', () => {
  const upS = 14 * 3600 + 5 * 60;
  const { marks } = scaleOf(timetable({}), 640, 1, upS);
  for (const at of marks) expect((upS + at) % (at < 0 ? 1800 : 60)).toBe(0);
  expect(marks.some((at) => at > 0 && (upS + at) % 300 === 0)).toBe(true);
});
