import { Typography } from '@mui/material';
import { lazy, Suspense, type ReactNode } from 'react';

const RETRY_MS = 2_000;

/** Asks again until it arrives: a server that is away for a moment must not cost the stage. */
const load = (): Promise<typeof import('./panels-loaded')> =>
  import('./panels-loaded').catch(async () => {
    await new Promise((wait) => setTimeout(wait, RETRY_MS));
    return load();
  });

/** Not needed for the first look, so fetched right after it. */
setTimeout(() => void load(), 0);

export const ChangePanel = lazy(async () => ({ default: (await load()).ChangePanel }));
export const JumpList = lazy(async () => ({ default: (await load()).JumpList }));
export const OutcomePanel = lazy(async () => ({ default: (await load()).OutcomePanel }));
export const ReadingPad = lazy(async () => ({ default: (await load()).ReadingPad }));
export const Guess = lazy(async () => ({ default: (await load()).Guess }));

/** Where a panel stands: until its code is here, words in its place and a working stage around it. */
export const PanelPlace = ({ children }: { children: ReactNode }) => (
  <Suspense
    fallback={
      <Typography role="status" sx={{ fontSize: 'stageSmall' }}>
        This panel is still loading. It keeps trying, and everything else on the stage works.
      </Typography>
    }
  >
    {children}
  </Suspense>
);
