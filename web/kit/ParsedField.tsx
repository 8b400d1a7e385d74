import { TextField, type TextFieldProps } from '@mui/material';
import type { Parsed } from '@hearty/core';
import { useState } from 'react';

type ParsedFieldProps = Omit<TextFieldProps, 'value' | 'onChange'> & {
  value: number;
  /** The value in words, as it stands when nobody is typing. */
  format: (value: number) => string;
  parse: (text: string) => Parsed;
  onValue: (value: number) => void;
};

/**
 * A field for a number with a unit, typed in words. What cannot be read stays in the field with a sentence, and the
 * value stays what it was.
 */
export function ParsedField({ value, format, parse, onValue, helperText, ...field }: ParsedFieldProps) {
  const [typed, setTyped] = useState<string>();
  const parsed = typed === undefined ? undefined : parse(typed);
  const wrong = parsed?.ok === false ? parsed.says : undefined;
  const settle = () => {
    if (!parsed || wrong) return;
    setTyped(undefined);
    if (parsed.ok && parsed.value !== value) onValue(parsed.value);
  };
  return (
    <TextField
      {...field}
      value={typed ?? format(value)}
      onFocus={(e) => e.target.select()}
      onChange={(e) => setTyped(e.target.value)}
      onBlur={settle}
      onKeyDown={(e) => {
        if (e.key === 'Enter') settle();
        if (e.key === 'Escape') setTyped(undefined);
      }}
      error={!!wrong || !!field.error}
      helperText={wrong ?? helperText}
    />
  );
}
