import * as limits from './limits';

/** Whoever changes one of these has read its source again. */
test('the limits that keep people safe', () => {
  expect(JSON.parse(JSON.stringify(limits))).toEqual({
    MOST_OPEN_FUEL_ML: 50,
    MOST_HYDROGEN_L: 5,
    HOT_C: 45,
    SCALDS_C: 60,
    PEROXIDE_HARMS: [
      { fromPct: 50, code: 'H314', message: 'burns skin and eyes severely' },
      { fromPct: 35, code: 'H315', message: 'irritates skin and damages eyes' },
      { fromPct: 8, code: 'H318', message: 'damages eyes' },
      { fromPct: 5, code: 'H319', message: 'irritates eyes' },
    ],
    PUBLIC_PEROXIDE_PCT: 12,
    NOISE_DB: { lower: 135, upper: 137, limit: 140 },
    CHILD_NOISE_DB: 120,
    CO2_PERCENT: { day: 0.5, short: 3 },
    HYDROGEN_PERCENT: 1,
    ENRICHED_PERCENT: 23.5,
    OXYGEN_PERCENT: { careful: 20, deficient: 19.5, nobody: 18 },
    SODA_ATM: { caution: 6, stop: 8 },
    SODA_C: { caution: 35, stop: 40 },
    SPARK_J: { caution: 0.25, stop: 10 },
  });
});
