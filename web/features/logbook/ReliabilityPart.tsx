import { Link as MuiLink, Typography } from '@mui/material';
import { useTheme, type Theme } from '@mui/material/styles';
import { ENOUGH_ATTEMPTS, type DemoLine } from '@hearty/core';
import type { CustomSeriesRenderItem } from 'echarts';
import { memo, useMemo, useState } from 'react';
import { Chart } from '../../kit/Chart';
import { DataTable } from '../../kit/table';
import { oddsColumns } from './columns';
import { RunsBehind } from './RunsBehind';

/** Those of which it is surest that they fail first; what was tried once or twice says little and stands further down. */
const triedOf = (demos: DemoLine[]) =>
  demos.filter((d) => d.attempts > 0).sort((a, b) => a.likely[1] - b.likely[1]);

/** So many rows at once: what is drawn in one go is not felt. */
export const STEP = 20;

const pct = (x: number) => Math.round(x * 100);

/** Odds of each demo, as bars and as a table; each opens to the runs behind it. */
export const ReliabilityPart = memo(function ReliabilityPart({ demos }: { demos: DemoLine[] }) {
  const theme = useTheme();
  const lines = useMemo(() => triedOf(demos), [demos]);
  const drawn = useMemo(
    () => lines.filter((l) => l.attempts >= ENOUGH_ATTEMPTS).slice(0, MOST_DRAWN),
    [lines],
  );
  const option = useMemo(() => reliabilityOption(drawn, theme), [drawn, theme]);
  const [behind, setBehind] = useState<DemoLine>();
  const columns = useMemo(() => oddsColumns((line) => <WorksButton line={line} onOpen={setBehind} />), []);
  if (lines.length === 0) return null;
  return (
    <section>
      <Typography variant="h2">How often each demo works</Typography>
      <Typography color="textSecondary">
        The mark is the middle estimate, the bar its 90 % interval. “Partly” counts half; rehearsals do not
        count. Drawn is what was tried {ENOUGH_ATTEMPTS} times or more
        {drawn.length === MOST_DRAWN && `, the ${MOST_DRAWN} that fail most`}.
      </Typography>
      {drawn.length > 0 && (
        <Chart
          option={option}
          height={60 + drawn.length * 27}
          label={`Odds of success of ${drawn.length} demos, in the table below`}
        />
      )}
      <DataTable
        name="Reliability"
        columns={columns}
        rows={lines}
        keyOf={(l) => l.demoId}
        testId={(l) => `odds-${l.demoId}`}
        step={STEP}
      />
      {behind && (
        <RunsBehind demoId={behind.demoId} title={behind.title} onClose={() => setBehind(undefined)} />
      )}
    </section>
  );
});

const WorksButton = ({ line, onOpen }: { line: DemoLine; onOpen: (line: DemoLine) => void }) => (
  <MuiLink
    component="button"
    color="inherit"
    sx={{ font: 'inherit', minWidth: 44, minHeight: 32, textAlign: 'right' }}
    aria-label={`${pct(line.mean)} %: the runs behind ${line.title}`}
    onClick={() => onOpen(line)}
  >
    {pct(line.mean)}
  </MuiLink>
);

/** So many demos are drawn as a chart, those that fail most; all of them stand in the table. */
const MOST_DRAWN = 40;

/** Intervals as bars with a mark at the mean, one demo a row. */
function reliabilityOption(lines: DemoLine[], { ink, typography }: Theme) {
  const interval: CustomSeriesRenderItem = (_params, api) => {
    const row = api.value(0);
    const [x1, y] = api.coord([api.value(1), row]) as [number, number];
    const [x2] = api.coord([api.value(2), row]) as [number, number];
    return {
      type: 'rect',
      shape: { x: x1, y: y - 5, width: x2 - x1, height: 10, r: 5 },
      style: { fill: ink.tide },
    };
  };
  const text = { color: ink.ink, fontFamily: 'inherit', fontSize: typography.small };
  return {
    grid: { left: 210, right: 30, top: 10, bottom: 46 },
    textStyle: text,
    xAxis: {
      type: 'value',
      min: 0,
      max: 100,
      name: 'works, % of attempts',
      nameLocation: 'middle',
      nameGap: 28,
      axisLabel: text,
      nameTextStyle: text,
      splitLine: { lineStyle: { color: ink.rule } },
    },
    yAxis: {
      type: 'category',
      inverse: true,
      data: lines.map((l) => l.title),
      axisLabel: { ...text, width: 195, overflow: 'truncate' },
      axisTick: { show: false },
      axisLine: { lineStyle: { color: ink.rule } },
    },
    tooltip: { formatter: (p: { dataIndex: number }) => tip(lines[p.dataIndex]!) },
    series: [
      {
        type: 'custom',
        renderItem: interval,
        data: lines.map((l, i) => [i, l.likely[0] * 100, l.likely[1] * 100]),
        encode: { x: [1, 2], y: 0 },
      },
      {
        type: 'scatter',
        symbol: 'rect',
        symbolSize: [4, 18],
        itemStyle: { color: ink.worked },
        data: lines.map((l, i) => [l.mean * 100, i]),
      },
    ],
    animation: false,
  };
}

const tip = (l: DemoLine) =>
  `works ${pct(l.mean)} % (${pct(l.likely[0])}–${pct(l.likely[1])} %), ${l.attempts} attempts`;
