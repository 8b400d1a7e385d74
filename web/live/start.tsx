import { CssBaseline, ThemeProvider } from '@mui/material';
import { StrictMode } from 'react';
import type { Root } from 'react-dom/client';
import { ErrorBoundary, LostWords } from '../kit/Lost';
import { themeOf } from '../kit/theme';
import { StagePage } from './StagePage';

/** The screens of a running show: one address each, so that nothing has to find its way on a phone in the wings. */
export function start(root: Root): void {
  const runId = /^\/stage\/([A-Za-z0-9_-]+)\/?$/.exec(location.pathname)?.[1];
  root.render(
    <StrictMode>
      <ThemeProvider theme={themeOf('night')}>
        <CssBaseline />
        <ErrorBoundary>{runId ? <StagePage runId={runId} /> : <LostWords />}</ErrorBoundary>
      </ThemeProvider>
    </StrictMode>,
  );
}
