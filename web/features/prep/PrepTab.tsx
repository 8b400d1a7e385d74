import EventOutlinedIcon from '@mui/icons-material/EventOutlined';
import PrintOutlinedIcon from '@mui/icons-material/PrintOutlined';
import { Box, Button, Checkbox, Paper, ToggleButton, ToggleButtonGroup, Typography } from '@mui/material';
import {
  calendarOf,
  callState,
  clockToS,
  formatClock,
  formatDuration,
  type CallLine,
  type CallSheet,
  type CallState,
  type Tick,
} from '@hearty/core';
import { addSeconds, format, parseISO } from 'date-fns';
import { PaperStyles } from '../../kit/PaperStyles';
import { useSearchParams } from 'react-router';
import { useTick, useTicks } from '../../session/stores';
import { Empty, Loading } from '../../kit/States';
import { usePlan } from '../../workers/planner';
import { useNow } from '../../session/useRun';
import { download } from '../../kit/download';
import { useShow } from '../../session/show';
import { today } from '../stores/stock';

/** What the day wants of a plan. */
const SHEETS = { forecast: false, parts: { callSheets: true } };

/** Who does what when, person by person; on the day with a live clock: due, late, can wait until. */
export function PrepTab() {
  const { file } = useShow();
  const { plan } = usePlan(file, SHEETS);
  const ticks = useTicks(file.show.id);
  const now = useNow();
  const [search, setSearch] = useSearchParams();
  const sheets = plan?.callSheets;
  if (!sheets) return <Loading what="the call sheets" />;
  if (sheets.length === 0)
    return (
      <Empty title="Nobody is called">
        Put people into the crew of this show; each gets a call sheet here.
      </Empty>
    );
  const who = sheets.some((s) => s.personId === search.get('who')) ? search.get('who') : null;
  const sinceUpS =
    (now - addSeconds(parseISO(file.show.date), clockToS(file.show.curtainUp)).getTime()) / 1000;
  const lastS = Math.max(...sheets.flatMap((s) => s.lines.map((l) => l.endS)));
  // A late show goes on past midnight.
  const onTheDay = file.show.date === today() || (sinceUpS > 0 && sinceUpS < lastS);
  const nowS = onTheDay ? sinceUpS : undefined;
  return (
    <>
      <PaperStyles />
      <Box sx={{ display: 'flex', gap: 3, alignItems: 'center', flexWrap: 'wrap', mb: 3 }}>
        <Typography sx={{ flex: 1 }} role="status">
          {nowS === undefined
            ? `The day is ${format(parseISO(file.show.date), 'EEEE d MMMM')}; the clock runs then. Times are those of the venue.`
            : `It is ${format(now, 'HH:mm')}. ${formatDuration(Math.abs(Math.round(nowS / 60) * 60))} ${nowS < 0 ? 'to' : 'since'} curtain-up.`}
        </Typography>
        <ToggleButtonGroup
          exclusive
          size="small"
          aria-label="Whose call sheet"
          value={who ?? ''}
          onChange={(_e, id: string | null) => setSearch(id ? { who: id } : {}, { replace: true })}
          sx={{ '@media print': { display: 'none' } }}
        >
          <ToggleButton value="" sx={{ minHeight: 44, px: 3 }}>
            Everybody
          </ToggleButton>
          {sheets.map((s) => (
            <ToggleButton key={s.personId} value={s.personId} sx={{ minHeight: 44, px: 3 }}>
              {s.name}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
        <Button startIcon={<PrintOutlinedIcon />} onClick={() => window.print()}>
          Print
        </Button>
      </Box>
      <Box
        sx={{
          display: 'grid',
          gap: 4,
          gridTemplateColumns: 'repeat(auto-fill, minmax(min(360px, 100%), 1fr))',
          alignItems: 'start',
          '@media print': { display: 'block' },
        }}
      >
        {sheets
          .filter((s) => who === null || s.personId === who)
          .map((sheet) => (
            <Sheet key={sheet.personId} sheet={sheet} nowS={nowS} ticks={ticks.data ?? []} />
          ))}
      </Box>
    </>
  );
}

function Sheet({ sheet, nowS, ticks }: { sheet: CallSheet; nowS: number | undefined; ticks: Tick[] }) {
  const { file } = useShow();
  const up = clockToS(file.show.curtainUp);
  return (
    <Paper
      variant="outlined"
      component="section"
      aria-label={`Call sheet: ${sheet.name}`}
      sx={{ p: 3, '@media print': { border: 0, p: 0, breakAfter: 'page', fontSize: 14 } }}
    >
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2, flexWrap: 'wrap' }}>
        <Typography variant="h2" sx={{ flex: 1 }}>
          {sheet.name}
        </Typography>
        <Typography>called {formatClock(up + sheet.callS)}</Typography>
        <Button
          size="small"
          startIcon={<EventOutlinedIcon />}
          onClick={() =>
            download(
              `${file.show.id}-${sheet.personId}.ics`,
              calendarOf(file, sheet, Date.now()),
              'text/calendar',
            )
          }
          aria-label={`Calendar for ${sheet.name}`}
        >
          Calendar
        </Button>
      </Box>
      <Typography sx={{ display: 'none', '@media print': { display: 'block' } }}>
        {file.show.title} · {format(parseISO(file.show.date), 'EEEE d MMMM yyyy')} · {file.venue.name} ·
        curtain-up {file.show.curtainUp}
      </Typography>
      <Box component="ol" sx={{ listStyle: 'none', p: 0, m: 0, mt: 1 }}>
        {sheet.lines.map((line) => (
          <Line
            key={line.key}
            line={line}
            up={up}
            nowS={nowS}
            done={ticks.some((t) => t.way === 'prep' && t.key === line.key)}
          />
        ))}
      </Box>
    </Paper>
  );
}

const KINDS: Record<CallLine['kind'], string> = {
  arrive: '',
  prepare: '',
  'on stage': 'On stage: ',
  help: 'Help: ',
  reset: 'After it: ',
  leave: '',
};
const INK: Partial<Record<CallState, string>> = {
  late: 'error.main',
  due: 'primary.main',
  'may begin': 'secondary.main',
};

function Line({
  line,
  up,
  nowS,
  done,
}: {
  line: CallLine;
  up: number;
  nowS: number | undefined;
  done: boolean;
}) {
  const { file } = useShow();
  const tick = useTick(file.show.id);
  const clock = (s: number) => formatClock(up + s);
  const state = callState(line, nowS ?? -Infinity, done);
  const quiet = state === 'done' || state === 'over';
  return (
    <Box
      component="li"
      data-state={state}
      sx={{
        display: 'grid',
        gridTemplateColumns: '52px minmax(0, 1fr) 44px',
        columnGap: 2,
        py: 1,
        borderTop: 1,
        borderColor: 'divider',
        opacity: quiet ? 0.6 : 1,
        breakInside: 'avoid',
      }}
    >
      <Typography sx={{ fontWeight: 700 }}>{clock(line.atS)}</Typography>
      <Box>
        <Typography sx={{ fontWeight: line.kind === 'prepare' ? 700 : 500, overflowWrap: 'anywhere' }}>
          {KINDS[line.kind]}
          {line.what}
        </Typography>
        <Typography color="textSecondary" sx={{ fontSize: 13 }}>
          {[
            line.endS > line.atS && formatDuration(line.endS - line.atS),
            line.place,
            line.forItem && `for ${line.forItem}`,
            line.earliestS !== undefined &&
              line.latestS !== undefined &&
              line.latestS > line.earliestS &&
              `not before ${clock(line.earliestS)}, can wait until ${clock(line.latestS)}`,
            line.readyS !== undefined &&
              (line.staleS === undefined
                ? `ready ${clock(line.readyS)}`
                : `fresh ${clock(line.readyS)}–${clock(line.staleS)}`),
          ]
            .filter(Boolean)
            .join(' · ')}
        </Typography>
        {nowS !== undefined && INK[state] && (
          <Typography sx={{ fontSize: 14, fontWeight: 700, color: INK[state] }}>
            {stateWords(line, state, nowS)}
          </Typography>
        )}
      </Box>
      {line.kind === 'prepare' || line.kind === 'reset' ? (
        <Checkbox
          checked={done}
          onChange={() => tick.mutate({ way: 'prep', key: line.key, done: !done })}
          slotProps={{ input: { 'aria-label': `Done: ${line.what}` } }}
          sx={{ width: 44, height: 44 }}
        />
      ) : (
        <span />
      )}
    </Box>
  );
}

function stateWords(line: CallLine, state: CallState, nowS: number): string {
  const ago = (s: number) => formatDuration(Math.max(60, Math.round(s / 60) * 60));
  switch (state) {
    case 'late':
      return `Late by ${ago(nowS - (line.latestS ?? line.atS))}`;
    case 'due':
      return line.kind === 'prepare' && (line.latestS ?? line.atS) - nowS > 60
        ? `Due now; can wait another ${ago(line.latestS! - nowS)}`
        : 'Due now';
    default:
      return 'May begin';
  }
}
