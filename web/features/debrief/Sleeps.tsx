import { Alert, Box, Button } from '@mui/material';
import { formatDuration, sleepsOf, type RunState, type SleptThrough } from '@hearty/core';
import { format } from 'date-fns';
import { say } from './common';

/** Asked once for every sleep of the stage's device: a time that nobody vouches for teaches nothing. */
export function Sleeps({ state, titleOf }: { state: RunState; titleOf: (itemId: string) => string }) {
  return sleepsOf(state, titleOf).map((sleep) => <Sleep key={sleep.id} sleep={sleep} />);
}

function Sleep({ sleep: { id, from, to, wentOn, titles } }: { sleep: SleptThrough }) {
  const answer = (value: boolean) => () =>
    say({ kind: 'sleep answered', body: { sleepId: id, wentOn: value } });
  const during = titles.map((title) => `“${title}”`).join(' and ');
  const slept = `The stage device slept for ${formatDuration(Math.round((to - from) / 1000))} from ${format(from, 'HH:mm')}, during ${during}.`;
  return (
    <Alert
      severity={wentOn === undefined ? 'warning' : 'info'}
      action={
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
          {wentOn !== true && (
            <Button color="inherit" onClick={answer(true)}>
              It did: count the time
            </Button>
          )}
          {wentOn !== false && (
            <Button color="inherit" onClick={answer(false)}>
              Leave the time out
            </Button>
          )}
        </Box>
      }
    >
      {wentOn === undefined ? (
        <>
          <b>{slept}</b> Did the show go on meanwhile? Until you answer, the time is not learned.
        </>
      ) : (
        `${slept} ${wentOn ? 'The show went on: the time counts.' : 'The time is left out.'}`
      )}
    </Alert>
  );
}
