import { Box, Button } from '@mui/material';
import {
  barred,
  forward,
  heldBy,
  mayAgain,
  onStage,
  playedAs,
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
import { JumpList } from './JumpList';
import { NowBlock } from './NowBlock';
import { Offers } from './Offers';
import { OutcomePanel } from './OutcomePanel';
import { ReadingPad } from './ReadingPad';
import { Target } from './Target';
import { LandingBar } from './LandingBar';
import { TopLine } from './TopLine';
import { useAwake } from './useAwake';
import { useSleepWatch } from './useSleepWatch';
import { useGates } from './useGates';
import { useLanding } from './useLanding';

// Of rehearsals alone: shows do not load them.
const TroublePanel = lazy(async () => ({ default: (await import('./TroublePanel')).TroublePanel }));
const GuideStrip = lazy(async () => ({ default: (await import('../session/GuideStrip')).GuideStrip }));

/** What stands in the place of the item while something is asked. */
type Panel =
  | { kind: 'outcome' }
  | { kind: 'jump' }
  | { kind: 'reading'; attemptId: string }
  | { kind: 'interlock'; does: readonly Happening[] }
  | { kind: 'barred'; itemId: string };

/** A large screen stands further away: all of it is drawn larger there. */
const LARGER = {
  '--stage-height': '100dvh',
  '@media (min-width: 1600px) and (min-height: 900px)': {
    zoom: 1.4,
    '--stage-height': 'calc(100dvh / 1.4)',
  },
} as const;

/** The stage: two targets that never move, offers in a place of their own above them, everything else a step away. */
export function Stage({ script, state, rehearsal }: { script: Script; state: RunState; rehearsal: boolean }) {
  const { file } = script;
  const now = useRunNow(state);
  const landing = useLanding(file, state);
  const gates = useGates(script, state, now);
  const [panel, setPanel] = useState<Panel>();
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
  const goIn = (script: Script, state: RunState, does: readonly Happening[]) => {
    if (does.length === 0) return;
    if (heldBy(script, state, does).length > 0) return setPanel({ kind: 'interlock', does });
    const stop = barred(gates, does);
    if (stop) setPanel({ kind: 'barred', itemId: stop.gate.itemId });
    else close();
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
  const onceMore = () =>
    inTurn(
      (script, state) =>
        mayAgain(script, state) && record({ kind: 'again', body: { itemId: onStage(state)!.itemId } }),
    );
  // A clicker has one way on, whatever is open: it never waits for another hand.
  // A button held down is one press.
  useHotkeys('pagedown, right', (e) => !e.repeat && on(), { preventDefault: true });
  useHotkeys('pageup', (e) => !e.repeat && (panel ? close() : undo()), { preventDefault: true });
  useHotkeys('h', hold, { enabled: !panel });
  useHotkeys('o', ask, { enabled: !panel });
  useHotkeys('escape', close);
  const retriesLeft = current ? tally(script, current).retriesLeft : 0;
  const failed = current?.attempts.at(-1)?.outcome === 'failed';
  return (
    <Box
      component="main"
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: 'minmax(0, 1fr) 190px' },
        ...LARGER,
        height: 'var(--stage-height)',
      }}
    >
      <Box
        sx={{
          display: 'flex',
          flexDirection: 'column',
          px: { xs: 4, sm: 9 },
          py: { xs: 3, sm: 5 },
          gap: { xs: 3, sm: 4 },
          minWidth: 0,
          height: 'var(--stage-height)',
        }}
      >
        {state.rehearsal?.guided && (
          <Suspense>
            <GuideStrip script={script} state={state} on="stage" />
          </Suspense>
        )}
        <TopLine script={script} state={state} now={now} rehearsal={rehearsal} landing={landing} />
        <Box
          sx={{
            flex: '1 1 0',
            minHeight: 0,
            overflowY: 'auto',
            display: 'flex',
            flexDirection: 'column',
            gap: 4,
          }}
          role="region"
          aria-label="What is on"
          // It scrolls where there is much to say: by the keyboard too.
          tabIndex={0}
        >
          {panel?.kind === 'outcome' && current ? (
            <OutcomePanel script={script} item={current} onOutcome={go} />
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
            <InterlockPanel script={script} state={state} does={panel.does} onDone={close} />
          ) : panel?.kind === 'barred' ? (
            <BarredPanel gate={gates.get(panel.itemId)} onGo={go} />
          ) : (
            <NowBlock script={script} state={state} now={now} gates={gates} />
          )}
        </Box>
        {!panel && state.rehearsal?.seed !== undefined && (
          <Suspense>
            <TroublePanel script={script} state={state} onMeet={go} />
          </Suspense>
        )}
        {!panel && (
          <Offers
            script={script}
            state={state}
            landing={landing}
            gates={gates}
            onGo={go}
            onReading={(attemptId) => setPanel({ kind: 'reading', attemptId })}
          />
        )}
        <Box sx={{ display: 'grid', gap: { xs: 2, sm: 4 }, gridTemplateColumns: '1.6fr 1fr' }}>
          <Target main words="page-down on the clicker" onClick={on} disabled={move.does.length === 0}>
            {move.label}
          </Target>
          {again ? (
            <Target
              onClick={onceMore}
              words={
                failed && retriesLeft > 0
                  ? `${retriesLeft} ${retriesLeft === 1 ? 'retry' : 'retries'} left`
                  : 'beyond the plan'
              }
            >
              Once more
            </Target>
          ) : (
            <Target words="partly · failed · not tried" disabled={!asks} onClick={ask}>
              How did it go?
            </Target>
          )}
        </Box>
        <Box component="nav" aria-label="Everything else" sx={{ display: 'flex', gap: 2, flexWrap: 'wrap' }}>
          <Small onClick={undo} disabled={!state.lastUndoable}>
            Take back
          </Small>
          <Small onClick={hold} disabled={state.phase !== 'running' && state.phase !== 'held'}>
            {state.phase === 'held' ? 'Resume' : 'Hold'}
          </Small>
          <Small
            onClick={() => (panel?.kind === 'jump' ? close() : setPanel({ kind: 'jump' }))}
            disabled={state.phase === 'down'}
          >
            Jump or skip
          </Small>
          {panel ? (
            <Small onClick={close}>Back</Small>
          ) : (
            <Button
              component="a"
              href={`/shows/${file.show.id}/${state.phase === 'down' ? 'debrief' : 'live'}`}
              sx={smallSx}
            >
              {state.phase === 'down' ? 'To the debrief' : 'Leave'}
            </Button>
          )}
        </Box>
      </Box>
      <LandingBar landing={landing} state={state} />
    </Box>
  );
}

const smallSx = {
  minHeight: 48,
  px: { xs: 2, sm: 4 },
  color: 'text.primary',
  border: '1px solid',
  borderColor: 'divider',
  fontSize: 'stageSmall',
} as const;

const Small = (props: { children: React.ReactNode; onClick: () => void; disabled?: boolean }) => (
  <Button {...props} sx={smallSx} />
);
