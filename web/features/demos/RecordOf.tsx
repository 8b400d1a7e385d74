import { overTime, pareto, type Demo, type Period } from '@hearty/core';
import { Box, Button, Typography } from '@mui/material';
import { useTheme, type Theme } from '@mui/material/styles';
import { useMemo, useState } from 'react';
import { Chart } from '../../kit/Chart';
import { Failed } from '../../kit/Failed';
import { useRecord } from '../../session/queries';
import { Odds } from '../logbook/Odds';
import { Pareto } from '../logbook/Pareto';
import { RunsBehind } from '../logbook/RunsBehind';

/** A demo's record: how often it works and on what that rests, how that went over time, and what its failures came from. */
export function RecordOf({ demo }: { demo: Demo }) {
  const record = useRecord(demo.id);
  const [behind, setBehind] = useState(false);
  if (record.error) return <Failed error={record.error} again={() => void record.refetch()} />;
  if (!record.data) return null;
  const { line, months, causes, changes } = record.data;
  return (
    <>
      <Odds line={line} />
      {line.tries > 0 && (
        <Typography sx={{ mt: 2 }}>
          {line.worked} worked, {line.partly} partly (counts half), {line.failed} failed.
        </Typography>
      )}
      <Button sx={{ ml: -2 }} onClick={() => setBehind(true)}>
        The runs behind it
      </Button>
      {behind && <RunsBehind demoId={demo.id} title={demo.title} onClose={() => setBehind(false)} />}
      <OverTime months={months} />
      {causes.length > 0 && (
        <Box sx={{ mt: 4 }}>
          <Pareto lines={pareto(causes)} />
        </Box>
      )}
      {changes.length > 0 && (
        <Box component="section" aria-label="What was changed" sx={{ mt: 4, overflowWrap: 'anywhere' }}>
          <Typography variant="h3">What was changed, and whether it then worked</Typography>
          <Box component="ul" sx={{ pl: 5, m: 0 }}>
            {changes.map(({ change, worked, times }) => (
              <li key={change}>
                {change}: {worked} of {times}
              </li>
            ))}
          </Box>
        </Box>
      )}
    </>
  );
}

/** Attempts at shows over time; nothing where all of them were in one month. */
function OverTime({ months }: { months: Period[] }) {
  const theme = useTheme();
  const { periods, says } = useMemo(() => overTime(months), [months]);
  const option = useMemo(() => chartOf(periods, theme), [periods, theme]);
  if (periods.length < 2) return null;
  return (
    <Box component="section" aria-label="Over time" sx={{ mt: 3 }}>
      <Typography variant="h3">{says}</Typography>
      <Chart
        option={option}
        height={180}
        label={`Attempts at shows over time: ${periods.map((p) => `${p.label} ${p.worked} worked, ${p.failed} failed`).join('; ')}`}
      />
      <details>
        <summary>As a list</summary>
        <Box component="ul" sx={{ m: 0, pl: 5 }}>
          {periods.map((p) => (
            <li key={p.label}>
              {p.label}: {p.worked} worked, {p.partly} partly, {p.failed} failed
            </li>
          ))}
        </Box>
      </details>
    </Box>
  );
}

/** Attempts by outcome, one bar a period: what failed stands on what worked, darker and hatched. */
function chartOf(periods: readonly Period[], { ink, typography }: Theme) {
  const text = { color: ink.quiet, fontSize: typography.small };
  const bar = (name: string, key: 'worked' | 'partly' | 'failed', style: object) => ({
    ...{ type: 'bar', stack: 'all', name, barMaxWidth: 26, itemStyle: style },
    data: periods.map((p) => p[key]),
  });
  return {
    animation: false,
    grid: { left: 44, right: 8, top: 12, bottom: 26 },
    tooltip: { trigger: 'axis' },
    xAxis: {
      type: 'category',
      data: periods.map((p) => p.label),
      axisLabel: text,
      axisTick: { show: false },
    },
    yAxis: {
      ...{ type: 'value', minInterval: 1, axisLabel: text, splitLine: { lineStyle: { color: ink.rule } } },
      ...{ name: 'attempts', nameLocation: 'middle', nameGap: 28, nameTextStyle: text },
    },
    series: [
      bar('worked', 'worked', { color: ink.tide }),
      bar('partly', 'partly', { color: ink.rule, borderColor: ink.quiet }),
      bar('failed', 'failed', { color: ink.ink }),
    ],
  };
}
