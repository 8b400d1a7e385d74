import { runBench } from './run';
import { BENCHES } from './all';
import fc from 'fast-check';
import { SCALDS_C } from './limits';
import { wettingML } from './vapour-bottle';

/** Calculators that could hurt somebody, each against a calculation of its own. */

function answer(id: string, given: Record<string, unknown>) {
  const ran = runBench(
    BENCHES.find((b) => b.id === id)!,
    given,
  );
  if (!ran.ok) throw new Error(JSON.stringify(ran.problems));
  return ran.value;
}
const num = (id: string, given: Record<string, unknown>, output: string) =>
  Number(answer(id, given).outputs[output]);
const said = (id: string, given: Record<string, unknown>, level?: string) =>
  answer(id, given)
    .findings.filter((f) => level === undefined || f.level === level)
    .map((f) => f.message)
    .join(' ');

const G = 9.80665;

describe('throw', () => {
  /** Small steps at every degree; with drag, of a ball of 60 g and 65 mm. */
  function furthest(speed: number, height: number, drag: number): number {
    let best = 0;
    for (let degree = 0; degree <= 90; degree += 0.5) {
      const angle = (degree * Math.PI) / 180;
      let [x, y, vx, vy] = [0, height, speed * Math.cos(angle), speed * Math.sin(angle)];
      const dt = 0.001;
      while (y >= 0) {
        const v = Math.hypot(vx, vy);
        vx -= drag * v * vx * dt;
        vy -= (G + drag * v * vy) * dt;
        x += vx * dt;
        y += vy * dt;
      }
      best = Math.max(best, x);
    }
    return best;
  }
  const DRAG = (0.5 * 1.225 * 0.47 * (Math.PI / 4) * 0.065 ** 2) / 0.06;

  test.each([
    [5, 10],
    [10, 0],
    [12, 2],
    [30, 1.5],
  ])('at %d m/s from %d m the furthest at any angle is as small steps have it', (speedMS, fromM) => {
    const given = { speedMS, fromM, angleDeg: 0 };
    expect(num('throw', given, 'worstReachM') / furthest(speedMS, fromM, 0)).toBeCloseTo(1, 2);
    expect(num('throw', given, 'worstReachInAirM') / furthest(speedMS, fromM, DRAG)).toBeCloseTo(1, 2);
  });

  test('nobody stands where it lands: thrown level from 10 m it lands 7.14 m away', () => {
    const { limits, outputs } = answer('throw', { speedMS: 5, angleDeg: 0, fromM: 10 });
    expect(outputs['reachM']).toBeCloseTo(7.14, 2);
    expect(limits![0]!.min).toBe(7.6);
    expect(num('throw', { speedMS: 300 }, 'worstReachInAirM')).toBeLessThan(
      num('throw', { speedMS: 300 }, 'worstReachM'),
    );
  });
});

describe('vapour bottle', () => {
  test.each([0.5, 2, 19, 30])(
    '%d L: a tenth of a millimetre on the wall, and never more than 50 mL',
    (litres) => {
      // A cylinder three times as high as wide, with both ends.
      const across = Math.cbrt(litres / 1000 / (0.75 * Math.PI));
      const wallM2 = Math.PI * across * 3 * across + (Math.PI / 2) * across ** 2;
      expect(wettingML(litres)).toBeCloseTo(Math.min(50, wallM2 * 1e-4 * 1e6), 3);
    },
  );

  test('ethanol to begin with; methanol is a stop', () => {
    expect(answer('vapour-bottle', {}).verdict).toContain('5.77 %');
    expect(said('vapour-bottle', {}, 'stop')).toBe('');
    expect(said('vapour-bottle', { fuel: 'methanol' }, 'stop')).toContain(
      'burns with a flame that nobody sees',
    );
  });

  test('what will not light may burn at the mouth; no warmth above the boiling point is advised', () => {
    expect(answer('vapour-bottle', { temperatureC: -20 }).verdict).toContain('may still burn at the mouth');
    for (const fuel of ['ethanol', 'methanol', 'propan-2-ol'])
      for (const pressureKPa of [60, 101.325])
        for (const saturation of [0.05, 0.1, 1]) {
          const { outputs, limits } = answer('vapour-bottle', {
            fuel,
            pressureKPa,
            saturation,
            temperatureC: -20,
          });
          // Boiling points at 101.325 kPa: 78.3, 64.7 and 82.3 °C (CRC Handbook); lower where the air is thinner.
          const boilsC = { ethanol: 78.3, methanol: 64.7, 'propan-2-ol': 82.3 }[fuel]!;
          expect(Number(outputs['lightsFromC'])).toBeLessThan(boilsC + 1);
          expect(limits![0]!.max!).toBeLessThan(boilsC + 1);
        }
  });
});

describe('lye on foil', () => {
  // By hand: 20 g of lye are 0.5 mol, 22.3 kJ; 0.5 g of foil 18.5 mmol, 7.8 kJ; over 80 × 4.18 + 20 × 1.49 J/K.
  test.each([
    [0.5, 20, 80, 82.5],
    [0.5, 2, 200, 11.9],
    [1, 4, 100, 47.2],
    [2, 10, 500, 19.9],
  ])('%d g of foil, %d g of lye, %d mL: %d K', (foilG, lyeG, waterML, warmsByK) => {
    const al = Math.min(foilG / 26.982, lyeG / 39.997);
    const byHand = ((al * 420 + (lyeG / 39.997) * 44.5) * 1000) / (waterML * 4.18 + lyeG * 1.49);
    expect(byHand).toBeCloseTo(warmsByK, 0);
    expect(num('foil-hydrogen', { foilG, lyeG, waterML }, 'warmsByK') / byHand).toBeCloseTo(1, 2);
  });

  test('boiling is a stop, and so is more hydrogen than is burned in a hall', () => {
    expect(said('foil-hydrogen', { foilG: 0.5, lyeG: 20, waterML: 80 }, 'stop')).toContain('would boil');
    expect(said('foil-hydrogen', { foilG: 5, lyeG: 10, waterML: 5000 }, 'stop')).toContain(
      'no more than 5 L',
    );
    expect(said('foil-hydrogen', {}, 'stop')).toBe('');
  });
});

describe('peroxide foam', () => {
  // By hand: mass × share / 34.015 g/mol × 98.2 kJ, over the mass times its specific heat.
  test.each([
    [100, 3, 1.0095, 20, 41],
    [100, 6, 1.0204, 20, 63],
    [50, 9, 1.0313, 10, 74],
    [200, 4, 1.0131, 15, 43],
  ])(
    '%d mL of %d %% (%d g/mL, %d °C) get to about %d °C',
    (volumeML, percentWW, density, temperatureC, reachesC) => {
      const grams = volumeML * density;
      const share = percentWW / 100;
      const byHand =
        temperatureC + (((grams * share) / 34.015) * 98.2e3) / (grams * (share * 2.63 + (1 - share) * 4.18));
      const got = num('peroxide-foam', { volumeML, percentWW, temperatureC }, 'reachesC');
      expect(Math.abs(got - byHand)).toBeLessThan(0.5);
      expect(Math.abs(got - reachesC)).toBeLessThan(2.5);
    },
  );

  test('hot is said from 45 °C, scalding from 60 °C, boiling is a stop with its steam in the foam', () => {
    expect(said('peroxide-foam', { percentWW: 3 })).not.toContain('°C');
    expect(said('peroxide-foam', { percentWW: 4 })).toContain('too hot to touch');
    const scalding = answer('peroxide-foam', { percentWW: 6 }).findings.find((f) => f.stopsVolunteers)!;
    expect(scalding.message).toContain('scalds');
    expect(num('peroxide-foam', { percentWW: 6 }, 'reachesC')).toBeGreaterThan(SCALDS_C);
    const boiling = answer('peroxide-foam', { percentWW: 30 });
    expect(boiling.findings[0]).toMatchObject({ level: 'stop' });
    expect(Number(boiling.outputs['foamL'])).toBeGreaterThan(Number(boiling.outputs['steamL']));
    expect(Number(boiling.outputs['steamL'])).toBeGreaterThan(20);
  });

  // Regulation (EC) 1272/2008, Annex VI: Eye Dam. 1 from 8 %, Skin Irrit. 2 from 35 %, Skin Corr. 1B from 50 %.
  test.each([
    [7.9, 'H319'],
    [8, 'H318'],
    [35, 'H315'],
    [50, 'H314'],
  ])('%d %% is %s, in every calculator of peroxide', (percent, code) => {
    expect(said('peroxide-foam', { percentWW: percent })).toContain(code);
    expect(said('peroxide-dilute', { stockPercentWW: percent, wantedPercentWW: 1 })).toContain(code);
    expect(said('peroxide-strength', { named: '% w/w', value: percent })).toContain(code);
  });
});

test('a child’s limit stands beside those of work; peaks that meet add as pressures', () => {
  // 130 dB at 1 m: 120 dB at 3.16 m. Four at once: 6 dB more as energies, 12 dB if all peaks meet.
  expect(num('noise', { levelDB: 130 }, 'childrenFromM')).toBeCloseTo(3.162, 2);
  expect(said('noise', { levelDB: 132, distanceM: 3 })).toContain('For children 120 dB');
  const four = { levelDB: 120, distanceM: 1, bangs: 4 };
  expect(num('noise', four, 'levelThereDB')).toBeCloseTo(126.02, 2);
  expect(num('noise', four, 'levelInStepDB')).toBeCloseTo(132.04, 2);
  expect(answer('noise', four).verdict).toContain('up to 132 dB(C) if all peaks meet');
});

test('a closed bottle has a limit of its own for pressure; a larger one warms more slowly', () => {
  expect(said('warm-soda', { carbonationVolumes: 6, bathC: 38, minutesInBath: 200 }, 'stop')).toContain(
    'may burst',
  );
  const at = (bottleL: number) => num('warm-soda', { bottleL, minutesInBath: 10, bathL: 200 }, 'hottestC');
  expect(at(0.5)).toBeGreaterThan(at(2));
});

test('a lid that stays on is under pressure, and says how it is made safe; none goes after 0 s', () => {
  expect(said('lid-tin', { lidKPa: 100, acidML: 5, tinL: 5 })).toContain(
    'Everybody stays away for five minutes',
  );
  for (const given of [{ tinL: 0.05 }, { perSecond: 2, bicarbonateG: 500, acidML: 400 }])
    expect(answer('lid-tin', given).verdict).not.toMatch(/after about 0 s/);
});

test('sealed nitrogen is some 3,000 bar; the floor is said; 19.46 % is not 19.5 %', () => {
  expect(num('liquid-nitrogen', {}, 'sealedBar')).toBe(3000);
  expect(said('liquid-nitrogen', {})).toContain('Close to the floor');
  fc.assert(
    fc.property(fc.double({ min: 0.5, max: 20, noNaN: true }), (litres) => {
      expect(said('liquid-nitrogen', { litres, roomM3: 100 })).not.toMatch(
        /19\.5 % of oxygen is left, below 19\.5/,
      );
    }),
  );
});

test('more gas than the room holds is said as such', () => {
  expect(answer('dry-ice', { massKg: 200, roomM3: 20 }).verdict).toContain('times what the room holds');
  expect(answer('liquid-nitrogen', { litres: 500, roomM3: 20 }).verdict).toContain(
    'more than the room holds',
  );
});

test.each(BENCHES.map((bench) => [bench.id, bench] as const))(
  'no answer of %s is nonsense, anywhere in its ranges',
  (_, bench) =>
    fc.assert(
      fc.property(
        fc.record(
          Object.fromEntries(
            Object.entries(bench.inputs).map(([name, input]) => [
              name,
              input.as === 'choice'
                ? fc.constantFrom(...input.options)
                : input.as === 'number'
                  ? fc.oneof(
                      fc.constantFrom(input.min, input.max),
                      fc.double({ min: input.min, max: input.max, noNaN: true }),
                    )
                  : fc.array(fc.double({ min: input.min, max: input.max, noNaN: true }), {
                      minLength: 1,
                      maxLength: Math.min(4, input.most),
                    }),
            ]),
          ),
        ),
        (given) => {
          const ran = runBench(bench, given);
          if (!ran.ok) return;
          const { outputs, verdict, findings, working } = ran.value;
          for (const value of Object.values(outputs))
            if (typeof value === 'number') expect(Number.isFinite(value)).toBe(true);
          const words = [
            verdict,
            ...findings.map((f) => f.message),
            ...working.map((w) => w.arithmetic),
          ].join(' ');
          expect(words).not.toMatch(/NaN|Infinity|∞|undefined/);
        },
      ),
      { numRuns: 280 },
    ),
);
