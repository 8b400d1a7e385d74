import { diluted, dilutedByVolume, peroxide, peroxideDensity, peroxideOf } from './solutions';

// Common practice on bottles: 3 % is "10 volume", 6 % "20 volume", 30 % "100 volume"; computed at 20 °C densities.
test.each([
  [3, 10.0, 1.01],
  [6, 20.2, 1.02],
  [30, 109.9, 1.112],
])('%d %% w/w is %d volumes', (pct, volumes, density) => {
  expect(peroxide(pct).volumes).toBeCloseTo(volumes, 1);
  expect(peroxideDensity(pct)).toBeCloseTo(density, 3);
});

test('30 % w/w is 9.8 mol/L, as reagent bottles say', () => expect(peroxide(30).molPerL).toBeCloseTo(9.8, 1));

test.each(['pctWW', 'molPerL', 'volumes'] as const)(
  'each name leads back to the same strength: %s',
  (unit) => {
    for (const pct of [0.5, 3, 8, 12, 29.9, 50]) {
      const strength = peroxide(pct);
      expect(peroxideOf(strength[unit], unit)!.pctWW).toBeCloseTo(pct, 6);
    }
    expect(peroxideOf(1e4, unit)).toBeUndefined();
    expect(peroxideOf(-1, unit)).toBeUndefined();
  },
);

test('dilution by mass keeps the peroxide: 500 g of 6 % from 30 % is 100 g and 400 g of water', () => {
  const made = diluted(500, 6, 30, 1.112)!;
  expect(made).toMatchObject({ stockG: 100, waterG: 400 });
  expect(made.stockML).toBeCloseTo(89.93, 2);
  expect((made.stockG * 0.3) / 500).toBeCloseTo(0.06, 12);
  expect(diluted(500, 30, 6, 1.02)).toBeUndefined();
});

test('C₁V₁ = C₂V₂ for molar strengths: 1 L of 0.5 mol/L from 2 mol/L takes 250 mL', () => {
  expect(dilutedByVolume(1000, 0.5, 2)).toBe(250);
  expect(dilutedByVolume(1000, 2, 0.5)).toBeUndefined();
});

// By hand: 500 mL of 4 % w/v hold 20 g; a stock of 40 % w/v has 20 g in 50 mL.
test('% w/v goes by volume: 500 mL of 4 % from 40 % takes 50 mL', () =>
  expect(dilutedByVolume(500, 4, 40)).toBe(50));
