import { formatFigure, type Worked } from '@hearty/core';

/** A result as it stands in a table or on paper. */
export function said(value: Worked['outputs'][string] | undefined, unit: string): string {
  const behind = unit ? ` ${unit}` : '';
  if (typeof value === 'number') return `${formatFigure(Number(value.toPrecision(4)))}${behind}`;
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (Array.isArray(value)) return value.join(', ');
  if (typeof value === 'object')
    return Object.entries(value)
      .map(([name, n]) => `${name} ${formatFigure(Number(Number(n).toPrecision(3)))}${behind}`)
      .join(', ');
  return value ?? '';
}
