import type { Item } from '@hearty/core';
import { common, movedTogether, takes } from './several';

const item = (changes: Partial<Item>): Item => ({
  ...{ id: 'a', kind: 'demo', title: 'A', showings: 1, retries: 0, helperIds: [] },
  ...changes,
});
const order = (items: string, chosen: string, by: -1 | 1) =>
  movedTogether(
    [...items].map((id) => ({ id })),
    [...chosen],
    by,
  )
    .map((i) => i.id)
    .join('');

test.each([
  ['abcde', 'bc', -1, 'bcade'],
  ['abcde', 'bc', 1, 'adbce'],
  ['abcde', 'bd', -1, 'badce'],
  ['abcde', 'bd', 1, 'acbed'],
  ['abcde', 'ab', -1, 'abcde'],
  ['abcde', 'ac', -1, 'acbde'],
  ['abcde', 'de', 1, 'abcde'],
  ['abcde', '', 1, 'abcde'],
] as const)('of %s, %s moved by %d gives %s', (items, chosen, by, after) => {
  expect(order(items, chosen, by)).toBe(after);
});

test('a field is set only where an item has it', () => {
  const talk = item({ kind: 'link' });
  const ladder = item({ series: { levels: ['1', '2'], onFail: 'go on' } as Item['series'] & object });
  expect(takes(talk, 'presenterId')).toBe(true);
  expect(takes(talk, 'retries')).toBe(false);
  expect(takes(item({}), 'showings')).toBe(true);
  expect(takes(ladder, 'showings')).toBe(false);
  expect(takes(ladder, 'retries')).toBe(false);
});

test('what all have alike is shown, and nothing where they differ', () => {
  expect(common([item({ retries: 2 }), item({ retries: 2 })], 'retries')).toBe(2);
  expect(common([item({ retries: 2 }), item({ retries: 1 })], 'retries')).toBeUndefined();
  expect(common([], 'retries')).toBeUndefined();
});
