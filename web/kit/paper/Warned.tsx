import { Box } from '@mui/material';

/** What is worn and warned of, run together so that it takes little of the page; nothing where there is nothing. */
export const Warned = ({ lines }: { lines: readonly string[] }) =>
  lines.length === 0 ? null : (
    <Box sx={{ fontSize: 'small', lineHeight: 1.25 }}>
      {lines.map((line) => (
        <span key={line}>⚠ {line} </span>
      ))}
    </Box>
  );
