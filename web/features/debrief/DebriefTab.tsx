import {
  Alert,
  Box,
  Button,
  Chip,
  MenuItem,
  Paper,
  Table,
  TableBody,
  TableCell,
  TableHead,
  TableRow,
  TextField,
  ToggleButton,
  ToggleButtonGroup,
  Typography,
} from '@mui/material';
import {
  debrief,
  formatAmount,
  formatDuration,
  parseAmount,
  plan,
  type Debrief,
  type DebriefLine,
  type Happening,
  type LeftoverLine,
  type RunState,
  type ShowFile,
} from '@hearty/core';
import { useQueryClient } from '@tanstack/react-query';
import { format } from 'date-fns';
import { useMemo, useState } from 'react';
import { ParsedField } from '../../app/ParsedField';
import { useRuns } from '../../app/queries';
import { Empty, Loading } from '../../app/States';
import { record, useRunLog } from '../live/runLog';
import { useRun } from '../live/useRun';
import { useShow } from '../shows/ShowFrame';

/** The talk after a run, built from its log: what worked, what failed and why, times, leftovers, what to do next. */
export function DebriefTab() {
  const { file } = useShow();
  const runs = useRuns(file.show.id);
  const [chosen, setChosen] = useState('');
  const played = (runs.data ?? []).filter((r) => r.curtainAt !== null);
  const runId = chosen || (played.find((r) => r.phase === 'down') ?? played[0])?.id;
  if (runs.isPending) return <Loading what="the runs" />;
  if (!runId)
    return <Empty title="No run yet">Play or rehearse the show; the debrief is built from its log.</Empty>;
  return (
    <>
      <TextField
        select
        label="Run"
        value={runId}
        onChange={(e) => setChosen(e.target.value)}
        sx={{ mb: 4, minWidth: 260 }}
      >
        {played.map((r) => (
          <MenuItem key={r.id} value={r.id}>
            {format(r.curtainAt!, 'd MMM yyyy, HH:mm')}
            {r.rehearsal ? ', rehearsal' : ''}
            {r.phase !== 'down' ? ', still on' : ''}
          </MenuItem>
        ))}
      </TextField>
      <RunDebrief key={runId} runId={runId} />
    </>
  );
}

function RunDebrief({ runId }: { runId: string }) {
  const run = useRun(runId);
  const talk = useMemo(
    () => (run ? debrief(run.file, plan(run.file, { plays: 0 }), run.state) : undefined),
    [run],
  );
  const failed = useRunLog((s) => s.failed);
  if (failed) return <Alert severity="error">{failed}</Alert>;
  if (!run || !talk) return <Loading what="the log" />;
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: 'minmax(0, 1fr)', gap: 8, maxWidth: 1100 }}>
      <Attempts lines={talk.lines} />
      <Times talk={talk} />
      <Leftovers lines={talk.leftovers} />
      <Notes state={run.state} />
      <Actions file={run.file} state={run.state} />
    </Box>
  );
}

/** Every word of the debrief is an event of the run's log too. */
function useSay() {
  const client = useQueryClient();
  return (happening: Happening) =>
    void record(happening, 'debrief').then(() => setTimeout(() => void client.invalidateQueries(), 600));
}

const Section = ({ title, hint, children }: { title: string; hint?: string; children: React.ReactNode }) => (
  <section>
    <Typography variant="h2">{title}</Typography>
    {hint && (
      <Typography color="textSecondary" sx={{ mb: 2 }}>
        {hint}
      </Typography>
    )}
    {children}
  </section>
);

function Attempts({ lines }: { lines: DebriefLine[] }) {
  const failed = lines.filter((l) => l.attempt.outcome === 'failed').length;
  return (
    <Section
      title={`${lines.length} attempts, ${failed} failed`}
      hint="Change one thing at a time, or nobody knows what helped."
    >
      <Paper variant="outlined" component="ul" sx={{ p: 0, m: 0, listStyle: 'none' }}>
        {lines.map((line) => (
          <AttemptRow key={line.attempt.id} line={line} />
        ))}
        {lines.length === 0 && <Typography sx={{ p: 4 }}>No demo was tried.</Typography>}
      </Paper>
    </Section>
  );
}

function AttemptRow({ line: { title, attempt, likely } }: { line: DebriefLine }) {
  const say = useSay();
  const bad = attempt.outcome === 'failed' || attempt.outcome === 'partly';
  const causes = [...new Set([...likely.map((c) => c.cause), ...(attempt.cause ? [attempt.cause] : [])])];
  return (
    <Box
      component="li"
      sx={{
        display: 'flex',
        flexWrap: 'wrap',
        gap: 4,
        px: 4,
        py: 2.5,
        borderBottom: 1,
        borderColor: 'divider',
        alignItems: 'center',
      }}
    >
      <Box sx={{ flex: '1 1 240px' }}>
        <Typography sx={{ fontWeight: 600 }}>
          {title}
          {attempt.n > 1 && `, attempt ${attempt.n}`}
        </Typography>
        <Typography color="textSecondary" sx={{ fontSize: 14 }}>
          {format(attempt.at, 'HH:mm')} · {formatDuration(attempt.takesS)}
          {attempt.symptom && ` · ${attempt.symptom}`}
        </Typography>
      </Box>
      <Chip
        label={attempt.outcome}
        color={attempt.outcome === 'worked' ? 'secondary' : bad ? 'error' : 'default'}
        variant={attempt.outcome === 'worked' ? 'outlined' : 'filled'}
        sx={{ borderRadius: 1, minWidth: 80 }}
      />
      {bad && (
        <>
          <TextField
            select
            label="Cause"
            value={attempt.cause ?? ''}
            onChange={(e) => say({ kind: 'cause', body: { attemptId: attempt.id, cause: e.target.value } })}
            sx={{ minWidth: 200 }}
            slotProps={{ inputLabel: { shrink: true }, select: { displayEmpty: true } }}
          >
            <MenuItem value="">not known</MenuItem>
            {causes.map((c) => (
              <MenuItem key={c} value={c}>
                {c}
              </MenuItem>
            ))}
          </TextField>
          <LineField
            label="Changed since"
            value={attempt.change ?? ''}
            onLine={(text) => say({ kind: 'change', body: { attemptId: attempt.id, text } })}
          />
        </>
      )}
    </Box>
  );
}

/** One line of text that is recorded when it is left. */
function LineField({
  label,
  value,
  onLine,
}: {
  label: string;
  value: string;
  onLine: (text: string) => void;
}) {
  const [text, setText] = useState(value);
  const settle = () => text.trim() !== value && onLine(text.trim());
  return (
    <TextField
      label={label}
      value={text}
      onChange={(e) => setText(e.target.value)}
      onBlur={settle}
      onKeyDown={(e) => e.key === 'Enter' && settle()}
      slotProps={{ htmlInput: { maxLength: 160 } }}
      sx={{ minWidth: 200 }}
    />
  );
}

function Times({ talk }: { talk: Debrief }) {
  const signed = (s: number) =>
    Math.round(s) === 0 ? 'as planned' : `${formatDuration(Math.abs(s))} ${s > 0 ? 'longer' : 'shorter'}`;
  return (
    <Section title="Planned and actual">
      <Paper variant="outlined" sx={{ overflowX: 'auto' }}>
        <Table size="small" aria-label="Planned and actual times">
          <TableHead>
            <TableRow>
              <TableCell>Item</TableCell>
              <TableCell align="right">Planned</TableCell>
              <TableCell align="right">Actual</TableCell>
              <TableCell align="right">Difference</TableCell>
            </TableRow>
          </TableHead>
          <TableBody>
            {talk.times.map((t) => (
              <TableRow key={t.itemId}>
                <TableCell>{t.title}</TableCell>
                <TableCell align="right">{formatDuration(t.plannedS)}</TableCell>
                <TableCell align="right">
                  {t.actualS === undefined ? 'not played' : formatDuration(t.actualS)}
                </TableCell>
                <TableCell align="right" sx={{ color: 'secondary.main' }}>
                  {t.actualS === undefined ? '' : signed(t.actualS - t.plannedS)}
                </TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </Paper>
    </Section>
  );
}

function Leftovers({ lines }: { lines: LeftoverLine[] }) {
  const say = useSay();
  if (lines.length === 0) return null;
  return (
    <Section title="Left over" hint="Packed less what the log used. Correct what you counted otherwise.">
      <Paper variant="outlined" sx={{ overflowX: 'auto' }}>
        <Table size="small" aria-label="Leftovers">
          <TableHead>
            <TableRow>
              <TableCell>What</TableCell>
              <TableCell align="right">Packed</TableCell>
              <TableCell align="right">Used</TableCell>
              <TableCell>Left</TableCell>
            </TableRow>
          </TableHead>
          <TableBody>
            {lines.map((l) => (
              <TableRow key={l.goodId}>
                <TableCell>{l.name}</TableCell>
                <TableCell align="right">{formatAmount(l.packed, l.unit)}</TableCell>
                <TableCell align="right">{formatAmount(l.used, l.unit)}</TableCell>
                <TableCell sx={{ color: l.counted === undefined ? 'secondary.main' : 'text.primary' }}>
                  <ParsedField
                    variant="standard"
                    value={l.counted ?? l.expected}
                    format={(v) => formatAmount(v, l.unit)}
                    parse={(text) => parseAmount(text, l.unit)}
                    onValue={(amount) => say({ kind: 'leftover', body: { goodId: l.goodId, amount } })}
                    slotProps={{ htmlInput: { 'aria-label': `${l.name} left over` } }}
                    sx={{ width: 110 }}
                    helperText={l.counted === undefined ? undefined : 'counted'}
                  />
                </TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </Paper>
    </Section>
  );
}

function Notes({ state }: { state: RunState }) {
  const say = useSay();
  const [text, setText] = useState('');
  const [near, setNear] = useState<'note' | 'near miss'>('note');
  const add = () => {
    if (!text.trim()) return;
    say({ kind: 'note', body: { text: text.trim(), ...(near === 'near miss' && { nearMiss: true }) } });
    setText('');
    setNear('note');
  };
  return (
    <Section title="Notes and near misses" hint="No names of volunteers: a volunteer is a number on a demo.">
      <Box component="ul" sx={{ pl: 5, my: 2 }}>
        {state.notes.map((n) => (
          <li key={n.id}>
            {n.nearMiss && <b>Near miss. </b>}
            {n.text}
          </li>
        ))}
      </Box>
      <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap' }}>
        <TextField
          label="Note"
          value={text}
          onChange={(e) => setText(e.target.value)}
          onKeyDown={(e) => e.key === 'Enter' && add()}
          sx={{ flex: '1 1 300px' }}
          slotProps={{ htmlInput: { maxLength: 160 } }}
        />
        <ToggleButtonGroup
          exclusive
          value={near}
          onChange={(_e, v: typeof near | null) => v && setNear(v)}
          aria-label="Kind of note"
          size="small"
        >
          <ToggleButton value="note" sx={{ textTransform: 'none' }}>
            Note
          </ToggleButton>
          <ToggleButton value="near miss" sx={{ textTransform: 'none' }}>
            Near miss
          </ToggleButton>
        </ToggleButtonGroup>
        <Button variant="outlined" onClick={add}>
          Keep
        </Button>
      </Box>
    </Section>
  );
}

function Actions({ file, state }: { file: ShowFile; state: RunState }) {
  const say = useSay();
  const [text, setText] = useState('');
  const [on, setOn] = useState(`show:${file.show.id}`);
  const places = [
    { value: `show:${file.show.id}`, label: `the show` },
    { value: `venue:${file.venue.id}`, label: file.venue.name },
    ...file.demos.map((d) => ({ value: `demo:${d.id}`, label: d.title })),
  ];
  const add = () => {
    const [kind, id] = on.split(':') as ['show' | 'venue' | 'demo', string];
    if (!text.trim()) return;
    say({ kind: 'action', body: { text: text.trim(), on: kind, onId: id } });
    setText('');
  };
  return (
    <Section
      title="Before the next time"
      hint="Open ones come back beside the next plan until somebody closes them."
    >
      <Box component="ul" sx={{ p: 0, my: 2, listStyle: 'none' }}>
        {state.actions.map((a) => (
          <Box component="li" key={a.id} sx={{ display: 'flex', gap: 3, alignItems: 'center' }}>
            <Typography sx={{ textDecoration: a.done ? 'line-through' : 'none' }}>
              {a.text} ({places.find((p) => p.value === `${a.on}:${a.onId}`)?.label ?? a.on})
            </Typography>
            {!a.done && (
              <Button size="small" onClick={() => say({ kind: 'action closed', body: { actionId: a.id } })}>
                Done
              </Button>
            )}
          </Box>
        ))}
      </Box>
      <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap' }}>
        <TextField
          label="To do"
          value={text}
          onChange={(e) => setText(e.target.value)}
          onKeyDown={(e) => e.key === 'Enter' && add()}
          sx={{ flex: '1 1 300px' }}
          slotProps={{ htmlInput: { maxLength: 160 } }}
        />
        <TextField
          select
          label="On"
          value={on}
          onChange={(e) => setOn(e.target.value)}
          sx={{ minWidth: 200 }}
        >
          {places.map((p) => (
            <MenuItem key={p.value} value={p.value}>
              {p.label}
            </MenuItem>
          ))}
        </TextField>
        <Button variant="outlined" onClick={add}>
          Keep
        </Button>
      </Box>
    </Section>
  );
}
