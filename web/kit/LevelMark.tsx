import { Box } from '@mui/material';
import type { Finding } from '@hearty/core';

const SHAPES = {
  stop: 'polygon(30% 0, 70% 0, 100% 30%, 100% 70%, 70% 100%, 30% 100%, 0 70%, 0 30%)',
  caution: 'polygon(50% 0, 100% 100%, 0 100%)',
  note: 'circle(35%)',
} as const;

const COLORS = { stop: 'error.main', caution: 'warning.main', note: 'text.secondary' } as const;

/** An octagon, a triangle or a dot: never colour alone. */
export const LevelMark = ({ level }: { level: Finding['level'] }) => (
  <Box
    component="span"
    aria-hidden
    sx={{
      display: 'inline-block',
      width: 11,
      height: 11,
      bgcolor: COLORS[level],
      clipPath: SHAPES[level],
      // Its shape is all there is of it: it keeps a colour of its own where backgrounds are taken away.
      forcedColorAdjust: 'none',
      '@media (forced-colors: active)': { bgcolor: 'CanvasText' },
    }}
  />
);

export const levelWord = (level: Finding['level']) =>
  ({ stop: 'Stop.', caution: 'Caution.', note: '' })[level];
