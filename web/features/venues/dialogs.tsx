import type { Stored } from '@hearty/core';
import { Person, ROLES, SKILLS, STATIONS, Venue, VENUE_KINDS } from '@hearty/core';
import { TextField } from '@mui/material';
import { useForm } from 'react-hook-form';
import { resolverOf } from '../../kit/fields';
import { FormDialog, OnOff, optionalNumber, Pick, problems, prune } from '../../kit/FormDialog';
import { useSave } from '../../session/queries';

/** A venue, new or known. */
export function VenueDialog({ stored, onClose }: { stored: Stored<Venue>; onClose: () => void }) {
  const form = useForm<Venue>({
    defaultValues: { ...stored.body, id: stored.id },
    resolver: resolverOf((v) => problems(Venue, v)),
  });
  const save = useSave('venues');
  const { register, formState, control } = form;
  return (
    <FormDialog
      title={stored.version ? 'Venue' : 'New venue'}
      form={form}
      says={save.error?.says}
      onClose={onClose}
      onSave={(body) =>
        save.mutate({ id: stored.id, version: stored.version, body: prune(body) }, { onSuccess: onClose })
      }
    >
      <TextField
        label="Name"
        autoFocus
        {...register('name')}
        error={!!formState.errors.name}
        helperText={formState.errors.name?.message}
      />
      <Pick control={control} name="kind" label="Kind" options={VENUE_KINDS} />
      <Pick
        control={control}
        name="stations"
        label="Stations, as one walks the stage"
        options={STATIONS}
        multiple
      />
      <TextField
        label="Ceiling, m"
        type="number"
        slotProps={{ inputLabel: { shrink: true }, htmlInput: { step: 'any' } }}
        {...register('ceilingM', { setValueAs: optionalNumber })}
        error={!!formState.errors.ceilingM}
        helperText={formState.errors.ceilingM?.message}
      />
      <TextField
        label="Stage to front row, m"
        type="number"
        slotProps={{ inputLabel: { shrink: true }, htmlInput: { step: 'any' } }}
        {...register('frontRowM', { setValueAs: optionalNumber })}
        error={!!formState.errors.frontRowM}
        helperText={formState.errors.frontRowM?.message}
      />
      {(['opens', 'closes'] as const).map((name) => (
        <TextField
          key={name}
          label={name === 'opens' ? 'House opens at' : 'House closes at'}
          slotProps={{ inputLabel: { shrink: true } }}
          {...register(name, { setValueAs: (v: string | undefined) => v || undefined })}
          error={!!formState.errors[name]}
          helperText={formState.errors[name]?.message}
        />
      ))}
      <OnOff control={control} name="indoors" label="Indoors" />
      <OnOff control={control} name="flameAllowed" label="Flame is allowed" />
      <TextField label="Notes" multiline {...register('notes')} />
    </FormDialog>
  );
}

/** Somebody of the crew, new or known. */
export function PersonDialog({ stored, onClose }: { stored: Stored<Person>; onClose: () => void }) {
  const form = useForm<Person>({
    defaultValues: { ...stored.body, id: stored.id },
    resolver: resolverOf((v) => problems(Person, v)),
  });
  const save = useSave('people');
  const { register, formState, control } = form;
  return (
    <FormDialog
      title={stored.version ? stored.body.name : 'Somebody new'}
      form={form}
      says={save.error?.says}
      onClose={onClose}
      onSave={(body) => save.mutate({ id: stored.id, version: stored.version, body }, { onSuccess: onClose })}
    >
      <TextField
        label="First name"
        autoFocus
        {...register('name')}
        error={!!formState.errors.name}
        helperText={formState.errors.name?.message}
      />
      <Pick control={control} name="role" label="Role" options={ROLES} />
      <Pick control={control} name="skills" label="Cleared for" options={SKILLS} multiple />
    </FormDialog>
  );
}

export const newVenue = (): Venue => ({
  id: '',
  name: '',
  kind: 'hall',
  indoors: true,
  flameAllowed: false,
  stations: ['front bench'],
  notes: '',
});
