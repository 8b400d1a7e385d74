import { Alert, Box, Button } from '@mui/material';

/** When it did not come. */
export const Failed = ({ error, again }: { error: { message: string }; again: () => void }) => (
  <Box sx={{ p: 6, maxWidth: 560 }}>
    <Alert severity="error" action={<Button onClick={again}>Try again</Button>}>
      {error.message}
    </Alert>
  </Box>
);
