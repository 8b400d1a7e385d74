import { Box, Link, Typography } from '@mui/material';
import {
  checksAhead,
  formatAmount,
  formatClock,
  formatDuration,
  isOpenStop,
  plural,
  type RunSummary,
} from '@hearty/core';
import { format } from 'date-fns';
import type { ReactNode } from 'react';
import { Link as RouterLink } from 'react-router';
import { LevelMark } from '../../kit/LevelMark';
import { useRuns, useTour } from '../../session/queries';
import { useShow } from '../../session/show';

/** What is known before anybody has begun to check: how much there is, who can do it, and what is missing. */
export function CheckAhead() {
  const { file, script, plan } = useShow();
  const ahead = checksAhead(plan);
  const names = ahead.personIds.flatMap((id) => file.crew.find((p) => p.id === id)?.name ?? []);
  return (
    <>
      <Part
        title={`${plural(ahead.before, 'check')} before doors, about ${minutes(ahead.aboutS)} for one person`}
      >
        <Typography>
          {names.length > 0
            ? `Here before doors at ${formatClock(script.upS + plan.timetable.doorsS)}: ${names.join(', ')}.`
            : `No one in the crew is here before doors at ${formatClock(script.upS + plan.timetable.doorsS)}.`}
          {ahead.later > 0 && ` ${plural(ahead.later, 'more check')} once the doors are open.`}
        </Typography>
        <Box component="ul" aria-label="Checks by place" sx={listSx}>
          {ahead.places.map(({ markId, place, count }) => (
            <li key={markId}>
              <b>{count}</b> {place}
            </li>
          ))}
        </Box>
      </Part>
      <Missing />
      <LastRehearsal />
    </>
  );
}

/** What is known before the stage is opened: who plays what first, when it should end, and what is missing. */
export function LiveAhead() {
  const { file, script, plan } = useShow();
  const { timetable, bands } = plan;
  const clock = (s: number) => formatClock(script.upS + s);
  const first = timetable.items[0];
  const presenter = file.crew.find((p) => p.id === first?.presenterId)?.name;
  if (!first) return null;
  return (
    <>
      <Part title={`Curtain-up ${clock(0)}, planned end ${clock(timetable.endS)}`}>
        <Typography>
          {bands &&
            `${Math.round(bands.withinSlot * 100)} % chance of finishing by ${clock(timetable.slotEndS)}; expected end ${clock(bands.endS.p10)} – ${clock(bands.endS.p90)}. `}
          {plural(timetable.items.length, 'item')}. First: “{first.title}”{presenter && `, ${presenter}`}.
        </Typography>
        <Typography sx={{ mt: 1 }} color="textSecondary">
          Phones of the crew, the wall clock and the checks join once the stage is open: each with a code
          shown here.
        </Typography>
      </Part>
      <Missing />
      <LastRehearsal />
    </>
  );
}

/** Open stops of the plan, and what the shelves are short of. */
function Missing() {
  const { file, plan } = useShow();
  const tour = useTour();
  const stops = plan.findings.filter(isOpenStop);
  const lines = (tour.data?.shows.find((s) => s.showId === file.show.id) ?? plan.buying).lines;
  const short = lines.flatMap((l) => {
    const good = l.short > 0 && file.stock.find((g) => g.id === l.goodId);
    return good ? [{ goodId: good.id, name: good.name, amount: formatAmount(l.short, good.unit) }] : [];
  });
  const isNothing = stops.length + short.length === 0;
  return (
    <Part
      title={
        isNothing
          ? 'Nothing is known to be missing'
          : stops.length > 0
            ? 'To fix first'
            : 'Known to be missing'
      }
    >
      {stops.length > 0 && (
        <Box component="ul" aria-label="Stops" sx={listSx}>
          {stops.map((f) => (
            <li key={f.code + f.message}>
              <LevelMark level="stop" /> <b>Stop.</b> {f.message}
            </li>
          ))}
        </Box>
      )}
      {short.length > 0 && (
        <Box component="ul" aria-label="Short" sx={listSx}>
          {short.map((l) => (
            <li key={l.goodId}>
              {l.name}: {l.amount} short
            </li>
          ))}
        </Box>
      )}
      {!isNothing && (
        <Typography sx={{ mt: 1 }}>
          {stops.length > 0 && (
            <Link component={RouterLink} to={`/shows/${file.show.id}/plan`} color="inherit" sx={{ mr: 3 }}>
              Fix in the plan
            </Link>
          )}
          {short.length > 0 && (
            <Link component={RouterLink} to="/stores/buy" color="inherit">
              What to buy
            </Link>
          )}
        </Typography>
      )}
    </Part>
  );
}

function LastRehearsal() {
  const { file } = useShow();
  const runs = useRuns(file.show.id);
  if (!runs.data) return null;
  const last = runs.data.filter((r) => r.rehearsal && r.downAt !== null).sort(byDay)[0];
  if (!last) return <Part title="Not rehearsed yet">{null}</Part>;
  return (
    <Part title={`Last rehearsed ${format(last.openedAt, 'd MMM yyyy')}`}>
      <Typography>
        {last.curtainAt !== null && `It took ${formatDuration((last.downAt! - last.curtainAt) / 1000)}. `}
        <Link component={RouterLink} to={`/shows/${file.show.id}/debrief?run=${last.id}`} color="inherit">
          Its debrief
        </Link>
      </Typography>
    </Part>
  );
}

const byDay = (a: RunSummary, b: RunSummary) => b.openedAt - a.openedAt;

const minutes = (s: number) => `${Math.max(1, Math.round(s / 60))} min`;

const Part = ({ title, children }: { title: string; children: ReactNode }) => (
  <Box component="section" sx={{ mt: 5 }}>
    <Typography variant="h2" sx={{ mb: 1 }}>
      {title}
    </Typography>
    {children}
  </Box>
);

const listSx = {
  m: 0,
  mt: 1,
  p: 0,
  listStyle: 'none',
  display: 'grid',
  gap: 0.5,
  overflowWrap: 'anywhere',
} as const;
