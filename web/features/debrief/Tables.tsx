import { formatAmount, formatDuration, Leftover, type Debrief, type LeftoverLine } from '@hearty/core';
import { Table, TableBody, TableCell, TableHead, TableRow } from '@mui/material';
import { FieldOf } from '../../kit/fields';
import { useSettings } from '../../session/settings';
import { HeadRow } from '../../kit/HeadRow';
import { ScrollTable } from '../../kit/ScrollTable';
import { Section, say } from './common';

/** Planned against actual, item by item. */
export function Times({ talk }: { talk: Debrief }) {
  const signed = (s: number) =>
    Math.round(s) === 0 ? 'as planned' : `${formatDuration(Math.abs(s))} ${s > 0 ? 'longer' : 'shorter'}`;
  return (
    <Section title="Planned and actual">
      <ScrollTable of="Times">
        <Table size="small" aria-label="Planned and actual times">
          <HeadRow left={['Item']} right={['Planned', 'Actual', 'Difference']} />
          <TableBody>
            {talk.times.map((t) => (
              <TableRow key={t.itemId}>
                <TableCell>{t.title}</TableCell>
                <TableCell align="right">{formatDuration(t.plannedS)}</TableCell>
                <TableCell align="right">
                  {t.actualS === undefined ? 'not played' : formatDuration(t.actualS)}
                </TableCell>
                <TableCell align="right" sx={{ color: 'secondary.main' }}>
                  {t.actualS === undefined ? '' : signed(t.actualS - t.plannedS)}
                </TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </ScrollTable>
    </Section>
  );
}

/** What should be left by the log, and what was counted. */
export function Leftovers({ lines }: { lines: LeftoverLine[] }) {
  const cup = useSettings((s) => s.cup);
  if (lines.length === 0) return null;
  return (
    <Section title="Left over" hint="Packed less what the log used. Correct what you counted otherwise.">
      <ScrollTable of="Leftovers">
        <Table size="small" aria-label="Leftovers">
          <TableHead>
            <TableRow>
              <TableCell>What</TableCell>
              <TableCell align="right">Packed</TableCell>
              <TableCell align="right">Used</TableCell>
              <TableCell>Left</TableCell>
            </TableRow>
          </TableHead>
          <TableBody>
            {lines.map((l) => (
              <TableRow key={l.goodId}>
                <TableCell>{l.name}</TableCell>
                <TableCell align="right">{formatAmount(l.packed, l.unit)}</TableCell>
                <TableCell align="right">{formatAmount(l.used, l.unit)}</TableCell>
                <TableCell sx={{ color: l.counted === undefined ? 'secondary.main' : 'text.primary' }}>
                  <FieldOf
                    of={Leftover}
                    name="amount"
                    hiddenLabel={`${l.name} left over`}
                    measure={{ unit: l.unit, cup }}
                    value={l.counted ?? l.expected}
                    onValue={(amount) => say({ kind: 'leftover', body: { goodId: l.goodId, amount } })}
                    help={l.counted === undefined ? undefined : 'counted'}
                    sx={{ width: 130 }}
                  />
                </TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </ScrollTable>
    </Section>
  );
}
