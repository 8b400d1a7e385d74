import { Cause, Fault, fieldOf, symptomKey, withCause, type DebriefLine } from '@hearty/core';
import { Alert, Button, Dialog, DialogActions, DialogContent, DialogTitle, Typography } from '@mui/material';
import { useSnackbar } from 'notistack';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { FieldIn, FormOf, resolverOf } from '../../kit/fields';
import { useDocument, useSave } from '../../session/queries';

interface Added extends Cause {
  symptom: string;
}

const ADDED = {
  symptom: fieldOf(Fault, 'symptom'),
  cause: fieldOf(Cause, 'cause'),
  quickTest: fieldOf(Cause, 'quickTest'),
  cure: fieldOf(Cause, 'cure'),
};

/** The way to add what was found in the demo's own list, with its cure; nothing where it stands there already. */
export function AddToDemo({ line: { demoId, attempt } }: { line: DebriefLine }) {
  const { symptom, cause } = attempt;
  const [adding, setAdding] = useState(false);
  const kept = useDocument('demos', demoId ?? '', demoId !== undefined && symptom !== undefined);
  const faults = kept.data?.body.faults;
  if (!demoId || !symptom || !cause || !faults) return null;
  if (
    faults.some(
      (f) => symptomKey(f.symptom) === symptomKey(symptom) && f.causes.some((c) => c.cause === cause),
    )
  )
    return null;
  return (
    <>
      <Button onClick={() => setAdding(true)}>Add it to the demo’s faults</Button>
      {adding && <Adding demoId={demoId} symptom={symptom} cause={cause} onClose={() => setAdding(false)} />}
    </>
  );
}

function Adding({
  demoId,
  symptom,
  cause,
  onClose,
}: {
  demoId: string;
  symptom: string;
  cause: string;
  onClose: () => void;
}) {
  const { data, refetch } = useDocument('demos', demoId);
  const save = useSave('demos');
  const form = useForm<Added>({
    defaultValues: { symptom, cause, quickTest: '', cure: '' },
    resolver: resolverOf<Added>(ADDED),
  });
  const { enqueueSnackbar } = useSnackbar();
  const add = ({ symptom: seen, ...target }: Added) => {
    if (!data) return;
    const body = withCause(data.body, seen, target);
    save.mutate(
      { id: data.id, version: data.version, body },
      {
        onSuccess: () => {
          enqueueSnackbar(`“${data.body.title}” knows it now: it is offered on stage the next time.`);
          onClose();
        },
        // Somebody else changed it: with what they made of it, a second press adds to that.
        onError: ({ code }) => void (code === 'stale' && refetch()),
      },
    );
  };
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth>
      <DialogTitle>Add it to the demo’s faults</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 3 }}>
        <Typography color="textSecondary">
          The cure is read with gloves on and no time: a few words, the quick test first.
        </Typography>
        <FormOf type={ADDED} form={form}>
          {(['symptom', 'cause', 'quickTest', 'cure'] as const).map((name) => (
            <FieldIn key={name} name={name} />
          ))}
        </FormOf>
        {save.error && (
          <Alert severity="error">
            {save.error.code === 'stale'
              ? 'The demo was changed meanwhile. Nothing is lost: press “Add it” once more.'
              : `${save.error.fields[0]?.message ?? save.error.message} Nothing was changed.`}
          </Alert>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button
          variant="contained"
          disabled={!data || save.isPending}
          onClick={(e) => void form.handleSubmit(add)(e)}
        >
          Add it
        </Button>
      </DialogActions>
    </Dialog>
  );
}
