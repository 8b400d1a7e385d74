import { Box, Typography } from '@mui/material';
import { clockOf, type Bands, type Script, type Timetable } from '@hearty/core';
import { useMemo, useRef, type KeyboardEvent, type ReactNode } from 'react';
import { draftStore } from '../../session/draft';
import { CrewLane } from './CrewLane';
import type { Held } from './drag';
import { Hints } from './Hints';
import { itemKeys, KEYS_WORDS, workKeys } from './keys';
import { Landing } from './Landing';
import { Rulings } from './Rulings';
import type { Scale } from './scale';
import { EdgeLane, MarkLane, marksOf } from './SideLanes';
import { inSight, useSight, type Sight } from './sight';
import { detailsOf, StageItem } from './StageItem';
import { StandingLane, standingColumns } from './StandingLane';
import { usePlanView } from './view';

interface ScoreProps {
  /** What is drawn: the show, or the show as it would be. */
  script: Script;
  timetable: Timetable;
  bands: Bands | null;
  scale: Scale;
  marks?: boolean;
  /** A stretch of it by itself, for a page; else what the window shows. */
  leaf?: Sight;
}

/** The stage is never narrower: titles have to be read. Of a large crew one scrolls sideways anyway. */
const stagePx = (people: number) => (people > 6 ? 300 : 240);

/** Height of the heads of the lanes. */
export const HEADS_PX = 48;

/** Time runs down the page: the stage first, the crew beside it, then what stands by itself with its fresh window. */
export function Score({ script, timetable, bands, scale, marks = false, leaf }: ScoreProps) {
  const { file, upS: up } = script;
  const { show } = file;
  const top = useRef<HTMLElement>(null);
  const window = useSight(top, timetable.items.length);
  const sight = leaf ?? window;
  const clock = useMemo(
    () =>
      clockOf(
        script,
        timetable.items.map((i) => i.startS),
      ),
    [script, timetable.items],
  );
  const columns = useMemo(() => standingColumns(timetable.tasks), [timetable.tasks]);
  const standingWidth = Math.max(1, columns.count) * 20 + 138;
  const people = show.crew
    .map((c) => file.crew.find((p) => p.id === c.personId))
    .filter((p) => p !== undefined);
  const places = marks ? marksOf(script, timetable) : [];
  const lanes = `52px 24px minmax(${stagePx(people.length)}px, 1.9fr) repeat(${people.length}, minmax(84px, 0.62fr)) ${places.map(() => 'minmax(64px, 0.4fr)').join(' ')} ${standingWidth}px`;
  return (
    <Hints>
      <Box
        sx={{ overflowX: 'auto', pb: 5 }}
        data-testid="score"
        tabIndex={0}
        role="region"
        aria-label="Score"
        onKeyDown={(e) => onKey(e, script, timetable)}
      >
        <Box
          sx={{
            minWidth: stagePx(people.length) + 100 + standingWidth + people.length * 92 + places.length * 72,
          }}
        >
          <Box
            sx={{
              display: 'grid',
              gridTemplateColumns: lanes,
              columnGap: '8px',
              minHeight: HEADS_PX,
              pb: 3,
              alignItems: 'end',
            }}
          >
            <span />
            <span />
            {['Stage', ...people.map((p) => p.name), ...places.map((m) => m.name), 'Unattended'].map(
              (name, i) => (
                <Typography
                  key={i}
                  variant="h3"
                  component="span"
                  color="textSecondary"
                  sx={{ lineHeight: 1.2, overflowWrap: 'anywhere' }}
                >
                  {name}
                </Typography>
              ),
            )}
          </Box>
          <Leaf sight={leaf}>
            <Box ref={top} sx={{ position: 'relative' }} style={{ height: scale.height }} data-score-top>
              <Rulings scale={scale} timetable={timetable} up={up} />
              {bands && timetable.items.length > 0 && (
                <Landing bands={bands} scale={scale} up={up} slotEndS={timetable.slotEndS} />
              )}
              <Box
                sx={{
                  display: 'grid',
                  gridTemplateColumns: lanes,
                  columnGap: '8px',
                  position: 'absolute',
                  inset: 0,
                }}
              >
                <span />
                <EdgeLane script={script} timetable={timetable} scale={scale} sight={sight} />
                <StageLane script={script} timetable={timetable} scale={scale} clock={clock} sight={sight} />
                {people.map((person) => (
                  <CrewLane
                    key={person.id}
                    person={person}
                    timetable={timetable}
                    scale={scale}
                    clock={clock}
                    sight={sight}
                  />
                ))}
                {places.map((mark) => (
                  <MarkLane
                    key={mark.id}
                    mark={mark}
                    script={script}
                    timetable={timetable}
                    scale={scale}
                    clock={clock}
                    sight={sight}
                  />
                ))}
                <StandingLane
                  columns={columns}
                  timetable={timetable}
                  scale={scale}
                  clock={clock}
                  sight={sight}
                />
              </Box>
            </Box>
          </Leaf>
          <Box id="plan-keys" hidden>
            {KEYS_WORDS}
          </Box>
        </Box>
      </Box>
    </Hints>
  );
}

/** A stretch of the score cut out of it; without one, all of it. */
const Leaf = ({ sight: sight, children }: { sight: Sight | undefined; children: ReactNode }) =>
  sight ? (
    <Box sx={{ overflow: 'hidden' }} style={{ height: sight.toY - sight.fromY }}>
      <Box sx={{ position: 'relative' }} style={{ top: -sight.fromY }}>
        {children}
      </Box>
    </Box>
  ) : (
    children
  );

function StageLane({
  script,
  timetable,
  scale,
  clock,
  sight,
}: Pick<ScoreProps, 'script' | 'timetable' | 'scale'> & {
  clock: (s: number) => string;
  sight: Sight | undefined;
}) {
  const selected = usePlanView((s) => s.selected);
  const movingId = usePlanView((s) => {
    if (!s.moving || !s.thought) return undefined;
    return s.thought.kind === 'insert-item'
      ? s.thought.item.id
      : s.thought.kind === 'move-item'
        ? s.thought.itemId
        : undefined;
  });
  const begun = new Map<string, string[]>();
  for (const { hostItemId, title } of timetable.tasks)
    if (hostItemId !== undefined) begun.set(hostItemId, [...(begun.get(hostItemId) ?? []), title]);
  return (
    <Box
      component="ol"
      aria-label="Running order"
      sx={{ position: 'relative', m: 0, p: 0, listStyle: 'none' }}
    >
      {timetable.items.map((item) => {
        const top = scale.y(item.startS);
        const bottom = scale.y(item.endS);
        // What is chosen or moved stays, wherever one looks: it has the keyboard.
        const held = item.itemId === selected || item.itemId === movingId;
        if (!held && !inSight(sight, top, bottom)) return null;
        const scripted = script.byItem.get(item.itemId);
        return (
          <StageItem
            key={item.itemId}
            itemId={item.itemId}
            title={item.title}
            demo={!!scripted?.demo}
            pinned={scripted?.item.pinned ?? false}
            at={scripted?.item.at ?? ''}
            startsAt={clock(item.startS)}
            number={scripted?.number ?? 0}
            lengthS={item.endS - item.startS}
            byHand={item.timingFrom === 'by hand'}
            details={detailsOf(
              item,
              scripted,
              begun.get(item.itemId) ?? [],
              (id) => script.byItem.get(id)?.item.title,
            )}
            top={top}
            height={bottom - top}
            selected={item.itemId === selected}
            moving={item.itemId === movingId}
          />
        );
      })}
      {timetable.items.length === 0 && (
        <Typography color="textSecondary" sx={{ position: 'absolute', top: scale.curtainY + 12, left: 12 }}>
          Nothing yet. Add a demo by name, or drag one here from the library.
        </Typography>
      )}
    </Box>
  );
}

/** A key pressed on an item or a piece of work changes the show as it is kept, also while it is drawn as it would be. */
function onKey(event: KeyboardEvent, { file, upS }: Script, timetable: Timetable): void {
  const { item, held } = (event.target as HTMLElement).dataset;
  const show = draftStore.getState().show ?? file.show;
  if (item !== undefined) itemKeys(show, item)(event);
  if (held === undefined) return;
  const names = (id: string) => file.crew.find((p) => p.id === id)?.name ?? '';
  workKeys(show, timetable, names, upS)(JSON.parse(held) as Held)(event);
}
