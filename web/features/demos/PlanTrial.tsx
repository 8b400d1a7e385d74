import type { Demo, Item, Parameter, Setting, Trial } from '@hearty/core';
import { Alert, Button, Dialog, DialogActions, DialogContent, DialogTitle, Typography } from '@mui/material';
import { useSnackbar } from 'notistack';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { OneOf } from '../../kit/Find';
import { newId } from '../../session/ids';
import { useDocuments, useSave } from '../../session/queries';

/** "400 mL" as the series has it: "400"; a name as it is. */
const bare = (parameter: Parameter, level: string): string =>
  parameter.names ? level : (level.split(/\s/)[0] ?? level);

/** What was held in the trial, as settings of the item. */
const settingsOf = (demo: Demo, held: Trial['held']): Setting[] =>
  Object.entries(held).flatMap(([title, value]): Setting[] => {
    const parameter = demo.parameters?.find((p) => p.title === title);
    if (!parameter) return [];
    return parameter.names
      ? [{ parameterId: parameter.id, name: value }]
      : [{ parameterId: parameter.id, value: Number(bare(parameter, value).replace(',', '.')) }];
  });

/** Puts the trial into a show as a series: what is to be tried next, beside the best so far. */
export function PlanTrial({
  demo,
  parameter,
  trial,
  onClose,
}: {
  demo: Demo;
  parameter: Parameter;
  trial: Trial;
  onClose: () => void;
}) {
  const shows = [...(useDocuments('shows').data ?? [])].sort((a, b) => (a.body.date < b.body.date ? 1 : -1));
  const [showId, setShowId] = useState(shows[0]?.id ?? '');
  const save = useSave('shows');
  const navigate = useNavigate();
  const { enqueueSnackbar } = useSnackbar();
  const stored = shows.find((s) => s.id === showId);
  const second = trial.levels
    .filter((l) => l.level !== trial.next.level)
    .reduce((a, b) => (b.best > a.best ? b : a)).level;
  const levels = [trial.next.level, second].map((level) => bare(parameter, level));
  const variant = demo.variants?.find((v) => v.title === trial.held['variant']);
  const settings = settingsOf(demo, trial.held);
  const put = () => {
    if (!stored) return;
    const item: Item = {
      id: newId(),
      kind: 'demo',
      title: demo.title,
      demoId: demo.id,
      showings: levels.length,
      retries: 0,
      helperIds: [],
      series: { parameterId: parameter.id, levels, onFail: 'go on' },
      ...(settings.length > 0 && { settings }),
      ...(variant && { variantId: variant.id }),
    };
    const body = { ...stored.body, items: [...stored.body.items, item] };
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
      <DialogTitle>Plan this trial</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 4, pt: '8px !important' }}>
        <Typography>
          {trial.variable}: {levels.join(', then ')}. Nothing else is changed between them.
        </Typography>
        {shows.length === 0 ? (
          <Typography>There is no show to put it into yet.</Typography>
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
              ? 'The show was changed meanwhile: close this and put it in anew.'
              : `${save.error.says} Nothing was changed.`}
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
