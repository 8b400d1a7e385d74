import { Box, Button, Typography } from '@mui/material';
import { BLANK, fieldOf, formatDuration, likelier, Timing, type Demo } from '@hearty/core';
import { useState } from 'react';
import { useController, useFormContext, useWatch } from 'react-hook-form';
import { Drawn, FieldIn } from '../../../kit/fields';
import { Below, Rows } from '../../../kit/Rows';
import { shortId, useNumbers } from './common';

/** The steps of the demo, or of a variant that has its own. */
export const Steps = ({ prefix = '' }: { prefix?: string }) => (
  <Rows
    name={`${prefix}steps`}
    add="Add a step"
    columns="130px minmax(0, 1fr) 200px"
    fresh={() => BLANK.steps(shortId())}
    row={(path) => (
      <>
        <FieldIn name={`${path}.kind`} />
        <FieldIn name={`${path}.text`} />
        <StepTimes path={path} />
        <More path={path} />
      </>
    )}
  />
);

/** How long a step takes: one time typed, and a spread around it that follows until somebody sets it. */
function StepTimes({ path }: { path: string }) {
  const { setValue, getValues, getFieldState, formState } = useFormContext<Demo>();
  const [open, setOpen] = useState(false);
  const [moved, setMoved] = useState<string[]>([]);
  const { field, fieldState } = useController({ name: `${path}.likelyS` });
  const [bestS, worstS] = useWatch({ name: [`${path}.bestS`, `${path}.worstS`] }) as [unknown, unknown];
  const at = (key: keyof Timing) => `${path}.${key}` as 'steps.0.bestS';
  const change = (value: unknown) => {
    const was = {
      bestS: getValues(at('bestS')),
      likelyS: getValues(at('likelyS')),
      worstS: getValues(at('worstS')),
    };
    field.onChange(value);
    if (typeof value !== 'number' || !Object.values(was).every((s) => typeof s === 'number')) return;
    const next = likelier(was, value);
    setMoved(next.moved);
    for (const key of ['bestS', 'worstS'] as const)
      if (next.timing[key] !== was[key]) setValue(at(key), next.timing[key], { shouldDirty: true });
  };
  const wrong = (['bestS', 'worstS'] as const).some((key) => getFieldState(at(key), formState).error);
  const spread =
    typeof bestS === 'number' && typeof worstS === 'number'
      ? `${formatDuration(bestS)} to ${formatDuration(worstS)}`
      : 'another spread';
  return (
    <Box>
      <Drawn
        field={fieldOf(Timing, 'likelyS')}
        label="Takes"
        eager
        value={field.value}
        onValue={change}
        inputRef={field.ref}
        name={field.name}
        error={fieldState.error?.message}
        sx={{ width: '100%' }}
      />
      {open || wrong ? (
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 2, mt: 2 }}>
          <FieldIn name={at('bestS')} />
          <FieldIn name={at('worstS')} />
        </Box>
      ) : (
        <Button size="small" color="secondary" aria-expanded={false} onClick={() => setOpen(true)}>
          {spread}
        </Button>
      )}
      {moved.length > 0 && (
        <Typography role="status" sx={{ fontSize: 'small' }} color="textSecondary">
          {moved.join(' and ')} moved along with it
        </Typography>
      )}
    </Box>
  );
}

/** What few steps have: a showing of their own, a window, a time that grows, a part in the set-up. */
function More({ path }: { path: string }) {
  const { setValue, getValues } = useFormContext<Demo>();
  const [open, setOpen] = useState(() => {
    const { setUp, timer, showing, growsWith, interlock, cueFor, by, guess } = (getValues(
      path as 'steps.0',
    ) ?? {}) as Partial<Demo['steps'][number]>;
    return !!(setUp || timer || showing || growsWith || interlock || cueFor || by || guess);
  });
  const timer = useWatch({ name: `${path}.timer` }) as object | undefined;
  const cueFor = useWatch({ name: `${path}.cueFor` }) as string | undefined;
  const guess = useWatch({ name: `${path}.guess` }) as string | undefined;
  const numbers = useNumbers();
  const set = (value: object | undefined) =>
    setValue(`${path}.timer` as 'steps.0.timer', value as never, { shouldDirty: true });
  if (!open)
    return (
      <Button size="small" sx={{ justifySelf: 'start', gridColumn: '1 / -1' }} onClick={() => setOpen(true)}>
        More about this step
      </Button>
    );
  return (
    <>
      <Below>
        <FieldIn name={`${path}.showing`} />
        {numbers.length > 0 && <FieldIn name={`${path}.growsWith`} options={numbers} />}
        <FieldIn name={`${path}.by`} />
        <FieldIn name={`${path}.setUp`} />
        <FieldIn name={`${path}.interlock`} />
        <FieldIn name={`${path}.cueFor`} />
        {cueFor && <FieldIn whileShown name={`${path}.cue`} />}
        <FieldIn name={`${path}.guess`} />
        {guess === 'choice' && <FieldIn whileShown name={`${path}.guessFrom`} />}
        {guess === 'number' && <FieldIn whileShown name={`${path}.guessUnit`} />}
      </Below>
      {timer ? (
        <Below>
          <FieldIn name={`${path}.timer.label`} />
          <FieldIn name={`${path}.timer.fromS`} />
          <FieldIn name={`${path}.timer.toS`} />
          <Button onClick={() => set(undefined)}>No window</Button>
        </Below>
      ) : (
        <Button
          size="small"
          sx={{ justifySelf: 'start', gridColumn: '1 / -1' }}
          onClick={() => set({ label: 'since this step', fromS: 60, toS: 90 })}
        >
          Count a window from this step
        </Button>
      )}
    </>
  );
}
