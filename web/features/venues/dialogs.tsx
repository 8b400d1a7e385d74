import type { Stored } from '@hearty/core';
import { check, Person, ROLES, SKILLS, STATIONS, Venue, VENUE_KINDS } from '@hearty/core';
import {
  Alert,
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  FormControlLabel,
  MenuItem,
  Switch,
  TextField,
} from '@mui/material';
import { type ReactNode } from 'react';
import { Controller, useForm, type FieldValues, type UseFormReturn } from 'react-hook-form';
import { resolverOf } from '../../app/fields';
import { useSave } from '../../app/queries';

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

const problems = <T extends object>(type: new () => T, value: T) => {
  const checked = check(type, prune(value));
  return checked.ok ? [] : checked.problems;
};

const prune = <T extends object>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

const optionalNumber = (v: unknown) => (v === '' || v === undefined || v === null ? undefined : Number(v));

interface FormDialogProps<T extends FieldValues> {
  title: string;
  form: UseFormReturn<T>;
  says: string | undefined;
  children: ReactNode;
  onClose: () => void;
  onSave: (body: T) => void;
}

function FormDialog<T extends FieldValues>({
  title,
  form,
  says,
  children,
  onClose,
  onSave,
}: FormDialogProps<T>) {
  return (
    <Dialog open onClose={onClose} maxWidth="xs" fullWidth>
      <form noValidate onSubmit={(e) => void form.handleSubmit(onSave)(e)}>
        <DialogTitle>{title}</DialogTitle>
        <DialogContent sx={{ display: 'grid', gap: 4, pt: '8px !important' }}>
          {children}
          {says && <Alert severity="error">{says}</Alert>}
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="contained">
            Save
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}

// The two forms differ in their type alone; the control is handed through untouched.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type AnyControl = any;

const Pick = ({
  control,
  name,
  label,
  options,
  multiple = false,
}: {
  control: AnyControl;
  name: string;
  label: string;
  options: readonly string[];
  multiple?: boolean;
}) => (
  <Controller
    control={control}
    name={name}
    render={({ field }) => (
      <TextField select label={label} {...field} slotProps={{ select: { multiple } }}>
        {options.map((o) => (
          <MenuItem key={o} value={o}>
            {o}
          </MenuItem>
        ))}
      </TextField>
    )}
  />
);

const OnOff = ({ control, name, label }: { control: AnyControl; name: string; label: string }) => (
  <Controller
    control={control}
    name={name}
    render={({ field }) => (
      <FormControlLabel
        label={label}
        control={<Switch checked={!!field.value} onChange={(_e, on) => field.onChange(on)} />}
      />
    )}
  />
);

export const newVenue = (): Venue => ({
  id: '',
  name: '',
  kind: 'hall',
  indoors: true,
  flameAllowed: false,
  stations: ['front bench'],
  notes: '',
});
