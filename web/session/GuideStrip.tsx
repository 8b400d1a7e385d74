import { hint, type Hint, type RunState, type Script } from '@hearty/core';
import { Box, Button, Typography } from '@mui/material';
import { record } from './runLog';

/** What somebody who is shown through a rehearsal tries next; nothing in any other run. */
export function GuideStrip({ script, state, on }: { script: Script; state: RunState; on: Hint['on'] }) {
  const next = hint(script, state);
  if (!next) return null;
  const { id } = script.file.show;
  const elsewhere = next.on !== on && { check: 'check', stage: 'live', debrief: 'debrief' }[next.on];
  return (
    <Box
      component="aside"
      aria-label="Guide"
      sx={{
        display: 'flex',
        flexWrap: 'wrap',
        alignItems: 'center',
        gap: 2,
        px: 3,
        py: 2,
        borderLeft: 6,
        borderColor: 'secondary.main',
        bgcolor: (t) => t.ink.wash,
      }}
    >
      <Typography role="status" sx={{ flex: '1 1 300px' }}>
        <b>Try this.</b> {next.message}
      </Typography>
      {elsewhere && (
        <Button variant="outlined" color="inherit" href={`/shows/${id}/${elsewhere}`}>
          Go there
        </Button>
      )}
      {on === 'stage' && state.phase === 'running' && (
        <Button
          variant="outlined"
          color="inherit"
          onClick={() => void record({ kind: 'curtain down', body: {} })}
        >
          Let the curtain fall
        </Button>
      )}
    </Box>
  );
}
