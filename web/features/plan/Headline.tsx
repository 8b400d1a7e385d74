import { Box, Typography } from '@mui/material';
import {
  formatClock,
  formatDuration,
  WISHED_ODDS,
  type Bands,
  type Plan,
  type PlanProgress,
  type Script,
} from '@hearty/core';
import { LevelMark } from '../../kit/LevelMark';
import { usePlanView } from './view';

interface HeadlineProps {
  plan: Plan;
  script: Script;
  fresh: boolean;
  progress: PlanProgress | undefined;
}

/** The figures one looks at first, all of them worked out; and below, what a change only thought of would make of them. */
export function Headline({ plan, script: { upS: up }, fresh, progress }: HeadlineProps) {
  const { timetable, bands } = plan;
  const clock = (s: number) => formatClock(up + s);
  const overS = timetable.endS - timetable.slotEndS;
  return (
    <Box sx={{ minWidth: 0 }}>
      <Box
        sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 4, rowGap: 0.5 }}
        aria-live="polite"
        data-testid="headline"
      >
        {bands && (
          <Figure
            value={percent(bands)}
            words="chance of finishing on time"
            testid="within"
            level={levelOfOdds(bands.withinSlot)}
          />
        )}
        {bands && <Figure value={landing(bands, clock)} words="expected end" testid="landing" />}
        <Figure value={formatClock(up + timetable.endS, true)} words="planned end" />
        <Figure
          value={formatDuration(Math.abs(overS))}
          words={overS > 0 ? 'over the slot' : 'to spare'}
          level={overS > 0 ? 'stop' : undefined}
        />
        {timetable.deadAirS > 0 && (
          <Figure
            value={formatDuration(timetable.deadAirS)}
            words={timetable.provenBest ? 'dead air, the least possible' : 'dead air'}
          />
        )}
        {timetable.crewCallS < 0 && (
          <Figure
            value={clock(timetable.crewCallS)}
            words={
              timetable.firstJobByS > timetable.crewCallS
                ? `crew call · first job must start by ${clock(timetable.firstJobByS)}`
                : 'crew call'
            }
          />
        )}
      </Box>
      <WhatIf clock={clock} fresh={fresh} progress={progress} />
    </Box>
  );
}

/** What a change that is only hovered or held would make of the show; else how far a new plan has come. */
function WhatIf({
  clock,
  fresh,
  progress,
}: {
  clock: (s: number) => string;
  fresh: boolean;
  progress: PlanProgress | undefined;
}) {
  const whatIf = usePlanView((s) => (s.thought ? s.whatIf?.plan : undefined));
  return (
    <Typography
      data-testid="what-if"
      variant="body2"
      color="textSecondary"
      // Over what is below it, so that nothing moves when it comes and goes.
      sx={{
        position: 'absolute',
        top: '100%',
        left: 0,
        px: 1,
        maxWidth: '100%',
        bgcolor: 'background.default',
        pointerEvents: 'none',
        '@media print': { display: 'none' },
      }}
    >
      {whatIf
        ? thoughtWords(whatIf, clock)
        : progress
          ? progressWords(progress)
          : !fresh && <Slow>This is the last plan; the new one is still being worked out …</Slow>}
    </Typography>
  );
}

/** Said only where it lasts: most plans are there before one could read it. */
const Slow = ({ children }: { children: string }) => (
  <Box
    component="span"
    sx={{
      animation: 'said-late 0s 500ms both',
      '@keyframes said-late': { from: { opacity: 0 }, to: { opacity: 1 } },
    }}
  >
    {children}
  </Box>
);

const landing = (bands: Bands, clock: (s: number) => string) =>
  `${clock(bands.endS.p10)} – ${clock(bands.endS.p90)}`;
const percent = (bands: Bands) => `${Math.round(bands.withinSlot * 100)} %`;

function thoughtWords({ timetable, bands }: Plan, clock: (s: number) => string): string {
  const lands = bands ? `, expected end ${landing(bands, clock)}, ${percent(bands)} on time` : '';
  const air = timetable.deadAirS > 0 ? `, ${formatDuration(timetable.deadAirS)} dead air` : ', no dead air';
  return `If you do this: ends ${clock(timetable.endS)}${lands}${air}.`;
}

function progressWords(progress: PlanProgress): string {
  if ('playing' in progress)
    return `${progress.playing.plays} plays so far: ${Math.round(progress.playing.withinSlot * 100)} % on time …`;
  return 'trying' in progress ? 'Trying the fixes …' : 'Looking for less dead air …';
}

/** Less likely than not to end on time is as bad as a stop; below the wished odds is a caution. */
const levelOfOdds = (odds: number) => (odds < 0.5 ? 'stop' : odds < WISHED_ODDS ? 'caution' : undefined);

const COLORS = { stop: 'error.main', caution: 'warning.main' } as const;

interface FigureProps {
  value: string;
  words: string;
  testid?: string;
  /** How bad it is, shown by colour and shape. */
  level?: keyof typeof COLORS | undefined;
}

function Figure({ value, words, testid, level }: FigureProps) {
  return (
    <Box data-testid={testid} sx={{ lineHeight: 1.2 }}>
      <Typography
        component="span"
        variant="h3"
        sx={{ color: level ? COLORS[level] : 'secondary.main', display: 'block' }}
      >
        {level && <LevelMark level={level} />} {value}
      </Typography>{' '}
      <Typography component="span" variant="caption" color="textSecondary">
        {words}
      </Typography>
    </Box>
  );
}
