import { plainText } from '@hearty/core';
import { Box, Chip, IconButton, Menu, MenuItem, Typography } from '@mui/material';
import type { Good, LotStock, Stored, StoresAnswer } from '@hearty/core';
import { useMemo, useState } from 'react';
import { useTour } from '../../session/queries';
import { Find } from '../../kit/Find';
import { Empty } from '../../kit/States';
import { useSayWithUndo } from '../../session/useSayWithUndo';
import { DataTable, type Column } from '../../kit/table';
import { MoveDialog, type MoveWish } from './MoveDialog';
import { amountWords, stockOf, untilWords, type Stock } from './stock';
import { today } from '../../kit/day';
import { MoreIcon } from '../../kit/icons';

/** Every good with its lots: how much, until when, and what the shows to come have spoken for. */
export function Shelves({ stores, onEdit }: { stores: StoresAnswer; onEdit: (good: Stored<Good>) => void }) {
  const [words, setWords] = useState('');
  const [wish, setWish] = useState<MoveWish>();
  const tour = useTour();
  const spoken = new Map<string, number>();
  for (const line of tour.data?.shows.flatMap((s) => s.lines) ?? [])
    spoken.set(line.goodId, (spoken.get(line.goodId) ?? 0) + line.share);
  const stock = useMemo(() => stockOf(stores), [stores]);
  const rows = stock.filter((s) => plainText(s.good.name).includes(plainText(words.trim())));
  const columns = columnsOf(spoken, onEdit, setWish);
  if (stores.goods.length === 0)
    return (
      <Empty title="The stores are empty">
        Add an item, or import a CSV of what you have. Its first line names the columns: name, sort, unit, on
        shelf, expires.
      </Empty>
    );
  return (
    <>
      <Box sx={{ display: 'flex', gap: 3, alignItems: 'center', mb: 3 }}>
        <Find value={words} onValue={setWords} sx={{ width: 260 }} />
        <Typography color="textSecondary" role="status">
          {rows.length} of {stores.goods.length} goods
        </Typography>
      </Box>
      <DataTable
        name="Shelves"
        columns={columns}
        rows={rows}
        keyOf={(s) => s.good.id}
        testId={(s) => `stock-${s.good.id}`}
      />
      {wish && <MoveDialog wish={wish} onClose={() => setWish(undefined)} />}
    </>
  );
}

function columnsOf(
  spoken: ReadonlyMap<string, number>,
  onEdit: (good: Stored<Good>) => void,
  onMove: (wish: MoveWish) => void,
): Column<Stock>[] {
  const wanted = ({ good }: Stock) => spoken.get(good.id) ?? 0;
  return [
    {
      head: 'Item',
      cell: ({ good }) => (
        <>
          {good.name}
          <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
            {good.storage && good.storage !== 'ordinary' && <Mark label={good.storage} />}
            {good.hardToFind && <Mark label="hard to find" />}
          </Box>
          {good.substitutes && (
            <Typography color="textSecondary" sx={{ fontSize: 'small' }}>
              Or: {good.substitutes}
            </Typography>
          )}
        </>
      ),
      sortBy: (s) => s.good.name,
    },
    { head: 'On the shelf', cell: (s) => amountWords(s.good, s.shelf), as: 'strong' },
    {
      head: 'Coming shows may use',
      cell: (s) => (wanted(s) > 0 ? amountWords(s.good, wanted(s)) : ''),
      // What is shortest first.
      sortBy: (s) => s.shelf - wanted(s),
      as: 'figure',
      color: (s) => (wanted(s) > s.shelf ? 'warning.main' : 'secondary.main'),
    },
    {
      head: 'Lots, use first',
      cell: (s) => s.lots.map((l) => <LotLine key={l.lot.id} stock={s} lot={l} />),
      sortBy: (s) =>
        s.lots
          .map((l) => l.goodUntil ?? '')
          .filter(Boolean)
          .sort()[0],
    },
    { head: 'Supplier', cell: (s) => s.good.supplier, sortBy: (s) => s.good.supplier, as: 'small' },
    { head: '', cell: (s) => <StockMenu stock={s} onEdit={onEdit} onMove={onMove} />, as: 'button' },
  ];
}

interface MenuProps {
  stock: Stock;
  onEdit: (good: Stored<Good>) => void;
  onMove: (wish: MoveWish) => void;
}

function StockMenu({ stock, onEdit, onMove }: MenuProps) {
  const { good, version, lots, shelf } = stock;
  const [anchor, setAnchor] = useState<HTMLElement>();
  const remove = useSayWithUndo('goods');
  const pick = (act: () => void) => () => {
    setAnchor(undefined);
    act();
  };
  return (
    <>
      <IconButton
        aria-label={`What to do with ${good.name}`}
        onClick={(e) => setAnchor(e.currentTarget)}
        sx={{ width: 44, height: 44 }}
      >
        <MoreIcon />
      </IconButton>
      <Menu anchorEl={anchor ?? null} open={!!anchor} onClose={() => setAnchor(undefined)}>
        <MenuItem onClick={pick(() => onMove({ kind: 'bought', stock }))}>Bought some</MenuItem>
        <MenuItem disabled={shelf === 0} onClick={pick(() => onMove({ kind: 'used', stock }))}>
          Used some
        </MenuItem>
        <MenuItem disabled={shelf === 0} onClick={pick(() => onMove({ kind: 'binned', stock }))}>
          Threw some away
        </MenuItem>
        <MenuItem
          disabled={!lots.some((l) => !l.openedOn && l.shelf > 0)}
          onClick={pick(() => onMove({ kind: 'opened', stock }))}
        >
          Opened a pack
        </MenuItem>
        <MenuItem onClick={pick(() => onEdit({ id: good.id, version, body: good }))}>Edit the item</MenuItem>
        <MenuItem onClick={pick(() => void remove({ id: good.id, version }, good.name))}>Delete</MenuItem>
      </Menu>
    </>
  );
}

const Mark = ({ label }: { label: string }) => (
  <Chip size="small" variant="outlined" label={label} sx={{ borderRadius: 1, height: 20 }} />
);

function LotLine({ stock: { good, lots }, lot }: { stock: Stock; lot: LotStock }) {
  const past = lot.goodUntil !== undefined && lot.goodUntil < today();
  const plain = lots.length === 1 && lot.goodUntil === undefined && !lot.openedOn;
  const out = Object.values(lot.out).reduce((sum, n) => sum + n, 0);
  return (
    <Typography sx={{ fontSize: 'small', color: past ? 'warning.main' : 'text.secondary' }}>
      {!plain && `${amountWords(good, lot.shelf)} ${untilWords(lot)}`}
      {out > 0 && ` · ${amountWords(good, out)} out with a show`}
    </Typography>
  );
}
