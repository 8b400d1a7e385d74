import { Alert, Button } from '@mui/material';
import { afterRun, formatAmount, moveIdOf, type LeftoverLine } from '@hearty/core';
import { format } from 'date-fns';
import { useStores, useWrite } from '../../session/queries';
import { today } from '../stores/stock';
import { Section } from './common';

/** What the run used, written into the stores' ledger with one press; once, however often it is pressed. */
export function IntoStores({
  runId,
  showId,
  lines,
  playedAt,
}: {
  runId: string;
  showId: string;
  lines: LeftoverLine[];
  /** ms since 1970. */
  playedAt: number;
}) {
  const stores = useStores();
  const write = useWrite();
  if (!stores.data || lines.length === 0) return null;
  const { goods, lots, moves } = stores.data;
  const written = moves.some((m) => m.id.startsWith(moveIdOf(runId)));
  // What it would be; written, it bears the moment of the press.
  const playedOn = format(playedAt, 'yyyy-MM-dd');
  const movesAt = (at: number) => afterRun(lines, lots, { runId, showId, at, day: today(), playedOn });
  const after = movesAt(0);
  const unit = (goodId: string) => goods.find((g) => g.id === goodId)?.body.unit ?? 'piece';
  const gone = new Set(after.moves.filter((m) => m.kind === 'used').map((m) => m.lotId)).size;
  return (
    <Section
      title="Into the stores"
      hint="Count what is left first; what you did not count is taken from the log."
    >
      {written ? (
        <Alert severity="success">What this run used is in the ledger.</Alert>
      ) : (
        <>
          {after.missing.map((m) => (
            <Alert key={m.goodId} severity="info" sx={{ mb: 1 }}>
              {m.name}: {formatAmount(m.amount, unit(m.goodId))} more was used than the shelf has. The rest is
              written down; count the shelf.
            </Alert>
          ))}
          <Button
            variant="contained"
            disabled={after.moves.length === 0 || write.isPending}
            onClick={() => write.mutate({ moves: movesAt(Date.now()).moves })}
          >
            Write what was used into the stores
          </Button>{' '}
          {gone > 0 && `${gone} ${gone === 1 ? 'lot' : 'lots'}, what expires first.`}
        </>
      )}
      {write.error && <Alert severity="error">{write.error.fields[0]?.says ?? write.error.says}</Alert>}
    </Section>
  );
}
