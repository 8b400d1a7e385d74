import { Box, Typography } from '@mui/material';
import {
  askGuest,
  cue,
  guessedNow,
  onStage,
  stageWords,
  volunteersNow,
  type Gate,
  type Happening,
  type ItemState,
  type RunState,
  type Script,
  type StageWork,
  type Volunteers,
} from '@hearty/core';
import { DISPLAY } from '../kit/theme';
import { record } from '../session/runLog';
import { CoverLine, Cures } from './Cures';
import { AcknowledgedStops, HowItStands } from './GateLines';
import { Guess, PanelPlace } from './panels';
import { Target } from './Target';
import { Wait, Window } from './Timers';
import type { Fit } from './useFit';

interface Props {
  script: Script;
  state: RunState;
  now: number;
  gates: ReadonlyMap<string, Gate>;
  onGo: (does: readonly Happening[]) => void;
}

/** What is done now, as large as the screen allows; it is never cut off. */
export function NowLine({ script, state, fit }: Pick<Props, 'script' | 'state'> & { fit: Fit }) {
  const c = cue(script, state);
  const { head, detail, line, value, keyWords } = stageWords(script, state, c);
  // The call is the line itself while it is what is done now.
  const isCall = state.phase === 'running' && c?.shout !== undefined && c.step === c.shout;
  return (
    <Box
      data-testid="now"
      sx={{ flex: 'none', ...(isCall && { border: 3, borderRadius: 1, px: 3, py: fit.isRoomy ? 2 : 0 }) }}
    >
      <Typography
        sx={{
          fontSize: fit.isRoomy ? 'stageLead' : 'stageSmall',
          lineHeight: 1.25,
          overflowWrap: 'anywhere',
        }}
      >
        <Box component="span" sx={{ color: 'primary.main', fontWeight: 700 }}>
          {head}
        </Box>{' '}
        {isCall && ' · say to the audience'}
        {detail && ` · ${detail}`}
      </Typography>
      {value !== undefined && <Large fit={fit} text={value} />}
      {keyWords.length > 0 ? (
        <>
          <Large fit={fit} text={keyWords.join(' · ')} isHeading={line === head} />
          {line !== head && <Smaller>{line}</Smaller>}
        </>
      ) : value === undefined ? (
        <Large fit={fit} text={line} isHeading />
      ) : (
        <Smaller>{line}</Smaller>
      )}
    </Box>
  );
}

const Large = ({ fit, text, isHeading = false }: { fit: Fit; text: string; isHeading?: boolean }) => (
  <Typography
    {...(isHeading && { component: 'h1' })}
    sx={{
      fontFamily: DISPLAY,
      fontWeight: 750,
      fontSize: fit.sizeOf(text),
      lineHeight: 1.1,
      overflowWrap: 'anywhere',
    }}
  >
    {text}
  </Typography>
);

const Smaller = ({ children }: { children: string }) => (
  <Typography
    component="h1"
    sx={{
      fontFamily: DISPLAY,
      fontWeight: 700,
      fontSize: { xs: 'stageText', sm: 'stageLead' },
      lineHeight: 1.15,
      overflowWrap: 'anywhere',
    }}
  >
    {children}
  </Typography>
);

/** What goes with it: what to say and put on, the windows that run, whom to ask, what to begin, and then. */
export function NowBlock({ script, state, now, gates, onGo }: Props) {
  const c = cue(script, state);
  const item = onStage(state);
  const volunteers = volunteersNow(script, state);
  const guest = askGuest(script, state);
  const isRunning = state.phase === 'running';
  const isOn = item?.status === 'now';
  const isCall = isRunning && c?.shout !== undefined && c.step === c.shout;
  return (
    <>
      {state.phase === 'before' && (
        <HowItStands gates={[...gates.values()]} isChecked={state.checks.size > 0} />
      )}
      {isOn && <AcknowledgedStops lines={gates.get(item.itemId)?.acknowledged ?? []} />}
      {c?.by && isRunning && (
        <Typography sx={{ fontSize: 'stageText', fontWeight: 700, color: 'warning.main' }}>{c.by}</Typography>
      )}
      {c && (c.wait !== undefined || c.windows.length > 0) && (
        <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 6, rowGap: 2, alignItems: 'center' }}>
          {c.wait && isRunning && <Wait wait={c.wait} now={now} />}
          {c.windows.map((window) => (
            <Window key={window.stepId} window={window} now={now} />
          ))}
        </Box>
      )}
      {c?.shout && !isCall && (
        <Box sx={{ border: 3, borderRadius: 1, px: 4, py: 2 }}>
          <Typography sx={{ fontSize: 'stageSmall' }}>say next</Typography>
          <Typography
            sx={{
              fontFamily: DISPLAY,
              fontWeight: 700,
              fontSize: { xs: 'stageLead', sm: 'stageCall' },
              lineHeight: 1.15,
            }}
          >
            {c.shout.text}
          </Typography>
        </Box>
      )}
      {c?.guess && isRunning && item && !item.closed && (
        <PanelPlace>
          <Guess item={item} step={c.guess} onGo={onGo} />
        </PanelPlace>
      )}
      {isOn && <Guessed script={script} item={item} />}
      {c && isRunning && c.putOn.length > 0 && <Beside title="put on" lines={c.putOn} />}
      {volunteers && volunteers.ask.length > 0 && (
        <Beside title={whomToAsk(volunteers)} lines={volunteers.ask} />
      )}
      {guest.length > 0 && <Beside title="ask the guest before they do it" lines={guest} />}
      {volunteers && volunteers.wanted < volunteers.up && (
        <Typography sx={{ fontSize: 'stageSmall', color: 'warning.main', fontWeight: 700 }}>
          {volunteers.up === 1 ? 'A volunteer is' : `${volunteers.up} volunteers are`} still up
        </Typography>
      )}
      {c?.then && isRunning && !item?.closed && (
        <Typography sx={{ fontSize: 'stageText' }}>
          <Box component="span" sx={{ color: 'text.secondary' }}>
            then{' '}
          </Box>
          {c.then.text}
        </Typography>
      )}
      {c && c.with.length > 0 && isOn && isRunning && (
        <Typography sx={{ fontSize: 'stageSmall', overflowWrap: 'anywhere' }}>
          with {c.with.join(', ')}
        </Typography>
      )}
      {isRunning && c?.begin.map((work) => <BeginHere key={work.itemId + work.taskId} work={work} />)}
      {item?.closed && <Cures script={script} state={state} />}
      {isOn && <CoverLine script={script} item={item} />}
    </>
  );
}

function whomToAsk({ wanted, change, saidNo, pickedBefore }: Volunteers): string {
  const who = wanted === 1 ? 'volunteer' : `${wanted} volunteers`;
  const before = saidNo > 0 ? ` (${saidNo} said no)` : pickedBefore ? ' (picked beforehand)' : '';
  return change
    ? `let ${wanted === 1 ? 'this one' : 'these'} go, and ask the next ${who}${before}`
    : `ask the ${saidNo > 0 ? 'next ' : ''}${who} before they come up${before}`;
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
const BeginHere = ({ work: { itemId, taskId, title, forTitle } }: { work: StageWork }) => (
  <Box sx={{ display: 'flex' }}>
    <Target
      words={`now, for “${forTitle}”; press when it is done`}
      onClick={() => void record({ kind: 'task done', body: { itemId, taskId } })}
    >
      {title}
    </Target>
  </Box>
);

/** What was guessed stays in sight until it is seen. */
function Guessed({ script, item }: { script: Script; item: ItemState }) {
  const guesses = guessedNow(script, item);
  if (guesses.length === 0) return null;
  return (
    <Typography sx={{ fontSize: 'stageText', fontWeight: 700 }}>
      They guessed: {guesses.join(', ')}
    </Typography>
  );
}
