import { Button } from '@mui/material';
import { useSnackbar } from 'notistack';
import { useRemove, useRestore } from './queries';

/** Puts a document away and offers to bring it back, instead of asking whether one is sure. */
export function useSayWithUndo(kind: 'shows' | 'demos' | 'venues' | 'people' | 'goods') {
  const remove = useRemove(kind);
  const restore = useRestore(kind);
  const { enqueueSnackbar, closeSnackbar } = useSnackbar();
  return (id: string, title: string, after?: () => void) =>
    remove.mutate(id, {
      onSuccess: () => {
        enqueueSnackbar(`“${title}” is deleted.`, {
          action: (key) => (
            <Button
              color="inherit"
              onClick={() => {
                restore.mutate(id);
                closeSnackbar(key);
              }}
            >
              Undo
            </Button>
          ),
        });
        after?.();
      },
      onError: (error) => enqueueSnackbar(error.says, { variant: 'error' }),
    });
}
