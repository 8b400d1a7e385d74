import { Described, fieldOf, type Debrief, type IncidentLine, type UntickedWork } from '@hearty/core';
import { Alert, Box, Button, Typography } from '@mui/material';
import { format } from 'date-fns';
import { Drawn } from '../../kit/fields';
import { Section, say } from './common';

const TEXT = fieldOf(Described, 'text');

/** An incident that was marked with one press, and what it was. */
const Incident = ({ incident: { id, at, title, n, text } }: { incident: IncidentLine }) => (
  <Box component="li" sx={{ display: 'flex', flexWrap: 'wrap', gap: 3, alignItems: 'center', py: 1 }}>
    <Typography sx={{ flex: '0 1 auto' }}>
      {[format(at, 'HH:mm:ss'), title ?? 'the whole show', n > 1 && `attempt ${n}`]
        .filter(Boolean)
        .join(' · ')}
    </Typography>
    <Drawn
      field={TEXT}
      value={text ?? ''}
      onValue={(value) => say({ kind: 'described', body: { eventId: id, text: String(value ?? '').trim() } })}
      sx={{ flex: '1 1 260px' }}
    />
  </Box>
);

export const Incidents = ({ incidents }: { incidents: readonly IncidentLine[] }) => (
  <Box component="ul" sx={{ m: 0, p: 0, listStyle: 'none' }}>
    {incidents.map((incident) => (
      <Incident key={incident.id} incident={incident} />
    ))}
  </Box>
);

/** Hitches: what went wrong within an attempt that went on. */
export function Hitches({ talk }: { talk: Debrief }) {
  const hitches = talk.incidents.filter((i) => i.kind === 'hitch');
  if (hitches.length === 0) return null;
  return (
    <Section
      title={hitches.length === 1 ? '1 hitch' : `${hitches.length} hitches`}
      hint="Something went wrong, and the attempt went on. What was it?"
    >
      <Incidents incidents={hitches} />
    </Section>
  );
}

/** Work begun on stage that nobody ticked: until it is answered, what came of the item teaches nothing. */
export const Unticked = ({ talk }: { talk: Debrief }) =>
  talk.unticked.map((work) => <UntickedOne key={`${work.itemId} ${work.taskId}`} work={work} />);

function UntickedOne({ work: { itemId, taskId, title, forTitle, done } }: { work: UntickedWork }) {
  const answer = (value: boolean) => () =>
    say({ kind: 'work answered', body: { itemId, taskId, done: value } });
  return (
    <Alert
      severity={done === undefined ? 'warning' : 'info'}
      action={
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
          {done !== true && (
            <Button color="inherit" onClick={answer(true)}>
              It was done
            </Button>
          )}
          {done !== false && (
            <Button color="inherit" onClick={answer(false)}>
              It was not
            </Button>
          )}
        </Box>
      }
    >
      <b>
        “{title}” for “{forTitle}” was never ticked.
      </b>{' '}
      {done === undefined
        ? `Was it done? Until you answer, the attempts at “${forTitle}” teach nothing.`
        : done
          ? 'It was done: the attempts count.'
          : 'It was not done: the attempts are kept and teach nothing.'}
    </Alert>
  );
}

/** Outcomes pressed too late, and volunteers in numbers. */
export function AlsoPressed({ talk }: { talk: Debrief }) {
  const { tooLate, volunteers } = talk;
  if (tooLate.length + volunteers.length === 0) return null;
  return (
    <Section title="Also noted on stage">
      {volunteers.map(({ title, saidNo, left, pickedBefore }) => (
        <Typography key={title}>
          Volunteers for “{title}”:{' '}
          {[
            saidNo > 0 && `${saidNo} said no`,
            left > 0 && `${left} left`,
            pickedBefore > 0 && 'picked beforehand',
          ]
            .filter(Boolean)
            .join(', ')}
        </Typography>
      ))}
      {tooLate.map(({ id, title, outcome, at }) => (
        <Typography key={id}>
          {format(at, 'HH:mm:ss')}: “{outcome}” was pressed for “{title}” after that attempt had its outcome.
          It is kept and teaches nothing.
        </Typography>
      ))}
    </Section>
  );
}
