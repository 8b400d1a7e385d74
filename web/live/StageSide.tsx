import { Box, Typography } from '@mui/material';
import { useTheme } from '@mui/material/styles';
import {
  formatDuration,
  itemTitle,
  nextItem,
  owed,
  timeOfItem,
  type Gate,
  type LiveLanding,
  type RunState,
  type Script,
} from '@hearty/core';
import { lightFormat } from 'date-fns';
import type { ReactNode } from 'react';
import { DISPLAY } from '../kit/theme';
import { LevelMark } from '../kit/LevelMark';
import { clockWords, oddsWords } from './clockWords';
import { NextTrouble } from './GateLines';
import { SyncStatus } from './SyncStatus';
import { SIDE_WIDTH } from './useFit';

/** From this chance of ending in time on all is well; below the other it is bad news. Common practice. */
const GOOD_ODDS = 0.8;
const BAD_ODDS = 0.5;

const levelOf = (odds: number) => (odds >= GOOD_ODDS ? 'note' : odds >= BAD_ODDS ? 'caution' : 'stop');
const ODDS_COLORS = { note: 'secondary.main', caution: 'warning.main', stop: 'error.main' } as const;

interface Props {
  script: Script;
  state: RunState;
  now: number;
  /** Seconds left of the slot. */
  leftS: number | undefined;
  landing: LiveLanding | undefined;
  rehearsal: boolean;
  gates: ReadonlyMap<string, Gate>;
  children: ReactNode;
}

/** What is read from three metres: time left, when it will end and whether in time, and what comes next. */
export function StageSide(props: Props) {
  const { script, state, now, leftS, landing, gates, children } = props;
  const next = nextItem(state);
  const behind = owed(state);
  const time = timeOfItem(script, state, now);
  const isOn = state.phase === 'running' || state.phase === 'held';
  return (
    <Box
      component="aside"
      aria-label="Time and what comes next"
      sx={{
        width: SIDE_WIDTH,
        bgcolor: (t) => t.ink.prep,
        px: 6,
        py: 4,
        display: 'flex',
        flexDirection: 'column',
        gap: 3,
        minHeight: 0,
        overflowY: 'auto',
      }}
    >
      {state.phase !== 'down' && leftS !== undefined && (
        <Figure
          label={leftS < 0 ? 'over the slot' : 'left in the slot'}
          size="stageNow"
          color={leftS < 0 ? 'warning.main' : undefined}
        >
          {clockWords(leftS)}
        </Figure>
      )}
      {landing && state.curtainAt !== undefined && (
        <Box>
          <Figure
            label={state.phase === 'down' ? 'ended' : 'ends about'}
            size="stageCall"
            color="secondary.main"
            testId="lands"
          >
            {lightFormat(state.curtainAt + landing.endS.p50 * 1000, 'HH:mm')}
          </Figure>
          {state.phase !== 'down' && <Odds landing={landing} />}
          {state.phase !== 'down' && <Swell landing={landing} />}
        </Box>
      )}
      {next && state.phase !== 'down' && (
        <Box>
          <Typography sx={labelSx}>next</Typography>
          <Typography
            sx={{
              fontFamily: DISPLAY,
              fontWeight: 700,
              fontSize: 'stageLead',
              lineHeight: 1.12,
              overflowWrap: 'anywhere',
            }}
          >
            {itemTitle(script, next)}
          </Typography>
          <Typography component="div" sx={{ fontSize: 'stageSmall' }}>
            <NextTrouble script={script} state={state} next={next} gate={gates.get(next.itemId)} />
          </Typography>
        </Box>
      )}
      {behind.length > 0 && (
        <Typography sx={{ fontSize: 'stageSmall', color: 'warning.main', overflowWrap: 'anywhere' }}>
          <b>Still to play</b> {behind.map((i) => i.title).join(', ')}
        </Typography>
      )}
      {isOn && time && (
        <Typography
          sx={{ fontSize: 'stageText', color: time.tookS > time.plannedS ? 'warning.main' : undefined }}
        >
          this item {clockWords(time.tookS)} of {clockWords(time.plannedS)}
          {time.tookS > time.plannedS && ', over'}
        </Typography>
      )}
      {state.phase === 'running' && landing?.perItemS !== undefined && (
        <Typography sx={labelSx}>
          about {formatDuration(Math.max(60, Math.round(landing.perItemS / 60) * 60))} per item left
        </Typography>
      )}
      <Box sx={{ flex: 1 }} />
      <Foot {...props}>{children}</Foot>
    </Box>
  );
}

/** The same where there is no room for a column: one line, and what is next below it. */
export function StageTop(props: Props) {
  const { script, state, leftS, landing, children } = props;
  const next = nextItem(state);
  const isOver = leftS !== undefined && leftS < 0;
  return (
    <Box
      sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 4, alignItems: 'baseline', fontSize: 'stageSmall' }}
    >
      {leftS !== undefined && state.phase !== 'down' && (
        <Box component="b" sx={{ fontSize: 'stageText', color: isOver ? 'warning.main' : undefined }}>
          {clockWords(leftS)} {isOver ? 'over' : 'left'}
        </Box>
      )}
      {landing && state.curtainAt !== undefined && state.phase !== 'down' && (
        <Box component="span" sx={{ color: ODDS_COLORS[levelOf(landing.withinSlot)] }}>
          ends {lightFormat(state.curtainAt + landing.endS.p50 * 1000, 'HH:mm')},{' '}
          {oddsWords(landing.withinSlot)} in time
        </Box>
      )}
      {next && state.phase !== 'down' && (
        <Box
          component="span"
          sx={{ overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap', maxWidth: '100%' }}
        >
          next: {itemTitle(script, next)}
        </Box>
      )}
      <Foot {...props}>{children}</Foot>
    </Box>
  );
}

function Foot({ state, now, rehearsal, children }: Props) {
  const { speed = 1 } = state.rehearsal ?? {};
  return (
    <Box
      component="nav"
      aria-label="Everything else"
      sx={{
        display: 'flex',
        flexWrap: 'wrap',
        columnGap: 3,
        rowGap: 1,
        alignItems: 'center',
        fontSize: 'stageSmall',
      }}
    >
      <span>{lightFormat(now, 'HH:mm:ss')}</span>
      {rehearsal && <b>Rehearsal{speed > 1 && ` ×${speed}`}</b>}
      <Box component="span" role="status" sx={{ color: 'secondary.main' }}>
        <SyncStatus />
      </Box>
      {children}
    </Box>
  );
}

const labelSx = { fontSize: 'stageSmall', color: 'text.secondary' } as const;

const Figure = ({
  label,
  size,
  color,
  testId,
  children,
}: {
  label: string;
  size: 'stageNow' | 'stageCall';
  color: string | undefined;
  testId?: string;
  children: ReactNode;
}) => (
  <Box>
    <Typography sx={labelSx}>{label}</Typography>
    <Typography
      data-testid={testId}
      sx={{ fontFamily: DISPLAY, fontWeight: 750, fontSize: size, lineHeight: 1, ...(color && { color }) }}
    >
      {children}
    </Typography>
  </Box>
);

function Odds({ landing }: { landing: LiveLanding }) {
  const level = levelOf(landing.withinSlot);
  return (
    <Typography
      data-testid="in-time"
      sx={{ mt: 1, fontSize: 'stageLead', lineHeight: 1.1, fontWeight: 700, color: ODDS_COLORS[level] }}
    >
      {level !== 'note' && <LevelMark level={level} />} {oddsWords(landing.withinSlot)} in time
    </Typography>
  );
}

const WIDTH = 272;
const HEIGHT = 84;

/** When the show will end against the end of the slot: one swell, one line. */
function Swell({ landing: { landing, slotEndS, nowS, endS } }: { landing: LiveLanding }) {
  const { ink } = useTheme();
  const from = Math.min(nowS, landing.fromS);
  const span =
    Math.max(1, Math.max(slotEndS, endS.p90, landing.fromS + landing.binS * landing.counts.length) - from) *
    1.05;
  const x = (s: number) => ((s - from) / span) * WIDTH;
  const most = Math.max(1, ...landing.counts);
  const points = landing.counts.map(
    (count, i) => `${x(landing.fromS + (i + 0.5) * landing.binS)},${HEIGHT - (count / most) * (HEIGHT - 12)}`,
  );
  const last = landing.fromS + landing.binS * landing.counts.length;
  return (
    <Box
      component="svg"
      viewBox={`0 0 ${WIDTH} ${HEIGHT + 4}`}
      aria-hidden
      sx={{ width: '100%', display: 'block', mt: 1 }}
    >
      <polygon
        points={`${x(landing.fromS)},${HEIGHT} ${points.join(' ')} ${x(last)},${HEIGHT}`}
        fill={ink.tide}
      />
      <line x1={0} x2={WIDTH} y1={HEIGHT} y2={HEIGHT} stroke={ink.ink} strokeWidth={2} />
      <line x1={x(slotEndS)} x2={x(slotEndS)} y1={0} y2={HEIGHT + 4} stroke={ink.ink} strokeWidth={4} />
    </Box>
  );
}
