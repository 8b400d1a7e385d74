import { place } from '../timetable';
import { script } from '../script';
import { crowded } from '../testing/instances';
import { truthCase } from '../testing/truth-case';
import { plan } from './plan';

describe('ends as an outside solver proves them (CP-SAT)', () => {
  test.each([
    ['spots', 520],
    ['vessels', 180],
  ])('%s: the last item ends at %d s, and that is proven', (name, endS) => {
    const { timetable } = place(script(truthCase(name)));
    expect(timetable).toMatchObject({ endS, provenBest: true });
  });
});

/** Seeds of shows with scarce spots, places and choices, and the ends that MiniZinc with Gecode proves least. */
const LEAST_ENDS: [number, number][] = [
  [12, 1710],
  [16, 2070],
  [17, 1400],
  [18, 1590],
  [20, 1880],
  [22, 1020],
  [24, 1540],
  [25, 1180],
  [29, 2110],
  [33, 1500],
  [36, 2110],
  [40, 2040],
  [41, 1740],
  [45, 1470],
  [46, 810],
  [47, 720],
  [49, 1390],
  [52, 2350],
  [53, 1290],
  [56, 1370],
  [64, 1620],
  [65, 1050],
  [69, 1020],
  [70, 1250],
  [72, 1800],
  [76, 1390],
  [81, 1400],
  [85, 1440],
  [89, 1110],
  [91, 1130],
  [92, 1500],
  [99, 1020],
  [102, 1370],
  [105, 1470],
  [108, 3250],
  [109, 1210],
  [120, 2010],
];

test('no show with scarce spots, places and choices ends later than a general-purpose solver has it', () => {
  const ends = LEAST_ENDS.map(([seed]) => place(script(crowded(seed))).timetable);
  expect(ends.map(({ endS }) => endS)).toEqual(LEAST_ENDS.map(([, endS]) => endS));
  expect(ends.every(({ provenBest }) => provenBest)).toBe(true);
});

test('whole pieces of a series are rounded once: 1 + 2 + … + 10 are 55', () => {
  const [candles] = plan(truthCase('ladder-whole-pieces'), { plays: 0 }).needs.consumables;
  expect(candles).toMatchObject({ goodId: 'candle', planned: 55, packed: 55 });
});

test('a choice is forecast with the reset of what is picked: half of the shows run over', () => {
  const { bands, timetable } = plan(truthCase('choice-other'));
  // Demo a: 200 s and 60 s. Demo b: 60 s, its bench scrubbed for 900 s, then 60 s. The slot has 600 s.
  expect(bands!.withinSlot).toBeGreaterThan(0.45);
  expect(bands!.withinSlot).toBeLessThan(0.55);
  expect(timetable.items[1]!.waitsFor!.message).toBe(
    'the Bench is still being reset (“Scrub the bench (if Demo b is picked)”) until 14:16',
  );
});
