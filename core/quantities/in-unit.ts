import Qty from 'js-quantities';
import { MOST_TYPED } from './figures';
import { numberHead, plainSigns } from './numbers';

/** Units in which numbers are kept, as js-quantities knows them; of others there is nothing to convert. */
const KNOWN: Readonly<Record<string, string>> = {
  ...{ m: 'm', cm: 'cm', mm: 'mm', 'm³': 'm3', L: 'l', kg: 'kg', g: 'g' },
  ...{ s: 's', min: 'min', h: 'h', kPa: 'kPa', 'm/s': 'm/s', W: 'W', '°': 'deg' },
};

/** Spellings that js-quantities does not read. */
const SPELT: readonly (readonly [RegExp, string])[] = [
  [/²/g, '2'],
  [/³/g, '3'],
  [/\bsec(ond)?s?\b/, 's'],
  [/\bminutes?\b|\bmins?\b/, 'min'],
  [/\bhours?\b|\bhrs?\b/, 'h'],
  [/\bkph\b/, 'km/h'],
  [/\b(feet|foot)\b/, 'ft'],
  [/\b(inches|inch)\b/, 'in'],
  [/\bmbar\b|\bhPa\b/, 'mbar'],
];

/**
 * A number with a unit of its own, "14.7 psi", "12 ft", "36 km/h", in the unit that is named; undefined where it is none,
 * or of another kind. Conversions: js-quantities.
 */
export function inUnit(text: string, unit: string): number | undefined {
  const to = KNOWN[unit];
  const plain = plainSigns(text.trim());
  if (to === undefined || plain.length > MOST_TYPED) return undefined;
  const head = numberHead(plain);
  if (!head.ok) return undefined;
  const spelt = SPELT.reduce((rest, [from, as]) => rest.replace(from, as), head.rest.trim());
  if (spelt === '') return undefined;
  try {
    return Qty(head.value, spelt).to(to).scalar;
  } catch {
    // It is no unit, or of another kind: said as what cannot be read.
    return undefined;
  }
}
