import { Box, Typography } from '@mui/material';
import { basisOf, type DemoLine } from '@hearty/core';

/** How often a demo works: the middle estimate, its 90 % interval as a bar, and what it rests on. A guess is drawn hollow. */
export function Odds({ line }: { line: DemoLine }) {
  const pct = (x: number) => `${Math.round(x * 100)}%`;
  const [low, high] = line.likely;
  const isGuess = line.attempts === 0;
  return (
    <Box>
      <Typography sx={{ fontSize: 'text' }}>
        <Box component="span" sx={{ color: 'secondary.main', fontWeight: 700 }}>
          works {Math.round(line.mean * 100)} %
        </Box>{' '}
        <Box component="span" sx={{ color: 'text.secondary' }}>
          ({basisOf(line)}; range {Math.round(low * 100)}–{Math.round(high * 100)} %)
        </Box>
      </Typography>
      <Box aria-hidden sx={{ position: 'relative', height: 6, mt: 0.5, bgcolor: 'divider', borderRadius: 3 }}>
        <Box
          sx={{
            position: 'absolute',
            left: pct(low),
            width: pct(high - low),
            top: 0,
            bottom: 0,
            ...(isGuess
              ? { bgcolor: 'background.paper', border: '1px dashed', borderColor: 'secondary.main' }
              : { bgcolor: (t) => t.ink.tide }),
            borderRadius: 3,
          }}
        />
        <Box
          sx={{
            position: 'absolute',
            left: pct(line.mean),
            ...(isGuess
              ? {
                  ...{ width: 10, height: 10, top: -2, ml: '-5px', borderRadius: '50%' },
                  ...{ bgcolor: 'background.paper', border: '2px solid', borderColor: 'secondary.main' },
                }
              : { width: 3, top: -3, bottom: -3, bgcolor: 'secondary.main' }),
          }}
        />
      </Box>
    </Box>
  );
}
