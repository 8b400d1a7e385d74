import { blankDemo, type Attempt, type Demo } from '@hearty/core';
import { followerOf, pointsOf, seenAt } from './seen';

const attempt = (level: string | undefined, reading: number | string | undefined) =>
  ({ ...(level && { level }), ...(reading !== undefined && { reading }) }) as Attempt;

test('what the log saw: a point for each number read at a number, and the mean at a level, comma or point', () => {
  const log = [
    attempt('1', 4),
    attempt('1', 6),
    attempt('1,5', 9),
    attempt('lead', 2),
    attempt('2', undefined),
  ];
  expect(pointsOf(log)).toEqual([
    [1, 4],
    [1, 6],
    [1.5, 9],
  ]);
  expect([seenAt(log, '1'), seenAt(log, '1.5'), seenAt(log, 'lead'), seenAt(log, '2')]).toEqual([
    '5, mean of 2',
    '9',
    '2',
    '',
  ]);
  expect(seenAt([attempt('x', 'high'), attempt('x', 'low')], 'x')).toBe('high, low');
});

test('a demo follows a bench where a parameter goes into it and its reading measures a result', () => {
  const of = (foretells?: string, parameterId?: string): Demo => ({
    ...blankDemo('d'),
    benches: [
      {
        ...{ id: 'b', benchId: 'ladder', amounts: [], limits: false, ...(foretells && { foretells }) },
        inputs: [{ name: 'levels', ...(parameterId && { parameterId }) }],
      },
    ],
  });
  expect(followerOf([of(), of('pieces'), of(undefined, 'n')], 'ladder')).toBeUndefined();
  expect(followerOf([of('pieces', 'n')], 'ladder')).toMatchObject({ over: 'levels', output: 'pieces' });
  expect(followerOf([of('pieces', 'n')], 'throw')).toBeUndefined();
});
