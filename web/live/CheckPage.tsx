import { Box, Button, Typography } from '@mui/material';
import { SnackbarProvider } from 'notistack';
import { Checks } from '../check/Checks';
import { SyncStatus } from './SyncStatus';
import { LivePage } from './LivePage';

/** The set-up on a phone in the hand of whoever walks the stage; nothing of planning is reached from here. */
export const CheckPage = ({ runId }: { runId: string }) => (
  <LivePage runId={runId} title="checks">
    {(run) => (
      <SnackbarProvider autoHideDuration={8000}>
        <Box component="main" sx={{ maxWidth: 1100, mx: 'auto', p: { xs: 3, sm: 5 } }}>
          <Typography variant="h1" sx={{ mb: 1, overflowWrap: 'anywhere' }}>
            Checks: {run.file.show.title}
          </Typography>
          <Typography role="status" sx={{ color: 'secondary.main', mb: 2 }}>
            <SyncStatus />
          </Typography>
          <Checks
            run={run}
            onward={
              <Button
                variant="contained"
                fullWidth
                href={`/${run.role === 'stage' ? 'stage' : 'crew'}/${runId}`}
              >
                {run.role === 'stage' ? 'On to the stage' : 'What you do next'}
              </Button>
            }
          />
        </Box>
      </SnackbarProvider>
    )}
  </LivePage>
);
