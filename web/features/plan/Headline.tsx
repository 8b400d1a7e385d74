import { Box, Typography } from '@mui/material';
import { clockToS, formatClock, formatDuration, type Plan, type ShowFile } from '@hearty/core';

/** The four figures one looks at first. All of them are worked out, none is typed. */
export function Headline({ plan, file, fresh }: { plan: Plan; file: ShowFile; fresh: boolean }) {
  const up = clockToS(file.show.curtainUp);
  const { timetable, bands } = plan;
  const clock = (s: number) => formatClock(up + s);
  const overS = timetable.endS - timetable.slotEndS;
  return (
    <Box
      sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 5, rowGap: 0, opacity: fresh ? 1 : 0.75 }}
      aria-live="polite"
      data-testid="headline"
    >
      <Figure value={formatClock(up + timetable.endS, true)} words="planned end" />
      {bands && (
        <Figure
          value={`${clock(bands.endS.p10)} – ${clock(bands.endS.p90)}`}
          words="likely landing"
          testid="landing"
        />
      )}
      {bands && (
        <Figure
          value={`${Math.round(bands.withinSlot * 100)} in 100`}
          words="within the slot"
          testid="within"
        />
      )}
      <Figure value={formatDuration(Math.abs(overS))} words={overS > 0 ? 'over the slot' : 'to spare'} />
      {timetable.deadAirS > 0 && <Figure value={formatDuration(timetable.deadAirS)} words="dead air" />}
      <Figure value={clock(timetable.firstHandsS)} words="first hands" />
    </Box>
  );
}

function Figure({ value, words, testid }: { value: string; words: string; testid?: string }) {
  return (
    <Box data-testid={testid}>
      <Typography component="span" sx={{ color: 'secondary.main', fontSize: 17, fontWeight: 700, mr: 1 }}>
        {value}
      </Typography>
      <Typography component="span" color="textSecondary">
        {words}
      </Typography>
    </Box>
  );
}
