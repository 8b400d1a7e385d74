import { Button } from '@mui/material';
import { Link } from 'react-router';
import { Loading } from '../../kit/States';
import { useShow } from '../../session/show';
import { GuideStrip } from '../../session/GuideStrip';
import { useRun } from '../../session/useRun';
import { CheckAhead } from '../live/Ahead';
import { PlanChanged } from '../live/PlanChanged';
import { StartRun } from '../live/StartRun';
import { Checks } from '../../check/Checks';

/** The set-up before doors: mark after mark, and which items are go. */
export function CheckTab() {
  const { file, openRun } = useShow();
  if (!openRun)
    return (
      <StartRun showId={file.show.id} label="Start checking the set-up">
        <CheckAhead />
      </StartRun>
    );
  return <CheckOpen runId={openRun.id} />;
}

/** The checks of the run of the show that is open, and what has become of its plan since. */
function CheckOpen({ runId }: { runId: string }) {
  const run = useRun(runId);
  if (!run) return <Loading what="the checks" />;
  return (
    <>
      <GuideStrip script={run.script} state={run.state} on="check" />
      <PlanChanged runId={runId} run={run} />
      <Checks
        run={run}
        onward={
          <Button variant="contained" fullWidth component={Link} to={`/shows/${run.file.show.id}/live`}>
            On to the stage
          </Button>
        }
      />
    </>
  );
}
