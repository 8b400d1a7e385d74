import { Box, Typography } from '@mui/material';
import { announced, numbered, slotLeftS, type RunState, type Script } from '@hearty/core';
import { lightFormat } from 'date-fns';
import { DISPLAY } from '../kit/theme';
import { useRunNow } from '../session/useRunNow';
import { clockWords, oddsWords } from './clockWords';
import { LivePage } from './LivePage';
import { useAwake } from './useAwake';
import { useLanding } from './useLanding';

/** The wall: how much of the slot is left and where the show will land, to be read from the back of the hall. */
export const WallPage = ({ runId }: { runId: string }) => (
  <LivePage runId={runId} title="on the wall">
    {({ script, state }) => <Wall script={script} state={state} />}
  </LivePage>
);

function Wall({ script, state }: { script: Script; state: RunState }) {
  useAwake(true);
  const now = useRunNow(state);
  const landing = useLanding(script.file, state);
  const { now: on, next } = announced(script, state, 1);
  const leftS = slotLeftS(script, state, now);
  return (
    <Box
      component="main"
      sx={{
        height: '100dvh',
        p: '4vmin',
        display: 'flex',
        flexDirection: 'column',
        justifyContent: 'space-between',
      }}
    >
      <Typography sx={{ fontSize: '5vmin', fontWeight: 700, overflowWrap: 'anywhere' }}>
        {on ? numbered(on.number, on.title) : script.file.show.title}
      </Typography>
      <Box>
        <Typography
          component="h1"
          sx={{
            fontFamily: DISPLAY,
            fontWeight: 750,
            fontSize: '26vmin',
            lineHeight: 1,
            fontVariantNumeric: 'tabular-nums',
            color: leftS !== undefined && leftS < 0 ? 'warning.main' : 'text.primary',
          }}
        >
          <span role="timer">
            {state.phase === 'down'
              ? 'Down'
              : state.phase === 'held'
                ? 'Paused'
                : leftS === undefined
                  ? lightFormat(now, 'HH:mm')
                  : clockWords(leftS)}
          </span>
        </Typography>
        <Typography sx={{ fontSize: '5vmin' }}>
          {state.phase === 'down' || leftS === undefined
            ? `the slot is ${Math.round(script.slotS / 60)} min`
            : leftS < 0
              ? 'over the slot'
              : 'of the slot left'}
        </Typography>
      </Box>
      <Box sx={{ fontSize: '5vmin', display: 'flex', flexWrap: 'wrap', gap: '4vmin' }}>
        <span>{lightFormat(now, 'HH:mm:ss')}</span>
        {landing && state.curtainAt !== undefined && state.phase !== 'down' && (
          <Box component="span" sx={{ color: 'secondary.main' }}>
            ends about {lightFormat(state.curtainAt + landing.endS.p50 * 1000, 'HH:mm')},{' '}
            {oddsWords(landing.withinSlot)} in time
          </Box>
        )}
        {next[0] && <span>next {numbered(next[0].number, next[0].title)}</span>}
      </Box>
    </Box>
  );
}
