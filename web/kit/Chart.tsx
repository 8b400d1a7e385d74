import { Box } from '@mui/material';
import { CustomChart, LineChart, ScatterChart } from 'echarts/charts';
import { GridComponent, MarkLineComponent, TooltipComponent } from 'echarts/components';
import { init, use as register, type EChartsCoreOption } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';

register([
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
  useEffect(() => {
    if (!box.current) return;
    const chart = init(box.current, undefined, { renderer: 'svg' });
    chart.setOption({ textStyle: { fontFamily: 'inherit' }, ...option });
    const resize = new ResizeObserver(() => chart.resize());
    resize.observe(box.current);
    return () => {
      resize.disconnect();
      chart.dispose();
    };
  }, [option]);
  return <Box ref={box} role="img" aria-label={label} sx={{ height, width: '100%' }} />;
}
