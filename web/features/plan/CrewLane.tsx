import { useDraggable } from '@dnd-kit/core';
import LockIcon from '@mui/icons-material/Lock';
import { Box, Tooltip } from '@mui/material';
import { formatClock, formatDuration, type Person, type PlannedTask, type Timetable } from '@hearty/core';
import type { KeyboardEvent } from 'react';
import type { Held } from './drag';
import { spread, WORK_PX, type Scale } from './scale';
import { select } from './view';

interface Block {
  key: string;
  title: string;
  words: string;
  startS: number;
  endS: number;
  held: Held;
  task?: PlannedTask;
}

interface CrewLaneProps {
  person: Person;
  timetable: Timetable;
  scale: Scale;
  up: number;
  onKeyDown: (held: Held) => (event: KeyboardEvent) => void;
}

/** What one person does and when: on stage, preparing, resetting. Blocks are moved down the lane and across lanes. */
export function CrewLane({ person, timetable, scale, up, onKeyDown }: CrewLaneProps) {
  const { stage, work } = blocksOf(person.id, timetable);
  const heights = work.map((b) => Math.max(WORK_PX, scale.y(b.endS) - scale.y(b.startS) - 1));
  const tops = spread(
    work.map((b) => scale.y(b.startS)),
    heights,
    1,
  );
  const arrival = timetable.arrivals.find((a) => a.personId === person.id);
  return (
    <Box
      component="ul"
      data-person={person.id}
      aria-label={`What ${person.name} does`}
      sx={{ position: 'relative', m: 0, p: 0, listStyle: 'none' }}
    >
      {arrival && (
        <Comes top={scale.y(arrival.arrivesS)} words={`in ${formatClock(up + arrival.arrivesS)}`} />
      )}
      {arrival?.leavesS !== undefined && (
        <Comes top={scale.y(arrival.leavesS)} words={`out ${formatClock(up + arrival.leavesS)}`} />
      )}
      {stage.map((b) => (
        <StageBlock
          key={b.key}
          block={b}
          top={scale.y(b.startS)}
          height={scale.y(b.endS) - scale.y(b.startS) - 1}
          onKeyDown={onKeyDown(b.held)}
        />
      ))}
      {work.map((b, i) => (
        <WorkBlock
          key={b.key}
          block={b}
          up={up}
          top={tops[i]!}
          height={heights[i]!}
          onKeyDown={onKeyDown(b.held)}
        />
      ))}
    </Box>
  );
}

const Comes = ({ top, words }: { top: number; words: string }) => (
  <Box
    component="li"
    sx={{
      position: 'absolute',
      top: top - 16,
      left: 0,
      right: 0,
      fontSize: 11.5,
      lineHeight: '16px',
      color: 'text.secondary',
      borderBottom: '1px dotted',
    }}
  >
    {words}
  </Box>
);

interface BlockProps {
  block: Block;
  top: number;
  height: number;
  onKeyDown: (event: KeyboardEvent) => void;
}

function StageBlock({ block, top, height, onKeyDown }: BlockProps) {
  const { listeners, setNodeRef, attributes } = useDraggable({ id: `stage:${block.key}`, data: block.held });
  return (
    <Box component="li" sx={{ ...blockSx, top, height, p: 0 }}>
      <Box
        ref={setNodeRef}
        {...attributes}
        {...listeners}
        role="button"
        tabIndex={0}
        aria-label={`${block.words} in ${block.title}`}
        aria-describedby="plan-keys"
        onKeyDown={onKeyDown}
        onClick={() => select(block.held.kind === 'demo' ? undefined : block.held.itemId)}
        sx={{
          height: '100%',
          px: 1,
          overflow: 'hidden',
          bgcolor: (t) => t.ink.wash,
          color: 'text.secondary',
          cursor: 'grab',
          touchAction: 'none',
          borderRadius: 1,
          '@media print': { border: '1px solid #999' },
        }}
      >
        {height >= 15 && block.words}
      </Box>
    </Box>
  );
}

function WorkBlock({ block: b, top, height, up, onKeyDown }: BlockProps & { up: number }) {
  const { listeners, setNodeRef, attributes } = useDraggable({ id: `work:${b.key}`, data: b.held });
  const clock = (s: number) => formatClock(up + s);
  const floats = b.task && `not before ${clock(b.task.earliestS)}, can wait until ${clock(b.task.latestS)}`;
  const about = `${clock(b.startS)} ${b.title}, ${formatDuration(b.endS - b.startS)}${floats ? `; ${floats}` : ''}`;
  return (
    <Tooltip title={b.task?.locked ? `${about}; locked` : about} disableInteractive>
      <Box component="li" sx={{ ...blockSx, top, height, zIndex: 3, p: 0 }}>
        <Box
          ref={setNodeRef}
          {...attributes}
          {...listeners}
          role="button"
          tabIndex={0}
          aria-label={`${b.words} ${about}${b.task?.locked ? ', locked' : ''}`}
          aria-describedby="plan-keys"
          onKeyDown={onKeyDown}
          onClick={() => select(b.held.kind === 'demo' ? undefined : b.held.itemId)}
          sx={{
            height: '100%',
            px: 1,
            overflow: 'hidden',
            ...(height < 34 && { whiteSpace: 'nowrap', textOverflow: 'ellipsis' }),
            cursor: 'grab',
            touchAction: 'none',
            borderRadius: 1,
            bgcolor: 'background.paper',
            border: '1px solid',
            borderColor: b.held.kind === 'task' ? 'primary.main' : 'divider',
            ...(b.held.kind === 'reset' && {
              backgroundImage: (t) =>
                `repeating-linear-gradient(135deg, transparent 0 8px, ${t.ink.rule}66 8px 14px)`,
            }),
          }}
        >
          {b.task?.locked && <LockIcon sx={{ fontSize: 11, mr: 0.5, verticalAlign: '-1px' }} />}
          {b.title}
        </Box>
      </Box>
    </Tooltip>
  );
}

const blockSx = {
  position: 'absolute',
  left: 0,
  right: 0,
  px: 1,
  overflow: 'hidden',
  borderRadius: 1,
  fontSize: 12,
  lineHeight: 1.35,
} as const;

function blocksOf(personId: string, { items, tasks, resets }: Timetable): { stage: Block[]; work: Block[] } {
  const stage = items.flatMap((i): Block[] => {
    const words =
      i.presenterId === personId ? 'on stage' : i.helperIds.includes(personId) ? 'helps' : undefined;
    if (!words) return [];
    const held: Held = { kind: 'stage', itemId: i.itemId, title: i.title, personId };
    return [{ key: `${i.itemId}:${personId}`, title: i.title, words, startS: i.startS, endS: i.endS, held }];
  });
  const work = [
    ...tasks
      .filter((t) => t.personId === personId && t.hostItemId === undefined)
      .map((t): Block => ({
        key: t.id,
        title: t.title,
        words: 'Prepares',
        startS: t.startS,
        endS: t.handsOffS,
        task: t,
        held: {
          kind: 'task',
          itemId: t.itemId,
          taskId: t.taskId,
          title: t.title,
          startS: t.startS,
          personId,
        },
      })),
    ...resets
      .filter((r) => r.personId === personId)
      .map((r): Block => ({
        key: `reset:${r.itemId}`,
        title: r.title,
        words: 'Resets',
        startS: r.startS,
        endS: r.endS,
        held: { kind: 'reset', itemId: r.itemId, title: r.title, personId },
      })),
  ].sort((a, b) => a.startS - b.startS);
  return { stage, work };
}
