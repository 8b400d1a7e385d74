import { blankDemo, declare, Demo, demoProblems, type Problem } from '@hearty/core';
import { resolverOf, type Fields } from './resolver';

const WHERE = { fields: {}, shouldUseNativeValidation: undefined };
const resolve = (values: unknown, whole?: (demo: Demo) => Problem[]) =>
  resolverOf<Demo>(Demo, whole)(values as Demo, undefined, WHERE) as {
    errors: Record<string, unknown>;
    values: unknown;
  };
const refused = { refused: 'half a cup', message: 'Write a number.' };
const step = { id: 's', kind: 'do' as const, text: 'Do it', bestS: 9, likelyS: 9, worstS: 9 };

test('a form without problems gives its values', () => {
  const demo = { ...blankDemo('a'), title: 'A' };
  expect(resolve(demo, demoProblems)).toEqual({ values: demo, errors: {} });
});

test('each problem lands at the field of its path, deep ones too', () => {
  const { errors } = resolve({ ...blankDemo('a'), steps: [{ ...step, text: '' }], guessOdds: 3 });
  expect(errors).toMatchObject({
    title: { message: 'Write something here.' },
    guessOdds: { message: expect.stringContaining('0.99') },
    steps: [{ text: { message: 'Write something here.' } }],
  });
});

test('a problem of the whole form stands at its root', () => {
  const demo = { ...blankDemo('a'), title: 'A' };
  expect(resolve(demo, () => [{ path: '', message: 'No.' }]).errors).toMatchObject({
    root: { message: 'No.' },
  });
});

test('what could not be read stops the save, wherever it stands, with the sentence it was refused by', () => {
  const deep = { ...blankDemo('a'), title: 'A', retries: refused, steps: [{ ...step, likelyS: refused }] };
  const whole = jest.fn(() => []);
  expect(resolve(deep, whole)).toEqual({
    values: {},
    errors: {
      retries: { type: 'check', message: 'Write a number.' },
      steps: [{ likelyS: { type: 'check', message: 'Write a number.' } }],
    },
  });
  expect(whole).not.toHaveBeenCalled();
});

test('of declared fields, those that must not be empty are asked for', () => {
  const fields: Fields = {
    note: declare.title('Note'),
    lot: declare.document('From which lot'),
    until: { ...declare.day('Use by'), optional: true },
  };
  const { errors } = resolverOf(fields)({ note: '', until: undefined }, undefined, WHERE) as {
    errors: Record<string, { message: string }>;
  };
  expect(Object.fromEntries(Object.entries(errors).map(([k, e]) => [k, e.message]))).toEqual({
    note: 'Write something here.',
    lot: 'Choose one.',
  });
});
