import { figuresFor, timesOf, type Bench, type Demo, type Good } from '@hearty/core';
import { Box, Button, IconButton, Typography } from '@mui/material';
import type { ReactNode } from 'react';
import { useFieldArray, useFormContext, useWatch } from 'react-hook-form';
import { FieldIn } from '../../../kit/fields';
import { CloseIcon } from '../../../kit/icons';
import { useLibrary } from '../../../session/queries';

/** What a calculator gives to the demo, a pair of fields for each: what it is given to, and which result. */
function Given({
  name,
  add,
  remove,
  fresh,
  pair,
}: {
  name: string;
  add: string;
  remove: string;
  fresh: () => object;
  pair: (path: string) => ReactNode;
}) {
  const { control } = useFormContext();
  const list = useFieldArray({ control, name, keyName: 'rowKey' });
  return (
    <Box sx={{ display: 'grid', gap: 2 }}>
      {list.fields.map((field, i) => (
        <Box
          key={field.rowKey}
          sx={{ display: 'grid', gap: 2, gridTemplateColumns: { md: 'repeat(2, minmax(0, 1fr)) 44px' } }}
        >
          {pair(`${name}.${i}`)}
          <IconButton aria-label={remove} onClick={() => list.remove(i)} sx={{ width: 44, height: 44 }}>
            <CloseIcon fontSize="small" />
          </IconButton>
        </Box>
      ))}
      <Button size="small" sx={{ justifySelf: 'start' }} onClick={() => list.append(fresh())}>
        {add}
      </Button>
    </Box>
  );
}

interface Gives {
  path: string;
  bench: Bench;
  /** Of a variant that has lists of its own. */
  prefix: string;
}

/** Which consumables of the demo are as much as the calculator works out. */
export function Amounts({ path, bench, prefix }: Gives) {
  const goods = useLibrary().data?.goods ?? [];
  const [demos, own] = useWatch({ name: ['consumables', `${prefix}consumables`] }) as (
    Demo['consumables'] | undefined
  )[];
  const used = (own ?? demos ?? []).map((c) => c.goodId).filter(Boolean);
  if (used.length === 0)
    return (
      <Typography color="textSecondary">
        Once the demo has a consumable, this calculator can work out its amount.
      </Typography>
    );
  return (
    <Given
      name={`${path}.amounts`}
      add="Work out an amount"
      remove="Remove this amount"
      fresh={() => ({ goodId: used[0]!, figure: '' })}
      pair={(at) => (
        <Amount path={at} bench={bench} used={used.flatMap((id) => goods.find((g) => g.id === id) ?? [])} />
      )}
    />
  );
}

function Amount({ path, bench, used }: { path: string; bench: Bench; used: readonly Good[] }) {
  const goodId = useWatch({ name: `${path}.goodId` }) as string;
  const good = used.find((g) => g.id === goodId);
  return (
    <>
      <FieldIn name={`${path}.goodId`} options={used.map(({ id, name }) => ({ value: id, label: name }))} />
      <FieldIn
        name={`${path}.figure`}
        options={figuresFor(bench, good).map(({ name, label, unit }) => ({
          value: name,
          label: `${label}, ${unit}`,
        }))}
      />
    </>
  );
}

/** Which prep tasks of the demo stand for as long as the calculator works out. */
export function Times({ path, bench, prefix }: Gives) {
  const [demos, own] = useWatch({ name: ['prep', `${prefix}prep`] }) as (Demo['prep'] | undefined)[];
  const tasks = own ?? demos ?? [];
  const figures = timesOf(bench).map(({ name, label }) => ({ value: name, label }));
  if (figures.length === 0 || tasks.length === 0) return null;
  return (
    <Given
      name={`${path}.times`}
      add="Work out when a task is ready"
      remove="Remove this time"
      fresh={() => ({ taskId: tasks[0]!.id, figure: '' })}
      pair={(at) => (
        <>
          <FieldIn
            name={`${at}.taskId`}
            options={tasks.map(({ id, title }) => ({ value: id, label: title || 'untitled' }))}
          />
          <FieldIn name={`${at}.figure`} options={figures} />
        </>
      )}
    />
  );
}
