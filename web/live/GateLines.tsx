import { Box, Typography } from '@mui/material';
import { gatesWords, neverBegun, type Gate, type ItemState, type RunState, type Script } from '@hearty/core';

/** Before the curtain: what the set-up says. Nothing holds the presenter up; nobody goes on without having read it. */
export function HowItStands({ gates, isChecked }: { gates: readonly Gate[]; isChecked: boolean }) {
  if (!gates.some(({ verdict }) => verdict === 'no-go' || verdict === 'open')) return null;
  return (
    <Typography role="alert" sx={{ fontSize: 'stageText', color: 'warning.main', fontWeight: 700 }}>
      {isChecked ? 'The set-up: ' : 'Nothing is checked yet: '}
      {gatesWords(gates)}.
    </Typography>
  );
}

/** Acknowledged stops stay in sight at their item. */
export const AcknowledgedStops = ({ lines }: { lines: readonly string[] }) =>
  lines.map((line) => (
    <Typography key={line} sx={{ fontSize: 'stageSmall', color: 'warning.main', overflowWrap: 'anywhere' }}>
      {line}
    </Typography>
  ));

/** What is against the next item: a no-go, or work for it that was never begun. */
export function NextTrouble({
  script,
  state,
  next,
  gate,
}: {
  script: Script;
  state: RunState;
  next: ItemState;
  gate: Gate | undefined;
}) {
  const missed = neverBegun(script, state, next.itemId);
  const noGo = gate?.verdict === 'no-go';
  if (missed.length === 0 && !noGo) return null;
  return (
    <Box component="span" sx={{ color: 'warning.main', fontWeight: 700, ml: 3 }}>
      {noGo && `no-go: ${gate.reasons.join('; ')}. `}
      {missed.length > 0 && `never begun: ${missed.join(', ')}`}
    </Box>
  );
}
