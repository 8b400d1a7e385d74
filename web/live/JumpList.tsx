import { Box, Button, Typography } from '@mui/material';
import { itemsOf, type RunState } from '@hearty/core';
import { record } from '../session/runLog';

/** Every item: begin it now, or leave it out. What is passed over stays owed. */
export function JumpList({ state, onDone }: { state: RunState; onDone: () => void }) {
  return (
    <Box component="ol" aria-label="All items" sx={{ m: 0, p: 0, listStyle: 'none', overflowY: 'auto' }}>
      {itemsOf(state).map((item, i) => (
        <Box
          component="li"
          key={item.itemId}
          sx={{
            display: 'flex',
            flexWrap: { xs: 'wrap', sm: 'nowrap' },
            gap: 3,
            alignItems: 'center',
            minHeight: 72,
            borderBottom: 1,
            borderColor: 'divider',
          }}
        >
          <Typography
            sx={{
              flex: 1,
              minWidth: 0,
              fontSize: 'stageText',
              opacity: item.status === 'done' || item.status === 'skipped' ? 0.65 : 1,
            }}
          >
            {i + 1}. {item.title}
          </Typography>
          <Typography sx={{ fontSize: 'stageSmall' }}>{item.status}</Typography>
          <Button
            sx={jumpSx}
            disabled={item.status === 'now'}
            onClick={() => {
              void record({ kind: 'item begun', body: { itemId: item.itemId } });
              onDone();
            }}
          >
            Begin
          </Button>
          <Button
            sx={jumpSx}
            disabled={item.status !== 'to come'}
            onClick={() => void record({ kind: 'skip', body: { itemId: item.itemId } })}
          >
            Skip
          </Button>
        </Box>
      ))}
    </Box>
  );
}

const jumpSx = {
  minHeight: 60,
  minWidth: 96,
  fontSize: 'stageSmall',
  border: '1px solid',
  borderColor: 'divider',
  color: 'text.primary',
} as const;
