import { Box, Typography } from '@mui/material';
import { causesOf, onStage, playedAs, type ItemState, type RunState, type Script } from '@hearty/core';

/** What is said when a failure is left at that. */
export function CoverLine({ script, item }: { script: Script; item: ItemState }) {
  const line = playedAs(script, item)?.demo?.coverLine;
  if (!line || item.attempts.at(-1)?.outcome !== 'failed' || !item.closed) return null;
  return (
    <Typography sx={{ fontSize: 'stageText', overflowWrap: 'anywhere' }}>
      <Box component="span" sx={{ color: 'text.secondary' }}>
        to leave it there, say{' '}
      </Box>
      “{line}”
    </Typography>
  );
}

/** The first three cures for what was seen, short enough for gloves on. */
export function Cures({ script, state }: { script: Script; state: RunState }) {
  const item = onStage(state)!;
  const last = item.attempts.at(-1);
  const causes = causesOf(script, item, last?.symptom);
  if (causes.length === 0) return null;
  return (
    <Box
      component="ol"
      aria-label="Likely causes"
      sx={{ m: 0, pl: 7, fontSize: 'stageText', lineHeight: 1.45 }}
    >
      {causes.slice(0, 3).map((c) => (
        <li key={c.cause}>
          <b>{c.cause}</b>
          {c.quickTest && ` (${c.quickTest})`}
          {c.cure && ` — ${c.cure}`}
          {c.triedAgain > 0 && (
            <Box component="span" sx={{ color: 'text.secondary' }}>
              {' '}
              helped {c.helped} of {c.triedAgain}
            </Box>
          )}
        </li>
      ))}
    </Box>
  );
}
