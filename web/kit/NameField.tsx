import { Autocomplete, type SxProps, type Theme } from '@mui/material';
import { useState } from 'react';
import { findInput } from './Find';

interface Named {
  id: string;
  name: string;
}

/**
 * One of the things that have a name, or a new one by the name that is typed. What was typed counts when the field is
 * left, so that nobody has to press anything first.
 */
export function NameField({
  label,
  help,
  error,
  options,
  value,
  onChosen,
  onNamed,
  sx,
}: {
  label: string;
  help: string;
  error?: string | undefined;
  options: readonly Named[];
  value: string | undefined;
  onChosen: (id: string | undefined) => void;
  onNamed: (name: string) => void;
  sx?: SxProps<Theme>;
}) {
  const [typed, setTyped] = useState<string>();
  const enter = (text: string) => {
    const name = text.trim();
    const known = options.find((o) => o.name.toLowerCase() === name.toLowerCase());
    setTyped(undefined);
    if (known) onChosen(known.id);
    else if (name) onNamed(name);
  };
  return (
    <Autocomplete
      freeSolo
      options={options}
      getOptionLabel={(o) => (typeof o === 'string' ? o : o.name)}
      isOptionEqualToValue={(a, b) => typeof b !== 'string' && a.id === b.id}
      value={options.find((o) => o.id === value) ?? null}
      {...(typed !== undefined && { inputValue: typed })}
      onInputChange={(_e, text, reason) => {
        if (reason === 'input') {
          setTyped(text);
          if (text === '') onChosen(undefined);
        } else setTyped(undefined);
      }}
      onChange={(_e, chosen) => (typeof chosen === 'string' ? enter(chosen) : onChosen(chosen?.id))}
      onBlur={() => typed && enter(typed)}
      renderInput={findInput(label, { error, help })}
      sx={sx ?? {}}
    />
  );
}
