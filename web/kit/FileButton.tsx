import { Box, Button } from '@mui/material';
import type { ChangeEvent } from 'react';

interface FileButtonProps {
  children: string;
  /** What is asked for: "Show file". */
  label: string;
  accept?: string;
  disabled?: boolean;
  onFile: (file: File) => void;
}

/** Asks for a file; by mouse and by keyboard, and for the same one again once it was mended. */
export const FileButton = ({ children, label, accept, disabled = false, onFile }: FileButtonProps) => (
  <Button
    variant="outlined"
    component="label"
    // What is reached and pressed is the field inside; the label is no button of its own.
    role={undefined}
    tabIndex={-1}
    disabled={disabled}
    sx={{ '&:focus-within': { outline: '3px solid', outlineColor: 'secondary.main', outlineOffset: 2 } }}
  >
    {children}
    <Box
      component="input"
      type="file"
      accept={accept}
      disabled={disabled}
      aria-label={label}
      sx={{ position: 'absolute', width: 1, height: 1, opacity: 0 }}
      onChange={({ target }: ChangeEvent<HTMLInputElement>) => {
        const file = target.files?.[0];
        target.value = '';
        if (file) onFile(file);
      }}
    />
  </Button>
);
