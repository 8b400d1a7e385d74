import { Alert, Button } from '@mui/material';
import { afterRun, formatAmount, type LeftoverLine } from '@hearty/core';
import { format } from 'date-fns';
import { useMemo } from 'react';
import { useInStores, useStores, useWrite } from '../../session/stores';
import { today } from '../../kit/day';
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
  const written = useInStores(runId);
  const write = useWrite();
  const lots = stores.data?.lots;
  const after = useMemo(
    () =>
      lots &&
      afterRun(lines, lots, {
        runId,
        showId,
        day: today(),
        playedOn: format(playedAt, 'yyyy-MM-dd'),
      }),
    [lots, lines, runId, showId, playedAt],
  );
  if (!stores.data || !after || written === undefined || lines.length === 0) return null;
  const { goods } = stores.data;
  const unit = (goodId: string) => goods.find((g) => g.id === goodId)?.body.unit ?? 'piece';
  const gone = new Set(after.moves.filter((m) => m.kind === 'used').map((m) => m.lotId)).size;
  return (
    <Section
      title="Into the stores"
      hint="Count what is left first; what you did not count is taken from the log."
    >
      {written === 'in the ledger' ? (
        <Alert severity="success">What this run used is in the ledger.</Alert>
      ) : written === 'waiting' ? (
        <Alert severity="info">
          Saved on this device. It goes into the ledger as soon as the server accepts it.
        </Alert>
      ) : (
        <>
          {after.missing.map((m) => (
            <Alert key={m.goodId} severity="info" sx={{ mb: 1 }}>
              {m.name}: {formatAmount(m.amount, unit(m.goodId))} more was used than the shelf has. The rest is
              recorded; count the shelf.
            </Alert>
          ))}
          <Button
            variant="contained"
            disabled={after.moves.length === 0 || write.isPending}
            onClick={() => write.mutate({ moves: after.moves })}
          >
            Record what was used in the stores
          </Button>{' '}
          {gone > 0 && `${gone} ${gone === 1 ? 'lot' : 'lots'}, what expires first.`}
        </>
      )}
      {write.error && <Alert severity="error">{write.error.fields[0]?.message ?? write.error.message}</Alert>}
    </Section>
  );
}
