import { formatFigure, type Limit, type Worked } from '@hearty/core';

/** What is less than this is said to be. */
const LEAST = 0.0001;

/** A result as it stands in a table or on paper. */
export function formatOutput(value: Worked['outputs'][string] | undefined, unit: string): string {
  const behind = unit ? ` ${unit}` : '';
  if (typeof value === 'number')
    return value > 0 && value < LEAST
      ? `under ${LEAST}${behind}`
      : `${formatFigure(Number(value.toPrecision(4)))}${behind}`;
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (Array.isArray(value)) return value.join(', ');
  if (typeof value === 'object')
    return Object.entries(value)
      .map(([name, n]) => `${name} ${formatFigure(Number(Number(n).toPrecision(3)))}${behind}`)
      .join(', ');
  return value ?? '';
}

/** What has to hold, in words: "at least 12 °C, at most 43 °C". */
export const limitSaid = ({ unit, min, max }: Limit): string =>
  [min !== undefined && `at least ${min} ${unit}`, max !== undefined && `at most ${max} ${unit}`]
    .filter(Boolean)
    .join(', ');
