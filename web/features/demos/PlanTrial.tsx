import { levelsNext, withBest, withTrial, type Demo, type Parameter, type Trial } from '@hearty/core';
import { Alert, Button, Dialog, DialogActions, DialogContent, DialogTitle, Typography } from '@mui/material';
import { useSnackbar } from 'notistack';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { OneOf } from '../../kit/Find';
import { newId } from '../../session/ids';
import { useDocuments, useSave } from '../../session/queries';

/** Puts a trial into a show as a series, what is to be tried next beside the best so far; or its best level. */
export function PlanTrial({
  demo,
  parameter,
  trial,
  what,
  onClose,
}: {
  demo: Demo;
  parameter: Parameter;
  trial: Trial;
  what: 'trial' | 'best';
  onClose: () => void;
}) {
  const shows = [...(useDocuments('shows').data ?? [])].sort((a, b) => (a.body.date < b.body.date ? 1 : -1));
  const [showId, setShowId] = useState(shows[0]?.id ?? '');
  const save = useSave('shows');
  const navigate = useNavigate();
  const { enqueueSnackbar } = useSnackbar();
  const stored = shows.find((s) => s.id === showId);
  const put = () => {
    if (!stored) return;
    const into = what === 'trial' ? withTrial : withBest;
    const body = into(stored.body, demo, parameter, trial, newId());
    save.mutate(
      { id: stored.id, version: stored.version, body },
      {
        onSuccess: () => {
          enqueueSnackbar(`It is in “${stored.body.title}”.`);
          void navigate(`/shows/${stored.id}/plan`);
        },
      },
    );
  };
  return (
    <Dialog open onClose={onClose} maxWidth="xs" fullWidth>
      <DialogTitle>{what === 'trial' ? 'Plan this trial' : `Play it at ${trial.bestLevel}`}</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 4, pt: '8px !important' }}>
        <Typography>
          {what === 'trial'
            ? `${trial.variable}: ${levelsNext(trial, parameter).join(', then ')}. Nothing else is changed between them.`
            : `${trial.variable} is set to ${trial.bestLevel} wherever the show plays it, series apart; where it does not, it is put in at the end.`}
        </Typography>
        {shows.length === 0 ? (
          <Typography>There is no show to add it to yet.</Typography>
        ) : (
          <OneOf
            label="Into the show"
            value={showId}
            options={shows.map((s) => ({ value: s.id, label: `${s.body.title}, ${s.body.date}` }))}
            onValue={setShowId}
          />
        )}
        {save.error && (
          <Alert severity="error">
            {save.error.code === 'stale'
              ? 'The show was changed meanwhile: close this and add it again.'
              : `${save.error.message} Nothing was changed.`}
          </Alert>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" disabled={!stored || save.isPending} onClick={put}>
          Put it in
        </Button>
      </DialogActions>
    </Dialog>
  );
}
