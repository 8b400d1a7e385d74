import { Alert } from '@mui/material';
import type { ApiError } from './api';

/** Why a document was not saved, in the server's words or for want of them; `kept` where it outlives the tab. */
export function SaveFailed({ error, kept = false }: { error: ApiError | null; kept?: boolean }) {
  if (!error) return null;
  return (
    <Alert severity={error.noAnswer ? 'warning' : 'error'}>
      {error.message}
      {error.noAnswer &&
        (kept
          ? ' What you wrote is kept on this device. Save it again when the server is back.'
          : ' It stays here as you wrote it. Save it again when the server is back.')}
      {error.fields.map((f) => ` ${f.path}: ${f.message}`)}
    </Alert>
  );
}
