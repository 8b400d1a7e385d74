import fc from 'fast-check';
import { Diary } from './diary';

/** Bookings that do not overlap, on a small grid, and a wish. */
const anyDay = fc.record({
  busy: fc.uniqueArray(fc.nat(40), { maxLength: 14 }),
  lengthS: fc.integer({ min: 1, max: 8 }),
  from: fc.integer({ min: -5, max: 30 }),
  room: fc.nat(30),
});

const booked = (busy: number[]) => {
  const diary = new Diary();
  for (const second of busy) diary.book('ann', second, second + 1);
  return diary;
};

const free = (busy: number[], start: number, lengthS: number) =>
  !busy.some((b) => b >= start && b < start + lengthS);

// The definition itself, by trying every second.
test('the latest start is the last second from which all the hands-on time is free', () => {
  fc.assert(
    fc.property(anyDay, ({ busy, lengthS, from, room }) => {
      let wanted: number | undefined;
      for (let s = from; s <= from + room; s++) if (free(busy, s, lengthS)) wanted = s;
      expect(booked(busy).latestStart('ann', lengthS, from, from + room)).toBe(wanted);
    }),
    { seed: 11, numRuns: 500 },
  );
});

test('the earliest start is the first second from which all the hands-on time is free', () => {
  fc.assert(
    fc.property(anyDay, ({ busy, lengthS, from }) => {
      let wanted = from;
      while (!free(busy, wanted, lengthS)) wanted++;
      expect(booked(busy).earliestStart('ann', lengthS, from)).toBe(wanted);
    }),
    { seed: 12, numRuns: 500 },
  );
});

test('a person without bookings is free at once, and one booking does not touch another person', () => {
  const diary = booked([0, 1, 2]);
  expect(diary.latestStart('ben', 10, -100, 0)).toBe(0);
  expect(diary.load('ann')).toBe(3);
  expect(diary.load('ben')).toBe(0);
});

test('what is tried and given up leaves no booking behind', () => {
  const diary = booked([5]);
  expect(
    diary.tentatively(() => {
      diary.book('ann', 10, 20);
      return undefined;
    }),
  ).toBeUndefined();
  expect(diary.load('ann')).toBe(1);
  diary.tentatively(() => {
    diary.book('ann', 10, 20);
    return true;
  });
  expect(diary.load('ann')).toBe(11);
});

test('a booking of no length is none', () => {
  const diary = new Diary();
  diary.book('ann', 5, 5);
  expect(diary.latestStart('ann', 10, 0, 0)).toBe(0);
});
