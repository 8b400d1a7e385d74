import { Paper } from '@mui/material';
import type { ReactNode } from 'react';

/** Room for a table that may be wider than the screen: scrolled by itself, with the keyboard too. */
export const ScrollTable = ({
  name,
  children,
  mt = 0,
}: {
  name: string;
  children: ReactNode;
  mt?: number;
}) => (
  <Paper
    variant="outlined"
    role="region"
    aria-label={`${name}, to scroll sideways`}
    tabIndex={0}
    sx={{ overflowX: 'auto', mt }}
  >
    {children}
  </Paper>
);
