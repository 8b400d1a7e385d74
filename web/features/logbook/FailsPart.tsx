import { failing, formatDuration, pareto, type DemoLine, type Logbook, type SeasonCause } from '@hearty/core';
import { Box, Table, TableBody, TableCell, TableRow, Typography } from '@mui/material';
import { memo, useMemo } from 'react';
import { Link } from 'react-router';
import { HeadRow } from '../../kit/HeadRow';
import { ScrollTable } from '../../kit/ScrollTable';
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
          <ScrollTable of="What failed">
            <Table size="small" aria-label="What failed">
              <HeadRow left={['Demo']} right={['Failed', 'Partly', 'Of tries', 'Took in vain']} />
              <TableBody>
                {failed.slice(0, MOST_SHOWN).map((d) => (
                  <FailRow key={d.demoId} demo={d} />
                ))}
              </TableBody>
            </Table>
          </ScrollTable>
          {failed.length > MOST_SHOWN && (
            <Typography color="textSecondary">
              {failed.length - MOST_SHOWN} more stand in the table below.
            </Typography>
          )}
        </Box>
        <CausesPart causes={causes} />
      </Box>
    </section>
  );
});

const FailRow = ({ demo: d }: { demo: DemoLine }) => (
  <TableRow>
    <TableCell>
      <Link to={`/demos/${d.demoId}`} style={{ color: 'inherit' }}>
        {d.title}
      </Link>
    </TableCell>
    <TableCell align="right">{d.failed}</TableCell>
    <TableCell align="right">{d.partly || ''}</TableCell>
    <TableCell align="right">{d.attempts}</TableCell>
    <TableCell align="right" sx={{ color: 'secondary.main' }}>
      {formatDuration(d.lostS)}
    </TableCell>
  </TableRow>
);

function CausesPart({ causes }: { causes: readonly SeasonCause[] }) {
  const lines = useMemo(() => pareto(causes), [causes]);
  if (lines.length === 0)
    return (
      <Typography color="textSecondary">
        No cause was noted. Note it in the debrief: what is found most often is what to mend first.
      </Typography>
    );
  return <Pareto lines={lines} titled />;
}
