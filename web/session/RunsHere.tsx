import { Alert, Box, Button, Typography } from '@mui/material';
import { format } from 'date-fns';
import { useStore } from 'zustand';
import { lastAnswers } from './answers';
import { useRunsHere } from './here';

/** While the server does not answer: the runs this device has, of one show or of all, each with the way to its stage. */
export function RunsHere({ noAnswer, showId }: { noAnswer: boolean; showId?: string }) {
  // Pages show what the server last said; that it is silent now shows in that.
  const old = useStore(lastAnswers.old, (answers) => answers.size > 0);
  const shown = noAnswer || old;
  const runs = useRunsHere(shown, showId);
  if (!shown) return null;
  return (
    <Alert severity="info" sx={{ my: 4, maxWidth: 640 }}>
      <Typography>
        {runs.length === 0
          ? 'There is no run on this device to continue without the server.'
          : 'These runs are on this device, and go on without the server:'}
      </Typography>
      <Box component="ul" aria-label="Runs on this device" sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {runs.slice(0, 10).map((run) => (
          <Box component="li" key={run.id} sx={{ my: 1 }}>
            <Button variant="outlined" color="inherit" component="a" href={`/stage/${run.id}`}>
              {run.title}, {format(run.openedAt, 'd MMM, HH:mm')}
              {run.rehearsal && ' (rehearsal)'}
              {run.phase === 'down' && ' · curtain down'}
            </Button>
          </Box>
        ))}
      </Box>
    </Alert>
  );
}
