import fc from 'fast-check';
import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { record } from '../testing/hall-show';
import { likelyRange } from '../logbook';
import { describeOdds, oddsOf } from './odds';

const share = fc.integer({ min: 0, max: 100 }).map((n) => n / 100);
const count = fc.nat(60);

test('a success never lowers the odds and a failure never raises them, whatever was guessed', () => {
  fc.assert(
    fc.property(share, count, count, (guess, worked, failed) => {
      const { mean } = oddsOf(record('a', worked, failed), guess);
      expect(oddsOf(record('a', worked + 1, failed), guess).mean).toBeGreaterThanOrEqual(mean);
      expect(oddsOf(record('a', worked, failed + 1), guess).mean).toBeLessThanOrEqual(mean);
    }),
  );
});

test('guess 95 %, worked 1 of 1: still 97 %', () => {
  expect(describeOdds(oddsOf(record('a', 1, 0), 0.95))).toBe('works 97 % (1 attempt and the guess)');
  expect(describeOdds(oddsOf(undefined, 0.95))).toBe('works 95 % (a guess)');
});

test('a guess of 0 or 100 % leaves doubt in the range', () => {
  expect(likelyRange(oddsOf(undefined, 1))[0]).toBeLessThan(0.6);
  expect(likelyRange(oddsOf(undefined, 0))[1]).toBeGreaterThan(0.4);
});

/** Troupes whose demos work with a known rate, which the presenter guesses with an error of `guessSd`. */
test.each([0.1, 0.15, 0.2, 0.25])('over 1 to 3 attempts, a guess %d off beats no guess', (guessSd) => {
  const random = xoroshiro128plus(7);
  const u = () => uniformFloat64(random);
  const normal = () => Math.sqrt(-2 * Math.log(1 - u())) * Math.cos(2 * Math.PI * u());
  const squares = { guess: 0, none: 0 };
  for (let i = 0; i < 4000; i++) {
    const rate = 0.5 + u() / 2;
    const guess = Math.min(0.99, Math.max(0.05, rate + guessSd * normal()));
    const attempts = 1 + Math.floor(3 * u());
    const worked = Array.from({ length: attempts }, u).filter((x) => x < rate).length;
    const log = record('a', worked, attempts - worked);
    squares.guess += (oddsOf(log, guess).mean - rate) ** 2;
    squares.none += (oddsOf(log).mean - rate) ** 2;
  }
  expect(Math.sqrt(squares.guess / squares.none)).toBeLessThan(0.85);
});
