import type { RemarkLine } from '@hearty/core';
import { Box, Link, Typography } from '@mui/material';
import { format } from 'date-fns';
import { Link as RouterLink } from 'react-router';

const WORDS: Record<RemarkLine['kind'], string> = {
  note: '',
  'near miss': 'Near miss: ',
  cause: 'Cause: ',
  change: 'Changed: ',
};

/** What was written about a demo after shows: each line with its day, and the way to its debrief. */
export const SaidOf = ({ lines, most }: { lines: readonly RemarkLine[]; most: number }) => (
  <Box component="ul" sx={{ pl: 5, m: 0 }}>
    {lines.slice(0, most).map(({ runId, id, kind, text, atMs, showId, title }) => (
      <Typography component="li" key={runId + id} sx={{ overflowWrap: 'anywhere' }}>
        <b>{WORDS[kind]}</b>
        {text}{' '}
        <Link
          component={RouterLink}
          to={`/shows/${showId}/debrief?run=${runId}`}
          title={title}
          color="inherit"
        >
          {format(atMs, 'd MMM yyyy')}
        </Link>
      </Typography>
    ))}
  </Box>
);
