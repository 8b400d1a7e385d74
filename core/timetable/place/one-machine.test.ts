import fc from 'fast-check';
import { oneMachineBound, type Job } from './one-machine';

const job = fc.record({
  fromS: fc.integer({ min: -50, max: 60 }),
  lengthS: fc.integer({ min: 1, max: 30 }),
  tailS: fc.integer({ min: 0, max: 60 }),
});

/** The soonest end of all orders, each job done in one go. */
function best(jobs: readonly Job[], at = -Infinity, endS = -Infinity): number {
  if (!jobs.length) return endS;
  return Math.min(
    ...jobs.map((next, i) => {
      const done = Math.max(at, next.fromS) + next.lengthS;
      const rest = [...jobs.slice(0, i), ...jobs.slice(i + 1)];
      return best(rest, done, Math.max(endS, done + next.tailS));
    }),
  );
}

test('no order of the jobs ends before the bound', () => {
  fc.assert(
    fc.property(fc.array(job, { minLength: 1, maxLength: 6 }), (jobs) => {
      expect(oneMachineBound(jobs)).toBeLessThanOrEqual(best(jobs));
    }),
  );
});

test('where all may begin at once the bound is met, the longest tail first', () => {
  fc.assert(
    fc.property(fc.array(job, { minLength: 1, maxLength: 6 }), (jobs) => {
      const now = jobs.map((j) => ({ ...j, fromS: 0 }));
      expect(oneMachineBound(now)).toBe(best(now));
    }),
  );
});

// By hand: the second is open at 2 and has the longer tail, so the first is put down; 2 + 3 + 10 = 15, and 10 + 1 = 11.
test('a job may be put down for one with a longer tail', () => {
  const jobs = [
    { fromS: 0, lengthS: 7, tailS: 1 },
    { fromS: 2, lengthS: 3, tailS: 10 },
  ];
  expect(oneMachineBound(jobs)).toBe(15);
  expect(oneMachineBound([])).toBe(-Infinity);
});
