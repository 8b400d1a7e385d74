import { Box } from '@mui/material';
import { useTheme, type Theme } from '@mui/material/styles';
import { useMemo } from 'react';
import { Chart } from '../../kit/Chart';

interface Row {
  label: string;
  counts: readonly number[];
  /** What else there is to say of it, in the list. */
  note?: string;
}

/** Counts over time, one bar a stretch, what went well below what did not; and the same as a list. */
export function Bars({
  label: label,
  unit,
  kinds,
  rows,
}: {
  label: string;
  unit: string;
  /** What is counted, the best first: two or three. */
  kinds: readonly string[];
  rows: readonly Row[];
}) {
  const theme = useTheme();
  const option = useMemo(() => chartOf(kinds, rows, unit, theme), [kinds, rows, unit, theme]);
  const describe = ({ counts, note }: Row) =>
    kinds.map((kind, i) => `${counts[i]} ${kind}`).join(', ') + (note ? `; ${note}` : '');
  return (
    <>
      <Chart
        option={option}
        height={180}
        label={`${label}: ${rows.map((r) => `${r.label} ${describe(r)}`).join('; ')}`}
      />
      <Box aria-hidden sx={{ display: 'flex', flexWrap: 'wrap', gap: 3, fontSize: 'small', mb: 1 }}>
        {kinds.map((kind, i) => (
          <span key={kind}>
            <Box component="span" sx={{ ...swatchSx, ...lookOf(theme, i, kinds.length) }} />
            {kind}
          </span>
        ))}
      </Box>
      <details>
        <summary>As a list</summary>
        <Box component="ul" sx={{ m: 0, pl: 5 }}>
          {rows.map((r) => (
            <li key={r.label}>
              {r.label}: {describe(r)}
            </li>
          ))}
        </Box>
      </details>
    </>
  );
}

const swatchSx = { display: 'inline-block', width: 12, height: 12, mr: 1 } as const;

/** The best is light, the worst dark, what is between them edged. */
const lookOf = (
  { ink }: Theme,
  i: number,
  n: number,
): { bgcolor: string; border?: number; borderColor?: string } =>
  i === 0
    ? { bgcolor: ink.tide }
    : i === n - 1
      ? { bgcolor: ink.ink }
      : { bgcolor: ink.rule, border: 1, borderColor: ink.quiet };

function chartOf(kinds: readonly string[], rows: readonly Row[], unit: string, theme: Theme) {
  const { ink, typography } = theme;
  const text = { color: ink.quiet, fontSize: typography.small };
  return {
    animation: false,
    grid: { left: 44, right: 8, top: 12, bottom: 26 },
    tooltip: { trigger: 'axis' },
    xAxis: { type: 'category', data: rows.map((r) => r.label), axisLabel: text, axisTick: { show: false } },
    yAxis: {
      ...{ type: 'value', minInterval: 1, axisLabel: text, splitLine: { lineStyle: { color: ink.rule } } },
      ...{ name: unit, nameLocation: 'middle', nameGap: 28, nameTextStyle: text },
    },
    series: kinds.map((kind, i) => {
      const { bgcolor, borderColor } = lookOf(theme, i, kinds.length);
      return {
        ...{ type: 'bar', stack: 'all', name: kind, barMaxWidth: 26 },
        itemStyle: { color: bgcolor, ...(borderColor && { borderColor, borderWidth: 1 }) },
        // Nothing is no bar, not even its edge.
        data: rows.map((r) => r.counts[i] || null),
      };
    }),
  };
}
