import {
  beside,
  fieldOf,
  labelOf,
  readField,
  sayField,
  type Field,
  type Measure,
  type Read,
} from '@hearty/core';
import {
  FormControl,
  FormControlLabel,
  FormHelperText,
  MenuItem,
  Switch,
  TextField,
  type SxProps,
  type Theme,
} from '@mui/material';
import { useState, type KeyboardEvent, type Ref } from 'react';
import { PickButton } from './PickButton';
import { isRefused } from './refused';

/** One thing to choose from: another document, or a choice in words of the place. */
export interface Option {
  value: string | number;
  label: string;
}

/** How a field is drawn where it stands. */
export interface Drawing {
  /** In the place of the declared label, where the surroundings say the rest. */
  label?: string;
  /** Said to a screen reader alone, where a table's head or a row names the field. */
  hiddenLabel?: string;
  /** Said to a screen reader in the place of the label. */
  message?: string;
  help?: string | undefined;
  /** What it means when nothing is chosen, here. */
  empty?: string;
  /** What there is to choose from. */
  options?: readonly Option[];
  /** What is known of the good whose amount is typed. */
  measure?: Measure;
  /** Whether each stroke counts, what cannot be read as well: the field of a form. Else a value counts when it is left. */
  eager?: boolean;
  autoFocus?: boolean;
  disabled?: boolean;
  sx?: SxProps<Theme>;
  onKeyDown?: (event: KeyboardEvent<HTMLElement>) => void;
}

interface DrawnProps extends Drawing {
  field: Field;
  value: unknown;
  onValue: (value: unknown) => void;
  /** What is wrong with the value as a whole. */
  error?: string | undefined;
  inputRef?: Ref<HTMLElement>;
  name?: string;
}

/** A field of a document: what may be typed, how it is read and what is said of it come from its declaration. */
export function FieldOf<T extends object, K extends keyof T & string>({
  type: type,
  name,
  ...rest
}: Drawing & {
  type: new () => T;
  name: K;
  value: T[K] | undefined;
  onValue: (value: T[K]) => void;
  error?: string | undefined;
}) {
  return <Drawn field={fieldOf(type, name)} {...(rest as Omit<DrawnProps, 'field'>)} />;
}

/** A declared field, drawn. */
export function Drawn({ field: declared, empty, ...rest }: DrawnProps) {
  const field = empty === undefined ? declared : { ...declared, empty };
  const props = { ...rest, field };
  const { options } = props;
  switch (field.as) {
    case 'yes-no':
      return <Switched {...props} />;
    case 'answer':
      return <Answered {...props} />;
    case 'choice':
      return (
        <Chosen {...props} options={options ?? field.options.map((word) => wordOf(field.words, word))} />
      );
    case 'choices':
      return (
        <Chosen
          {...props}
          options={options ?? field.options.map((word) => wordOf(field.words, word))}
          several
        />
      );
    case 'document':
      return <Chosen {...props} options={options ?? []} />;
    case 'documents':
      return <Chosen {...props} options={options ?? []} several />;
    default:
      return options ? <Chosen {...props} options={options} /> : <Typed {...props} />;
  }
}

const wordOf = (words: Readonly<Record<string, string>> | undefined, value: string): Option => ({
  value,
  label: words?.[value] ?? value,
});

/** What every field has in common. */
const appearance = ({ field, label, hiddenLabel, sx, name, disabled }: DrawnProps) => ({
  ...(hiddenLabel === undefined
    ? { label: label ?? labelOf(field) }
    : { hiddenLabel: true, variant: 'standard' as const }),
  sx: sx ?? {},
  name: name ?? '',
  disabled: disabled ?? false,
});

/** A field that is typed into. What cannot be read stays in it with a sentence, and is not taken for a value. */
function Typed(props: DrawnProps) {
  const { field, value, onValue, eager = false, error, measure = {}, hiddenLabel } = props;
  const [typed, setTyped] = useState<string>();
  // What is wrong is said when the field is left, not while one is still typing it.
  const [left, setLeft] = useState(false);
  const refused = isRefused(value) ? value : undefined;
  const found: Read | undefined = refused
    ? { ok: false, message: refused.message }
    : typed !== undefined
      ? readField(field, typed, measure)
      : // A name is a text even where it is too long or missing; what is wrong with it is said once it was left.
        left && field.as === 'text'
        ? readField(field, String(value ?? ''))
        : undefined;
  const wrong = found?.ok === false && (left || typed === undefined) ? found.message : undefined;
  const change = (text: string) => {
    setTyped(text);
    if (!eager) return;
    const now = readField(field, text, measure);
    onValue(now.ok ? now.value : field.as === 'text' ? text : { refused: text, message: now.message });
  };
  const settle = () => {
    setLeft(true);
    if (typed === undefined) return;
    if (eager || found?.ok) setTyped(undefined);
    if (!eager && found?.ok && found.value !== value) onValue(found.value);
  };
  const giveUp = (event: KeyboardEvent) => {
    if (eager || typed === undefined) return;
    // The first Escape takes back what was typed; the next may close what the field stands in.
    event.stopPropagation();
    setTyped(undefined);
  };
  const long = field.as === 'lines' || (field.as === 'text' && field.long);
  const figures = field.as !== 'text' && field.as !== 'lines';
  const pick = (picked: string) => {
    setTyped(undefined);
    onValue(picked);
  };
  // What a bare number is taken for is shown while it is typed.
  const taken =
    field.as === 'duration' && found?.ok && /^[\d.,]+$/.test(typed?.trim() ?? '')
      ? `= ${sayField(field, found.value)}`
      : '';
  const help =
    wrong ??
    error ??
    (taken ||
      props.help ||
      beside(field, value, measure) ||
      (field.as === 'lines' && 'One a line.') ||
      field.help);
  return (
    <TextField
      {...appearance(props)}
      value={typed ?? refused?.refused ?? sayField(field, value, measure)}
      placeholder={field.optional ? (field.empty ?? '') : ''}
      multiline={long}
      minRows={field.as === 'lines' ? 2 : 1}
      maxRows={12}
      autoFocus={props.autoFocus ?? false}
      inputRef={props.inputRef as Ref<HTMLInputElement>}
      onFocus={(e) => figures && e.target.select()}
      onChange={(e) => change(e.target.value)}
      onBlur={settle}
      onKeyDown={(e) => {
        if (e.key === 'Enter' && !long) settle();
        if (e.key === 'Escape') giveUp(e);
        props.onKeyDown?.(e);
      }}
      error={!!(wrong ?? error)}
      helperText={wrong && !eager ? `${wrong} This is not kept.` : help}
      slotProps={{
        inputLabel: { shrink: true },
        htmlInput: {
          autoComplete: 'off',
          ...(field.as === 'text' && field.secret && { type: 'password', autoComplete: 'current-password' }),
          ...((hiddenLabel ?? props.message) && { 'aria-label': hiddenLabel ?? props.message }),
          ...(field.as === 'number' && field.min >= 0 && { inputMode: 'decimal' }),
        },
        input: {
          endAdornment: (field.as === 'clock' || field.as === 'day') && (
            <PickButton
              field={field}
              value={value}
              label={hiddenLabel ?? props.label ?? field.label}
              onPick={pick}
            />
          ),
        },
      }}
    />
  );
}

/** A field that is chosen from a list. */
function Chosen(props: DrawnProps & { options: readonly Option[]; several?: boolean }) {
  const { field, value, onValue, error, options, several = false, hiddenLabel } = props;
  const mayBeEmpty = field.optional ?? false;
  const labels = new Map(options.map((o) => [o.value, o.label]));
  const words = (chosen: unknown) =>
    several
      ? (chosen as string[]).map((value) => labels.get(value) ?? value).join(', ') || (field.empty ?? '')
      : chosen === ''
        ? mayBeEmpty && (field.empty ?? 'not set')
        : labels.get(chosen as string);
  // What is not among them any more is shown as nothing chosen.
  const known = several || labels.has(value as string) ? value : '';
  return (
    <TextField
      select
      {...appearance(props)}
      value={known ?? (several ? [] : '')}
      onChange={(e) => onValue(e.target.value === '' ? undefined : e.target.value)}
      inputRef={props.inputRef as Ref<HTMLInputElement>}
      autoFocus={props.autoFocus ?? false}
      error={!!error}
      helperText={error ?? props.help ?? field.help}
      slotProps={{
        inputLabel: { shrink: true },
        htmlInput: hiddenLabel === undefined ? {} : { 'aria-label': hiddenLabel },
        select: { multiple: several, displayEmpty: true, renderValue: words },
      }}
    >
      {mayBeEmpty && !several && <MenuItem value="">{field.empty ?? 'not set'}</MenuItem>}
      {options.map((o) => (
        <MenuItem key={o.value} value={o.value} sx={{ whiteSpace: 'normal', overflowWrap: 'anywhere' }}>
          {o.label}
        </MenuItem>
      ))}
    </TextField>
  );
}

/** Yes, no, or not known yet. */
const Answered = ({ value, onValue, field, ...rest }: DrawnProps) => (
  <Chosen
    {...rest}
    field={{ ...field, optional: true, empty: field.empty ?? 'not known' }}
    value={value === undefined ? undefined : value ? 'yes' : 'no'}
    onValue={(chosen) => onValue(chosen === undefined ? undefined : chosen === 'yes')}
    options={[
      { value: 'yes', label: 'yes' },
      { value: 'no', label: 'no' },
    ]}
  />
);

/** A field that is on or off. What may be left out is left out when it is off. */
function Switched({ field, value, onValue, label, error, disabled, sx, inputRef, help, name }: DrawnProps) {
  const message = error ?? help ?? field.help;
  return (
    <FormControl error={!!error} sx={sx ?? {}}>
      <FormControlLabel
        label={label ?? field.label}
        control={
          <Switch
            checked={!!value}
            disabled={disabled ?? false}
            onChange={(_e, on) => onValue(on || !field.optional ? on : undefined)}
            slotProps={{ input: { ref: inputRef as Ref<HTMLInputElement>, name: name ?? '' } }}
          />
        }
      />
      {message && <FormHelperText>{message}</FormHelperText>}
    </FormControl>
  );
}
