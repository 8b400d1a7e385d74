import { Box, Button, Paper, Typography } from '@mui/material';
import { Crate, LIFT_KG, type Stored } from '@hearty/core';
import { useState } from 'react';
import { FieldIn } from '../../kit/fields';
import { FormDialog } from '../../kit/FormDialog';
import { useDocuments } from '../../session/queries';
import { newId } from '../../session/ids';
import { Empty, Loading } from '../../kit/States';
import { useDocumentForm } from '../../session/useDocumentForm';
import { useSayWithUndo } from '../../session/useSayWithUndo';
import { AddIcon } from '../../kit/icons';

/** The crates of the troupe, that every show is packed into. */
export function Crates() {
  const crates = useDocuments('crates');
  const remove = useSayWithUndo('crates');
  const [crate, setCrate] = useState<Stored<Crate>>();
  if (!crates.data) return <Loading what="the crates" />;
  return (
    <>
      <Box sx={{ display: 'flex', mb: 3, alignItems: 'center' }}>
        <Typography color="textSecondary" sx={{ flex: 1 }}>
          {LIFT_KG} kg is what one person may lift by common practice; each crate has its own limit.
        </Typography>
        <Button
          startIcon={<AddIcon />}
          onClick={() =>
            setCrate({ id: newId(), version: 0, body: { id: '', name: '', insideL: 45, limitKg: LIFT_KG } })
          }
        >
          New crate
        </Button>
      </Box>
      {crates.data.length === 0 && (
        <Empty title="No crates yet">Add a crate, and shows are packed into it.</Empty>
      )}
      <Box
        sx={{
          display: 'grid',
          gap: 3,
          gridTemplateColumns: 'repeat(auto-fill, minmax(min(260px, 100%), 1fr))',
        }}
      >
        {crates.data.map((c) => (
          <Paper key={c.id} variant="outlined" sx={{ p: 3 }}>
            <Typography sx={{ fontWeight: 700 }}>{c.body.name}</Typography>
            <Typography color="textSecondary">
              {c.body.insideL} L inside, at most {c.body.limitKg} kg
            </Typography>
            <Box sx={{ mt: 1 }}>
              <Button onClick={() => setCrate(c)} aria-label={`Change ${c.body.name}`}>
                Change
              </Button>
              <Button onClick={() => void remove(c, c.body.name)} aria-label={`Delete ${c.body.name}`}>
                Delete
              </Button>
            </Box>
          </Paper>
        ))}
      </Box>
      {crate && <CrateDialog stored={crate} onClose={() => setCrate(undefined)} />}
    </>
  );
}

function CrateDialog({ stored, onClose }: { stored: Stored<Crate>; onClose: () => void }) {
  const { save, ...rest } = useDocumentForm('crates', Crate, stored, { called: 'crate', onSaved: onClose });
  return (
    <FormDialog
      title={stored.version ? stored.body.name : 'New crate'}
      type={Crate}
      {...rest}
      onClose={onClose}
      onSave={save}
    >
      <FieldIn name="name" />
      <FieldIn name="insideL" />
      <FieldIn name="limitKg" />
    </FormDialog>
  );
}
