import { useDraggable } from '@dnd-kit/core';
import { Box, type Theme } from '@mui/material';
import { formatDuration, type Person, type PlannedTask, type Timetable } from '@hearty/core';
import { memo } from 'react';
import { equalAsJson } from './equalAsJson';
import type { Held } from './drag';
import { spread, WORK_PX, type Scale } from './scale';
import { inSight, type Sight } from './sight';
import { select } from './view';
import { LockIcon } from '../../kit/icons';

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
  clock: (s: number) => string;
  sight: Sight | undefined;
}

/** What one person does and when: on stage, preparing, resetting. Blocks are moved down the lane and across lanes. */
export function CrewLane({ person, timetable, scale, clock, sight }: CrewLaneProps) {
  const { stage, work } = blocksOf(person.id, timetable);
  const heights = work.map((b) => Math.max(WORK_PX, scale.y(b.endS) - scale.y(b.startS) - 1));
  const tops = spread(
    work.map((b) => scale.y(b.startS)),
    heights,
    1,
  );
  // Words of the stage give way downwards to a piece of work that is drawn over them.
  const below = (top: number) =>
    Math.max(
      0,
      ...tops.flatMap((t, i) => (t < top + WORDS_PX && t + heights[i]! > top ? [t + heights[i]! - top] : [])),
    );
  const arrival = timetable.arrivals.find((a) => a.personId === person.id);
  return (
    <Box
      component="ul"
      data-person={person.id}
      aria-label={`What ${person.name} does`}
      sx={{ position: 'relative', m: 0, p: 0, listStyle: 'none' }}
    >
      {arrival && <Comes top={scale.y(arrival.arrivesS)} words={`arrives ${clock(arrival.arrivesS)}`} />}
      {arrival?.leavesS !== undefined && (
        <Comes top={scale.y(arrival.leavesS)} words={`leaves ${clock(arrival.leavesS)}`} />
      )}
      {stage.map((b) => {
        const [top, bottom] = [scale.y(b.startS), scale.y(b.endS)];
        if (!inSight(sight, top, bottom)) return null;
        return (
          <StageBlock
            key={b.key}
            held={b.held}
            words={b.words}
            about={`${b.words} in ${b.title}, ${clock(b.startS)}, ${formatDuration(b.endS - b.startS)}`}
            top={top}
            height={bottom - top - 1}
            wordsTop={below(top)}
          />
        );
      })}
      {work.map((b, i) => {
        const [top, height] = [tops[i]!, heights[i]!];
        if (!inSight(sight, top, top + height)) return null;
        return (
          <WorkBlock
            key={b.key}
            held={b.held}
            words={b.words}
            title={b.title}
            about={aboutWork(b, clock)}
            locked={b.task?.locked ?? false}
            top={top}
            height={height}
          />
        );
      })}
    </Box>
  );
}

const Comes = ({ top, words }: { top: number; words: string }) => (
  <Box
    component="li"
    sx={{
      position: 'absolute',
      left: 0,
      right: 0,
      fontSize: 'small',
      lineHeight: '16px',
      color: 'text.secondary',
      borderBottom: '1px dotted',
    }}
    style={{ top: top - 16 }}
  >
    {words}
  </Box>
);

/** "14:10 Warm the bottle, 2 min; not before 14:05, can wait until 14:20; locked". */
function aboutWork({ title, startS, endS, task }: Block, clock: (s: number) => string): string {
  const floats = task && `not before ${clock(task.earliestS)}, can wait until ${clock(task.latestS)}`;
  return [
    `${clock(startS)} ${title}, ${formatDuration(endS - startS)}`,
    ...(floats ? [floats] : []),
    ...(task?.locked ? ['locked'] : []),
  ].join('; ');
}

/** A piece of somebody's time; nothing but words and numbers, so that one that says the same is not drawn again. */
interface PieceProps {
  held: Held;
  words: string;
  /** All there is to say of it, with its times. */
  about: string;
  top: number;
  height: number;
}

/** What a line of words needs. */
const WORDS_PX = 16;

const openItem = (held: Held) => select(held.kind === 'demo' ? undefined : held.itemId);

const StageBlock = memo(function StageBlock({
  held,
  words,
  about,
  top,
  height,
  wordsTop,
}: PieceProps & { wordsTop: number }) {
  const { listeners, setNodeRef, attributes } = useDraggable({ id: `stage:${idOf(held)}`, data: held });
  return (
    <Box component="li" sx={blockSx} style={{ top, height }}>
      <Box
        ref={setNodeRef}
        {...attributes}
        {...listeners}
        role="button"
        tabIndex={0}
        data-held={JSON.stringify(held)}
        data-hint={about}
        aria-label={about}
        aria-describedby="plan-keys"
        onClick={() => openItem(held)}
        sx={{ ...pieceSx, bgcolor: (t) => t.ink.wash, color: 'text.secondary' }}
      >
        {height - wordsTop >= WORDS_PX && <div style={{ paddingTop: wordsTop }}>{words}</div>}
      </Box>
    </Box>
  );
}, equalAsJson);

const WorkBlock = memo(function WorkBlock({
  held,
  words,
  title,
  about,
  locked,
  top,
  height,
}: PieceProps & { title: string; locked: boolean }) {
  const { listeners, setNodeRef, attributes } = useDraggable({ id: `work:${idOf(held)}`, data: held });
  return (
    <Box component="li" sx={blockSx} style={{ top, height, zIndex: 3 }}>
      <Box
        ref={setNodeRef}
        {...attributes}
        {...listeners}
        role="button"
        tabIndex={0}
        data-held={JSON.stringify(held)}
        data-hint={about}
        aria-label={`${words} ${about}`}
        aria-describedby="plan-keys"
        onClick={() => openItem(held)}
        className={held.kind}
        sx={{ ...pieceSx, ...workSx }}
        // One line, or as many as there is room for, and none cut through.
        style={{ whiteSpace: height < 36 ? 'nowrap' : 'normal', lineHeight: height < 36 ? '22px' : '16px' }}
      >
        {locked && <LockIcon sx={{ fontSize: 'small', mr: 0.5, verticalAlign: '-1px' }} />}
        {title}
      </Box>
    </Box>
  );
}, equalAsJson);

const idOf = (held: Held) =>
  held.kind === 'task'
    ? `${held.itemId}:${held.taskId}`
    : held.kind === 'demo'
      ? held.newId
      : `${held.kind}:${held.itemId}:${'personId' in held ? held.personId : ''}`;

// A block far from what is looked at costs nothing: it is neither laid out nor painted.
const blockSx = {
  position: 'absolute',
  left: 0,
  right: 0,
  contentVisibility: 'auto',
  fontSize: 'small',
  lineHeight: 1.35,
} as const;

const pieceSx = {
  height: '100%',
  px: 1,
  overflow: 'hidden',
  overflowWrap: 'anywhere',
  cursor: 'grab',
  touchAction: 'none',
  borderRadius: 1,
  '@media print': { border: '1px solid #999' },
} as const;

const workSx = {
  bgcolor: 'background.paper',
  border: '1px solid',
  borderColor: 'divider',
  '&.task': { borderColor: 'primary.main' },
  '&.reset': {
    backgroundImage: (t: Theme) =>
      `repeating-linear-gradient(135deg, transparent 0 8px, ${t.ink.rule}66 8px 14px)`,
  },
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
        key: `reset:${r.id}`,
        title: r.title,
        words: 'Resets',
        startS: r.startS,
        endS: r.endS,
        held: { kind: 'reset', itemId: r.itemId, title: r.title, personId },
      })),
  ].sort((a, b) => a.startS - b.startS);
  return { stage, work };
}
