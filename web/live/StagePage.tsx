import { Box, Typography } from '@mui/material';
import { Loading, WindowTitle } from '../kit/States';
import { RefusedCorner } from '../session/Kept';
import { useRunLog } from '../session/runLog';
import { useRun } from '../session/useRun';
import { Stage } from './Stage';

/** The stage screen: now, next, what to shout, and where the show will land. Nothing here is typed. */
export function StagePage({ runId }: { runId: string }) {
  const run = useRun(runId);
  const failed = useRunLog((s) => s.failed);
  const online = useRunLog((s) => s.online);
  return (
    <>
      <WindowTitle of={run ? `${run.script.file.show.title}, on stage` : 'On stage'} />
      <RefusedCorner />
      {run ? (
        <Stage key={runId} script={run.script} state={run.state} rehearsal={run.rehearsal} />
      ) : (
        <Box sx={{ p: 8 }}>
          {failed || !online ? (
            <>
              <Typography variant="h1" sx={{ mb: 2 }}>
                This run is not on this device
              </Typography>
              <Typography>
                {failed ||
                  'The server does not answer, and this device has not seen the run before. Trying again …'}
              </Typography>
            </>
          ) : (
            <Loading what="the run" />
          )}
        </Box>
      )}
    </>
  );
}
