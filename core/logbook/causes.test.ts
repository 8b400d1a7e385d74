import fc from 'fast-check';
import type { Attempt, Outcome } from './attempt';
import { causesFound, likelyCauses } from './causes';
import { learn } from './learn';

const fault = {
  symptom: 'does not light',
  causes: ['too cold', 'too much liquid', 'not aired'].map((cause) => ({
    cause,
    quickTest: 'look',
    cure: 'mend',
  })),
};
const found = (cause: string, times: number, helped = 0, triedAgain = 0) => ({
  ...{ symptom: 'does not light', cause, times, helped, triedAgain },
});
const tried = (n: number, outcome: Outcome, cause?: string, more: Partial<Attempt> = {}): Attempt => ({
  ...{ id: `a${n}`, runId: 'run', itemId: 'i', demoId: 'd', atMs: n * 1000, rehearsal: false, outcome },
  ...(cause && { symptom: 'does not light', cause }),
  ...more,
});
const order = (...of: Parameters<typeof likelyCauses>) => likelyCauses(...of).map((c) => c.cause);

test('where nothing was found the list stands as it was written, all alike', () => {
  expect(order(fault, undefined, 'does not light')).toEqual(['too cold', 'too much liquid', 'not aired']);
  for (const { weight } of likelyCauses(fault, [], 'does not light')) expect(weight).toBeCloseTo(1 / 3, 12);
});

// By hand: three causes worth two cases are ⅔ each; four cases found make six: (⅔ + 3)/6, (⅔ + 1)/6, ⅔/6.
test('the weights are those of a Dirichlet with the list worth two cases', () => {
  const likely = likelyCauses(fault, [found('not aired', 3), found('too cold', 1)], 'does not light');
  expect(likely.map((c) => c.cause)).toEqual(['not aired', 'too cold', 'too much liquid']);
  expect(likely.map((c) => c.weight)).toEqual([
    expect.closeTo(11 / 18, 12),
    expect.closeTo(5 / 18, 12),
    expect.closeTo(1 / 9, 12),
  ]);
});

test('a cause that was only typed is offered with the others, as often as it was found; of another symptom it is not', () => {
  const log = [found('spark gap', 2), { ...found('wet cork', 9), symptom: 'pops too soon' }];
  expect(order(fault, log, 'does not light')).toEqual([
    'spark gap',
    'too cold',
    'too much liquid',
    'not aired',
  ]);
  expect(order(undefined, log, 'pops too soon')).toEqual(['wet cork']);
  expect(order(fault, log, undefined)).not.toContain('spark gap');
});

test('the weights of what may be likely sum to one', () => {
  const any = fc.array(
    fc.record({
      cause: fc.constantFrom('too cold', 'not aired', 'x', 'y'),
      times: fc.integer({ min: 1, max: 50 }),
    }),
    { maxLength: 4 },
  );
  fc.assert(
    fc.property(any, (rows) => {
      const once = [...new Map(rows.map((r) => [r.cause, r])).values()].map((r) => found(r.cause, r.times));
      const sum = likelyCauses(fault, once, 'does not light').reduce((total, c) => total + c.weight, 0);
      expect(sum).toBeCloseTo(1, 9);
    }),
  );
});

test('what came of the try after a cause was found is counted, in the same item of the same run', () => {
  const log = [
    tried(1, 'failed', 'too cold'),
    tried(2, 'failed', 'too cold'),
    tried(3, 'worked'),
    tried(4, 'failed', 'not aired', { itemId: 'j' }),
    tried(5, 'worked', undefined, { itemId: 'k' }),
    tried(6, 'not tried', undefined, { itemId: 'j' }),
  ];
  const both = [found('too cold', 2, 1, 2), found('not aired', 1)];
  expect(causesFound(log)).toEqual(both);
  expect(causesFound([...log].reverse())).toEqual(both);
  expect(learn(log)[0]!.causes).toEqual(both);
  expect(learn([tried(1, 'worked')])[0]).not.toHaveProperty('causes');
});
