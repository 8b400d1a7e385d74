import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import { SortableContext, sortableKeyboardCoordinates, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { Box, Typography } from '@mui/material';
import { clockToS, formatClock, type Plan, type ShowFile } from '@hearty/core';
import { edit } from '../shows/draft';
import { CrewLane } from './CrewLane';
import { Landing } from './Landing';
import type { Scale } from './scale';
import { StageItem } from './StageItem';
import { StandingLane, standingColumns } from './StandingLane';

interface ScoreProps {
  file: ShowFile;
  plan: Plan;
  scale: Scale;
  selected: string | undefined;
  onSelect: (itemId: string) => void;
}

/** Time runs down the page: the stage first, the crew beside it, then what stands by itself with its fresh window. */
export function Score({ file, plan, scale, selected, onSelect }: ScoreProps) {
  const { timetable } = plan;
  const up = clockToS(file.show.curtainUp);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 5 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const ids = timetable.items.map((i) => i.itemId);
  const title = (id: string | number) => timetable.items.find((i) => i.itemId === id)?.title ?? '';
  const drop = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    edit((show) => {
      const items = [...show.items];
      const from = items.findIndex((i) => i.id === active.id);
      const to = items.findIndex((i) => i.id === over.id);
      if (from < 0 || to < 0) return show;
      items.splice(to, 0, ...items.splice(from, 1));
      return { ...show, items };
    });
  };
  const columns = standingColumns(timetable.tasks);
  const standingWidth = Math.max(1, columns.count) * 20 + 138;
  const people = file.show.crew
    .map((c) => file.crew.find((p) => p.id === c.personId))
    .filter((p) => p !== undefined);
  const lanes = `52px minmax(190px, 1.9fr) repeat(${people.length}, minmax(86px, 0.62fr)) ${standingWidth}px`;
  return (
    <Box sx={{ overflowX: 'auto' }} data-testid="score">
      <Box sx={{ minWidth: 420 + people.length * 90 }}>
        <Box sx={{ display: 'grid', gridTemplateColumns: lanes, columnGap: '10px', mb: 1 }}>
          <span />
          {['Stage', ...people.map((p) => p.name), 'Standing'].map((name, i) => (
            <Typography key={i} variant="h3" component="span" color="textSecondary">
              {name}
            </Typography>
          ))}
        </Box>
        <Box sx={{ position: 'relative', height: scale.height }}>
          <Rulings scale={scale} plan={plan} up={up} />
          <Box
            sx={{
              display: 'grid',
              gridTemplateColumns: lanes,
              columnGap: '10px',
              position: 'absolute',
              inset: 0,
            }}
          >
            <span />
            <DndContext
              sensors={sensors}
              collisionDetection={closestCenter}
              onDragEnd={drop}
              accessibility={{
                screenReaderInstructions: {
                  draggable:
                    'Press space to pick the item up, arrow keys to move it, space to put it down, escape to leave it where it was.',
                },
                announcements: {
                  onDragStart: ({ active }) => `Picked up ${title(active.id)}.`,
                  onDragOver: ({ active, over }) =>
                    over
                      ? `${title(active.id)} is at place ${ids.indexOf(String(over.id)) + 1} of ${ids.length}.`
                      : '',
                  onDragEnd: ({ active, over }) =>
                    over
                      ? `${title(active.id)} is put down at place ${ids.indexOf(String(over.id)) + 1}.`
                      : `${title(active.id)} is put back.`,
                  onDragCancel: ({ active }) => `${title(active.id)} is back where it was.`,
                },
              }}
            >
              <Box
                component="ol"
                aria-label="Running order"
                sx={{ position: 'relative', m: 0, p: 0, listStyle: 'none' }}
              >
                <SortableContext items={ids} strategy={verticalListSortingStrategy}>
                  {timetable.items.map((item) => (
                    <StageItem
                      key={item.itemId}
                      item={item}
                      file={file}
                      top={scale.y(item.startS)}
                      height={scale.y(item.endS) - scale.y(item.startS)}
                      startsAt={formatClock(up + item.startS)}
                      selected={item.itemId === selected}
                      onSelect={() => onSelect(item.itemId)}
                    />
                  ))}
                </SortableContext>

                {timetable.items.length === 0 && (
                  <Typography
                    color="textSecondary"
                    sx={{ position: 'absolute', top: scale.curtainY + 12, left: 12 }}
                  >
                    Nothing yet. Add a demo above.
                  </Typography>
                )}
              </Box>
            </DndContext>
            {people.map((person) => (
              <CrewLane key={person.id} person={person} timetable={timetable} scale={scale} up={up} />
            ))}
            <StandingLane columns={columns} timetable={timetable} scale={scale} up={up} />
          </Box>
          {plan.bands && timetable.items.length > 0 && (
            <Landing bands={plan.bands} scale={scale} up={up} slotEndS={timetable.slotEndS} />
          )}
        </Box>
      </Box>
    </Box>
  );
}

/** Clock times down the left, and the fixed points of the day. */
function Rulings({ scale, plan, up }: { scale: Scale; plan: Plan; up: number }) {
  const { doorsS, slotEndS } = plan.timetable;
  const fixed = [
    { s: doorsS, label: 'Doors' },
    { s: 0, label: 'Curtain-up' },
    { s: slotEndS, label: 'Slot ends' },
  ];
  const near = (s: number) => fixed.some((f) => Math.abs(scale.y(f.s) - scale.y(s)) < 18);
  return (
    <>
      <Box
        sx={{
          position: 'absolute',
          top: 0,
          left: 56,
          right: 0,
          height: scale.curtainY,
          bgcolor: (t) => t.ink.prep,
        }}
      />
      {scale.marks
        .filter((s) => !near(s))
        .map((s) => (
          <Box
            key={s}
            sx={{
              position: 'absolute',
              top: scale.y(s),
              left: 0,
              right: 0,
              borderTop: 1,
              borderColor: 'divider',
            }}
          >
            <Typography component="span" sx={{ ...clockSx, color: 'text.secondary' }}>
              {formatClock(up + s)}
            </Typography>
          </Box>
        ))}
      {fixed.map(({ s, label }) => (
        <Box
          key={label}
          sx={{
            position: 'absolute',
            top: scale.y(s),
            left: 0,
            right: 0,
            borderTop: 2,
            borderColor: 'text.primary',
            zIndex: 1,
            pointerEvents: 'none',
          }}
        >
          <Typography component="span" sx={{ ...clockSx, fontWeight: 700 }}>
            {formatClock(up + s)}
          </Typography>
          <Typography
            component="span"
            sx={{
              position: 'absolute',
              ...(s > 0 ? { right: 4, top: 2 } : { left: 64, top: -20 }),
              fontSize: 12.5,
              fontWeight: 700,
            }}
          >
            {label}
          </Typography>
        </Box>
      ))}
    </>
  );
}

const clockSx = {
  position: 'absolute',
  top: -10,
  left: 0,
  width: 50,
  bgcolor: 'background.default',
  fontSize: 13,
} as const;
