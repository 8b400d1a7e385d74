import AddIcon from '@mui/icons-material/Add';
import {
  Alert,
  Box,
  Button,
  Chip,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  FormControlLabel,
  MenuItem,
  Paper,
  Switch,
  TextField,
  Typography,
} from '@mui/material';
import { check, Person, ROLES, SKILLS, STATIONS, Venue, VENUE_KINDS } from '@hearty/core';
import { useState, type ReactNode } from 'react';
import { Controller, useForm, type FieldValues, type UseFormReturn } from 'react-hook-form';
import type { Stored } from '@hearty/core';
import { resolverOf } from '../../app/fields';
import { newId, useDocuments, useSave } from '../../app/queries';
import { Empty, Failed, Loading, PageHead } from '../../app/States';
import { useSayWithUndo } from '../../app/useSayWithUndo';

/** Where the troupe plays, and who it is. */
export function VenuesPage() {
  const venues = useDocuments('venues');
  const people = useDocuments('people');
  const [venue, setVenue] = useState<Stored<Venue>>();
  const [person, setPerson] = useState<Stored<Person>>();
  const removeVenue = useSayWithUndo('venues');
  const removePerson = useSayWithUndo('people');
  const failed = venues.error ?? people.error;
  if (failed)
    return <Failed error={failed} again={() => void Promise.all([venues.refetch(), people.refetch()])} />;
  if (!venues.data || !people.data) return <Loading what="venues and crew" />;
  return (
    <>
      <PageHead title="Venues">
        <Button
          variant="contained"
          startIcon={<AddIcon />}
          onClick={() => setVenue({ id: newId(), version: 0, body: newVenue() })}
        >
          New venue
        </Button>
      </PageHead>
      {venues.data.length === 0 && (
        <Empty title="No venues yet">
          Write down where you play: its kind, whether it allows flame, its stations.
        </Empty>
      )}
      <Cards>
        {venues.data.map((v) => (
          <Card
            key={v.id}
            title={v.body.name}
            onEdit={() => setVenue(v)}
            onDelete={() => void removeVenue(v.id, v.body.name)}
          >
            <Typography color="textSecondary">
              {[
                v.body.kind,
                v.body.indoors ? 'indoors' : 'outdoors',
                v.body.ceilingM && `ceiling ${v.body.ceilingM} m`,
                v.body.frontRowM !== undefined && `front row at ${v.body.frontRowM} m`,
              ]
                .filter(Boolean)
                .join(' · ')}
            </Typography>
            <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', my: 1.5 }}>
              <Chip
                size="small"
                variant="outlined"
                color={v.body.flameAllowed ? 'default' : 'error'}
                label={v.body.flameAllowed ? 'flame allowed' : 'no flame'}
                sx={{ borderRadius: 1 }}
              />
              {v.body.stations.map((s) => (
                <Chip key={s} size="small" label={s} sx={{ borderRadius: 1 }} />
              ))}
            </Box>
            <Typography>{v.body.notes}</Typography>
          </Card>
        ))}
      </Cards>
      <Box sx={{ display: 'flex', alignItems: 'center', mt: 8, mb: 3 }}>
        <Typography variant="h2" sx={{ flex: 1 }}>
          The crew
        </Typography>
        <Button
          startIcon={<AddIcon />}
          onClick={() =>
            setPerson({ id: newId(), version: 0, body: { id: '', name: '', role: 'stagehand', skills: [] } })
          }
        >
          Add somebody
        </Button>
      </Box>
      <Cards>
        {people.data.map((p) => (
          <Card
            key={p.id}
            title={p.body.name}
            onEdit={() => setPerson(p)}
            onDelete={() => void removePerson(p.id, p.body.name)}
          >
            <Typography color="textSecondary">
              {p.body.role} ·{' '}
              {p.body.skills.length ? `cleared for ${p.body.skills.join(', ')}` : 'no clearances'}
            </Typography>
          </Card>
        ))}
      </Cards>
      {venue && <VenueDialog stored={venue} onClose={() => setVenue(undefined)} />}
      {person && <PersonDialog stored={person} onClose={() => setPerson(undefined)} />}
    </>
  );
}

const Cards = ({ children }: { children: ReactNode }) => (
  <Box
    component="ul"
    sx={{
      p: 0,
      m: 0,
      listStyle: 'none',
      display: 'grid',
      gap: 3,
      gridTemplateColumns: 'repeat(auto-fill, minmax(300px, 1fr))',
    }}
  >
    {children}
  </Box>
);

const Card = ({
  title,
  children,
  onEdit,
  onDelete,
}: {
  title: string;
  children: ReactNode;
  onEdit: () => void;
  onDelete: () => void;
}) => (
  <Paper component="li" variant="outlined" sx={{ p: 4 }}>
    <Typography variant="h2" component="h3" sx={{ fontSize: 17, overflowWrap: 'anywhere' }}>
      {title}
    </Typography>
    {children}
    <Box sx={{ mt: 1, ml: -2 }}>
      <Button aria-label={`Edit ${title}`} onClick={onEdit}>
        Edit
      </Button>
      <Button aria-label={`Delete ${title}`} color="error" onClick={onDelete}>
        Delete
      </Button>
    </Box>
  </Paper>
);

function VenueDialog({ stored, onClose }: { stored: Stored<Venue>; onClose: () => void }) {
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
      <OnOff control={control} name="indoors" label="Indoors" />
      <OnOff control={control} name="flameAllowed" label="Flame is allowed" />
      <TextField label="Notes" multiline {...register('notes')} />
    </FormDialog>
  );
}

function PersonDialog({ stored, onClose }: { stored: Stored<Person>; onClose: () => void }) {
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

const newVenue = (): Venue => ({
  id: '',
  name: '',
  kind: 'hall',
  indoors: true,
  flameAllowed: false,
  stations: ['front bench'],
  notes: '',
});
