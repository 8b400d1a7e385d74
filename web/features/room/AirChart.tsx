import { CO2_PERCENT, formatFigure, OXYGEN_PERCENT, type AirThen, type RoomStory } from '@hearty/core';
import { Typography, useTheme } from '@mui/material';
import { useMemo } from 'react';
import { Chart } from '../../kit/Chart';

/** Carbon dioxide counts where it is above this, as a share of its limit: below, oxygen tells the story. */
const WORTH_DRAWING = 0.2;
/** Outdoor air moves by less: nothing is said of it. */
const STILL_PERCENT = 0.05;

/** Oxygen or carbon dioxide through the show, whichever is nearer to its limit, with that limit; and the figures in words. */
export function AirChart({
  story,
  atS,
  clock,
}: {
  story: RoomStory;
  atS: number;
  clock: (s: number) => string;
}) {
  const { ink } = useTheme();
  const { air, assumed } = story;
  const most = (of: (a: AirThen) => number) => air.reduce((a, b) => (of(b) > of(a) ? b : a), air[0]!);
  const isCO2 = air.length > 0 && most((a) => a.co2Percent).co2Percent > WORTH_DRAWING * CO2_PERCENT.day;
  const option = useMemo(() => {
    const limit = isCO2 ? CO2_PERCENT.day : OXYGEN_PERCENT.careful;
    const unit = isCO2 ? 'CO₂, %' : 'Oxygen, %';
    const values = air.map((a) => [a.atS, isCO2 ? a.co2Percent : a.oxygenPercent]);
    const all = values.map(([, y]) => y!);
    return {
      animation: false,
      grid: { left: 44, right: 10, top: 26, bottom: 22 },
      xAxis: {
        type: 'value',
        min: air[0]?.atS ?? 0,
        max: air.at(-1)?.atS ?? 1,
        splitLine: { show: false },
        axisLabel: { color: ink.quiet, formatter: (s: number) => clock(s), hideOverlap: true },
      },
      yAxis: {
        type: 'value',
        name: unit,
        nameTextStyle: { color: ink.quiet, align: 'left' },
        min: isCO2 ? 0 : Math.floor(Math.min(limit, ...all) * 2) / 2,
        max: isCO2 ? Math.max(limit * 1.2, ...all) : 21,
        axisLabel: { color: ink.quiet, formatter: (v: number) => formatFigure(Math.round(v * 100) / 100) },
        splitLine: { show: false },
      },
      series: [
        {
          type: 'line',
          symbol: 'none',
          lineStyle: { color: ink.worked, width: 2.5 },
          data: values,
          markLine: {
            symbol: 'none',
            label: { color: ink.caution, formatter: '{b}', position: 'insideEndTop' },
            data: [
              { name: `caution, ${formatFigure(limit)} %`, yAxis: limit, lineStyle: { color: ink.caution } },
              {
                xAxis: atS,
                lineStyle: { color: ink.act, type: 'solid' },
                label: { show: false },
              },
            ],
          },
        },
      ],
    };
  }, [air, isCO2, atS, clock, ink]);
  if (air.length === 0)
    return <Typography color="textSecondary">No demo of this show changes the air of the room.</Typography>;
  const leanest = most((a) => -a.oxygenPercent);
  const fullest = most((a) => a.co2Percent);
  const title = isCO2
    ? `Carbon dioxide peaks at ${ppm(fullest.co2Percent)} ppm at ${clock(fullest.atS)}`
    : `Oxygen falls to ${percent(leanest.oxygenPercent)} % at ${clock(leanest.atS)}`;
  return (
    <>
      <Typography variant="h3" component="h2" sx={{ mt: 2 }}>
        {title}
      </Typography>
      <Chart option={option} height={150} label={title} />
      <Typography color="textSecondary" sx={{ fontSize: 'small' }}>
        {assumed.length > 0 && `Assuming ${assumed.join(' and ')}: measure it at the venue. `}
        Assumes well-mixed air; cold gas collects near the floor and at the pour.
      </Typography>
      {most((a) => a.hydrogenPercent).hydrogenPercent > STILL_PERCENT && (
        <Typography>Hydrogen at most {percent(most((a) => a.hydrogenPercent).hydrogenPercent)} %.</Typography>
      )}
      {isCO2 && <Typography>Oxygen at least {percent(leanest.oxygenPercent)} %.</Typography>}
    </>
  );
}

const percent = (value: number) => formatFigure(Math.floor(10 * value) / 10);
/** To the hundred above. */
const ppm = (value: number) => formatFigure(Math.ceil(value * 100) * 100);
