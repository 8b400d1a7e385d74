import { Box, ButtonBase } from '@mui/material';
import type { Finding } from '@hearty/core';
import { NavLink } from 'react-router';
import { LevelMark } from './LevelMark';

/** One of the pages of a folder: where it is, what it is called, and what state its work is in. */
export interface Page {
  to: string;
  label: string;
  state?: string;
  level?: Finding['level'];
}

/** The pages of a folder side by side, as links; the one that is open is underlined, in forced colours too. */
export const Pages = ({ label, pages }: { label: string; pages: readonly Page[] }) => (
  <Box
    component="nav"
    aria-label={label}
    sx={{
      display: 'flex',
      flexWrap: 'wrap',
      minWidth: 0,
      '@media print': { display: 'none' },
    }}
  >
    {pages.map((page) => (
      <ButtonBase key={page.to} component={NavLink} to={page.to} sx={pageSx}>
        {page.label}
        {page.state && (
          <Box
            component="span"
            sx={{ fontSize: 'small', color: page.level ? COLORS[page.level] : 'text.secondary' }}
          >
            {page.level && <LevelMark level={page.level} />} {page.state}
          </Box>
        )}
      </ButtonBase>
    ))}
  </Box>
);

const COLORS = { stop: 'error.main', caution: 'warning.main', note: 'text.secondary' } as const;

const pageSx = {
  flexDirection: 'column',
  minHeight: 44,
  px: { xs: 1.25, sm: 2.5 },
  fontSize: 'text',
  fontWeight: 600,
  color: 'text.primary',
  borderBottom: '3px solid transparent',
  '&.active': { borderBottomColor: 'primary.main', color: 'primary.main' },
  '&:hover': { bgcolor: 'action.hover' },
  // Transparent borders are drawn in forced colours: only the open page may have one there.
  '@media (forced-colors: active)': {
    borderBottomColor: 'Canvas',
    '&.active': { borderBottomColor: 'Highlight' },
  },
} as const;
