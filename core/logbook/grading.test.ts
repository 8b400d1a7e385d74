import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { plan } from '../plan';
import { demo, item, showOf } from '../testing/hall-show';
import { calibrationOf, calibrationSays, type GradedForecast } from './grading';

const random = xoroshiro128plus(5);
const u = () => uniformFloat64(random);
const normal = () => Math.sqrt(-2 * Math.log(1 - u())) * Math.cos(2 * Math.PI * u());

/** 1.2816 standard deviations on either side of the middle hold 80 % of a normal distribution. */
const HALF = 1.2816;
/** A show whose end varies by `sd` s, of which `statedSd` was forecast. */
const show = (sd: number, statedSd: number): GradedForecast => {
  const actualS = 2400 + sd * normal();
  return {
    ...{ p10: 2400 - HALF * statedSd, p50: 2400, p90: 2400 + HALF * statedSd },
    ...{ withinSlot: 0.5, widen: 1, actualS, isOnTime: actualS <= 2400 },
  };
};

test.each([
  ['half as wide as it ought to be', 60, 30],
  ['as wide as it ought to be', 60, 60],
])('a range that is %s holds 80 %% of new shows once it is widened by the record', (_, sd, stated) => {
  let held = 0;
  const TROUPES = 1500;
  for (let t = 0; t < TROUPES; t++) {
    const { widen } = calibrationOf(Array.from({ length: 20 }, () => show(sd, stated)));
    const next = show(sd, stated);
    if (Math.abs(next.actualS - 2400) <= widen * HALF * stated) held++;
  }
  // Three standard errors of so many troupes below.
  expect(held / TROUPES).toBeGreaterThan(0.77);
  expect(held / TROUPES).toBeLessThan(0.87);
});

test('a range that was widened already is graded by what it was before', () => {
  const graded = Array.from({ length: 20 }, () => show(60, 30));
  const wide = graded.map((g) => ({ ...g, p10: 2400 - HALF * 60, p90: 2400 + HALF * 60, widen: 2 }));
  expect(calibrationOf(wide).widen).toBeCloseTo(calibrationOf(graded).widen, 6);
  expect(calibrationOf(wide).held).toBeGreaterThan(calibrationOf(graded).held);
});

test('says how often it held; few shows widen nothing', () => {
  const three = [show(1, 60), show(1, 60), { ...show(1, 60), actualS: 9000 }];
  const calibration = calibrationOf(three);
  expect(calibration).toMatchObject({ shows: 3, held: 2, widen: 1 });
  expect(calibrationSays(calibration)[0]).toBe('The 80 % range of the end held 2 of 3 times.');
  expect(calibrationSays(calibrationOf([]))).toEqual([]);
});

test('stated odds stand in fifths beside what happened', () => {
  const at = (withinSlot: number, isOnTime: boolean) => ({ ...show(1, 60), withinSlot, isOnTime });
  expect(calibrationOf([at(0.95, true), at(0.85, false), at(0.1, false)]).odds).toEqual([
    { stated: 0.1, shows: 1, onTime: 0 },
    { stated: expect.closeTo(0.9, 9), shows: 2, onTime: 1 },
  ]);
});

test('the plan draws its range apart by the record, and says so', () => {
  const file = showOf(
    ['a', 'b', 'c'].map((id) => demo(id)),
    ['a', 'b', 'c'].map((id) => item(id)),
  );
  const width = ({ bands }: ReturnType<typeof plan>) => bands!.endS.p90 - bands!.endS.p10;
  const plain = plan(file, { plays: 2000 });
  const wide = plan(
    { ...file, pace: { sd: 0.06, shows: 12, widen: 1.5, held: 7, graded: 12 } },
    { plays: 2000 },
  );
  expect(width(wide)).toBeCloseTo(1.5 * width(plain), 0);
  expect(wide.findings.find((f) => f.code === 'widened')!.message).toBe(
    'The 80 % range of past forecasts held 7 of 12 times, so this one is 50 % wider.',
  );
});
