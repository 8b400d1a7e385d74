import {
  clockToS,
  formatAmount,
  formatClock,
  formatKitchen,
  formatMoney,
  type BaseUnit,
  type Cup,
  type Plan,
  type ShowFile,
  type TourLine,
} from '@hearty/core';
import { Box, Chip } from '@mui/material';
import { TICK_BOX, type Column } from '../../kit/table';
import { ShelfField } from './ShelfField';

export type Need = Plan['needs']['consumables'][number];
export type KitNeed = Plan['needs']['kit'][number];

/** The packs to buy for this show, and what the packs for earlier shows leave over for it. */
const packWords = ({ packs, cost, fromPacks }: Partial<TourLine>, unit: BaseUnit) =>
  [
    packs ? `${packs} ${packs === 1 ? 'pack' : 'packs'}${cost ? `, ${formatMoney(cost)}` : ''}` : '',
    fromPacks ? `${formatAmount(fromPacks, unit)} from packs for earlier shows` : '',
  ]
    .filter(Boolean)
    .join('; ');

const Small = ({ children }: { children: string }) => (
  <Box sx={{ color: 'text.secondary', fontSize: 'small' }}>{children}</Box>
);

/** What the show uses up. `cup`: how kitchen measures are written. */
export function consumableColumns(
  lineOf: (goodId: string) => TourLine | undefined,
  cup: Cup,
): Column<Need>[] {
  const shortOf = (c: Need) => lineOf(c.goodId)?.short ?? 0;
  const before = (c: Need) => lineOf(c.goodId)?.before ?? 0;
  return [
    TICK_BOX,
    {
      head: 'What',
      cell: (c) => (
        <>
          {c.name}
          <Small>{formatKitchen(c.packed, c.unit, cup)}</Small>
        </>
      ),
      sortBy: (c) => c.name,
      paper: 31,
      onPaper: (c) => c.name,
    },
    {
      head: 'Planned',
      cell: (c) => formatAmount(c.planned, c.unit),
      as: 'figure',
      color: () => 'secondary.main',
      paper: 13,
    },
    {
      head: 'Packed',
      cell: (c) => formatAmount(c.packed, c.unit),
      as: 'strong',
      testId: (c) => `packed-${c.goodId}`,
      paper: 13,
      onPaper: (c) => <b>{formatAmount(c.packed, c.unit)}</b>,
    },
    {
      head: 'On the shelf',
      cell: (c) => <ShelfField goodId={c.goodId} name={c.name} unit={c.unit} value={c.onShelf} />,
      paper: 15,
      onPaper: (c) => formatAmount(c.onShelf, c.unit),
    },
    {
      head: 'Used by earlier shows',
      cell: (c) => (before(c) > 0 ? formatAmount(before(c), c.unit) : '–'),
      as: 'figure',
    },
    {
      head: 'To buy',
      cell: (c) => (
        <>
          {shortOf(c) > 0 ? <b>{formatAmount(shortOf(c), c.unit)}</b> : '–'}
          <Small>{packWords(lineOf(c.goodId) ?? {}, c.unit)}</Small>
        </>
      ),
      sortBy: (c) => -(lineOf(c.goodId)?.cost ?? (shortOf(c) > 0 ? 0 : -1)),
      as: 'figure',
      testId: (c) => `buy-${c.goodId}`,
      paper: 23,
      onPaper: (c) =>
        shortOf(c) > 0 &&
        [formatAmount(shortOf(c), c.unit), packWords(lineOf(c.goodId) ?? {}, c.unit)]
          .filter(Boolean)
          .join(', '),
    },
  ];
}

/** The kit the show has in use at once. */
export function kitColumns({ show }: ShowFile): Column<KitNeed>[] {
  const titles = new Map(show.items.map((i) => [i.id, i.title]));
  const peak = (k: KitNeed) => formatClock(clockToS(show.curtainUp) + k.peakAtS);
  const items = (k: KitNeed) => k.itemIds.map((id) => titles.get(id)).join(' and ');
  return [
    TICK_BOX,
    { head: 'What', cell: (k) => k.name, sortBy: (k) => k.name, paper: 31 },
    {
      head: 'At once',
      cell: (k) => k.peak,
      sortBy: (k) => k.peak,
      as: 'strong',
      paper: 13,
      onPaper: (k) => <b>{k.peak}</b>,
    },
    {
      head: 'On the shelf',
      cell: (k) => <ShelfField goodId={k.goodId} name={k.name} unit="piece" value={k.onShelf} />,
      sortBy: (k) => -k.short,
      paper: 15,
      onPaper: (k) => (k.short > 0 ? `${k.onShelf}, ${k.short} short` : k.onShelf),
    },
    {
      head: 'Most in use at',
      cell: (k) => (
        <>
          {peak(k)}
          <Small>{items(k)}</Small>
          {k.short > 0 && (
            <Chip size="small" color="warning" variant="outlined" sx={{ ml: 2 }} label={`${k.short} short`} />
          )}
        </>
      ),
      sortBy: (k) => k.peakAtS,
      paper: 36,
      onPaper: (k) => `${peak(k)} ${items(k)}`,
    },
  ];
}
