import fc from 'fast-check';
import { withRooms } from './rooms';
import { comparisons, trials } from './trials';
import { attemptAt } from '../testing/attempts';
import type { Attempt, RoomThen } from './attempt';

const tried = (
  n: number,
  set: Record<string, string>,
  room: RoomThen = {},
  more: Partial<Attempt> = {},
): Attempt => attemptAt(n, { set, room, ...more });

test('rooms that are alike, or of which nothing is known, add nothing', () => {
  const log = [tried(1, { fuel: 'a' }, { roomC: 18 }), tried(2, { fuel: 'b' }, { roomC: 22 }), tried(3, {})];
  expect(withRooms(log).map((a) => a.set)).toEqual([{ fuel: 'a' }, { fuel: 'b' }, {}]);
});

test('rooms exactly 5 °C and 15 points of humidity apart are alike; a hair more, and they are not', () => {
  const bands = (...rooms: RoomThen[]) =>
    new Set(withRooms(rooms.map((room, n) => tried(n, {}, room))).map((a) => JSON.stringify(a.set))).size;
  expect([bands({ roomC: 15 }, { roomC: 20 }), bands({ roomC: 15 }, { roomC: 20.1 })]).toEqual([1, 2]);
  expect([
    bands({ humidityPercent: 40 }, { humidityPercent: 55 }),
    bands({ humidityPercent: 40 }, { humidityPercent: 56 }),
  ]).toEqual([1, 2]);
});

test('like is compared with like: a level that was only tried in the cold hall says nothing against the others', () => {
  const cold = { roomC: 9 };
  const warm = { roomC: 20 };
  const log = [
    ...[1, 2, 3].map((n) => tried(n, { fuel: 'ethanol' }, cold, { outcome: 'failed' })),
    ...[4, 5, 6].map((n) => tried(n, { fuel: 'methanol' }, warm)),
  ];
  // Told by the fuel alone it would be a clear case; with the room it is none.
  expect(trials(log.map(({ room: _room, ...a }) => a))[0]?.bestLevel).toBe('methanol');
  expect(trials(log)).toEqual([]);
  expect(comparisons(log)).toEqual({ repeats: 4, clean: 0, muddled: 1 });
  // In like rooms the same fuels do make a trial, and it says in which.
  const more = [7, 8].map((n) => tried(n, { fuel: 'ethanol' }, { roomC: 21 }));
  const [trial] = trials([...log, ...more]);
  expect(trial).toMatchObject({ variable: 'fuel', held: { 'room temperature': '20 to 21 °C' }, tries: 5 });
});

test('the same tried in several rooms is one trial, of the rooms where most was tried, with a line for the others', () => {
  const log = [18, 20, 22, 9, 10].flatMap((roomC, r) =>
    ['a', 'b', 'c'].map((fuel, i) => tried(10 * r + i, { fuel }, { roomC }, { reading: 10 * i + (r % 2) })),
  );
  const [trial, ...others] = trials(log);
  expect(trial).toMatchObject({
    variable: 'fuel',
    held: { 'room temperature': '18 to 22 °C' },
    tries: 9,
    bestLevel: 'c',
  });
  expect(trial!.elsewhere).toEqual(['With room temperature 9 to 10 °C: c did best so far, from 6 attempts.']);
  expect(others).toEqual([]);
});

test('a room is told of only where it was often enough like this and like that', () => {
  const at = (n: number, roomC: number, outcome: Attempt['outcome']) => tried(n, {}, { roomC }, { outcome });
  const few = [at(1, 9, 'failed'), at(2, 20, 'worked'), at(3, 20, 'worked'), at(4, 20, 'worked')];
  expect(trials(few)).toEqual([]);
  const [trial] = trials([...few, at(5, 10, 'failed'), at(6, 11, 'failed')]);
  expect(trial).toMatchObject({ variable: 'room temperature', response: 'outcome', bestLevel: '20 °C' });
  expect(trial!.levels.map((l) => [l.level, l.tries, l.worked])).toEqual([
    ['9 to 11 °C', 3, 0],
    ['20 °C', 3, 3],
  ]);
});

test('indoors and out are two rooms; what is not known of one of them is no change that anybody made', () => {
  expect(comparisons([tried(1, {}, { indoors: true }), tried(2, {}, { indoors: false })]).clean).toBe(1);
  expect(comparisons([tried(1, {}, { roomC: 9 }), tried(2, {}, { roomC: 25 }), tried(3, {})])).toEqual({
    ...{ repeats: 1, clean: 1, muddled: 0 },
  });
});

test('a parameter that a demo calls as we call the room is the demo’s', () => {
  const log = [9, 20].map((roomC, n) => tried(n, { 'room temperature': 'hers' }, { roomC }));
  expect(withRooms(log).every((a) => a.set!['room temperature'] === 'hers')).toBe(true);
});

test('whatever the rooms, each attempt is in one band, none wider than what is alike, and none lies in two', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: -20, max: 45 }), { minLength: 1, maxLength: 40 }), (rooms) => {
      const found = withRooms(rooms.map((roomC, n) => tried(n, {}, { roomC })));
      const bands = new Map<string, number[]>();
      found.forEach((a, i) => {
        const band = a.set!['room temperature'] ?? 'all';
        bands.set(band, [...(bands.get(band) ?? []), rooms[i]!]);
      });
      const ranges = [...bands.values()].map((of) => [Math.min(...of), Math.max(...of)] as const);
      for (const [low, high] of ranges) expect(high - low).toBeLessThanOrEqual(5);
      const sorted = [...ranges].sort(([a], [b]) => a - b);
      sorted.slice(1).forEach(([low], i) => expect(low).toBeGreaterThan(sorted[i]![1]));
    }),
  );
});
