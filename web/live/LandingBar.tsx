import { Box, Typography } from '@mui/material';
import { useTheme } from '@mui/material/styles';
import type { LiveLanding, RunState } from '@hearty/core';
import { lightFormat } from 'date-fns';

const TOP = 40;
const HEIGHT = 560;
const X = 46;
const SWELL = 62;

/** One mark of where the show will land, with its likely band, against the end of the slot. */
export function LandingBar({ landing, state }: { landing: LiveLanding | undefined; state: RunState }) {
  const { ink } = useTheme();
  if (!landing) return <Box component="aside" sx={{ bgcolor: ink.prep }} />;
  const { nowS, slotEndS, endS, landing: swell } = landing;
  const longest = Math.max(slotEndS, endS.p90, nowS) * 1.06;
  const y = (s: number) => TOP + (Math.min(s, longest) / longest) * HEIGHT;
  const clock = (s: number) =>
    state.curtainAt === undefined
      ? `+${Math.round(s / 60)} min`
      : lightFormat(state.curtainAt + s * 1000, 'HH:mm:ss');
  const most = Math.max(1, ...swell.counts);
  const points = swell.counts.map(
    (c, i) => `${X + (c / most) * SWELL},${y(swell.fromS + (i + 0.5) * swell.binS)}`,
  );
  const over = Math.round((1 - landing.withinSlot) * 100);
  const down = state.phase === 'down';
  return (
    <Box
      component="aside"
      aria-label="Where the show will land"
      sx={{ bgcolor: ink.prep, px: 5, py: 4, display: { xs: 'none', sm: 'block' } }}
    >
      <Box
        component="svg"
        viewBox={`0 0 150 ${TOP + HEIGHT + 30}`}
        aria-hidden
        sx={{ width: '100%', maxHeight: 'calc(100vh - 170px)' }}
      >
        <line x1={X} x2={X} y1={TOP} y2={TOP + HEIGHT} stroke={ink.rule} strokeWidth={2} />
        {!down && swell.counts.some((c) => c > 0) && (
          <polygon
            points={`${X},${y(swell.fromS)} ${points.join(' ')} ${X},${y(swell.fromS + swell.binS * swell.counts.length)}`}
            fill={ink.tide}
          />
        )}
        <line
          x1={X - 14}
          x2={X + SWELL}
          y1={y(endS.p50)}
          y2={y(endS.p50)}
          stroke={ink.worked}
          strokeWidth={3}
        />
        <line
          x1={X - 14}
          x2={X + SWELL + 8}
          y1={y(slotEndS)}
          y2={y(slotEndS)}
          stroke={ink.ink}
          strokeWidth={3}
        />
        <text x={X + SWELL + 4} y={y(slotEndS) - 6} fill={ink.ink} fontSize={13} textAnchor="end">
          slot ends
        </text>
        <circle cx={X} cy={y(nowS)} r={7} fill={ink.ink} />
        <text x={X + 14} y={y(nowS) + 5} fill={ink.ink} fontSize={15}>
          here
        </text>
      </Box>
      <Typography
        sx={{ color: 'secondary.main', fontWeight: 700, fontSize: 'stageSmall' }}
        data-testid="lands"
      >
        {down ? 'landed' : 'lands'} {clock(endS.p50)}
      </Typography>
      <Typography sx={{ fontSize: 'stageSmall' }}>slot ends {clock(slotEndS)}</Typography>
      {!down && (
        <Typography sx={{ fontSize: 'stageSmall' }} data-testid="over">
          {over} % risk of running over
        </Typography>
      )}
    </Box>
  );
}
