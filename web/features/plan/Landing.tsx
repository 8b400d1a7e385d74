import { Box } from '@mui/material';
import { useTheme } from '@mui/material/styles';
import { formatClock, type Bands } from '@hearty/core';
import type { Scale } from './scale';

const WIDTH = 70;

/** Where the show will likely land, as a swell beside the slot's end. */
export function Landing({
  bands,
  scale,
  up,
  slotEndS,
}: {
  bands: Bands;
  scale: Scale;
  up: number;
  slotEndS: number;
}) {
  const { ink } = useTheme();
  const { fromS, binS, counts } = bands.landing;
  const most = Math.max(1, ...counts);
  const points = counts.map(
    (count, i) => `${WIDTH - (count / most) * WIDTH},${scale.y(fromS + (i + 0.5) * binS)}`,
  );
  const first = scale.y(fromS);
  const last = scale.y(fromS + binS * counts.length);
  return (
    <Box
      component="svg"
      role="img"
      aria-label={`Ends between ${formatClock(up + bands.endS.p10)} and ${formatClock(up + bands.endS.p90)}, slot ends ${formatClock(up + slotEndS)}`}
      sx={{
        position: 'absolute',
        right: 0,
        top: 0,
        width: WIDTH,
        pointerEvents: 'none',
        overflow: 'visible',
      }}
      style={{ height: scale.height }}
    >
      <polygon
        points={`${WIDTH},${first} ${points.join(' ')} ${WIDTH},${last}`}
        fill={ink.tide}
        opacity={0.85}
      />
      <line
        x1={0}
        x2={WIDTH}
        y1={scale.y(bands.endS.p50)}
        y2={scale.y(bands.endS.p50)}
        stroke={ink.worked}
        strokeWidth={2}
      />
    </Box>
  );
}
