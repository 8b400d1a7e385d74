import { Button, Typography } from '@mui/material';
import { formatAmount, type StoreMove, type StoresAnswer } from '@hearty/core';
import { useSnackbar } from 'notistack';
import { useWrite } from '../../session/stores';
import { Empty } from '../../kit/States';
import { DataTable, type Column } from '../../kit/table';
import { dayWords, moveOf } from './stock';

/** The newest lines of the ledger. None is ever changed; one may be taken back by another. */
export function LedgerView({ stores }: { stores: StoresAnswer }) {
  const write = useWrite();
  const { enqueueSnackbar } = useSnackbar();
  if (stores.moves.length === 0)
    return <Empty title="The ledger is empty">What is bought, counted and used stands here.</Empty>;
  const lots = new Map(stores.lots.map((l) => [l.lot.id, l.lot]));
  const goods = new Map(stores.goods.map((g) => [g.id, g.body]));
  const undone = new Set(stores.moves.filter((m) => m.kind === 'undo').map((m) => m.ofId));
  const takeBack = (move: StoreMove) =>
    write.mutate(
      { moves: [moveOf(move.lotId, 'undo', 0, { ofId: move.id })] },
      { onError: (e) => enqueueSnackbar(e.fields[0]?.message ?? e.message, { variant: 'error' }) },
    );
  const goodOf = (m: StoreMove) => goods.get(lots.get(m.lotId)?.goodId ?? '');
  const columns: Column<StoreMove>[] = [
    { head: 'Day', cell: (m) => dayWords(m.day), sortBy: (m) => m.day, as: 'line' },
    {
      head: 'What happened',
      cell: (m) => (
        <>
          {[m.kind, stores.titles[m.showId ?? '']].filter(Boolean).join(', ')}
          {m.note && (
            <Typography color="textSecondary" sx={{ fontSize: 'small' }}>
              {m.note}
            </Typography>
          )}
        </>
      ),
      sortBy: (m) => m.kind,
    },
    {
      head: 'Item',
      cell: (m) => goodOf(m)?.name ?? 'a deleted item',
      sortBy: (m) => goodOf(m)?.name,
    },
    {
      head: 'Amount',
      cell: (m) => (goodOf(m) && m.kind !== 'opened' ? formatAmount(m.amount, goodOf(m)!.unit) : ''),
      as: 'figure',
    },
    {
      head: '',
      cell: (m) =>
        !undone.has(m.id) && (
          <Button onClick={() => takeBack(m)} aria-label={`Undo: ${m.kind} ${goodOf(m)?.name ?? ''}`}>
            Undo
          </Button>
        ),
      as: 'button',
    },
  ];
  return (
    <DataTable
      name="Ledger"
      columns={columns}
      rows={stores.moves.filter((m) => m.kind !== 'undo')}
      keyOf={(m) => m.id}
      rowSx={(m) => (undone.has(m.id) ? { textDecoration: 'line-through', opacity: 0.6 } : {})}
    />
  );
}
