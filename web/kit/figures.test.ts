import { figure } from './figures';

test.each([
  ['5', 5],
  [' 0,5 ', 0.5],
  ['12.25', 12.25],
])('%s is read', (text, value) => expect(figure(0.1, 50)(text)).toEqual({ ok: true, value }));

test.each(['', 'half', '5 pounds', '0', '51', '1e9', '-3'])('%j is refused with its limits', (text) =>
  expect(figure(0.1, 50)(text)).toEqual({ ok: false, says: 'Write a number from 0.1 to 50.' }),
);

test('words that stand behind a number are left aside, others are not', () => {
  const odds = figure(0.1, 50, { behind: 'in 100 shows' });
  expect(odds('7 in 100 shows')).toEqual({ ok: true, value: 7 });
  expect(odds('7 in 10 shows').ok).toBe(false);
});

test('a whole number is asked for where only one makes sense', () => {
  expect(figure(1, 500, { whole: true, such: '6' })('2.5')).toEqual({
    ok: false,
    says: 'Write a whole number from 1 to 500, such as 6.',
  });
});
