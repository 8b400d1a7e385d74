import {
  DndContext,
  DragOverlay,
  PointerSensor,
  pointerWithin,
  useSensor,
  useSensors,
  type DragMoveEvent,
} from '@dnd-kit/core';
import { Box } from '@mui/material';
import { formatClock, type ShowFile, type Timetable } from '@hearty/core';
import { useRef, useState, type ReactNode } from 'react';
import { changeOf, type Held } from './drag';
import type { Scale } from './scale';
import { make, think, usePlanView } from './view';

interface DragBoardProps {
  file: ShowFile;
  timetable: Timetable;
  scale: Scale;
  up: number;
  children: ReactNode;
}

/** Everything that can be dragged on the plan, and what letting go would do: shown while it is held, made when let go. */
export function DragBoard({ file, timetable, scale, up, children }: DragBoardProps) {
  const board = useRef<HTMLDivElement>(null);
  const [held, setHeld] = useState<Held>();
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));
  const changeAt = ({ active, over, delta, activatorEvent }: DragMoveEvent) => {
    const top = board.current?.querySelector('[data-score-top]')?.getBoundingClientRect();
    const pointer = activatorEvent as PointerEvent;
    if (!top) return undefined;
    const x = pointer.clientX + delta.x;
    const thing = active.data.current as Held;
    // A demo of the library is dropped on the score, nowhere else.
    if (thing.kind === 'demo' && (x < top.left || x > top.right)) return undefined;
    const personId = (over?.data.current as { personId?: string } | undefined)?.personId;
    const at = { y: pointer.clientY + delta.y - top.top, movedY: delta.y, personId };
    return changeOf(thing, at, file.show, timetable, scale);
  };
  const thought = usePlanView((s) => s.thought);
  const startS = thought?.kind === 'set-task' ? thought.choice.startS : undefined;
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={pointerWithin}
      accessibility={{ screenReaderInstructions: { draggable: '' } }}
      onDragStart={({ active }) => setHeld(active.data.current as Held)}
      onDragMove={(event) => {
        const change = changeAt(event);
        const was = usePlanView.getState().thought;
        if (JSON.stringify(change) !== JSON.stringify(was)) think(change, true);
      }}
      onDragEnd={(event) => {
        setHeld(undefined);
        const change = changeAt(event);
        if (change) make(change);
        else think(undefined);
      }}
      onDragCancel={() => {
        setHeld(undefined);
        think(undefined);
      }}
    >
      <div ref={board}>{children}</div>
      <DragOverlay dropAnimation={null}>
        {held && (
          <Box
            sx={{
              display: 'inline-block',
              maxWidth: 280,
              px: 2,
              py: 0.5,
              bgcolor: 'background.paper',
              border: 1,
              borderColor: 'primary.main',
              borderRadius: 1,
              boxShadow: 6,
              fontSize: 13,
              fontWeight: 600,
              cursor: 'grabbing',
            }}
          >
            {startS !== undefined && `${formatClock(up + startS, true)} `}
            {held.title}
          </Box>
        )}
      </DragOverlay>
    </DndContext>
  );
}
