import { blankDemo, check, Demo, demoProblems, type Problem } from '@hearty/core';
import { resolverOf } from './fields';

const resolve = (values: Demo, problems: (d: Demo) => Problem[]) =>
  resolverOf<Demo>(problems)(values, undefined, { fields: {}, shouldUseNativeValidation: undefined }) as {
    errors: Record<string, unknown>;
    values: unknown;
  };
const problemsOf = (demo: Demo) => {
  const checked = check(Demo, demo);
  return checked.ok ? demoProblems(checked.value) : checked.problems;
};

test('a form without problems gives its values', () => {
  const demo = { ...blankDemo('a'), title: 'A' };
  expect(resolve(demo, problemsOf)).toEqual({ values: demo, errors: {} });
});

test('each problem lands at the field of its path, deep ones too', () => {
  const steps = [{ id: 's', kind: 'do' as const, text: '', bestS: 9, likelyS: 9, worstS: 9 }];
  const { errors } = resolve({ ...blankDemo('a'), steps, guessOdds: 3 }, problemsOf);
  expect(errors).toMatchObject({
    title: { message: 'This must have 1 to 160 characters.' },
    guessOdds: { message: expect.stringContaining('0.99') },
    steps: [{ text: { message: 'This must have 1 to 160 characters.' } }],
  });
});

test('a problem of the whole form stands at its root', () => {
  expect(resolve(blankDemo('a'), () => [{ path: '', says: 'No.' }]).errors).toMatchObject({
    root: { message: 'No.' },
  });
});
