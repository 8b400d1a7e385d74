/**
 * Limits that keep people safe, each in one place for calculators, rules and texts. A test fails when one changes
 * (limits.test.ts): change it there with its source.
 */

/** Fuel open on stage at most, mL, whatever the size of the vessel. From memory; local rules come first. */
export const MOST_OPEN_FUEL_ML = 50;

/** Hydrogen burned at once in a hall at most, L. From memory; local rules come first. */
export const MOST_HYDROGEN_L = 5;

/** Liquid hot enough to hurt, and to scald within seconds, °C. ISO 13732-1, hot water on skin; from memory. */
export const HOT_C = 45;
export const SCALDS_C = 60;

/** Hydrogen peroxide from so many % w/w: what it does. Regulation (EC) 1272/2008, Annex VI, specific limits. */
export const PEROXIDE_HARMS = [
  { fromPct: 50, code: 'H314', message: 'burns skin and eyes severely' },
  { fromPct: 35, code: 'H315', message: 'irritates skin and damages eyes' },
  { fromPct: 8, code: 'H318', message: 'damages eyes' },
  { fromPct: 5, code: 'H319', message: 'irritates eyes' },
] as const;

/** What peroxide of a strength does; undefined below 5 %. */
export const peroxideHarm = (percentWW: number) => PEROXIDE_HARMS.find(({ fromPct }) => percentWW >= fromPct);

/** The strongest peroxide that the public may have in the EU, % w/w. Regulation (EU) 2019/1148, Annex I. */
export const PUBLIC_PEROXIDE_PCT = 12;

/** Peak sound, dB(C): lower and upper action value and limit at work. Directive 2003/10/EC, Article 3. */
export const NOISE_DB = { lower: 135, upper: 137, limit: 140 } as const;
/** Peak sound that a child is exposed to at most, dB. WHO, Guidelines for Community Noise (1999), table 4.1. */
export const CHILD_NOISE_DB = 120;

/** Carbon dioxide over a working day (OSHA, 5,000 ppm) and for fifteen minutes (NIOSH, 30,000 ppm), %. */
export const CO2_PERCENT = { day: 0.5, short: 3 } as const;

/** Hydrogen in the air of a room at most, %: a quarter of its lower flammable limit of 4 % (IEC 60079-20-1; the quarter is common practice). */
export const HYDROGEN_PERCENT = 1;

/** Oxygen in air at most, %: above it things burn faster. Compressed-gas associations' common limit. */
export const ENRICHED_PERCENT = 23.5;

/** Oxygen in air, %: careful below, from memory; "deficient" below, OSHA 29 CFR 1910.146; nobody goes in, EIGA, from memory. */
export const OXYGEN_PERCENT = { careful: 20, deficient: 19.5, nobody: 18 } as const;

/** Pressure in a closed soda bottle: near it with goggles only, and not at all, atm. From memory: bottles burst above 10. */
export const SODA_ATM = { caution: 6, stop: 8 } as const;
/** Soda in a closed bottle at most, and warm enough to be careful, °C. From memory. */
export const SODA_C = { caution: 35, stop: 40 } as const;

/** Energy of a spark: unpleasant, and dangerous, J. From memory. */
export const SPARK_J = { caution: 0.25, stop: 10 } as const;
