import { Series, runBench, type Attempt, type Bench, type Input, type Value } from '@hearty/core';
import { Box, Table, TableBody, TableCell, TableHead, TableRow, Typography } from '@mui/material';
import { useState } from 'react';
import { FieldOf } from '../../kit/fields';
import { OneOf } from '../../kit/Find';
import { ScrollTable } from '../../kit/ScrollTable';
import { said } from './said';
import { seenAt, type Follower } from './seen';
import type { Values } from './values';

/** The bench over the levels of a series at once: each level with its answer. */
export function Levels({
  bench,
  values,
  follower,
  attempts,
}: {
  bench: Bench;
  values: Values;
  /** A demo that measured some of it. */
  follower: Follower | undefined;
  attempts: readonly Attempt[];
}) {
  const inputs = Object.entries(bench.inputs).filter(([, input]) => input.as !== 'lines');
  const [over, setOver] = useState(follower?.over ?? inputs[0]?.[0] ?? '');
  const [levels, setLevels] = useState<string[]>([]);
  const input = bench.inputs[over];
  if (!input) return null;
  const outputs = Object.entries(bench.outputs);
  const seen = follower?.over === over ? follower : undefined;
  return (
    <Box component="section" aria-label="Over a series">
      <Typography variant="h2" sx={{ mb: 2 }}>
        Over the levels of a series
      </Typography>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 3, mb: 2 }}>
        <OneOf
          label="One after another"
          value={over}
          options={inputs.map(([value, { label }]) => ({ value, label }))}
          onValue={setOver}
          sx={{ minWidth: 200 }}
        />
        <FieldOf
          of={Series}
          name="levels"
          value={levels}
          eager
          onValue={setLevels}
          help={`One a line: ${example(input)}.`}
          sx={{ flex: '1 1 240px' }}
        />
      </Box>
      {levels.length > 0 && (
        <ScrollTable of="Over a series">
          <Table size="small" aria-label="Over a series">
            <TableHead>
              <TableRow>
                <TableCell>{input.label}</TableCell>
                {outputs.map(([name, { label }]) => (
                  <TableCell key={name} align="right">
                    {label}
                  </TableCell>
                ))}
                {seen && (
                  <TableCell align="right">
                    {bench.outputs[seen.output]?.label}, read at “{seen.demo.title}”
                  </TableCell>
                )}
              </TableRow>
            </TableHead>
            <TableBody>
              {levels.map((level, i) => {
                const done = runBench(bench, { ...values, [over]: valueOf(input, level) });
                return (
                  <TableRow key={`${i} ${level}`}>
                    <TableCell component="th" scope="row">
                      {level}
                    </TableCell>
                    {done.ok ? (
                      outputs.map(([name, { unit }]) => (
                        <TableCell key={name} align="right">
                          {said(done.value.outputs[name], unit)}
                        </TableCell>
                      ))
                    ) : (
                      <TableCell colSpan={outputs.length}>
                        It {done.problems[0]?.message ?? 'cannot be worked out'}.
                      </TableCell>
                    )}
                    {seen && <TableCell align="right">{seenAt(attempts, level) || 'nothing yet'}</TableCell>}
                  </TableRow>
                );
              })}
            </TableBody>
          </Table>
        </ScrollTable>
      )}
    </Box>
  );
}

const valueOf = (input: Input, level: string): Value =>
  input.as === 'choice' ? level : Number(level.replace(',', '.'));

const example = (input: Input): string =>
  input.as === 'choice'
    ? input.of.slice(0, 3).join(', ')
    : input.as === 'number'
      ? [0.5, 1, 1.5].map((f) => Number((f * input.start).toPrecision(2))).join(', ')
      : '';
