import { labelOf, type Bench, type Value } from '@hearty/core';
import { Box } from '@mui/material';
import { useTheme } from '@mui/material/styles';
import { useMemo, useState } from 'react';
import { Chart } from '../../kit/Chart';
import { OneOf } from '../../kit/Find';
import { said } from './said';
import { sweep } from './values';

/** Any result against anything that goes in, and where one is on it. */
export function Curve({ bench, values }: { bench: Bench; values: Readonly<Record<string, Value>> }) {
  const { ink } = useTheme();
  const inputs = Object.entries(bench.inputs).flatMap(([name, input]) =>
    input.as === 'number' ? [{ value: name, label: labelOf(input) }] : [],
  );
  const results = bench.work(values).outputs;
  const outputs = Object.entries(bench.outputs)
    .filter(([name]) => typeof results[name] === 'number')
    .map(([name, { label, unit }]) => ({ value: name, label: unit ? `${label}, ${unit}` : label }));
  const [over, setOver] = useState(bench.picture?.[0] ?? inputs[0]?.value ?? '');
  const [shown, setShown] = useState(bench.picture?.[1] ?? outputs[0]?.value ?? '');
  const x = inputs.find((i) => i.value === over);
  const y = outputs.find((o) => o.value === shown);
  const option = useMemo(() => {
    const at: [number, number] = [Number(values[over]), Number(bench.work(values).outputs[shown])];
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
          data: sweep(bench, values, over, shown),
        },
        { type: 'scatter', symbolSize: 14, itemStyle: { color: ink.ink }, data: [at] },
      ],
    };
  }, [bench, values, over, shown, x?.label, ink]);
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
        label={`${y.label} against ${x.label}: ${said(results[shown], '')} at ${String(values[over])}`}
      />
    </Box>
  );
}
