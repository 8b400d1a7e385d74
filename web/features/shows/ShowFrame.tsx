import { Box, Typography } from '@mui/material';
import { assemble, script } from '@hearty/core';
import { useEffect, useMemo } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { Outlet, useLocation, useParams } from 'react-router';
import { Failed } from '../../kit/Failed';
import { PaperStyles } from '../../kit/paper';
import { Loading, WindowTitle } from '../../kit/States';
import { openDraft, redo, undo, useDraft } from '../../session/draft';
import { useDocument, useLibrary, useRuns } from '../../session/queries';
import { RunsHere } from '../../session/RunsHere';
import { ShowProvider, type ShowContext } from '../../session/show';
import { useRunKeptHere } from '../../session/useRun';
import { usePlan } from '../../workers/planner';
import { ShowActions, ShowHead } from './ShowHead';
import { ShowTabs } from './ShowTabs';
import { Gone, NoPlan, NoVenue, SaveTrouble } from './ShowTroubles';

/** What each page of a show's folder is called. */
const PLACES: Record<string, string> = {
  plan: 'Plan',
  print: 'Run sheet',
  supplies: 'Supplies',
  'supplies/packing': 'Packing',
  'supplies/cold': 'Cold',
  room: 'Room',
  'room/risk': 'Risk assessment draft',
  'room/venue-sheet': 'Sheet for the venue',
  prep: 'Prep',
  check: 'Check',
  live: 'Live',
  debrief: 'Debrief',
};

/** The folder of one show: its head, its tabs in the order of the work, and the tab that is open. */
export function ShowFrame() {
  const { showId = '' } = useParams();
  const { pathname } = useLocation();
  const kept = useDocument('shows', showId);
  const library = useLibrary();
  const runs = useRuns(showId);
  const show = useDraft((s) => (s.show?.id === showId ? s.show : undefined));
  const stored = kept.data;
  useEffect(() => {
    if (stored) openDraft(stored);
  }, [stored]);
  const file = useMemo(
    () => (show && library.data ? assemble(show, library.data) : undefined),
    [show, library.data],
  );
  const resolved = useMemo(() => file && script(file), [file]);
  const { plan, fresh, progress, trouble, retry } = usePlan(file);
  const openRun = runs.data?.find((r) => r.phase !== 'down');
  useRunKeptHere(openRun?.id);
  useHotkeys('mod+z', undo, { preventDefault: true });
  useHotkeys('mod+shift+z, mod+y', redo, { preventDefault: true });

  const failed = kept.error ?? library.error;
  if (failed && !file)
    return (
      <>
        <Failed error={failed} again={() => void Promise.all([kept.refetch(), library.refetch()])} />
        <RunsHere noAnswer={failed.noAnswer} showId={showId} />
      </>
    );
  if (stored === null && !show) return <Typography variant="h1">This show was deleted.</Typography>;
  if (show && library.data && !file) return <NoVenue show={show} />;
  if (!file || !resolved || !library.data) return <Loading what="the show" />;
  const lastRun = runs.data?.find((r) => r.phase === 'down' && r.curtainAt !== null);
  return (
    <>
      <PaperStyles title={file.show.title} />
      <WindowTitle
        title={`${PLACES[pathname.split('/').slice(3).join('/')] ?? 'Plan'} · ${file.show.title}`}
      />
      <Box
        data-show-head
        sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 3, mb: 3 }}
      >
        <ShowHead show={file.show} venue={file.venue.name} />
        {plan && !trouble && (
          <ShowTabs showId={file.show.id} plan={plan} phase={openRun?.phase} played={lastRun !== undefined} />
        )}
        <ShowActions file={file} />
      </Box>
      <SaveTrouble />
      <Gone show={file.show} library={library.data} />
      {trouble && <NoPlan show={file.show} trouble={trouble} onRetry={retry} />}
      {plan && !trouble ? (
        <OpenTab value={{ file, script: resolved, plan, fresh, progress, openRun, lastRun }} />
      ) : (
        !trouble && <Loading what="the plan" />
      )}
    </>
  );
}

/** The tab that is open, and what it draws; the same value as long as its parts are. */
function OpenTab({ value }: { value: ShowContext }) {
  const { file, script: resolved, plan, fresh, progress, openRun, lastRun } = value;
  const shown = useMemo(
    () => ({ file, script: resolved, plan, fresh, progress, openRun, lastRun }),
    [file, resolved, plan, fresh, progress, openRun, lastRun],
  );
  return (
    <ShowProvider value={shown}>
      <Outlet />
    </ShowProvider>
  );
}
