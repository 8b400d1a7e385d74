import { Box, Typography } from '@mui/material';
import { formatClock, type Plan, type Script } from '@hearty/core';
import { useDraft } from '../../session/draft';
import { CrewLane } from './CrewLane';
import { itemKeys, KEYS_WORDS, workKeys } from './keys';
import { Landing } from './Landing';
import { Rulings } from './Rulings';
import type { Scale } from './scale';
import { EdgeLane, StationLane, stationsOf } from './SideLanes';
import { StageItem } from './StageItem';
import { StandingLane, standingColumns } from './StandingLane';
import { usePlanView } from './view';

interface ScoreProps {
  /** What is drawn: the show, or the show as it would be. */
  script: Script;
  plan: Plan;
  scale: Scale;
  stations?: boolean;
}

/** Time runs down the page: the stage first, the crew beside it, then what stands by itself with its fresh window. */
export function Score({ script, plan, scale, stations = false }: ScoreProps) {
  const { timetable } = plan;
  const { file, upS: up } = script;
  const { show } = file;
  const selected = usePlanView((s) => s.selected);
  const movingId = usePlanView((s) => {
    if (!s.moving || !s.thought) return undefined;
    return s.thought.kind === 'insert-item'
      ? s.thought.item.id
      : s.thought.kind === 'move-item'
        ? s.thought.itemId
        : undefined;
  });
  const columns = standingColumns(timetable.tasks);
  const standingWidth = Math.max(1, columns.count) * 20 + 138;
  const people = show.crew
    .map((c) => file.crew.find((p) => p.id === c.personId))
    .filter((p) => p !== undefined);
  const places = stations ? stationsOf(file) : [];
  const lanes = `52px 24px minmax(180px, 1.9fr) repeat(${people.length}, minmax(84px, 0.62fr)) ${places.map(() => 'minmax(64px, 0.4fr)').join(' ')} ${standingWidth}px`;
  const names = (id: string) => file.crew.find((p) => p.id === id)?.name ?? '';
  // Keys change the show as it is kept, also while it is drawn as it would be.
  const kept = useDraft((s) => s.show) ?? show;
  const onWork = workKeys(kept, timetable, names, up);
  return (
    <Box sx={{ overflowX: 'auto', pb: 5 }} data-testid="score">
      <Box sx={{ minWidth: 280 + standingWidth + people.length * 92 + places.length * 72 }}>
        <Box sx={{ display: 'grid', gridTemplateColumns: lanes, columnGap: '8px', mb: 4.5 }}>
          <span />
          <span />
          {['Stage', ...people.map((p) => p.name), ...places, 'Standing'].map((name, i) => (
            <Typography key={i} variant="h3" component="span" color="textSecondary" noWrap>
              {name}
            </Typography>
          ))}
        </Box>
        <Box sx={{ position: 'relative', height: scale.height }} data-score-top>
          <Rulings scale={scale} timetable={timetable} up={up} />
          {plan.bands && timetable.items.length > 0 && (
            <Landing bands={plan.bands} scale={scale} up={up} slotEndS={timetable.slotEndS} />
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
            <EdgeLane script={script} timetable={timetable} scale={scale} />
            <Box
              component="ol"
              aria-label="Running order"
              sx={{ position: 'relative', m: 0, p: 0, listStyle: 'none' }}
            >
              {timetable.items.map((item) => (
                <StageItem
                  key={item.itemId}
                  item={item}
                  begins={timetable.tasks.filter((t) => t.hostItemId === item.itemId).map((t) => t.title)}
                  scripted={script.byItem.get(item.itemId)}
                  top={scale.y(item.startS)}
                  height={scale.y(item.endS) - scale.y(item.startS)}
                  startsAt={formatClock(up + item.startS)}
                  selected={item.itemId === selected}
                  moving={item.itemId === movingId}
                  onKeyDown={itemKeys(kept, item.itemId)}
                />
              ))}
              {timetable.items.length === 0 && (
                <Typography
                  color="textSecondary"
                  sx={{ position: 'absolute', top: scale.curtainY + 12, left: 12 }}
                >
                  Nothing yet. Add a demo above, or drag one here from the library.
                </Typography>
              )}
            </Box>
            {people.map((person) => (
              <CrewLane
                key={person.id}
                person={person}
                timetable={timetable}
                scale={scale}
                up={up}
                onKeyDown={onWork}
              />
            ))}
            {places.map((station) => (
              <StationLane
                key={station}
                station={station}
                script={script}
                timetable={timetable}
                scale={scale}
                up={up}
              />
            ))}
            <StandingLane columns={columns} timetable={timetable} scale={scale} up={up} />
          </Box>
        </Box>
        <Box id="plan-keys" hidden>
          {KEYS_WORDS}
        </Box>
      </Box>
    </Box>
  );
}
