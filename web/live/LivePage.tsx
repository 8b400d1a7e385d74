import { Box, Button, Typography } from '@mui/material';
import type { ReactNode } from 'react';
import { Loading, WindowTitle } from '../kit/States';
import { RefusedCorner } from '../session/OutboxStatus';
import { useRunLog } from '../session/runLog';
import { useRun, type OpenRun } from '../session/useRun';

/** A screen of a running show: the run once it is here, else why it is not. */
export function LivePage({
  runId,
  title,
  children,
}: {
  runId: string;
  /** What the window is called, beside the show. */
  title: string;
  children: (run: OpenRun) => ReactNode;
}) {
  const run = useRun(runId);
  const failed = useRunLog((s) => s.failed);
  const online = useRunLog((s) => s.online);
  return (
    <>
      <WindowTitle title={run ? `${run.script.file.show.title}, ${title}` : title} />
      <RefusedCorner />
      {run ? (
        children(run)
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
              {failed && (
                <Button variant="contained" href="/join" sx={{ mt: 4 }}>
                  Join with a code
                </Button>
              )}
            </>
          ) : (
            <Loading what="the run" />
          )}
        </Box>
      )}
    </>
  );
}
