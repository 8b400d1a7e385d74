import { debrief, inRoomOf, script, type Debrief } from '@hearty/core';
import { Alert, Box } from '@mui/material';
import { format } from 'date-fns';
import { useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { useRuns } from '../../session/queries';
import { OneOf } from '../../kit/Find';
import { OnPaper } from '../../kit/paper';
import { Empty, Loading } from '../../kit/States';
import { PlannerFailed } from '../../workers/PlannerFailed';
import { usePlan, type PlanTrouble } from '../../workers/planner';
import { useRunLog } from '../../session/runLog';
import { GuideStrip } from '../../session/GuideStrip';
import { RoomToday } from '../../session/RoomToday';
import { useRun, type OpenRun } from '../../session/useRun';
import { useShow } from '../../session/show';
import { Attempts } from './Attempts';
import { Counting } from './Counting';
import { DebriefSheet } from './DebriefSheet';
import { IntoStores } from './IntoStores';
import { AlsoPressed, Hitches, Unticked } from './OnStage';
import { Readings } from './Readings';
import { ReviewOf } from './ReviewOf';
import { titleOfItem } from './common';
import { Sleeps } from './Sleeps';
import { Leftovers, Times } from './Tables';
import { Actions, NearMisses, Notes, Summary } from './Words';

/** The talk after a run, built from its log: what worked, what failed and why, times, leftovers, what to do next. */
export function DebriefTab() {
  const { file } = useShow();
  const runs = useRuns(file.show.id);
  const [params] = useSearchParams();
  const [chosen, setChosen] = useState(params.get('run') ?? '');
  const played = (runs.data ?? []).filter((r) => r.curtainAt !== null);
  const runId =
    played.find((r) => r.id === chosen)?.id ?? (played.find((r) => r.phase === 'down') ?? played[0])?.id;
  if (runs.isPending) return <Loading what="the runs" />;
  if (!runId)
    return <Empty title="No run yet">Play or rehearse the show; the debrief is built from its log.</Empty>;
  return (
    <>
      <OneOf
        label="Run"
        value={runId}
        onValue={setChosen}
        options={played.map((r) => ({
          value: r.id,
          label: `${format(r.curtainAt!, 'd MMM yyyy, HH:mm')}${r.rehearsal ? ', rehearsal' : ''}${r.struck ? ', left out of the statistics' : ''}${r.phase === 'down' ? '' : ', still on'}`,
        }))}
        sx={{ mb: 4, minWidth: 260 }}
      />
      <RunDebrief key={runId} runId={runId} />
    </>
  );
}

function RunDebrief({ runId }: { runId: string }) {
  const run = useRun(runId);
  const { talk, trouble, retry } = useTalk(run);
  const failed = useRunLog((s) => s.failed);
  if (failed) return <Alert severity="error">{failed}</Alert>;
  if (trouble) return <PlannerFailed trouble={trouble} onRetry={retry} />;
  if (!run || !talk) return <Loading what="the log" />;
  return (
    <OnPaper title={`${run.file.show.title}: debrief`} paper={() => <DebriefSheet run={run} talk={talk} />}>
      <Box sx={{ display: 'grid', gridTemplateColumns: 'minmax(0, 1fr)', gap: 8, maxWidth: 1100 }}>
        <GuideStrip script={run.script} state={run.state} on="debrief" />
        <NearMisses state={run.state} incidents={talk.incidents.filter((i) => i.kind === 'near miss')} />
        <Sleeps state={run.state} titleOf={(id) => titleOfItem(run.file, id) ?? 'an item'} />
        <Unticked talk={talk} />
        <ReviewOf run={run} />
        <Summary state={run.state} />
        <Attempts talk={talk} />
        <Hitches talk={talk} />
        <AlsoPressed talk={talk} />
        <Readings lines={talk.lines} />
        <RoomToday run={run} open />
        <Times talk={talk} />
        <Leftovers lines={talk.leftovers} />
        {!(run.state.called ?? run.rehearsal) && run.state.curtainAt !== undefined && (
          <IntoStores
            runId={runId}
            showId={run.file.show.id}
            lines={talk.leftovers}
            playedAt={run.state.curtainAt}
          />
        )}
        <Notes state={run.state} file={run.file} />
        <Actions file={run.file} state={run.state} />
        <Counting run={run} talk={talk} />
      </Box>
    </OnPaper>
  );
}

/** The talk about a run: packed as it was planned, and calculators in the room as it was on the day. */
function useTalk(run: OpenRun | undefined): {
  talk: Debrief | undefined;
  trouble: PlanTrouble | undefined;
  retry: () => void;
} {
  const file = run?.file;
  const conditions = run?.state.conditions;
  const inRoom = useMemo(() => file && script(inRoomOf(file, conditions)), [file, conditions]);
  const { plan, fresh, trouble, retry } = usePlan(file, { forecast: false });
  const talk = useMemo(
    () => (run && plan && fresh && inRoom ? debrief(inRoom, plan, run.state) : undefined),
    [run, plan, fresh, inRoom],
  );
  return { talk, trouble, retry };
}
