import {
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
import {
  incoming,
  plural,
  readLibraryFile,
  type Incoming,
  type Library,
  type LibraryFile,
  type Problem,
} from '@hearty/core';
import { useSnackbar } from 'notistack';
import { useState } from 'react';
import { FileButton } from '../../kit/FileButton';
import { Problems } from '../../kit/Problems';
import { useBringIn } from '../../session/queries';
import { SaveFailed } from '../../session/SaveFailed';

const WORDS: Record<Incoming['is'], string> = {
  new: 'new here',
  changed: 'differs from yours: added beside it',
  same: 'the same as yours',
};

/** Brings a library file in: first what is new in it, what is not as here, and what is the same; then what is chosen. */
export function LibraryFileDialog({ library, onClose }: { library: Library; onClose: () => void }) {
  const [file, setFile] = useState<LibraryFile>();
  const [problems, setProblems] = useState<Problem[]>([]);
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const bring = useBringIn();
  const { enqueueSnackbar } = useSnackbar();
  const lines = file ? incoming(file, library) : [];
  const read = async (picked: File) => {
    let value: unknown;
    try {
      value = JSON.parse(await picked.text());
    } catch {
      value = undefined;
    }
    const checked = readLibraryFile(value);
    setProblems(checked.ok ? [] : checked.problems);
    setFile(checked.ok ? checked.value : undefined);
    if (checked.ok)
      setChosen(new Set(incoming(checked.value, library).flatMap((l) => (l.is === 'new' ? l.demo.id : []))));
  };
  const toggle = (id: string) =>
    setChosen((was) => {
      const next = new Set(was);
      if (!next.delete(id)) next.add(id);
      return next;
    });
  const count = (is: Incoming['is']) => lines.filter((l) => l.is === is).length;
  const submit = () =>
    bring.mutate(
      { file: file!, demoIds: [...chosen] },
      {
        onSuccess: ({ demos, goods }) => {
          const came = Object.keys(demos).length;
          enqueueSnackbar(`Imported ${plural(came, 'demo')} and ${plural(goods, 'item')}.`);
          onClose();
        },
      },
    );
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth>
      <DialogTitle>Import demos</DialogTitle>
      <DialogContent>
        <Typography sx={{ mb: 3 }}>
          A library file holds demos with the kit and consumables they need. What you have is never
          overwritten.
        </Typography>
        <FileButton
          label="Library file"
          accept=".json,application/json"
          disabled={bring.isPending}
          onFile={(picked) => void read(picked)}
        >
          Choose a file
        </FileButton>
        <Problems message="This file cannot be read:" problems={problems} />
        {file && (
          <>
            <Typography role="status" sx={{ mt: 4 }}>
              {count('new')} new, {count('changed')} different, {count('same')} the same.
            </Typography>
            <Box component="ul" aria-label="Demos of the file" sx={{ m: 0, p: 0, listStyle: 'none' }}>
              {lines.map(({ demo, is, newGoods }) => (
                <Box component="li" key={demo.id} sx={{ borderTop: 1, borderColor: 'divider', py: 1 }}>
                  <FormControlLabel
                    disabled={is === 'same'}
                    control={<Checkbox checked={chosen.has(demo.id)} onChange={() => toggle(demo.id)} />}
                    label={demo.title}
                    sx={{ overflowWrap: 'anywhere' }}
                  />
                  <Typography color="textSecondary" sx={{ fontSize: 'small', pl: 8 }}>
                    {WORDS[is]}
                    {is !== 'same' && newGoods.length > 0 && ` · new items: ${newGoods.join(', ')}`}
                    {is !== 'same' &&
                      (demo.pictures ?? []).length > 0 &&
                      ` · ${demo.pictures!.length === 1 ? 'a picture' : `${demo.pictures!.length} pictures`}`}
                  </Typography>
                </Box>
              ))}
            </Box>
          </>
        )}
        <SaveFailed error={bring.error} />
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Close</Button>
        <Button variant="contained" disabled={!file || chosen.size === 0 || bring.isPending} onClick={submit}>
          Import {chosen.size || ''}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
