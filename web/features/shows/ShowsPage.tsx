import AddIcon from '@mui/icons-material/Add';
import FileUploadOutlinedIcon from '@mui/icons-material/FileUploadOutlined';
import { Box, Button, Chip, Paper, Stack, Typography } from '@mui/material';
import { formatDuration } from '@hearty/core';
import { format, parseISO } from 'date-fns';
import { useSnackbar } from 'notistack';
import { lazy, Suspense, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import type { Overview, ShowLine } from '@hearty/core';
import { useDocument, useOverview, usePastShows, useSave } from '../../session/queries';
import { newId } from '../../session/ids';
import { LevelMark } from '../../kit/LevelMark';
import { RunsHere } from '../../session/RunsHere';
import { BrokenLines } from '../../session/BrokenLines';
import { Empty, Failed, Loading, PageHead } from '../../kit/States';
import { useSayWithUndo } from '../../session/useSayWithUndo';

// Forms come when they are opened.
const ShowDialog = lazy(async () => ({ default: (await import('./ShowDialog')).ShowDialog }));
const Everything = lazy(async () => ({ default: (await import('./Everything')).Everything }));
const ImportDialog = lazy(async () => ({ default: (await import('./ImportDialog')).ImportDialog }));

/** Every show: when, where, how ready, what is open. */
export function ShowsPage() {
  const overview = useOverview();
  const [making, setMaking] = useState(false);
  const [importing, setImporting] = useState(false);
  const [everything, setEverything] = useState(false);
  return (
    <>
      <PageHead title="Shows">
        <Button onClick={() => setEverything(true)}>Everything, as one file</Button>
        <Button startIcon={<FileUploadOutlinedIcon />} onClick={() => setImporting(true)}>
          Bring in a show file
        </Button>
        <Button variant="contained" startIcon={<AddIcon />} onClick={() => setMaking(true)}>
          New show
        </Button>
      </PageHead>
      <BrokenLines />
      {overview.isPending && <Loading what="the shows" />}
      {overview.isError && <Failed error={overview.error} again={() => void overview.refetch()} />}
      <RunsHere silent={overview.error?.silent === true} />
      {overview.data && overview.data.coming.length + overview.data.past.length === 0 && (
        <Empty title="No shows yet">
          <Typography color="textSecondary" sx={{ mb: 3 }}>
            A show needs a venue, a date and a slot. Demos come from the library.
          </Typography>
          <Button variant="contained" onClick={() => setMaking(true)}>
            Plan the first show
          </Button>
        </Empty>
      )}
      <Stack component="ul" spacing={2} sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {overview.data?.coming.map((show) => (
          <ShowRow key={show.id} show={show} />
        ))}
      </Stack>
      {overview.data && overview.data.past.length > 0 && <Past overview={overview.data} />}
      <Suspense>
        {making && <ShowDialog onClose={() => setMaking(false)} />}
        {everything && <Everything onClose={() => setEverything(false)} />}
        {importing && <ImportDialog onClose={() => setImporting(false)} />}
      </Suspense>
    </>
  );
}

/** Shows of the past, the newest first; older ones are fetched as one goes on. */
function Past({ overview }: { overview: Overview }) {
  const older = usePastShows(overview.past.at(-1));
  const pages = older.data?.pages ?? [];
  const more = pages.length === 0 ? overview.morePast : older.hasNextPage;
  return (
    <>
      <Typography variant="h2" sx={{ mt: 6, mb: 2 }}>
        Played before
      </Typography>
      <Stack component="ul" aria-label="Played before" spacing={2} sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {[overview, ...pages].flatMap(({ past }) =>
          past.map((show) => <ShowRow key={show.id} show={show} past />),
        )}
      </Stack>
      {more && (
        <Button
          sx={{ mt: 2, minHeight: 44 }}
          disabled={older.isFetching}
          onClick={() => void older.fetchNextPage()}
        >
          Older ones
        </Button>
      )}
      {older.error && <Failed error={older.error} again={() => void older.fetchNextPage()} />}
    </>
  );
}

function ShowRow({ show, past = false }: { show: ShowLine; past?: boolean }) {
  const kept = useDocument('shows', show.id, false);
  const save = useSave('shows');
  const navigate = useNavigate();
  const { enqueueSnackbar } = useSnackbar();
  const removeWithUndo = useSayWithUndo('shows');
  const copy = async () => {
    const { data: original, error } = await kept.refetch();
    if (!original)
      return void enqueueSnackbar(error?.says ?? 'This show is not here any more.', { variant: 'error' });
    const id = newId();
    const title = `${original.body.title.slice(0, 150)} (copy)`;
    save.mutate(
      { id, version: 0, body: { ...original.body, id, title } },
      {
        onSuccess: () => void navigate(`/shows/${id}/plan`),
        onError: ({ says }) => void enqueueSnackbar(`Not copied. ${says}`, { variant: 'error' }),
      },
    );
  };
  return (
    <Paper
      component="li"
      variant="outlined"
      sx={{ p: 4, display: 'flex', gap: 4, flexWrap: 'wrap', alignItems: 'center' }}
    >
      <Box sx={{ width: 92, textAlign: 'center', borderRight: 1, borderColor: 'divider', pr: 3 }}>
        <Typography sx={{ fontSize: 13 }} color="textSecondary">
          {format(parseISO(show.date), 'EEE')}
        </Typography>
        <Typography sx={{ fontSize: 20, fontWeight: 700, lineHeight: 1.2 }}>
          {format(parseISO(show.date), 'd MMM')}
        </Typography>
        <Typography sx={{ fontSize: 13 }} color="textSecondary">
          {format(parseISO(show.date), 'yyyy')} · {show.curtainUp}
        </Typography>
      </Box>
      <Box sx={{ flex: '1 1 260px', minWidth: 0 }}>
        <Typography variant="h2" sx={{ overflowWrap: 'anywhere' }}>
          <Box
            component={Link}
            to={`/shows/${show.id}/plan`}
            sx={{ color: 'inherit', textDecorationColor: 'divider', textUnderlineOffset: 4 }}
          >
            {show.title}
          </Box>
        </Typography>
        <Typography color="textSecondary">
          {show.venue} · {show.heads} people · {show.items} items
          {show.planned && (
            <>
              {' · '}
              <Box component="span" sx={{ color: 'secondary.main' }}>
                {formatDuration(show.endS)}
              </Box>{' '}
              of {formatDuration(show.slotEndS)}
            </>
          )}
        </Typography>
      </Box>
      {show.trouble ? (
        <Typography color="error">{show.trouble}</Typography>
      ) : past ? (
        <Typography color="textSecondary">{show.lastRun ? 'Played' : 'Not played'}</Typography>
      ) : show.planned ? (
        <Readiness show={show} />
      ) : (
        <Typography color="textSecondary" role="status">
          Being planned …
        </Typography>
      )}
      <Box>
        <Button color="inherit" aria-label={`Copy ${show.title}`} onClick={() => void copy()}>
          Copy
        </Button>
        <Button
          color="inherit"
          aria-label={`Delete ${show.title}`}
          onClick={() => void removeWithUndo(show, show.title)}
        >
          Delete
        </Button>
      </Box>
    </Paper>
  );
}

/** What is open in a show, in words. */
function Readiness({ show }: { show: ShowLine }) {
  const words: {
    text: string;
    color: 'error' | 'warning' | 'default' | 'secondary';
    level?: 'stop' | 'caution';
  }[] = [];
  if (show.openRun)
    words.push({
      text: show.openRun.phase === 'before' ? 'Being checked' : 'On stage now',
      color: 'secondary',
    });
  if (show.items === 0) words.push({ text: 'Empty running order', color: 'default' });
  if (show.stops) words.push({ text: `${show.stops} to mend`, color: 'error', level: 'stop' });
  if (show.cautions)
    words.push({
      text: `${show.cautions} ${show.cautions === 1 ? 'caution' : 'cautions'}`,
      color: 'warning',
      level: 'caution',
    });
  if (show.toBuy) words.push({ text: `${show.toBuy} to buy`, color: 'default' });
  if (words.length === 0) words.push({ text: 'Ready', color: 'secondary' });
  return (
    <Stack direction="row" spacing={1} useFlexGap sx={{ flexWrap: 'wrap' }}>
      {words.map(({ text, color, level }) => (
        <Chip
          key={text}
          label={
            <>
              {level && <LevelMark level={level} />} {text}
            </>
          }
          color={color}
          variant="outlined"
          sx={{ borderRadius: 1, fontWeight: 600 }}
        />
      ))}
    </Stack>
  );
}
