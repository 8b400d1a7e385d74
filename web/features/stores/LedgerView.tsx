import { Button, Table, TableBody, TableCell, TableHead, TableRow, Typography } from '@mui/material';
import { formatAmount, type StoreMove, type StoresAnswer } from '@hearty/core';
import { useSnackbar } from 'notistack';
import { useWrite } from '../../session/stores';
import { useMore } from '../../kit/useMore';
import { Empty } from '../../kit/States';
import { ScrollTable } from '../../kit/ScrollTable';
import { dayWords, moveOf } from './stock';

/** The newest lines of the ledger. None is ever changed; one may be taken back by another. */
export function LedgerView({ stores }: { stores: StoresAnswer }) {
  const write = useWrite();
  const { enqueueSnackbar } = useSnackbar();
  const { shown, more } = useMore(stores.moves.filter((m) => m.kind !== 'undo'));
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
  return (
    <ScrollTable of="Ledger">
      <Table size="small" aria-label="Ledger">
        <TableHead>
          <TableRow>
            <TableCell>Day</TableCell>
            <TableCell>What happened</TableCell>
            <TableCell>Good</TableCell>
            <TableCell align="right">How much</TableCell>
            <TableCell />
          </TableRow>
        </TableHead>
        <TableBody>
          {shown.map((m) => {
            const good = goods.get(lots.get(m.lotId)?.goodId ?? '');
            const gone = undone.has(m.id);
            const show = stores.titles[m.showId ?? ''];
            return (
              <TableRow
                key={m.id}
                sx={{ textDecoration: gone ? 'line-through' : undefined, opacity: gone ? 0.6 : 1 }}
              >
                <TableCell sx={{ whiteSpace: 'nowrap' }}>{dayWords(m.day)}</TableCell>
                <TableCell>
                  {m.kind}
                  {show && `, ${show}`}
                  {m.note && (
                    <Typography color="textSecondary" sx={{ fontSize: 'small' }}>
                      {m.note}
                    </Typography>
                  )}
                </TableCell>
                <TableCell>{good?.name ?? 'a good that is deleted'}</TableCell>
                <TableCell align="right" sx={{ whiteSpace: 'nowrap' }}>
                  {good && m.kind !== 'opened' ? formatAmount(m.amount, good.unit) : ''}
                </TableCell>
                <TableCell padding="none">
                  {!gone && (
                    <Button
                      onClick={() => takeBack(m)}
                      aria-label={`Take back: ${m.kind} ${good?.name ?? ''}`}
                    >
                      Take back
                    </Button>
                  )}
                </TableCell>
              </TableRow>
            );
          })}
        </TableBody>
      </Table>
      {more}
    </ScrollTable>
  );
}
