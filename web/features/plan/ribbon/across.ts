/** Where things stand across the page, px. */
export const ACROSS = {
  gutter: 72,
  marks: 72,
  markPx: 24,
  ribbonMid: 150,
  ribbonLeft: 98,
  words: 212,
  lengthPx: 80,
  /** Words beside the stage, a thread with words, a thread without, a column of what is unattended with and without words. */
  wordsPx: { least: 204, most: 300 },
  threadPx: { least: 104, most: 180 },
  closePx: 40,
  columnPx: { least: 84, most: 130 },
  closeColumnPx: 14,
  placePx: 96,
  gap: 12,
} as const;

/** From so many crew on, threads move closer and show their words on focus and in the list. */
const MANY = 6;
/** With more columns than this what is unattended shows its words on hover and in the list. */
const MOST_COLUMNS = 4;

/** How the width is shared. It is never less than the words need; a page too narrow scrolls. */
export function acrossOf(width: number, people: number, places: number, columns: number | undefined) {
  const close = people >= MANY;
  const columnWords = columns !== undefined && columns <= MOST_COLUMNS;
  const leastThread = close ? ACROSS.closePx : ACROSS.threadPx.least;
  const withWords = columnWords ? columns : 0;
  const closePx = columns === undefined || columnWords ? 0 : Math.max(100, columns * ACROSS.closeColumnPx);
  const fixed = ACROSS.words + ACROSS.gap + places * ACROSS.placePx + closePx;
  const least = ACROSS.wordsPx.least + people * leastThread + withWords * ACROSS.columnPx.least;
  // What is left over is shared: the stage has most words.
  const share = Math.max(0, width - fixed - least) / (2 + (close ? 0 : people) + withWords);
  const wordsPx = Math.min(ACROSS.wordsPx.most, ACROSS.wordsPx.least + 2 * share);
  const threadPx = close ? ACROSS.closePx : Math.min(ACROSS.threadPx.most, leastThread + share);
  const columnPx = Math.min(ACROSS.columnPx.most, ACROSS.columnPx.least + share);
  const unattendedPx = withWords * columnPx + closePx;
  const threadsLeft = ACROSS.words + wordsPx + ACROSS.gap;
  const placesLeft = threadsLeft + people * threadPx;
  const unattendedLeft = placesLeft + places * ACROSS.placePx;
  return {
    ...{
      close,
      columnWords,
      unattendedPx,
      columnPx,
      wordsPx,
      threadPx,
      threadsLeft,
      placesLeft,
      unattendedLeft,
    },
    width: Math.max(width, unattendedLeft + unattendedPx),
  };
}
export type Across = ReturnType<typeof acrossOf>;
