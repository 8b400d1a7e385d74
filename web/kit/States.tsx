import { Box, CircularProgress, Typography } from '@mui/material';
import type { ReactNode } from 'react';

/** While something is on its way. */
export const Loading = ({ what }: { what: string }) => (
  <Box sx={{ p: 6, display: 'flex', alignItems: 'center', gap: 3 }} role="status">
    <CircularProgress size={24} aria-hidden />
    <Typography color="textSecondary">Fetching {what} …</Typography>
  </Box>
);

/** When there is nothing yet: what belongs here, and the way to the first one. */
export const Empty = ({ title, children }: { title: string; children?: ReactNode }) => (
  <Box
    sx={{ p: 6, my: 4, border: '1px dashed', borderColor: 'divider', borderRadius: 1, textAlign: 'center' }}
  >
    <Typography variant="h2" component="p" sx={{ mb: 2 }}>
      {title}
    </Typography>
    {children}
  </Box>
);

/** What the window is called while this is open: a name of its own for every page. */
export const WindowTitle = ({ title }: { title: string }) => <title>{`${title} · Hearty Stage`}</title>;

/** A page's title line, with what can be done beside it. */
export const PageHead = ({
  title,
  window = title,
  children,
}: {
  title: string;
  /** What the window is called, where that is not the title alone. */
  window?: string;
  children?: ReactNode;
}) => (
  <Box data-page-head sx={{ display: 'flex', flexWrap: 'wrap', gap: 3, alignItems: 'center', mb: 4 }}>
    <WindowTitle title={window} />
    <Typography variant="h1" sx={{ flex: '1 1 auto', overflowWrap: 'anywhere', maxWidth: 1 }}>
      {title}
    </Typography>
    {children}
  </Box>
);
