import { formatDuration, formatFigure, formatMoney, type DemoLine, type RunLine } from '@hearty/core';
import { format } from 'date-fns';
import { Link } from 'react-router';
import type { Column } from '../../kit/table';

const demoColumn: Column<DemoLine> = {
  head: 'Demo',
  cell: (d) => <Link to={`/demos/${d.demoId}`}>{d.title}</Link>,
  sortBy: (d) => d.title,
  paper: 49,
  onPaper: (d) => d.title,
};

const lostColumn: Column<DemoLine> = {
  head: 'Time lost',
  cell: (d) => (d.lostS > 0 ? formatDuration(d.lostS) : ''),
  sortBy: (d) => d.lostS,
  as: 'figure',
  color: () => 'secondary.main',
  paper: 15,
};

/** What failed, by the time it took. */
export const FAILED_COLUMNS: Column<DemoLine>[] = [
  demoColumn,
  { head: 'Failed', cell: (d) => d.failed, sortBy: (d) => d.failed, as: 'figure', paper: 12 },
  { head: 'Partly', cell: (d) => d.partly || '', sortBy: (d) => d.partly, as: 'figure', paper: 12 },
  { head: 'Attempts', cell: (d) => d.attempts, sortBy: (d) => d.attempts, as: 'figure', paper: 12 },
  lostColumn,
];

const pct = (x: number) => Math.round(x * 100);

/** How often each demo works; `works` draws the figure that opens to its runs. */
export const oddsColumns = (works: Column<DemoLine>['cell']): Column<DemoLine>[] => [
  demoColumn,
  { head: 'Worked', cell: (d) => d.worked, sortBy: (d) => d.worked, as: 'figure' },
  { head: 'Partly', cell: (d) => d.partly, sortBy: (d) => d.partly, as: 'figure' },
  { head: 'Failed', cell: (d) => d.failed, sortBy: (d) => d.failed, as: 'figure' },
  { head: 'Works, %', cell: works, sortBy: (d) => d.mean, as: 'strong' },
  {
    head: '90 % range',
    cell: (d) => `${pct(d.likely[0])}–${pct(d.likely[1])} %`,
    sortBy: (d) => d.likely[1],
    as: 'figure',
    color: () => 'secondary.main',
  },
  lostColumn,
  {
    head: 'Most common cause',
    cell: (d) => (d.causes[0] ? `${d.causes[0].cause} (${d.causes[0].times})` : ''),
    sortBy: (d) => d.causes[0]?.cause,
  },
];

const overPlanS = ({ actualS, plannedS }: RunLine) =>
  actualS === null || plannedS === null ? null : actualS - plannedS;

const overSlotS = ({ actualS, slotEndS }: RunLine) =>
  actualS === null || slotEndS === null ? null : actualS - slotEndS;

const costPerPerson = ({ cost, heads, rehearsal }: RunLine) =>
  cost === null || rehearsal || !heads ? null : cost / heads;

const signed = (s: number | null) => (s === null ? '' : `${s > 0 ? '+' : ''}${formatDuration(s)}`);

const slotWords = (s: number | null) => (s === null ? '' : s <= 0 ? 'kept' : `${formatDuration(s)} over`);

const titleWords = (r: RunLine) =>
  `${r.title}${r.rehearsal ? ' (rehearsal)' : ''}${r.struck ? ' (left out)' : ''}`;

const costWords = (cost: number | null) => (cost === null ? '' : formatMoney(cost));

/** Runs as they were planned and as they went. */
export const RUN_COLUMNS: Column<RunLine>[] = [
  {
    head: 'When',
    cell: (r) => format(r.curtainAt ?? r.openedAt, 'd MMM yyyy'),
    sortBy: (r) => r.curtainAt ?? r.openedAt,
    as: 'line',
    paper: 15,
  },
  {
    head: 'Show',
    cell: (r) => (
      <>
        <Link to={`/shows/${r.showId}/debrief?run=${r.id}`}>{r.title}</Link>
        {titleWords(r).slice(r.title.length)}
      </>
    ),
    sortBy: (r) => r.title,
    paper: 34,
    onPaper: titleWords,
  },
  {
    head: 'Took',
    cell: (r) => (r.actualS === null ? (r.phase === 'down' ? '' : 'not ended') : formatDuration(r.actualS)),
    sortBy: (r) => r.actualS,
    as: 'figure',
    paper: 13,
  },
  {
    head: 'Against plan',
    cell: (r) => signed(overPlanS(r)),
    sortBy: overPlanS,
    as: 'figure',
    color: () => 'secondary.main',
    paper: 14,
  },
  { head: 'Slot', cell: (r) => slotWords(overSlotS(r)), sortBy: overSlotS, as: 'figure' },
  { head: 'Audience', cell: (r) => r.heads ?? '', sortBy: (r) => r.heads, as: 'figure' },
  {
    head: 'Room',
    cell: ({ roomC, indoors }) =>
      [roomC !== null && `${formatFigure(roomC)} °C`, indoors === false && 'outdoors']
        .filter(Boolean)
        .join(', '),
    sortBy: (r) => r.roomC,
    as: 'figure',
  },
  {
    head: 'Failed',
    cell: (r) => r.attempts > 0 && `${r.failed} of ${r.attempts}`,
    sortBy: (r) => r.failed,
    as: 'figure',
    paper: 12,
  },
  { head: 'Cut', cell: (r) => r.leftOut || '', sortBy: (r) => r.leftOut, as: 'figure' },
  { head: 'Cost per person', cell: (r) => costWords(costPerPerson(r)), sortBy: costPerPerson, as: 'figure' },
  {
    head: 'Near misses',
    cell: (r) => r.nearMisses || '',
    sortBy: (r) => r.nearMisses,
    as: 'figure',
    paper: 12,
  },
  { head: 'Open actions', cell: (r) => r.openActions || '', sortBy: (r) => r.openActions, as: 'figure' },
];
