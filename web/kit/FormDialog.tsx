import { check } from '@hearty/core';
import {
  Box,
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
import type { FormEvent, ReactNode } from 'react';
import { Controller, type FieldValues, type UseFormReturn } from 'react-hook-form';

/** What core's check has to say of a form's values. */
export const problems = <T extends object>(type: new () => T, value: T) => {
  const checked = check(type, prune(value));
  return checked.ok ? [] : checked.problems;
};

/** Without what was left empty. */
export const prune = <T extends object>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

/** Reads a number field that may be empty. */
export const optionalNumber = (v: unknown) =>
  v === '' || v === undefined || v === null ? undefined : Number(v);

interface FormDialogProps<T extends FieldValues> {
  title: string;
  form: UseFormReturn<T>;
  /** What stands between the form and the server. */
  trouble: ReactNode;
  children: ReactNode;
  onClose: () => void;
  onSave: (body: T) => void;
}

/** A dialog around a form: save, cancel, and what the server says. */
export function FormDialog<T extends FieldValues>({
  title,
  form,
  trouble,
  children,
  onClose,
  onSave,
}: FormDialogProps<T>) {
  return (
    <Dialog open onClose={onClose} maxWidth="xs" fullWidth>
      <Box
        component="form"
        noValidate
        onSubmit={(e: FormEvent) => void form.handleSubmit(onSave)(e)}
        sx={{ display: 'flex', flexDirection: 'column', minHeight: 0 }}
      >
        <DialogTitle>{title}</DialogTitle>
        <DialogContent sx={{ display: 'grid', gap: 4, pt: '8px !important' }}>{children}</DialogContent>
        {trouble && <Box sx={{ px: 6, maxHeight: '45vh', overflow: 'auto' }}>{trouble}</Box>}
        <DialogActions>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="contained">
            Save
          </Button>
        </DialogActions>
      </Box>
    </Dialog>
  );
}

// The two forms differ in their type alone; the control is handed through untouched.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type AnyControl = any;

export const Pick = ({
  control,
  name,
  label,
  options,
  empty,
  multiple = false,
}: {
  control: AnyControl;
  name: string;
  label: string;
  options: readonly string[];
  empty?: string;
  multiple?: boolean;
}) => (
  <Controller
    control={control}
    name={name}
    render={({ field }) => (
      <TextField
        select
        label={label}
        {...field}
        value={field.value ?? (multiple ? [] : '')}
        onChange={(e) => field.onChange(e.target.value === '' ? undefined : e.target.value)}
        slotProps={{ inputLabel: { shrink: true }, select: { multiple, displayEmpty: true } }}
      >
        {empty !== undefined && <MenuItem value="">{empty}</MenuItem>}
        {options.map((o) => (
          <MenuItem key={o} value={o}>
            {o}
          </MenuItem>
        ))}
      </TextField>
    )}
  />
);

export const OnOff = ({ control, name, label }: { control: AnyControl; name: string; label: string }) => (
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

/** A line of text or a number of the form, with its problem below it. */
export const Line = ({
  form,
  name,
  label,
  number = false,
  optional = number,
}: {
  // As above.
  // eslint-disable-next-line @typescript-eslint/no-explicit-any
  form: UseFormReturn<any>;
  name: string;
  label: string;
  number?: boolean;
  optional?: boolean;
}) => {
  const { error } = form.getFieldState(name, form.formState);
  const setValueAs = number ? optionalNumber : (v: string | undefined) => (optional ? v || undefined : v);
  return (
    <TextField
      label={label}
      type={number ? 'number' : 'text'}
      slotProps={{ inputLabel: { shrink: true }, htmlInput: number ? { step: 'any' } : {} }}
      {...form.register(name, { setValueAs })}
      error={!!error}
      helperText={error?.message}
    />
  );
};
