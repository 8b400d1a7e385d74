import { failing, pareto, type Logbook, type SeasonCause } from '@hearty/core';
import { Box, Typography } from '@mui/material';
import { memo, useMemo } from 'react';
import { DataTable } from '../../kit/table';
import { FAILED_COLUMNS } from './columns';
import { Pareto } from './Pareto';

/** So many demos are in sight at once. */
const MOST_SHOWN = 10;

/** What fails, by the time it took; and what it came from. Nothing where nothing failed. */
export const FailsPart = memo(function FailsPart({ demos, causes }: Pick<Logbook, 'demos' | 'causes'>) {
  const failed = failing(demos);
  if (failed.length === 0) return null;
  return (
    <section>
      <Typography variant="h2" sx={{ mb: 2 }}>
        What failed, and the time it took
      </Typography>
      <Box sx={{ display: 'grid', gap: 6, gridTemplateColumns: { xs: 'minmax(0, 1fr)', lg: '3fr 2fr' } }}>
        <Box sx={{ minWidth: 0 }}>
          <DataTable
            name="What failed"
            columns={FAILED_COLUMNS}
            rows={failed}
            keyOf={(d) => d.demoId}
            step={MOST_SHOWN}
          />
        </Box>
        <CausesPart causes={causes} />
      </Box>
    </section>
  );
});

function CausesPart({ causes }: { causes: readonly SeasonCause[] }) {
  const lines = useMemo(() => pareto(causes), [causes]);
  if (lines.length === 0)
    return (
      <Typography color="textSecondary">
        No cause was noted. Note it in the debrief: what is found most often is what to fix first.
      </Typography>
    );
  return <Pareto lines={lines} titled />;
}
