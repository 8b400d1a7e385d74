import { sayFigure as figure, type Bench, type Scene } from '@hearty/core';
import { Box, Typography } from '@mui/material';
import { useTheme } from '@mui/material/styles';
import { useMemo } from 'react';
import { Chart } from '../../kit/Chart';
import type { Values } from './values';

/** What a bench is pictured by; it moves while one types or slides. */
export function SceneOf({ bench, values }: { bench: Bench; values: Values }) {
  const scene = bench.scene?.(values);
  if (!scene) return null;
  return (
    <Box component="section" aria-label="Drawn" sx={{ minWidth: 0 }}>
      {scene.kind === 'vessel' ? <Vessel scene={scene} /> : <Graph scene={scene} />}
    </Box>
  );
}

/** Height of a picture, px. */
const HIGH = 240;

/** A vessel and what is in it, to scale; what does not fit runs over. */
function Vessel({ scene: { vesselL, layers } }: { scene: Extract<Scene, { kind: 'vessel' }> }) {
  const { ink } = useTheme();
  const all = layers.reduce((sum, { litres }) => sum + litres, 0);
  const top = Math.max(vesselL, Math.min(all, 3 * vesselL));
  const y = (litres: number) => HIGH - 8 - ((HIGH - 24) * Math.min(litres, top)) / top;
  const upTo = (n: number) => layers.slice(0, n).reduce((sum, { litres }) => sum + litres, 0);
  const drawn = layers.map((layer, i) => ({ ...layer, from: upTo(i), to: upTo(i + 1) }));
  const message = layers.map(({ label, litres }) => `${figure(litres)} L ${label}`).join(', ');
  return (
    <>
      <Box
        component="svg"
        role="img"
        aria-label={`${message}, in a vessel of ${figure(vesselL)} L`}
        viewBox={`0 0 260 ${HIGH}`}
        sx={{ width: '100%', maxWidth: 320, height: HIGH, display: 'block' }}
      >
        {drawn.map(({ label, from, to }, i) => (
          <g key={label} fill={i % 2 === 0 ? ink.worked : ink.rule} opacity={0.85}>
            <Part y={y} from={from} to={Math.min(to, vesselL)} wide={100} />
            {/* Above the rim it stands wider, and falls. */}
            <Part y={y} from={Math.max(from, vesselL)} to={to} wide={140} />
            <text x={190} y={Math.min(HIGH - 10, (y(from) + y(to)) / 2 + 4)} fontSize={13} fill={ink.ink}>
              {label}
            </text>
          </g>
        ))}
        <path
          d={`M60 ${y(vesselL)} V${HIGH - 8} H160 V${y(vesselL)}`}
          fill="none"
          stroke={ink.ink}
          strokeWidth={3}
        />
      </Box>
      <Typography color="textSecondary" sx={{ fontSize: 'small' }}>
        {message} in {figure(vesselL)} L{all > vesselL ? ': it runs over' : ''}
        {all > 3 * vesselL ? '; not all of it is drawn' : ''}.
      </Typography>
    </>
  );
}

function Part({
  y,
  from,
  to,
  wide,
}: {
  y: (litres: number) => number;
  from: number;
  to: number;
  wide: number;
}) {
  return to <= from ? null : (
    <rect x={110 - wide / 2} width={wide} y={y(to)} height={y(from) - y(to)} rx={2} />
  );
}

function Graph({ scene }: { scene: Exclude<Scene, { kind: 'vessel' }> }) {
  const { ink } = useTheme();
  const option = useMemo(() => {
    const name = (text: string) => ({
      name: text,
      nameLocation: 'middle' as const,
      nameTextStyle: { color: ink.quiet },
      axisLabel: { color: ink.quiet },
    });
    const rule = { splitLine: { lineStyle: { color: ink.rule } } };
    if (scene.kind === 'bars')
      return {
        animation: false,
        grid: { left: 84, right: 48, top: 8, bottom: 40 },
        xAxis: { type: 'value', ...name(scene.unit), nameGap: 24, ...rule },
        yAxis: {
          type: 'category',
          inverse: true,
          data: scene.bars.map((b) => b.label),
          axisLabel: { color: ink.ink },
        },
        series: [
          {
            type: 'bar',
            itemStyle: { color: ink.worked },
            label: {
              show: scene.bars.length <= MOST_LABELLED,
              position: 'right',
              color: ink.ink,
              formatter: ({ value }: { value: number }) => figure(value),
            },
            data: scene.bars.map((b) => b.value),
          },
        ],
      };
    return {
      animation: false,
      grid: { left: 52, right: 20, top: 12, bottom: 40 },
      xAxis: { type: 'value', ...name(scene.x), nameGap: 24, splitLine: { show: false } },
      yAxis: { type: 'value', scale: true, ...name(scene.y), nameGap: 36, ...rule },
      series: scene.lines.map(({ label, points }, i) => ({
        type: 'line',
        name: label,
        showSymbol: false,
        lineStyle: { color: i === 0 ? ink.worked : ink.ink, width: 2.5, ...(i > 0 && { type: 'dashed' }) },
        data: points,
      })),
    };
  }, [scene, ink]);
  const message =
    scene.kind === 'bars'
      ? scene.bars.map((b) => `${b.label} ${figure(b.value)} ${scene.unit}`).join(', ')
      : `${scene.y} against ${scene.x}: ${scene.lines.map((l) => l.label).join(', ')}`;
  const [solid, ...dashed] = scene.kind === 'lines' ? scene.lines.map((l) => l.label) : [];
  return (
    <>
      <Chart option={option} height={HIGH} label={message} />
      {dashed.length > 0 && (
        <Typography color="textSecondary" sx={{ fontSize: 'small' }}>
          {solid}; dashed: {dashed.join(', ')}
        </Typography>
      )}
    </>
  );
}

/** More bars than these are read by their axis. */
const MOST_LABELLED = 12;
