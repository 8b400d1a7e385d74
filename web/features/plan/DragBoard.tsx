import {
  DndContext,
  DragOverlay,
  PointerSensor,
  useSensor,
  useSensors,
  type DragStartEvent,
} from '@dnd-kit/core';
import { Box } from '@mui/material';
import { formatClock, type ShowFile, type Timetable } from '@hearty/core';
import { useCallback, useRef, useState, type ReactNode } from 'react';
import { changeOf } from './drag';
import type { Held } from './ribbon/held';
import type { TimeMap } from './ribbon/time';
import { commitChange, previewChange, usePlanView } from './view';

interface DragBoardProps {
  file: ShowFile;
  timetable: Timetable;
  time: TimeMap;
  up: number;
  children: ReactNode;
}

/** Everything that can be dragged on the plan, and what letting go would do: shown while it is held, made when let go. */
export function DragBoard({ file, timetable, time, up, children }: DragBoardProps) {
  const board = useRef<HTMLDivElement>(null);
  const [held, setHeld] = useState<Held>();
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));
  const hand = useRef({ x: 0, y: 0, fromY: 0 });
  const follow = useCallback((event: PointerEvent) => {
    hand.current = { ...hand.current, x: event.clientX, y: event.clientY };
  }, []);
  const topOf = () => board.current?.querySelector('[data-score-top]')?.getBoundingClientRect();
  const begin = ({ active, activatorEvent }: DragStartEvent) => {
    const { clientX, clientY } = activatorEvent as PointerEvent;
    hand.current = { x: clientX, y: clientY, fromY: clientY - (topOf()?.top ?? 0) };
    window.addEventListener('pointermove', follow, true);
    setHeld(active.data.current as Held);
  };
  const end = () => {
    window.removeEventListener('pointermove', follow, true);
    setHeld(undefined);
  };
  // Where the hand is, not where the drag library last placed it: a quick drop and a scrolled page count too.
  const changeAt = () => {
    const top = topOf();
    // As it was when it was picked up: by now it may be drawn where it would be.
    const thing = held;
    const { x, y, fromY } = hand.current;
    if (!top || !thing) return undefined;
    // A demo of the library is dropped on the score, nowhere else.
    if (thing.kind === 'demo' && (x < top.left || x > top.right)) return undefined;
    const lane = document.elementsFromPoint(x, y).find((e) => e.hasAttribute('data-person'));
    const at = {
      y: y - top.top,
      movedY: y - top.top - fromY,
      personId: lane?.getAttribute('data-person') ?? undefined,
    };
    return changeOf(thing, at, file.show, timetable, time);
  };
  const preview = usePlanView((s) => s.preview);
  const startS = preview?.kind === 'set-task' ? preview.choice.startS : undefined;
  return (
    <DndContext
      sensors={sensors}
      accessibility={{ screenReaderInstructions: { draggable: '' } }}
      onDragStart={begin}
      onDragMove={() => {
        const change = changeAt();
        const was = usePlanView.getState().preview;
        if (JSON.stringify(change) !== JSON.stringify(was)) previewChange(change, true);
      }}
      onDragEnd={() => {
        const change = changeAt();
        end();
        if (change) commitChange(change);
        else previewChange(undefined);
      }}
      onDragCancel={() => {
        end();
        previewChange(undefined);
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
              fontSize: 'small',
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
