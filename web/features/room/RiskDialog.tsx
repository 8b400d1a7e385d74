import { RiskEdit, type RiskRow } from '@hearty/core';
import { Typography } from '@mui/material';
import { useForm } from 'react-hook-form';
import { FieldIn, prune, resolverOf } from '../../kit/fields';
import { FormDialog } from '../../kit/FormDialog';
import { commitChange } from '../plan/view';

/** One row of the risk assessment, to be written over. What is left as it was drawn goes on following the demo. */
export function RiskDialog({
  row,
  written,
  onClose,
}: {
  row: RiskRow;
  /** What somebody wrote before. */
  written: RiskEdit | undefined;
  onClose: () => void;
}) {
  const { itemId, hazard, harm, whom, controls, severity, before, after, action, owner, ground } = row;
  const drawn: RiskEdit = {
    itemId,
    hazard,
    harm,
    whom,
    controls,
    severity,
    before,
    after,
    action,
    owner,
    ground,
  };
  const form = useForm<RiskEdit>({ resolver: resolverOf(RiskEdit), defaultValues: drawn });
  const keep = (values: RiskEdit) => {
    const kept = prune(values);
    const own = Object.fromEntries(
      Object.entries(kept).filter(
        ([key, value]) =>
          value !== drawn[key as keyof RiskEdit] || written?.[key as keyof RiskEdit] !== undefined,
      ),
    );
    commitChange({ kind: 'set-risk', risk: { ...own, itemId, hazard, ground } as RiskEdit });
    onClose();
  };
  return (
    <FormDialog
      title={`${row.title}: ${hazard}`}
      type={RiskEdit}
      form={form}
      trouble={null}
      does="Done"
      saving={false}
      wide
      onClose={onClose}
      onSave={keep}
    >
      <Typography color="textSecondary">
        Fields you leave unchanged follow the demo. Your edits stay, and are flagged when the demo changes.
      </Typography>
      <FieldIn name="harm" />
      <FieldIn name="whom" />
      <FieldIn name="controls" />
      <FieldIn name="severity" />
      <FieldIn name="before" />
      <FieldIn name="after" />
      <FieldIn name="action" />
      <FieldIn name="owner" />
    </FormDialog>
  );
}
