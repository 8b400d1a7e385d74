/** Text sizes of the ribbon: their height of a line, and their font for measuring, in px. */
export const TEXT = {
  title: { line: 20, font: '700 15px' },
  talk: { line: 20, font: '500 15px' },
  small: { line: 16, font: '400 13px' },
} as const;

export type TextStyle = keyof typeof TEXT;

/** How many lines a text takes in a width. */
export type LinesOf = (text: string, style: TextStyle, px: number) => number;

/** How tall a text is drawn, px. */
export const heightOf = (linesOf: LinesOf, text: string, style: TextStyle, px: number): number =>
  text ? linesOf(text, style, px) * TEXT[style].line : 0;

/**
 * Tops of labels that want to stand at `wanted` (ascending) and are `heights` tall, pushed down so that none covers
 * the one above it.
 */
export function spread(wanted: readonly number[], heights: readonly number[], gap: number): number[] {
  let bottom = -Infinity;
  return wanted.map((y, i) => {
    const top = Math.max(y, bottom + gap);
    bottom = top + heights[i]!;
    return top;
  });
}
