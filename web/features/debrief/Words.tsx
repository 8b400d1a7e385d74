import { type RunState, type ShowFile } from '@hearty/core';
import { Box, Button, MenuItem, TextField, ToggleButton, ToggleButtonGroup, Typography } from '@mui/material';
import { useState } from 'react';
import { Section, say } from './common';

/** Notes, with near misses apart. */
export function Notes({ state }: { state: RunState }) {
  const [text, setText] = useState('');
  const [near, setNear] = useState<'note' | 'near miss'>('note');
  const add = () => {
    if (!text.trim()) return;
    say({ kind: 'note', body: { text: text.trim(), ...(near === 'near miss' && { nearMiss: true }) } });
    setText('');
    setNear('note');
  };
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
      <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap' }}>
        <TextField
          label="Note"
          value={text}
          onChange={(e) => setText(e.target.value)}
          onKeyDown={(e) => e.key === 'Enter' && add()}
          sx={{ flex: '1 1 300px' }}
          slotProps={{ htmlInput: { maxLength: 160 } }}
        />
        <ToggleButtonGroup
          exclusive
          value={near}
          onChange={(_e, v: typeof near | null) => v && setNear(v)}
          aria-label="Kind of note"
          size="small"
        >
          <ToggleButton value="note" sx={{ textTransform: 'none' }}>
            Note
          </ToggleButton>
          <ToggleButton value="near miss" sx={{ textTransform: 'none' }}>
            Near miss
          </ToggleButton>
        </ToggleButtonGroup>
        <Button variant="outlined" onClick={add}>
          Keep
        </Button>
      </Box>
    </Section>
  );
}

/** What to do before the next time, hung on a demo, the show or the venue. */
export function Actions({ file, state }: { file: ShowFile; state: RunState }) {
  const [text, setText] = useState('');
  const [on, setOn] = useState(`show:${file.show.id}`);
  const places = [
    { value: `show:${file.show.id}`, label: `the show` },
    { value: `venue:${file.venue.id}`, label: file.venue.name },
    ...file.demos.map((d) => ({ value: `demo:${d.id}`, label: d.title })),
  ];
  const add = () => {
    const [kind, id] = on.split(':') as ['show' | 'venue' | 'demo', string];
    if (!text.trim()) return;
    say({ kind: 'action', body: { text: text.trim(), on: kind, onId: id } });
    setText('');
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
      <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap' }}>
        <TextField
          label="To do"
          value={text}
          onChange={(e) => setText(e.target.value)}
          onKeyDown={(e) => e.key === 'Enter' && add()}
          sx={{ flex: '1 1 300px' }}
          slotProps={{ htmlInput: { maxLength: 160 } }}
        />
        <TextField
          select
          label="On"
          value={on}
          onChange={(e) => setOn(e.target.value)}
          sx={{ minWidth: 200 }}
        >
          {places.map((p) => (
            <MenuItem key={p.value} value={p.value}>
              {p.label}
            </MenuItem>
          ))}
        </TextField>
        <Button variant="outlined" onClick={add}>
          Keep
        </Button>
      </Box>
    </Section>
  );
}
