import { Box, Button, Typography } from '@mui/material';
import {
  barred,
  cue,
  forward,
  heldBy,
  mayAgain,
  missedAgain,
  onceMore,
  onStage,
  playedAs,
  slotLeftS,
  stageAlarm,
  tally,
  toPick,
  type Happening,
  type RunState,
  type Script,
} from '@hearty/core';
import { lazy, Suspense, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { useRunNow } from '../session/useRunNow';
import { inTurn, press, record, undoLast } from '../session/runLog';
import { BarredPanel } from './BarredPanel';
import { InterlockPanel } from './InterlockPanel';
import { NowBlock, NowLine } from './NowBlock';
import { ChangePanel, JumpList, OutcomePanel, PanelPlace, ReadingPad } from './panels';
import { Singles } from './Singles';
import { SpokenState, SkipLinks } from './Spoken';
import { StageBand } from './StageBand';
import { StageSide, StageTop } from './StageSide';
import { Target } from './Target';
import { useAwake } from './useAwake';
import { useSleepWatch } from './useSleepWatch';
import { useFit } from './useFit';
import { gatesForPress, useGates } from './useGates';
import { useLanding } from './useLanding';

// Of rehearsals alone: shows do not load them.
const TroublePanel = lazy(async () => ({ default: (await import('./TroublePanel')).TroublePanel }));
const GuideStrip = lazy(async () => ({ default: (await import('../session/GuideStrip')).GuideStrip }));

/** What stands in the place of the item while something is asked. */
type Panel =
  | { kind: 'outcome' }
  | { kind: 'change' }
  | { kind: 'jump' }
  | { kind: 'reading'; attemptId: string }
  | { kind: 'interlock'; does: readonly Happening[] }
  | { kind: 'barred'; itemId: string };

/** How a press that begins an item stands without a plan: it waits for it, or goes on because that takes long or failed. */
type Beginning = 'checks for stops' | 'unchecked' | 'failed';
const BEGINNING_WORDS: Record<Beginning, string> = {
  'checks for stops': 'One moment: checking the plan for stops.',
  unchecked: 'The plan is not ready yet, so stops are not checked.',
  failed: 'The plan cannot be worked out on this device, so stops are not checked.',
};

/** The stage: three targets that never move, single presses in a place of their own above them, everything else a step away. */
export function Stage({ script, state, rehearsal }: { script: Script; state: RunState; rehearsal: boolean }) {
  const { file } = script;
  const now = useRunNow(state);
  const landing = useLanding(file, state);
  const { gates, failed } = useGates(script, state, now);
  const fit = useFit();
  const [panel, setPanel] = useState<Panel>();
  const [beginning, setBeginning] = useState<Beginning>();
  const words = failed ? BEGINNING_WORDS.failed : beginning && BEGINNING_WORDS[beginning];
  const close = () => setPanel(undefined);
  useSleepWatch(state.phase === 'running' || state.phase === 'held');
  useAwake(state.phase === 'running' || state.phase === 'held');
  // The way on past an item that may not be played is to leave it out.
  const skipBarred: Happening | undefined =
    panel?.kind === 'barred' ? { kind: 'skip', body: { itemId: panel.itemId } } : undefined;
  const move = skipBarred ? { label: 'Leave it out', does: [skipBarred] } : forward(script, state);
  const current = onStage(state);
  const asks =
    state.phase === 'running' &&
    current?.status === 'now' &&
    !current.closed &&
    toPick(script, current).length === 0 &&
    !!playedAs(script, current)?.demo;
  const again = mayAgain(script, state);
  /** Records what a press does, or asks first where an interlock stands before it. */
  const goIn = async (script: Script, state: RunState, does: readonly Happening[]) => {
    if (does.length === 0) return;
    if (heldBy(script, state, does).length > 0) return setPanel({ kind: 'interlock', does });
    return goPast(script, state, does);
  };
  /** Records what a press does, but begins nothing that may not be played. */
  const goPast = async (script: Script, state: RunState, does: readonly Happening[]) => {
    // Before it waits for the plan: what is opened meanwhile stays open.
    close();
    const begins = does.some(({ kind }) => kind === 'item begun');
    if (begins) setBeginning('checks for stops');
    const known = begins ? await gatesForPress(script, state) : undefined;
    if (begins) setBeginning(known?.size ? undefined : 'unchecked');
    const stop = known && barred(known, does);
    if (stop) setPanel({ kind: 'barred', itemId: stop.gate.itemId });
    const rest = stop ? stop.rest : does;
    return rest.length > 0 ? press(rest) : undefined;
  };
  const go = (does: readonly Happening[]) => inTurn((script, state) => goIn(script, state, does));
  const on = () =>
    inTurn((script, state) => goIn(script, state, skipBarred ? [skipBarred] : forward(script, state).does));
  const undo = () => inTurn((_, { lastUndoable }) => lastUndoable && undoLast(lastUndoable));
  const hold = () =>
    inTurn((_, { phase }) =>
      phase === 'held'
        ? record({ kind: 'resume', body: {} })
        : phase === 'running' && record({ kind: 'hold', body: {} }),
    );
  const ask = () => asks && setPanel({ kind: 'outcome' });
  const missed = () =>
    inTurn((script, state) => {
      const item = onStage(state);
      if (
        state.phase === 'running' &&
        item?.status === 'now' &&
        !item.closed &&
        toPick(script, item).length === 0
      )
        return goIn(script, state, missedAgain(script, item));
    });
  const oneMore = () =>
    inTurn(
      (script, state) => mayAgain(script, state) && goIn(script, state, [onceMore(script, onStage(state)!)]),
    );
  // A clicker has one way on, whatever is open: it never waits for another hand.
  // A button held down is one press.
  useHotkeys('pagedown, right', (e) => !e.repeat && on(), { preventDefault: true });
  useHotkeys('pageup', (e) => !e.repeat && (panel ? close() : undo()), { preventDefault: true });
  // The third key of many clickers blanks a screen of slides: here it is a miss that is tried again.
  useHotkeys('b, m', (e) => !e.repeat && asks && missed(), { enabled: !panel });
  // Where a number is guessed, the full stop belongs to it.
  const isGuessing = cue(script, state)?.guess?.guess === 'number';
  useHotkeys('period', (e) => !e.repeat && asks && missed(), { enabled: !panel && !isGuessing });
  useHotkeys('h', hold, { enabled: !panel });
  useHotkeys('o', ask, { enabled: !panel });
  useHotkeys('escape', close);
  const retriesLeft = current ? tally(script, current).retriesLeft : 0;
  const leftS = slotLeftS(script, state, now);
  const isOver = state.phase === 'down';
  const alarm = stageAlarm(script, state, current && gates.get(current.itemId), leftS);
  const side = { script, state, now, leftS, landing, rehearsal, gates };
  const everythingElse = (
    <>
      <Small onClick={undo} disabled={!state.lastUndoable}>
        Undo
      </Small>
      {panel ? (
        <Small onClick={close}>Close</Small>
      ) : (
        <Small onClick={() => setPanel({ kind: 'jump' })} disabled={isOver}>
          Jump or skip
        </Small>
      )}
      <Button component="a" href={`/shows/${file.show.id}/${isOver ? 'debrief' : 'live'}`} sx={smallSx}>
        {isOver ? 'To the debrief' : 'Exit'}
      </Button>
    </>
  );
  return (
    <Box
      component="main"
      sx={{
        zoom: fit.zoom,
        height: `calc(100dvh / ${fit.zoom})`,
        display: 'grid',
        gridTemplateColumns: fit.isRoomy ? 'minmax(0, 1fr) auto' : 'minmax(0, 1fr)',
        gridTemplateRows: 'auto minmax(0, 1fr)',
        overflow: 'hidden',
      }}
    >
      <SkipLinks />
      <SpokenState script={script} state={state} alarm={alarm} />
      <StageBand alarm={alarm} />
      <Box
        sx={{
          gridRow: 2,
          display: 'flex',
          flexDirection: 'column',
          px: fit.isRoomy ? 8 : 4,
          py: fit.isRoomy ? 4 : 2,
          gap: fit.isRoomy ? 3 : 2,
          minWidth: 0,
          minHeight: 0,
        }}
      >
        {!fit.isRoomy && <StageTop {...side}>{everythingElse}</StageTop>}
        {state.rehearsal?.guided && (
          <Suspense>
            <GuideStrip script={script} state={state} on="stage" />
          </Suspense>
        )}
        {words && gates.size === 0 && (
          <Typography role="status" sx={{ fontSize: 'stageSmall', fontWeight: 700, color: 'warning.main' }}>
            {words}
          </Typography>
        )}
        {!panel && <NowLine script={script} state={state} fit={fit} />}
        <Box
          id="what-is-on"
          sx={{
            flex: '1 1 0',
            minHeight: 0,
            overflowY: 'auto',
            display: 'flex',
            flexDirection: 'column',
            gap: 3,
          }}
          role="region"
          aria-label="What is on"
          // It scrolls where there is much to read: by the keyboard too.
          tabIndex={0}
        >
          <PanelPlace>
            {panel?.kind === 'outcome' && current ? (
              <OutcomePanel script={script} item={current} onOutcome={go} />
            ) : panel?.kind === 'change' && current ? (
              <ChangePanel script={script} item={current} onGo={go} />
            ) : panel?.kind === 'jump' ? (
              <JumpList
                script={script}
                state={state}
                gates={gates}
                onBegin={(itemId) => go([{ kind: 'item begun', body: { itemId } }])}
              />
            ) : panel?.kind === 'reading' ? (
              <ReadingPad script={script} state={state} attemptId={panel.attemptId} onDone={close} />
            ) : panel?.kind === 'interlock' ? (
              <InterlockPanel
                script={script}
                state={state}
                does={panel.does}
                onGo={(first) => inTurn((script, state) => goPast(script, state, [...first, ...panel.does]))}
              />
            ) : panel?.kind === 'barred' ? (
              <BarredPanel gate={gates.get(panel.itemId)} onGo={go} />
            ) : (
              <NowBlock script={script} state={state} now={now} gates={gates} onGo={go} />
            )}
          </PanelPlace>
        </Box>
        {!panel && state.rehearsal?.seed !== undefined && (
          <Suspense>
            <TroublePanel script={script} state={state} onMeet={go} />
          </Suspense>
        )}
        {!panel && (
          <Singles
            script={script}
            state={state}
            landing={landing}
            gates={gates}
            asks={asks}
            again={again}
            onGo={go}
            onReading={(attemptId) => setPanel({ kind: 'reading', attemptId })}
            onOutcome={ask}
            onChange={() => setPanel({ kind: 'change' })}
          />
        )}
        <Box
          id="targets"
          role="group"
          aria-label="Go on"
          tabIndex={-1}
          sx={{
            flex: 'none',
            display: 'grid',
            gap: fit.isRoomy ? 4 : 2,
            gridTemplateColumns: fit.isRoomy ? '2.2fr 1.1fr 0.75fr' : '1.6fr 1fr 0.8fr',
          }}
        >
          <Target main words="page-down on the clicker" onClick={on} disabled={move.does.length === 0}>
            {move.label}
          </Target>
          {again ? (
            <Target
              onClick={oneMore}
              words={
                current?.attempts.at(-1)?.outcome === 'failed' && retriesLeft > 0
                  ? `${retriesLeft} ${retriesLeft === 1 ? 'retry' : 'retries'} left`
                  : 'not planned'
              }
            >
              Once more
            </Target>
          ) : (
            <Target words="and once more" disabled={!asks} onClick={missed}>
              Missed
            </Target>
          )}
          <Target
            look="outlined"
            onClick={hold}
            disabled={state.phase !== 'running' && state.phase !== 'held'}
          >
            {state.phase === 'held' ? 'Resume' : 'Hold'}
          </Target>
        </Box>
      </Box>
      {fit.isRoomy && (
        <Box sx={{ gridRow: 2, minHeight: 0, display: 'grid' }}>
          <StageSide {...side}>{everythingElse}</StageSide>
        </Box>
      )}
    </Box>
  );
}

const smallSx = {
  minHeight: 44,
  minWidth: 44,
  px: 2,
  color: 'text.primary',
  border: '1px solid',
  borderColor: 'divider',
  fontSize: 'stageSmall',
} as const;

const Small = (props: { children: React.ReactNode; onClick: () => void; disabled?: boolean }) => (
  <Button {...props} sx={smallSx} />
);
