import { Box, ButtonBase, Typography } from '@mui/material';
import { useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { DISPLAY } from '../kit/theme';
import { Target } from './Target';

const KEYS = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '.', '0', '⌫'] as const;
const MOST_DIGITS = 8;

/** A number by large keys, or by those of a keyboard. It may be left out. */
export function NumberPad({
  unit,
  usual,
  onKeep,
}: {
  unit: string;
  /** Beyond these it asks whether it is meant, and keeps it all the same. */
  usual?: { min?: number | undefined; max?: number | undefined };
  onKeep: (value: number) => void;
}) {
  const [typed, setTyped] = useState('');
  const value = Number(typed);
  const isNumber = typed !== '' && Number.isFinite(value);
  const { min = -Infinity, max = Infinity } = usual ?? {};
  const isFar = typed !== '' && (value < min || value > max);
  const press = (key: string) =>
    setTyped((was) => {
      if (key === '⌫') return was.slice(0, -1);
      return was.length >= MOST_DIGITS || (key === '.' && was.includes('.')) ? was : was + key;
    });
  useHotkeys('*', (e) => {
    if (/^[0-9]$/.test(e.key)) press(e.key);
    else if (e.key === '.' || e.key === ',') press('.');
    else if (e.key === 'Backspace') press('⌫');
    // A button that has the focus takes Enter for itself.
    else if (e.key === 'Enter' && isNumber && !(e.target instanceof HTMLButtonElement)) onKeep(value);
  });
  return (
    <Box sx={{ display: 'grid', gap: 3, gridTemplateColumns: { sm: '320px 1fr' }, alignItems: 'start' }}>
      <Box
        sx={{
          display: 'grid',
          gap: 2,
          gridTemplateColumns: { xs: 'repeat(4, 1fr)', sm: 'repeat(3, 1fr)' },
        }}
      >
        {KEYS.map((key) => (
          <ButtonBase
            key={key}
            aria-label={key === '⌫' ? 'Delete the last digit' : key}
            onClick={() => press(key)}
            sx={{
              minHeight: 72,
              borderRadius: 1,
              border: '1px solid transparent',
              bgcolor: (t) => t.ink.wash,
              fontSize: 'stageLead',
              fontWeight: 700,
            }}
          >
            {key}
          </ButtonBase>
        ))}
      </Box>
      <Box sx={{ display: 'grid', gap: 2 }}>
        <Typography
          aria-live="polite"
          sx={{ fontFamily: DISPLAY, fontSize: { xs: 'stageLead', sm: 'stageNow' }, lineHeight: 1.1 }}
        >
          {typed || '…'} {unit}
        </Typography>
        {isFar && (
          <Typography sx={{ fontSize: 'stageSmall', color: 'warning.main' }}>
            Usually {rangeWords(usual?.min, usual?.max, unit)}. It is kept as you enter it.
          </Typography>
        )}
        <Target main disabled={!isNumber} onClick={() => onKeep(value)}>
          Keep it
        </Target>
      </Box>
    </Box>
  );
}

const rangeWords = (min: number | undefined, max: number | undefined, unit: string): string =>
  [min !== undefined && `${min}`, max !== undefined && `${min === undefined ? 'up ' : ''}to ${max}`, unit]
    .filter(Boolean)
    .join(' ');
