import { Alert, Box, Button, Paper, TextField, Typography } from '@mui/material';
import {
  formatAmount,
  parseAmount,
  type Lot,
  type LotStock,
  type WrittenMove,
  type StoresAnswer,
} from '@hearty/core';
import { useSnackbar } from 'notistack';
import { useMemo, useState } from 'react';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import { useWrite } from '../../session/stores';
import { newId } from '../../session/ids';
import { useSettings } from '../../session/settings';
import { useMore } from '../../kit/useMore';
import { Empty } from '../../kit/States';
import { amountWords, moveOf, stockOf, untilWords, type Stock } from './stock';

/** What was counted and not yet written down, kept on this device: a dropped phone loses no shelf. */
const useCounts = create<{ typed: Record<string, string> }>()(
  persist(() => ({ typed: {} }), { name: 'hearty-count' }),
);
const type = (key: string, text: string) =>
  useCounts.setState(({ typed }) => ({ typed: { ...typed, [key]: text } }));
const forget = () => useCounts.setState({ typed: {} });

interface Line {
  key: string;
  stock: Stock;
  lot: LotStock | undefined;
}

/** Counting the shelves fast: a number and Enter, and on to the next. Written down together at the end. */
export function Count({ stores }: { stores: StoresAnswer }) {
  const { typed } = useCounts();
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
  const found = lines.filter((l) => l.stock.good.name.toLowerCase().includes(words.trim().toLowerCase()));
  const { shown, more } = useMore(found);
  if (lines.length === 0) return <Empty title="Nothing to count">Write down a good first.</Empty>;
  const read = ({ key, stock: { good } }: Line) =>
    typed[key]?.trim()
      ? parseAmount(typed[key], good.unit, { cup, densityGPerML: good.densityGPerML })
      : undefined;
  const counted = lines.filter((l) => read(l)?.ok);
  const wrong = lines.filter((l) => read(l)?.ok === false);
  const save = () => {
    const lots: Lot[] = [];
    const moves = counted.map((line): WrittenMove => {
      const value = read(line) as { value: number };
      const lotId = line.lot?.lot.id ?? newId();
      if (!line.lot) lots.push({ id: lotId, goodId: line.stock.good.id });
      return moveOf(lotId, 'counted', value.value, { note: 'Stock-take' });
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
        <TextField
          label="Find"
          value={words}
          onChange={(e) => setWords(e.target.value)}
          sx={{ width: { xs: 140, sm: 220 } }}
        />
        <Typography role="status" sx={{ flex: 1 }}>
          {counted.length} counted{wrong.length > 0 && `, ${wrong.length} not understood`}
        </Typography>
        {Object.keys(typed).length > 0 && <Button onClick={forget}>Start over</Button>}
        <Button
          variant="contained"
          disabled={counted.length === 0 || wrong.length > 0 || write.isPending}
          onClick={save}
        >
          Write it down
        </Button>
      </Box>
      {write.error && (
        <Alert severity="error" sx={{ mb: 2 }}>
          {write.error.fields[0]?.says ?? write.error.says} What you counted is kept on this device.
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
          <CountLine key={line.key} line={line} text={typed[line.key] ?? ''} parsed={read(line)} />
        ))}
      </Paper>
      {more}
    </Box>
  );
}

function CountLine({
  line: { key, stock, lot },
  text,
  parsed,
}: {
  line: Line;
  text: string;
  parsed: ReturnType<typeof parseAmount> | undefined;
}) {
  const { good } = stock;
  const was = lot?.shelf ?? 0;
  const differs = parsed?.ok && Math.abs(parsed.value - was) > 1e-9;
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
        <Typography color="textSecondary" sx={{ fontSize: 13 }}>
          {lot ? `${amountWords(good, was)}, ${untilWords(lot)}` : 'none on the shelf'}
        </Typography>
      </Box>
      <TextField
        size="small"
        value={text}
        onChange={(e) => type(key, e.target.value)}
        error={parsed?.ok === false}
        slotProps={{
          htmlInput: {
            'aria-label': `Counted: ${good.name}${lot?.goodUntil ? `, until ${lot.goodUntil}` : ''}`,
            inputMode: good.unit === 'piece' ? 'numeric' : 'text',
            autoComplete: 'off',
          },
        }}
      />
      <Typography
        sx={{
          fontSize: 13,
          gridColumn: { xs: '1 / -1', sm: 'auto' },
          color: parsed?.ok === false ? 'error.main' : 'text.secondary',
        }}
      >
        {parsed?.ok === false
          ? parsed.says
          : differs
            ? `${parsed.value > was ? '+' : '−'}${formatAmount(Math.abs(parsed.value - was), good.unit)} against the ledger`
            : parsed
              ? 'as in the ledger'
              : ''}
      </Typography>
    </Box>
  );
}
