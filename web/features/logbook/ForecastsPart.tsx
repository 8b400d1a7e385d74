import { Box, Typography } from '@mui/material';
import { calibrationSays, type Calibration } from '@hearty/core';
import { useTheme } from '@mui/material/styles';
import { useMemo } from 'react';
import { Chart } from '../../kit/Chart';

/** Height of the chart, px. */
const HIGH = 220;
const percent = (odds: number) => Math.round(100 * odds);

/** How past forecasts held: the range of the end, and the odds of ending within the slot, stated against what happened. */
export function ForecastsPart({ calibration }: { calibration: Calibration }) {
  const { ink } = useTheme();
  const { odds } = calibration;
  const option = useMemo(() => {
    const axis = (name: string, gap: number) => ({
      type: 'value' as const,
      min: 0,
      max: 100,
      name,
      nameLocation: 'middle' as const,
      nameGap: gap,
      nameTextStyle: { color: ink.quiet },
      axisLabel: { color: ink.quiet },
      splitLine: { lineStyle: { color: ink.rule } },
    });
    return {
      animation: false,
      grid: { left: 56, right: 24, top: 16, bottom: 44 },
      xAxis: axis('Stated, %', 26),
      yAxis: axis('Finished on time, %', 36),
      series: [
        {
          type: 'line',
          symbol: 'none',
          silent: true,
          lineStyle: { color: ink.rule, width: 2 },
          data: [
            [0, 0],
            [100, 100],
          ],
        },
        {
          type: 'scatter',
          symbolSize: (_value: unknown, { dataIndex }: { dataIndex: number }) =>
            8 + 3 * Math.sqrt(odds[dataIndex]?.shows ?? 1),
          itemStyle: { color: ink.tide, borderColor: ink.ink },
          data: odds.map(({ stated, shows, onTime }) => [percent(stated), percent(onTime / shows)]),
        },
      ],
    };
  }, [odds, ink]);
  if (calibration.shows === 0) return null;
  const inWords = odds.map(
    ({ stated, shows, onTime }) => `${percent(stated)} % stated: ${onTime} of ${shows}`,
  );
  return (
    <section aria-label="Forecasts">
      <Typography variant="h2" sx={{ mb: 1.5 }}>
        How forecasts held
      </Typography>
      {calibrationSays(calibration).map((sentence) => (
        <Typography key={sentence}>{sentence}</Typography>
      ))}
      <Typography color="textSecondary" sx={{ mt: 1 }}>
        Finishing on time, {inWords.join('; ')}. A dot on the line was right. Shows with items left out are
        not counted.
      </Typography>
      <Box sx={{ maxWidth: 460, mt: 2 }}>
        <Chart
          option={option}
          height={HIGH}
          label={`Odds of finishing on time, stated against what happened: ${inWords.join(', ')}`}
        />
      </Box>
    </section>
  );
}
