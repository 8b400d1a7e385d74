import type { Bench, Worked } from '@hearty/core';
import { Alert, Box, Typography } from '@mui/material';
import { DataTable, type Column } from '../../kit/table';
import { formatOutput } from './said';

const SEVERITY = { note: 'info', caution: 'warning', stop: 'error' } as const;
const LEVEL_WORD = { note: '', caution: 'Caution: ', stop: 'Stop: ' } as const;

/** What a bench warns of. */
export const Findings = ({ worked }: { worked: Worked }) =>
  worked.findings.map(({ level, message }) => (
    <Alert key={message} severity={SEVERITY[level]} icon={false}>
      <b>{LEVEL_WORD[level]}</b>
      {message}
    </Alert>
  ));

type Output = [name: string, Bench['outputs'][string]];

const resultColumns = (worked: Worked, beside: Worked | undefined): Column<Output>[] => [
  { head: 'Result', cell: ([, { label }]) => label, isRowHead: true },
  { head: 'Now', cell: ([name, { unit }]) => formatOutput(worked.outputs[name], unit), as: 'figure' },
  ...(beside
    ? [
        {
          head: 'Beside',
          cell: ([name, { unit }]: Output) => formatOutput(beside.outputs[name], unit),
          as: 'figure' as const,
        },
      ]
    : []),
];

/** What comes out, and what came out of another setting beside it. */
export const Results = ({
  bench,
  worked,
  beside,
}: {
  bench: Bench;
  worked: Worked;
  beside: Worked | undefined;
}) => (
  <DataTable
    name="Results"
    columns={resultColumns(worked, beside)}
    rows={Object.entries(bench.outputs)}
    keyOf={([name]) => name}
  />
);

/** Formula, numbers put in, and source. */
export const Working = ({ worked }: { worked: Worked }) => (
  <section>
    <Typography variant="h2" sx={{ mb: 2 }}>
      How it was worked out
    </Typography>
    <Box component="ol" sx={{ m: 0, pl: 5 }}>
      {worked.working.map(({ label, arithmetic, source }) => (
        <Box component="li" key={label} sx={{ mb: 1.5, overflowWrap: 'anywhere' }}>
          {label}: {arithmetic}
          <Typography color="textSecondary" sx={{ fontSize: 'small' }}>
            {source}
          </Typography>
        </Box>
      ))}
    </Box>
  </section>
);
