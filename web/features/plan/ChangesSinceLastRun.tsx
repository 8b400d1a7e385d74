import { changedSincePlayed, type Run, type ShowFile } from '@hearty/core';
import { Box, Link, Typography } from '@mui/material';
import { format } from 'date-fns';
import { memo, useMemo } from 'react';
import { Link as RouterLink } from 'react-router';
import { useLastPlayed } from '../../session/queries';

/** What is otherwise than when this show was last played; nothing where it never was. */
export const ChangesSinceLastRun = memo(function SinceLast({ file }: { file: ShowFile }) {
  const { data: last } = useLastPlayed(file.show.id);
  return last ? <Lines file={file} last={last} /> : null;
});

function Lines({ file, last }: { file: ShowFile; last: Run }) {
  const lines = useMemo(() => changedSincePlayed(file, last.file), [file, last.file]);
  const day = format(last.curtainAt ?? last.openedAt, 'd MMM yyyy');
  if (lines.length === 0)
    return (
      <Typography color="textSecondary" sx={{ fontSize: 'small', mt: 1 }}>
        As it was last played, {day}.
      </Typography>
    );
  return (
    <Box component="details" sx={{ fontSize: 'small', mt: 1, '@media print': { display: 'none' } }}>
      <summary>
        {lines.length === 1 ? '1 change' : `${lines.length} changes`} since {day}
      </summary>
      <Box
        component="ul"
        sx={{ m: 0, mt: 1, pl: 4, overflowWrap: 'anywhere', maxHeight: 320, overflowY: 'auto' }}
      >
        {lines.map((message) => (
          <li key={message}>{message}</li>
        ))}
        <li>
          <Link component={RouterLink} to={`/shows/${last.showId}/debrief?run=${last.id}`} color="inherit">
            The debrief of that day
          </Link>
        </li>
      </Box>
    </Box>
  );
}
