import type { RunSummary, ShowLine } from '@hearty/core';
import { Alert, Button, Dialog, DialogActions, DialogContent, DialogTitle, Typography } from '@mui/material';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { OneOf } from '../../kit/Find';
import type { ApiError } from '../../session/api';
import { addFirstShow } from '../../session/files';
import { startRun } from '../../session/runLog';

/** From the list of shows into a rehearsal that says what to try: the check, the stage and the debrief in a few minutes. */
export function GuideDialog({ shows, onClose }: { shows: readonly ShowLine[]; onClose: () => void }) {
  const navigate = useNavigate();
  // One that is being checked or played is not to be disturbed; the shortest is soonest seen.
  const free = shows.filter((s) => !s.openRun && !s.trouble).sort((a, b) => a.endS - b.endS);
  const [chosen, setChosen] = useState(free[0]?.id ?? '');
  const client = useQueryClient();
  const start = useMutation<RunSummary, ApiError>({
    mutationFn: async () => {
      const showId = chosen || (await addFirstShow());
      return startRun(showId, { rehearsal: true, speed: 8, guided: true });
    },
    onSuccess: ({ showId }) => {
      if (!chosen) void client.invalidateQueries();
      void navigate(`/shows/${showId}/check`);
    },
  });
  return (
    <Dialog open onClose={onClose} maxWidth="xs" fullWidth>
      <DialogTitle>A show in three minutes</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 4 }}>
        <Typography>
          You check the set-up, play the show eight times as fast as life, and see what the debrief makes of
          it. A line says what to try next. It is a rehearsal: nothing you press is learned from.
        </Typography>
        {free.length > 0 ? (
          <OneOf
            label="Show"
            value={chosen}
            onValue={setChosen}
            options={free.map((s) => ({ value: s.id, label: s.title }))}
          />
        ) : (
          <Typography>
            You have no upcoming show to use, so a small one is added: three demos from the starter shelf, in
            any room. Delete it afterwards.
          </Typography>
        )}
        {start.error && <Alert severity="error">{start.error.message}</Alert>}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Not now</Button>
        <Button variant="contained" disabled={start.isPending} onClick={() => start.mutate()}>
          Show me
        </Button>
      </DialogActions>
    </Dialog>
  );
}
