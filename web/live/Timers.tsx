import { Box, Typography } from '@mui/material';
import { formatDuration, type Cue, type OpenWindow } from '@hearty/core';
import { DISPLAY } from '../kit/theme';
import { record } from '../session/runLog';
import { DoneButton } from './DoneButton';

/** A timed wait counts down by itself. */
export function Wait({ wait, now }: { wait: NonNullable<Cue['wait']>; now: number }) {
  const left = Math.ceil(wait.s - Math.max(0, now - wait.since) / 1000);
  return (
    <Typography
      role="timer"
      sx={{ fontFamily: DISPLAY, fontSize: 'stageCall', color: 'secondary.main', fontWeight: 700 }}
    >
      {left > 0 ? `${formatDuration(left)} to wait` : left === 0 ? 'NOW' : `${formatDuration(-left)} over`}
    </Typography>
  );
}

/** A window counted from a step: the bar fills, the brackets say when. */
export function Window({ window, now }: { window: OpenWindow; now: number }) {
  const since = Math.max(0, (now - window.since) / 1000);
  const span = window.toS * 1.35;
  const at = (s: number) => `${Math.min(100, (s / span) * 100)}%`;
  const open = since >= window.fromS && since <= window.toS;
  const verdict =
    since < window.fromS
      ? `between ${formatDuration(window.fromS)} and ${formatDuration(window.toS)}`
      : open
        ? 'NOW'
        : `${formatDuration(since - window.toS)} late`;
  const { itemId, stepId } = window;
  return (
    <Box sx={{ flex: '1 1 320px', minWidth: 0, display: 'flex', gap: 3, alignItems: 'center' }}>
      <Box
        role="timer"
        aria-label={`${window.label}: ${formatDuration(since)}`}
        sx={{ flex: 1, minWidth: 0 }}
      >
        <Box
          sx={{
            display: 'flex',
            flexWrap: 'wrap',
            columnGap: 4,
            justifyContent: 'space-between',
            fontSize: 'stageSmall',
          }}
        >
          <span>{window.label}</span>
          <Box
            component="span"
            sx={{ color: since > window.toS ? 'warning.main' : 'secondary.main', fontWeight: 700 }}
          >
            {formatDuration(Math.floor(since))} — {verdict}
          </Box>
        </Box>
        <Box sx={{ position: 'relative', height: 30, mt: 1 }}>
          <Box
            sx={{
              position: 'absolute',
              top: 10,
              left: 0,
              right: 0,
              height: 9,
              borderRadius: 5,
              bgcolor: (t) => t.ink.wash,
            }}
          />
          <Box
            sx={{
              position: 'absolute',
              top: 10,
              left: 0,
              width: at(since),
              height: 9,
              borderRadius: 5,
              bgcolor: 'secondary.main',
            }}
          />
          <Box
            sx={{
              position: 'absolute',
              top: 1,
              height: 27,
              left: at(window.fromS),
              width: `calc(${at(window.toS)} - ${at(window.fromS)})`,
              '&::before, &::after': {
                content: '""',
                position: 'absolute',
                top: 0,
                bottom: 0,
                width: 10,
                border: '3px solid',
              },
              '&::before': { left: 0, borderRightStyle: 'none' },
              '&::after': { right: 0, borderLeftStyle: 'none' },
            }}
          />
        </Box>
      </Box>
      <DoneButton
        what={window.label}
        onDone={() => void record({ kind: 'timer done', body: { itemId, stepId } })}
      />
    </Box>
  );
}
