import {
  Alert,
  Autocomplete,
  Box,
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  MenuItem,
  TextField,
  Typography,
} from '@mui/material';
import {
  check,
  CLOCK_PATTERN,
  HAZARDS,
  missing,
  namesOf,
  Show,
  showProblems,
  type Person,
  type RefKind,
  type Venue,
} from '@hearty/core';
import { addDays, formatISO } from 'date-fns';
import { Controller, useForm, useWatch } from 'react-hook-form';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { resolverOf } from '../../kit/fields';
import { useLibrary, useSave } from '../../session/queries';
import { newId } from '../../session/ids';
import { knownIn } from '../../session/broken';
import { edit } from '../../session/draft';

const pruned = (show: Show): Show => JSON.parse(JSON.stringify(show)) as Show;

const problemsOf = (known: (kind: RefKind, id: string) => boolean) => (show: Show) => {
  const checked = check(Show, pruned(show));
  if (!checked.ok) return checked.problems;
  const named = namesOf('show', checked.value).filter((ref) => ref.kind === 'venue');
  return [...showProblems(checked.value), ...missing(named, known, 'here any more')];
};

/** Everything of a show but its running order, field by field, so that only what changed counts as changed. */
function takeOver(draft: Show, { items: _its, ...values }: Show): void {
  const fields = draft as unknown as Record<string, unknown>;
  for (const [key, value] of Object.entries(values))
    if (JSON.stringify(fields[key]) !== JSON.stringify(value)) fields[key] = value;
  for (const key of Object.keys(draft)) if (key !== 'items' && !(key in values)) delete fields[key];
}

/** A new show, or the day, place and crew of one that exists. */
export function ShowDialog({ show, onClose }: { show?: Show; onClose: () => void }) {
  const library = useLibrary();
  const save = useSave('shows');
  const navigate = useNavigate();
  const form = useForm<Show>({
    resolver: resolverOf(problemsOf(library.data ? knownIn(library.data) : () => true)),
    defaultValues: show ?? inAFortnight(),
  });
  const { register, control, formState, handleSubmit, setValue } = form;
  const errors = formState.errors;
  const field = (name: keyof Show, label: string, type = 'text') => ({
    label,
    type,
    error: !!errors[name],
    helperText: (errors[name]?.message as string | undefined) ?? ' ',
    slotProps: { inputLabel: { shrink: true } },
    ...register(
      name,
      type === 'number'
        ? { valueAsNumber: true }
        : name === 'hardEnd'
          ? { setValueAs: (v: string | undefined) => v || undefined }
          : {},
    ),
  });
  const submit = handleSubmit((typed) => {
    const values = show ? pruned(typed) : { ...pruned(typed), id: newId() };
    if (show) {
      edit((draft) => takeOver(draft, values));
      return onClose();
    }
    save.mutate(
      { id: values.id, version: 0, body: values },
      { onSuccess: ({ id }) => void navigate(`/shows/${id}/plan`) },
    );
  });
  const venues = library.data?.venues ?? [];
  const [crew, getIn, bans] = useWatch({ control, name: ['crew', 'getIn', 'bans'] });
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth>
      <form onSubmit={(e) => void submit(e)} noValidate>
        <DialogTitle>{show ? 'Day, place and crew' : 'New show'}</DialogTitle>
        <DialogContent sx={{ display: 'grid', gap: 1, gridTemplateColumns: { sm: '1fr 1fr' }, columnGap: 4 }}>
          <TextField autoFocus sx={{ gridColumn: '1 / -1', mt: 2 }} {...field('title', 'Title')} />
          <VenueField venues={venues} control={control} error={errors.venueId?.message} />
          <TextField {...field('date', 'Date', 'date')} />
          <TextField {...field('heads', 'People expected', 'number')} />
          <TextField {...field('slotMin', 'Slot, minutes', 'number')} />
          <TextField {...field('getIn', 'Get-in')} />
          <TextField {...field('doors', 'Doors')} />
          <TextField {...field('curtainUp', 'Curtain-up')} />
          <TextField {...field('hardEnd', 'Everyone out by (if somebody said)')} />
          <CrewField
            people={library.data?.people ?? []}
            crew={crew}
            error={errors.crew?.message}
            onChange={(next) => setValue('crew', next, { shouldValidate: formState.isSubmitted })}
            getIn={getIn}
          />
          <BansField
            bans={bans ?? []}
            error={problemIn(errors.bans)}
            onChange={(next) =>
              setValue('bans', next.length ? next : (undefined as never), {
                shouldValidate: formState.isSubmitted,
              })
            }
          />
          {save.isError && (
            <Alert severity="error" sx={{ gridColumn: '1 / -1' }}>
              {save.error.says}
            </Alert>
          )}
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="contained" disabled={save.isPending}>
            {show ? 'Done' : 'Create the show'}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}

function VenueField({
  venues,
  control,
  error,
}: {
  venues: Venue[];
  control: ReturnType<typeof useForm<Show>>['control'];
  error: string | undefined;
}) {
  const save = useSave('venues');
  const [name, setName] = useState('');
  return (
    <Controller
      name="venueId"
      control={control}
      render={({ field }) =>
        venues.length > 0 ? (
          <TextField
            select
            label="Venue"
            {...field}
            value={venues.some((v) => v.id === field.value) ? field.value : ''}
            error={!!error}
            helperText={error ? 'Choose a venue.' : ' '}
          >
            {venues.map((v) => (
              <MenuItem key={v.id} value={v.id}>
                {v.name}
              </MenuItem>
            ))}
          </TextField>
        ) : (
          <Box sx={{ display: 'flex', gap: 2, alignItems: 'start' }}>
            <TextField
              label="First venue"
              value={name}
              onChange={(e) => setName(e.target.value)}
              error={!!error}
              helperText={error ? 'Name a venue and add it.' : 'You can say more under Venues.'}
            />
            <Button
              variant="outlined"
              disabled={!name.trim() || save.isPending}
              onClick={() => {
                const id = newId();
                save.mutate(
                  {
                    id,
                    version: 0,
                    body: {
                      id,
                      name: name.trim(),
                      kind: 'hall',
                      indoors: true,
                      flameAllowed: false,
                      stations: ['front bench'],
                      notes: '',
                    },
                  },
                  { onSuccess: () => field.onChange(id) },
                );
              }}
            >
              Add
            </Button>
          </Box>
        )
      }
    />
  );
}

interface CrewFieldProps {
  people: Person[];
  crew: Show['crew'];
  getIn: string;
  error: string | undefined;
  onChange: (crew: Show['crew']) => void;
}

/** Who comes, and when they arrive. A name not known yet is added to the troupe. */
function CrewField({ people, crew, getIn, error, onChange }: CrewFieldProps) {
  const save = useSave('people');
  const nameOf = (id: string) => people.find((p) => p.id === id)?.name ?? id;
  const choose = (chosen: (string | Person)[]) => {
    const places = chosen.map((entry) => {
      const id = typeof entry === 'string' ? newId() : entry.id;
      if (typeof entry === 'string') {
        save.mutate({
          id,
          version: 0,
          body: { id, name: entry.trim(), role: people.length ? 'stagehand' : 'presenter', skills: [] },
        });
      }
      return crew.find((c) => c.personId === id) ?? { personId: id, arrives: getIn };
    });
    onChange(places);
  };
  return (
    <Box sx={{ gridColumn: '1 / -1' }}>
      <Autocomplete
        multiple
        freeSolo
        options={people}
        getOptionLabel={(p) => (typeof p === 'string' ? p : p.name)}
        isOptionEqualToValue={(a, b) => typeof b !== 'string' && a.id === b.id}
        value={crew.flatMap((c) => people.filter((p) => p.id === c.personId))}
        onChange={(_e, chosen) => choose(chosen)}
        renderInput={(params) => (
          <TextField
            {...params}
            label="Crew"
            error={!!error}
            helperText={
              error ??
              'The first presents unless an item says otherwise. Type a new name and press Enter to add somebody.'
            }
          />
        )}
      />
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 3, mt: 3 }}>
        {crew.map((place) => (
          <ClockField
            key={place.personId}
            label={`${nameOf(place.personId)} arrives`}
            value={place.arrives}
            onValue={(arrives) => onChange(crew.map((c) => (c === place ? { ...c, arrives } : c)))}
          />
        ))}
        {crew.map((place) => (
          <ClockField
            key={`${place.personId}-leaves`}
            optional
            label={`${nameOf(place.personId)} leaves early`}
            value={place.leaves ?? ''}
            onValue={(leaves) =>
              onChange(
                crew.map((c) => {
                  const { leaves: _old, ...rest } = c;
                  return c === place ? (leaves ? { ...rest, leaves } : rest) : c;
                }),
              )
            }
          />
        ))}
      </Box>
      {crew.length === 0 && (
        <Typography color="textSecondary" sx={{ mt: 1 }}>
          Nobody yet.
        </Typography>
      )}
    </Box>
  );
}

/** A time of day as it is written everywhere here, 24 hours. */
function ClockField({
  label,
  value,
  onValue,
  optional = false,
}: {
  label: string;
  value: string;
  onValue: (value: string) => void;
  optional?: boolean;
}) {
  const wrong = !(optional && value === '') && !CLOCK_PATTERN.test(value);
  return (
    <TextField
      label={label}
      value={value}
      error={wrong}
      helperText={wrong ? 'A time of day such as 14:05.' : ' '}
      onChange={(e) => onValue(e.target.value)}
      slotProps={{ inputLabel: { shrink: true } }}
      sx={{ width: 150 }}
    />
  );
}

/** The first sentence of a nested problem. */
function problemIn(error: unknown): string | undefined {
  if (typeof error !== 'object' || error === null) return undefined;
  if ('message' in error && typeof error.message === 'string') return error.message;
  return Object.values(error).map(problemIn).find(Boolean);
}

/** What must not happen before or after some hour: a flame before doors, a bang after half past seven. */
function BansField({
  bans,
  error,
  onChange,
}: {
  bans: NonNullable<Show['bans']>;
  error: string | undefined;
  onChange: (bans: NonNullable<Show['bans']>) => void;
}) {
  const set = (at: number, change: object) =>
    onChange(bans.map((ban, i) => (i === at ? { ...ban, ...change } : ban)));
  return (
    <Box sx={{ gridColumn: '1 / -1', mt: 2 }}>
      {bans.map((ban, i) => (
        <Box key={i} sx={{ display: 'flex', flexWrap: 'wrap', gap: 2 }}>
          <TextField
            select
            label="Not allowed"
            value={ban.hazard}
            onChange={(e) => set(i, { hazard: e.target.value })}
            sx={{ width: 170 }}
          >
            {HAZARDS.map((h) => (
              <MenuItem key={h} value={h}>
                {h}
              </MenuItem>
            ))}
          </TextField>
          <ClockField
            optional
            label="before"
            value={ban.before ?? ''}
            onValue={(v) => set(i, { before: v || undefined })}
          />
          <ClockField
            optional
            label="after"
            value={ban.after ?? ''}
            onValue={(v) => set(i, { after: v || undefined })}
          />
          <Button onClick={() => onChange(bans.filter((_, at) => at !== i))}>Allow again</Button>
        </Box>
      ))}
      {error && <Typography color="error">{error}</Typography>}
      <Button variant="outlined" onClick={() => onChange([...bans, { hazard: 'flame' }])}>
        Add an hour rule
      </Button>
    </Box>
  );
}

/** A show that is being thought of: it gets its id when it is created. */
const inAFortnight = (): Show => ({
  id: 'new',
  title: '',
  venueId: '',
  date: formatISO(addDays(new Date(), 14), { representation: 'date' }),
  getIn: '12:30',
  doors: '13:40',
  curtainUp: '14:00',
  slotMin: 45,
  heads: 60,
  crew: [],
  items: [],
  notes: '',
});
