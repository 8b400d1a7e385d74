import {
  CauseFound,
  fieldOf,
  knownSymptom,
  labelOf,
  readField,
  type DebriefLine,
  type Field,
} from '@hearty/core';
import { useState } from 'react';
import { NameField } from '../../kit/NameField';
import { say } from './common';

const CAUSE = fieldOf(CauseFound, 'cause');
const SEEN = fieldOf(CauseFound, 'symptom');

/** The symptom when it failed, and why it did: of what is known of it, or in one's own words. */
export function CauseFields({ line: { attempt, likely, symptoms } }: { line: DebriefLine }) {
  const { id: attemptId, cause = '', symptom } = attempt;
  const causes = [...new Set([...likely.map((c) => c.cause), ...(cause ? [cause] : [])])];
  const seen = [...new Set([...symptoms, ...(symptom ? [symptom] : [])])];
  return (
    <>
      <Named
        field={SEEN}
        value={symptom}
        known={seen}
        // What was seen is never nothing: it was said on stage, or is still to be said.
        onKept={(typed) =>
          typed && say({ kind: 'cause', body: { attemptId, cause, symptom: knownSymptom(typed, seen) } })
        }
      />
      <Named
        field={CAUSE}
        value={attempt.cause}
        known={causes}
        onKept={(text) => say({ kind: 'cause', body: { attemptId, cause: text } })}
      />
    </>
  );
}

function Named({
  field: field,
  value,
  known,
  onKept,
}: {
  field: Field;
  value: string | undefined;
  known: readonly string[];
  onKept: (cause: string) => void;
}) {
  const [wrong, setWrong] = useState<string>();
  const keep = (cause: string) => {
    const read = readField(field, cause);
    setWrong(read.ok ? undefined : `${read.message} This is not kept.`);
    if (read.ok && cause !== (value ?? '')) onKept(cause);
  };
  return (
    <NameField
      label={labelOf(field)}
      help="choose, or type"
      error={wrong}
      options={known.map((c) => ({ id: c, name: c }))}
      value={value}
      onChosen={(cause = '') => keep(cause)}
      onNamed={keep}
      sx={{ minWidth: 200 }}
    />
  );
}
