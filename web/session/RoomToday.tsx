import { Conditions, formatFigure, mayWrite, roomOf, type RoomOf } from '@hearty/core';
import { Box, Typography } from '@mui/material';
import { FieldOf } from '../kit/fields';
import { record } from './runLog';
import type { OpenRun } from './useRun';

const AIR = ['roomC', 'humidityPercent', 'pressureKPa'] as const;

/** What the room is like on the day, said once: at the set-up, or in the debrief. */
export function RoomToday({
  run: { script, state, role },
  open = false,
}: {
  run: OpenRun;
  /** Whether its fields are in sight at once. */
  open?: boolean;
}) {
  const room = roomOf(script, state);
  const { venue, show } = script.file;
  const may = mayWrite(role, 'conditions');
  const say = (body: Conditions) => void record({ kind: 'conditions', body });
  // After the show its day may be long past.
  const title = state.phase === 'down' ? 'Conditions on the day' : 'Conditions today';
  return (
    <Box component="details" role="group" aria-label={title} open={open}>
      <Typography component="summary" sx={{ cursor: 'pointer', minHeight: 32 }}>
        <Typography component="h2" variant="h2" sx={{ display: 'inline' }}>
          {title}
        </Typography>{' '}
        {roomSaid(room)}
      </Typography>
      <Typography color="textSecondary" sx={{ mb: 2 }}>
        {room.isRecorded
          ? 'Trials compare attempts made in similar conditions, and the calculators use this air.'
          : 'Empty fields use the venue’s values.'}
      </Typography>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 3, alignItems: 'start' }}>
        {AIR.map((key) => (
          <FieldOf
            key={key}
            type={Conditions}
            name={key}
            {...(key === 'roomC' && { label: 'Temperature, °C' })}
            value={state.conditions?.[key]}
            empty={venue[key] === undefined ? 'not known' : `the venue’s: ${venue[key]}`}
            onValue={(value) => say(taken(key, value))}
            disabled={!may}
            sx={{ width: { xs: '100%', sm: 220 } }}
          />
        ))}
        <FieldOf
          type={Conditions}
          name="heads"
          value={state.conditions?.heads}
          empty={`as planned: ${show.heads}`}
          onValue={(heads) => say(taken('heads', heads))}
          disabled={!may}
          sx={{ width: { xs: '100%', sm: 190 } }}
        />
        <FieldOf
          type={Conditions}
          name="indoors"
          value={room.indoors}
          onValue={(indoors) => say(taken('indoors', indoors))}
          disabled={!may}
        />
      </Box>
    </Box>
  );
}

/** "17 °C, 55 %, 90 people, by the venue’s page". */
const roomSaid = ({ roomC, humidityPercent, heads, indoors, isRecorded: isConfirmed }: RoomOf): string =>
  [
    roomC !== undefined && `${formatFigure(roomC)} °C`,
    humidityPercent !== undefined && `${formatFigure(humidityPercent)} %`,
    heads === 1 ? '1 person' : `${formatFigure(heads)} people`,
    !indoors && 'outdoors',
    !isConfirmed && 'as planned: not confirmed yet',
  ]
    .filter(Boolean)
    .join(', ');

/** One thing said; nothing takes back what was said of it. */
const taken = (key: keyof Conditions, value: number | boolean | undefined): Conditions =>
  ({ [key]: value ?? null }) as Conditions;
