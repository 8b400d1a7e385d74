import { Box } from '@mui/material';
import { cue, stageWords, type RunState, type Script, type StageAlarm } from '@hearty/core';

const unseen = {
  position: 'absolute',
  width: 1,
  height: 1,
  overflow: 'hidden',
  clipPath: 'inset(50%)',
  whiteSpace: 'nowrap',
} as const;

/** What a screen reader says when a press has changed what is on: the step, the outcome, a hold. */
export function SpokenState({
  script,
  state,
  alarm,
}: {
  script: Script;
  state: RunState;
  alarm: StageAlarm | undefined;
}) {
  const { head, detail, value, line } = stageWords(script, state, cue(script, state));
  const held = alarm?.kind === 'held' ? `${alarm.word}: ${alarm.message}` : undefined;
  return (
    <Box aria-live="polite" data-testid="spoken" sx={unseen}>
      {[held, head, detail, value, line].filter(Boolean).join('. ')}
    </Box>
  );
}

/** For the keyboard: to the words, or to the targets. */
export const SkipLinks = () => (
  <Box
    sx={{
      position: 'absolute',
      zIndex: 2,
      '& a': {
        ...unseen,
        '&:focus': {
          position: 'static',
          width: 'auto',
          height: 'auto',
          clipPath: 'none',
          bgcolor: 'background.paper',
          p: 2,
        },
      },
    }}
  >
    <a href="#targets">Skip to the targets</a> <a href="#what-is-on">Skip to what is on</a>
  </Box>
);
