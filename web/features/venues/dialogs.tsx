import type { Stored } from '@hearty/core';
import { Person, ROLES, SKILLS, STATIONS, Venue, VENUE_KINDS } from '@hearty/core';
import { TextField } from '@mui/material';
import { resolverOf } from '../../kit/fields';
import { FormDialog, OnOff, optionalNumber, Pick, problems } from '../../kit/FormDialog';
import { useDocumentForm } from '../../session/useDocumentForm';

/** A venue, new or known. */
export function VenueDialog({ stored, onClose }: { stored: Stored<Venue>; onClose: () => void }) {
  const { form, trouble, save } = useDocumentForm('venues', 'venue', stored, {
    resolver: resolverOf((v) => problems(Venue, v)),
    onSaved: onClose,
  });
  const { register, formState, control } = form;
  return (
    <FormDialog
      title={stored.version ? 'Venue' : 'New venue'}
      form={form}
      trouble={trouble}
      onClose={onClose}
      onSave={save}
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
  const { form, trouble, save } = useDocumentForm('people', 'person', stored, {
    resolver: resolverOf((v) => problems(Person, v)),
    onSaved: onClose,
  });
  const { register, formState, control } = form;
  return (
    <FormDialog
      title={stored.version ? stored.body.name : 'Somebody new'}
      form={form}
      trouble={trouble}
      onClose={onClose}
      onSave={save}
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
