import { CssBaseline, ThemeProvider } from '@mui/material';
import type { Theme } from '@mui/material/styles';
import { QueryClientProvider } from '@tanstack/react-query';
import { SnackbarProvider } from 'notistack';
import { StrictMode, type ReactNode } from 'react';
import { queryClient } from '../session/queryClient';

/** What every screen stands in, planning and live alike. */
export function Providers({ theme, children }: { theme: Theme; children: ReactNode }) {
  return (
    <StrictMode>
      <ThemeProvider theme={theme}>
        <CssBaseline />
        <QueryClientProvider client={queryClient}>
          <SnackbarProvider
            maxSnack={3}
            autoHideDuration={8000}
            anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
          >
            {children}
          </SnackbarProvider>
        </QueryClientProvider>
      </ThemeProvider>
    </StrictMode>
  );
}
