import { SyncStatus } from './SyncStatus';
import { Box, Typography } from '@mui/material';
import {
  onStage,
  placeOfNow,
  slotLeftS,
  timeOfItem,
  type LiveLanding,
  type RunState,
  type Script,
} from '@hearty/core';
import { lightFormat } from 'date-fns';

const minutes = (s: number) =>
  `${Math.floor(Math.abs(s) / 60)} min ${String(Math.floor(Math.abs(s) % 60)).padStart(2, '0')} s`;

/** The clock, where one is in the show, what is left of the slot, and what this item has taken against its plan. */
export function TopLine({
  script,
  state,
  now,
  rehearsal,
  landing,
}: {
  script: Script;
  state: RunState;
  now: number;
  rehearsal: boolean;
  landing: LiveLanding | undefined;
}) {
  const leftS = slotLeftS(script, state, now);
  const { speed = 1 } = state.rehearsal ?? {};
  const running = state.phase === 'running' || state.phase === 'held';
  const time = running ? timeOfItem(script, state, now) : undefined;
  return (
    <Box
      sx={{
        display: 'flex',
        flexWrap: 'wrap',
        columnGap: { xs: 4, sm: 7 },
        rowGap: 1,
        alignItems: 'baseline',
        fontSize: 'stageSmall',
      }}
    >
      <Typography component="span" sx={{ fontSize: 'stageLead', fontWeight: 700 }}>
        {lightFormat(now, 'HH:mm:ss')}
      </Typography>
      {rehearsal && <b>Rehearsal{speed > 1 && ` ×${speed}`}</b>}
      <span>{placeWords(state)}</span>
      {time && (
        <Box component="span" sx={{ color: time.tookS > time.plannedS ? 'warning.main' : undefined }}>
          {minutes(time.tookS)} of {minutes(time.plannedS)}
          {time.tookS > time.plannedS && ', over'}
        </Box>
      )}
      {leftS !== undefined && state.phase !== 'down' && (
        <span>{leftS >= 0 ? `${minutes(leftS)} of slot left` : `${minutes(leftS)} over the slot`}</span>
      )}
      {landing?.perItemS !== undefined && state.phase === 'running' && (
        <Box component="span" sx={{ display: { xs: 'none', sm: 'inline' } }}>
          about {minutes(landing.perItemS)} each
        </Box>
      )}
      {landing && state.curtainAt !== undefined && (
        <Box component="span" sx={{ display: { sm: 'none' }, color: 'secondary.main' }}>
          lands {lightFormat(state.curtainAt + landing.endS.p50 * 1000, 'HH:mm')},{' '}
          {Math.round((1 - landing.withinSlot) * 100)} % risk of running over
        </Box>
      )}
      <Box component="span" role="status" sx={{ color: 'secondary.main' }}>
        <SyncStatus />
      </Box>
    </Box>
  );
}

function placeWords(state: RunState): string {
  if (state.phase === 'down') return 'curtain down';
  if (!onStage(state)) return `${state.order.length} items`;
  return `item ${placeOfNow(state) + 1} of ${state.order.length}`;
}
