import { Box, Button, Typography } from '@mui/material';
import {
  cue,
  forward,
  mayRetry,
  onStage,
  placeOfNow,
  playedAs,
  slotOf,
  toPick,
  type LiveLanding,
  type RunState,
  type Script,
  type ShowFile,
} from '@hearty/core';
import { lightFormat } from 'date-fns';
import { useEffect, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { Loading, WindowTitle } from '../kit/States';
import { CutOffer } from './CutOffer';
import { JumpList } from './JumpList';
import { NowBlock } from './NowBlock';
import { OutcomePanel } from './OutcomePanel';
import { Kept, RefusedCorner } from '../session/Kept';
import { record, undoLast, useRunLog } from '../session/runLog';
import { Target } from './Target';
import { Tide } from './Tide';
import { useLanding } from './useLanding';
import { useNow } from '../session/here';
import { useRun } from '../session/useRun';

/** The stage screen: now, next, what to shout, and where the show will land. Nothing here is typed. */
export function StagePage({ runId }: { runId: string }) {
  const run = useRun(runId);
  const failed = useRunLog((s) => s.failed);
  const online = useRunLog((s) => s.online);
  return (
    <>
      <WindowTitle of={run ? `${run.script.file.show.title}, on stage` : 'On stage'} />
      <RefusedCorner />
      {run ? (
        <Stage key={runId} script={run.script} state={run.state} rehearsal={run.rehearsal} />
      ) : (
        <Box sx={{ p: 8 }}>
          {failed || !online ? (
            <>
              <Typography variant="h1" sx={{ mb: 2 }}>
                This run is not on this device
              </Typography>
              <Typography>
                {failed ||
                  'The server does not answer, and this device has not seen the run before. Trying again …'}
              </Typography>
            </>
          ) : (
            <Loading what="the run" />
          )}
        </Box>
      )}
    </>
  );
}

type Panel = 'outcome' | 'jump' | undefined;

function Stage({ script, state, rehearsal }: { script: Script; state: RunState; rehearsal: boolean }) {
  const { file } = script;
  const now = useNow();
  const landing = useLanding(file, state);
  const [panel, setPanel] = useState<Panel>();
  useAwake(state.phase === 'running' || state.phase === 'held');
  const move = forward(script, state);
  const retry = mayRetry(script, state);
  const current = onStage(state);
  const picks = current?.status === 'now' && state.phase === 'running' ? toPick(script, current) : [];
  const asks =
    current?.status === 'now' && !current.closed && picks.length === 0 && !!playedAs(script, current)?.demo;
  const go = () => (move.happening ? void record(move.happening) : asks && setPanel('outcome'));
  const undo = () => state.lastUndoable && void undoLast(state.lastUndoable);
  const hold = () =>
    state.phase === 'held'
      ? void record({ kind: 'resume', body: {} })
      : state.phase === 'running' && void record({ kind: 'hold', body: {} });
  useHotkeys('pagedown, right', go, { preventDefault: true, enabled: !panel });
  useHotkeys('pageup', undo, { preventDefault: true, enabled: !panel });
  useHotkeys('h', hold, { enabled: !panel });
  useHotkeys('o', () => asks && setPanel('outcome'), { enabled: !panel });
  useHotkeys('escape', () => setPanel(undefined));
  return (
    <Box
      component="main"
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: '1fr', sm: 'minmax(0, 1fr) 190px' },
        minHeight: '100vh',
      }}
    >
      <Box
        sx={{
          display: 'flex',
          flexDirection: 'column',
          px: { xs: 4, sm: 9 },
          py: 5,
          gap: 4,
          minWidth: 0,
          height: { sm: '100vh' },
        }}
      >
        <TopLine file={file} state={state} now={now} rehearsal={rehearsal} landing={landing} />
        {panel === 'outcome' && current ? (
          <OutcomePanel script={script} item={current} onDone={() => setPanel(undefined)} />
        ) : panel === 'jump' ? (
          <JumpList state={state} onDone={() => setPanel(undefined)} />
        ) : (
          <NowBlock script={script} state={state} now={now} />
        )}
        <Box sx={{ flex: 1 }} />
        {!panel && <CutOffer landing={landing} state={state} />}
        {!panel && current && picks.length > 0 && (
          <Box
            role="group"
            aria-label="What the audience picks"
            sx={{ display: 'flex', gap: 4, flexWrap: 'wrap' }}
          >
            {picks.map(({ demoId, title }) => (
              <Target
                key={demoId}
                main
                onClick={() => void record({ kind: 'chosen', body: { itemId: current.itemId, demoId } })}
              >
                {title}
              </Target>
            ))}
          </Box>
        )}
        {!panel && (
          <Box sx={{ display: 'flex', gap: 4, flexWrap: { xs: 'wrap', sm: 'nowrap' } }}>
            {retry && current ? (
              <Target
                main
                words="from the first step"
                onClick={() => void record({ kind: 'again', body: { itemId: current.itemId } })}
              >
                Try again ({cue(script, state)?.retriesLeft} left)
              </Target>
            ) : (
              <Target
                main
                words="page-down on the clicker"
                onClick={go}
                disabled={state.phase === 'down' || (!move.happening && !asks)}
              >
                {move.label}
              </Target>
            )}
            {retry ? (
              <Target words={coverLine(script, state)} onClick={go}>
                {move.label}
              </Target>
            ) : (
              <Target words="worked · partly · failed" disabled={!asks} onClick={() => setPanel('outcome')}>
                How did it go?
              </Target>
            )}
          </Box>
        )}
        <Box component="nav" aria-label="Everything else" sx={{ display: 'flex', gap: 2, flexWrap: 'wrap' }}>
          {panel && <Small onClick={() => setPanel(undefined)}>Back</Small>}
          <Small onClick={undo} disabled={!state.lastUndoable}>
            Take back
          </Small>
          <Small onClick={hold} disabled={state.phase !== 'running' && state.phase !== 'held'}>
            {state.phase === 'held' ? 'Resume' : 'Hold'}
          </Small>
          <Small
            onClick={() => setPanel(panel === 'jump' ? undefined : 'jump')}
            disabled={state.phase === 'down'}
          >
            Jump or skip
          </Small>
          <Button
            component="a"
            href={`/shows/${file.show.id}/${state.phase === 'down' ? 'debrief' : 'live'}`}
            sx={smallSx}
          >
            {state.phase === 'down' ? 'To the debrief' : 'Leave this screen'}
          </Button>
        </Box>
      </Box>
      <Tide landing={landing} state={state} />
    </Box>
  );
}

function coverLine(script: Script, state: RunState): string {
  const item = onStage(state);
  const line = item && playedAs(script, item)?.demo?.coverLine;
  return line ? `“${line}”` : 'leave it there';
}

function TopLine({
  file,
  state,
  now,
  rehearsal,
  landing,
}: {
  file: ShowFile;
  state: RunState;
  now: number;
  rehearsal: boolean;
  landing: LiveLanding | undefined;
}) {
  const leftS =
    state.curtainAt === undefined
      ? undefined
      : slotOf(file.show) - ((state.downAt ?? now) - state.curtainAt) / 1000;
  const minutes = (s: number) =>
    `${Math.floor(Math.abs(s) / 60)} min ${String(Math.floor(Math.abs(s) % 60)).padStart(2, '0')} s`;
  const place =
    state.phase === 'down'
      ? 'curtain down'
      : state.now === undefined
        ? `${state.order.length} items`
        : `item ${placeOfNow(state) + 1} of ${state.order.length}`;
  return (
    <Box
      sx={{
        display: 'flex',
        flexWrap: 'wrap',
        columnGap: 7,
        rowGap: 1,
        alignItems: 'baseline',
        fontSize: 'stageSmall',
      }}
    >
      <Typography component="span" sx={{ fontSize: 'stageLead', fontWeight: 700 }}>
        {lightFormat(now, 'HH:mm:ss')}
      </Typography>
      {rehearsal && <b>Rehearsal</b>}
      <span>{place}</span>
      {leftS !== undefined && state.phase !== 'down' && (
        <span>{leftS >= 0 ? `${minutes(leftS)} of slot left` : `${minutes(leftS)} over the slot`}</span>
      )}
      {landing?.perItemS !== undefined && state.phase === 'running' && (
        <span>about {minutes(landing.perItemS)} each</span>
      )}
      {landing && state.curtainAt !== undefined && (
        <Box component="span" sx={{ display: { sm: 'none' }, color: 'secondary.main' }}>
          lands {lightFormat(state.curtainAt + landing.endS.p50 * 1000, 'HH:mm')},{' '}
          {Math.round((1 - landing.withinSlot) * 100)} in 100 run over
        </Box>
      )}
      <Box component="span" role="status" sx={{ color: 'secondary.main' }}>
        <Kept online={useRunLog((s) => s.online)} />
      </Box>
    </Box>
  );
}

const smallSx = {
  minHeight: 48,
  px: 4,
  color: 'text.primary',
  border: '1px solid',
  borderColor: 'divider',
  fontSize: 'stageSmall',
} as const;

const Small = (props: { children: React.ReactNode; onClick: () => void; disabled?: boolean }) => (
  <Button {...props} sx={smallSx} />
);

/** Keeps the screen from going dark while the show runs, where the browser can. */
function useAwake(on: boolean): void {
  useEffect(() => {
    if (!on || !('wakeLock' in navigator)) return;
    let lock: WakeLockSentinel | undefined;
    const ask = () =>
      void navigator.wakeLock.request('screen').then(
        (l) => (lock = l),
        () => undefined,
      );
    const back = () => document.visibilityState === 'visible' && ask();
    ask();
    document.addEventListener('visibilitychange', back);
    return () => {
      document.removeEventListener('visibilitychange', back);
      void lock?.release();
    };
  }, [on]);
}
