import fc from 'fast-check';
import { plan } from '../plan';
import { demo, good, item, showOf } from '../testing/hall-show';
import { truthCase } from '../testing/truth-case';
import { airThrough, type GasSource } from './air';

const one = (m3: number, minutes: number, isCO2 = false): GasSource => ({
  fromS: 0,
  toS: 60 * minutes,
  m3,
  isCO2,
});

test('one source without airing is the closed form: what drives out mixed air', () => {
  const last = airThrough([one(5.5, 10)], { roomM3: 60, airChangesPerHour: 0 }).at(-1)!;
  expect(last.oxygenPercent).toBeCloseTo(20.95 * Math.exp(-5.5 / 60), 9);
});

test('a day of it settles where gas and fresh air balance', () => {
  // 1 m³ an hour of carbon dioxide into 100 m³ aired once an hour: 1/101 of what comes in.
  const last = airThrough([one(24, 24 * 60, true)], { roomM3: 100, airChangesPerHour: 1 }).at(-1)!;
  expect(last.co2Percent).toBeCloseTo((100 * 1 + 0.042 * 100) / 101, 3);
});

test('many sources that overlap are as small steps have them', () => {
  const sources = [
    one(2, 5),
    one(1, 30, true),
    { ...one(4, 10), fromS: 240, toS: 900 },
    { ...one(0.5, 1, true), fromS: 2000, toS: 2400 },
  ];
  const room = { roomM3: 80, airChangesPerHour: 2 };
  const dt = 0.02;
  let [oxygen, co2] = [20.95, 0.042];
  const got = airThrough(sources, room);
  for (const [i, { atS, oxygenPercent, co2Percent }] of got.entries()) {
    for (let t = got[i - 1]?.atS ?? atS; t < atS; t += dt) {
      const on = sources.filter((s) => s.fromS <= t && s.toS > t);
      const all = on.reduce((sum, s) => sum + s.m3 / (s.toS - s.fromS), 0) / 80;
      const dry = on.filter((s) => s.isCO2).reduce((sum, s) => sum + s.m3 / (s.toS - s.fromS), 0) / 80;
      oxygen += (-(all + 2 / 3600) * oxygen + (2 / 3600) * 20.95) * dt;
      co2 += (-(all + 2 / 3600) * co2 + (2 / 3600) * 0.042 + 100 * dry) * dt;
    }
    expect(oxygenPercent).toBeCloseTo(oxygen, 2);
    expect(co2Percent).toBeCloseTo(co2, 2);
  }
});

const source = fc.record({
  fromS: fc.integer({ min: 0, max: 3000 }),
  lasts: fc.integer({ min: 10, max: 2000 }),
  m3: fc.double({ min: 0.01, max: 20, noNaN: true }),
  isCO2: fc.boolean(),
});
const gases = fc
  .array(source, { minLength: 1, maxLength: 6 })
  .map((list) => list.map(({ lasts, ...s }) => ({ ...s, toS: s.fromS + lasts })));
const leastO2 = (sources: GasSource[], roomM3: number, airChangesPerHour: number) =>
  Math.min(...airThrough(sources, { roomM3, airChangesPerHour }).map((a) => a.oxygenPercent));
const mostCO2 = (sources: GasSource[], roomM3: number) =>
  Math.max(...airThrough(sources, { roomM3, airChangesPerHour: 1 }).map((a) => a.co2Percent));

test('more airing never lowers the oxygen, and a larger room never raises a concentration', () => {
  fc.assert(
    fc.property(gases, (sources) => {
      expect(leastO2(sources, 60, 3)).toBeGreaterThanOrEqual(leastO2(sources, 60, 0.5) - 1e-9);
      expect(leastO2(sources, 120, 1)).toBeGreaterThanOrEqual(leastO2(sources, 60, 1) - 1e-9);
      expect(mostCO2(sources, 120)).toBeLessThanOrEqual(mostCO2(sources, 60) + 1e-9);
    }),
  );
});

describe('the air of a show', () => {
  const found = (file: Parameters<typeof plan>[0]) =>
    plan(file, { plays: 0 }).findings.filter((f) => f.code === 'air');

  // Two pours of 4 L: 5.5 m³ of gas in 60 m³, 20.95 e^(−5.5/60) = 19.1 %.
  test('two pours that are fine by themselves are a stop together', () => {
    const file = truthCase('oxygen-sum');
    expect(found(file)).toMatchObject([
      { level: 'stop', itemId: 'i2', message: expect.stringMatching(/^Oxygen falls to 19\.1 % by 14:0\d/) },
    ]);
    file.show.items.pop();
    expect(found(file).every((f) => f.level !== 'stop')).toBe(true);
  });

  const dryIce = (grams: number, venue = {}) => {
    const file = showOf(
      [demo('fog', { consumables: [{ goodId: 'ice', amount: grams, per: 'show', wastePct: 0 }] })],
      [item('fog')],
      { stock: [{ ...good('ice', 'consumable', 0), unit: 'g', storage: 'cryogen' }] },
    );
    return { ...file, venue: { ...file.venue, indoors: true, ...venue } };
  };

  test('no calculator is needed; a room that nobody has measured is said to be assumed', () => {
    const [assumed] = found(dryIce(10_000));
    expect(assumed).toMatchObject({ level: 'stop' });
    expect(assumed!.message).toMatch(/That assumes 150 m³: set how much air .* holds\.$/);
    const [known] = found(dryIce(3000, { roomM3: 200 }));
    expect(known).toMatchObject({ level: 'caution' });
    expect(known!.message).not.toContain('assumes');
    expect(found(dryIce(10_000, { indoors: false }))).toEqual([]);
    expect(found(dryIce(300, { roomM3: 1000 }))).toEqual([]);
  });
});
