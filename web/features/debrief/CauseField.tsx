import { CauseFound, fieldOf, labelOf, readField } from '@hearty/core';
import { useState } from 'react';
import { NameField } from '../../kit/NameField';
import { say } from './common';

const CAUSE = fieldOf(CauseFound, 'cause');

/** Why it failed: one of the causes that are known of it, or another in one's own words. */
export function CauseField({
  attemptId,
  value,
  causes,
}: {
  attemptId: string;
  value: string | undefined;
  causes: readonly string[];
}) {
  const [wrong, setWrong] = useState<string>();
  const keep = (cause: string) => {
    const read = readField(CAUSE, cause);
    setWrong(read.ok ? undefined : `${read.says} This is not kept.`);
    if (read.ok && cause !== (value ?? '')) say({ kind: 'cause', body: { attemptId, cause } });
  };
  return (
    <NameField
      label={labelOf(CAUSE)}
      help="choose, or type"
      error={wrong}
      options={causes.map((c) => ({ id: c, name: c }))}
      value={value}
      onChosen={(cause = '') => keep(cause)}
      onNamed={keep}
      sx={{ minWidth: 220 }}
    />
  );
}
