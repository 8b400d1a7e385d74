import { Alert, Box } from '@mui/material';
import type { Problem } from '@hearty/core';

/** More than these are not read, only mended one after the other. */
const MOST = 50;

/** What is wrong with a file, each mistake by its path; `says` is the sentence above them. Nothing where nothing is. */
export function Problems({ message, problems }: { message: string; problems: readonly Problem[] }) {
  if (problems.length === 0) return null;
  return (
    <Alert severity="error" sx={{ mt: 4 }}>
      {message}
      <Box component="ul" sx={{ pl: 4, mb: 0, maxHeight: 260, overflow: 'auto' }}>
        {problems.slice(0, MOST).map((p) => (
          <li key={p.path + p.message}>
            {p.path && <code>{p.path}</code>} {p.message}
          </li>
        ))}
      </Box>
    </Alert>
  );
}
