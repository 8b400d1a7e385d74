import {
  Alert,
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  MenuItem,
  TextField,
} from '@mui/material';
import { firstExpiredFirst, formatAmount, parseAmount, type LotStock } from '@hearty/core';
import { useSnackbar } from 'notistack';
import { useState } from 'react';
import { useWrite } from '../../session/stores';
import { newId } from '../../session/ids';
import { useSettings } from '../../session/settings';
import { dayWords, moveOf, today, untilWords, type Stock } from './stock';

export interface MoveWish {
  kind: 'bought' | 'used' | 'binned' | 'opened';
  stock: Stock;
}

const TITLES = {
  bought: 'Bought',
  used: 'Used',
  binned: 'Threw away',
  opened: 'Opened',
} as const;

/** One line for the ledger: how much, of which lot, until when. */
export function MoveDialog({ wish: { kind, stock }, onClose }: { wish: MoveWish; onClose: () => void }) {
  const { good, lots } = stock;
  const write = useWrite();
  const { enqueueSnackbar } = useSnackbar();
  const cup = useSettings((s) => s.cup);
  const open =
    kind === 'opened' ? lots.filter((l) => !l.openedOn && l.shelf > 0) : lots.filter((l) => l.shelf > 0);
  const [text, setText] = useState(
    kind === 'bought' && good.packAmount ? formatAmount(good.packAmount, good.unit) : '',
  );
  const [expires, setExpires] = useState('');
  const [lotId, setLotId] = useState(kind === 'opened' || kind === 'binned' ? (open[0]?.lot.id ?? '') : '');
  const [tried, setTried] = useState(false);
  const amount = parseAmount(text, good.unit, { cup, densityGPerML: good.densityGPerML });
  const wrongDay = expires !== '' && !/^\d{4}-\d{2}-\d{2}$/.test(expires);
  const needsAmount = kind !== 'opened';
  const enough =
    amount.ok && kind !== 'bought' && needsAmount ? shortOf(lots, stock, lotId, amount.value) : 0;
  const says =
    needsAmount && !amount.ok
      ? amount.says
      : enough > 0
        ? `There is ${formatAmount(enough, good.unit)} less than that.`
        : undefined;
  const send = () => {
    setTried(true);
    if (says || wrongDay) return;
    const value = amount.ok ? amount.value : 0;
    const lot = newId();
    const made =
      kind === 'bought'
        ? {
            lots: [{ id: lot, goodId: good.id, ...(expires && { expires }) }],
            moves: [moveOf(lot, 'bought', value)],
          }
        : {
            moves: lotId
              ? [moveOf(lotId, kind, value)]
              : firstExpiredFirst(lots, good.id, value, today()).draws.map((d) =>
                  moveOf(d.lotId, kind, d.amount),
                ),
          };
    write.mutate(made, {
      onSuccess: () => {
        enqueueSnackbar(
          `${TITLES[kind]}: ${good.name}${needsAmount ? `, ${formatAmount(value, good.unit)}` : ''}.`,
        );
        onClose();
      },
    });
  };
  return (
    <Dialog open onClose={onClose} maxWidth="xs" fullWidth>
      <form
        noValidate
        onSubmit={(e) => {
          e.preventDefault();
          send();
        }}
      >
        <DialogTitle>
          {TITLES[kind]}: {good.name}
        </DialogTitle>
        <DialogContent sx={{ display: 'grid', gap: 4, pt: '8px !important' }}>
          {needsAmount && (
            <TextField
              autoFocus
              label="How much"
              value={text}
              onChange={(e) => setText(e.target.value)}
              error={tried && !!says}
              helperText={tried && says ? says : 'Kitchen or SI units.'}
            />
          )}
          {kind === 'bought' ? (
            <TextField
              label="Use by"
              type="date"
              value={expires}
              onChange={(e) => setExpires(e.target.value)}
              error={wrongDay}
              helperText="Leave it empty for what keeps."
              slotProps={{ inputLabel: { shrink: true } }}
            />
          ) : (
            <TextField
              select
              label="Of which lot"
              value={lotId}
              onChange={(e) => setLotId(e.target.value)}
              slotProps={{ inputLabel: { shrink: true }, select: { displayEmpty: true } }}
            >
              {kind === 'used' && <MenuItem value="">what expires first</MenuItem>}
              {open.map((l) => (
                <MenuItem key={l.lot.id} value={l.lot.id}>
                  {formatAmount(l.shelf, good.unit)}, {untilWords(l)}
                </MenuItem>
              ))}
            </TextField>
          )}
          {kind === 'opened' && good.openLastsDays && (
            <span>
              Once opened it lasts {good.openLastsDays} days from {dayWords(today())}.
            </span>
          )}
          {write.error && <Alert severity="error">{write.error.fields[0]?.says ?? write.error.says}</Alert>}
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="contained" disabled={write.isPending}>
            Write it down
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}

/** How much more is wanted than the lot, or all lots that are good, hold. */
function shortOf(lots: readonly LotStock[], { good }: Stock, lotId: string, amount: number): number {
  if (lotId) return Math.max(0, amount - (lots.find((l) => l.lot.id === lotId)?.shelf ?? 0));
  return firstExpiredFirst(lots, good.id, amount, today()).missing;
}
