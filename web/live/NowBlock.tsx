import { Box, Typography } from '@mui/material';
import {
  askGuest,
  cue,
  nextItem,
  numbered,
  onStage,
  owed,
  playedAs,
  volunteersNow,
  type BegunHere,
  type Cue,
  type Gate,
  type ItemState,
  type RunState,
  type Script,
  type Volunteers,
} from '@hearty/core';
import { DISPLAY } from '../kit/theme';
import { record } from '../session/runLog';
import { CoverLine, Cures } from './Cures';
import { AcknowledgedStops, HowItStands, NextTrouble, NoGo } from './GateLines';
import { Target } from './Target';
import { Wait, Window } from './Timers';

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
      {item?.status === 'now' && <AcknowledgedStops lines={gates.get(item.itemId)?.acknowledged ?? []} />}
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

const OUTCOME_WORDS = {
  worked: 'It worked.',
  partly: 'It partly worked.',
  failed: 'It did not work.',
  'not tried': 'Not tried.',
} as const;
