import PrintOutlinedIcon from '@mui/icons-material/PrintOutlined';
import {
  declare,
  gates,
  judge,
  looksAt,
  type Check,
  type Gate,
  type RunState,
  type Verdict,
  wornIn,
  wornSaid,
  type PlacedMark,
  type Script,
} from '@hearty/core';
import { Box, Button, Chip, Paper, ToggleButton, ToggleButtonGroup, Typography } from '@mui/material';
import { format } from 'date-fns';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { Drawn } from '../../kit/fields';
import { OnPaper } from '../../kit/paper';
import { Looks } from '../../kit/pictures';
import { Loading } from '../../kit/States';
import { usePlan } from '../../workers/planner';
import { PlanChanged } from '../live/PlanChanged';
import { record } from '../../session/runLog';
import { StartRun } from '../live/StartRun';
import { useRun } from '../../session/useRun';
import { useShow } from '../../session/show';
import { CheckSheet } from './CheckSheet';

/** The set-up before doors: mark after mark, and which items are go. */
export function CheckTab() {
  const { file, openRun } = useShow();
  if (!openRun) return <StartRun showId={file.show.id} label="Start checking the set-up" />;
  return <Checks runId={openRun.id} showId={file.show.id} />;
}

/** What the set-up wants of a plan. */
const CHECKS = { forecast: false, parts: { checks: true } };

function Checks({ runId, showId }: { runId: string; showId: string }) {
  const run = useRun(runId);
  // The run's own file: what was planned when the run was opened is what is checked.
  const { plan, fresh } = usePlan(run?.file, CHECKS);
  const checks = plan?.checks;
  const verdicts = useMemo(() => (run && checks ? gates(run.script, checks, run.state) : []), [run, checks]);
  if (!run || !checks || !fresh) return <Loading what="the checks" />;
  const { state } = run;
  const answered = checks.filter((c) => state.checks.has(c.id)).length;
  const places = [...new Map(checks.map((c) => [c.markId, c.place]))];
  return (
    <OnPaper
      title={`${run.file.show.title}: checks`}
      paper={() => <CheckSheet script={run.script} checks={checks} state={state} />}
    >
      <Box
        sx={{
          display: 'grid',
          gap: 6,
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) 320px' },
          alignItems: 'start',
        }}
      >
        <Box>
          <PlanChanged runId={runId} run={run} />
          <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 2, mb: 2 }}>
            <Typography color="textSecondary" role="status" sx={{ flex: 1 }}>
              {answered} of {checks.length} checked, in the order you walk the stage.
            </Typography>
            <Button startIcon={<PrintOutlinedIcon />} onClick={() => window.print()}>
              Print
            </Button>
          </Box>
          {places.map(([markId, place]) => (
            <Box key={markId} component="section" sx={{ mb: 6 }}>
              <Typography variant="h2" sx={{ mb: 2, '&::first-letter': { textTransform: 'uppercase' } }}>
                {place}
              </Typography>
              <Warnings script={run.script} markId={markId} />
              <Looks looks={looksAt(run.script, markId)} />
              <Paper variant="outlined" component="ul" sx={{ m: 0, p: 0, listStyle: 'none' }}>
                {checks
                  .filter((c) => c.markId === markId)
                  .map((c) => (
                    <CheckRow key={c.id} check={c} state={state} />
                  ))}
              </Paper>
            </Box>
          ))}
        </Box>
        <Gates gates={verdicts} script={run.script} showId={showId} />
      </Box>
    </OnPaper>
  );
}

/** What a mark is like, and what is worn and warned of in what is played there. */
function Warnings({ script, markId }: { script: Script; markId: string }) {
  const mark = script.marks.all.find((m) => m.id === markId);
  const here = script.items.filter((i) => i.standing?.mark.id === markId);
  const lines = here.flatMap(({ item, demo }) => {
    const said = demo ? [...wornSaid(wornIn(demo, script.goods)), ...demo.cautions] : [];
    return said.length ? [{ id: item.id, title: item.title, said }] : [];
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
          {lines.map(({ id, title, said }) => (
            <Typography key={id} sx={{ fontSize: 'small' }}>
              <b>{title}:</b> {said.map((s) => (s.endsWith('.') ? s : `${s}.`)).join(' ')}
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

function CheckRow({ check, state }: { check: Check; state: RunState }) {
  const answer = state.checks.get(check.id);
  const verdict = judge(check, answer?.value);
  const put = (value: boolean | number | null) =>
    void record({ kind: 'check', body: { checkId: check.id, value } });
  return (
    <Box
      component="li"
      data-testid={`check-${check.id}`}
      sx={{
        display: 'flex',
        flexWrap: 'wrap',
        gap: 3,
        alignItems: 'center',
        px: 4,
        py: 2,
        borderBottom: 1,
        borderColor: 'divider',
        '&:last-child': { border: 0 },
      }}
    >
      <Box sx={{ flex: '1 1 220px' }}>
        <Typography sx={{ fontWeight: 600 }}>{check.title}</Typography>
        <Typography color="textSecondary" sx={{ fontSize: 'small' }}>
          {[check.detail, !check.must && 'may be missing'].filter(Boolean).join(' · ')}
        </Typography>
      </Box>
      <VerdictWord verdict={verdict} at={answer?.at} />
      {check.kind === 'measured' ? (
        <Reading check={check} value={answer?.value} onValue={put} />
      ) : (
        <ToggleButtonGroup
          exclusive
          value={answer?.value ?? null}
          onChange={(_e, value: boolean | null) => put(value)}
          aria-label={check.title}
        >
          <ToggleButton value={true} sx={toggleSx}>
            {check.kind === 'present' ? 'There' : 'Yes'}
          </ToggleButton>
          <ToggleButton value={false} sx={toggleSx}>
            {check.kind === 'present' ? 'Missing' : 'No'}
          </ToggleButton>
        </ToggleButtonGroup>
      )}
    </Box>
  );
}

const toggleSx = {
  minHeight: 44,
  minWidth: 76,
  textTransform: 'none',
  color: 'text.primary',
  '&.Mui-selected, &.Mui-selected:hover': {
    fontWeight: 700,
    bgcolor: 'primary.main',
    color: 'primary.contrastText',
  },
} as const;

/** The most a reading may be, either way; the log takes no more. */
const MOST = 1e9;

function Reading({
  check,
  value,
  onValue,
}: {
  check: Check;
  value: boolean | number | undefined;
  onValue: (value: number | null) => void;
}) {
  const unit = check.unit ?? '';
  const field =
    unit === '°C'
      ? declare.temperature(-273.15, MOST, 'Reading')
      : declare.figure(-MOST, MOST, { label: 'Reading', unit });
  return (
    <Drawn
      field={{ ...field, optional: true }}
      says={`${check.title}, ${unit}`}
      value={typeof value === 'number' ? value : undefined}
      onValue={(read) => onValue(typeof read === 'number' ? Math.round(read * 100) / 100 : null)}
      sx={{ width: 160 }}
    />
  );
}

function VerdictWord({ verdict, at }: { verdict: Verdict; at: number | undefined }) {
  if (verdict === 'open') return null;
  return (
    <Typography
      sx={{ color: verdict === 'holds' ? 'secondary.main' : 'error.main', fontWeight: 700, fontSize: 'text' }}
    >
      {verdict === 'holds' ? '✓ holds' : '✕ does not hold'}
      {at && (
        <Box component="span" sx={{ color: 'text.secondary', fontWeight: 400, ml: 1 }}>
          {format(at, 'HH:mm')}
        </Box>
      )}
    </Typography>
  );
}

/** What goes on instead of a demo that is no-go, where it says so. */
function StandBy({ script, itemId }: { script: Script; itemId: string }) {
  const id = script.byItem.get(itemId)?.demo?.standByDemoId;
  const demo = script.file.demos.find((d) => d.id === id);
  return demo ? <Typography sx={{ fontSize: 'small' }}>Stand-by demo: “{demo.title}”</Typography> : null;
}

const WORDS = { go: 'Go', 'no-go': 'No-go', open: 'Not checked' } as const;

function Gates({ gates: list, script, showId }: { gates: Gate[]; script: Script; showId: string }) {
  const nogo = list.filter((g) => g.verdict === 'no-go').length;
  const open = list.filter((g) => g.verdict === 'open').length;
  return (
    <Paper
      variant="outlined"
      sx={{ p: 4, position: { md: 'sticky' }, top: 16 }}
      component="section"
      aria-label="Go or no-go"
    >
      <Typography variant="h2" sx={{ mb: 1 }}>
        {nogo ? `${nogo} no-go` : open ? `${open} still to check` : 'All items are go'}
      </Typography>
      <Box component="ul" sx={{ p: 0, m: 0, listStyle: 'none' }}>
        {list.map((gate) => (
          <Box
            component="li"
            key={gate.itemId}
            sx={{ py: 1.5, borderBottom: 1, borderColor: 'divider' }}
            data-testid={`gate-${gate.itemId}`}
          >
            <Box sx={{ display: 'flex', gap: 2, alignItems: 'center' }}>
              <Typography sx={{ flex: 1 }}>{gate.title}</Typography>
              <Chip
                size="small"
                label={WORDS[gate.verdict]}
                color={gate.verdict === 'go' ? 'secondary' : gate.verdict === 'no-go' ? 'error' : 'default'}
                variant={gate.verdict === 'open' ? 'outlined' : 'filled'}
                sx={{ borderRadius: 1, fontWeight: 700 }}
              />
            </Box>
            {gate.reasons.map((reason) => (
              <Typography key={reason} color="error" sx={{ fontSize: 'small' }}>
                {reason}
              </Typography>
            ))}
            {gate.verdict === 'no-go' && <StandBy script={script} itemId={gate.itemId} />}
          </Box>
        ))}
      </Box>
      <Typography color="textSecondary" sx={{ fontSize: 'small', my: 2 }}>
        The venue’s rules, local codes and trained people come first; a go here is not a permission.
      </Typography>
      <Button variant="contained" fullWidth component={Link} to={`/shows/${showId}/live`}>
        On to the stage
      </Button>
    </Paper>
  );
}
