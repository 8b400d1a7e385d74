import { Box, Button, Typography } from '@mui/material';
import {
  CLOCK_PATTERN,
  clockToS,
  HAZARDS,
  missing,
  toClock,
  namesOf,
  Show,
  showProblems,
  type Person,
  type Problem,
  type RefKind,
  type Venue,
} from '@hearty/core';
import { Autocomplete } from '@mui/material';
import { addDays, formatISO } from 'date-fns';
import { useState } from 'react';
import { useFieldArray, useForm, useFormContext, useWatch } from 'react-hook-form';
import { useNavigate } from 'react-router';
import { createStore, useStore, type StoreApi } from 'zustand';
import { FieldIn, prune, resolverOf } from '../../kit/fields';
import { findInput } from '../../kit/Find';
import { FormDialog } from '../../kit/FormDialog';
import { NameField } from '../../kit/NameField';
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

/** Venues and people that were named here and are saved with the show, not before. */
interface Fresh {
  venues: Venue[];
  people: Person[];
}

/** A new show, or the day, place and crew of one that exists. */
export function ShowDialog({ show, onClose }: { show?: Show; onClose: () => void }) {
  const library = useLibrary();
  const saveShow = useSave('shows');
  const saveVenue = useSave('venues');
  const savePerson = useSave('people');
  const navigate = useNavigate();
  const [fresh] = useState(() => createStore<Fresh>(() => ({ venues: [], people: [] })));
  const { venues, people } = useStore(fresh);
  const form = useForm<Show>({
    resolver: resolverOf(
      Show,
      problemsOf(
        (kind, id) =>
          (kind === 'venue' && fresh.getState().venues.some((v) => v.id === id)) ||
          !library.data ||
          knownIn(library.data)(kind, id),
      ),
    ),
    defaultValues: show ?? inAFortnight(),
  });
  /** Everything that was named here and is used goes first; what was kept already is not sent again. */
  const saveFresh = async ({ venueId, crew }: Show) => {
    for (const body of fresh.getState().venues.filter((v) => v.id === venueId)) {
      await saveVenue.mutateAsync({ id: body.id, version: 0, body });
      fresh.setState((was) => ({ venues: was.venues.filter((v) => v !== body) }));
    }
    for (const body of fresh.getState().people.filter((p) => crew.some((c) => c.personId === p.id))) {
      await savePerson.mutateAsync({ id: body.id, version: 0, body });
      fresh.setState((was) => ({ people: was.people.filter((p) => p !== body) }));
    }
  };
  const submit = async (typed: Show) => {
    const { bans, ...rest } = prune(typed);
    const values: Show = { ...rest, ...(bans?.length && { bans }), id: show?.id ?? newId() };
    try {
      await saveFresh(values);
      if (show) {
        edit((draft) => takeOver(draft, values));
        return onClose();
      }
      const { id } = await saveShow.mutateAsync({ id: values.id, version: 0, body: values });
      void navigate(`/shows/${id}/plan`);
    } catch {
      // What went wrong stands in the form: each mutation keeps its error.
    }
  };
  return (
    <FormDialog
      title={show ? 'Show details' : 'New show'}
      type={Show}
      form={form}
      trouble={<SaveFailed error={saveVenue.error ?? savePerson.error ?? saveShow.error} />}
      does={show ? 'Done' : 'Create the show'}
      saving={saveShow.isPending || saveVenue.isPending || savePerson.isPending}
      wide
      onClose={onClose}
      onSave={(values) => void submit(values)}
    >
      <Box sx={{ display: 'grid', gap: 4, gridTemplateColumns: { sm: '1fr 1fr' } }}>
        <FieldIn name="title" autoFocus sx={WHOLE_LINE} />
        <VenueField fresh={fresh} venues={[...(library.data?.venues ?? []), ...venues]} />
        <Crew fresh={fresh} people={[...(library.data?.people ?? []), ...people]} />
        <FieldIn name="date" />
        <FieldIn name="heads" />
        <FieldIn name="slotMin" />
        <CurtainUp />
        <FieldIn name="doors" />
        <FieldIn name="getIn" />
        <FieldIn name="hardEnd" />
        <FieldIn name="slotWaits" sx={WHOLE_LINE} />
        {show && <FieldIn name="agreed" sx={WHOLE_LINE} />}
        <Bans />
      </Box>
    </FormDialog>
  );
}

/** When it begins. Doors and get-in keep their distance to it, unless somebody typed another time there. */
function CurtainUp() {
  const { getValues, setValue, formState } = useFormContext<Show>();
  const [before, setBefore] = useState(() => ({
    curtainUp: getValues('curtainUp'),
    doors: getValues('doors'),
    getIn: getValues('getIn'),
  }));
  const moveAlong = () => {
    const now: unknown = getValues('curtainUp');
    if (typeof now !== 'string' || !CLOCK_PATTERN.test(now) || now === before.curtainUp) return;
    const byS = clockToS(now) - clockToS(before.curtainUp);
    const next = { ...before, curtainUp: now };
    for (const name of ['doors', 'getIn'] as const) {
      if (getValues(name) !== before[name]) continue;
      next[name] = toClock(clockToS(before[name]) + byS);
      setValue(name, next[name], { shouldDirty: true, shouldValidate: formState.isSubmitted });
    }
    setBefore(next);
  };
  return (
    <Box onBlur={moveAlong} sx={{ display: 'grid' }}>
      <FieldIn name="curtainUp" help="Doors and get-in move along." />
    </Box>
  );
}

/** Where it is: a venue, or a new one by its name. */
function VenueField({ fresh, venues }: { fresh: StoreApi<Fresh>; venues: Venue[] }) {
  const { setValue, getFieldState, formState } = useFormContext<Show>();
  const venueId = useWatch<Show, 'venueId'>({ name: 'venueId' });
  const { error } = getFieldState('venueId', formState);
  const choose = (id: string | undefined) =>
    setValue('venueId', id ?? '', { shouldDirty: true, shouldValidate: formState.isSubmitted });
  const name = (text: string) => {
    const venue = { ...newVenue(), id: newId(), name: text };
    fresh.setState((was) => ({ venues: [...was.venues, venue] }));
    choose(venue.id);
  };
  return (
    <NameField
      label="Venue"
      help={
        venues.length ? 'One of yours, or the name of a new one.' : 'Its name; you can say more under Venues.'
      }
      error={error?.message}
      options={venues}
      value={venueId}
      onChosen={choose}
      onNamed={name}
      sx={WHOLE_LINE}
    />
  );
}

/** Who comes, and when they arrive. A name not known yet is added to the troupe with the show. */
function Crew({ fresh, people }: { fresh: StoreApi<Fresh>; people: Person[] }) {
  const { getValues, getFieldState, formState } = useFormContext<Show>();
  const { fields, replace } = useFieldArray<Show, 'crew', 'rowKey'>({ name: 'crew', keyName: 'rowKey' });
  const [typed, setTyped] = useState('');
  const { error } = getFieldState('crew', formState);
  const nameOf = (id: string) => people.find((p) => p.id === id)?.name ?? id;
  const personOf = (entry: string | Person): Person => {
    if (typeof entry !== 'string') return entry;
    const known = people.find((p) => p.name.toLowerCase() === entry.trim().toLowerCase());
    if (known) return known;
    const person: Person = {
      id: newId(),
      name: entry.trim(),
      role: people.length ? 'stagehand' : 'presenter',
      skills: [],
    };
    fresh.setState((was) => ({ people: [...was.people, person] }));
    return person;
  };
  const choose = (chosen: (string | Person)[]) => {
    const { crew, getIn } = getValues();
    const ids = new Set(chosen.filter((c) => typeof c !== 'string' || c.trim()).map((c) => personOf(c).id));
    replace([...ids].map((id) => crew.find((c) => c.personId === id) ?? { personId: id, arrives: getIn }));
    setTyped('');
  };
  const chosen = fields.flatMap((c) => people.filter((p) => p.id === c.personId));
  return (
    <Box sx={WHOLE_LINE}>
      <Autocomplete
        multiple
        freeSolo
        options={people}
        getOptionLabel={(p) => (typeof p === 'string' ? p : p.name)}
        isOptionEqualToValue={(a, b) => typeof b !== 'string' && a.id === b.id}
        value={chosen}
        inputValue={typed}
        onInputChange={(_e, text, reason) => setTyped(reason === 'input' ? text : '')}
        onChange={(_e, next) => choose(next)}
        // A name that stands there when the field is left is meant.
        onBlur={() => typed.trim() && choose([...chosen, typed])}
        renderInput={findInput('Crew', {
          error: error?.message ?? error?.root?.message,
          help: 'The first presents unless an item says otherwise. A new name is added to the troupe.',
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
          No one yet.
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
        Add a time restriction
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
