import {
  BENCHES,
  fieldOfInput,
  labelOf,
  standsAt,
  type Bench,
  type BenchInput,
  type Demo,
  type Input,
} from '@hearty/core';
import { Box, Typography } from '@mui/material';
import { useController, useWatch } from 'react-hook-form';
import { Link as RouterLink } from 'react-router';
import { Drawn, FieldIn, isRefused } from '../../../kit/fields';
import { useSettings } from '../../../session/settings';
import { Amounts, Times } from './BenchGives';

/** A bench that a demo holds: what it stands at, and what it gives to the demo. */
export function BenchRow({ path, prefix }: { path: string; prefix: string }) {
  const benchId = useWatch({ name: `${path}.benchId` }) as string;
  const bench = BENCHES.find((b) => b.id === benchId);
  const reading = useWatch({ name: 'reading' }) as Demo['reading'];
  return (
    <>
      <FieldIn
        name={`${path}.benchId`}
        options={BENCHES.map(({ id, title, question }) => ({ value: id, label: `${title}: ${question}` }))}
      />
      {bench && (
        <>
          <Inputs path={path} bench={bench} />
          <Amounts path={path} bench={bench} prefix={prefix} />
          <Times path={path} bench={bench} prefix={prefix} />
          <FieldIn name={`${path}.limits`} />
          {reading && (
            <FieldIn
              whileShown
              name={`${path}.foretells`}
              label={`“${reading.title || 'What is measured'}” is its`}
              options={Object.entries(bench.outputs).map(([value, { label }]) => ({ value, label }))}
            />
          )}
          <Typography component={RouterLink} to={`/bench/${bench.id}`} sx={{ color: 'inherit' }}>
            Try it on the bench
          </Typography>
        </>
      )}
    </>
  );
}

/** Everything that goes in: what is left empty is the venue's, the shelf's, or as the bench begins. */
function Inputs({ path, bench }: { path: string; bench: Bench }) {
  const { field } = useController({ name: `${path}.inputs` });
  const inputs = field.value as BenchInput[];
  const parameters = (useWatch({ name: 'parameters' }) as Demo['parameters']) ?? [];
  const set = (name: string, stands: Omit<BenchInput, 'name'> | undefined) => {
    const others = inputs.filter((i) => i.name !== name);
    field.onChange(stands ? [...others, { name, ...stands }] : others);
  };
  return (
    <Box
      role="group"
      aria-label="Inputs"
      sx={{ display: 'grid', gap: 2, gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr', md: '1fr 1fr 1fr' } }}
    >
      {Object.entries(bench.inputs).map(([name, input]) => (
        <OneInput
          key={name}
          input={input}
          stands={inputs.find((i) => i.name === name)}
          parameters={parameters}
          onStands={(stands) => set(name, stands)}
        />
      ))}
    </Box>
  );
}

function OneInput({
  input,
  stands,
  parameters,
  onStands,
}: {
  input: Input;
  stands: BenchInput | undefined;
  parameters: NonNullable<Demo['parameters']>;
  onStands: (stands: Omit<BenchInput, 'name'> | undefined) => void;
}) {
  const cup = useSettings((s) => s.cup);
  const { field, measure } = fieldOfInput(input);
  const follows = stands?.parameterId;
  const type = (value: unknown) => {
    if (value === undefined || value === '') return onStands(undefined);
    // What cannot be read stands in the form until it can: nothing is saved meanwhile.
    if (input.as === 'lines') return onStands({ numbers: value as string[] });
    if (typeof value === 'string') return onStands({ word: value });
    onStands({ value: value as number });
  };
  const value = stands && (isRefused(stands.value) ? stands.value : standsAt(stands));
  return (
    <Box sx={{ display: 'grid', gap: 1, alignContent: 'start' }}>
      {follows === undefined && (
        <Drawn
          field={{ ...field, optional: true, empty: emptyMeans(input) }}
          {...(measure && { measure: { ...measure, cup } })}
          value={input.as === 'lines' ? stands?.numbers : value}
          eager
          onValue={type}
        />
      )}
      {input.as !== 'lines' && parameters.length > 0 && (
        <Drawn
          field={{
            as: 'document',
            label: `${labelOf(input)}: goes with`,
            empty: 'no parameter',
            optional: true,
          }}
          options={parameters.map((p) => ({ value: p.id, label: p.title || 'untitled' }))}
          value={follows}
          onValue={(id) => onStands(id ? { parameterId: id as string } : undefined)}
        />
      )}
    </Box>
  );
}

const KNOWN_BY = {
  roomC: 'as warm as the venue',
  humidityPercent: 'as damp as the venue',
  pressureKPa: 'the venue’s',
  roomM3: 'the venue’s',
  frontRowM: 'the venue’s',
  strengthPercent: 'as on the shelf',
  capacityL: 'as the kit’s vessel holds',
} as const;

/** What an input is where the demo says nothing of it. */
function emptyMeans(input: Input): string {
  const start = input.as === 'lines' ? input.start.join(', ') : String(input.start);
  return input.as === 'number' && input.known ? `${KNOWN_BY[input.known]}, else ${start}` : start;
}
