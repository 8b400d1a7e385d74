import { FormControlLabel, MenuItem, Switch, TextField, type TextFieldProps } from '@mui/material';
import {
  formatAmount,
  formatDuration,
  formatKitchen,
  parseAmount,
  parseDuration,
  type BaseUnit,
  type Demo,
} from '@hearty/core';
import { Controller, useFormContext, type FieldPath } from 'react-hook-form';
import { ParsedField } from '../../kit/ParsedField';
import { useSettings } from '../../session/settings';

/** Fields of the demo's form by their path. Each shows the problem of its own path. */

type Path = FieldPath<Demo>;
type Props = { name: string; label: string; sx?: TextFieldProps['sx'] };

export const TextInput = ({ name, label, sx, multiline = false }: Props & { multiline?: boolean }) => {
  const { register, getFieldState, formState } = useFormContext<Demo>();
  const { error } = getFieldState(name as Path, formState);
  return (
    <TextField
      label={label}
      sx={sx ?? {}}
      multiline={multiline}
      error={!!error}
      helperText={error?.message}
      slotProps={{ inputLabel: { shrink: true } }}
      {...register(name as Path)}
    />
  );
};

export const NumberInput = ({ name, label, sx, optional = false }: Props & { optional?: boolean }) => {
  const { register, getFieldState, formState } = useFormContext<Demo>();
  const { error } = getFieldState(name as Path, formState);
  return (
    <TextField
      label={label}
      type="number"
      sx={sx ?? {}}
      error={!!error}
      helperText={error?.message}
      slotProps={{ inputLabel: { shrink: true }, htmlInput: { step: 'any' } }}
      {...register(
        name as Path,
        optional
          ? { setValueAs: (v: string) => (v === '' || v === undefined || v === null ? undefined : Number(v)) }
          : { valueAsNumber: true },
      )}
    />
  );
};

export const DurationInput = ({ name, label, sx }: Props) => (
  <Controller
    name={name as Path}
    render={({ field, fieldState }) => (
      <ParsedField
        label={label}
        sx={sx ?? {}}
        value={Number(field.value ?? 0)}
        format={formatDuration}
        parse={parseDuration}
        onValue={field.onChange}
        error={!!fieldState.error}
        helperText={fieldState.error?.message}
        slotProps={{ inputLabel: { shrink: true } }}
      />
    )}
  />
);

/** A length of time that may be left out, such as when a thing never goes stale. */
export const OptionalDurationInput = ({ name, label, sx }: Props) => (
  <Controller
    name={name as Path}
    render={({ field, fieldState }) => (
      <ParsedField
        label={label}
        sx={sx ?? {}}
        value={field.value === undefined ? -1 : Number(field.value)}
        format={(v) => (v < 0 ? '' : formatDuration(v))}
        parse={(text) => (text.trim() === '' ? { ok: true, value: -1 } : parseDuration(text))}
        onValue={(v) => field.onChange(v < 0 ? undefined : v)}
        error={!!fieldState.error}
        helperText={fieldState.error?.message}
        placeholder="keeps"
        slotProps={{ inputLabel: { shrink: true } }}
      />
    )}
  />
);

export const AmountInput = ({
  name,
  label,
  unit,
  densityGPerML,
  sx,
}: Props & { unit: BaseUnit; densityGPerML?: number | undefined }) => {
  const cup = useSettings((s) => s.cup);
  return (
    <Controller
      name={name as Path}
      render={({ field, fieldState }) => (
        <ParsedField
          label={label}
          sx={sx ?? {}}
          value={Number(field.value ?? 0)}
          format={(v) => formatAmount(v, unit)}
          parse={(text) => parseAmount(text, unit, { cup, densityGPerML })}
          onValue={field.onChange}
          error={!!fieldState.error}
          helperText={fieldState.error?.message ?? formatKitchen(Number(field.value ?? 0), unit, cup)}
          slotProps={{ inputLabel: { shrink: true } }}
        />
      )}
    />
  );
};

interface ChoiceProps extends Props {
  options: readonly (string | { value: string; label: string })[];
  multiple?: boolean;
  empty?: string;
}

export const ChoiceInput = ({ name, label, options, multiple = false, empty, sx }: ChoiceProps) => (
  <Controller
    name={name as Path}
    render={({ field, fieldState }) => (
      <TextField
        select
        label={label}
        sx={sx ?? {}}
        name={field.name}
        inputRef={field.ref}
        onBlur={field.onBlur}
        value={field.value ?? (multiple ? [] : '')}
        onChange={(e) => field.onChange(e.target.value === '' ? undefined : e.target.value)}
        error={!!fieldState.error}
        helperText={fieldState.error?.message}
        slotProps={{ inputLabel: { shrink: true }, select: { multiple, displayEmpty: true } }}
      >
        {empty !== undefined && <MenuItem value="">{empty}</MenuItem>}
        {options.map((o) => {
          const { value, label: words } = typeof o === 'string' ? { value: o, label: o } : o;
          return (
            <MenuItem key={value} value={value}>
              {words}
            </MenuItem>
          );
        })}
      </TextField>
    )}
  />
);

export const SwitchInput = ({ name, label }: Props) => (
  <Controller
    name={name as Path}
    render={({ field }) => (
      <FormControlLabel
        label={label}
        control={<Switch checked={!!field.value} onChange={(_e, on) => field.onChange(on)} />}
      />
    )}
  />
);

/** Lines of text, one entry a line. */
export const LinesInput = ({ name, label, sx }: Props) => (
  <Controller
    name={name as Path}
    render={({ field, fieldState }) => (
      <TextField
        label={label}
        sx={sx ?? {}}
        multiline
        minRows={2}
        defaultValue={(field.value as unknown as string[]).join('\n')}
        inputRef={field.ref}
        onBlur={(e) =>
          field.onChange(
            e.target.value
              .split('\n')
              .map((l) => l.trim())
              .filter(Boolean),
          )
        }
        error={!!fieldState.error}
        helperText={fieldState.error?.message ?? 'One a line.'}
        slotProps={{ inputLabel: { shrink: true } }}
      />
    )}
  />
);
