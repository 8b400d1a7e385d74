import { Leftover, type Debrief, type LeftoverLine } from '@hearty/core';
import { FieldOf } from '../../kit/fields';
import { DataTable } from '../../kit/table';
import { useSettings } from '../../session/settings';
import { leftoverColumns, TIME_COLUMNS } from './columns';
import { Section, say } from './common';

/** Planned against actual, item by item. */
export const Times = ({ talk }: { talk: Debrief }) => (
  <Section title="Planned and actual">
    <DataTable
      name="Planned and actual times"
      columns={TIME_COLUMNS}
      rows={talk.times}
      keyOf={(t) => t.itemId}
    />
  </Section>
);

/** What should be left by the log, and what was counted. */
export function Leftovers({ lines }: { lines: LeftoverLine[] }) {
  const cup = useSettings((s) => s.cup);
  if (lines.length === 0) return null;
  const counted = (l: LeftoverLine) => (
    <FieldOf
      type={Leftover}
      name="amount"
      hiddenLabel={`${l.name} left over`}
      measure={{ unit: l.unit, cup }}
      value={l.counted ?? l.expected}
      onValue={(amount) => say({ kind: 'leftover', body: { goodId: l.goodId, amount } })}
      help={l.counted === undefined ? undefined : 'counted'}
      sx={{ width: 130 }}
    />
  );
  return (
    <Section
      title="Left over"
      hint="Packed minus what the log used. Correct it where you counted something else."
    >
      <DataTable name="Leftovers" columns={leftoverColumns(counted)} rows={lines} keyOf={(l) => l.goodId} />
    </Section>
  );
}
