import { Box, Button } from '@mui/material';
import { BLANK, type Demo } from '@hearty/core';
import { useFormContext, useWatch } from 'react-hook-form';
import { FieldIn } from '../../../kit/fields';
import { Rows } from '../../../kit/Rows';
import { shortId } from './common';

/** What can be set for an item: a number with its limits, or one of a few names. */
export const Parameters = () => (
  <Rows
    name="parameters"
    add="Add a parameter"
    columns="repeat(2, minmax(0, 2fr)) 90px repeat(3, minmax(0, 1fr))"
    fresh={() => BLANK.parameters(shortId())}
    row={(path) => (
      <>
        <FieldIn name={`${path}.title`} />
        <FieldIn name={`${path}.names`} />
        <Limits path={path} />
      </>
    )}
  />
);

function Limits({ path }: { path: string }) {
  const names = useWatch({ name: `${path}.names` }) as string[] | undefined;
  if (names?.length) return null;
  return (
    <>
      <FieldIn whileShown name={`${path}.unit`} />
      <FieldIn whileShown name={`${path}.usual`} />
      <FieldIn whileShown name={`${path}.min`} />
      <FieldIn whileShown name={`${path}.max`} />
    </>
  );
}

/** What is measured after an attempt. */
export function ReadingFields() {
  const { setValue } = useFormContext<Demo>();
  const reading = useWatch({ name: 'reading' }) as Demo['reading'];
  const set = (value: Demo['reading']) => setValue('reading', value, { shouldDirty: true });
  if (!reading)
    return (
      <Button
        variant="outlined"
        sx={{ justifySelf: 'start' }}
        onClick={() => set({ title: '', kind: 'number' })}
      >
        Measure something after each attempt
      </Button>
    );
  return (
    <Box
      sx={{
        display: 'grid',
        gap: 2,
        gridTemplateColumns: { md: 'minmax(0, 2fr) minmax(0, 1fr) minmax(0, 2fr) auto' },
        alignItems: 'start',
      }}
    >
      <FieldIn name="reading.title" />
      <FieldIn name="reading.kind" />
      {reading.kind === 'choice' ? (
        <FieldIn whileShown name="reading.words" />
      ) : (
        <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: 'repeat(4, minmax(0, 1fr))' }}>
          <FieldIn whileShown name="reading.unit" />
          <FieldIn whileShown name="reading.min" />
          <FieldIn whileShown name="reading.max" />
          <FieldIn whileShown name="reading.better" />
        </Box>
      )}
      <Button onClick={() => set(undefined)}>Measure nothing</Button>
    </Box>
  );
}
