import { Box, ButtonBase, Typography } from '@mui/material';
import { readingOf, type RunState, type Script } from '@hearty/core';
import { useState } from 'react';
import { DISPLAY } from '../kit/theme';
import { record } from '../session/runLog';
import { Target } from './Target';

const KEYS = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '.', '0', '⌫'] as const;

/** What was measured after an attempt: one large pad, or one of its words. It may be left out. */
export function ReadingPad({
  script,
  state,
  attemptId,
  onDone,
}: {
  script: Script;
  state: RunState;
  attemptId: string;
  onDone: () => void;
}) {
  const [typed, setTyped] = useState('');
  const asked = readingOf(script, state, attemptId);
  if (!asked) return null;
  const { reading, title } = asked;
  const put = (value: number | string) => {
    onDone();
    void record({ kind: 'reading', body: { attemptId, value } });
  };
  const value = Number(typed);
  const { min = -Infinity, max = Infinity, unit = '' } = reading;
  const far = typed !== '' && (value < min || value > max);
  const key = (k: (typeof KEYS)[number]) =>
    setTyped((was) =>
      k === '⌫' ? was.slice(0, -1) : was.length >= 8 || (k === '.' && was.includes('.')) ? was : was + k,
    );
  return (
    <Box role="group" aria-label={reading.title}>
      <Typography sx={{ color: 'primary.main', fontWeight: 700, fontSize: 'stageText' }}>{title}</Typography>
      <Typography
        component="h1"
        sx={{
          fontFamily: DISPLAY,
          fontWeight: 700,
          fontSize: { xs: 'stageLead', sm: 'stageCall' },
          lineHeight: 1.15,
          mb: { xs: 1, sm: 3 },
        }}
      >
        {reading.title}
      </Typography>
      {reading.kind === 'choice' ? (
        <Box sx={{ display: 'grid', gap: 3, gridTemplateColumns: { sm: '1fr 1fr' } }}>
          {(reading.words ?? []).map((word) => (
            <Target key={word} onClick={() => put(word)}>
              {word}
            </Target>
          ))}
        </Box>
      ) : (
        <Box sx={{ display: 'grid', gap: 3, gridTemplateColumns: { sm: '320px 1fr' }, alignItems: 'start' }}>
          <Box
            sx={{
              display: 'grid',
              gap: 2,
              gridTemplateColumns: { xs: 'repeat(4, 1fr)', sm: 'repeat(3, 1fr)' },
            }}
          >
            {KEYS.map((k) => (
              <ButtonBase
                key={k}
                aria-label={k === '⌫' ? 'Take the last digit out' : k}
                onClick={() => key(k)}
                sx={{
                  minHeight: 72,
                  borderRadius: 1,
                  bgcolor: (t) => t.ink.wash,
                  fontSize: 'stageLead',
                  fontWeight: 700,
                }}
              >
                {k}
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
            {far && (
              <Typography sx={{ fontSize: 'stageSmall', color: 'warning.main' }}>
                {rangeWords(reading.min, reading.max, unit)} is usual; it is kept as you say.
              </Typography>
            )}
            <Target main disabled={typed === '' || !Number.isFinite(value)} onClick={() => put(value)}>
              Keep it
            </Target>
          </Box>
        </Box>
      )}
    </Box>
  );
}

const rangeWords = (min: number | undefined, max: number | undefined, unit: string): string =>
  [min !== undefined && `${min}`, max !== undefined && `${min === undefined ? 'up ' : ''}to ${max}`, unit]
    .filter(Boolean)
    .join(' ');
