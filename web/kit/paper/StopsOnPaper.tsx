import type { Finding } from '@hearty/core';
import { Box } from '@mui/material';

/** The stops of a plan on a printed sheet, each with who acknowledged it. Draws nothing without any. */
export function StopsOnPaper({ findings, itemId }: { findings: readonly Finding[]; itemId?: string }) {
  const stops = findings.filter((f) => f.level === 'stop' && (itemId === undefined || f.itemId === itemId));
  return (
    <>
      {stops.map(({ code, message, acknowledged }) => (
        <Box key={`${code} ${message}`} sx={{ border: '2px solid #000', px: 1, my: 0.5 }}>
          <b>STOP.</b> {message} {acknowledged ?? 'Not acknowledged.'}
        </Box>
      ))}
    </>
  );
}
