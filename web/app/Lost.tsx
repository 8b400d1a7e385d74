import { Box, Button, Typography } from '@mui/material';
import { Link, useRouteError } from 'react-router';

/** An address that leads nowhere, or a screen that broke. Nothing typed is lost: drafts and logs are kept apart. */
export function Lost() {
  const error = useRouteError();
  return (
    <Box sx={{ p: 8 }}>
      <Typography variant="h1" sx={{ mb: 3 }}>
        {error ? 'This screen broke' : 'There is nothing here'}
      </Typography>
      <Typography sx={{ mb: 4 }}>
        {error
          ? `What was saved is safe. The fault: ${error instanceof Error ? error.message : 'unknown'}`
          : 'The address leads nowhere.'}
      </Typography>
      <Button variant="contained" component={Link} to="/shows" reloadDocument>
        To the shows
      </Button>
    </Box>
  );
}
