import { Box, type Theme } from '@mui/material';
import { type PlannedTask, type Timetable } from '@hearty/core';
import { memo } from 'react';
import { alike } from './alike';
import { spread, type Scale } from './scale';
import { inSight, type Sight } from './sight';

interface Column {
  task: PlannedTask;
  column: number;
}

/** Tasks that stand by themselves, each in a column free from its hands-off to its use. */
export function standingColumns(tasks: readonly PlannedTask[]): { count: number; list: Column[] } {
  const freeFrom: number[] = [];
  const list = tasks
    .filter((t) => t.readyS > t.handsOffS || t.staleS !== undefined)
    .map((task) => {
      let column = freeFrom.findIndex((s) => s <= task.handsOffS);
      if (column < 0) column = freeFrom.length;
      freeFrom[column] = task.usedS + 1;
      return { task, column };
    });
  return { count: freeFrom.length, list };
}

const COLUMN_PX = 20;
const LABEL = { width: 116, line: 15, letter: 6.1 };

/** How tall a label is, its words broken into lines: none ends in dots. */
const labelPx = (words: readonly string[]) =>
  LABEL.line *
  words.reduce((sum, w) => sum + Math.max(1, Math.ceil((w.length * LABEL.letter) / LABEL.width)), 0);

/** Soaks, warmings and chillings: a bar while each becomes ready, a bracket while it stays fresh, till it is used. */
export function StandingLane({
  columns,
  timetable,
  scale,
  clock,
  sight,
}: {
  columns: ReturnType<typeof standingColumns>;
  timetable: Timetable;
  scale: Scale;
  clock: (s: number) => string;
  sight: Sight | undefined;
}) {
  const lines = [timetable.doorsS, 0, timetable.slotEndS].map(scale.y);
  const words = columns.list.map(({ task }) => [
    task.title,
    task.staleS === undefined
      ? `ready ${clock(task.readyS)}`
      : `fresh ${clock(task.readyS)}–${clock(task.staleS)}`,
  ]);
  const heights = words.map(labelPx);
  const clear = (top: number, height: number) => {
    const line = lines.find((y) => top - 2 < y && y < top + height);
    return line === undefined ? top : line + 3;
  };
  const labelTops = spread(
    columns.list.map(({ task }, i) => clear(scale.y(task.handsOffS), heights[i]!)),
    heights,
    4,
  );
  const end = Math.max(timetable.endS, timetable.slotEndS);
  return (
    <Box component="ul" aria-label="What stands" sx={{ position: 'relative', m: 0, p: 0, listStyle: 'none' }}>
      {columns.list.map(({ task, column }, i) => {
        const staleS = Math.min(end + 60, task.staleS ?? task.usedS);
        const bad = task.staleS !== undefined && task.staleS < task.usedS;
        const top = scale.y(task.handsOffS);
        const usedY = scale.y(task.usedS);
        const lowest = Math.max(usedY, labelTops[i]! + heights[i]!, scale.y(staleS));
        if (!inSight(sight, top, lowest)) return null;
        return (
          <Standing
            key={task.id}
            left={column * COLUMN_PX}
            labelLeft={columns.count * COLUMN_PX + 2}
            top={top}
            readyY={scale.y(task.readyS)}
            staleY={scale.y(staleS)}
            usedY={usedY}
            labelTop={labelTops[i]!}
            words={words[i]!}
            bad={bad}
          />
        );
      })}
    </Box>
  );
}

interface StandingProps {
  left: number;
  labelLeft: number;
  top: number;
  readyY: number;
  staleY: number;
  usedY: number;
  labelTop: number;
  words: string[];
  /** It goes stale before it is used. */
  bad: boolean;
}

const Standing = memo(function Standing({
  left,
  labelLeft,
  top,
  readyY,
  staleY,
  usedY,
  labelTop,
  words,
  bad,
}: StandingProps) {
  const color = bad ? 'warning.main' : 'secondary.main';
  return (
    <li>
      <Box sx={barSx} style={{ left, top, height: Math.max(5, readyY - top) }} />
      <Box
        sx={{ position: 'absolute', width: 6, border: 2, borderLeft: 0, borderColor: color }}
        style={{ left: left + 10, top: readyY, height: Math.max(3, staleY - readyY) }}
      />
      <Box
        sx={{ position: 'absolute', width: 13, borderTop: 3, borderColor: 'primary.main' }}
        style={{ left: left - 1, top: usedY - 1 }}
      />
      <Box sx={{ ...labelSx, color }} style={{ top: labelTop, left: labelLeft }}>
        {words.map((line) => (
          <div key={line}>{line}</div>
        ))}
      </Box>
    </li>
  );
}, alike);

const barSx = {
  position: 'absolute',
  width: 9,
  borderRadius: 5,
  border: 1,
  borderColor: 'secondary.main',
  bgcolor: (t: Theme) => t.ink.tide,
} as const;

const labelSx = {
  position: 'absolute',
  right: 0,
  fontSize: 'small',
  lineHeight: `${LABEL.line}px`,
  overflowWrap: 'anywhere',
} as const;
