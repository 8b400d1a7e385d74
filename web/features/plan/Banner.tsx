import { Box, Button, Typography } from '@mui/material';
import {
  formatClock,
  formatDuration,
  WISHED_ODDS,
  type Bands,
  type Finding,
  type Plan,
  type PlanProgress,
  type Script,
} from '@hearty/core';
import { LevelMark, levelWord } from '../../kit/LevelMark';
import { Fixes, worstOf } from './Findings';
import { usePlanView } from './view';

interface BannerProps {
  plan: Plan;
  script: Script;
  fresh: boolean;
  progress: PlanProgress | undefined;
  /** The item that is open keeps its findings beside its fields. */
  selected: string | undefined;
  /** All findings are on the page anyway. */
  isBeside: boolean;
}

/** Fixes in sight in the banner; the others are with the findings. */
const FIXES = 2;

/** The odds, the figures beside them and the worst finding with its fixes; below, what a previewed change would give. */
export function Banner({ plan, script, fresh, progress, selected, isBeside }: BannerProps) {
  const up = script.upS;
  const { findings, bands } = plan;
  const worst = worstOf(findings);
  const level = worst?.level === 'stop' ? 'stop' : bands ? levelOfOdds(bands.withinSlot) : worst?.level;
  const isOpen = usePlanView((s) => s.findings);
  const isAlone = worst?.itemId === undefined || worst.itemId !== selected;
  return (
    <Box
      sx={{
        flex: '1 1 100%',
        minWidth: 0,
        position: 'relative',
        display: 'flex',
        flexWrap: { xs: 'wrap', md: 'nowrap' },
        columnGap: 5,
        rowGap: 1,
        alignItems: 'center',
        px: 4,
        py: 2,
        borderLeft: 6,
        borderColor: level && level !== 'note' ? COLORS[level] : 'secondary.main',
        bgcolor: (t) => (level && level !== 'note' ? t.ink.prep : t.ink.card),
        '@media print': { display: 'none' },
      }}
    >
      {bands && (
        <Box data-testid="within" sx={{ flex: 'none', lineHeight: 1.1 }}>
          <Typography
            component="span"
            variant="h1"
            sx={{ display: 'block', whiteSpace: 'nowrap', color: oddsColor(bands) }}
          >
            <LevelMark level={levelOfOdds(bands.withinSlot) ?? 'note'} /> {percent(bands)}
          </Typography>{' '}
          <Typography component="span" variant="caption" color="textSecondary">
            chance of finishing on time
          </Typography>
        </Box>
      )}
      <Box sx={{ flex: { xs: '1 1 100%', md: 1 }, minWidth: 0 }}>
        {plan.timetable.items.length > 0 && <Figures plan={plan} up={up} />}
        {worst && (
          <Box role="group" aria-label="First finding" sx={{ mt: 1, overflowWrap: 'anywhere' }}>
            <Typography sx={{ lineHeight: 1.35 }}>
              <LevelMark level={worst.level} /> <b>{levelWord(worst.level)}</b> {worst.message}
            </Typography>
            {!isOpen && !isBeside && isAlone && (
              <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 1 }}>
                <Fixes fixes={worst.fixes.slice(0, FIXES)} />
              </Box>
            )}
          </Box>
        )}
      </Box>
      {!isBeside && <MoreFindings findings={findings} worst={worst} />}
      <WhatIf clock={(s) => formatClock(up + s)} fresh={fresh} progress={progress} />
    </Box>
  );
}

/** Opens and closes the pane of findings; says how many there are besides the one in the banner. */
function MoreFindings({ findings, worst }: { findings: readonly Finding[]; worst: Finding | undefined }) {
  const isOpen = usePlanView((s) => s.findings);
  const others = findings.length - (worst ? 1 : 0);
  const toFix = findings.filter((f) => f !== worst && f.level !== 'note').length;
  if (findings.length === 0) return <Typography sx={{ flex: 'none' }}>No problems found.</Typography>;
  const words = isOpen
    ? 'Hide findings'
    : others === 0
      ? 'All fixes'
      : toFix > 0
        ? `${toFix} more to look at`
        : `${others} ${others === 1 ? 'note' : 'notes'}`;
  return (
    <Button
      aria-expanded={isOpen}
      onClick={() => usePlanView.setState({ findings: !isOpen })}
      sx={{ flex: 'none', alignSelf: 'flex-start', minHeight: 44 }}
    >
      {words}
    </Button>
  );
}

/** The figures of the plan in one line. */
function Figures({ plan: { timetable, bands }, up }: { plan: Plan; up: number }) {
  const clock = (s: number) => formatClock(up + s);
  const overS = timetable.endS - timetable.slotEndS;
  return (
    <Box
      sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 4, rowGap: 0.5 }}
      aria-live="polite"
      data-testid="headline"
    >
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
  const whatIf = usePlanView((s) => (s.preview ? s.whatIf?.plan : undefined));
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
        ? previewWords(whatIf, clock)
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
const oddsColor = (bands: Bands) => {
  const level = levelOfOdds(bands.withinSlot);
  return level ? COLORS[level] : 'secondary.main';
};
const percent = (bands: Bands) => `${Math.round(bands.withinSlot * 100)} %`;

function previewWords({ timetable, bands }: Plan, clock: (s: number) => string): string {
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
    <span data-testid={testid}>
      <Typography
        component="span"
        sx={{ fontWeight: 700, color: level ? COLORS[level] : 'secondary.main', whiteSpace: 'nowrap' }}
      >
        {level && <LevelMark level={level} />} {value}
      </Typography>{' '}
      <Typography component="span" color="textSecondary">
        {words}
      </Typography>
    </span>
  );
}
