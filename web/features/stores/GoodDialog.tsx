import { Good, type Stored } from '@hearty/core';
import { useWatch } from 'react-hook-form';
import { FieldIn } from '../../kit/fields';
import { FormDialog } from '../../kit/FormDialog';
import { useDocumentForm } from '../../session/useDocumentForm';
import { useSettings } from '../../session/settings';

/** A good, new or known: what it is, where it comes from, how it keeps and travels. The shelf is the ledger's. */
export function GoodDialog({ stored, onClose }: { stored: Stored<Good>; onClose: () => void }) {
  const { save, ...rest } = useDocumentForm('goods', Good, stored, { called: 'good', onSaved: onClose });
  const [sort, unit, densityGPerML] = useWatch({
    control: rest.form.control,
    name: ['sort', 'unit', 'densityGPerML'],
  });
  const cup = useSettings((s) => s.cup);
  return (
    <FormDialog
      title={stored.version ? stored.body.name : 'New item'}
      type={Good}
      {...rest}
      onClose={onClose}
      onSave={save}
    >
      <FieldIn name="name" />
      {stored.version === 0 && (
        <>
          <FieldIn name="sort" />
          <FieldIn name="unit" />
        </>
      )}
      <FieldIn name="supplier" />
      <FieldIn name="leadDays" />
      <FieldIn
        name="packAmount"
        measure={{ unit, cup, ...(typeof densityGPerML === 'number' && { densityGPerML }) }}
      />
      <FieldIn name="packPrice" />
      {sort !== 'kit' && <FieldIn name="keepsDays" />}
      {sort !== 'kit' && <FieldIn name="openLastsDays" />}
      {(unit === 'mL' || unit === 'g') && <FieldIn name="densityGPerML" />}
      {sort !== 'kit' && <FieldIn name="strengthPercent" />}
      <FieldIn name="storage" />
      <FieldIn name="ghs" />
      {sort === 'kit' && (
        <>
          <FieldIn name="capacityL" />
          <FieldIn name="places" />
        </>
      )}
      {unit === 'piece' && (
        <>
          <FieldIn name="pieceG" />
          <FieldIn name="pieceL" />
          <FieldIn name="fragile" />
          <FieldIn name="long" />
        </>
      )}
      <FieldIn name="hardToFind" />
      <FieldIn name="substitutes" />
    </FormDialog>
  );
}
