import { BLANK, type Demo } from '@hearty/core';
import { useWatch } from 'react-hook-form';
import { FieldIn } from '../../../kit/fields';
import { Below, Rows } from '../../../kit/Rows';
import { useLibrary } from '../../../session/queries';
import { GoodAmount, GoodField } from '../GoodField';
import { useNumbers } from './common';

/** The kit of the demo, or of a variant that has its own. */
export const Kit = ({ prefix = '' }: { prefix?: string }) => (
  <Rows
    name={`${prefix}kit`}
    add="Add kit"
    columns="minmax(0, 2fr) repeat(3, minmax(0, 1fr))"
    fresh={BLANK.kit}
    row={(path) => (
      <>
        <GoodField path={path} sort="kit" />
        <FieldIn name={`${path}.count`} />
        <FieldIn name={`${path}.per`} />
        <FieldIn name={`${path}.turnRoundS`} />
        <PlacesFields path={path} />
      </>
    )}
  />
);

/** Of a vessel that holds several things: how many places of it, and with what in it. */
function PlacesFields({ path }: { path: string }) {
  const goods = useLibrary().data?.goods ?? [];
  const [goodId, places] = useWatch({ name: [`${path}.goodId`, `${path}.places`] }) as [string, unknown];
  const vessel = goods.find((g) => g.id === goodId)?.places;
  if (vessel === undefined) return null;
  return (
    <Below>
      <FieldIn whileShown name={`${path}.places`} help={`One holds ${vessel}.`} />
      {places !== undefined && <FieldIn whileShown name={`${path}.contents`} />}
    </Below>
  );
}

/** The consumables of the demo, or of a variant that has its own. */
export const Consumables = ({ prefix = '' }: { prefix?: string }) => {
  const numbers = useNumbers();
  return (
    <Rows
      name={`${prefix}consumables`}
      add="Add a consumable"
      columns="minmax(0, 2fr) repeat(3, minmax(0, 1fr))"
      fresh={BLANK.consumables}
      row={(path) => (
        <>
          <GoodField path={path} sort="consumable" />
          <ConsumableAmount path={path} prefix={prefix} />
          <FieldIn name={`${path}.per`} />
          <FieldIn name={`${path}.wastePct`} />
          {numbers.length > 0 && <FieldIn name={`${path}.scalesWith`} options={numbers} />}
        </>
      )}
    />
  );
};

/** An amount; where a bench works it out, it says so. */
function ConsumableAmount({ path, prefix }: { path: string; prefix: string }) {
  const [goodId, demos, own] = useWatch({ name: [`${path}.goodId`, 'benches', `${prefix}benches`] }) as [
    string,
    ...(Demo['benches'] | undefined)[],
  ];
  const worked = (own ?? demos ?? []).some((b) => b.amounts.some((a) => a.goodId === goodId));
  return (
    <GoodAmount
      path={path}
      help={worked ? 'A calculator works it out; this counts where it cannot.' : undefined}
    />
  );
}

/** What is worn, by whom and when: out of the stores, so that it is counted and packed, or in words. */
export const WornRows = ({ prefix = '' }: { prefix?: string }) => {
  const [demos, own] = useWatch({ name: ['steps', `${prefix}steps`] }) as (Demo['steps'] | undefined)[];
  const steps = (own ?? demos ?? []).map((s, i) => ({ value: s.id, label: s.text || `step ${i + 1}` }));
  return (
    <Rows
      name={`${prefix}worn`}
      add="Add something worn"
      columns="minmax(0, 2fr) repeat(3, minmax(0, 1fr))"
      fresh={BLANK.worn}
      row={(path) => (
        <>
          <GoodField path={path} label="What is worn" />
          <FieldIn name={`${path}.by`} />
          <FieldIn name={`${path}.fromStepId`} options={steps} />
          <FieldIn name={`${path}.toStepId`} options={steps} />
          <InWords path={path} />
        </>
      )}
    />
  );
};

/** What is worn and is not in the stores. */
function InWords({ path }: { path: string }) {
  const goodId = useWatch({ name: `${path}.goodId` }) as string | undefined;
  return goodId ? null : (
    <Below>
      <FieldIn whileShown name={`${path}.what`} help="Free text is shown, but not counted or packed." />
    </Below>
  );
}
