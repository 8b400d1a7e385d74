import { Box, Button, Typography } from '@mui/material';
import { useShow } from '../../session/show';
import { LiveAhead } from './Ahead';
import { PlanChanged } from './PlanChanged';
import { Screens } from './Screens';
import { StartRun } from './StartRun';
import { GuideStrip } from '../../session/GuideStrip';
import { useRun } from '../../session/useRun';

/** The door to the stage screen. */
export function LiveTab() {
  const { file, openRun } = useShow();
  const run = useRun(openRun?.id);
  if (!openRun) {
    return (
      <StartRun
        showId={file.show.id}
        label="Open the stage"
        onStarted={(run) => location.assign(`/stage/${run.id}`)}
      >
        <LiveAhead />
      </StartRun>
    );
  }
  return (
    <Box sx={{ maxWidth: 820, my: 6 }}>
      {run && <GuideStrip script={run.script} state={run.state} on="stage" />}
      {run && <PlanChanged runId={openRun.id} run={run} />}
      <Typography variant="h2" sx={{ mb: 2 }}>
        {openRun.phase === 'before' ? 'The stage is set' : 'The show is on'}
        {openRun.rehearsal && ' (rehearsal)'}
      </Typography>
      <Typography sx={{ mb: 4 }}>
        The stage screen works with gloves, a page-turning clicker or the keyboard, and goes on when the
        server or the network is gone.
      </Typography>
      <Button size="large" variant="contained" component="a" href={`/stage/${openRun.id}`}>
        To the stage screen
      </Button>
      <Typography sx={{ mt: 6, mb: 2 }}>
        Screens beside it show the same run: open each on its own device or window.
      </Typography>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2 }}>
        <Button variant="outlined" component="a" href={`/crew/${openRun.id}`} target="_blank">
          Crew and narrator
        </Button>
        <Button variant="outlined" component="a" href={`/wall/${openRun.id}`} target="_blank">
          Wall clock
        </Button>
        <Button variant="outlined" component="a" href={`/check/${openRun.id}`} target="_blank">
          Checks
        </Button>
      </Box>
      <Screens runId={openRun.id} />
    </Box>
  );
}
