import { exitsOf, middleOf, stageDepthM, type Mark, type Venue } from '@hearty/core';
import { Box, useTheme } from '@mui/material';
import { useRef, type KeyboardEvent, type PointerEvent } from 'react';

/** A circle around a mark: what is kept clear, or who may sit no nearer. Metres. */
export interface Circle {
  key: string;
  markId: string;
  radiusM: number;
  label: string;
  /** Somebody is inside it who should not be. */
  isBroken: boolean;
}

/** Room around what is drawn, in metres; and what an arrow key moves a mark by. */
const MARGIN_M = 0.6;
const STEP_M = 0.1;
/** A mark nobody measured is drawn so large, m. */
const USUAL_MARK_M = { wideM: 1.2, deepM: 0.7 };

const sizeOf = ({ wideM = USUAL_MARK_M.wideM, deepM = USUAL_MARK_M.deepM }: Mark) => ({ wideM, deepM });

/** What is drawn, in metres around the middle of the front edge: right and up on the page are right and back. */
function extentOf(venue: Venue, circles: readonly Circle[]) {
  const { widthM, depthM, frontRowM = 0, marks } = venue;
  const backM = stageDepthM(venue);
  const sides = marks.flatMap((m) => {
    const { rightM } = middleOf(m);
    return [rightM - sizeOf(m).wideM / 2, rightM + sizeOf(m).wideM / 2];
  });
  const halfM = Math.max(1.5, ...sides.map(Math.abs));
  const around = circles.flatMap(({ markId, radiusM }) => {
    const mark = marks.find((m) => m.id === markId);
    const at = mark && middleOf(mark);
    return at ? [{ at, radiusM: Math.min(radiusM, 3 * halfM) }] : [];
  });
  const most = (own: number, of: (c: (typeof around)[number]) => number) =>
    Math.max(own, ...around.map(of)) + MARGIN_M;
  const room = { leftM: -(widthM ?? 2 * halfM) / 2, rightM: (widthM ?? 2 * halfM) / 2 };
  return {
    room: { ...room, backM, frontM: depthM === undefined ? -frontRowM - 1 : backM - depthM },
    leftM: -most(-room.leftM, (c) => c.radiusM - c.at.rightM),
    rightM: most(room.rightM, (c) => c.radiusM + c.at.rightM),
    backM: most(backM, (c) => c.at.backM + c.radiusM),
    frontM: -most(frontRowM + 1, (c) => c.radiusM - c.at.backM),
  };
}

/**
 * A room from above, to scale: its walls, ways out, marks and the front row, the audience below. Where marks may be moved
 * they are dragged, or moved by the arrow keys, ten centimetres at a time.
 */
export function RoomPlan({
  venue,
  circles = [],
  open,
  onMove,
  height = 240,
}: {
  venue: Venue;
  circles?: readonly Circle[];
  /** The marks in use. */
  open?: ReadonlySet<string>;
  onMove?: (markId: string, to: Required<Pick<Mark, 'rightM' | 'backM'>>) => void;
  height?: number;
}) {
  const { ink } = useTheme();
  const svg = useRef<SVGSVGElement>(null);
  const { marks, frontRowM } = venue;
  if (marks.length === 0 && venue.widthM === undefined) return null;
  const { room, leftM, rightM, backM, frontM } = extentOf(venue, circles);
  const wide = rightM - leftM;
  const deep = backM - frontM;
  // Words are as large as on the page around, whatever the scale.
  const size = Math.max(wide / 44, deep / 26);
  const y = (m: number) => -m;
  const moves = onMove && {
    pointer: (mark: Mark) => (event: PointerEvent<SVGGElement>) => drag(event, mark),
    key: (mark: Mark) => (event: KeyboardEvent) => {
      const by = ARROWS[event.key];
      if (!by) return;
      event.preventDefault();
      const { rightM = 0, backM: back = 0 } = mark;
      onMove(mark.id, {
        rightM: round(rightM + by[0] * STEP_M),
        backM: round(Math.max(0, back + by[1] * STEP_M)),
      });
    },
  };
  function drag(event: PointerEvent<SVGGElement>, mark: Mark) {
    const target = event.currentTarget;
    const from = pointOf(event, svg.current);
    if (!from) return;
    target.setPointerCapture(event.pointerId);
    const { rightM = 0, backM: back = 0 } = mark;
    let to = { rightM, backM: back };
    target.onpointermove = (moved) => {
      const now = pointOf(moved, svg.current);
      if (!now) return;
      to = {
        rightM: round(rightM + now.x - from.x),
        backM: round(Math.max(0, back - (now.y - from.y))),
      };
      target.setAttribute('transform', `translate(${to.rightM - rightM} ${-(to.backM - back)})`);
    };
    target.onpointerup = () => {
      target.onpointermove = null;
      target.onpointerup = null;
      target.removeAttribute('transform');
      if (to.rightM !== rightM || to.backM !== back) onMove?.(mark.id, to);
    };
  }
  const exits = exitsOf(venue);
  return (
    <Box
      component="svg"
      ref={svg}
      role={onMove ? 'group' : 'img'}
      aria-label={`${venue.name} from above: ${marks.map((m) => m.name).join(', ')}`}
      viewBox={`${leftM} ${-backM} ${wide} ${deep}`}
      sx={{ width: '100%', height, display: 'block', my: 2, touchAction: onMove ? 'none' : 'auto' }}
      fontSize={size}
    >
      <rect
        x={room.leftM}
        y={y(room.backM)}
        width={room.rightM - room.leftM}
        height={room.backM - room.frontM}
        fill={ink.card}
        stroke={venue.widthM === undefined ? ink.rule : ink.ink}
        strokeWidth={size / 8}
        strokeDasharray={venue.widthM === undefined ? `${size / 2} ${size / 3}` : undefined}
      />
      <line x1={room.leftM} x2={room.rightM} y1={0} y2={0} stroke={ink.quiet} strokeWidth={size / 10} />
      <text x={room.rightM - size / 3} y={size * 1.1} textAnchor="end" fill={ink.quiet}>
        front edge
      </text>
      {frontRowM !== undefined && (
        <>
          <line
            x1={room.leftM}
            x2={room.rightM}
            y1={frontRowM}
            y2={frontRowM}
            stroke={circles.some((c) => c.isBroken) ? ink.stop : ink.worked}
            strokeWidth={size / 6}
          />
          <text x={room.rightM - size / 3} y={frontRowM + size * 1.2} textAnchor="end" fill={ink.ink}>
            front row, {frontRowM} m
          </text>
          <text
            x={(room.leftM + room.rightM) / 2}
            y={frontRowM + size * 1.2}
            textAnchor="middle"
            fill={ink.quiet}
          >
            audience
          </text>
        </>
      )}
      {exits.map(({ name, at }) => (
        <g key={name}>
          <circle cx={at.rightM} cy={y(at.backM)} r={size / 2.2} fill={ink.worked} />
          <text
            x={at.rightM + (at.rightM > 0 ? -size / 2 : size / 2)}
            y={y(at.backM) - size * 0.7}
            textAnchor={at.rightM > 0 ? 'end' : 'start'}
            fill={ink.worked}
          >
            {name}
          </text>
        </g>
      ))}
      {circles.map(({ key, markId, radiusM, isBroken }) => {
        const mark = marks.find((m) => m.id === markId);
        if (!mark) return null;
        const at = middleOf(mark);
        const color = isBroken ? ink.stop : ink.caution;
        return (
          <circle
            key={key}
            cx={at.rightM}
            cy={y(at.backM)}
            r={radiusM}
            fill={color}
            fillOpacity={0.1}
            stroke={color}
            strokeWidth={size / 8}
            strokeDasharray={isBroken ? undefined : `${size / 2} ${size / 3}`}
          />
        );
      })}
      {marks.map((mark) => {
        const at = middleOf(mark);
        const { wideM, deepM } = sizeOf(mark);
        const isOpen = open?.has(mark.id) ?? true;
        return (
          <Box
            component="g"
            key={mark.id}
            data-testid={`mark-${mark.id}`}
            {...(moves && {
              tabIndex: 0,
              role: 'button',
              'aria-label': `${mark.name}: ${mark.rightM ?? 0} m right of the middle, ${mark.backM ?? 0} m behind the front edge. Arrow keys move it.`,
              onPointerDown: moves.pointer(mark),
              onKeyDown: moves.key(mark),
            })}
            sx={{ cursor: moves ? 'grab' : 'auto' }}
          >
            <rect
              x={at.rightM - wideM / 2}
              y={y(at.backM + deepM / 2)}
              width={wideM}
              height={deepM}
              fill={isOpen ? ink.wash : ink.card}
              stroke={isOpen ? ink.act : ink.rule}
              strokeWidth={size / 8}
            />
            <MarkName
              name={mark.name}
              wideM={wideM}
              size={size}
              x={at.rightM}
              y={y(at.backM)}
              fill={ink.ink}
            />
          </Box>
        );
      })}
      {circles.map(({ key, markId, radiusM, label, isBroken }) => {
        const mark = marks.find((m) => m.id === markId);
        if (!mark) return null;
        const at = middleOf(mark);
        // Above the circle; inside it where the back wall is near.
        const isNearWall = at.backM + radiusM + 1.6 * size > room.backM;
        const above = isNearWall
          ? Math.min(radiusM, room.backM - at.backM) - 1.3 * size
          : radiusM + size * 0.4;
        return (
          <text
            key={key}
            x={at.rightM}
            y={y(at.backM) - above}
            textAnchor="middle"
            fontWeight={700}
            fill={isBroken ? ink.stop : ink.caution}
          >
            {label}
          </text>
        );
      })}
    </Box>
  );
}

/** A name inside its box, a word a line, smaller where it must be. */
function MarkName({
  name,
  wideM,
  size,
  x,
  y,
  fill,
}: {
  name: string;
  wideM: number;
  size: number;
  x: number;
  y: number;
  fill: string;
}) {
  const words = name.split(/\s+/).slice(0, 3);
  const longest = Math.max(...words.map((w) => w.length));
  // Letters of this face are about half as wide as they are high.
  const fits = Math.min(size, wideM / (0.56 * Math.max(1, longest)));
  return (
    <text fontSize={fits} textAnchor="middle" fill={fill}>
      {words.map((word, i) => (
        <tspan key={i} x={x} y={y + (i - (words.length - 1) / 2) * fits + fits / 3}>
          {word}
        </tspan>
      ))}
    </text>
  );
}

const ARROWS: Record<string, readonly [right: number, back: number] | undefined> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

const round = (m: number) => Math.round(m * 10) / 10;

/** Where a pointer is, in metres of the drawing. */
function pointOf(
  event: { clientX: number; clientY: number },
  svg: SVGSVGElement | null,
): DOMPoint | undefined {
  const matrix = svg?.getScreenCTM();
  return matrix ? new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse()) : undefined;
}
