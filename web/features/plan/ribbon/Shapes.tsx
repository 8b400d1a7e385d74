import { memo } from 'react';
import { equalAsJson } from '../equalAsJson';
import { ACROSS } from './across';
import type { Piece, PlaceLane, Standing } from './lanes';
import type { Ribbon } from './ribbon';
import { inSight, type Sight } from '../sight';
import type { ItemShape } from './stage';

/** Everything of a ribbon that is not words: one picture below them, of which a screen reader hears nothing. */
export function Shapes({
  ribbon,
  movingId,
  sight,
}: {
  ribbon: Ribbon;
  movingId: string | undefined;
  sight: Sight | undefined;
}) {
  const { width, height } = ribbon;
  const isSeen = (top: number, bottom: number) => inSight(sight, top, bottom);
  return (
    <svg className="rb-shapes" aria-hidden width={width} height={height} viewBox={`0 0 ${width} ${height}`}>
      <defs>
        <pattern
          id="rb-hatch"
          width="7"
          height="7"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <line className="rb-hatch" x1="0" x2="0" y1="0" y2="7" />
        </pattern>
      </defs>
      {ribbon.rulings.map((r) => (
        <line key={r.y} className="rb-rule" x1={ACROSS.gutter} x2={width} y1={r.y} y2={r.y} />
      ))}
      {ribbon.seams.map((s) => (
        <line
          key={s.fromS}
          className="rb-seam"
          x1={ACROSS.ribbonLeft - 4}
          x2={ACROSS.ribbonLeft - 4}
          y1={s.top + 2}
          y2={s.top + s.height - 2}
        />
      ))}
      {ribbon.threads.map((t) => (
        <ThreadShape key={t.personId} x={t.x} fromY={t.fromY} toY={t.toY ?? height} />
      ))}
      {ribbon.threads.flatMap((t) =>
        t.pieces
          .filter((p) => isSeen(p.knotTop, p.knotTop + p.knotPx))
          .map((p) => <Knot key={p.about.key} kind={p.about.kind} x={t.x} top={p.knotTop} px={p.knotPx} />),
      )}
      {ribbon.places.flatMap((lane) =>
        lane.spans.map((s) => <PlaceShape key={s.key} left={lane.left} span={s} />),
      )}
      {ribbon.standings.map((s) => (
        <StandingShape key={s.key} standing={s} />
      ))}
      {ribbon.gaps.map((g) => (
        <rect
          key={g.top}
          className="rb-gap"
          x={g.left}
          y={g.top + 1}
          width={g.width}
          height={Math.max(2, g.height - 2)}
        />
      ))}
      {ribbon.items
        .filter((i) => i.about.itemId === movingId || isSeen(i.top, i.top + i.height))
        .map((i) => (
          <Block key={i.about.itemId} {...shapeOf(i)} isMoving={i.about.itemId === movingId} />
        ))}
      {ribbon.points.map((p) => (
        <line
          key={p.words}
          className={p.strong ? 'rb-point strong' : 'rb-point'}
          x1={ACROSS.gutter}
          x2={width}
          y1={p.y}
          y2={p.y}
        />
      ))}
      {ribbon.swell && (
        <>
          <polygon className="rb-swell" points={ribbon.swell.points} />
          <line
            className="rb-median"
            x1={ACROSS.ribbonLeft}
            x2={ACROSS.ribbonLeft + 108}
            y1={ribbon.swell.medianY}
            y2={ribbon.swell.medianY}
          />
        </>
      )}
    </svg>
  );
}

const shapeOf = ({ block, about: { isDemo, intensity, parts } }: ItemShape) => ({
  block,
  isDemo,
  intensity,
  parts,
});

/** An item's block of the ribbon, as wide as it is strong; a notch for each time the audience takes part. */
const Block = memo(function Block({
  block,
  isDemo,
  intensity,
  parts,
  isMoving,
}: ReturnType<typeof shapeOf> & { isMoving: boolean }) {
  const { left, top, width, height } = block;
  return (
    <>
      <rect
        className={[isDemo ? 'rb-demo' : 'rb-talk', isMoving && 'rb-moving'].filter(Boolean).join(' ')}
        x={left}
        y={top}
        width={width}
        height={height}
        {...(isDemo && { fillOpacity: 0.5 + 0.1 * intensity })}
      />
      {isDemo &&
        Array.from({ length: parts }, (_, i) => (
          <rect
            key={i}
            className="rb-part"
            x={left + width - 7}
            y={top + ((i + 0.5) / parts) * height - 1}
            width={7}
            height={2}
          />
        ))}
    </>
  );
}, equalAsJson);

const ThreadShape = memo(({ x, fromY, toY }: { x: number; fromY: number; toY: number }) => (
  <line className="rb-thread" x1={x} x2={x} y1={fromY} y2={toY} />
));
ThreadShape.displayName = 'ThreadShape';

const Knot = memo(
  ({ kind, x, top, px }: { kind: Piece['about']['kind']; x: number; top: number; px: number }) => (
    <rect className={`rb-${kind}`} x={x - 4} y={top} width={8} height={px} rx={4} />
  ),
);
Knot.displayName = 'Knot';

const PlaceShape = memo(
  ({ left, span }: { left: number; span: PlaceLane['spans'][number] }) => (
    <rect
      className={span.isPlayed ? 'rb-played' : 'rb-standing'}
      x={left}
      y={span.top}
      width={ACROSS.placePx - ACROSS.gap}
      height={span.height}
      rx={3}
    />
  ),
  equalAsJson,
);
PlaceShape.displayName = 'PlaceShape';

/** Dotted while it becomes ready, a bracket while it is good, dashed where it is used too late. */
const StandingShape = memo(
  ({ standing: { x, top, readyY, goodY, usedY, isStale } }: { standing: Standing }) => (
    <>
      {readyY > top && <line className="rb-dots" x1={x} x2={x} y1={top + 1} y2={readyY - 2} />}
      <path className="rb-good" d={`M${x + 6} ${readyY}H${x}V${Math.max(readyY + 3, goodY)}H${x + 6}`} />
      {isStale && <path className="rb-stale" d={`M${x} ${goodY}V${usedY}H${x + 6}`} />}
    </>
  ),
  equalAsJson,
);
StandingShape.displayName = 'StandingShape';
