import { formatAmount, formatMoney, type BuyLine, type TourAnswer } from '@hearty/core';
import { Typography } from '@mui/material';
import { Link } from 'react-router';
import { TICK_BOX, type Column } from '../../kit/table';
import { dayWords, forShows } from './stock';

const hardToFind = ({ substitutes }: BuyLine) => `hard to find${substitutes ? `. Or: ${substitutes}` : ''}`;

/** What the shows to come are short of. */
export const BUY_COLUMNS: Column<BuyLine>[] = [
  TICK_BOX,
  {
    head: 'What',
    cell: (b) => (
      <>
        {b.name}
        {b.hardToFind && (
          <Typography sx={{ fontSize: 'small', color: 'warning.main' }}>{hardToFind(b)}</Typography>
        )}
      </>
    ),
    sortBy: (b) => b.name,
    paper: 28,
    onPaper: (b) => (b.hardToFind ? `${b.name} (${hardToFind(b)})` : b.name),
  },
  { head: 'Short', cell: (b) => formatAmount(b.amount, b.unit), as: 'strong', paper: 11 },
  {
    head: 'Packs',
    cell: (b) => (b.packs ? `${b.packs} × ${formatAmount(b.packAmount!, b.unit)}` : ''),
    as: 'line',
    paper: 15,
  },
  {
    head: 'About',
    cell: (b) => (b.cost === undefined ? '' : formatMoney(b.cost)),
    sortBy: (b) => b.cost,
    as: 'figure',
    paper: 9,
  },
  {
    head: 'Order by',
    cell: (b) => (b.late ? `Late: ${dayWords(b.orderBy)}` : dayWords(b.orderBy)),
    sortBy: (b) => b.orderBy,
    as: 'line',
    color: (b) => (b.late ? 'error.main' : undefined),
    paper: 14,
  },
  { head: 'For', cell: forShows, as: 'small', paper: 18 },
];

export const buyKey = (b: BuyLine) => `${b.goodId} ${b.forShows[0]?.showId}`;

/** What each show to come uses up. */
export const COST_COLUMNS: Column<TourAnswer['shows'][number]>[] = [
  {
    head: 'Show',
    cell: (s) => (
      <>
        <Link to={`/shows/${s.showId}/supplies`}>{s.title}</Link>
        <Typography color="textSecondary" sx={{ fontSize: 'small' }}>
          {dayWords(s.date)}, {s.heads} people
        </Typography>
      </>
    ),
    sortBy: (s) => s.date,
  },
  {
    head: 'Uses about',
    cell: (s) => (s.usesCost > 0 ? formatMoney(s.usesCost) : 'no price'),
    sortBy: (s) => s.usesCost,
    as: 'figure',
    color: () => 'secondary.main',
  },
  {
    head: 'Per person',
    cell: (s) => (s.perHead === undefined ? '' : formatMoney(s.perHead)),
    sortBy: (s) => s.perHead,
    as: 'figure',
    color: () => 'secondary.main',
  },
];
