import { Alert, Box, Button, Typography } from '@mui/material';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import type { ApiError } from '../../session/api';
import { declare, type RunSummary } from '@hearty/core';
import { Drawn } from '../../kit/fields';
import { flushDraft, useDraft } from '../../session/draft';
import { RunsHere } from '../../session/RunsHere';
import { startRun } from '../../session/runLog';

const REHEARSAL = declare.yesNo('It is a rehearsal');

/** Opens a run of the show as it stands. From then on the log is kept. */
export function StartRun({
  showId,
  label,
  onStarted,
}: {
  showId: string;
  label: string;
  onStarted?: (run: RunSummary) => void;
}) {
  const [rehearsal, setRehearsal] = useState(false);
  const empty = useDraft((s) => s.show?.items.length === 0);
  const client = useQueryClient();
  const start = useMutation<RunSummary, ApiError>({
    mutationFn: async () => {
      await flushDraft();
      return startRun(showId, rehearsal);
    },
    onSuccess: (run) => {
      void client.invalidateQueries();
      onStarted?.(run);
    },
  });
  return (
    <Box sx={{ maxWidth: 560, my: 6 }}>
      <Typography sx={{ mb: 3 }}>
        {empty
          ? 'The running order is empty. Add a demo to the plan first.'
          : 'The running order is taken as it stands now; what you change in the plan later does not touch this run.'}
      </Typography>
      <Box sx={{ display: 'flex', gap: 4, alignItems: 'center', flexWrap: 'wrap' }}>
        <Button
          size="large"
          variant="contained"
          disabled={empty || start.isPending}
          onClick={() => start.mutate()}
        >
          {label}
        </Button>
        <Drawn field={REHEARSAL} value={rehearsal} onValue={(on) => setRehearsal(on === true)} />
      </Box>
      <Typography color="textSecondary" sx={{ mt: 2, fontSize: 'small' }}>
        A rehearsal teaches the times and not the odds.
      </Typography>
      {start.isError && (
        <Alert severity="error" sx={{ mt: 3 }}>
          {start.error.says}
        </Alert>
      )}
      <RunsHere silent={start.error?.silent === true} showId={showId} />
    </Box>
  );
}
