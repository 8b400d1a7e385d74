import { IsIn, IsNumber } from 'class-validator';
import { clockAhead, sameEvent, wording } from './envelope';
import { readEvent, versionOf } from './kinds';

class Reading {
  @IsNumber() celsius!: number;
  @IsIn(['bath', 'room']) of!: 'bath' | 'room';
}
/** A reading was once in degrees Fahrenheit, and once did not say of what. */
const KINDS = {
  reading: {
    body: Reading,
    upcasts: [
      ({ f }: { f: number }) => ({ celsius: ((f - 32) * 5) / 9 }),
      (old: { celsius: number }) => ({ ...old, of: 'bath' }),
    ],
  },
};
const outside = { id: 'e1', run: 'r', device: 'd', person: null, at: 5, tick: 1, kind: 'reading' };
const read = (value: unknown) => readEvent(KINDS, value);

test('an event of an older version is lifted step by step to the newest, and read as that', () => {
  expect(versionOf(KINDS.reading)).toBe(3);
  const newest = { ...outside, v: 3, body: { celsius: 100, of: 'bath' } };
  expect(read(newest)).toEqual({ ok: true, value: newest });
  expect(read({ ...outside, v: 2, body: { celsius: 100 } })).toEqual({ ok: true, value: newest });
  expect(read({ ...outside, v: 1, body: { f: 212 } })).toEqual({ ok: true, value: newest });
  expect(read({ ...outside, v: 1, body: { f: 'hot' } })).toMatchObject({
    ok: false,
    problems: [{ path: 'body.celsius' }],
  });
});

test.each<[string, unknown, string]>([
  ['a version not yet known', { ...outside, v: 4, body: {} }, 'v'],
  ['a kind that is none', { ...outside, v: 1, kind: 'constructor', body: {} }, 'kind'],
  ['no body', { ...outside, v: 1 }, 'body'],
  ['a moment past the last a date can hold', { ...outside, v: 1, at: 9e18, body: {} }, 'at'],
  ['a tick that could not be counted on', { ...outside, v: 1, tick: 9e15, body: {} }, 'tick'],
  ['a log that cannot be', { ...outside, v: 1, run: '../x', body: {} }, 'run'],
  ['a field nobody knows', { ...outside, v: 1, name: 'Ann', body: {} }, 'name'],
  ['a list', [], ''],
])('%s is refused where it stands', (_what, value, path) => {
  expect(read(value)).toMatchObject({ ok: false, problems: [{ path }] });
});

test('an event sent twice is the same whatever the order of its fields, and another moment makes it another', () => {
  const event = { ...outside, v: 1, body: { a: 1, b: { c: [1, 2], d: null } } };
  const turned = { body: { b: { d: null, c: [1, 2] }, a: 1 }, v: 1, ...outside };
  expect(sameEvent(event, turned)).toBe(true);
  expect(wording({ ...event, at: 6 })).not.toBe(wording(event));
  expect(sameEvent(event, { ...event, body: { a: 1, b: { c: [2, 1], d: null } } })).toBe(false);
});

test("a device's clock is set right by half the way there and back", () => {
  // Asked at 1000 and answered at 1100 by a clock an hour slow: the server wrote 3,601,050 in the middle.
  expect(clockAhead(1000, 1100, 3_601_050)).toBe(3_600_000);
});
