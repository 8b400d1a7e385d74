import fc from 'fast-check';
import { plan } from '../plan';
import { script } from '../script';
import type { Demo, Item } from '../show';
import { demo, good, item, showOf } from '../testing/hall-show';
import { truthCase } from '../testing/truth-case';
import { airThrough, type GasSource } from './air';
import { airOf } from './sources';

const one = (m3: number, minutes: number, isCO2 = false): GasSource => ({
  fromS: 0,
  toS: 60 * minutes,
  m3,
  ...(isCO2 && { co2: 1 }),
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
      const dry = on.filter((s) => s.co2).reduce((sum, s) => sum + s.m3 / (s.toS - s.fromS), 0) / 80;
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

// 100 g of propane: 364 g of oxygen, 0.27 m³ at 20 °C, out of 60 m³ that are not aired.
test('what burns takes its oxygen out of the room and gives carbon dioxide', () => {
  const [, after] = airThrough([{ fromS: 0, toS: 600, m3: 0, burntO2M3: 0.27, burntCO2M3: 0.16 }], {
    ...{ roomM3: 60, airChangesPerHour: 0 },
  });
  expect(after!.oxygenPercent).toBeCloseTo(20.95 - 0.45, 6);
  expect(after!.co2Percent).toBeCloseTo(0.042 + 0.2667, 3);
});

test('hydrogen gathers like any gas, and is aired out like any gas', () => {
  const room = { roomM3: 50, airChangesPerHour: 0 };
  const hydrogen = [{ fromS: 0, toS: 60, m3: 1, hydrogen: 1 }];
  expect(airThrough(hydrogen, room)[1]!.hydrogenPercent).toBeCloseTo(100 * (1 - Math.exp(-1 / 50)), 9);
  const later = { fromS: 3660, toS: 3661, m3: 0 };
  const aired = airThrough([...hydrogen, later], { ...room, airChangesPerHour: 6 });
  expect(aired[2]!.hydrogenPercent / aired[1]!.hydrogenPercent).toBeCloseTo(Math.exp(-6), 9);
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
    expect(assumed!.message).toMatch(
      /This assumes 150 m³ and 0\.5 air changes per hour\. Measure .* and enter the figures\.$/,
    );
    const [known] = found(dryIce(3000, { roomM3: 200, airChanges: 0.5 }));
    expect(known).toMatchObject({ level: 'caution' });
    expect(known!.message).not.toContain('assumes');
    expect(found(dryIce(10_000, { indoors: false }))).toEqual([]);
    expect(found(dryIce(300, { roomM3: 1000 }))).toEqual([]);
  });

  const gasDemo = (changes: Partial<Demo>, venue = {}) => {
    const file = showOf([demo('a', changes)], [item('a', { retries: 1 })]);
    return { ...file, venue: { ...file.venue, roomM3: 60, airChanges: 0.5, ...venue } };
  };

  test.each<[string, Partial<Demo>, string, RegExp]>([
    // 0.9 m³ of 60 m³, less what the doors let out: 1.4 %.
    [
      'hydrogen',
      { gives: [{ gas: 'hydrogen', litres: 450, per: 'attempt' }] },
      'stop',
      /^Hydrogen rises to 1\.5 %/,
    ],
    ['oxygen', { gives: [{ gas: 'oxygen', litres: 3000, per: 'show' }] }, 'stop', /^Oxygen rises to 24/],
    [
      'nitrogen',
      { gives: [{ gas: 'nitrogen', litres: 1000, per: 'minute' }] },
      'stop',
      /^Oxygen falls to 19/,
    ],
    ['a large fire', { burntG: 200 }, 'caution', /^Carbon dioxide rises to 1/],
  ])('%s that a demo gives off or uses up counts, with its retries', (_name, changes, level, message) => {
    expect(found(gasDemo(changes))).toContainEqual(
      expect.objectContaining({ level, message: expect.stringMatching(message) }),
    );
    expect(found(gasDemo(changes, { indoors: false }))).toEqual([]);
  });

  test('too little oxygen in a room that was measured is a stop that nobody can answer for', () => {
    const lean = { gives: [{ gas: 'nitrogen' as const, litres: 2500, per: 'minute' as const }] };
    expect(found(gasDemo(lean))[0]).toMatchObject({ level: 'stop', isFinal: true });
    expect(found({ ...showOf([demo('a', lean)], [item('a')]) })[0]).not.toHaveProperty('isFinal');
  });

  test('of a choice the option that uses most counts, not all of them; a short item lets its gas out over a minute', () => {
    const pour = (id: string, grams: number, likelyS = 300) =>
      demo(id, {
        consumables: [{ goodId: 'ice', amount: grams, per: 'show', wastePct: 0 }],
        steps: [{ id: 's', kind: 'do', text: 'Pour', bestS: likelyS, likelyS, worstS: likelyS }],
      });
    const stock = [{ ...good('ice', 'consumable', 0), unit: 'g' as const, storage: 'cryogen' as const }];
    const choice: Item = {
      ...{ id: 'i-c', kind: 'choice', title: 'Which?', showings: 1, retries: 0, helperIds: [] },
      options: [
        { demoId: 'a', share: 50 },
        { demoId: 'b', share: 50 },
      ],
    };
    const airOfShow = (demos: Demo[], items: Item[]) => {
      const file = showOf(demos, items, { stock });
      const { timetable, needs } = plan(file, { plays: 0 });
      return airOf(script(file), timetable, needs);
    };
    const picked = airOfShow([pour('a', 1000), pour('b', 3000)], [choice]);
    const alone = airOfShow([pour('b', 3000)], [item('b')]);
    expect(picked.gas[0]!.m3).toBeCloseTo(alone.gas[0]!.m3, 9);
    const short = airOfShow([pour('b', 3000, 20)], [item('b')]).gas[0]!;
    expect(short.toS - short.fromS).toBe(60);
  });

  test('two balloons of hydrogen, each within its limit, are a stop together', () => {
    const balloon = (id: string, volumeL: number) =>
      demo(id, {
        benches: [
          {
            ...{ id: 'b', benchId: 'balloon', amounts: [], limits: false },
            inputs: [
              { name: 'gas', word: 'hydrogen' },
              { name: 'volumeL', value: volumeL },
            ],
          },
        ],
      });
    const show = (a: number, b: number) => showOf([balloon('a', a), balloon('b', b)], [item('a'), item('b')]);
    expect(found(show(3, 2.1))).toMatchObject([{ level: 'stop', itemId: 'i-b', numbers: { litres: 5.1 } }]);
    expect(found(show(3, 2))).toEqual([]);
  });

  test('of a choice no gas drops out, and what is given off by the minute counts by the minute', () => {
    const gives = (id: string, gas: 'hydrogen' | 'carbon dioxide', litres: number) =>
      demo(id, { gives: [{ gas, litres, per: 'minute' }] });
    const choice: Item = {
      ...{ id: 'i-c', kind: 'choice', title: 'Which?', showings: 1, retries: 0, helperIds: [] },
      options: [
        { demoId: 'a', share: 50 },
        { demoId: 'b', share: 50 },
      ],
    };
    // Five minutes each: 500 L of carbon dioxide or 200 L of hydrogen; 10 L of hydrogen besides.
    const file = showOf(
      [gives('a', 'carbon dioxide', 100), gives('b', 'hydrogen', 40), gives('d', 'hydrogen', 2)],
      [choice, item('d')],
    );
    const { timetable, needs } = plan(file, { plays: 0 });
    const { gas } = airOf(script(file), timetable, needs);
    expect(gas.filter((g) => g.hydrogen).map((g) => g.m3)).toEqual([0.2, 0.01]);
    expect(gas.filter((g) => g.co2).map((g) => g.m3)).toEqual([0.5]);
    expect(found(file)).toContainEqual(expect.objectContaining({ level: 'stop', numbers: { litres: 210 } }));
  });
});
