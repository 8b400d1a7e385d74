import { Box } from '@mui/material';
import type { ReactNode } from 'react';

/** Cards beside one another, as many as the page is wide for; each child is an item of the list. */
export const Cards = ({ children }: { children: ReactNode }) => (
  <Box
    component="ul"
    sx={{
      p: 0,
      m: 0,
      listStyle: 'none',
      display: 'grid',
      gap: 3,
      gridTemplateColumns: 'repeat(auto-fill, minmax(min(310px, 100%), 1fr))',
    }}
  >
    {children}
  </Box>
);
