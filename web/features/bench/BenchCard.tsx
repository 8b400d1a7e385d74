import { labelOf, type Bench, type Value, type Worked } from '@hearty/core';
import { PaperTable, Sheet } from '../../kit/paper';
import { limitSaid, formatOutput } from './said';

/** A card for the prop box: what goes in, what comes of it, what to mind, and whose figures these are. */
export const BenchCard = ({
  bench,
  values,
  worked,
}: {
  bench: Bench;
  values: Readonly<Record<string, Value>>;
  worked: Worked;
}) => (
  <Sheet kind="Bench" title={`${bench.title}: ${bench.question}`} about={worked.verdict}>
    <PaperTable
      title="Cautions"
      head={['', 'What']}
      widths={[14, 86]}
      rows={worked.findings.map(({ level, message }) => ({
        key: message,
        cells: [<b key="level">{level}</b>, message],
      }))}
    />
    <PaperTable
      title="Inputs"
      head={['What', 'How much']}
      widths={[60, 40]}
      rows={Object.entries(bench.inputs).map(([name, input]) => ({
        key: name,
        cells: [labelOf(input), String(values[name])],
      }))}
    />
    <PaperTable
      title="Results"
      head={['What', 'How much']}
      widths={[60, 40]}
      rows={Object.entries(bench.outputs).map(([name, { label, unit }]) => ({
        key: name,
        cells: [label, formatOutput(worked.outputs[name], unit)],
      }))}
    />
    <PaperTable
      title="Must be true before you start"
      head={['What', 'Between']}
      widths={[60, 40]}
      rows={(worked.limits ?? []).map((limit) => ({
        key: limit.what,
        cells: [limit.what, limitSaid(limit)],
      }))}
    />
    <PaperTable
      title="Worked out by"
      head={['Step', 'Sum', 'Source']}
      widths={[24, 42, 34]}
      rows={worked.working.map(({ label, arithmetic, source }) => ({
        key: label,
        cells: [label, arithmetic, source],
      }))}
    />
  </Sheet>
);
