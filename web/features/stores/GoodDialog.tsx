import { BASE_UNITS, Good, STORAGE_CLASSES, SUPPLIERS, type Stored } from '@hearty/core';
import { useWatch } from 'react-hook-form';
import { resolverOf } from '../../kit/fields';
import { FormDialog, Line, OnOff, Pick, problems } from '../../kit/FormDialog';
import { useDocumentForm } from '../../session/useDocumentForm';

/** A good, new or known: what it is, where it comes from, how it keeps and travels. The shelf is the ledger's. */
export function GoodDialog({ stored, onClose }: { stored: Stored<Good>; onClose: () => void }) {
  const { form, trouble, save } = useDocumentForm('goods', 'good', stored, {
    resolver: resolverOf((v) => problems(Good, v)),
    onSaved: onClose,
  });
  const { control } = form;
  const [sort, unit] = useWatch({ control, name: ['sort', 'unit'] });
  const kit = sort === 'kit';
  return (
    <FormDialog
      title={stored.version ? stored.body.name : 'New good'}
      form={form}
      trouble={trouble}
      onClose={onClose}
      onSave={(body) => save(body.hardToFind ? body : { ...body, hardToFind: undefined })}
    >
      <Line form={form} name="name" label="Name" />
      {stored.version === 0 && (
        <>
          <Pick control={control} name="sort" label="Kit or consumable" options={['kit', 'consumable']} />
          <Pick control={control} name="unit" label="Kept in" options={BASE_UNITS} />
        </>
      )}
      <Pick control={control} name="supplier" label="Comes from" options={SUPPLIERS} empty="not said" />
      <Line form={form} name="leadDays" label="Days from order to here" number />
      <Line
        form={form}
        name="packAmount"
        label={`A pack holds, ${unit === 'piece' ? 'pieces' : unit}`}
        number
      />
      <Line form={form} name="packPrice" label="Price of a pack" number />
      {!kit && <Line form={form} name="openLastsDays" label="Days it lasts once opened" number />}
      {(unit === 'mL' || unit === 'g') && (
        <Line form={form} name="densityGPerML" label="Bulk density, g/mL (to turn cups into grams)" number />
      )}
      <Pick
        control={control}
        name="storage"
        label="Kept apart as"
        options={STORAGE_CLASSES}
        empty="ordinary"
      />
      {unit === 'piece' && (
        <>
          <Line form={form} name="pieceG" label="One weighs, g" number />
          <Line form={form} name="pieceL" label="One takes up, litres" number />
        </>
      )}
      <OnOff control={control} name="hardToFind" label="Hard to find" />
      <Line form={form} name="substitutes" label="What will do instead" optional />
    </FormDialog>
  );
}
