import { CREW_RATE, Pace } from './pace';

test('a burst is taken whole, then five a second, and a quiet device is full again', () => {
  const pace = new Pace();
  const take = (wanted: number, atS: number, who = 'phone') =>
    pace.take(who, wanted, CREW_RATE, 1_000_000 + atS * 1000);
  expect([take(60, 0), take(60, 0), take(1, 0)]).toEqual([60, 40, 0]);
  expect([take(50, 1), take(1, 1)]).toEqual([5, 0]);
  expect(take(500, 0, 'another')).toBe(100);
  // A clock that goes back gives nothing and takes nothing.
  expect([take(1, -100), take(1, -100)]).toEqual([0, 0]);
  expect(take(500, 1000)).toBe(100);
});

test('over an hour a device that never stops sends its burst and its rate, no more', () => {
  const pace = new Pace();
  let sent = 0;
  for (let ms = 0; ms < 3_600_000; ms += 130) sent += pace.take('phone', 7, CREW_RATE, ms);
  expect(sent).toBeLessThanOrEqual(100 + 3600 * 5);
  expect(sent).toBeGreaterThan(3600 * 5 - 10);
});

test('devices that are quiet are forgotten, and are not fuller for it', () => {
  const pace = new Pace();
  pace.take('phone', 100, CREW_RATE, 0);
  pace.tidy(30_000);
  expect(pace.take('phone', 500, CREW_RATE, 1000)).toBe(5);
  pace.tidy(120_000);
  expect(pace.take('phone', 500, CREW_RATE, 120_000)).toBe(100);
});
