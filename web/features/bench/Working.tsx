import type { Bench, Worked } from '@hearty/core';
import { Alert, Box, Table, TableBody, TableCell, TableHead, TableRow, Typography } from '@mui/material';
import { ScrollTable } from '../../kit/ScrollTable';
import { said } from './said';

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
  <ScrollTable of="Results">
    <Table size="small" aria-label="Results" sx={{ maxWidth: 640 }}>
      {beside && (
        <TableHead>
          <TableRow>
            <TableCell />
            <TableCell align="right">Now</TableCell>
            <TableCell align="right">Beside</TableCell>
          </TableRow>
        </TableHead>
      )}
      <TableBody>
        {Object.entries(bench.outputs).map(([name, { label, unit }]) => (
          <TableRow key={name}>
            <TableCell component="th" scope="row">
              {label}
            </TableCell>
            <TableCell align="right">{said(worked.outputs[name], unit)}</TableCell>
            {beside && <TableCell align="right">{said(beside.outputs[name], unit)}</TableCell>}
          </TableRow>
        ))}
      </TableBody>
    </Table>
  </ScrollTable>
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
