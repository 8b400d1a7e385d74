import {
  BENCHES,
  figuresFor,
  fieldOfInput,
  labelOf,
  standsAt,
  type Bench,
  type BenchInput,
  type Demo,
  type Good,
  type Input,
} from '@hearty/core';
import { Box, Button, IconButton, Typography } from '@mui/material';
import { useController, useFieldArray, useFormContext, useWatch } from 'react-hook-form';
import { Link as RouterLink } from 'react-router';
import { Drawn, FieldIn, isRefused } from '../../../kit/fields';
import { useLibrary } from '../../../session/queries';
import { useSettings } from '../../../session/settings';
import { CloseIcon } from '../../../kit/icons';

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
      aria-label="What goes in"
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

/** Which consumables of the demo are as much as the bench says. */
function Amounts({ path, bench, prefix }: { path: string; bench: Bench; prefix: string }) {
  const { control } = useFormContext<Demo>();
  const { fields, append, remove } = useFieldArray({
    control,
    name: `${path}.amounts` as 'benches.0.amounts',
    keyName: 'rowKey',
  });
  const goods = useLibrary().data?.goods ?? [];
  const [demos, own] = useWatch({ name: ['consumables', `${prefix}consumables`] }) as (
    Demo['consumables'] | undefined
  )[];
  const used = (own ?? demos ?? []).map((c) => c.goodId).filter(Boolean);
  if (used.length === 0)
    return (
      <Typography color="textSecondary">
        With a consumable above, its amount can be worked out by this bench.
      </Typography>
    );
  return (
    <Box sx={{ display: 'grid', gap: 2 }}>
      {fields.map((field, i) => (
        <Amount
          key={field.rowKey}
          path={`${path}.amounts.${i}`}
          bench={bench}
          used={used.flatMap((id) => goods.find((g) => g.id === id) ?? [])}
          onRemove={() => remove(i)}
        />
      ))}
      <Button
        size="small"
        sx={{ justifySelf: 'start' }}
        onClick={() => append({ goodId: used[0]!, figure: '' })}
      >
        An amount from this bench
      </Button>
    </Box>
  );
}

function Amount({
  path,
  bench,
  used,
  onRemove,
}: {
  path: string;
  bench: Bench;
  used: readonly Good[];
  onRemove: () => void;
}) {
  const goodId = useWatch({ name: `${path}.goodId` }) as string;
  const good = used.find((g) => g.id === goodId);
  return (
    <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: { md: '1fr 1fr 44px' } }}>
      <FieldIn name={`${path}.goodId`} options={used.map(({ id, name }) => ({ value: id, label: name }))} />
      <FieldIn
        name={`${path}.figure`}
        options={figuresFor(bench, good).map(({ name, label, unit }) => ({
          value: name,
          label: `${label}, ${unit}`,
        }))}
      />
      <IconButton aria-label="Take this amount out" onClick={onRemove} sx={{ width: 44, height: 44 }}>
        <CloseIcon fontSize="small" />
      </IconButton>
    </Box>
  );
}
