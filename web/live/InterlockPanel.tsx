import { Box, Typography } from '@mui/material';
import { heldBy, onStage, OVERRIDES, type Happening, type RunState, type Script } from '@hearty/core';
import { useState } from 'react';
import { DISPLAY } from '../kit/theme';
import { Target } from './Target';

/** An interlock stands before what was pressed: take its steps, or go on without them, deliberately and with a reason. */
export function InterlockPanel({
  script,
  state,
  does,
  onGo,
}: {
  script: Script;
  state: RunState;
  does: readonly Happening[];
  /** Goes on with what was pressed, `first` before it. */
  onGo: (first: Happening[]) => void;
}) {
  const [without, setWithout] = useState(false);
  const held = heldBy(script, state, does);
  const item = onStage(state);
  if (!item) return null;
  const { itemId } = item;
  return (
    <Box role="group" aria-label="Interlock">
      <Typography sx={{ color: 'warning.main', fontWeight: 700, fontSize: 'stageText' }}>FIRST</Typography>
      {held.map(({ id, text }) => (
        <Typography
          key={id}
          component="h1"
          sx={{ fontFamily: DISPLAY, fontWeight: 700, fontSize: 'stageCall', overflowWrap: 'anywhere' }}
        >
          {text}
        </Typography>
      ))}
      <Box sx={{ display: 'grid', gap: 4, mt: 4, gridTemplateColumns: { sm: '1fr 1fr' } }}>
        {without ? (
          OVERRIDES.map((reason) => (
            <Target key={reason} onClick={() => onGo([{ kind: 'overridden', body: { itemId, reason } }])}>
              {reason}
            </Target>
          ))
        ) : (
          <>
            <Target
              main
              onClick={() =>
                onGo(held.map(({ id }) => ({ kind: 'step done', body: { itemId, stepId: id } })))
              }
            >
              It is done now
            </Target>
            <Target onClick={() => setWithout(true)} words="you will be asked why">
              Go on without it
            </Target>
          </>
        )}
      </Box>
    </Box>
  );
}
