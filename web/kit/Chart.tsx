import { Box } from '@mui/material';
import { BarChart, CustomChart, LineChart, ScatterChart } from 'echarts/charts';
import { GridComponent, MarkLineComponent, TooltipComponent } from 'echarts/components';
import { init, use as register, type ECharts, type EChartsCoreOption } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';

register([
  BarChart,
  CustomChart,
  LineChart,
  ScatterChart,
  GridComponent,
  MarkLineComponent,
  TooltipComponent,
  SVGRenderer,
]);

/** An ECharts picture that follows its container; `label` says in words what it shows. */
export function Chart({
  option,
  height,
  label,
}: {
  option: EChartsCoreOption;
  height: number;
  label: string;
}) {
  const box = useRef<HTMLDivElement>(null);
  const chart = useRef<ECharts>(undefined);
  // One instance as long as it is on the page: what changes moves in it, without a flicker.
  useEffect(() => {
    if (!box.current) return;
    const mine = init(box.current, undefined, { renderer: 'svg' });
    chart.current = mine;
    const resize = new ResizeObserver(() => mine.resize());
    resize.observe(box.current);
    return () => {
      resize.disconnect();
      mine.dispose();
    };
  }, []);
  useEffect(() => {
    chart.current?.setOption({ textStyle: { fontFamily: 'inherit' }, ...option }, { notMerge: true });
  }, [option]);
  return <Box ref={box} role="img" aria-label={label} sx={{ height, width: '100%' }} />;
}
