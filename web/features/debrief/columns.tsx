import { formatAmount, formatDuration, type Debrief, type LeftoverLine } from '@hearty/core';
import type { ReactNode } from 'react';
import type { Column } from '../../kit/table';

type Time = Debrief['times'][number];

const differenceS = ({ actualS, plannedS }: Time) => (actualS === undefined ? undefined : actualS - plannedS);

const differenceWords = (s: number | undefined) => {
  if (s === undefined) return '';
  return Math.round(s) === 0
    ? 'as planned'
    : `${formatDuration(Math.abs(s))} ${s > 0 ? 'longer' : 'shorter'}`;
};

/** Planned against actual times of a run's items. */
export const TIME_COLUMNS: Column<Time>[] = [
  { head: 'Item', cell: (t) => t.title, sortBy: (t) => t.title, paper: 46 },
  {
    head: 'Planned',
    cell: (t) => formatDuration(t.plannedS),
    sortBy: (t) => t.plannedS,
    as: 'figure',
    paper: 17,
  },
  {
    head: 'Actual',
    cell: (t) => (t.actualS === undefined ? 'not played' : formatDuration(Math.round(t.actualS))),
    sortBy: (t) => t.actualS,
    as: 'figure',
    paper: 17,
  },
  {
    head: 'Difference',
    cell: (t) => differenceWords(differenceS(t)),
    sortBy: differenceS,
    as: 'figure',
    color: () => 'secondary.main',
    paper: 20,
  },
];

const usedWords = ({ used, lost = 0, unit }: LeftoverLine): string =>
  lost > 0 ? `${formatAmount(used, unit)}, ${formatAmount(lost, unit)} lost` : formatAmount(used, unit);

/** What is left of each consumable; on screen `counted` lets one correct it. */
export const leftoverColumns = (counted?: (line: LeftoverLine) => ReactNode): Column<LeftoverLine>[] => [
  { head: 'What', cell: (l) => l.name, sortBy: (l) => l.name, paper: 46 },
  { head: 'Packed', cell: (l) => formatAmount(l.packed, l.unit), as: 'figure', paper: 18 },
  { head: 'Used', cell: (l) => usedWords(l), as: 'figure', paper: 18 },
  {
    head: 'Left',
    cell: (l) => counted?.(l),
    color: (l) => (l.counted === undefined ? 'secondary.main' : undefined),
    paper: 18,
    onPaper: (l) => formatAmount(l.counted ?? l.expected, l.unit),
  },
];
