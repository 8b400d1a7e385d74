import { Box } from '@mui/material';
import type { StageAlarm } from '@hearty/core';
import { DISPLAY } from '../kit/theme';

const SHAPES: Record<StageAlarm['kind'], string> = {
  'no-go': 'polygon(30% 0, 70% 0, 100% 30%, 100% 70%, 70% 100%, 30% 100%, 0 70%, 0 30%)',
  failed:
    'polygon(20% 0, 50% 30%, 80% 0, 100% 20%, 70% 50%, 100% 80%, 80% 100%, 50% 70%, 20% 100%, 0 80%, 30% 50%, 0 20%)',
  over: 'polygon(50% 0, 100% 100%, 0 100%)',
  held: 'polygon(0 0, 35% 0, 35% 100%, 65% 100%, 65% 0, 100% 0, 100% 100%, 0 100%)',
};

/** Each state of the screen has a shape, a word and a colour. */
const COLORS: Record<StageAlarm['kind'], string> = {
  'no-go': 'error.main',
  failed: 'error.main',
  over: 'warning.main',
  held: 'secondary.main',
};

/** The state that outweighs all else, across the top and around the whole screen. */
export function StageBand({ alarm }: { alarm: StageAlarm | undefined }) {
  if (!alarm) return null;
  const color = COLORS[alarm.kind];
  return (
    <>
      <Box
        role="alert"
        data-alarm={alarm.kind}
        sx={{
          gridColumn: '1 / -1',
          display: 'flex',
          alignItems: 'center',
          gap: { xs: 2, sm: 3 },
          px: { xs: 3, sm: 6 },
          py: { xs: 1, sm: 2 },
          maxHeight: '30vh',
          overflowY: 'auto',
          bgcolor: color,
          color: 'background.default',
          fontSize: { xs: 'stageSmall', sm: 'stageText' },
          lineHeight: 1.2,
          overflowWrap: 'anywhere',
          '@media (forced-colors: active)': { border: '4px solid' },
        }}
      >
        <Box
          aria-hidden
          sx={{
            flex: 'none',
            width: 24,
            height: 24,
            bgcolor: 'background.default',
            clipPath: SHAPES[alarm.kind],
            forcedColorAdjust: 'none',
            '@media (forced-colors: active)': { bgcolor: 'CanvasText' },
          }}
        />
        <Box component="b" sx={{ flex: 'none', fontFamily: DISPLAY }}>
          {alarm.word}
        </Box>
        <span>{alarm.message}</span>
      </Box>
      <Box
        aria-hidden
        sx={{
          position: 'fixed',
          inset: 0,
          zIndex: 1,
          pointerEvents: 'none',
          border: '6px solid',
          borderColor: color,
        }}
      />
    </>
  );
}
