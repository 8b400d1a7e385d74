import { Box, Typography } from '@mui/material';
import { closing, playedAs, type Happening, type ItemState, type Outcome, type Script } from '@hearty/core';
import { useState } from 'react';
import { DISPLAY } from '../kit/theme';
import { Target } from './Target';

/** How the attempt went; of a failure, whole or in part, what was seen is asked. Two touches at most. */
export function OutcomePanel({
  script,
  item,
  onOutcome,
}: {
  script: Script;
  item: ItemState;
  onOutcome: (does: readonly Happening[]) => void;
}) {
  const [outcome, setOutcome] = useState<Outcome>();
  const symptoms = playedAs(script, item)?.demo?.faults.map((f) => f.symptom) ?? [];
  const close = (chosen: Outcome, symptom?: string) => {
    onOutcome([closing(item, chosen, symptom)]);
  };
  const choose = (chosen: Outcome) =>
    (chosen === 'failed' || chosen === 'partly') && symptoms.length > 0 ? setOutcome(chosen) : close(chosen);
  return (
    <Box role="group" aria-label="How did it go?">
      <Typography sx={{ color: 'primary.main', fontWeight: 700, fontSize: 'stageText' }}>
        {item.title}
      </Typography>
      <Typography component="h1" sx={{ fontFamily: DISPLAY, fontWeight: 700, fontSize: 'stageCall', mb: 4 }}>
        {outcome ? 'What did you see?' : 'How did it go?'}
      </Typography>
      <Box sx={{ display: 'grid', gap: 4, gridTemplateColumns: { sm: '1fr 1fr' } }}>
        {outcome ? (
          <>
            {symptoms.map((s) => (
              <Target key={s} onClick={() => close(outcome, s)}>
                {s}
              </Target>
            ))}
            <Target onClick={() => close(outcome)}>something else</Target>
          </>
        ) : (
          (['worked', 'partly', 'failed', 'not tried'] as const).map((o) => (
            <Target key={o} main={o === 'worked'} onClick={() => choose(o)}>
              {o[0]!.toUpperCase() + o.slice(1)}
            </Target>
          ))
        )}
      </Box>
    </Box>
  );
}
