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
      <Box aria-hidden sx={{ display: 'flex', flexWrap: 'wrap', gap: 3, fontSize: 'small', mb: 1 }}>
        {BARS.map(({ key, look }) => (
          <span key={key}>
            <Box
              component="span"
              sx={{ display: 'inline-block', width: 12, height: 12, mr: 1, ...look(theme.ink) }}
            />
            {key}
          </span>
        ))}
      </Box>
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

/** Outcomes in the order they stand on one another, and how each is drawn. */
const BARS: {
  key: 'worked' | 'partly' | 'failed';
  look: (ink: Theme['ink']) => { bgcolor: string; border?: number; borderColor?: string };
}[] = [
  { key: 'worked', look: (ink) => ({ bgcolor: ink.tide }) },
  { key: 'partly', look: (ink) => ({ bgcolor: ink.rule, border: 1, borderColor: ink.quiet }) },
  { key: 'failed', look: (ink) => ({ bgcolor: ink.ink }) },
];

/** Attempts by outcome, one bar a period */
function chartOf(periods: readonly Period[], { ink, typography }: Theme) {
  const text = { color: ink.quiet, fontSize: typography.small };
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
    series: BARS.map(({ key, look }) => {
      const { bgcolor, borderColor } = look(ink);
      return {
        ...{ type: 'bar', stack: 'all', name: key, barMaxWidth: 26 },
        itemStyle: { color: bgcolor, ...(borderColor && { borderColor, borderWidth: 1 }) },
        // Nothing is no bar, not even its edge.
        data: periods.map((p) => p[key] || null),
      };
    }),
  };
}
