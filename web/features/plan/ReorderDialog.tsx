import {
  Alert,
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  LinearProgress,
  List,
  ListItem,
  Typography,
} from '@mui/material';
import type { OrderProposal, ShowFile } from '@hearty/core';
import { useEffect, useState } from 'react';
import { lookForOrder, stopLooking } from '../../workers/planner';
import { commitChange } from './view';

type State = { done: number; total: number } | { found: OrderProposal | undefined } | { failed: string };

/** Looks for a better order, shows what it gains and what moves, and takes it only if the presenter says so. */
export function ReorderDialog({ file, onClose }: { file: ShowFile; onClose: () => void }) {
  const [state, setState] = useState<State>({ done: 0, total: 1 });
  // The order is looked for once, for the show as it was when asked.
  const [asked] = useState(file);
  useEffect(() => {
    let open = true;
    // Progress comes by a channel of its own, at times after the answer.
    const onProgress = (progress: State) =>
      open && setState((state) => ('total' in state ? progress : state));
    lookForOrder(asked, onProgress).then(
      (found) => open && setState({ found }),
      (error: Error) => open && setState({ failed: error.message }),
    );
    return () => {
      open = false;
      stopLooking();
    };
  }, [asked]);
  const found = 'found' in state ? state.found : undefined;
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth>
      <DialogTitle>A better order</DialogTitle>
      <DialogContent>
        {'failed' in state ? (
          <Alert severity="error">{state.failed} Close this and try again.</Alert>
        ) : 'total' in state ? (
          <>
            <Typography sx={{ mb: 2 }} aria-live="polite">
              Looking. {state.done} orders tried.
            </Typography>
            <LinearProgress
              aria-label="Orders tried"
              variant="determinate"
              value={(100 * state.done) / state.total}
            />
          </>
        ) : found ? (
          <>
            <Typography variant="h3">What it gains</Typography>
            <List dense>
              {found.gains.map((gain) => (
                <ListItem key={gain}>{gain}</ListItem>
              ))}
            </List>
            <Typography variant="h3">What moves</Typography>
            <List dense>
              {found.moves.map((move) => (
                <ListItem key={move.itemId}>
                  {move.title}: place {move.from} → {move.to}
                </ListItem>
              ))}
            </List>
            <Typography color="textSecondary" sx={{ fontSize: 'small' }}>
              Pinned items and fixed times stay. Other good orders may exist.
            </Typography>
          </>
        ) : (
          <Typography>No better order was found. Yours stands.</Typography>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{'total' in state ? 'Stop' : found ? 'Keep the order' : 'Close'}</Button>
        {found && (
          <Button
            variant="contained"
            onClick={() => {
              commitChange({ kind: 'reorder', itemIds: found.itemIds });
              onClose();
            }}
          >
            Take this order
          </Button>
        )}
      </DialogActions>
    </Dialog>
  );
}
