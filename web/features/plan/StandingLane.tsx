import { Box } from '@mui/material';
import { formatClock, type PlannedTask, type Timetable } from '@hearty/core';
import { spread, type Scale } from './scale';

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
const LABEL_PX = 30;

/** Soaks, warmings and chillings: a bar while each becomes ready, a bracket while it stays fresh, till it is used. */
export function StandingLane({
  columns,
  timetable,
  scale,
  up,
}: {
  columns: ReturnType<typeof standingColumns>;
  timetable: Timetable;
  scale: Scale;
  up: number;
}) {
  const lines = [timetable.doorsS, 0, timetable.slotEndS].map(scale.y);
  const clear = (top: number) => {
    const line = lines.find((y) => top - 2 < y && y < top + LABEL_PX);
    return line === undefined ? top : line + 3;
  };
  const labelTops = spread(
    columns.list.map(({ task }) => clear(scale.y(task.handsOffS))),
    columns.list.map(() => LABEL_PX),
    2,
  );
  const end = Math.max(timetable.endS, timetable.slotEndS);
  return (
    <Box component="ul" aria-label="What stands" sx={{ position: 'relative', m: 0, p: 0, listStyle: 'none' }}>
      {columns.list.map(({ task, column }, i) => {
        const staleS = Math.min(end + 60, task.staleS ?? task.usedS);
        const bad = task.staleS !== undefined && task.staleS < task.usedS;
        const left = column * COLUMN_PX;
        const top = scale.y(task.handsOffS);
        return (
          <Box component="li" key={task.id}>
            <Box
              sx={{
                position: 'absolute',
                left,
                width: 9,
                top,
                height: Math.max(5, scale.y(task.readyS) - top),
                borderRadius: 5,
                border: 1,
                borderColor: 'secondary.main',
                bgcolor: (t) => t.ink.tide,
              }}
            />
            <Box
              sx={{
                position: 'absolute',
                left: left + 10,
                width: 6,
                top: scale.y(task.readyS),
                height: Math.max(3, scale.y(staleS) - scale.y(task.readyS)),
                border: 2,
                borderLeft: 0,
                borderColor: bad ? 'warning.main' : 'secondary.main',
              }}
            />
            <Box
              sx={{
                position: 'absolute',
                left: left - 1,
                width: 13,
                top: scale.y(task.usedS) - 1,
                borderTop: 3,
                borderColor: 'primary.main',
              }}
            />
            <Box
              sx={{
                position: 'absolute',
                top: labelTops[i],
                left: columns.count * COLUMN_PX + 2,
                right: 0,
                height: LABEL_PX,
                fontSize: 11.5,
                lineHeight: 1.25,
                overflow: 'hidden',
                color: bad ? 'warning.main' : 'secondary.main',
              }}
            >
              <Box sx={{ overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' }}>
                {task.title}
              </Box>
              ready {formatClock(up + task.readyS)}
              {task.staleS !== undefined && ` · stale ${formatClock(up + task.staleS)}`}
            </Box>
          </Box>
        );
      })}
    </Box>
  );
}
