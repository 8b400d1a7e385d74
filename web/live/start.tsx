import { CssBaseline, ThemeProvider } from '@mui/material';
import { lazy, StrictMode, Suspense } from 'react';
import type { Root } from 'react-dom/client';
import { ErrorBoundary, NotFoundWords } from '../kit/NotFoundOrCrash';
import { Loading } from '../kit/States';
import { themeOf } from '../kit/theme';
import { StagePage } from './StagePage';

/** Screens besides the stage: loaded where they are asked for. */
const CrewPage = lazy(async () => ({ default: (await import('./CrewPage')).CrewPage }));
const CheckPage = lazy(async () => ({ default: (await import('./CheckPage')).CheckPage }));
const WallPage = lazy(async () => ({ default: (await import('./WallPage')).WallPage }));

/** The screens of a running show: one address each, so that nothing has to find its way on a phone in the wings. */
export function start(root: Root): void {
  const [, screen, runId, personId] =
    /^\/(stage|crew|check|wall)\/([A-Za-z0-9_-]+)(?:\/([A-Za-z0-9_-]+))?\/?$/.exec(location.pathname) ?? [];
  root.render(
    <StrictMode>
      <ThemeProvider theme={themeOf('night')}>
        <CssBaseline />
        <ErrorBoundary>
          <Suspense fallback={<Loading what="the screen" />}>
            {!runId ? (
              <NotFoundWords />
            ) : screen === 'crew' ? (
              <CrewPage runId={runId} personId={personId} />
            ) : screen === 'check' ? (
              <CheckPage runId={runId} />
            ) : screen === 'wall' ? (
              <WallPage runId={runId} />
            ) : (
              <StagePage runId={runId} />
            )}
          </Suspense>
        </ErrorBoundary>
      </ThemeProvider>
    </StrictMode>,
  );
}
