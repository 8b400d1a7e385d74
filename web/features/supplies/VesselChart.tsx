import { Typography } from '@mui/material';
import { useTheme } from '@mui/material/styles';
import { formatFigure, clockToS, formatClock, type ColdBudget } from '@hearty/core';
import { useMemo } from 'react';
import { Chart } from '../../kit/Chart';
import { useShow } from '../../session/show';

/** Hours before curtain-up that the picture begins. */
const BEFORE_H = 2;

/** What is left in the vessel through the day. */
export function VesselChart({ budget, vessel }: { budget: ColdBudget; vessel: number }) {
  const { ink } = useTheme();
  const { file } = useShow();
  const up = clockToS(file.show.curtainUp);
  const end = budget.left.at(-1)!;
  const option = useMemo(() => {
    const clock = (h: number) => formatClock(Math.round((up + h * 3600) / 60) * 60);
    // A vessel filled days ago only stood there: the day of the show is what is looked at.
    const from = Math.max(budget.left[0]!.h, Math.min(-BEFORE_H, end.h - BEFORE_H));
    return {
      animation: false,
      grid: { left: 44, right: 20, top: 30, bottom: 44 },
      xAxis: {
        type: 'value',
        min: from,
        max: end.h,
        name: 'time of day',
        nameLocation: 'middle',
        nameGap: 28,
        axisLabel: { formatter: clock, color: ink.quiet, hideOverlap: true },
        nameTextStyle: { color: ink.quiet },
        splitLine: { show: false },
      },
      yAxis: {
        type: 'value',
        min: 0,
        max: Math.ceil(Math.max(vessel, budget.order)),
        axisLabel: { color: ink.quiet, formatter: `{value} ${budget.unit}` },
        splitLine: { lineStyle: { color: ink.rule } },
      },
      tooltip: { trigger: 'axis', valueFormatter: (v: number) => `${formatFigure(v)} ${budget.unit}` },
      series: [
        {
          type: 'line',
          showSymbol: false,
          lineStyle: { color: ink.worked, width: 2.5 },
          areaStyle: { color: ink.tide },
          data: budget.left.map((p) => [p.h, Number(p.amount.toFixed(3))]),
          markLine: {
            silent: true,
            symbol: 'none',
            label: { color: ink.ink, formatter: '{b}' },
            lineStyle: { color: ink.ink, type: 'solid' },
            data: [
              { xAxis: 0, name: 'curtain-up' },
              {
                yAxis: vessel,
                name: `vessel holds ${formatFigure(vessel)} ${budget.unit}`,
                label: { position: 'insideStartBottom' },
              },
            ],
          },
        },
      ],
    };
  }, [budget, vessel, ink, up, end.h]);
  const title =
    end.amount <= 0.005
      ? 'The vessel is empty before the end'
      : `${formatFigure(end.amount)} ${budget.unit} are left at the end`;
  return (
    <>
      <Typography variant="h3" component="h3">
        {title}
      </Typography>
      <Chart option={option} height={260} label={`What is left in the vessel: ${title}`} />
    </>
  );
}
