import { Box, ButtonBase, Typography } from '@mui/material';
import type { ReactNode } from 'react';
import { NavLink, Outlet } from 'react-router';
import { UnsentLine, RefusedCorner } from '../session/OutboxStatus';
import { SinceLine } from '../session/SinceLine';
import { useSettings } from '../session/settings';
import { PaperStyles } from '../kit/paper';
import { DISPLAY } from '../kit/theme';
import {
  BenchIcon,
  DarkIcon,
  DemosIcon,
  LightIcon,
  LogbookIcon,
  ShowsIcon,
  StoresIcon,
  VenuesIcon,
} from '../kit/icons';

const PLACES: { to: string; label: string; icon: ReactNode }[] = [
  { to: '/shows', label: 'Shows', icon: <ShowsIcon /> },
  { to: '/demos', label: 'Demos', icon: <DemosIcon /> },
  { to: '/stores', label: 'Stores', icon: <StoresIcon /> },
  { to: '/venues', label: 'Venues', icon: <VenuesIcon /> },
  { to: '/bench', label: 'Bench', icon: <BenchIcon /> },
  { to: '/logbook', label: 'Logbook', icon: <LogbookIcon /> },
];

/** The rail and the page beside it; on a phone the rail lies along the foot. */
export function Shell() {
  return (
    <Box sx={{ display: 'flex', minHeight: '100vh', flexDirection: { xs: 'column-reverse', sm: 'row' } }}>
      <PaperStyles title="Hearty Stage" />
      <Rail />
      <Box
        component="main"
        id="page"
        tabIndex={-1}
        sx={{ flex: 1, minWidth: 0, px: { xs: 3, sm: 6 }, py: 4, pb: { xs: 20, sm: 4 } }}
      >
        <SinceLine />
        <UnsentLine />
        <Outlet />
        <RefusedCorner />
      </Box>
    </Box>
  );
}

function Rail() {
  const { mode, setMode } = useSettings();
  const other = mode === 'paper' ? 'night' : 'paper';
  return (
    <Box
      component="nav"
      aria-label="Places"
      sx={{
        '@media print': { display: 'none' },
        bgcolor: '#4B2552',
        color: '#FBF7F0',
        display: 'flex',
        flexDirection: { xs: 'row', sm: 'column' },
        position: { xs: 'fixed', sm: 'sticky' },
        bottom: { xs: 0, sm: 'auto' },
        top: { sm: 0 },
        left: 0,
        right: 0,
        zIndex: 10,
        width: { xs: 'auto', sm: 76 },
        height: { xs: 60, sm: '100vh' },
        flexShrink: 0,
      }}
    >
      <Typography
        aria-hidden
        sx={{
          fontFamily: DISPLAY,
          fontWeight: 800,
          fontSize: 'head',
          textAlign: 'center',
          py: 3,
          display: { xs: 'none', sm: 'block' },
        }}
      >
        h·s
      </Typography>
      {PLACES.map(({ to, label, icon }) => (
        <ButtonBase key={to} component={NavLink} to={to} sx={railSx}>
          {icon}
          {label}
        </ButtonBase>
      ))}
      <Box sx={{ flex: 1 }} />
      <ButtonBase sx={{ ...railSx, flex: { xs: 1, sm: 'none' } }} onClick={() => setMode(other)}>
        {mode === 'paper' ? <DarkIcon /> : <LightIcon />}
        {mode === 'paper' ? 'Dark' : 'Light'}
      </ButtonBase>
    </Box>
  );
}

const railSx = {
  flexDirection: 'column',
  gap: 0.5,
  minHeight: 58,
  flex: { xs: 1, sm: 'none' },
  width: '100%',
  fontSize: 'small',
  color: '#F3E9F2',
  borderLeft: { sm: '4px solid transparent' },
  '&.active': { bgcolor: '#6B3A74', borderColor: '#FBF7F0', fontWeight: 700 },
  '&:hover': { bgcolor: '#5A2D62' },
  '&:focus-visible': { outline: '3px solid #7FD1C7', outlineOffset: -3 },
} as const;
