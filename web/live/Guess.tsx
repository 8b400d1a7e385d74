import { Box, Typography } from '@mui/material';
import type { Cue, Happening, ItemState } from '@hearty/core';
import { NumberPad } from './NumberPad';
import { Target } from './Target';

/** The audience guesses before it sees: one of the answers, or a number. It may be left out. */
export function Guess({
  item,
  step,
  onGo,
}: {
  item: ItemState;
  step: NonNullable<Cue['guess']>;
  onGo: (does: readonly Happening[]) => void;
}) {
  const { itemId } = item;
  const { id: stepId } = step;
  const keep = (value: number | string) =>
    onGo([
      { kind: 'guess', body: { itemId, stepId, value } },
      { kind: 'step done', body: { itemId, stepId } },
    ]);
  return (
    <Box role="group" aria-label="What the audience guesses">
      <Typography sx={{ fontSize: 'stageSmall', mb: 1 }}>most of the audience guesses</Typography>
      {step.guess === 'number' ? (
        <NumberPad unit={step.guessUnit ?? ''} onKeep={keep} />
      ) : (
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 3 }}>
          {(step.guessFrom ?? []).map((word) => (
            <Target key={word} onClick={() => keep(word)}>
              {word}
            </Target>
          ))}
        </Box>
      )}
    </Box>
  );
}
