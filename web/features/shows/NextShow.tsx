import { Box, Button, Paper, Typography } from '@mui/material';
import type { Due, DueKind, ShowLine } from '@hearty/core';
import { differenceInCalendarDays, format, parseISO } from 'date-fns';
import { useSnackbar } from 'notistack';
import { Link } from 'react-router';
import { LevelMark } from '../../kit/LevelMark';
import { useCloseAction } from '../../session/queries';
import { ShowLineOf } from './ShowRow';

/** The next show, large, with what is due before it by the day it is due. */
export function NextShow({ show, due }: { show: ShowLine; due: Due[] }) {
  return (
    <Paper
      component="section"
      variant="outlined"
      aria-label="The next show"
      sx={{ p: 4, borderColor: 'primary.main' }}
    >
      <Typography variant="h3" component="p" color="primary" sx={{ mb: 2 }}>
        Next: {inDays(show.date)}
      </Typography>
      <ShowLineOf show={show} />
      <Typography variant="h3" component="h2" sx={{ mt: 4, mb: 1 }}>
        {due.length === 0 ? 'Nothing is due before it' : 'Due before it'}
      </Typography>
      <Box component="ul" aria-label="Due before it" sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {due.map((line) => (
          <DueRow key={line.key} due={line} showId={show.id} />
        ))}
      </Box>
    </Paper>
  );
}

function inDays(date: string): string {
  const days = differenceInCalendarDays(parseISO(date), new Date());
  return days <= 0 ? 'today' : days === 1 ? 'tomorrow' : `in ${days} days`;
}

function DueRow({ due: due, showId }: { due: Due; showId: string }) {
  return (
    <Box
      component="li"
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: 'minmax(0, 1fr) auto', sm: '150px minmax(0, 1fr) auto' },
        columnGap: 3,
        alignItems: 'center',
        py: 1,
        borderTop: 1,
        borderColor: 'divider',
      }}
    >
      <Typography
        sx={{ fontWeight: 600, gridColumn: { xs: '1 / -1', sm: 'auto' } }}
        color={due.late ? 'error' : 'inherit'}
      >
        {due.late && <LevelMark level="stop" />} {due.late ? 'was due ' : ''}
        {format(parseISO(due.by), 'EEE d MMM')}
        {due.at && `, ${due.at}`}
      </Typography>
      <Typography sx={{ overflowWrap: 'anywhere' }}>{due.message}</Typography>
      {due.kind === 'action' ? (
        <CloseAction id={due.key.slice('action:'.length)} message={due.message} />
      ) : (
        <Button
          component={Link}
          to={WHERE[due.kind].to(showId)}
          aria-label={`${WHERE[due.kind].label}: ${due.message}`}
        >
          {WHERE[due.kind].label}
        </Button>
      )}
    </Box>
  );
}

const WHERE: Record<Exclude<DueKind, 'action'>, { label: string; to: (showId: string) => string }> = {
  order: { label: 'To buy', to: () => '/stores/buy' },
  fill: { label: 'Cold', to: (id) => `/shows/${id}/supplies/cold` },
  count: { label: 'Count', to: () => '/stores/count' },
  rehearse: { label: 'Rehearse', to: (id) => `/shows/${id}/live` },
};

function CloseAction({ id, message }: { id: string; message: string }) {
  const close = useCloseAction();
  const { enqueueSnackbar } = useSnackbar();
  return (
    <Button
      aria-label={`Done: ${message}`}
      disabled={close.isPending}
      onClick={() =>
        close.mutate(id, { onError: (e) => void enqueueSnackbar(e.message, { variant: 'error' }) })
      }
    >
      Done
    </Button>
  );
}
