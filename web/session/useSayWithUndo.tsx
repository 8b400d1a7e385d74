import { Button } from '@mui/material';
import { useSnackbar } from 'notistack';
import type { ApiError } from './api';
import { useRemove, useRestore, type DocumentKind } from './queries';

/** Puts a document away and offers to bring it back, instead of asking whether one is sure. */
export function useSayWithUndo(kind: DocumentKind) {
  const remove = useRemove(kind);
  const restore = useRestore(kind);
  const { enqueueSnackbar, closeSnackbar } = useSnackbar();
  // Awaited rather than handed callbacks: the row that asked is gone by the time it has been deleted.
  return async ({ id, version }: { id: string; version: number }, title: string, after?: () => void) => {
    try {
      await remove.mutateAsync({ id, version });
    } catch (error) {
      enqueueSnackbar((error as ApiError).message, { variant: 'error' });
      return;
    }
    enqueueSnackbar(`“${title}” is deleted.`, {
      action: (key) => (
        <Button
          color="inherit"
          onClick={() => {
            restore.mutate(id, {
              onError: (error) =>
                enqueueSnackbar(`Not brought back. ${error.fields[0]?.message ?? error.message}`, {
                  variant: 'error',
                }),
            });
            closeSnackbar(key);
          }}
        >
          Undo
        </Button>
      ),
    });
    after?.();
  };
}
