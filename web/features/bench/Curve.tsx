import { labelOf, type Bench, type BenchMark } from '@hearty/core';
import { Box } from '@mui/material';
import { useTheme } from '@mui/material/styles';
import { useMemo, useState } from 'react';
import { Chart } from '../../kit/Chart';
import { OneOf } from '../../kit/Find';
import { formatOutput } from './said';
import { sweep, type Values } from './values';

/** A point that was measured: what went in, what came out, and whose it is. */
export type Seen = readonly [x: number, y: number];

/** Any result against anything that goes in, what bounds it, and where one is on it; and what was measured of it. */
export function Curve({
  bench,
  values,
  seen,
}: {
  bench: Bench;
  values: Values;
  seen?: { over: string; output: string; points: readonly Seen[] } | undefined;
}) {
  const { ink } = useTheme();
  const inputs = Object.entries(bench.inputs).flatMap(([name, input]) =>
    input.as === 'number' ? [{ value: name, label: labelOf(input) }] : [],
  );
  const results = bench.work(values).outputs;
  const outputs = Object.entries(bench.outputs)
    .filter(([name]) => typeof results[name] === 'number')
    .map(([name, { label, unit }]) => ({ value: name, label: unit ? `${label}, ${unit}` : label }));
  const [over, setOver] = useState(seen?.over ?? bench.picture?.[0] ?? inputs[0]?.value ?? '');
  const [shown, setShown] = useState(seen?.output ?? bench.picture?.[1] ?? outputs[0]?.value ?? '');
  const x = inputs.find((i) => i.value === over);
  const y = outputs.find((o) => o.value === shown);
  const option = useMemo(() => {
    const at: [number, number] = [Number(values[over]), Number(bench.work(values).outputs[shown])];
    const marks = bench.marks?.[shown] ?? [];
    const others = marks.filter((m): m is string => typeof m === 'string');
    const [curve = [], ...lines] = sweep(bench, values, over, [shown, ...others]);
    const measured = seen?.over === over && seen.output === shown ? seen.points : [];
    return {
      animation: false,
      grid: { left: 56, right: 20, top: 16, bottom: 44 },
      xAxis: {
        type: 'value',
        scale: true,
        name: x?.label,
        nameLocation: 'middle',
        nameGap: 28,
        axisLabel: { color: ink.quiet },
        nameTextStyle: { color: ink.quiet },
        splitLine: { show: false },
      },
      yAxis: {
        type: 'value',
        scale: true,
        axisLabel: { color: ink.quiet },
        splitLine: { lineStyle: { color: ink.rule } },
      },
      series: [
        {
          type: 'line',
          showSymbol: false,
          lineStyle: { color: ink.worked, width: 2.5 },
          data: curve,
          ...levels(marks, ink),
        },
        ...lines.map((data, i) => ({
          type: 'line',
          showSymbol: false,
          lineStyle: { color: ink.quiet, width: 1.5, type: 'dashed' },
          endLabel: {
            show: true,
            color: ink.quiet,
            formatter: bench.outputs[others[i]!]!.label,
            align: 'right',
            offset: [-8, -9],
          },
          data,
        })),
        {
          type: 'scatter',
          symbol: 'rect',
          symbolSize: 8,
          itemStyle: { color: 'transparent', borderColor: ink.ink, borderWidth: 1.5 },
          data: measured,
        },
        { type: 'scatter', symbolSize: 14, itemStyle: { color: ink.ink }, data: [at] },
      ],
    };
  }, [bench, values, over, shown, seen, x?.label, ink]);
  if (!x || !y) return null;
  return (
    <Box component="section" aria-label="Picture">
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 3, mb: 1 }}>
        <OneOf label="Show" value={shown} options={outputs} onValue={setShown} sx={{ minWidth: 200 }} />
        <OneOf label="Against" value={over} options={inputs} onValue={setOver} sx={{ minWidth: 200 }} />
      </Box>
      <Chart
        option={option}
        height={260}
        label={`${y.label} against ${x.label}: ${formatOutput(results[shown], '')} at ${String(values[over])}`}
      />
    </Box>
  );
}

/** Labels take turns along their lines, so that those of lines close together stand beside each other. */
const PLACES = ['insideEndTop', 'insideStartTop', 'insideMiddleTop'] as const;

/** Bounds that do not move, as lines across. */
function levels(marks: readonly BenchMark[], ink: { quiet: string }) {
  const fixed = marks.filter((m) => typeof m === 'object').sort((a, b) => a.value - b.value);
  if (!fixed.length) return {};
  return {
    markLine: {
      symbol: 'none',
      silent: true,
      animation: false,
      lineStyle: { color: ink.quiet, type: 'dashed' },
      label: { color: ink.quiet, formatter: '{b}' },
      data: fixed.map(({ label, value }, i) => ({
        name: label,
        yAxis: value,
        label: { position: PLACES[i % PLACES.length] },
      })),
    },
  };
}
