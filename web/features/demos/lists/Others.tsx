import { Box, Button, IconButton } from '@mui/material';
import { BLANK, type Demo } from '@hearty/core';
import { useFieldArray, useFormContext, useWatch } from 'react-hook-form';
import { FieldIn } from '../../../kit/fields';
import { Rows } from '../../../kit/Rows';
import { shortId } from './common';
import { CloseIcon } from '../../../kit/icons';

export const Conditions = () => {
  const conditions = (useWatch({ name: 'conditions' }) as Demo['conditions'] | undefined) ?? [];
  return (
    <Rows
      name="conditions"
      add="Add a check"
      columns="minmax(0, 2fr) 130px 90px 90px 90px 130px 160px"
      fresh={() => BLANK.conditions(shortId())}
      row={(path, i) => (
        <>
          <FieldIn name={`${path}.what`} />
          <FieldIn name={`${path}.kind`} />
          {conditions[i]?.kind === 'measured' && (
            <>
              <FieldIn whileShown name={`${path}.unit`} />
              <FieldIn whileShown name={`${path}.min`} />
              <FieldIn whileShown name={`${path}.max`} />
            </>
          )}
          <FieldIn name={`${path}.holdsS`} />
          <FieldIn name={`${path}.must`} sx={{ gridColumn: { md: '-2 / -1' } }} />
        </>
      )}
    />
  );
};

/** Gas that it gives off, besides what its cryogens become. */
export const GasRows = () => (
  <Rows
    name="gives"
    add="Add a gas it gives off"
    columns="2fr 1fr 1fr"
    fresh={BLANK.gives}
    row={(path) => (
      <>
        <FieldIn name={`${path}.gas`} />
        <FieldIn name={`${path}.litres`} />
        <FieldIn name={`${path}.per`} />
      </>
    )}
  />
);

export const Faults = () => (
  <Rows
    name="faults"
    add="Add a fault"
    columns="1fr"
    fresh={BLANK.faults}
    row={(path) => (
      <>
        <FieldIn name={`${path}.symptom`} />
        <Causes path={path} />
      </>
    )}
  />
);

function Causes({ path }: { path: string }) {
  const { control } = useFormContext<Demo>();
  const { fields, append, remove } = useFieldArray({
    control,
    name: `${path}.causes` as 'faults.0.causes',
    keyName: 'rowKey',
  });
  return (
    <>
      {fields.map((field, i) => (
        <Box
          key={field.rowKey}
          sx={{ display: 'grid', gap: 2, gridTemplateColumns: { md: '1fr 1fr 1fr 44px' } }}
        >
          <FieldIn name={`${path}.causes.${i}.cause`} />
          <FieldIn name={`${path}.causes.${i}.quickTest`} />
          <FieldIn name={`${path}.causes.${i}.cure`} />
          <IconButton aria-label="Remove this cause" onClick={() => remove(i)} sx={{ width: 44, height: 44 }}>
            <CloseIcon fontSize="small" />
          </IconButton>
        </Box>
      ))}
      <Button size="small" sx={{ justifySelf: 'start' }} onClick={() => append(BLANK.causes())}>
        Add a cause
      </Button>
    </>
  );
}
