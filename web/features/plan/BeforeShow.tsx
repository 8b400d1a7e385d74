import { ButtonBase, Box, Typography } from '@mui/material';
import { formatClock, type Script, type Timetable } from '@hearty/core';
import { memo } from 'react';
import { foldS } from './ribbon/ribbon';
import { usePlanView } from './view';

/** Jobs named in the line while the hours before the show are folded; the others are counted. */
const NAMED = 2;

/** The hours before the show in one line, which opens into their own stretch of the ribbon. */
export const BeforeShow = memo(function BeforeShow({
  script: { file, upS },
  timetable,
}: {
  script: Script;
  timetable: Timetable;
}) {
  const isOpen = usePlanView((s) => s.before);
  const clock = (s: number) => formatClock(upS + s);
  const name = (id: string | undefined) => file.crew.find((p) => p.id === id)?.name;
  const from = foldS(timetable);
  const jobs = timetable.tasks.filter((t) => t.startS < from).sort((a, b) => a.startS - b.startS);
  const { crewCallS, firstJobByS, doorsS } = timetable;
  return (
    <Box
      sx={{
        ...{ display: 'flex', flexWrap: 'wrap', alignItems: 'baseline', columnGap: 3, fontSize: 'small' },
        mb: 3,
      }}
    >
      <ButtonBase
        aria-expanded={isOpen}
        onClick={() => usePlanView.setState({ before: !isOpen })}
        sx={{ fontSize: 'small', fontWeight: 700, minHeight: 32, color: 'primary.main', px: 1, ml: -1 }}
      >
        {isOpen ? '▾' : '▸'} Before the show
      </ButtonBase>
      {crewCallS < 0 && (
        <span data-testid="crew-call">
          <b>{clock(crewCallS)}</b> crew call
          {firstJobByS > crewCallS && ` · first job must start by ${clock(firstJobByS)}`}
        </span>
      )}
      <span>
        <b>{clock(doorsS)}</b> doors
      </span>
      {!isOpen &&
        jobs.slice(0, NAMED).map((t) => (
          <span key={t.id}>
            <b>{clock(t.startS)}</b> {name(t.personId) ? `${name(t.personId)}: ` : ''}
            {t.title}
          </span>
        ))}
      {!isOpen && jobs.length > NAMED && (
        <Typography component="span" variant="body2" color="textSecondary">
          {jobs.length - NAMED} more {jobs.length - NAMED === 1 ? 'job' : 'jobs'}
        </Typography>
      )}
    </Box>
  );
});
