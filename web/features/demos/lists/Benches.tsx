import { BLANK } from '@hearty/core';
import { Typography } from '@mui/material';
import { lazy, Suspense } from 'react';
import { Rows } from '../../../kit/Rows';
import { shortId } from './common';

// The benches come with their formulas and libraries: only a demo that holds one loads them.
const BenchRow = lazy(async () => ({ default: (await import('./BenchRow')).BenchRow }));

/** The benches that the demo holds, or a variant of its own. */
export const Benches = ({ prefix = '' }: { prefix?: string }) => (
  <>
    <Typography color="textSecondary" sx={{ maxWidth: '70ch' }}>
      A calculator uses the room of the show and the strengths in the stores. Its amounts and times take the
      place of those above, its limits are checked before doors, and what it warns of stands in the plan.
    </Typography>
    <Rows
      name={`${prefix}benches`}
      add="Add a calculator"
      columns="minmax(0, 1fr)"
      fresh={() => BLANK.benches(shortId())}
      row={(path) => (
        <Suspense>
          <BenchRow path={path} prefix={prefix} />
        </Suspense>
      )}
    />
  </>
);
