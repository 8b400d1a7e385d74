import { Box, Button, ToggleButton, ToggleButtonGroup, Typography } from '@mui/material';
import {
  allExpectedPictures,
  calendarOf,
  callState,
  clockToS,
  dayOf,
  formatDuration,
  isDoneInRun,
  wallClockDate,
  type DayLine,
} from '@hearty/core';
import { format, parseISO } from 'date-fns';
import { useMemo } from 'react';
import { useSearchParams } from 'react-router';
import { download } from '../../kit/download';
import { OnPaper } from '../../kit/paper';
import { ExpectedPictures } from '../../kit/pictures';
import { Empty, Loading } from '../../kit/States';
import { useShow } from '../../session/show';
import { useTicks } from '../../session/stores';
import { useRun } from '../../session/useRun';
import { useNow } from '../../session/here';
import { today } from '../../kit/day';
import { CallSheets } from './CallSheets';
import { Day } from './Day';
import { PrintIcon, ShowsIcon } from '../../kit/icons';
import { callWords, crewCallWords } from './words';

/** The day as one list: who does what when; on the day with a line for now, and what is due, late, can wait until. */
export function PrepTab() {
  const { file, plan, openRun } = useShow();
  // What is rehearsed is done again on the day.
  const run = useRun(openRun?.rehearsal ? undefined : openRun?.id)?.state;
  const ticks = useTicks(file.show.id);
  const now = useNow();
  const [search, setSearch] = useSearchParams();
  const sheets = plan.callSheets;
  const chosen = sheets?.find((s) => s.personId === search.get('who'));
  const lines = useMemo(() => dayOf(chosen ? [chosen] : (sheets ?? [])), [sheets, chosen]);
  const inRun = useMemo(
    () => new Set(run && lines.flatMap((l) => (isDoneInRun(run, l) ? [l.key] : []))),
    [run, lines],
  );
  const done = useMemo(
    () => new Set([...inRun, ...(ticks.data?.flatMap((t) => (t.way === 'prep' ? [t.key] : [])) ?? [])]),
    [ticks.data, inRun],
  );
  if (!sheets) return <Loading what="the day" />;
  if (sheets.length === 0)
    return (
      <Empty title="No crew calls">
        Add people to the crew of this show; what each of them does, and when, is shown here.
      </Empty>
    );
  const up = clockToS(file.show.curtainUp);
  const sinceUpS = (now - wallClockDate(file.show.date, up).getTime()) / 1000;
  const lastS = Math.max(...sheets.flatMap((s) => s.lines.map((l) => l.endS)));
  // A late show goes on past midnight.
  const onTheDay = file.show.date === today() || (sinceUpS > 0 && sinceUpS < lastS);
  const nowS = onTheDay ? sinceUpS : undefined;
  return (
    <OnPaper
      title={`${file.show.title}: call sheets`}
      paper={() => <CallSheets file={file} sheets={chosen ? [chosen] : sheets} />}
    >
      <Typography role="status" sx={{ mb: 2 }}>
        {crewCallWords(sheets[0]!.crewCallS, up)}.{' '}
        {nowS === undefined
          ? `The day is ${format(parseISO(file.show.date), 'EEEE d MMMM')}; the clock runs then. Times are those of the venue.`
          : `It is ${format(now, 'HH:mm')}. ${formatDuration(Math.abs(Math.round(nowS / 60) * 60))} ${nowS < 0 ? 'to' : 'since'} curtain-up. ${openWords(lines, nowS, done)}`}
      </Typography>
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', flexWrap: 'wrap', mb: 3 }}>
        <ToggleButtonGroup
          exclusive
          size="small"
          aria-label="Whose day"
          value={chosen?.personId ?? ''}
          onChange={(_e, id: string | null) => setSearch(id ? { who: id } : {}, { replace: true })}
          sx={{ flexWrap: 'wrap', mr: 'auto' }}
        >
          <ToggleButton value="" sx={whoSx}>
            Everybody
          </ToggleButton>
          {sheets.map((s) => (
            <ToggleButton key={s.personId} value={s.personId} sx={whoSx}>
              {s.name}, {callWords(s, up)}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
        {chosen && (
          <Button
            startIcon={<ShowsIcon />}
            onClick={() =>
              download(
                `${file.show.id}-${chosen.personId}.ics`,
                calendarOf(file, chosen, Date.now()),
                'text/calendar',
              )
            }
          >
            Calendar for {chosen.name}
          </Button>
        )}
        <Button startIcon={<PrintIcon />} onClick={() => window.print()}>
          Print
        </Button>
      </Box>
      <Day lines={lines} nowS={nowS} done={done} inRun={inRun} alone={chosen !== undefined} />
      <ExpectedPictures
        title="How it should look"
        expected={allExpectedPictures((chosen ? [chosen] : sheets).map((s) => s.pictures))}
      />
    </OnPaper>
  );
}

const whoSx = { minHeight: 44, px: 3, textTransform: 'none', overflowWrap: 'anywhere' } as const;

/** What of the work is late, and what is due. */
function openWords(lines: readonly DayLine[], nowS: number, done: ReadonlySet<string>): string {
  const count = (state: string) =>
    lines.filter(
      (l) => (l.kind === 'prepare' || l.kind === 'reset') && callState(l, nowS, done.has(l.key)) === state,
    ).length;
  const [late, due] = [count('late'), count('due')];
  return late + due === 0
    ? 'Nothing is late or due.'
    : `${[late && `${late} late`, due && `${due} due`].filter(Boolean).join(', ')}.`;
}
