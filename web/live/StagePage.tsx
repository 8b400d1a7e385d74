import { Box, Button, Typography } from '@mui/material';
import { LivePage } from './LivePage';
import { Stage } from './Stage';

/** The stage screen: now, next, what to shout, and where the show will land. Nothing here is typed. */
export const StagePage = ({ runId }: { runId: string }) => (
  <LivePage runId={runId} title="on stage">
    {({ script, state, rehearsal, role }) =>
      role === 'stage' ? (
        <Stage key={runId} script={script} state={state} rehearsal={rehearsal} />
      ) : (
        <NotHere runId={runId} />
      )
    }
  </LivePage>
);

/** A device that was let in for less than the stage. */
const NotHere = ({ runId }: { runId: string }) => (
  <Box component="main" sx={{ p: 8, display: 'grid', gap: 3, justifyItems: 'start' }}>
    <Typography variant="h1">This device does not run the show</Typography>
    <Typography>This device may watch and help. To run the show, join with the stage code.</Typography>
    <Button variant="contained" href={`/crew/${runId}`}>
      Crew and narrator
    </Button>
    <Button variant="outlined" href={`/wall/${runId}`}>
      Wall clock
    </Button>
    <Button href="/join">Another code</Button>
  </Box>
);
