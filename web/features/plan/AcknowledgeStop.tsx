import { Acknowledgement, type Finding } from '@hearty/core';
import { Box, Button, Dialog, DialogActions, DialogContent, DialogTitle, Typography } from '@mui/material';
import { useState } from 'react';
import { FieldOf } from '../../kit/fields';
import { useShow } from '../../session/show';
import { commitChange } from './view';

/** Who acknowledged a stop, or the button to do so; for a stop that cannot be overridden, that line alone. */
export function AcknowledgeStop({ finding }: { finding: Finding }) {
  const [isOpen, setIsOpen] = useState(false);
  const { code, itemId, message, acknowledged, isFinal } = finding;
  if (isFinal)
    return (
      <Typography variant="body2" sx={{ mt: 0.5, fontWeight: 700 }}>
        This cannot be overridden: change it, or leave the item out.
      </Typography>
    );
  if (acknowledged !== undefined)
    return (
      <Typography variant="body2" component="div" sx={{ mt: 0.5 }}>
        {acknowledged}{' '}
        <Button
          size="small"
          onClick={() =>
            commitChange({
              kind: 'withdraw',
              stop: { code, message, ...(itemId !== undefined && { itemId }) },
            })
          }
        >
          Withdraw
        </Button>
      </Typography>
    );
  return (
    <Box>
      <Button size="small" sx={{ mt: 1 }} onClick={() => setIsOpen(true)}>
        Acknowledge
      </Button>
      {isOpen && <AcknowledgeDialog finding={finding} onClose={() => setIsOpen(false)} />}
    </Box>
  );
}

/** Somebody of the crew, and why the show goes on all the same. */
function AcknowledgeDialog({ finding, onClose }: { finding: Finding; onClose: () => void }) {
  const { file, script } = useShow();
  const [personId, setPersonId] = useState(file.show.crew[0]?.personId);
  const [reason, setReason] = useState('');
  const { code, itemId, message } = finding;
  const isReady = personId !== undefined && reason.trim() !== '';
  const keep = () => {
    if (!isReady) return;
    commitChange({
      kind: 'acknowledge',
      acknowledgement: {
        ...{ code, message, personId, reason: reason.trim() },
        ...(itemId !== undefined && { itemId }),
      },
    });
    onClose();
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm">
      <DialogTitle>Acknowledge this stop</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 4 }}>
        <Typography sx={{ overflowWrap: 'anywhere' }}>{message}</Typography>
        <FieldOf
          type={Acknowledgement}
          name="personId"
          value={personId}
          onValue={setPersonId}
          options={file.show.crew.map((place) => ({
            value: place.personId,
            label: script.people.get(place.personId)?.name ?? place.personId,
          }))}
        />
        <FieldOf type={Acknowledgement} name="reason" value={reason} onValue={setReason} eager autoFocus />
        <Typography color="textSecondary" sx={{ fontSize: 'small' }}>
          This covers the stop as it is now: if it changes, it has to be acknowledged again. It is shown at
          Check, on stage and on paper. Local codes, the venue’s rules, the supplier’s safety data sheet and
          trained people come first.
        </Typography>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" disabled={!isReady} onClick={keep}>
          Acknowledge
        </Button>
      </DialogActions>
    </Dialog>
  );
}
