import { Button, Dialog, DialogActions, DialogContent, DialogTitle, Typography } from '@mui/material';
import { readShowFile, type Problem } from '@hearty/core';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { FileButton } from '../../kit/FileButton';
import { Problems } from '../../kit/Problems';
import { useImportShow } from '../../session/files';

/** Brings a show file in. A wrong one is refused with every mistake by its path, and nothing of it is kept. */
export function ImportDialog({ onClose }: { onClose: () => void }) {
  const [problems, setProblems] = useState<Problem[]>([]);
  const [name, setName] = useState('');
  const navigate = useNavigate();
  const bring = useImportShow({
    onSuccess: (showId) => void navigate(`/shows/${showId}/plan`),
    onError: (error) =>
      setProblems(error.fields.length ? error.fields : [{ path: '', message: error.message }]),
  });
  const read = async (file: File) => {
    setName(file.name);
    const checked = readShowFile(await file.text());
    setProblems(checked.ok ? [] : checked.problems);
    if (checked.ok) bring.mutate(checked.value);
  };
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth>
      <DialogTitle>Import a show</DialogTitle>
      <DialogContent>
        <Typography sx={{ mb: 3 }}>
          A show file holds a show with its demos, venue, crew and stock. What you have is never overwritten:
          what differs comes in beside it.
        </Typography>
        <FileButton
          label="Show file"
          accept=".json,application/json"
          disabled={bring.isPending}
          onFile={(file) => void read(file)}
        >
          Choose a file
        </FileButton>
        <Problems
          message={`${name} was not imported. ${problems.length === 1 ? 'One mistake' : `${problems.length} mistakes`}:`}
          problems={problems}
        />
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
  );
}
