import type { ReactNode } from 'react';

/** A column, declared once for screen and paper. */
export interface Column<Row> {
  head: string;
  cell: (row: Row) => ReactNode;
  /** What it is sorted by; without, it cannot be. */
  sortBy?: (row: Row) => string | number | null | undefined;
  /** Figures stand at the right and stay on one line; `strong` ones are what the table is for. */
  as?: 'figure' | 'strong' | 'line' | 'small' | 'button';
  /** The colour of a cell that wants attention. */
  color?: (row: Row) => string | undefined;
  /** Names its row. */
  isRowHead?: true;
  /** Read by a browser test. */
  testId?: (row: Row) => string;
  /** Its width on paper, in %; without, it is on screen only. */
  paper?: number;
  /** What paper shows where it differs from the screen. */
  onPaper?: (row: Row) => ReactNode;
  /** Whether it is on screen; `false`: on paper only. */
  screen?: false;
}

/** The same table for `PaperTable`: its columns that have a width there. */
export function onPaper<Row>(
  columns: readonly Column<Row>[],
  rows: readonly Row[],
  keyOf: (row: Row) => string,
) {
  const printed = columns.filter((c) => c.paper !== undefined);
  return {
    head: printed.map((c) => c.head),
    widths: printed.map((c) => c.paper!),
    rows: rows.map((row) => ({ key: keyOf(row), cells: printed.map((c) => (c.onPaper ?? c.cell)(row)) })),
  };
}

/** A box to tick, on paper only. */
export const TICK_BOX = { head: '', cell: () => '☐', paper: 5, screen: false } as const;
