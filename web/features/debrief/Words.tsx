import { ActionAsked, declare, fieldOf, Note, type RunState, type ShowFile } from '@hearty/core';
import { Box, Button, Typography } from '@mui/material';
import { FieldIn } from '../../kit/fields';
import { Keep } from '../../kit/Keep';
import { Section, say } from './common';

const NOTE = { text: fieldOf(Note, 'text'), nearMiss: fieldOf(Note, 'nearMiss') };

/** Notes, with near misses apart. */
export function Notes({ state }: { state: RunState }) {
  return (
    <Section title="Notes and near misses" hint="No names of volunteers: a volunteer is a number on a demo.">
      <Box component="ul" sx={{ pl: 5, my: 2 }}>
        {[...state.notes].map((n) => (
          <li key={n.id}>
            {n.nearMiss && <b>Near miss. </b>}
            {n.text}
          </li>
        ))}
      </Box>
      <Keep<Note>
        fields={NOTE}
        start={{ text: '' }}
        onKeep={({ text, nearMiss }) =>
          say({ kind: 'note', body: { text: text.trim(), ...(nearMiss && { nearMiss }) } })
        }
      >
        <FieldIn name="text" sx={{ flex: '1 1 300px' }} />
        <FieldIn name="nearMiss" />
      </Keep>
    </Section>
  );
}

const ACTION = { text: fieldOf(ActionAsked, 'text'), on: declare.document('On') };

/** What to do before the next time, hung on a demo, the show or the venue. */
export function Actions({ file, state }: { file: ShowFile; state: RunState }) {
  const places = [
    { value: `show:${file.show.id}`, label: `the show` },
    { value: `venue:${file.venue.id}`, label: file.venue.name },
    ...file.demos.map((d) => ({ value: `demo:${d.id}`, label: d.title })),
  ];
  const add = ({ text, on }: { text: string; on: string }) => {
    const [kind, id] = on.split(':') as ['show' | 'venue' | 'demo', string];
    say({ kind: 'action', body: { text: text.trim(), on: kind, onId: id } });
  };
  return (
    <Section
      title="Before the next time"
      hint="Open ones come back beside the next plan until somebody closes them."
    >
      <Box component="ul" sx={{ p: 0, my: 2, listStyle: 'none' }}>
        {state.actions.map((a) => (
          <Box component="li" key={a.id} sx={{ display: 'flex', gap: 3, alignItems: 'center' }}>
            <Typography sx={{ textDecoration: a.done ? 'line-through' : 'none' }}>
              {a.text} ({places.find((p) => p.value === `${a.on}:${a.onId}`)?.label ?? a.on})
            </Typography>
            {!a.done && (
              <Button size="small" onClick={() => say({ kind: 'action closed', body: { actionId: a.id } })}>
                Done
              </Button>
            )}
          </Box>
        ))}
      </Box>
      <Keep<{ text: string; on: string }>
        fields={ACTION}
        start={{ text: '', on: `show:${file.show.id}` }}
        onKeep={add}
      >
        <FieldIn name="text" sx={{ flex: '1 1 300px' }} />
        <FieldIn name="on" options={places} sx={{ minWidth: 200 }} />
      </Keep>
    </Section>
  );
}
