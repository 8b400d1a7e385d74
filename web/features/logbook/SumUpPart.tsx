import { Box, Button, Paper, Typography } from '@mui/material';
import { seasonSays, sumUp, type Logbook } from '@hearty/core';
import { useMemo, type ReactNode } from 'react';
import { Link } from 'react-router';
import { useCloseAction } from '../../session/queries';

/** So many rehearsals that are due stand there at once. */
const MOST_DUE = 6;

/** The verdict in a few sentences, and what to do about it. */
export function SumUpPart({ logbook: { season, demos, runs, due, actions } }: { logbook: Logbook }) {
  const { message, todo } = useMemo(() => sumUp(demos, runs), [demos, runs]);
  const close = useCloseAction();
  return (
    <Paper variant="outlined" component="section" aria-label="The verdict" sx={{ p: 4 }}>
      <Typography variant="h2" component="p">
        {message[0]}
      </Typography>
      {[...seasonSays(season), ...message.slice(1)].map((sentence) => (
        <Typography key={sentence} sx={{ mt: 1 }}>
          {sentence}
        </Typography>
      ))}
      <Typography variant="h3" component="h2" sx={{ mt: 4, mb: 1 }}>
        {todo.length + due.length + actions.length === 0
          ? 'Nothing left to do before the next time'
          : 'Before the next time'}
      </Typography>
      <Box component="ul" sx={{ p: 0, m: 0, listStyle: 'none' }}>
        {actions.map((a) => (
          <Todo
            key={a.id}
            act={
              <Button
                aria-label={`Done: ${a.text}`}
                disabled={close.isPending}
                onClick={() => close.mutate(a.id)}
              >
                Done
              </Button>
            }
          >
            {a.text}{' '}
            <Box component="span" sx={{ color: 'text.secondary' }}>
              ({a.title})
            </Box>
          </Todo>
        ))}
        {[...todo, ...due.slice(0, MOST_DUE)].map((d) => (
          <OfDemo key={d.message} demoId={d.demoId} message={d.message} />
        ))}
      </Box>
      {due.length > MOST_DUE && (
        <details>
          <summary>and {due.length - MOST_DUE} more upcoming shows need a rehearsal</summary>
          <Box component="ul" sx={{ p: 0, m: 0, listStyle: 'none' }}>
            {due.slice(MOST_DUE).map((d) => (
              <OfDemo key={d.message} demoId={d.demoId} message={d.message} />
            ))}
          </Box>
        </details>
      )}
      {close.error && <Typography color="error">{close.error.message}</Typography>}
    </Paper>
  );
}

const OfDemo = ({ demoId, message }: { demoId: string; message: string }) => (
  <Todo
    act={
      <Button component={Link} to={`/demos/${demoId}`} aria-label={`Open the demo: ${message}`}>
        The demo
      </Button>
    }
  >
    {message}
  </Todo>
);

const Todo = ({ act, children }: { act: ReactNode; children: ReactNode }) => (
  <Box
    component="li"
    sx={{ display: 'flex', gap: 3, alignItems: 'center', py: 1, borderTop: 1, borderColor: 'divider' }}
  >
    <Typography sx={{ flex: 1, minWidth: 0, overflowWrap: 'anywhere' }}>{children}</Typography>
    {act}
  </Box>
);
