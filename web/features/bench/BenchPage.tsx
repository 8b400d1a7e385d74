import PrintOutlinedIcon from '@mui/icons-material/PrintOutlined';
import {
  BENCHES,
  fieldOfInput,
  type Bench,
  type Cup,
  type Input,
  type Value,
  type Worked,
} from '@hearty/core';
import {
  Alert,
  Box,
  Button,
  Table,
  TableBody,
  TableCell,
  TableHead,
  TableRow,
  Typography,
} from '@mui/material';
import { useState } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { Drawn, isRefused } from '../../kit/fields';
import { OnPaper } from '../../kit/paper';
import { PageHead } from '../../kit/States';
import { Wide } from '../../kit/Wide';
import { useSettings } from '../../session/settings';
import { BenchCard } from './BenchCard';
import { Curve } from './Curve';
import { said } from './said';
import { fromAddress, numbersOf, toAddress } from './values';

export function BenchPage() {
  const { benchId } = useParams();
  const bench = BENCHES.find((b) => b.id === benchId);
  return bench ? (
    <BenchOpen key={bench.id} bench={bench} />
  ) : (
    <Typography variant="h1">There is no such bench.</Typography>
  );
}

const SEVERITY = { note: 'info', caution: 'warning', stop: 'error' } as const;
const LEVEL_WORD = { note: '', caution: 'Caution: ', stop: 'Stop: ' } as const;

/** One bench: what goes in, the answer in a sentence, a picture that moves as one types, and how it was worked out. */
function BenchOpen({ bench }: { bench: Bench }) {
  const [params, setParams] = useSearchParams();
  // What cannot be read stays in its field; what can is in the address, to be shared.
  const [typed, setTyped] = useState<Record<string, unknown>>({});
  const cup = useSettings((s) => s.cup);
  const [beside, setBeside] = useState<Worked>();
  const values = fromAddress(bench, params);
  const wrong = Object.values(typed).some((v) => v !== undefined);
  const set = (name: string, value: unknown) => {
    const read = readOf(bench, name, value);
    setTyped((t) => ({ ...t, [name]: read === undefined ? value : undefined }));
    if (read !== undefined)
      setParams(toAddress(bench, { ...values, [name]: read }), { replace: true, preventScrollReset: true });
  };
  const worked = bench.work(values);
  return (
    <OnPaper title={bench.title} paper={() => <BenchCard bench={bench} values={values} worked={worked} />}>
      <PageHead title={bench.question} window={bench.title}>
        <Button startIcon={<PrintOutlinedIcon />} onClick={() => window.print()}>
          Print a card
        </Button>
      </PageHead>
      <Box
        sx={{
          display: 'grid',
          gap: 6,
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: '280px minmax(0, 1fr)' },
        }}
      >
        <Box
          component="section"
          aria-label="What goes in"
          sx={{ display: 'grid', gap: 3, alignContent: 'start' }}
        >
          {Object.entries(bench.inputs).map(([name, input]) => (
            <Drawn
              key={name}
              name={name}
              {...drawing(input, cup)}
              value={
                typed[name] ??
                (input.as === 'lines' ? (values[name] as readonly number[]).map(String) : values[name])
              }
              eager
              onValue={(value) => set(name, value)}
            />
          ))}
          <Button
            sx={{ justifySelf: 'start' }}
            onClick={() => (setTyped({}), setParams({}, { replace: true }))}
          >
            As it was at first
          </Button>
        </Box>
        <Box sx={{ display: 'grid', gap: 4, alignContent: 'start' }}>
          {wrong && (
            <Alert severity="warning" role="status">
              Something on the left cannot be read; this is still of what stood there before.
            </Alert>
          )}
          <Typography variant="h2" role="status" sx={{ overflowWrap: 'anywhere' }}>
            {worked.verdict}
          </Typography>
          {worked.findings.map(({ level, says }) => (
            <Alert key={says} severity={SEVERITY[level]} icon={false}>
              <b>{LEVEL_WORD[level]}</b>
              {says}
            </Alert>
          ))}
          <Curve bench={bench} values={values} />
          <Results bench={bench} worked={worked} beside={beside} />
          <Button
            variant="outlined"
            sx={{ justifySelf: 'start' }}
            onClick={() => setBeside(beside ? undefined : worked)}
          >
            {beside ? 'Take the other away' : 'Keep this beside, and change something'}
          </Button>
          <Working worked={worked} />
        </Box>
      </Box>
    </OnPaper>
  );
}

/** How an input is drawn: what may be typed into it, and in which units. */
function drawing(input: Input, cup: Cup) {
  const { field, unit } = fieldOfInput(input);
  return { field, ...(unit && { measure: { unit, cup } }) };
}

/** A value as the bench takes it; undefined where it cannot be read. */
function readOf(bench: Bench, name: string, value: unknown): Value | undefined {
  const input = bench.inputs[name]!;
  if (isRefused(value) || value === undefined) return undefined;
  return input.as === 'lines' ? numbersOf(input, value as string[]) : (value as Value);
}

function Results({ bench, worked, beside }: { bench: Bench; worked: Worked; beside: Worked | undefined }) {
  return (
    <Wide of="Results">
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
    </Wide>
  );
}

const Working = ({ worked }: { worked: Worked }) => (
  <section>
    <Typography variant="h2" sx={{ mb: 2 }}>
      How it was worked out
    </Typography>
    <Box component="ol" sx={{ m: 0, pl: 5 }}>
      {worked.working.map(({ says, sum, source }) => (
        <Box component="li" key={says} sx={{ mb: 1.5, overflowWrap: 'anywhere' }}>
          {says}: {sum}
          <Typography color="textSecondary" sx={{ fontSize: 'small' }}>
            {source}
          </Typography>
        </Box>
      ))}
    </Box>
  </section>
);
