import {
  incidentsOf,
  carriedCautions,
  clockOf,
  gates,
  judge,
  labelsSaid,
  expectedPicturesAt,
  gatesWords,
  mayWrite,
  othersDo,
  standsOn,
  wallClockDate,
  wornIn,
  wornSaid,
  type Check,
  type PlacedMark,
  type PlanFinding,
  type RunState,
  type Script,
} from '@hearty/core';
import { Box, Button, Paper, Typography } from '@mui/material';
import { useSnackbar } from 'notistack';
import { useMemo, type ReactNode } from 'react';
import { OnPaper } from '../kit/paper';
import { ExpectedPictures } from '../kit/pictures';
import { Loading } from '../kit/States';
import { record, undoLast } from '../session/runLog';
import { type OpenRun } from '../session/useRun';
import { PlannerFailed } from '../workers/PlannerFailed';
import { usePlan } from '../workers/planner';
import { RoomToday } from '../session/RoomToday';
import { useRunNow } from '../session/useRunNow';
import { today } from '../kit/day';
import { CheckRow } from './CheckRow';
import { CheckSheet } from './CheckSheet';
import { Gates } from './Gates';
import { PrintIcon } from '../kit/icons';

/** Mark after mark, for whoever walks the stage; on a crew's phone too. */
export function Checks({ run, onward }: { run: OpenRun; onward: ReactNode }) {
  // The run's own file: what was planned when the run was opened is what is checked.
  const { plan, fresh, trouble, retry } = usePlan(run.file, { forecast: false });
  const now = useRunNow(run.state);
  const checks = plan?.checks;
  const may = mayWrite(run.role, 'check');
  // What goes stale does so by the minute.
  const minute = Math.floor(now / 60_000) * 60_000;
  const verdicts = useMemo(
    () => (plan ? gates(run.script, plan, run.state, minute) : []),
    [run.script, run.state, plan, minute],
  );
  if (trouble) return <PlannerFailed trouble={trouble} onRetry={retry} />;
  if (!checks || !fresh) return <Loading what="the checks" />;
  const { state, script } = run;
  const { show } = run.file;
  const before = checks.filter((c) => c.dueS === undefined);
  const later = checks.filter((c) => c.dueS !== undefined).sort((a, b) => a.dueS! - b.dueS!);
  const answered = checks.filter(
    (c) => !['open', 'stale'].includes(judge(c, state.checks.get(c.id), minute)),
  ).length;
  const places = [...new Map(before.map((c) => [c.markId, c.place]))];
  const clock = clockOf(
    script,
    later.map((c) => c.dueS!),
  );
  const leftS = (itemId: string) => {
    const startS = plan.timetable.items.find((i) => i.itemId === itemId)?.startS;
    if (startS === undefined || show.date !== today()) return undefined;
    return (wallClockDate(show.date, script.upS + startS).getTime() - now) / 1000;
  };
  return (
    <OnPaper
      title={`${show.title}: checks`}
      paper={() => <CheckSheet script={script} plan={plan} state={state} now={minute} />}
    >
      <Box sx={standingSx}>
        <Typography role="status" sx={{ flex: '1 1 240px' }}>
          <b>{gatesWords(verdicts)}.</b> {answered} of {checks.length} checked.
        </Typography>
        <Button href="#gates" sx={{ display: { md: 'none' } }}>
          Which?
        </Button>
        {may && <NearMiss state={state} />}
        <Button startIcon={<PrintIcon />} onClick={() => window.print()}>
          Print
        </Button>
      </Box>
      <Box
        sx={{
          display: 'grid',
          gap: 6,
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) 320px' },
          alignItems: 'start',
        }}
      >
        <Box>
          <Box sx={{ mb: 6 }}>
            <RoomToday run={run} />
          </Box>
          {places.map(([markId, place]) => {
            const mine = before.filter((c) => c.markId === markId);
            return (
              <Box key={markId} component="section" aria-label={place} sx={{ mb: 6 }}>
                <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2, alignItems: 'center', mb: 1 }}>
                  <Typography
                    variant="h2"
                    sx={{
                      flex: 1,
                      overflowWrap: 'anywhere',
                      '&::first-letter': { textTransform: 'uppercase' },
                    }}
                  >
                    {place}
                  </Typography>
                  {may && <AllThere place={place} checks={mine} state={state} now={minute} />}
                </Box>
                <Warnings script={script} markId={markId} findings={plan.findings} />
                <ExpectedPictures expected={expectedPicturesAt(script, markId)} />
                <Paper variant="outlined" component="ul" sx={{ m: 0, p: 0, listStyle: 'none' }}>
                  {mine.map((c) => (
                    <CheckRow key={c.id} check={c} state={state} now={minute} may={may} />
                  ))}
                </Paper>
              </Box>
            );
          })}
          {later.length > 0 && (
            <Box component="section" sx={{ mb: 6 }}>
              <Typography variant="h2" sx={{ mb: 1 }}>
                After doors
              </Typography>
              <Typography color="textSecondary" sx={{ mb: 2 }}>
                Started after doors: check each one when it is ready. It holds nothing up before that.
              </Typography>
              <Paper variant="outlined" component="ul" sx={{ m: 0, p: 0, listStyle: 'none' }}>
                {later.map((c) => (
                  <CheckRow key={c.id} check={c} state={state} now={minute} may={may} due={clock(c.dueS!)} />
                ))}
              </Paper>
            </Box>
          )}
        </Box>
        <Gates gates={verdicts} script={script} leftS={leftS} role={run.role} onward={onward} />
      </Box>
    </OnPaper>
  );
}

/** How it stands, in sight while one walks the stage. */
const standingSx = {
  display: 'flex',
  flexWrap: 'wrap',
  alignItems: 'center',
  gap: 2,
  mb: 2,
  py: 1,
  position: 'sticky',
  top: 0,
  zIndex: 3,
  bgcolor: 'background.default',
} as const;

/** Says what a press wrote, and offers to take it back. */
function useSayEvent() {
  const { enqueueSnackbar, closeSnackbar } = useSnackbar();
  return (words: string, eventId: string) =>
    enqueueSnackbar(words, {
      action: (key) => (
        <Button
          color="inherit"
          onClick={() => {
            closeSnackbar(key);
            void undoLast(eventId);
          }}
        >
          Undo
        </Button>
      ),
    });
}

/** One press while things are set up too: what it was is written at the debrief. */
function NearMiss({ state }: { state: RunState }) {
  const sayWithUndo = useSayEvent();
  const marked = incidentsOf(state, 'near miss');
  const press = async () => {
    const id = await record({
      kind: 'near miss',
      body: state.now === undefined ? {} : { itemId: state.now },
    });
    sayWithUndo('Near miss marked. Describe it at the debrief.', id);
  };
  return (
    <Button color="warning" sx={{ minHeight: 44 }} onClick={() => void press()}>
      {marked > 0 ? `Near miss · ${marked} marked` : 'Near miss'}
    </Button>
  );
}

/** The most that one press says of; what is more takes another. */
const MOST_AT_ONCE = 200;

/** One press says that everything still open at a mark is there; what is done, tested, agreed or read is answered one by one. */
function AllThere({
  place,
  checks,
  state,
  now,
}: {
  place: string;
  checks: readonly Check[];
  state: RunState;
  now: number;
}) {
  const sayWithUndo = useSayEvent();
  const open = checks.filter(
    (c) => c.kind === 'present' && ['open', 'stale'].includes(judge(c, state.checks.get(c.id), now)),
  );
  const press = async () => {
    const checkIds = open.slice(0, MOST_AT_ONCE).map((c) => c.id);
    const id = await record({ kind: 'all there', body: { checkIds } });
    sayWithUndo(`${checkIds.length} at ${place}: all there.`, id);
  };
  if (open.length === 0) return null;
  return (
    <Button
      variant="outlined"
      sx={{ minHeight: 44 }}
      aria-label={`All there at ${place}: ${open.length}`}
      onClick={() => void press()}
    >
      All there ({open.length})
    </Button>
  );
}

/** What a mark is like, and what is worn and warned of in what is played there. */
function Warnings({
  script,
  markId,
  findings,
}: {
  script: Script;
  markId: string;
  findings: readonly PlanFinding[];
}) {
  const mark = script.marks.all.find((m) => m.id === markId);
  const here = script.items.filter((item) => standsOn(item, markId));
  const lines = here.flatMap((scripted) => {
    const { item, demo } = scripted;
    const parts = demo
      ? [
          ...othersDo(scripted),
          ...wornSaid(wornIn(demo, script.goods)),
          ...demo.cautions,
          ...labelsSaid(demo, script.goods),
          ...carriedCautions(findings, item.id),
        ]
      : [];
    return parts.length ? [{ id: item.id, title: item.title, said: parts }] : [];
  });
  return (
    <>
      {mark && <Typography color="textSecondary">{markWords(mark)}</Typography>}
      {lines.length > 0 && (
        <Box
          component="section"
          aria-label={`Worn, and cautions: ${mark?.name ?? ''}`}
          sx={{ borderLeft: 3, borderColor: 'warning.main', pl: 3, mb: 2 }}
        >
          {lines.map(({ id, title, said: parts }) => (
            <Typography key={id} sx={{ fontSize: 'small' }}>
              <b>{title}:</b> {parts.map((s) => (s.endsWith('.') ? s : `${s}.`)).join(' ')}
            </Typography>
          ))}
        </Box>
      )}
    </>
  );
}

const markWords = ({ wideM, deepM, spots, socket, waterNear, lacking }: PlacedMark): string =>
  [
    lacking && 'not written down at this venue',
    wideM !== undefined && deepM !== undefined && `${wideM} × ${deepM} m`,
    spots > 1 && `${spots} spots`,
    socket && 'socket',
    waterNear && 'water near',
  ]
    .filter(Boolean)
    .join(' · ');
