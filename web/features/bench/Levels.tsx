import { Series, runBench, type Attempt, type Bench, type Input, type Value } from '@hearty/core';
import { Box, Typography } from '@mui/material';
import { useState } from 'react';
import { FieldOf } from '../../kit/fields';
import { OneOf } from '../../kit/Find';
import { DataTable, type Column } from '../../kit/table';
import { formatOutput } from './said';
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
          type={Series}
          name="levels"
          value={levels}
          eager
          onValue={setLevels}
          help={`One a line: ${example(input)}.`}
          sx={{ flex: '1 1 240px' }}
        />
      </Box>
      {levels.length > 0 && (
        <DataTable
          name="Over a series"
          columns={columnsOf(bench, input.label, seen, attempts)}
          rows={levels.map((level, i) => ({
            key: `${i} ${level}`,
            level,
            worked: runBench(bench, { ...values, [over]: valueOf(input, level) }),
          }))}
          keyOf={(row) => row.key}
        />
      )}
    </Box>
  );
}

interface LevelRow {
  key: string;
  level: string;
  worked: ReturnType<typeof runBench>;
}

/** The level, then each output; one that cannot be worked out has the reason in place of the first. */
function columnsOf(
  { outputs }: Bench,
  input: string,
  seen: Follower | undefined,
  attempts: readonly Attempt[],
): Column<LevelRow>[] {
  return [
    { head: input, cell: (row) => row.level, isRowHead: true },
    ...Object.entries(outputs).map(([name, { label, unit }], i): Column<LevelRow> => ({
      head: label,
      cell: ({ worked }) => {
        if (worked.ok) return formatOutput(worked.value.outputs[name], unit);
        return i === 0 ? `It ${worked.problems[0]?.message ?? 'cannot be worked out'}.` : '';
      },
      as: 'figure',
    })),
    ...(seen
      ? [
          {
            head: `${outputs[seen.output]?.label}, read at “${seen.demo.title}”`,
            cell: ({ level }: LevelRow) => seenAt(attempts, level) || 'nothing yet',
            as: 'figure' as const,
          },
        ]
      : []),
  ];
}

const valueOf = (input: Input, level: string): Value =>
  input.as === 'choice' ? level : Number(level.replace(',', '.'));

const example = (input: Input): string =>
  input.as === 'choice'
    ? input.options.slice(0, 3).join(', ')
    : input.as === 'number'
      ? [0.5, 1, 1.5].map((f) => Number((f * input.start).toPrecision(2))).join(', ')
      : '';
