import { Box, Typography } from '@mui/material';
import {
  askGuest,
  cue,
  formatDuration,
  gatesWords,
  neverBegun,
  nextItem,
  numbered,
  onStage,
  owed,
  causesOf,
  playedAs,
  volunteersNow,
  type BegunHere,
  type Cue,
  type Gate,
  type ItemState,
  type OpenWindow,
  type RunState,
  type Script,
  type Volunteers,
} from '@hearty/core';
import { DISPLAY } from '../kit/theme';
import { record } from '../session/runLog';
import { DoneButton } from './DoneButton';
import { Target } from './Target';

/** Now, then, and what to shout, put on and begin. */
export function NowBlock({
  script,
  state,
  now,
  gates,
}: {
  script: Script;
  state: RunState;
  now: number;
  gates: ReadonlyMap<string, Gate>;
}) {
  const c = cue(script, state);
  const item = onStage(state);
  const next = nextItem(state);
  const { head, line } = words(script, state, c);
  const behind = owed(state);
  const volunteers = volunteersNow(script, state);
  const guest = askGuest(script, state);
  // The call is the line itself while it is what is done now.
  const calls = state.phase === 'running' && c?.shout !== undefined && c.step === c.shout;
  return (
    <>
      {item?.status === 'now' && <NoGo gate={gates.get(item.itemId)} />}
      {item?.status === 'now' && <AnsweredFor lines={gates.get(item.itemId)?.acknowledged ?? []} />}
      <Box {...(calls && { sx: { border: 3, borderRadius: 1, p: 3 } })}>
        {calls && <Typography sx={{ fontSize: 'stageSmall' }}>to the audience, now</Typography>}
        <Typography sx={{ color: 'primary.main', fontWeight: 700, fontSize: 'stageText' }}>{head}</Typography>
        {c && c.with.length > 0 && item?.status === 'now' && state.phase === 'running' && (
          <Typography sx={{ fontSize: 'stageSmall', overflowWrap: 'anywhere' }}>
            with {c.with.join(', ')}
          </Typography>
        )}
        <Typography
          component="h1"
          sx={{
            fontFamily: DISPLAY,
            fontWeight: 750,
            fontSize: { xs: 'stageCall', sm: line.length > 90 ? 'stageCall' : 'stageNow' },
            lineHeight: 1.1,
            overflowWrap: 'anywhere',
          }}
        >
          {line}
        </Typography>
      </Box>
      {state.phase === 'before' && (
        <HowItStands gates={[...gates.values()]} isChecked={state.checks.size > 0} />
      )}
      {c?.by && state.phase === 'running' && (
        <Typography sx={{ fontSize: 'stageText', fontWeight: 700, color: 'warning.main' }}>{c.by}</Typography>
      )}
      {c?.shout && !calls && (
        <Box sx={{ border: 3, borderRadius: 1, p: 4 }}>
          <Typography sx={{ fontSize: 'stageSmall' }}>to the audience, next</Typography>
          <Typography sx={{ fontFamily: DISPLAY, fontWeight: 700, fontSize: 'stageCall', lineHeight: 1.15 }}>
            {c.shout.text}
          </Typography>
        </Box>
      )}
      {c && (c.wait !== undefined || c.windows.length > 0) && (
        <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 6, rowGap: 2, alignItems: 'center' }}>
          {c.wait && state.phase === 'running' && <Wait wait={c.wait} now={now} />}
          {c.windows.map((window) => (
            <Window key={window.stepId} window={window} now={now} />
          ))}
        </Box>
      )}
      {c && state.phase === 'running' && c.putOn.length > 0 && <Beside title="put on" lines={c.putOn} />}
      {volunteers && volunteers.ask.length > 0 && (
        <Beside title={whomToAsk(volunteers)} lines={volunteers.ask} />
      )}
      {guest.length > 0 && <Beside title="ask the guest before they do it" lines={guest} />}
      {volunteers && volunteers.wanted < volunteers.up && (
        <Typography sx={{ fontSize: 'stageSmall', color: 'warning.main', fontWeight: 700 }}>
          {volunteers.up === 1 ? 'A volunteer is' : `${volunteers.up} volunteers are`} still up
        </Typography>
      )}
      {c?.then && state.phase === 'running' && !item?.closed && (
        <Typography sx={{ fontSize: 'stageText' }}>
          <Box component="span" sx={{ color: 'text.secondary' }}>
            then{' '}
          </Box>
          {c.then.text}
        </Typography>
      )}
      {state.phase === 'running' && c?.begin.map((b) => <BeginHere key={b.itemId + b.taskId} begin={b} />)}
      {item?.closed && <Cures script={script} state={state} />}
      {item?.status === 'now' && <CoverLine script={script} item={item} />}
      {next && state.phase !== 'down' && (
        <Typography sx={{ fontSize: 'stageSmall' }}>
          <b>Next</b> {withNumber(script, next)}
          <NextTrouble script={script} state={state} next={next} gate={gates.get(next.itemId)} />
          {behind.length > 0 && (
            <Box component="span" sx={{ color: 'warning.main', ml: 6 }}>
              <b>Still to play</b> {behind.map((i) => i.title).join(', ')}
            </Box>
          )}
        </Typography>
      )}
    </>
  );
}

function words(script: Script, state: RunState, c: Cue | undefined): { head: string; line: string } {
  const item = onStage(state);
  if (state.phase === 'before') return { head: script.file.show.title, line: 'Ready when you are.' };
  if (state.phase === 'down')
    return { head: script.file.show.title, line: 'The curtain is down. Well played.' };
  if (state.phase === 'held') return { head: 'HOLD', line: 'The clock of the show is stopped.' };
  if (!item || item.status !== 'now')
    return { head: 'NOW', line: item ? 'On to the next.' : 'The stage is yours.' };
  const level = c?.level === undefined ? '' : `: ${c.level}`;
  const showing = c && c.showings > 1 ? ` · showing ${c.showing} of ${c.showings}${level}` : '';
  const tries = item.attempts.length > 0 && !item.closed ? ` · attempt ${item.attempts.length + 1}` : '';
  const title = item.standBy ? (playedAs(script, item)?.item.title ?? item.title) : item.title;
  const head = `NOW · ${withNumber(script, { ...item, title })}${showing}${tries}`;
  if (item.closed) return { head, line: OUTCOME_WORDS[item.attempts.at(-1)!.outcome] };
  return { head, line: c?.step?.text ?? item.title };
}

const withNumber = (script: Script, { itemId, title }: Pick<ItemState, 'itemId' | 'title'>): string =>
  numbered(script.byItem.get(itemId)?.number, title);

function whomToAsk({ wanted, change }: Volunteers): string {
  const who = wanted === 1 ? 'volunteer' : `${wanted} volunteers`;
  return change
    ? `let ${wanted === 1 ? 'this one' : 'these'} go, and ask the next ${who}`
    : `ask the ${who} before they come up`;
}

/** Before the curtain: what the set-up says. Nothing holds the presenter up; nobody goes on without having read it. */
function HowItStands({ gates, isChecked }: { gates: readonly Gate[]; isChecked: boolean }) {
  if (!gates.some(({ verdict }) => verdict === 'no-go' || verdict === 'open')) return null;
  return (
    <Typography role="alert" sx={{ fontSize: 'stageText', color: 'warning.main', fontWeight: 700 }}>
      {isChecked ? 'The set-up: ' : 'Nothing is checked yet: '}
      {gatesWords(gates)}.
    </Typography>
  );
}

/** A no-go, of a check or of the plan, stays one until it is fixed or overruled. */
function NoGo({ gate }: { gate: Gate | undefined }) {
  if (gate?.verdict !== 'no-go') return null;
  return (
    <Typography role="alert" sx={{ fontSize: 'stageText', color: 'error.main', fontWeight: 700 }}>
      NO-GO: {gate.reasons[0]}
      {gate.reasons.length > 1 && ` And ${gate.reasons.length - 1} more: see Check.`}
    </Typography>
  );
}

/** Stops that somebody answers for stay in sight at their item. */
const AnsweredFor = ({ lines }: { lines: readonly string[] }) =>
  lines.map((line) => (
    <Typography key={line} sx={{ fontSize: 'stageSmall', color: 'warning.main', overflowWrap: 'anywhere' }}>
      {line}
    </Typography>
  ));

const Beside = ({ title, lines }: { title: string; lines: readonly string[] }) => (
  <Box role="note" sx={{ borderLeft: 6, borderColor: 'warning.main', pl: 4 }}>
    <Typography sx={{ fontSize: 'stageSmall' }}>{title}</Typography>
    {lines.map((line) => (
      <Typography key={line} sx={{ fontSize: 'stageText', fontWeight: 700 }}>
        {line}
      </Typography>
    ))}
  </Box>
);

/** Work of a later item that is begun now, ticked where one stands. */
const BeginHere = ({ begin: { itemId, taskId, title, forTitle } }: { begin: BegunHere }) => (
  <Box sx={{ display: 'flex' }}>
    <Target
      words={`now, for “${forTitle}”; press when it is done`}
      onClick={() => void record({ kind: 'task done', body: { itemId, taskId } })}
    >
      {title}
    </Target>
  </Box>
);

function NextTrouble({
  script,
  state,
  next,
  gate,
}: {
  script: Script;
  state: RunState;
  next: ItemState;
  gate: Gate | undefined;
}) {
  const missed = neverBegun(script, state, next.itemId);
  const noGo = gate?.verdict === 'no-go';
  if (missed.length === 0 && !noGo) return null;
  return (
    <Box component="span" sx={{ color: 'warning.main', fontWeight: 700, ml: 3 }}>
      {noGo && `no-go: ${gate.reasons.join('; ')}. `}
      {missed.length > 0 && `never begun: ${missed.join(', ')}`}
    </Box>
  );
}

/** A timed wait counts down by itself. */
function Wait({ wait, now }: { wait: NonNullable<Cue['wait']>; now: number }) {
  const left = Math.ceil(wait.s - Math.max(0, now - wait.since) / 1000);
  return (
    <Typography
      role="timer"
      sx={{ fontFamily: DISPLAY, fontSize: 'stageCall', color: 'secondary.main', fontWeight: 700 }}
    >
      {left > 0 ? `${formatDuration(left)} to wait` : left === 0 ? 'NOW' : `${formatDuration(-left)} over`}
    </Typography>
  );
}

const OUTCOME_WORDS = {
  worked: 'It worked.',
  partly: 'It partly worked.',
  failed: 'It did not work.',
  'not tried': 'Not tried.',
} as const;

/** What is said when a failure is left at that. */
function CoverLine({ script, item }: { script: Script; item: ItemState }) {
  const line = playedAs(script, item)?.demo?.coverLine;
  if (!line || item.attempts.at(-1)?.outcome !== 'failed' || !item.closed) return null;
  return (
    <Typography sx={{ fontSize: 'stageText', overflowWrap: 'anywhere' }}>
      <Box component="span" sx={{ color: 'text.secondary' }}>
        to leave it there, say{' '}
      </Box>
      “{line}”
    </Typography>
  );
}

/** The first three cures for what was seen, short enough for gloves on. */
function Cures({ script, state }: { script: Script; state: RunState }) {
  const item = onStage(state)!;
  const last = item.attempts.at(-1);
  const causes = causesOf(script, item, last?.symptom);
  if (causes.length === 0) return null;
  return (
    <Box
      component="ol"
      aria-label="Likely causes"
      sx={{ m: 0, pl: 7, fontSize: 'stageText', lineHeight: 1.45 }}
    >
      {causes.slice(0, 3).map((c) => (
        <li key={c.cause}>
          <b>{c.cause}</b>
          {c.quickTest && ` (${c.quickTest})`}
          {c.cure && ` — ${c.cure}`}
          {c.triedAgain > 0 && (
            <Box component="span" sx={{ color: 'text.secondary' }}>
              {' '}
              helped {c.helped} of {c.triedAgain}
            </Box>
          )}
        </li>
      ))}
    </Box>
  );
}

/** A window counted from a step: the bar fills, the brackets say when. */
function Window({ window, now }: { window: OpenWindow; now: number }) {
  const since = Math.max(0, (now - window.since) / 1000);
  const span = window.toS * 1.35;
  const at = (s: number) => `${Math.min(100, (s / span) * 100)}%`;
  const open = since >= window.fromS && since <= window.toS;
  const verdict =
    since < window.fromS
      ? `between ${formatDuration(window.fromS)} and ${formatDuration(window.toS)}`
      : open
        ? 'NOW'
        : `${formatDuration(since - window.toS)} late`;
  const { itemId, stepId } = window;
  return (
    <Box sx={{ flex: '1 1 320px', minWidth: 0, display: 'flex', gap: 3, alignItems: 'center' }}>
      <Box
        role="timer"
        aria-label={`${window.label}: ${formatDuration(since)}`}
        sx={{ flex: 1, minWidth: 0 }}
      >
        <Box
          sx={{
            display: 'flex',
            flexWrap: 'wrap',
            columnGap: 4,
            justifyContent: 'space-between',
            fontSize: 'stageSmall',
          }}
        >
          <span>{window.label}</span>
          <Box
            component="span"
            sx={{ color: since > window.toS ? 'warning.main' : 'secondary.main', fontWeight: 700 }}
          >
            {formatDuration(Math.floor(since))} — {verdict}
          </Box>
        </Box>
        <Box sx={{ position: 'relative', height: 30, mt: 1 }}>
          <Box
            sx={{
              position: 'absolute',
              top: 10,
              left: 0,
              right: 0,
              height: 9,
              borderRadius: 5,
              bgcolor: (t) => t.ink.wash,
            }}
          />
          <Box
            sx={{
              position: 'absolute',
              top: 10,
              left: 0,
              width: at(since),
              height: 9,
              borderRadius: 5,
              bgcolor: 'secondary.main',
            }}
          />
          <Box
            sx={{
              position: 'absolute',
              top: 1,
              height: 27,
              left: at(window.fromS),
              width: `calc(${at(window.toS)} - ${at(window.fromS)})`,
              '&::before, &::after': {
                content: '""',
                position: 'absolute',
                top: 0,
                bottom: 0,
                width: 10,
                border: '3px solid',
              },
              '&::before': { left: 0, borderRightStyle: 'none' },
              '&::after': { right: 0, borderLeftStyle: 'none' },
            }}
          />
        </Box>
      </Box>
      <DoneButton
        what={window.label}
        onDone={() => void record({ kind: 'timer done', body: { itemId, stepId } })}
      />
    </Box>
  );
}
