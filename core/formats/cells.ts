/** What a spreadsheet would run when it opens the file; a plain number is none. */
const RUNS = /^'*[=+@\t\r-]/;
const NUMBER = /^-?\d+(?:[.,]\d+)?$/;

/** A text as a cell that no spreadsheet runs: what begins like a formula gets an apostrophe before it. */
export const plainCell = (text: string): string =>
  RUNS.test(text) && !NUMBER.test(text) ? `'${text}` : text;

/** What was put into a cell by `plainCell`, unchanged. */
export const readCell = (cell: string): string =>
  cell.startsWith("'") && RUNS.test(cell) ? cell.slice(1) : cell;

/** A row for a table of which every text is such a cell. */
export const plainRow = <T extends object>(row: T): T =>
  Object.fromEntries(
    Object.entries(row).map(([key, value]: [string, unknown]) => [
      key,
      typeof value === 'string' ? plainCell(value) : value,
    ]),
  ) as T;
