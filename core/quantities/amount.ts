import Qty from 'js-quantities';
import { formatFigure, MOST_TYPED, type BaseUnit, type Parsed } from './figures';

/** What a person may type for each base unit; also shown in the error when they typed something else. */
const EXAMPLES: Record<BaseUnit, string> = {
  mL: '250 mL, 1/2 cup, 2 tbsp or 4 fl oz',
  g: '100 g, 1.5 kg, 4 oz or 1 lb',
  m: '2 m, 40 cm, 6 in or 3 ft',
  piece: '12',
};

/** Spellings people use, to the names js-quantities knows. Kitchen measures are US customary (NIST Handbook 44). */
const SPELLINGS: Record<string, string> = {
  cups: 'cu',
  cup: 'cu',
  tablespoons: 'tbsp',
  tablespoon: 'tbsp',
  tbs: 'tbsp',
  tbsp: 'tbsp',
  teaspoons: 'tsp',
  teaspoon: 'tsp',
  tsp: 'tsp',
  'fl oz': 'floz',
  floz: 'floz',
  pints: 'pt',
  pint: 'pt',
  quarts: 'qt',
  quart: 'qt',
  gallons: 'gal',
  gallon: 'gal',
  ml: 'ml',
  l: 'l',
  litre: 'l',
  litres: 'l',
  liter: 'l',
  liters: 'l',
  dl: 'dl',
  cl: 'cl',
  g: 'g',
  kg: 'kg',
  mg: 'mg',
  oz: 'oz',
  lb: 'lb',
  lbs: 'lb',
  m: 'm',
  cm: 'cm',
  mm: 'mm',
  in: 'in',
  ft: 'ft',
};

/** What a cup is, and what the substance weighs, where that is needed to read an amount. */
export interface AmountOptions {
  cup?: Cup;
  /** Bulk density of the substance, g/mL: with it, a volume may stand for a mass and a mass for a volume. */
  densityGPerML?: number | undefined;
}

/** US customary: 236.588 mL (NIST Handbook 44 App. C). Metric: 250 mL. */
export type Cup = 'US' | 'metric';
const METRIC_CUP_ML = 250;

/**
 * Reads an amount as a person types it, in kitchen or SI units, and gives it in the base unit.
 * A bare number is taken to be in the base unit already. Fractions ("1/2", "1 1/2") are understood.
 * Errors: `ok: false` with a sentence that carries examples; never an exception.
 * Conversions: js-quantities, checked in the tests against NIST Handbook 44 App. C and UCUM.
 */
export function parseAmount(
  text: string,
  base: BaseUnit,
  { cup = 'US', densityGPerML }: AmountOptions = {},
): Parsed {
  const wrong: Parsed = { ok: false, says: `Write an amount such as ${EXAMPLES[base]}.` };
  if (text.length > MOST_TYPED) return wrong;
  const match = /^(\d+(?:[.,]\d+)?(?![\d.,]*\/))?\s*(?:(\d+)\/(\d+))?\s*(.*)$/.exec(
    text.trim().toLowerCase(),
  );
  if (!match || (match[1] === undefined && match[2] === undefined)) return wrong;
  const whole = match[1] === undefined ? 0 : Number(match[1].replace(',', '.'));
  const fraction = match[2] === undefined ? 0 : Number(match[2]) / Number(match[3]);
  const count = whole + fraction;
  if (!Number.isFinite(count)) return wrong;
  const unit = (match[4] ?? '').replace(/\.$/, '').trim();
  if (unit === '') return { ok: true, value: count };
  if (base === 'piece') return /^(pieces?|pcs?)$/.test(unit) ? { ok: true, value: count } : wrong;
  const known = Object.hasOwn(SPELLINGS, unit) ? SPELLINGS[unit] : undefined;
  if (!known) return wrong;
  const quantity = cup === 'metric' && known === 'cu' ? Qty(count * METRIC_CUP_ML, 'ml') : Qty(count, known);
  if (quantity.isCompatible(Qty(1, base.toLowerCase())))
    return { ok: true, value: quantity.to(base.toLowerCase()).scalar };
  const crossed = acrossDensity(quantity, base);
  if (!crossed) return { ok: false, says: `“${unit}” does not measure this. ${wrong.says}` };
  if (densityGPerML === undefined) {
    const says = `Without a density, “${unit}” cannot be turned into ${base}. ${wrong.says}`;
    return { ok: false, says };
  }
  return { ok: true, value: crossed(densityGPerML) };
}

/** A volume as a mass, or a mass as a volume, by the density; undefined where neither is asked for. */
function acrossDensity(quantity: Qty, base: BaseUnit): ((gPerML: number) => number) | undefined {
  if (base === 'g' && quantity.isCompatible(Qty(1, 'ml')))
    return (gPerML) => quantity.to('ml').scalar * gPerML;
  if (base === 'mL' && quantity.isCompatible(Qty(1, 'g')))
    return (gPerML) => quantity.to('g').scalar / gPerML;
  return undefined;
}

/**
 * Reads a temperature, "32", "32 °C" or "90 °F", and gives it in °C; a bare number is °C.
 * Exact: °C = (°F − 32) · 5/9 (NIST SP 811, B.8).
 */
export function parseTemperature(text: string): Parsed {
  const match =
    text.length <= MOST_TYPED &&
    /^([-−]?\d+(?:[.,]\d+)?)\s*(?:°|deg)?\s*([cfk]?)$/.exec(text.trim().toLowerCase());
  if (!match) return { ok: false, says: 'Write a temperature such as 32 °C or 90 °F.' };
  const value = Number(match[1]!.replace('−', '-').replace(',', '.'));
  const celsius = match[2] === 'f' ? ((value - 32) * 5) / 9 : match[2] === 'k' ? value - 273.15 : value;
  if (celsius < -273.15) return { ok: false, says: 'Nothing is colder than −273.15 °C.' };
  return { ok: true, value: celsius };
}

/** The same amount in kitchen units, for standing beside the SI figure; empty where there is none. */
export function formatKitchen(value: number, base: BaseUnit, cup: Cup = 'US'): string {
  if (value <= 0) return '';
  if (base === 'g') {
    const ounces = Qty(value, 'g').to('oz').scalar;
    return ounces >= 16 ? `${formatFigure(ounces / 16)} lb` : `${formatFigure(ounces)} oz`;
  }
  if (base !== 'mL') return '';
  for (const [unit, least] of [
    ['cu', 0.25],
    ['tbsp', 1],
    ['tsp', 0],
  ] as const) {
    const count =
      unit === 'cu' && cup === 'metric' ? value / METRIC_CUP_ML : Qty(value, 'ml').to(unit).scalar;
    if (count >= least)
      return `${formatFigure(count)} ${unit === 'cu' ? (count > 1 ? 'cups' : 'cup') : unit}`;
  }
  return '';
}
