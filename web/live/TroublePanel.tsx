import { Box, Button, Typography } from '@mui/material';
import { meet, troubleNow, type Happening, type RunState, type Script } from '@hearty/core';

/** A mishap of the rehearsal, and what may be done about it. Forward goes on all the same; the review tells. */
export function TroublePanel({
  script,
  state,
  onMeet,
}: {
  script: Script;
  state: RunState;
  onMeet: (does: readonly Happening[]) => void;
}) {
  const trouble = troubleNow(script, state);
  if (!trouble) return null;
  return (
    <Box
      role="alert"
      sx={{
        border: 3,
        borderColor: 'warning.main',
        borderRadius: 1,
        p: { xs: 2, sm: 3 },
        display: 'grid',
        gap: 2,
      }}
    >
      <Typography sx={{ fontSize: 'stageText', fontWeight: 700, overflowWrap: 'anywhere' }}>
        <Box component="span" sx={{ color: 'warning.main' }}>
          Trouble:{' '}
        </Box>
        {trouble.kind === 'stale' && `${trouble.title}: `}
        {trouble.message}
      </Typography>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2 }}>
        {trouble.remedies.map((remedy) => (
          <Button
            key={remedy.did}
            variant="outlined"
            color="inherit"
            sx={{ minHeight: 60, fontSize: 'stageSmall', overflowWrap: 'anywhere' }}
            onClick={() => onMeet(meet(trouble, remedy))}
          >
            {remedy.did}
          </Button>
        ))}
      </Box>
    </Box>
  );
}
