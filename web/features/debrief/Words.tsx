import {
  ActionAsked,
  type ActionOn,
  declare,
  fieldOf,
  Note,
  RunSummaryText,
  type IncidentLine,
  type RunState,
  type ShowFile,
} from '@hearty/core';
import { Alert, Box, Button, Typography } from '@mui/material';
import { FieldIn } from '../../kit/fields';
import { KeepLineField } from '../../kit/KeepLineField';
import { Drawn } from '../../kit/fields';
import { Section, say, titleOfItem } from './common';
import { Incidents } from './OnStage';

const SUMMARY = fieldOf(RunSummaryText, 'text');

/** What one would say of the show in a sentence or two: it stands first on paper and in the file. */
export const Summary = ({ state }: { state: RunState }) => (
  <Drawn
    field={SUMMARY}
    value={state.summary}
    onValue={(text) => say({ kind: 'summary', body: { text: String(text ?? '').trim() } })}
    sx={{ maxWidth: 820 }}
  />
);

const NOTE = {
  text: fieldOf(Note, 'text'),
  itemId: { ...declare.document({ label: 'About', empty: 'the whole show' }), optional: true },
  nearMiss: fieldOf(Note, 'nearMiss'),
};

/** Near misses come before anything else is written: there was one, or somebody says that there was none. */
export function NearMisses({ state, incidents }: { state: RunState; incidents: readonly IncidentLine[] }) {
  const found = [...state.notes].filter((n) => n.nearMiss);
  const count = found.length + incidents.length;
  if (count === 0 && state.noNearMiss)
    return (
      <Typography sx={{ color: 'text.secondary' }}>No near miss: somebody was asked and said so.</Typography>
    );
  if (count === 0)
    return (
      <Alert
        severity="warning"
        action={
          <Button color="inherit" onClick={() => say({ kind: 'no near miss', body: {} })}>
            No, nothing
          </Button>
        }
      >
        <b>Was there a near miss?</b> Somebody slipped, something fell, burned or burst where it should not
        have. If there was, write it below and mark it as one; everybody learns from it.
      </Alert>
    );
  return (
    <Alert severity="warning" icon={false}>
      <b>{count === 1 ? '1 near miss' : `${count} near misses`}</b>
      <Incidents incidents={incidents} />
      <Box component="ul" sx={{ m: 0, pl: 5 }}>
        {found.map((n) => (
          <li key={n.id}>{n.text}</li>
        ))}
      </Box>
    </Alert>
  );
}

/** Notes; each may be about one item, and then stands on its demo's page. */
export function Notes({ state, file }: { state: RunState; file: ShowFile }) {
  return (
    <Section
      title="Notes and near misses"
      hint="What is about a demo stands on its page, and where it is next planned. No names of volunteers: a volunteer is a number on a demo."
    >
      <Box component="ul" sx={{ pl: 5, my: 2 }}>
        {[...state.notes].map((n) => (
          <li key={n.id}>
            {n.nearMiss && <b>Near miss. </b>}
            {n.text}
            {n.itemId && ` (${titleOfItem(file, n.itemId) ?? n.itemId})`}
          </li>
        ))}
      </Box>
      <KeepLineField<Note>
        fields={NOTE}
        start={{ text: '' }}
        onKeep={({ text, itemId, nearMiss }) =>
          say({
            kind: 'note',
            body: { text: text.trim(), ...(itemId && { itemId }), ...(nearMiss && { nearMiss }) },
          })
        }
      >
        <FieldIn name="text" sx={{ flex: '1 1 300px' }} />
        <FieldIn
          name="itemId"
          options={file.show.items.map((i) => ({ value: i.id, label: i.title }))}
          sx={{ minWidth: 180 }}
        />
        <FieldIn name="nearMiss" />
      </KeepLineField>
    </Section>
  );
}

const ACTION = { text: fieldOf(ActionAsked, 'text'), on: declare.document('On') };

/** What to do before the next time, hung on a demo, the show, the venue or one of the crew. */
export function Actions({ file, state }: { file: ShowFile; state: RunState }) {
  const places = [
    { value: `show:${file.show.id}`, label: `the show` },
    { value: `venue:${file.venue.id}`, label: file.venue.name },
    ...file.demos.map((d) => ({ value: `demo:${d.id}`, label: d.title })),
    ...file.crew.map((p) => ({ value: `person:${p.id}`, label: p.name })),
  ];
  const add = ({ text, on }: { text: string; on: string }) => {
    const [kind, id] = on.split(':') as [ActionOn, string];
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
      <KeepLineField<{ text: string; on: string }>
        fields={ACTION}
        start={{ text: '', on: `show:${file.show.id}` }}
        onKeep={add}
      >
        <FieldIn name="text" sx={{ flex: '1 1 300px' }} />
        <FieldIn name="on" options={places} sx={{ minWidth: 200 }} />
      </KeepLineField>
    </Section>
  );
}
