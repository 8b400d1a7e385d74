import { molarMass } from './molar-mass';

const PEROXIDE_G_PER_MOL = molarMass('H2O2');
/** Litres of an ideal gas per mole at 0 °C and 1 atm. CODATA 2018. */
const MOLAR_VOLUME_L = 22.414;

/**
 * Density of aqueous hydrogen peroxide at 20 °C, by % w/w, g/mL. Easton, Mitchell & Wynne-Jones, Trans. Faraday Soc.
 * 48 (1952), from memory; between the entries straight lines.
 */
const PEROXIDE_DENSITY: readonly (readonly [pct: number, gPerML: number])[] = [
  [0, 0.998],
  [3, 1.01],
  [6, 1.02],
  [10, 1.034],
  [20, 1.073],
  [30, 1.112],
  [35, 1.132],
  [50, 1.195],
];

/** The three names of a peroxide solution's strength. */
export interface PeroxideStrength {
  pctWW: number;
  molPerL: number;
  /** Litres of oxygen, at 0 °C and 1 atm, from one litre: 2 H₂O₂ → 2 H₂O + O₂. */
  volumes: number;
  gPerML: number;
}

/** Strongest solution the table reaches, % w/w. Above it nobody outside a laboratory has business. */
export const STRONGEST_PCT = 50;

/** Density of a peroxide solution at 20 °C, g/mL, for 0 to 50 % w/w; NaN outside. */
export function peroxideDensity(pctWW: number): number {
  if (!(pctWW >= 0 && pctWW <= STRONGEST_PCT)) return NaN;
  const i = Math.max(
    1,
    PEROXIDE_DENSITY.findIndex(([pct]) => pct >= pctWW),
  );
  const [a, ya] = PEROXIDE_DENSITY[i - 1]!;
  const [b, yb] = PEROXIDE_DENSITY[i]!;
  return ya + ((yb - ya) * (pctWW - a)) / (b - a);
}

/** All three names of a strength given as % w/w. c = 1000·ρ·w/M; volumes = c·22.414/2. */
export function peroxide(pctWW: number): PeroxideStrength {
  const gPerML = peroxideDensity(pctWW);
  const molPerL = (1000 * gPerML * pctWW) / 100 / PEROXIDE_G_PER_MOL;
  return { pctWW, molPerL, volumes: (molPerL * MOLAR_VOLUME_L) / 2, gPerML };
}

export type PeroxideUnit = 'pctWW' | 'molPerL' | 'volumes';

/** The strength that is named `value` in `unit`; undefined outside 0 to 50 % w/w. By halving: each name grows with % w/w. */
export function peroxideOf(value: number, unit: PeroxideUnit): PeroxideStrength | undefined {
  if (!(value >= 0 && value <= peroxide(STRONGEST_PCT)[unit] * (1 + 1e-12))) return undefined;
  let low = 0;
  let high = STRONGEST_PCT;
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2;
    if (peroxide(middle)[unit] < value) low = middle;
    else high = middle;
  }
  return peroxide((low + high) / 2);
}

export interface Dilution {
  /** What to weigh or measure out, and the water to go with it. */
  stockG: number;
  waterG: number;
  stockML: number;
  waterML: number;
}

/**
 * How to make `madeG` grams of a weaker solution from a stronger one, by mass: stock = made · weak / strong, the rest
 * water. Percent w/w; densities of stock in g/mL. Undefined where the stock is not the stronger.
 */
export function diluted(
  madeG: number,
  weakPct: number,
  strongPct: number,
  stockGPerML: number,
): Dilution | undefined {
  if (!(madeG > 0 && weakPct > 0 && strongPct >= weakPct && stockGPerML > 0)) return undefined;
  const stockG = (madeG * weakPct) / strongPct;
  const waterG = madeG - stockG;
  return { stockG, waterG, stockML: stockG / stockGPerML, waterML: waterG / WATER_G_PER_ML };
}

/** Water at 20 °C, g/mL. CRC Handbook, from memory. */
const WATER_G_PER_ML = 0.998;

/**
 * C₁V₁ = C₂V₂, which holds for strengths by volume only (mol/L, or % w/v: grams in 100 mL): mL of stock for `madeML` of
 * a weaker solution, water being added up to that. Undefined where the stock is not the stronger.
 */
export const dilutedByVolume = (madeML: number, weak: number, strong: number): number | undefined =>
  madeML > 0 && weak > 0 && strong >= weak ? (madeML * weak) / strong : undefined;

/** Nothing on a shelf is stronger: sulfuric acid of 98 % has 18.4 mol/L, sodium hydroxide of 52 % nearly 20. From memory. */
export const STRONGEST_MOL_PER_L = 20;

/** What goes into which and what to wear. Common practice; the supplier's safety data sheet comes first. */
export const MIXING = {
  peroxide: {
    title: 'Hydrogen peroxide',
    // What is sold outside industry, % w/w and % w/v. From memory.
    strongest: { ww: STRONGEST_PCT, wv: 59 },
    order:
      'Water first, then the peroxide into the water. Clean glass or its own plastic; vent the lid, never seal it tight.',
    ppe: (strongPct: number) =>
      strongPct >= 8
        ? 'Splash goggles, face shield, nitrile gloves, lab coat; water within reach. Above 8 % it burns skin; from 12 % up it is bought under licence in many places.'
        : 'Splash goggles and gloves.',
  },
  acid: {
    title: 'Acid',
    // Sulfuric acid of 98 %, 1.84 g/mL. From memory.
    strongest: { ww: 98, wv: 180 },
    order: 'Water first, then the acid into the water, slowly and stirring. Never water into acid: it spits.',
    ppe: () => 'Splash goggles, gloves that the acid’s sheet names, lab coat; good air.',
  },
  alkali: {
    title: 'Strong alkali',
    // What water holds of sodium hydroxide at 20 °C, 1.55 g/mL. From memory.
    strongest: { ww: 52, wv: 80 },
    order: 'Cold water first, then the alkali into it a little at a time; it heats up. Never in aluminium.',
    ppe: () =>
      'Splash goggles, face shield, gloves, long sleeves. Alkali in an eye is an emergency: rinse and call for help.',
  },
} as const;
