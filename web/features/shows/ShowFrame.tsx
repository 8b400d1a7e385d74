import { Alert, Box, Button, IconButton, Tooltip, Typography } from '@mui/material';
import {
  assemble,
  script,
  withoutGone,
  writeShowFile,
  type Library,
  type Plan,
  type Show,
  type ShowFile,
} from '@hearty/core';
import { format, parseISO } from 'date-fns';
import { memo, useEffect, useMemo, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { Outlet, useLocation, useParams } from 'react-router';
import type { RunSummary } from '@hearty/core';
import { useDocument, useLibrary, useRuns, useTour } from '../../session/queries';
import { Pages, type Page } from '../../kit/Pages';
import { PaperStyles } from '../../kit/paper';
import { Failed } from '../../kit/Failed';
import { Loading, WindowTitle } from '../../kit/States';
import { usePlan } from '../../workers/planner';
import { download } from '../../kit/download';
import { ShowProvider, type ShowContext } from '../../session/show';
import { RunsHere } from '../../session/RunsHere';
import { goneFrom, knownIn } from '../../session/broken';
import { Conflict, DeletedElsewhere } from '../../session/Conflict';
import {
  applyWayOut,
  edit,
  openDraft,
  redo,
  saveAgain,
  settleConflict,
  undo,
  useDraft,
} from '../../session/draft';
import { ShowDialog } from './ShowDialog';
import { EditIcon, ExportIcon, RedoIcon, UndoIcon } from '../../kit/icons';

/** What each page of a show's folder is called. */
const PLACES: Record<string, string> = {
  plan: 'Plan',
  print: 'Run sheet',
  supplies: 'Supplies',
  'supplies/packing': 'Packing',
  'supplies/cold': 'Cold',
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
  const { plan, fresh, progress, trouble } = usePlan(file);
  useHotkeys('mod+z', undo, { preventDefault: true });
  useHotkeys('mod+shift+z, mod+y', redo, { preventDefault: true });

  const failed = kept.error ?? library.error;
  if (failed && !file)
    return (
      <>
        <Failed error={failed} again={() => void Promise.all([kept.refetch(), library.refetch()])} />
        <RunsHere silent={failed.silent} showId={showId} />
      </>
    );
  if (stored === null && !show) return <Typography variant="h1">This show is not here any more.</Typography>;
  if (show && library.data && !file) return <NoVenue show={show} />;
  if (!file || !resolved || !library.data) return <Loading what="the show" />;
  const openRun = runs.data?.find((r) => r.phase !== 'down');
  const lastRun = runs.data?.find((r) => r.phase === 'down' && r.curtainAt !== null);
  return (
    <>
      <PaperStyles title={file.show.title} />
      <WindowTitle of={`${PLACES[pathname.split('/').slice(3).join('/')] ?? 'Plan'} · ${file.show.title}`} />
      <Box
        data-show-head
        sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 3, mb: 3 }}
      >
        <Head show={file.show} venue={file.venue.name} />
        {plan && !trouble && (
          <ShowTabs showId={file.show.id} plan={plan} phase={openRun?.phase} played={lastRun !== undefined} />
        )}
        <Actions file={file} />
      </Box>
      <SaveTrouble />
      <Gone show={file.show} library={library.data} />
      {trouble && <NoPlan show={file.show} message={trouble} />}
      {plan && !trouble ? (
        <Within value={{ file, script: resolved, plan, fresh, progress, openRun, lastRun }} />
      ) : (
        !trouble && <Loading what="the plan" />
      )}
    </>
  );
}

/** Should a show ever defeat the planner: it can still be changed, so that the next try has another show to plan. */
function NoPlan({ show, message }: { show: Show; message: string }) {
  return (
    <Alert severity="error" sx={{ my: 2 }}>
      This show could not be planned ({message}). Undo what you did last, or take something out:
      <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {show.items.map((item) => (
          <li key={item.id}>
            <Button
              size="small"
              color="inherit"
              onClick={() => applyWayOut({ kind: 'remove-items', itemIds: [item.id] })}
            >
              Take out “{item.title}”
            </Button>
          </li>
        ))}
      </Box>
    </Alert>
  );
}

/** The tab that is open, and what it draws; the same value as long as its parts are. */
function Within({ value }: { value: ShowContext }) {
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

function Head({ show, venue }: { show: Show; venue: string }) {
  return (
    <Box sx={{ flex: '1 1 220px', minWidth: 0, maxWidth: { lg: 400 } }}>
      <Typography variant="h2" component="h1" title={show.title} sx={{ ...linesSx, lineHeight: 1.2 }}>
        {show.title}
      </Typography>
      <Typography variant="body2" color="textSecondary" title={venue} sx={linesSx}>
        {format(parseISO(show.date), 'EEE d MMM')} · {venue} · {show.heads} people · {show.slotMin} min
      </Typography>
    </Box>
  );
}

/** Two lines at most: the rest of a very long name is read by pointing at it. */
const linesSx = {
  display: '-webkit-box',
  WebkitBoxOrient: 'vertical',
  WebkitLineClamp: 2,
  overflow: 'hidden',
} as const;

function Actions({ file }: { file: ShowFile }) {
  const [editing, setEditing] = useState(false);
  const last = useDraft((s) => s.past.at(-1));
  const next = useDraft((s) => s.future[0]);
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', ml: 'auto', '@media print': { display: 'none' } }}>
      <SaveWords />
      <Act
        label="Undo"
        what={last?.message}
        onClick={undo}
        disabled={!last}
        icon={<UndoIcon fontSize="small" />}
      />
      <Act
        label="Redo"
        what={next?.message}
        onClick={redo}
        disabled={!next}
        icon={<RedoIcon fontSize="small" />}
      />
      <Act
        label="Day, place and crew"
        onClick={() => setEditing(true)}
        icon={<EditIcon fontSize="small" />}
      />
      <Act
        label="Save as a show file"
        onClick={() => download(`${file.show.id}.json`, writeShowFile(file))}
        icon={<ExportIcon fontSize="small" />}
      />
      {editing && <ShowDialog show={file.show} onClose={() => setEditing(false)} />}
    </Box>
  );
}

const Act = ({
  label,
  what = [],
  icon,
  ...button
}: {
  label: string;
  /** What it would change, in words. */
  what?: string[] | undefined;
  icon: React.ReactNode;
  onClick: () => void;
  disabled?: boolean;
}) => (
  <Tooltip title={what.length ? `${label}: ${what.slice(0, 3).join(', ')}` : label}>
    <span>
      <IconButton aria-label={label} sx={{ width: 44, height: 44 }} {...button}>
        {icon}
      </IconButton>
    </span>
  </Tooltip>
);

const WORDS = {
  saved: 'All saved',
  unsaved: 'Not saved yet',
  saving: 'Saving …',
  offline: 'Kept on this device',
  refused: 'Not saved',
  deleted: 'Not saved',
  conflict: 'Not saved',
} as const;

function SaveWords() {
  const status = useDraft((s) => s.status);
  return (
    <Typography
      role="status"
      color={status === 'saved' ? 'textSecondary' : 'warning'}
      variant="body2"
      sx={{ mr: 1 }}
    >
      {WORDS[status]}
    </Typography>
  );
}

/** What stands between the draft and the server, and what to do about it. */
function SaveTrouble() {
  const { status, message, theirs, show } = useDraft();
  if (status === 'offline')
    return (
      <Alert severity="warning" sx={{ my: 2 }}>
        {message} Your changes are kept on this device and saved as soon as it answers.
      </Alert>
    );
  if (status === 'deleted' && show)
    return <DeletedElsewhere message={message} kind="shows" id={show.id} onBack={saveAgain} />;
  if (status === 'refused')
    return (
      <Alert severity="error" sx={{ my: 2 }}>
        Not saved: {message}
      </Alert>
    );
  if (status !== 'conflict' || !theirs || !show) return null;
  return (
    <Conflict
      of="show"
      mine={show}
      theirs={theirs}
      onMine={() => settleConflict('mine')}
      onTheirs={() => settleConflict('theirs')}
    />
  );
}

/** What the show names that is gone meanwhile, and the way to go on without it. */
function Gone({ show, library }: { show: Show; library: Library }) {
  const gone = goneFrom(show, library);
  if (!gone) return null;
  return (
    <Alert
      severity="error"
      sx={{ my: 2 }}
      action={
        <Button
          color="inherit"
          onClick={() => edit((draft) => void Object.assign(draft, withoutGone(show, knownIn(library))))}
        >
          Take it out
        </Button>
      }
    >
      This show names {gone} that {gone.startsWith('1 ') && !gone.includes(' and ') ? 'is' : 'are'} not here
      any more.
    </Alert>
  );
}

function NoVenue({ show }: { show: Show }) {
  const [choosing, setChoosing] = useState(false);
  return (
    <>
      <Typography variant="h1">{show.title}</Typography>
      <SaveTrouble />
      <Alert
        severity="error"
        sx={{ my: 2 }}
        action={
          <Button color="inherit" onClick={() => setChoosing(true)}>
            Choose a venue
          </Button>
        }
      >
        The venue of this show is not here any more; without one it cannot be planned.
      </Alert>
      {choosing && <ShowDialog show={show} onClose={() => setChoosing(false)} />}
    </>
  );
}

const ShowTabs = memo(function ShowTabs({
  showId,
  plan,
  phase,
  played,
}: {
  showId: string;
  plan: Plan;
  /** How far the run is that is open. */
  phase: RunSummary['phase'] | undefined;
  played: boolean;
}) {
  const cold = plan.findings.some((f) => f.level === 'stop' && f.code.startsWith('cold-'));
  const stops = plan.findings.filter((f) => f.level === 'stop').length;
  const cautions = plan.findings.filter((f) => f.level === 'caution').length;
  const tour = useTour();
  const onTour = tour.data?.shows.find((s) => s.showId === showId);
  const toBuy = (onTour ?? plan.buying).lines.filter((l) => l.short > 0).length;
  const pages: Page[] = [
    {
      to: 'plan',
      label: 'Plan',
      level: stops ? 'stop' : 'caution',
      state: stops ? `${stops} to mend` : cautions ? `${cautions} to look at` : '',
    },
    cold
      ? { to: 'supplies', label: 'Supplies', level: 'stop', state: 'cold budget' }
      : { to: 'supplies', label: 'Supplies', state: toBuy ? `${toBuy} to buy` : '' },
    { to: 'prep', label: 'Prep', state: plan.timetable.tasks.length ? '' : 'nothing to prepare' },
    { to: 'check', label: 'Check', state: phase === 'before' ? 'under way' : '' },
    { to: 'live', label: 'Live', state: phase && phase !== 'before' ? 'on stage' : '' },
    { to: 'debrief', label: 'Debrief', state: played ? '' : 'no run yet' },
  ];
  return <Pages label="The work on this show" pages={pages} />;
});
