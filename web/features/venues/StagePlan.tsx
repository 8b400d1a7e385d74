import type { Mark, Venue } from '@hearty/core';
import { Box } from '@mui/material';

/** Room around what is drawn, in metres. */
const MARGIN_M = 0.5;

/** The marks of a venue from above, to scale: the audience below, the front edge a line. Nothing where no place is known. */
export function StagePlan({ venue: { marks } }: { venue: Venue }) {
  const placed = marks.filter(isPlaced);
  if (placed.length === 0) return null;
  const left = Math.min(...placed.map((m) => m.rightM - m.wideM / 2)) - MARGIN_M;
  const right = Math.max(...placed.map((m) => m.rightM + m.wideM / 2)) + MARGIN_M;
  const back = Math.max(...placed.map((m) => m.backM + m.deepM)) + MARGIN_M;
  // Words as large as the drawing allows.
  const size = (right - left) / 22;
  return (
    <Box
      component="svg"
      role="img"
      aria-label={`The stage from above: ${placed.map((m) => m.name).join(', ')}`}
      viewBox={`${left} ${-back} ${right - left} ${back + 2 * size}`}
      sx={{ width: '100%', maxHeight: 200, display: 'block', my: 2, color: 'text.secondary' }}
    >
      <line x1={left} x2={right} y1={0} y2={0} stroke="currentColor" strokeWidth={0.03} />
      <text x={(left + right) / 2} y={size * 1.3} fontSize={size} textAnchor="middle" fill="currentColor">
        audience
      </text>
      {placed.map((m) => (
        <g key={m.id}>
          <rect
            x={m.rightM - m.wideM / 2}
            y={-m.backM - m.deepM}
            width={m.wideM}
            height={m.deepM}
            rx={0.06}
            fill="none"
            stroke="currentColor"
            strokeWidth={0.05}
          />
          <text
            x={m.rightM}
            y={-m.backM - m.deepM / 2}
            fontSize={size}
            textAnchor="middle"
            dominantBaseline="middle"
            fill="currentColor"
          >
            {m.name}
          </text>
        </g>
      ))}
    </Box>
  );
}

type Placed = Mark & Required<Pick<Mark, 'wideM' | 'deepM' | 'rightM' | 'backM'>>;

const isPlaced = (mark: Mark): mark is Placed =>
  mark.wideM !== undefined &&
  mark.deepM !== undefined &&
  mark.rightM !== undefined &&
  mark.backM !== undefined;
