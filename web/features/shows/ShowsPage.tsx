import { Box, Button, Stack, Typography } from '@mui/material';
import { lazy, Suspense, useState } from 'react';
import { useOverview } from '../../session/queries';
import { RunsHere } from '../../session/RunsHere';
import { BrokenLines } from '../../session/BrokenLines';
import { Failed } from '../../kit/Failed';
import { Empty, Loading, PageHead } from '../../kit/States';
import { NextShow } from './NextShow';
import { listSx, ShowRow } from './ShowRow';
import { AddIcon, ExpandIcon, ImportIcon } from '../../kit/icons';

// Forms and the past come when they are opened.
const GuideDialog = lazy(async () => ({ default: (await import('./GuideDialog')).GuideDialog }));
const ShowDialog = lazy(async () => ({ default: (await import('./ShowDialog')).ShowDialog }));
const Everything = lazy(async () => ({ default: (await import('./Everything')).Everything }));
const PastShows = lazy(async () => ({ default: (await import('./PastShows')).PastShows }));
const ImportDialog = lazy(async () => ({ default: (await import('./ImportDialog')).ImportDialog }));

/** The next show and what is due for it, then what is coming, then what is past. */
export function ShowsPage() {
  const overview = useOverview();
  const [making, setMaking] = useState(false);
  const [importing, setImporting] = useState(false);
  const [everything, setEverything] = useState(false);
  const [guide, setGuide] = useState(false);
  const { next = null, coming = [], anyPast = false } = overview.data ?? {};
  const first = coming.find((s) => s.id === next?.showId);
  const others = coming.filter((s) => s !== first);
  return (
    <>
      <PageHead title="Shows">
        <Button onClick={() => setGuide(true)}>Show me how</Button>
        <Button onClick={() => setEverything(true)}>Back up and restore</Button>
        <Button startIcon={<ImportIcon />} onClick={() => setImporting(true)}>
          Import a show
        </Button>
        <Button variant="contained" startIcon={<AddIcon />} onClick={() => setMaking(true)}>
          New show
        </Button>
      </PageHead>
      <BrokenLines />
      {overview.isPending && <Loading what="the shows" />}
      {overview.isError && <Failed error={overview.error} again={() => void overview.refetch()} />}
      <RunsHere noAnswer={overview.error?.noAnswer === true} />
      {overview.data && coming.length === 0 && (
        <Empty title={anyPast ? 'No show to come' : 'No shows yet'}>
          <Typography color="textSecondary" sx={{ mb: 3 }}>
            {anyPast
              ? 'Plan a new one, or copy one you played before.'
              : 'A show needs a venue, a date and a slot. Demos come from the library.'}
          </Typography>
          <Button variant="contained" onClick={() => setMaking(true)}>
            {anyPast ? 'Plan a show' : 'Plan the first show'}
          </Button>
        </Empty>
      )}
      {first && next && <NextShow show={first} due={next.due} />}
      {others.length > 0 && (
        <>
          <Typography variant="h2" sx={{ mt: 6, mb: 2 }}>
            {first ? 'After that' : 'Coming'}
          </Typography>
          <Stack component="ul" aria-label="Coming" spacing={2} sx={listSx}>
            {others.map((show) => (
              <ShowRow key={show.id} show={show} />
            ))}
          </Stack>
        </>
      )}
      {anyPast && <PlayedBefore />}
      <Suspense>
        {guide && <GuideDialog shows={coming} onClose={() => setGuide(false)} />}
        {making && <ShowDialog onClose={() => setMaking(false)} />}
        {everything && <Everything onClose={() => setEverything(false)} />}
        {importing && <ImportDialog onClose={() => setImporting(false)} />}
      </Suspense>
    </>
  );
}

/** Shows of the past: folded away until somebody looks for one. */
function PlayedBefore() {
  const [open, setOpen] = useState(false);
  return (
    <Box component="section" aria-label="Played before" sx={{ mt: 6 }}>
      <Typography variant="h2">
        <Button
          color="inherit"
          aria-expanded={open}
          endIcon={<ExpandIcon sx={{ transform: open ? 'rotate(180deg)' : 'none' }} />}
          onClick={() => setOpen(!open)}
          sx={{ font: 'inherit', minHeight: 44, ml: -2 }}
        >
          Played before
        </Button>
      </Typography>
      {open && (
        <Suspense fallback={<Loading what="the shows of the past" />}>
          <PastShows />
        </Suspense>
      )}
    </Box>
  );
}
