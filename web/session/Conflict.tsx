import { differences, type Stored } from '@hearty/core';
import { Alert, Box, Button } from '@mui/material';
import { useState } from 'react';
import { useRestore, type DocumentKind } from './queries';

/** So many differences are shown before one asks for all. */
const FIRST = 6;

interface ConflictProps<T extends object> {
  /** What it is: "demo". */
  kind: string;
  mine: T;
  theirs: Stored<T>;
  onMine: () => void;
  onTheirs: () => void;
}

/** Two versions of a document, place by place, and the choice between them. */
export function Conflict<T extends object>({ kind, mine, theirs, onMine, onTheirs }: ConflictProps<T>) {
  const [all, setAll] = useState(false);
  const lines = differences(mine, theirs.body);
  const shown = all ? lines : lines.slice(0, FIRST);
  const cell = { verticalAlign: 'top', textAlign: 'left', pr: 4, overflowWrap: 'anywhere' };
  return (
    <Alert severity="warning" sx={{ my: 2 }}>
      This {kind} was changed elsewhere; yours is not saved.
      {lines.length === 0 && ' Both say the same.'}
      {lines.length > 0 && (
        <Box component="table" sx={{ borderSpacing: 0, mt: 1, '& th, & td': cell }}>
          <thead>
            <tr>
              <th scope="col">Where</th>
              <th scope="col">Theirs</th>
              <th scope="col">Yours</th>
            </tr>
          </thead>
          <tbody>
            {shown.map((line, i) => (
              <tr key={i}>
                <td>{line.at.join(' › ')}</td>
                <td>{line.theirs}</td>
                <td>{line.mine}</td>
              </tr>
            ))}
          </tbody>
        </Box>
      )}
      <Box sx={{ mt: 1 }}>
        {lines.length > shown.length && (
          <Button color="inherit" onClick={() => setAll(true)}>
            All {lines.length} differences
          </Button>
        )}
        <Button color="inherit" onClick={onMine}>
          Keep mine
        </Button>
        <Button color="inherit" onClick={onTheirs}>
          Take theirs
        </Button>
      </Box>
    </Alert>
  );
}

/** What was deleted elsewhere while it was being changed here, and the way to have it again. */
export function DeletedElsewhere({
  message,
  kind,
  id,
  onBack,
}: {
  message: string;
  kind: DocumentKind;
  id: string;
  /** It is there again, with this version. */
  onBack: (version: number) => void;
}) {
  const restore = useRestore(kind);
  return (
    <Alert
      severity="warning"
      sx={{ my: 2 }}
      action={
        <Button
          color="inherit"
          onClick={() => restore.mutate(id, { onSuccess: ({ version }) => onBack(version) })}
        >
          Bring it back and save mine
        </Button>
      }
    >
      {message}
      {restore.error &&
        ` It cannot be brought back: ${restore.error.fields[0]?.message ?? restore.error.message}`}
    </Alert>
  );
}
