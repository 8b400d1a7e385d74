import { formatDuration, formatFigure, MOST_ATTEMPTS, type AttemptInShow } from '@hearty/core';
import {
  Box,
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  Link,
  Typography,
} from '@mui/material';
import { format } from 'date-fns';
import { Link as RouterLink } from 'react-router';
import { Failed } from '../../kit/Failed';
import { Loading } from '../../kit/States';
import { useMore } from '../../kit/useMore';
import { useAttempts } from '../../session/queries';

/** The attempts that a figure of the log rests on, the newest first, each with the way to its debrief. */
export function RunsBehind({
  demoId,
  title,
  onClose,
}: {
  demoId: string;
  title: string;
  onClose: () => void;
}) {
  const attempts = useAttempts(demoId);
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth>
      <DialogTitle sx={{ overflowWrap: 'anywhere' }}>The runs behind “{title}”</DialogTitle>
      <DialogContent>
        {attempts.error ? (
          <Failed error={attempts.error} again={() => void attempts.refetch()} />
        ) : attempts.data ? (
          <Lines attempts={attempts.data} />
        ) : (
          <Loading what="the runs" />
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
  );
}

function Lines({ attempts }: { attempts: readonly AttemptInShow[] }) {
  const { shown, more } = useMore(attempts);
  if (attempts.length === 0)
    return <Typography>No attempts at shows yet: the odds are your guess.</Typography>;
  return (
    <>
      <Typography color="textSecondary" sx={{ mb: 2 }}>
        Rehearsals count for times, not for odds. Runs left out of the statistics are not listed.
        {attempts.length === MOST_ATTEMPTS && ` These are the newest ${MOST_ATTEMPTS}.`}
      </Typography>
      <Box component="ul" sx={{ m: 0, pl: 5 }}>
        {shown.map((a) => (
          <Typography component="li" key={a.runId + a.id} sx={{ overflowWrap: 'anywhere' }}>
            <Link
              component={RouterLink}
              to={`/shows/${a.showId}/debrief?run=${a.runId}`}
              color="inherit"
              title={a.title}
            >
              {format(a.atMs, 'd MMM yyyy')}
            </Link>
            : <b>{a.outcome}</b>
            {details(a)}
          </Typography>
        ))}
      </Box>
      {more}
    </>
  );
}

const details = (a: AttemptInShow): string =>
  [
    '',
    a.takesS !== undefined && a.outcome !== 'not tried' && formatDuration(a.takesS),
    a.rehearsal && 'rehearsal',
    a.level !== undefined && `at ${a.level}`,
    a.symptom,
    a.cause && `cause: ${a.cause}`,
    a.change && `changed: ${a.change}`,
    a.room?.roomC !== undefined && `room ${formatFigure(a.room.roomC)} °C`,
  ]
    .filter((part) => part !== false && part !== undefined)
    .join(' · ');
