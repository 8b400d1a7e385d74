import { Box, type Theme } from '@mui/material';
import { type PlannedTask, type Timetable } from '@hearty/core';
import { memo } from 'react';
import { equalAsJson } from './equalAsJson';
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
  const lettered = columns.count > 2;
  const words = columns.list.map(({ task }, i) => [
    lettered ? `${letterOf(i)} · ${task.title}` : task.title,
    task.staleS === undefined
      ? `ready ${clock(task.readyS)}`
      : `fresh ${clock(task.readyS)}–${clock(task.staleS)}`,
  ]);
  const heights = words.map(labelPx);
  const labelTops = spread(
    columns.list.map(({ task }) => scale.y(task.handsOffS)),
    heights,
    4,
    lines,
  );
  const end = Math.max(timetable.endS, timetable.slotEndS);
  return (
    <Box component="ul" aria-label="Unattended" sx={{ position: 'relative', m: 0, p: 0, listStyle: 'none' }}>
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
            letter={lettered ? letterOf(i) : ''}
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
  /** What its bar and its words are told by, where there are many. */
  letter: string;
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
  letter,
  bad,
}: StandingProps) {
  const color = bad ? 'warning.main' : 'secondary.main';
  return (
    <li>
      {letter && (
        <Box aria-hidden sx={{ ...letterSx, color }} style={{ left: left - 5, top: top - LABEL.line }}>
          {letter}
        </Box>
      )}
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
}, equalAsJson);

const barSx = {
  position: 'absolute',
  width: 9,
  borderRadius: 5,
  border: 1,
  borderColor: 'secondary.main',
  bgcolor: (t: Theme) => t.ink.tide,
} as const;

/** a, b, … z, a1, b1, … */
const letterOf = (i: number): string =>
  String.fromCharCode(97 + (i % 26)) + (i < 26 ? '' : Math.floor(i / 26));

const letterSx = {
  position: 'absolute',
  width: COLUMN_PX,
  textAlign: 'center',
  fontSize: 'small',
  lineHeight: `${LABEL.line}px`,
} as const;

const labelSx = {
  position: 'absolute',
  right: 0,
  fontSize: 'small',
  lineHeight: `${LABEL.line}px`,
  overflowWrap: 'anywhere',
} as const;
