import { Alert, Box, Button, Paper, Typography } from '@mui/material';
import {
  plainText,
  fieldOf,
  formatAmount,
  WrittenMove,
  type Lot,
  type LotStock,
  type Cup,
  type StoresAnswer,
} from '@hearty/core';
import { useSnackbar } from 'notistack';
import { useMemo, useState } from 'react';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import { useWrite } from '../../session/stores';
import { newId } from '../../session/ids';
import { useSettings } from '../../session/settings';
import { Drawn, isRefused } from '../../kit/fields';
import { Find } from '../../kit/Find';
import { useMore } from '../../kit/useMore';
import { Empty } from '../../kit/States';
import { amountWords, moveOf, stockOf, untilWords, type Stock } from './stock';

/** What was counted and not yet written down, kept on this device: a dropped phone loses no shelf. */
const useCounts = create<{ counted: Record<string, unknown> }>()(
  persist(() => ({ counted: {} }), { name: 'hearty-counted' }),
);
const count = (key: string, value: unknown) =>
  useCounts.setState(({ counted }) => ({ counted: { ...counted, [key]: value } }));
const forget = () => useCounts.setState({ counted: {} });

const AMOUNT = { ...fieldOf(WrittenMove, 'amount'), optional: true };

interface Line {
  key: string;
  stock: Stock;
  lot: LotStock | undefined;
}

/** Counting the shelves fast: a number and Enter, and on to the next. Written down together at the end. */
export function Count({ stores }: { stores: StoresAnswer }) {
  const { counted: values } = useCounts();
  const [words, setWords] = useState('');
  const cup = useSettings((s) => s.cup);
  const write = useWrite();
  const { enqueueSnackbar } = useSnackbar();
  const lines = useMemo(
    () =>
      stockOf(stores).flatMap((stock): Line[] =>
        stock.lots.length
          ? stock.lots.map((lot) => ({ key: lot.lot.id, stock, lot }))
          : [{ key: `new:${stock.good.id}`, stock, lot: undefined }],
      ),
    [stores],
  );
  const found = lines.filter((l) => plainText(l.stock.good.name).includes(plainText(words.trim())));
  const { shown, more } = useMore(found);
  if (lines.length === 0) return <Empty title="Nothing to count">Add an item first.</Empty>;
  const counted = lines.filter((l) => typeof values[l.key] === 'number');
  const wrong = lines.filter((l) => isRefused(values[l.key]));
  const save = () => {
    const lots: Lot[] = [];
    const moves = counted.map((line): WrittenMove => {
      const lotId = line.lot?.lot.id ?? newId();
      if (!line.lot) lots.push({ id: lotId, goodId: line.stock.good.id });
      return moveOf(lotId, 'counted', values[line.key] as number, { note: 'Stock-take' });
    });
    write.mutate(
      { lots, moves },
      {
        onSuccess: () => {
          forget();
          enqueueSnackbar(`${moves.length} counted.`);
        },
      },
    );
  };
  return (
    <Box sx={{ maxWidth: 720 }}>
      <Typography color="textSecondary" sx={{ mb: 3 }}>
        Type what you see and press Enter. What you leave empty stays as it is.
      </Typography>
      <Box
        sx={{
          position: 'sticky',
          top: 0,
          zIndex: 2,
          bgcolor: 'background.default',
          display: 'flex',
          gap: 2,
          alignItems: 'center',
          flexWrap: 'wrap',
          py: 2,
        }}
      >
        <Find value={words} onValue={setWords} sx={{ width: { xs: 140, sm: 220 } }} />
        <Typography role="status" sx={{ flex: 1 }}>
          {counted.length} counted{wrong.length > 0 && `, ${wrong.length} not understood`}
        </Typography>
        {Object.keys(values).length > 0 && <Button onClick={forget}>Start over</Button>}
        <Button
          variant="contained"
          disabled={counted.length === 0 || wrong.length > 0 || write.isPending}
          onClick={save}
        >
          Record
        </Button>
      </Box>
      {write.error && (
        <Alert severity="error" sx={{ mb: 2 }}>
          {write.error.fields[0]?.message ?? write.error.message} What you counted is kept on this device.
        </Alert>
      )}
      <Paper
        variant="outlined"
        component="ul"
        aria-label="Shelves to count"
        sx={{ p: 0, m: 0, listStyle: 'none' }}
        onKeyDown={(e) => {
          const step = e.key === 'Enter' || e.key === 'ArrowDown' ? 1 : e.key === 'ArrowUp' ? -1 : 0;
          if (!step) return;
          e.preventDefault();
          const inputs = [...e.currentTarget.querySelectorAll('input')];
          inputs[inputs.indexOf(e.target as HTMLInputElement) + step]?.focus();
        }}
      >
        {shown.map((line) => (
          <CountLine key={line.key} line={line} value={values[line.key]} cup={cup} />
        ))}
      </Paper>
      {more}
    </Box>
  );
}

function CountLine({ line: { key, stock, lot }, value, cup }: { line: Line; value: unknown; cup: Cup }) {
  const { good } = stock;
  const was = lot?.shelf ?? 0;
  const more = typeof value === 'number' ? value - was : undefined;
  return (
    <Box
      component="li"
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: 'minmax(0, 1fr) 130px', sm: 'minmax(0, 1fr) 150px 190px' },
        gap: 2,
        alignItems: 'center',
        px: 3,
        py: 1,
        minHeight: 52,
        borderBottom: 1,
        borderColor: 'divider',
      }}
    >
      <Box>
        {good.name}
        <Typography color="textSecondary" sx={{ fontSize: 'small' }}>
          {lot ? `${amountWords(good, was)}, ${untilWords(lot)}` : 'none on the shelf'}
        </Typography>
      </Box>
      <Drawn
        field={AMOUNT}
        eager
        hiddenLabel={`Counted: ${good.name}${lot?.goodUntil ? `, until ${lot.goodUntil}` : ''}`}
        measure={{ unit: good.unit, cup, densityGPerML: good.densityGPerML }}
        value={value}
        onValue={(v) => count(key, v)}
      />
      <Typography variant="body2" color="textSecondary" sx={{ gridColumn: { xs: '1 / -1', sm: 'auto' } }}>
        {more === undefined
          ? ''
          : Math.abs(more) > 1e-9
            ? `${more > 0 ? '+' : '−'}${formatAmount(Math.abs(more), good.unit)} against the ledger`
            : 'as in the ledger'}
      </Typography>
    </Box>
  );
}
