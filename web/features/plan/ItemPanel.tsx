import CloseIcon from '@mui/icons-material/Close';
import {
  Box,
  Button,
  FormControlLabel,
  IconButton,
  MenuItem,
  Paper,
  Switch,
  TextField,
  Typography,
} from '@mui/material';
import {
  CLOCK_PATTERN,
  formatDuration,
  parseDuration,
  setUpTiming,
  timingProblems,
  type Item,
  type PlannedItem,
  type Timing,
} from '@hearty/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { ParsedField } from '../../kit/ParsedField';
import { newId } from '../../session/ids';
import { editItem } from '../../session/draft';
import { useShow } from '../../session/show';
import { Behind } from './Behind';
import { make } from './view';
import { Strengths } from './Strengths';

/** One item, opened for editing: its times, showings, retries, and who is on stage. */
export function ItemPanel({ item, onClose }: { item: Item; onClose: () => void }) {
  const { file, script, plan } = useShow();
  const planned = plan.timetable.items.find((i) => i.itemId === item.id);
  const set = (change: Partial<Item>) => editItem(item.id, (draft) => void Object.assign(draft, change));
  const remove = () => {
    make({ kind: 'remove-items', itemIds: [item.id] });
    onClose();
  };
  const setUp = setUpTiming(script.byItem.get(item.id)?.demo);
  const people = file.crew.filter((p) => file.show.crew.some((c) => c.personId === p.id));
  return (
    <Paper
      variant="outlined"
      sx={{
        p: 3,
        mb: 4,
        borderColor: 'primary.main',
        // On a laptop it stays beside the score and scrolls by itself.
        position: { lg: 'sticky' },
        top: 8,
        zIndex: 5,
        maxHeight: { lg: 'calc(100vh - 90px)' },
        overflowY: { lg: 'auto' },
        '@media print': { display: 'none' },
      }}
      aria-label={`Item ${item.title}`}
      component="section"
    >
      <Box sx={{ display: 'flex', alignItems: 'center', mb: 2 }}>
        <Typography variant="h2" sx={{ flex: 1, fontSize: 16 }}>
          {item.kind === 'demo' ? 'Demo' : item.kind[0]!.toUpperCase() + item.kind.slice(1)}
        </Typography>
        <IconButton aria-label="Close the item" onClick={onClose}>
          <CloseIcon fontSize="small" />
        </IconButton>
      </Box>
      <Box sx={{ display: 'grid', gap: 3 }}>
        <TitleField key={item.title} title={item.title} onTitle={(title) => set({ title })} />
        {planned && <TimingFields item={item} planned={planned} />}
        {item.kind === 'demo' && (
          <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 2 }}>
            <CountField
              label="Showings"
              value={item.showings}
              min={1}
              onValue={(showings) => set({ showings })}
            />
            <CountField
              label="Retries allowed"
              value={item.retries}
              min={0}
              onValue={(retries) => set({ retries })}
            />
          </Box>
        )}
        <TextField
          select
          label="Presents"
          value={item.presenterId ?? ''}
          onChange={(e) => set({ presenterId: e.target.value || undefined })}
          slotProps={{ inputLabel: { shrink: true }, select: { displayEmpty: true } }}
        >
          <MenuItem value="">the first of the crew</MenuItem>
          {people.map((p) => (
            <MenuItem key={p.id} value={p.id}>
              {p.name}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          select
          label="Helps on stage"
          value={item.helperIds}
          onChange={(e) => set({ helperIds: e.target.value as unknown as string[] })}
          slotProps={{
            inputLabel: { shrink: true },
            select: {
              multiple: true,
              displayEmpty: true,
              renderValue: (ids) =>
                people
                  .filter((p) => (ids as string[]).includes(p.id))
                  .map((p) => p.name)
                  .join(', ') || 'nobody',
            },
          }}
        >
          {people.map((p) => (
            <MenuItem key={p.id} value={p.id}>
              {p.name}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          select
          label="May be left out"
          value={item.worth ?? ''}
          onChange={(e) => set({ worth: e.target.value === '' ? undefined : Number(e.target.value) })}
          slotProps={{ inputLabel: { shrink: true }, select: { displayEmpty: true } }}
        >
          <MenuItem value="">no</MenuItem>
          {[1, 2, 3, 4, 5].map((n) => (
            <MenuItem key={n} value={n}>
              yes, worth {n} of 5
            </MenuItem>
          ))}
        </TextField>
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 2, alignItems: 'center' }}>
          <AtField
            key={item.at ?? ''}
            at={item.at}
            onAt={(at) => make({ kind: 'set-item', itemId: item.id, fields: { at } })}
          />
          <FormControlLabel
            label="Keeps its place"
            control={
              <Switch
                checked={!!item.pinned}
                onChange={(_e, on) =>
                  make({ kind: 'set-item', itemId: item.id, fields: { pinned: on ? true : undefined } })
                }
              />
            }
          />
        </Box>
        <Strengths item={item} />
        <Behind item={item} />
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
          <Button onClick={() => make({ kind: 'duplicate-item', itemId: item.id, newId: newId() })}>
            Duplicate
          </Button>
          {setUp && item.setUpIn === undefined && (
            <Button
              onClick={() => make({ kind: 'split-set-up', itemId: item.id, newId: newId(), timing: setUp })}
            >
              Split off its set-up ({formatDuration(setUp.likelyS)})
            </Button>
          )}
          {item.demoId && (
            <Button component={Link} to={`/demos/${item.demoId}`}>
              Open the demo
            </Button>
          )}
          <Button color="error" onClick={remove}>
            Take out
          </Button>
        </Box>
        <Typography color="textSecondary" sx={{ fontSize: 13 }}>
          Alt with ↑ or ↓ moves it, D duplicates, P pins, Delete takes it out.
        </Typography>
      </Box>
    </Paper>
  );
}

function TitleField({ title, onTitle }: { title: string; onTitle: (title: string) => void }) {
  const [text, setText] = useState(title);
  const wrong =
    text.trim() === '' ? 'An item needs a title.' : text.length > 160 ? 'At most 160 characters.' : '';
  return (
    <TextField
      label="Title"
      value={text}
      onChange={(e) => setText(e.target.value)}
      onBlur={() => !wrong && text !== title && onTitle(text)}
      error={!!wrong}
      helperText={wrong}
    />
  );
}

/** A time of day it has to begin at; empty: whenever its turn comes. */
function AtField({ at, onAt }: { at: string | undefined; onAt: (at: string | undefined) => void }) {
  const [text, setText] = useState(at ?? '');
  const wrong = text !== '' && !CLOCK_PATTERN.test(text);
  return (
    <TextField
      label="Begins at"
      value={text}
      placeholder="its turn"
      onChange={(e) => setText(e.target.value.trim())}
      onBlur={() => !wrong && (at ?? '') !== text && onAt(text || undefined)}
      error={wrong}
      helperText={wrong ? 'A time such as 14:05.' : ''}
      slotProps={{ inputLabel: { shrink: true } }}
    />
  );
}

const TIMES = [
  ['bestS', 'Best'],
  ['likelyS', 'Likely'],
  ['worstS', 'Worst'],
] as const;

/** The first showing's times: the machine's until somebody types others, and theirs again on request. */
function TimingFields({ item, planned }: { item: Item; planned: PlannedItem }) {
  const { script } = useShow();
  const [problem, setProblem] = useState('');
  const from = planned.timingFrom;
  const { first } = script.byItem.get(item.id)!;
  const setTime = (key: keyof Timing, value: number) => {
    const next = { ...first, [key]: value };
    const wrong = timingProblems(next, '')[0];
    setProblem(wrong?.says ?? '');
    if (!wrong) editItem(item.id, (draft) => void (draft.timing = next));
  };
  return (
    <Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(3, 1fr)', gap: 1.5 }}>
        {TIMES.map(([key, label]) => (
          <ParsedField
            key={key}
            label={label}
            value={first[key]}
            format={formatDuration}
            parse={parseDuration}
            onValue={(value) => setTime(key, value)}
            error={!!problem}
            slotProps={{ htmlInput: { style: { fontSize: 13, padding: '9px 8px' } } }}
          />
        ))}
      </Box>
      <Typography
        sx={{ fontSize: 13, mt: 1 }}
        color={problem ? 'error' : item.timing ? 'textSecondary' : 'secondary'}
      >
        {problem || (item.timing ? 'First showing, typed by hand.' : `First showing, from the ${from}.`)}
        {item.timing && item.demoId && (
          <Button size="small" onClick={() => editItem(item.id, (draft) => void delete draft.timing)}>
            Use the {from === 'by hand' ? "log's or demo's" : from} times
          </Button>
        )}
      </Typography>
    </Box>
  );
}

function CountField({
  label,
  value,
  min,
  onValue,
}: {
  label: string;
  value: number;
  min: number;
  onValue: (value: number) => void;
}) {
  return (
    <TextField
      label={label}
      type="number"
      value={value}
      slotProps={{ htmlInput: { min, max: 20 } }}
      onChange={(e) => {
        const next = Number(e.target.value);
        if (Number.isInteger(next) && next >= min && next <= 20) onValue(next);
      }}
    />
  );
}
