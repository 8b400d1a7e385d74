import Qty from 'js-quantities';
import { MOST_TYPED, type BaseUnit, type Parsed } from './figures';
import { numberHead, plainSigns } from './numbers';

/** What a person may type for each base unit; also shown in the error when they typed something else. */
const EXAMPLES: Record<BaseUnit, string> = {
  mL: '250 mL, 1/2 cup, 2 tbsp or 4 fl oz',
  g: '100 g, 1.5 kg, 4 oz or 1 lb',
  m: '2 m, 40 cm, 6 in or 3 ft',
  piece: '12',
};

/** The names js-quantities knows, with the spellings people use. Kitchen measures are US customary (NIST Handbook 44). */
const SPELT: Record<string, string> = {
  cu: 'cup, cups, c',
  tbsp: 'tbsp, tbsps, tbs, tbl, tbls, tblsp, tablespoon, tablespoons',
  tsp: 'tsp, tsps, teaspoon, teaspoons',
  floz: 'fl oz, floz, fluid ounce, fluid ounces',
  pt: 'pt, pts, pint, pints',
  qt: 'qt, qts, quart, quarts',
  gal: 'gal, gallon, gallons',
  ml: 'ml, cc, ccm, millilitre, millilitres, milliliter, milliliters',
  cl: 'cl, centilitre, centilitres, centiliter, centiliters',
  dl: 'dl, decilitre, decilitres, deciliter, deciliters',
  l: 'l, litre, litres, liter, liters',
  mg: 'mg, milligram, milligrams, milligramme, milligrammes',
  g: 'g, gr, gram, grams, gramme, grammes',
  kg: 'kg, kgs, kilo, kilos, kilogram, kilograms, kilogramme, kilogrammes',
  oz: 'oz, ounce, ounces',
  lb: 'lb, lbs, pound, pounds',
  mm: 'mm, millimetre, millimetres, millimeter, millimeters',
  cm: 'cm, centimetre, centimetres, centimeter, centimeters',
  m: 'm, metre, metres, meter, meters',
  in: 'in, inch, inches',
  ft: 'ft, foot, feet',
};
const SPELLINGS = new Map(
  Object.entries(SPELT).flatMap(([name, spelt]) => spelt.split(', ').map((s) => [s, name] as const)),
);
/** What is counted in more than ones. */
const COUNTED: Record<string, number> = {
  '': 1,
  ...{ piece: 1, pieces: 1, pc: 1, pcs: 1 },
  ...{ pair: 2, pairs: 2, dozen: 12, dozens: 12 },
};

/** What a cup is, and what the substance weighs, where that is needed to read an amount. */
export interface AmountOptions {
  cup?: Cup;
  /** Bulk density of the substance, g/mL: with it, a volume may stand for a mass and a mass for a volume. */
  densityGPerML?: number | undefined;
}

/** US customary: 236.588 mL (NIST Handbook 44 App. C). Metric: 250 mL. */
export type Cup = 'US' | 'metric';
export const METRIC_CUP_ML = 250;

/**
 * Reads an amount as a person types it, in kitchen or SI units, and gives it in the base unit: "250 mL", "½ tsp",
 * "1-1/2 cups", "two cups", "a cup and a half", "1 lb 4 oz", 5' 6", "30 cm³", "2 x 500 mL", "a dozen". A bare number is taken to be in the base unit already.
 * Errors: `ok: false` with a sentence that carries examples; a number that can be read in two ways ("1,000 mL") is asked
 * about. Never an exception.
 * Conversions: js-quantities, checked in the tests against NIST Handbook 44 App. C and UCUM.
 */
export function parseAmount(text: string, base: BaseUnit, options: AmountOptions = {}): Parsed {
  const wrong: Parsed = { ok: false, message: `Write an amount such as ${EXAMPLES[base]}.` };
  if (text.length > MOST_TYPED) return wrong;
  const plain = plainUnits(plainSigns(text));
  const times = /^(\d+) ?x ?(?=[\d.,])/i.exec(plain);
  let rest = times ? plain.slice(times[0].length) : plain;
  let sum = 0;
  for (let part = 0; part === 0 || rest !== ''; part++) {
    const number = numberHead(rest);
    if (!number.ok) return number.message === undefined ? wrong : { ok: false, message: number.message };
    const [written] = /^[a-z. ]*/i.exec(number.rest)!;
    const unit = unitOf(written);
    // "a" is one of something; and of several parts each has its unit.
    const bare = unit === '' && base !== 'piece';
    if (unit === '' && number.spelt) return wrong;
    if (bare && (part > 0 || number.rest !== written)) return wrong;
    const read = bare
      ? { ok: true as const, value: number.value }
      : inBase(number.value, unit, base, options, wrong);
    if (!read.ok) return read;
    sum += read.value;
    rest = number.rest.slice(written.length).replace(/^[,+&] ?/, '');
  }
  return { ok: true, value: sum * (times ? Number(times[1]) : 1) };
}

/** Signs for units as the units they stand for: 5' 6", cm³, "pint (US)". */
const plainUnits = (text: string): string =>
  text
    .replace(/\bcm(?:³|3\b|\^3)/gi, 'cc')
    .replace(/\bdm(?:³|3\b|\^3)/gi, 'l')
    .replace(/(?<=\d) ?(?:"|″|”|'')(?= |$)/g, ' in')
    .replace(/(?<=\d) ?['′’](?= |\d|$)/g, ' ft ')
    .replace(/ ?\(U\.?S\.?\)/i, '')
    .trim();

/** A unit as it is looked up; a capital T is a tablespoon, a small one a teaspoon, as cooks write. */
function unitOf(written: string): string {
  const unit = written
    .replace(/(?:^| )(?:and|plus) *$/i, '')
    .trim()
    .replaceAll('.', '')
    .replace(/ +/g, ' ');
  return unit === 'T' ? 'tbsp' : unit === 't' ? 'tsp' : unit.toLowerCase();
}

/** So much of a unit, in the base unit. */
function inBase(
  count: number,
  unit: string,
  base: BaseUnit,
  { cup = 'US', densityGPerML }: AmountOptions,
  wrong: Parsed & { ok: false },
): Parsed {
  if (base === 'piece') {
    const each = Object.hasOwn(COUNTED, unit) ? COUNTED[unit] : undefined;
    return each === undefined ? wrong : { ok: true, value: count * each };
  }
  const known = SPELLINGS.get(unit);
  if (!known) return wrong;
  const quantity = cup === 'metric' && known === 'cu' ? Qty(count * METRIC_CUP_ML, 'ml') : Qty(count, known);
  if (quantity.isCompatible(Qty(1, base.toLowerCase())))
    return { ok: true, value: quantity.to(base.toLowerCase()).scalar };
  const crossed = acrossDensity(quantity, base);
  if (!crossed) return { ok: false, message: `“${unit}” does not measure this. ${wrong.message}` };
  if (densityGPerML === undefined) {
    const message = `Without a density, “${unit}” cannot be turned into ${base}. ${wrong.message}`;
    return { ok: false, message };
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
 * Reads a temperature, "32", "32 °C", "20 degrees C" or "90 °F", and gives it in °C; a bare number is °C.
 * Exact: °C = (°F − 32) · 5/9 (NIST SP 811, B.8).
 */
export function parseTemperature(text: string): Parsed {
  const wrong: Parsed = { ok: false, message: 'Write a temperature such as 32 °C or 90 °F.' };
  if (text.length > MOST_TYPED) return wrong;
  const plain = plainSigns(text.replace(/[℃℉]/g, (c) => c.normalize('NFKC')));
  const sign = /^[-+] ?/.exec(plain)?.[0] ?? '';
  const number = numberHead(plain.slice(sign.length));
  if (!number.ok) return number.message === undefined ? wrong : { ok: false, message: number.message };
  const scale = /^(?:°|º|deg(?:ree)?s?\.?)? ?(c|f|k|celsius|centigrade|fahrenheit|kelvin)?$/i.exec(
    number.rest,
  );
  if (!scale || number.spelt) return wrong;
  const value = sign.startsWith('-') ? -number.value : number.value;
  const letter = (scale[1] ?? 'c')[0]!.toLowerCase();
  const celsius = letter === 'f' ? ((value - 32) * 5) / 9 : letter === 'k' ? value - 273.15 : value;
  if (celsius < -273.15) return { ok: false, message: 'Nothing is colder than −273.15 °C.' };
  return { ok: true, value: celsius };
}
