import {
  Alert,
  Box,
  Button,
  Checkbox,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  FormControlLabel,
  Typography,
} from '@mui/material';
import type { BackupPreview, Examined, Holds, Lost } from '@hearty/core';
import { format } from 'date-fns';
import { useState } from 'react';
import { FileButton } from '../../kit/FileButton';
import { useBackupPreview, useFormDownload, useRestore } from '../../session/files';

const LINES: [keyof Holds, string][] = [
  ['shows', 'Shows'],
  ['demos', 'Demos'],
  ['goods', 'Goods'],
  ['runs', 'Runs'],
  ['events', 'Events'],
  ['moves', 'Moves of the stores'],
];

/** Everything the troupe has, out as one file and back in. */
export function Everything({ onClose }: { onClose: () => void }) {
  const [name, setName] = useState('');
  const [agreed, setAgreed] = useState(false);
  const look = useBackupPreview();
  const bring = useRestore();
  const choose = (file: File) => {
    setName(file.name);
    setAgreed(false);
    bring.reset();
    look.mutate(file);
  };
  const missing = look.data ? lostWords(look.data.lost) : '';
  const unreadable = look.data ? unreadableWords(look.data.unreadable) : '';
  const trouble = look.error ?? bring.error;
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth>
      <DialogTitle>Back up and restore</DialogTitle>
      <DialogContent>
        <Typography sx={{ mb: 2 }}>
          One file holds all of it: shows, demos, venues, crew, stores, and the log of every run. The server
          also makes a backup every day and keeps the last ten.
        </Typography>
        <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap' }}>
          <SaveEverything />
          <FileButton label="Backup to restore" disabled={look.isPending || bring.isPending} onFile={choose}>
            Restore …
          </FileButton>
        </Box>
        {look.isPending && (
          <Typography role="status" sx={{ mt: 3 }}>
            Checking {name} …
          </Typography>
        )}
        {look.data && !bring.data && (
          <Box sx={{ mt: 4 }}>
            <Compared name={name} preview={look.data} />
            {unreadable && (
              <Alert severity="warning" sx={{ my: 2 }}>
                Cannot be read in the file: {unreadable}. Everything else in it can.
              </Alert>
            )}
            {missing && (
              <Alert severity="warning" sx={{ my: 2 }}>
                Here and not in the file: {missing}. Restoring would remove it.
                <FormControlLabel
                  sx={{ display: 'flex', mt: 1 }}
                  label="Replace it anyway"
                  control={<Checkbox checked={agreed} onChange={(_e, on) => setAgreed(on)} />}
                />
              </Alert>
            )}
            <Typography color="textSecondary" sx={{ my: 2 }}>
              Everything here is replaced. A backup of it is kept in the folder “backups” beside the database.
            </Typography>
            <Button
              variant="contained"
              disabled={bring.isPending || (missing !== '' && !agreed)}
              onClick={() => bring.mutate({ token: look.data.token, overNewer: agreed })}
            >
              Replace everything here
            </Button>
          </Box>
        )}
        {bring.data && (
          <Alert severity="success" sx={{ mt: 4 }}>
            Restored from {name}. What was here before is in the folder “backups” beside the database.
          </Alert>
        )}
        {trouble && (
          <Alert severity="error" sx={{ mt: 4 }}>
            {name} was not restored. {trouble.message}
          </Alert>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
  );
}

/** Asks for the copy as a form does, so that the browser writes it to disk as it comes. */
function SaveEverything() {
  const download = useFormDownload();
  return (
    <form
      method="post"
      action="/api/backup"
      onSubmit={(e) => {
        e.preventDefault();
        download.mutate(e.currentTarget);
      }}
    >
      <Button variant="contained" type="submit">
        Back up
      </Button>
      {download.error && (
        <Alert severity="error" sx={{ mt: 2 }}>
          Nothing was saved. {download.error.message}
        </Alert>
      )}
    </form>
  );
}

const Compared = ({ name, preview: { here, there } }: { name: string; preview: BackupPreview }) => (
  <Box
    component="table"
    sx={{
      width: '100%',
      borderCollapse: 'collapse',
      '& th, & td': {
        textAlign: 'left',
        py: 1,
        borderBottom: 1,
        borderColor: 'divider',
        overflowWrap: 'anywhere',
      },
    }}
  >
    <thead>
      <tr>
        <th scope="col"> </th>
        <th scope="col">Here now</th>
        <th scope="col">{name}</th>
      </tr>
    </thead>
    <tbody>
      {LINES.map(([key, label]) => (
        <tr key={key}>
          <th scope="row">{label}</th>
          <td>{here[key]}</td>
          <td>{there[key]}</td>
        </tr>
      ))}
      <tr>
        <th scope="row">Last changed</th>
        <td>{when(here.newest)}</td>
        <td>{when(there.newest)}</td>
      </tr>
    </tbody>
  </Box>
);

const lostWords = ({ documents, runs, events, moves }: Lost) =>
  [
    some(documents, 'changed document'),
    some(runs, 'run'),
    some(events, 'event'),
    some(moves, 'move of the stores', 'moves of the stores'),
  ]
    .filter(Boolean)
    .join(', ');

const unreadableWords = ({ documents, runs }: Examined) =>
  [some(documents, 'document'), some(runs, 'run')].filter(Boolean).join(', ');

const some = (n: number, singular: string, plural = `${singular}s`) =>
  n > 0 && `${n} ${n === 1 ? singular : plural}`;

const when = (ms: number) => (ms ? format(ms, 'd MMM yyyy, HH:mm') : 'never');
