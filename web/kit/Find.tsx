import {
  InputAdornment,
  MenuItem,
  TextField,
  type AutocompleteRenderInputParams,
  type SxProps,
  type Theme,
} from '@mui/material';
import { SearchIcon } from './icons';

/** What narrows a list or turns a page, and is kept in no document: those are fields, and drawn by `FieldOf`. */

/** Words to find something by. */
export const Find = ({
  label = 'Find',
  value,
  onValue,
  sx,
}: {
  label?: string;
  value: string;
  onValue: (words: string) => void;
  sx?: SxProps<Theme>;
}) => (
  <TextField
    label={label}
    value={value}
    onChange={(e) => onValue(e.target.value)}
    sx={sx ?? {}}
    slotProps={{
      input: {
        startAdornment: (
          <InputAdornment position="start">
            <SearchIcon fontSize="small" />
          </InputAdornment>
        ),
      },
    }}
  />
);

/** One of a few, or any of them where `any` says what that is called. */
export const OneOf = ({
  label,
  value,
  options,
  any,
  onValue,
  sx,
}: {
  label: string;
  value: string;
  options: readonly { value: string; label: string }[];
  any?: string;
  onValue: (value: string) => void;
  sx?: SxProps<Theme>;
}) => (
  <TextField
    select
    label={label}
    value={value}
    onChange={(e) => onValue(e.target.value)}
    sx={sx ?? {}}
    slotProps={{ inputLabel: { shrink: true }, select: { displayEmpty: any !== undefined } }}
  >
    {any !== undefined && <MenuItem value="">{any}</MenuItem>}
    {options.map((o) => (
      <MenuItem key={o.value} value={o.value}>
        {o.label}
      </MenuItem>
    ))}
  </TextField>
);

/** What an `Autocomplete` is typed into. */
export const findInput = (
  label: string,
  { error, help, example }: { error?: string | undefined; help?: string; example?: string } = {},
) =>
  function FindInput(params: AutocompleteRenderInputParams) {
    return (
      <TextField
        {...params}
        label={label}
        {...(example !== undefined && {
          placeholder: example,
          slotProps: { ...params.slotProps, inputLabel: { ...params.slotProps?.inputLabel, shrink: true } },
        })}
        error={!!error}
        helperText={error ?? help}
      />
    );
  };
