import { Box, Typography } from '@mui/material';
import { readingOf, type RunState, type Script } from '@hearty/core';
import { DISPLAY } from '../kit/theme';
import { record } from '../session/runLog';
import { NumberPad } from './NumberPad';
import { Target } from './Target';

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
  const asked = readingOf(script, state, attemptId);
  if (!asked) return null;
  const { reading, title } = asked;
  const put = (value: number | string) => {
    onDone();
    void record({ kind: 'reading', body: { attemptId, value } });
  };
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
        <NumberPad unit={reading.unit ?? ''} usual={reading} onKeep={put} />
      )}
    </Box>
  );
}
