import { ROLES, SKILLS, type Demo } from '@hearty/core';
import ArrowUpwardIcon from '@mui/icons-material/ArrowUpward';
import CloseIcon from '@mui/icons-material/Close';
import { Box, Button, IconButton, Paper } from '@mui/material';
import type { ReactNode } from 'react';
import { useFieldArray, useFormContext, useWatch } from 'react-hook-form';
import { useDocuments } from '../../session/queries';
import { newId } from '../../session/ids';
import { FieldIn, type Option } from '../../kit/fields';
import { GoodAmount, GoodField } from './GoodField';

type ListName =
  'parameters' | 'variants' | 'steps' | 'prep' | 'kit' | 'consumables' | 'conditions' | 'faults';

interface RowsProps {
  name: ListName;
  add: string;
  fresh: () => object;
  row: (path: string, index: number) => ReactNode;
  columns: string;
}

/** Entries that can be added, moved up and taken out. */
function Rows({ name, add, fresh, row, columns }: RowsProps) {
  const { control } = useFormContext<Demo>();
  const { fields, append, remove, swap } = useFieldArray({ control, name, keyName: 'rowKey' });
  return (
    <>
      {fields.map((field, i) => (
        <Paper
          key={field.rowKey}
          variant="outlined"
          role="group"
          aria-label={`${add.replace(/^Add (an? )?/, '')} ${i + 1}`}
          sx={{ p: 3, display: 'flex', gap: 2, alignItems: 'start' }}
        >
          <Box sx={{ flex: 1, display: 'grid', gap: 2, gridTemplateColumns: { xs: '1fr', md: columns } }}>
            {row(`${name}.${i}`, i)}
          </Box>
          <IconButton
            aria-label="Move up"
            disabled={i === 0}
            onClick={() => swap(i, i - 1)}
            sx={{ width: 44, height: 44 }}
          >
            <ArrowUpwardIcon fontSize="small" />
          </IconButton>
          <IconButton aria-label="Take out" onClick={() => remove(i)} sx={{ width: 44, height: 44 }}>
            <CloseIcon fontSize="small" />
          </IconButton>
        </Paper>
      ))}
      <Button variant="outlined" sx={{ justifySelf: 'start' }} onClick={() => append(fresh() as never)}>
        {add}
      </Button>
    </>
  );
}

const asOption = (value: string): Option => ({ value, label: value });

const shortId = () => newId().slice(-10);

export const Steps = () => (
  <Rows
    name="steps"
    add="Add a step"
    columns="130px minmax(200px, 1fr) 110px 110px 110px"
    fresh={() => ({ id: shortId(), kind: 'do', text: '', bestS: 20, likelyS: 30, worstS: 60 })}
    row={(path) => (
      <>
        <FieldIn name={`${path}.kind`} />
        <FieldIn name={`${path}.text`} />
        <FieldIn name={`${path}.bestS`} />
        <FieldIn name={`${path}.likelyS`} />
        <FieldIn name={`${path}.worstS`} />
        <StepTimerFields path={path} />
        <Box sx={{ gridColumn: '1 / -1' }}>
          <FieldIn name={`${path}.setUp`} />
        </Box>
      </>
    )}
  />
);

/** A window counted from the step, for those who want one. */
function StepTimerFields({ path }: { path: string }) {
  const { setValue } = useFormContext<Demo>();
  const timer = useWatch({ name: `${path}.timer` }) as object | undefined;
  const set = (value: object | undefined) =>
    setValue(`${path}.timer` as 'steps.0.timer', value as never, { shouldDirty: true });
  if (!timer) {
    return (
      <Button
        size="small"
        sx={{ justifySelf: 'start', gridColumn: '1 / -1' }}
        onClick={() => set({ label: 'since this step', fromS: 60, toS: 90 })}
      >
        Count a window from this step
      </Button>
    );
  }
  return (
    <Box
      sx={{
        gridColumn: '1 / -1',
        display: 'grid',
        gap: 2,
        gridTemplateColumns: { md: '1fr 130px 130px auto' },
      }}
    >
      <FieldIn name={`${path}.timer.label`} />
      <FieldIn name={`${path}.timer.fromS`} />
      <FieldIn name={`${path}.timer.toS`} />
      <Button onClick={() => set(undefined)}>No window</Button>
    </Box>
  );
}

function WhoFields({ path }: { path: string }) {
  const kind = useWatch({ name: `${path}.who.kind` }) as string | undefined;
  const people = (useDocuments('people').data ?? []).map((p) => ({ value: p.id, label: p.body.name }));
  return (
    <>
      <FieldIn name={`${path}.who.kind`} />
      {kind && kind !== 'anyone' ? (
        <FieldIn
          whileShown
          name={`${path}.who.value`}
          options={kind === 'role' ? ROLES.map(asOption) : kind === 'skill' ? SKILLS.map(asOption) : people}
        />
      ) : (
        <span />
      )}
    </>
  );
}

export const Prep = () => {
  const tasks = (useWatch({ name: 'prep' }) as Demo['prep'] | undefined) ?? [];
  return (
    <Rows
      name="prep"
      add="Add a prep task"
      columns="minmax(180px, 2fr) 1fr 1fr 1fr"
      fresh={() => ({
        id: shortId(),
        title: '',
        handsOnS: 120,
        who: { kind: 'anyone' },
        readyAfterS: 0,
        beforeDoors: false,
      })}
      row={(path, i) => (
        <>
          <FieldIn name={`${path}.title`} />
          <FieldIn name={`${path}.handsOnS`} />
          <FieldIn name={`${path}.readyAfterS`} />
          <FieldIn name={`${path}.staleAfterS`} />
          <FieldIn
            name={`${path}.afterTaskId`}
            options={tasks.slice(0, i).map((t) => ({ value: t.id, label: t.title || 'untitled' }))}
          />
          <WhoFields path={path} />
          <FieldIn name={`${path}.beforeDoors`} />
          <FieldIn name={`${path}.inShow`} />
          <FieldIn name={`${path}.station`} />
          <HeldKit path={path} />
          <FieldIn name={`${path}.hazards`} />
        </>
      )}
    />
  );
};

/** Which of the demo's kit stands with the task until the item. */
function HeldKit({ path }: { path: string }) {
  const kit = (useWatch({ name: 'kit' }) as Demo['kit'] | undefined) ?? [];
  const goods = useDocuments('goods').data ?? [];
  const options = kit
    .filter((k) => k.goodId)
    .map((k) => ({ value: k.goodId, label: goods.find((g) => g.id === k.goodId)?.body.name ?? k.goodId }));
  return <FieldIn name={`${path}.holds`} options={options} />;
}

/** Quantities one may set for an item, and what grows with them. */
export const Parameters = () => (
  <Rows
    name="parameters"
    add="Add a parameter"
    columns="minmax(180px, 2fr) 100px 1fr 1fr 1fr"
    fresh={() => ({ id: shortId(), title: '', unit: '', usual: 1, min: 0.5, max: 2 })}
    row={(path) => (
      <>
        <FieldIn name={`${path}.title`} />
        <FieldIn name={`${path}.unit`} />
        <FieldIn name={`${path}.usual`} />
        <FieldIn name={`${path}.min`} />
        <FieldIn name={`${path}.max`} />
      </>
    )}
  />
);

/** The same demo in other strengths or sizes. */
export const Variants = () => (
  <Rows
    name="variants"
    add="Add a variant"
    columns="1fr 1fr"
    fresh={() => ({ id: shortId(), title: '', amounts: [], ppe: [], hazards: [], cautions: [] })}
    row={(path) => (
      <>
        <FieldIn name={`${path}.title`} />
        <FieldIn name={`${path}.hazards`} />
        <FieldIn name={`${path}.ppe`} />
        <FieldIn name={`${path}.cautions`} />
        <VariantAmounts path={path} />
      </>
    )}
  />
);

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
            aria-label="Take this amount out"
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

export function ResetFields() {
  const { setValue } = useFormContext<Demo>();
  const reset = useWatch({ name: 'reset' }) as Demo['reset'];
  const set = (value: Demo['reset']) => setValue('reset', value, { shouldDirty: true });
  if (!reset) {
    return (
      <Button
        variant="outlined"
        sx={{ justifySelf: 'start' }}
        onClick={() => set({ title: '', handsOnS: 60, who: { kind: 'anyone' }, inView: false })}
      >
        Add a reset
      </Button>
    );
  }
  return (
    <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: { md: '2fr 1fr 1fr 1fr auto auto' } }}>
      <FieldIn name="reset.title" />
      <FieldIn name="reset.handsOnS" />
      <WhoFields path="reset" />
      <FieldIn name="reset.inView" />
      <Button onClick={() => set(undefined)}>No reset</Button>
    </Box>
  );
}

export const Kit = () => (
  <Rows
    name="kit"
    add="Add kit"
    columns="minmax(200px, 2fr) 1fr 1fr"
    fresh={() => ({ goodId: '', count: 1, turnRoundS: 0 })}
    row={(path) => (
      <>
        <GoodField path={path} sort="kit" />
        <FieldIn name={`${path}.count`} />
        <FieldIn name={`${path}.turnRoundS`} />
      </>
    )}
  />
);

export const Consumables = () => (
  <Rows
    name="consumables"
    add="Add a consumable"
    columns="minmax(200px, 2fr) 1fr 1fr 1fr"
    fresh={() => ({ goodId: '', amount: 1, per: 'attempt', wastePct: 0 })}
    row={(path) => (
      <>
        <GoodField path={path} sort="consumable" />
        <GoodAmount path={path} />
        <FieldIn name={`${path}.per`} />
        <FieldIn name={`${path}.wastePct`} />
        <Levels path={path} />
        <ScalesWith path={path} />
      </>
    )}
  />
);

/** How high a ladder is: 1 + 2 + … pieces. */
function Levels({ path }: { path: string }) {
  const per = useWatch({ name: `${path}.per` }) as string;
  return per === 'ladder' ? <FieldIn name={`${path}.levels`} whileShown /> : null;
}

function ScalesWith({ path }: { path: string }) {
  const parameters = (useWatch({ name: 'parameters' }) as Demo['parameters']) ?? [];
  if (!parameters.length) return null;
  return (
    <FieldIn
      name={`${path}.scalesWith`}
      options={parameters.map((p) => ({ value: p.id, label: p.title || 'untitled' }))}
    />
  );
}

export const Conditions = () => {
  const conditions = (useWatch({ name: 'conditions' }) as Demo['conditions'] | undefined) ?? [];
  return (
    <Rows
      name="conditions"
      add="Add a check"
      columns="minmax(200px, 2fr) 130px 100px 100px 100px auto"
      fresh={() => ({ id: shortId(), what: '', kind: 'yes-no', must: true })}
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
          <FieldIn name={`${path}.must`} />
        </>
      )}
    />
  );
};

export const Faults = () => (
  <Rows
    name="faults"
    add="Add a fault"
    columns="1fr"
    fresh={() => ({ symptom: '', causes: [{ cause: '', quickTest: '', cure: '' }] })}
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
          <IconButton
            aria-label="Take this cause out"
            onClick={() => remove(i)}
            sx={{ width: 44, height: 44 }}
          >
            <CloseIcon fontSize="small" />
          </IconButton>
        </Box>
      ))}
      <Button
        size="small"
        sx={{ justifySelf: 'start' }}
        onClick={() => append({ cause: '', quickTest: '', cure: '' })}
      >
        Add a cause
      </Button>
    </>
  );
}
