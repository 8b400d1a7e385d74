import { Box, Button, Typography } from '@mui/material';
import {
  fieldOf,
  HAZARDS,
  missing,
  namesOf,
  Show,
  showProblems,
  Venue,
  type Person,
  type Problem,
  type RefKind,
} from '@hearty/core';
import { Autocomplete } from '@mui/material';
import { addDays, formatISO } from 'date-fns';
import { useState } from 'react';
import { useFieldArray, useForm, useFormContext, useWatch } from 'react-hook-form';
import { useNavigate } from 'react-router';
import { Drawn, FieldIn, isRefused, prune, resolverOf } from '../../kit/fields';
import { findInput } from '../../kit/Find';
import { FormDialog } from '../../kit/FormDialog';
import { useLibrary, useSave } from '../../session/queries';
import { newId } from '../../session/ids';
import { knownIn } from '../../session/broken';
import { edit } from '../../session/draft';
import { SaveFailed } from '../../session/SaveFailed';
import { newVenue } from '../venues/newVenue';

/** What only the show as a whole can say is wrong, a venue that is gone meanwhile with it. */
const problemsOf =
  (known: (kind: RefKind, id: string) => boolean) =>
  (show: Show): Problem[] => {
    const named = namesOf('show', show).filter((ref) => ref.kind === 'venue');
    return [...showProblems(show), ...missing(named, known, 'here any more')];
  };

/** Everything of a show but its running order, field by field, so that only what changed counts as changed. */
function takeOver(draft: Show, { items: _its, ...values }: Show): void {
  const fields = draft as unknown as Record<string, unknown>;
  for (const [key, value] of Object.entries(values))
    if (JSON.stringify(fields[key]) !== JSON.stringify(value)) fields[key] = value;
  for (const key of Object.keys(draft)) if (key !== 'items' && !(key in values)) delete fields[key];
}

const WHOLE_LINE = { gridColumn: '1 / -1' };

/** A new show, or the day, place and crew of one that exists. */
export function ShowDialog({ show, onClose }: { show?: Show; onClose: () => void }) {
  const library = useLibrary();
  const save = useSave('shows');
  const navigate = useNavigate();
  const form = useForm<Show>({
    resolver: resolverOf(Show, problemsOf(library.data ? knownIn(library.data) : () => true)),
    defaultValues: show ?? inAFortnight(),
  });
  const submit = (typed: Show) => {
    const { bans, ...rest } = prune(typed);
    const values: Show = { ...rest, ...(bans?.length && { bans }), id: show?.id ?? newId() };
    if (show) {
      edit((draft) => takeOver(draft, values));
      return onClose();
    }
    save.mutate(
      { id: values.id, version: 0, body: values },
      { onSuccess: ({ id }) => void navigate(`/shows/${id}/plan`) },
    );
  };
  return (
    <FormDialog
      title={show ? 'Day, place and crew' : 'New show'}
      of={Show}
      form={form}
      trouble={<SaveFailed error={save.error} />}
      does={show ? 'Done' : 'Create the show'}
      saving={save.isPending}
      wide
      onClose={onClose}
      onSave={submit}
    >
      <Box sx={{ display: 'grid', gap: 4, gridTemplateColumns: { sm: '1fr 1fr' } }}>
        <FieldIn name="title" autoFocus sx={WHOLE_LINE} />
        <VenueField venues={library.data?.venues ?? []} />
        <FieldIn name="date" />
        <FieldIn name="heads" />
        <FieldIn name="slotMin" />
        <FieldIn name="getIn" />
        <FieldIn name="doors" />
        <FieldIn name="curtainUp" />
        <FieldIn name="hardEnd" />
        <Crew people={library.data?.people ?? []} />
        <Bans />
      </Box>
    </FormDialog>
  );
}

/** Where it is; where no venue is known yet, the first one by its name. */
function VenueField({ venues }: { venues: Venue[] }) {
  const { setValue } = useFormContext<Show>();
  const save = useSave('venues');
  const [name, setName] = useState<unknown>('');
  if (venues.length > 0)
    return <FieldIn name="venueId" options={venues.map((v) => ({ value: v.id, label: v.name }))} />;
  const add = () => {
    const id = newId();
    save.mutate(
      { id, version: 0, body: { ...newVenue(), id, name: String(name).trim() } },
      { onSuccess: () => setValue('venueId', id, { shouldValidate: true }) },
    );
  };
  return (
    <Box sx={{ display: 'flex', gap: 2, alignItems: 'start' }}>
      <Drawn
        field={fieldOf(Venue, 'name')}
        eager
        label="First venue"
        help="You can say more under Venues."
        value={name}
        onValue={setName}
      />
      <Button variant="outlined" disabled={isRefused(name) || name === '' || save.isPending} onClick={add}>
        Add
      </Button>
    </Box>
  );
}

/** Who comes, and when they arrive. A name not known yet is added to the troupe. */
function Crew({ people }: { people: Person[] }) {
  const { getValues, getFieldState, formState } = useFormContext<Show>();
  const { fields, replace } = useFieldArray<Show, 'crew', 'rowKey'>({ name: 'crew', keyName: 'rowKey' });
  const save = useSave('people');
  const { error } = getFieldState('crew', formState);
  const nameOf = (id: string) => people.find((p) => p.id === id)?.name ?? id;
  const choose = (chosen: (string | Person)[]) => {
    const { crew, getIn } = getValues();
    const places = chosen.map((entry) => {
      const id = typeof entry === 'string' ? newId() : entry.id;
      if (typeof entry === 'string')
        save.mutate({
          id,
          version: 0,
          body: { id, name: entry.trim(), role: people.length ? 'stagehand' : 'presenter', skills: [] },
        });
      return crew.find((c) => c.personId === id) ?? { personId: id, arrives: getIn };
    });
    replace(places);
  };
  return (
    <Box sx={WHOLE_LINE}>
      <Autocomplete
        multiple
        freeSolo
        options={people}
        getOptionLabel={(p) => (typeof p === 'string' ? p : p.name)}
        isOptionEqualToValue={(a, b) => typeof b !== 'string' && a.id === b.id}
        value={fields.flatMap((c) => people.filter((p) => p.id === c.personId))}
        onChange={(_e, chosen) => choose(chosen)}
        renderInput={findInput('Crew', {
          error: error?.message ?? error?.root?.message,
          help: 'The first presents unless an item says otherwise. Type a new name and press Enter to add somebody.',
        })}
      />
      {fields.map(({ rowKey, personId }, i) => (
        <Box
          key={rowKey}
          sx={{ display: 'grid', gap: 3, gridTemplateColumns: '1fr 1fr', mt: 3, alignItems: 'start' }}
        >
          <FieldIn name={`crew.${i}.arrives`} label={`${nameOf(personId)} arrives`} />
          <FieldIn name={`crew.${i}.leaves`} label={`${nameOf(personId)} leaves early`} />
        </Box>
      ))}
      {fields.length === 0 && (
        <Typography color="textSecondary" sx={{ mt: 1 }}>
          Nobody yet.
        </Typography>
      )}
    </Box>
  );
}

/** What must not happen before or after some hour: a flame before doors, a bang after half past seven. */
function Bans() {
  const { fields, append, remove } = useFieldArray<Show, 'bans', 'rowKey'>({
    name: 'bans',
    keyName: 'rowKey',
  });
  const bans = useWatch<Show, 'bans'>({ name: 'bans' });
  return (
    <Box sx={{ ...WHOLE_LINE, display: 'grid', gap: 3 }}>
      {fields.map(({ rowKey }, i) => (
        <Box
          key={rowKey}
          role="group"
          aria-label={`Not allowed: ${bans?.[i]?.hazard}`}
          sx={{ display: 'grid', gap: 2, gridTemplateColumns: { xs: '1fr 1fr', sm: '2fr 1fr 1fr auto' } }}
        >
          <FieldIn name={`bans.${i}.hazard`} />
          <FieldIn name={`bans.${i}.before`} />
          <FieldIn name={`bans.${i}.after`} />
          <Button onClick={() => remove(i)}>Allow again</Button>
        </Box>
      ))}
      <Button variant="outlined" sx={{ justifySelf: 'start' }} onClick={() => append({ hazard: HAZARDS[0] })}>
        Forbid something at some hours
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
