import { Box, Link, Typography } from '@mui/material';
import {
  incidentsOf,
  announced,
  clockOf,
  crewLines,
  cuesOf,
  formatDuration,
  mayWrite,
  numbered,
  unread,
  type Announced,
  type CrewLine,
  type Person,
  type RunState,
  type Script,
  type StepCue,
} from '@hearty/core';
import { lightFormat } from 'date-fns';
import { useState } from 'react';
import { DISPLAY } from '../kit/theme';
import { useRunNow } from '../session/useRunNow';
import { record } from '../session/runLog';
import { PlannerFailed } from '../workers/PlannerFailed';
import { usePlan } from '../workers/planner';
import { SyncStatus } from './SyncStatus';
import { LivePage } from './LivePage';
import { ReadingPad } from './ReadingPad';
import { DoneButton } from './DoneButton';
import { Target } from './Target';
import { useAwake } from './useAwake';
import { usePrepDone } from '../session/usePrepDone';

/** One of the crew, behind the scenes: what to begin, fetch, put on next, with countdowns; done with one tap. */
export const CrewPage = ({ runId, personId }: { runId: string; personId: string | undefined }) => (
  <LivePage runId={runId} title="crew">
    {({ script, state, role }) => {
      const person = personId === undefined ? undefined : script.people.get(personId);
      return person ? (
        <Crew runId={runId} script={script} state={state} person={person} may={mayWrite(role, 'task done')} />
      ) : (
        <WhoAreYou script={script} runId={runId} />
      );
    }}
  </LivePage>
);

function WhoAreYou({ script, runId }: { script: Script; runId: string }) {
  return (
    <Box component="main" sx={{ p: 5 }}>
      <Typography component="h1" sx={{ fontFamily: DISPLAY, fontSize: 'stageCall', mb: 4 }}>
        Who are you?
      </Typography>
      <Box component="ul" sx={{ m: 0, p: 0, listStyle: 'none', display: 'grid', gap: 3, maxWidth: 520 }}>
        {script.file.show.crew.flatMap(({ personId }) => {
          const person = script.people.get(personId);
          if (!person) return [];
          return [
            <Box component="li" key={personId} sx={{ display: 'flex' }}>
              <Target onClick={() => location.assign(`/crew/${runId}/${personId}`)} words={person.role}>
                {person.name}
              </Target>
            </Box>,
          ];
        })}
      </Box>
    </Box>
  );
}

/** So many lines are drawn; what is later comes when its time comes nearer. */
const MOST_LINES = 8;

interface CrewProps {
  runId: string;
  script: Script;
  state: RunState;
  person: Person;
  /** Whether this device may tick work off. */
  may: boolean;
}

function Crew({ runId, script, state, person, may }: CrewProps) {
  useAwake(state.phase !== 'down');
  const now = useRunNow(state);
  const ticked = usePrepDone(runId);
  const [measuring, setMeasuring] = useState<string>();
  const { plan, trouble, retry } = usePlan(script.file, { forecast: false });
  const sheet = plan?.callSheets.find((s) => s.personId === person.id);
  const lines = plan && sheet ? crewLines(script, plan.timetable, sheet, state, now, ticked) : [];
  // What is on now with one's help is known; the next thing to do is what one looks for.
  const nearMisses = incidentsOf(state, 'near miss');
  const nearMiss = () =>
    void record({ kind: 'near miss', body: state.now === undefined ? {} : { itemId: state.now } });
  const first = lines.find((line) => !line.now) ?? lines[0];
  const later = lines.filter((line) => line !== first).slice(0, MOST_LINES);
  const { now: on, next } = announced(script, state);
  const cues = cuesOf(script, state, person);
  const reading = may ? unread(script, state) : undefined;
  return (
    <Box component="main" sx={{ maxWidth: 760, mx: 'auto', p: { xs: 3, sm: 5 }, display: 'grid', gap: 4 }}>
      {trouble && <PlannerFailed trouble={trouble} onRetry={retry} />}
      <Box
        sx={{
          display: 'flex',
          flexWrap: 'wrap',
          columnGap: 5,
          alignItems: 'baseline',
          fontSize: 'stageSmall',
        }}
      >
        <Typography component="span" sx={{ fontSize: 'stageLead', fontWeight: 700 }}>
          {lightFormat(now, 'HH:mm:ss')}
        </Typography>
        <b>{person.name}</b>
        <span>{phaseWords(state)}</span>
        <Link href={`/check/${runId}`} color="inherit">
          Checks
        </Link>
        <Box component="span" role="status" sx={{ color: 'secondary.main' }}>
          <SyncStatus />
        </Box>
      </Box>
      <Box component="section" aria-label="What you do next">
        {first ? (
          <FirstLine line={first} script={script} may={may} />
        ) : (
          <Typography component="h1" sx={{ fontFamily: DISPLAY, fontWeight: 700, fontSize: 'stageLead' }}>
            {plan ? 'Nothing more for you' : 'Working out what you do …'}
          </Typography>
        )}
      </Box>
      {cues.length > 0 && <Cues cues={cues} />}
      {measuring !== undefined ? (
        <ReadingPad
          script={script}
          state={state}
          attemptId={measuring}
          onDone={() => setMeasuring(undefined)}
        />
      ) : (
        reading && (
          <Box sx={{ display: 'flex' }}>
            <Target words={reading.title} onClick={() => setMeasuring(reading.attemptId)}>
              Record: {reading.reading.title}
            </Target>
          </Box>
        )
      )}
      {person.role === 'narrator' ? <OnStage on={on} next={next} /> : <StageLine on={on} next={next} />}
      {may && state.phase !== 'before' && state.phase !== 'down' && (
        <Box sx={{ display: 'flex' }}>
          <Target onClick={nearMiss} words="nobody was hurt, and might have been; described at the debrief">
            {nearMisses > 0 ? `Near miss · ${nearMisses} marked` : 'Near miss'}
          </Target>
        </Box>
      )}
      {later.length > 0 && (
        <Box component="section" aria-label="After that">
          <Typography component="h2" sx={{ fontSize: 'stageText', fontWeight: 700, mb: 2 }}>
            After that
          </Typography>
          <Box component="ul" sx={{ m: 0, p: 0, listStyle: 'none' }}>
            {later.map((line) => (
              <Line key={line.key} line={line} script={script} may={may} />
            ))}
          </Box>
        </Box>
      )}
    </Box>
  );
}

function phaseWords(state: RunState): string {
  if (state.phase === 'before') return 'before curtain-up';
  return state.phase === 'held'
    ? 'paused'
    : state.phase === 'down'
      ? 'the curtain is down'
      : 'the show is on';
}

/** For a narrator: what is on and what comes, large, with what the audience sees. */
const OnStage = ({ on, next }: { on: Announced | undefined; next: Announced[] }) => (
  <Box component="section" aria-label="On stage">
    <Typography
      component="h2"
      sx={{
        fontFamily: DISPLAY,
        fontWeight: 700,
        fontSize: 'stageCall',
        lineHeight: 1.15,
        overflowWrap: 'anywhere',
      }}
    >
      {on ? numbered(on.number, on.title) : 'Nothing on stage'}
    </Typography>
    {on && <Typography sx={{ fontSize: 'stageText' }}>{on.shows}</Typography>}
    {next.map((item, i) => (
      <Box key={item.itemId} sx={{ mt: 1 }}>
        <Typography sx={{ fontSize: 'stageLead', overflowWrap: 'anywhere' }}>
          <Box component="span" sx={{ color: 'text.secondary' }}>
            {i === 0 ? 'next ' : 'then '}
          </Box>
          {numbered(item.number, item.title)}
        </Typography>
        <Typography sx={{ fontSize: 'stageSmall' }}>{item.shows}</Typography>
      </Box>
    ))}
  </Box>
);

/** For everybody else: one small line. */
const StageLine = ({ on, next: [next] }: { on: Announced | undefined; next: Announced[] }) => (
  <Typography
    component="section"
    aria-label="On stage"
    sx={{ fontSize: 'stageSmall', overflowWrap: 'anywhere' }}
  >
    <Box component="span" sx={{ color: 'text.secondary' }}>
      on stage{' '}
    </Box>
    <b>{on ? numbered(on.number, on.title) : 'nothing'}</b>
    {next && (
      <>
        <Box component="span" sx={{ color: 'text.secondary' }}>
          {' '}
          · next{' '}
        </Box>
        {numbered(next.number, next.title)}
      </>
    )}
  </Typography>
);

const Cues = ({ cues }: { cues: StepCue[] }) => (
  <Box component="ul" aria-label="Your cues" sx={{ m: 0, p: 0, listStyle: 'none', display: 'grid', gap: 2 }}>
    {cues.map(({ itemId, stepId, message, at, title, now }) => (
      <Box
        component="li"
        key={itemId + stepId}
        sx={{ border: now ? 4 : 1, borderColor: now ? 'secondary.main' : 'divider', borderRadius: 1, p: 3 }}
      >
        <Typography sx={{ fontSize: 'stageLead', fontWeight: 700 }}>
          {now && 'NOW: '}
          {message}
        </Typography>
        <Typography sx={{ fontSize: 'stageSmall' }}>
          {title}, at “{at}”
        </Typography>
      </Box>
    ))}
  </Box>
);

/** The next thing one does oneself: what, for what, where, and how late it is, larger than all else. */
function FirstLine({ line, script, may }: { line: CrewLine; script: Script; may: boolean }) {
  const { inS, atS, now, tick, what } = line;
  const isLate = inS !== undefined && inS < -5 && !now;
  return (
    <>
      <Typography
        role="timer"
        sx={{ fontSize: 'stageLead', fontWeight: 700, color: isLate ? 'warning.main' : 'secondary.main' }}
      >
        {isLate && '▲ '}
        {whenWords(now, inS, clockOf(script, [atS])(atS))}
      </Typography>
      <Typography
        component="h1"
        sx={{
          fontFamily: DISPLAY,
          fontWeight: 750,
          fontSize: 'stageCall',
          lineHeight: 1.12,
          overflowWrap: 'anywhere',
        }}
      >
        {lineTitle(line)}
      </Typography>
      <LineDetails line={line} size="stageText" />
      {tick && may && (
        <Box sx={{ display: 'flex', mt: 2 }}>
          <Target main label={`Done: ${what}`} onClick={() => void record({ kind: 'task done', body: tick })}>
            Done
          </Target>
        </Box>
      )}
    </>
  );
}

function lineTitle({ kind, what, number }: CrewLine): string {
  if (kind !== 'on stage' && kind !== 'help') return what;
  return `${kind === 'help' ? 'Help' : 'On stage'}: ${numbered(number, what)}`;
}

/** Where, for what, with what and what to put on. */
const LineDetails = ({ line, size }: { line: CrewLine; size: 'stageSmall' | 'stageText' }) => (
  <>
    <Typography sx={{ fontSize: size, overflowWrap: 'anywhere' }}>
      {[
        line.place,
        line.forItem && line.forItem !== line.what && `for ${line.forItem}`,
        line.with?.join(', '),
      ]
        .filter(Boolean)
        .join(' · ')}
    </Typography>
    {line.does?.map((message) => (
      <Typography key={message} sx={{ fontSize: size, overflowWrap: 'anywhere' }}>
        {message}
      </Typography>
    ))}
    {line.worn && (
      <Typography sx={{ fontSize: size, color: 'warning.main' }}>put on: {line.worn.join('; ')}</Typography>
    )}
  </>
);

function Line({ line, script, may }: { line: CrewLine; script: Script; may: boolean }) {
  const { what, inS, atS, now, tick } = line;
  return (
    <Box
      component="li"
      sx={{
        display: 'grid',
        gridTemplateColumns: 'minmax(0, 1fr) 128px',
        gap: 3,
        alignItems: 'center',
        py: 2,
        borderTop: 1,
        borderColor: 'divider',
      }}
    >
      <Box>
        <Typography sx={{ fontSize: 'stageText', fontWeight: 700, overflowWrap: 'anywhere' }}>
          {lineTitle(line)}
        </Typography>
        <LineDetails line={line} size="stageSmall" />
      </Box>
      <Box sx={{ display: 'grid', gap: 1, textAlign: 'center' }}>
        <Typography
          sx={{
            fontSize: 'stageSmall',
            fontWeight: 700,
            color: inS !== undefined && inS < -5 && !now ? 'warning.main' : 'secondary.main',
          }}
        >
          {whenWords(now, inS, clockOf(script, [atS])(atS))}
        </Typography>
        {tick && may && (
          <DoneButton what={what} onDone={() => void record({ kind: 'task done', body: tick })} />
        )}
      </Box>
    </Box>
  );
}

function whenWords(now: boolean, inS: number | undefined, clock: string): string {
  if (now) return 'now';
  if (inS === undefined) return clock;
  const s = Math.round(inS);
  if (Math.abs(s) <= 5) return 'NOW';
  const words = formatDuration(Math.abs(s) < 120 ? Math.abs(s) : Math.round(Math.abs(s) / 60) * 60);
  return s > 0 ? `in ${words}` : `${words} late`;
}
