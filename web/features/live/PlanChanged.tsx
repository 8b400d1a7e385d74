import { Alert, Button } from '@mui/material';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import type { ApiError } from '../../session/api';
import { flushDraft } from '../../session/draft';
import { useShow } from '../../session/show';
import { record, startRun } from '../../session/runLog';
import type { OpenRun } from '../../session/useRun';

/** Before curtain-up, when the plan is no longer the one this run was opened with: the way to the newer one. */
export function PlanChanged({ runId, run }: { runId: string; run: OpenRun }) {
  const { file } = useShow();
  const client = useQueryClient();
  const startOver = useMutation<unknown, ApiError>({
    mutationFn: async () => {
      await flushDraft();
      const { speed = 1, seed, guided = false } = run.state.rehearsal ?? {};
      const wished = { rehearsal: run.rehearsal, speed, trouble: seed !== undefined, guided };
      await startRun(file.show.id, wished, runId);
      // The run that was never played is ended; it teaches nothing.
      await record({ kind: 'curtain down', body: {} });
    },
    onSuccess: () => client.invalidateQueries(),
  });
  const isSame = JSON.stringify([run.file.show, run.file.demos]) === JSON.stringify([file.show, file.demos]);
  if (isSame || run.state.phase !== 'before') return null;
  return (
    <Alert
      severity={startOver.isError ? 'error' : 'warning'}
      sx={{ mb: 4 }}
      action={
        <Button color="inherit" disabled={startOver.isPending} onClick={() => startOver.mutate()}>
          Start over with the new plan
        </Button>
      }
    >
      {startOver.error?.message ??
        'The plan has changed since these checks began. Starting over clears what was checked.'}
    </Alert>
  );
}
