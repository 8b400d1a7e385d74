import { Box, Typography } from '@mui/material';
import type { Gate, Happening } from '@hearty/core';
import { DISPLAY } from '../kit/theme';
import { Target } from './Target';

/** An item that is not begun: why, and the way on without it. */
export function BarredPanel({
  gate,
  onGo,
}: {
  gate: Gate | undefined;
  onGo: (does: readonly Happening[]) => void;
}) {
  if (!gate) return null;
  const { itemId, title, reasons, fixes = [] } = gate;
  return (
    <Box role="alert" sx={{ display: 'flex', flexDirection: 'column', gap: 3 }}>
      <Typography sx={{ color: 'error.main', fontWeight: 700, fontSize: 'stageText' }}>NOT PLAYED</Typography>
      <Typography
        component="h1"
        sx={{
          fontFamily: DISPLAY,
          fontWeight: 750,
          fontSize: 'stageCall',
          lineHeight: 1.1,
          overflowWrap: 'anywhere',
        }}
      >
        {title}
      </Typography>
      {reasons.map((reason) => (
        <Typography key={reason} sx={{ fontSize: 'stageText' }}>
          {reason}
        </Typography>
      ))}
      {fixes.length > 0 && (
        <Typography sx={{ fontSize: 'stageSmall' }}>Fixes: {fixes.join('; ')}.</Typography>
      )}
      <Box sx={{ display: 'flex' }}>
        <Target words="this cannot be overridden" onClick={() => onGo([{ kind: 'skip', body: { itemId } }])}>
          Leave it out
        </Target>
      </Box>
    </Box>
  );
}
