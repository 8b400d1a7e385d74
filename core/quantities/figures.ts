/** The unit an amount is kept in. Volumes in millilitres, masses in grams, lengths in metres, or counted. */
export type BaseUnit = 'mL' | 'g' | 'm' | 'piece';

export const BASE_UNITS: readonly BaseUnit[] = ['mL', 'g', 'm', 'piece'];

/** "32 °C, 90 °F". */
export const formatTemperature = (celsius: number): string =>
  `${formatFigure(celsius)} °C, ${formatFigure((celsius * 9) / 5 + 32)} °F`.replaceAll('-', '−');

/** `value` of base unit to a short text in SI: 1500 mL → "1.5 L", 12 piece → "12". */
export function formatAmount(value: number, base: BaseUnit): string {
  // Pieces are counted: none is rounded away.
  if (base === 'piece') return String(Number(value.toFixed(3)));
  if (base === 'mL' && Math.abs(value) >= 1000) return `${formatFigure(value / 1000)} L`;
  if (base === 'g' && Math.abs(value) >= 1000) return `${formatFigure(value / 1000)} kg`;
  if (base === 'm' && Math.abs(value) < 1 && value !== 0) return `${formatFigure(value * 100)} cm`;
  return `${formatFigure(value)} ${base}`;
}

/** A number as one says it: three figures, four from a hundred on. 0.6666 → "0.667", 1234.5 → "1235". */
export const formatFigure = (n: number): string => String(Number(n.toPrecision(Math.abs(n) >= 100 ? 4 : 3)));

/** A price in the troupe's currency, as it is said: "4.50"; what rounds to nothing is "under 0.01". */
export const formatMoney = (n: number): string => (n > 0 && n < 0.005 ? 'under 0.01' : n.toFixed(2));

/** "about 4.16", or that nothing has a price: a sum of no prices is not 0.00. */
export const aboutMoney = (n: number): string => (n > 0 ? `about ${formatMoney(n)}` : 'no price known');

/** No amount, temperature or length of time is longer than this when it is written; what is longer is not read. */
export const MOST_TYPED = 80;

export type Parsed = { ok: true; value: number } | { ok: false; message: string };

/** "1 show", "3 shows". */
export const plural = (n: number, word: string): string => `${formatFigure(n)} ${word}${n === 1 ? '' : 's'}`;
