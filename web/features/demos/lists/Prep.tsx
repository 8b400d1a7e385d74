import { Box, Button } from '@mui/material';
import { BLANK, ROLES, SKILLS, type Demo } from '@hearty/core';
import { useFormContext, useWatch } from 'react-hook-form';
import { FieldIn } from '../../../kit/fields';
import { Rows } from '../../../kit/Rows';
import { useDocuments } from '../../../session/queries';
import { asOption, shortId, useNumbers } from './common';

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

/** The preparation of the demo, or of a variant that has its own. */
export const Prep = ({ prefix = '' }: { prefix?: string }) => {
  const tasks = (useWatch({ name: `${prefix}prep` }) as Demo['prep'] | undefined) ?? [];
  const numbers = useNumbers();
  return (
    <Rows
      name={`${prefix}prep`}
      add="Add a prep task"
      columns="minmax(0, 2fr) repeat(3, minmax(0, 1fr))"
      fresh={() => BLANK.prep(shortId())}
      row={(path, i) => (
        <>
          <FieldIn name={`${path}.title`} />
          <FieldIn name={`${path}.handsOnS`} />
          <ReadyAfter path={path} prefix={prefix} taskId={tasks[i]?.id} />
          <FieldIn name={`${path}.staleAfterS`} />
          <FieldIn
            name={`${path}.afterTaskId`}
            options={tasks.slice(0, i).map((t) => ({ value: t.id, label: t.title || 'untitled' }))}
          />
          <WhoFields path={path} />
          <FieldIn name={`${path}.per`} />
          {tasks[i]?.per && <FieldIn whileShown name={`${path}.furtherS`} />}
          <FieldIn name={`${path}.beforeDoors`} />
          <FieldIn name={`${path}.inShow`} />
          <FieldIn name={`${path}.mark`} />
          <HeldKit prefix={prefix} path={path} />
          <Vessels path={path} />
          <FieldIn name={`${path}.hazards`} />
          {numbers.length > 0 && <FieldIn name={`${path}.growsWith`} options={numbers} />}
        </>
      )}
    />
  );
};

/** After how long it is ready; where a calculator works that out, it says so. */
function ReadyAfter({ path, prefix, taskId }: { path: string; prefix: string; taskId: string | undefined }) {
  const [demos, own] = useWatch({ name: ['benches', `${prefix}benches`] }) as (Demo['benches'] | undefined)[];
  const worked = (own ?? demos ?? []).some((b) => b.times?.some((t) => t.taskId === taskId));
  return (
    <FieldIn
      name={`${path}.readyAfterS`}
      {...(worked && { help: 'A calculator works it out; this counts where it cannot.' })}
    />
  );
}

/** Which of the demo's kit stands with the task until the item. */
function HeldKit({ prefix, path }: { prefix: string; path: string }) {
  const [demos, own] = useWatch({ name: ['kit', `${prefix}kit`] }) as (Demo['kit'] | undefined)[];
  const goods = useDocuments('goods').data ?? [];
  const options = (own ?? demos ?? [])
    .filter((k) => k.goodId)
    .map((k) => ({ value: k.goodId, label: goods.find((g) => g.id === k.goodId)?.body.name ?? k.goodId }));
  return <FieldIn name={`${path}.holds`} options={options} />;
}

/** The vessel that a task fills, or in which it chills something: of all kit, for another demo may fill it. */
function Vessels({ path }: { path: string }) {
  const goods = useDocuments('goods').data ?? [];
  const options = goods
    .filter((good) => good.body.sort === 'kit')
    .map((good) => ({ value: good.id, label: good.body.name }));
  return (
    <>
      <FieldIn name={`${path}.fills`} options={options} />
      <FieldIn name={`${path}.chilledIn`} options={options} />
    </>
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
