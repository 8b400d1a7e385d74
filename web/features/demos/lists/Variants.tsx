import { Box, Button, IconButton, Typography } from '@mui/material';
import { BLANK, type Demo, type Variant } from '@hearty/core';
import type { ReactNode } from 'react';
import { useFieldArray, useFormContext, useWatch } from 'react-hook-form';
import { FieldIn } from '../../../kit/fields';
import { Below, Rows } from '../../../kit/Rows';
import { GoodAmount, GoodField } from '../GoodField';
import { Benches } from './Benches';
import { shortId } from './common';
import { Consumables, Kit, WornRows } from './Needs';
import { Prep } from './Prep';
import { Steps } from './Steps';
import { CloseIcon } from '../../../kit/icons';

/** The same demo in other strengths or sizes. */
export const Variants = () => (
  <Rows
    name="variants"
    add="Add a variant"
    columns="repeat(2, minmax(0, 1fr))"
    fresh={() => BLANK.variants(shortId())}
    row={(path) => (
      <>
        <FieldIn name={`${path}.title`} />
        <FieldIn name={`${path}.hazards`} />
        <FieldIn name={`${path}.cautions`} />
        <VariantAmounts path={path} />
        <Below>
          <FieldIn name={`${path}.furtherS`} />
          <FieldIn name={`${path}.retryS`} />
        </Below>
        {OWN.map((list) => (
          <Own key={list.field} path={path} {...list} />
        ))}
      </>
    )}
  />
);

type OwnList = 'steps' | 'prep' | 'kit' | 'consumables' | 'worn' | 'benches';

const OWN: { field: OwnList; what: string; rows: (prefix: string) => ReactNode }[] = [
  { field: 'steps', what: 'steps', rows: (prefix) => <Steps prefix={prefix} /> },
  { field: 'prep', what: 'preparation', rows: (prefix) => <Prep prefix={prefix} /> },
  { field: 'kit', what: 'kit', rows: (prefix) => <Kit prefix={prefix} /> },
  { field: 'consumables', what: 'consumables', rows: (prefix) => <Consumables prefix={prefix} /> },
  { field: 'worn', what: 'things to wear', rows: (prefix) => <WornRows prefix={prefix} /> },
  { field: 'benches', what: 'benches', rows: (prefix) => <Benches prefix={prefix} /> },
];

/** A whole list that the variant has instead of the demo's. It begins as a copy of that. */
function Own({ path, field, what, rows }: { path: string } & (typeof OWN)[number]) {
  const { setValue, getValues } = useFormContext<Demo>();
  const name = `${path}.${field}` as `variants.0.${OwnList}`;
  const own = useWatch({ name }) as Variant[OwnList];
  const set = (list: unknown) => setValue(name, list as never, { shouldDirty: true });
  if (!own)
    return (
      <Button
        size="small"
        sx={{ justifySelf: 'start', gridColumn: '1 / -1' }}
        onClick={() => set(structuredClone(getValues(field) ?? []))}
      >
        Its own {what}
      </Button>
    );
  return (
    <Box
      component="section"
      aria-label={`Its own ${what}`}
      sx={{ gridColumn: '1 / -1', display: 'grid', gap: 2 }}
    >
      <Box sx={{ display: 'flex', alignItems: 'center' }}>
        <Typography variant="h3" sx={{ flex: 1 }}>
          Its own {what}
        </Typography>
        <Button size="small" onClick={() => set(undefined)}>
          As the demo instead
        </Button>
      </Box>
      {rows(`${path}.`)}
    </Box>
  );
}

function VariantAmounts({ path }: { path: string }) {
  const { control } = useFormContext<Demo>();
  const { fields, append, remove } = useFieldArray({
    control,
    name: `${path}.amounts` as 'variants.0.amounts',
    keyName: 'rowKey',
  });
  return (
    <Box sx={{ gridColumn: '1 / -1', display: 'grid', gap: 2 }}>
      {fields.map((field, i) => (
        <Box key={field.rowKey} sx={{ display: 'grid', gap: 2, gridTemplateColumns: { md: '2fr 1fr 44px' } }}>
          <GoodField path={`${path}.amounts.${i}`} sort="consumable" />
          <GoodAmount path={`${path}.amounts.${i}`} />
          <IconButton
            aria-label="Remove this amount"
            onClick={() => remove(i)}
            sx={{ width: 44, height: 44 }}
          >
            <CloseIcon fontSize="small" />
          </IconButton>
        </Box>
      ))}
      <Button size="small" sx={{ justifySelf: 'start' }} onClick={() => append({ goodId: '', amount: 1 })}>
        Another amount
      </Button>
    </Box>
  );
}
