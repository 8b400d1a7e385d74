import { Box, Button, Typography } from '@mui/material';
import { Component, type ReactNode } from 'react';

/** An address that leads nowhere, or a screen that broke. Nothing typed is lost: drafts and logs are kept apart. */
export const NotFoundWords = ({ error }: { error?: unknown }) =>
  isMissingScript(error) ? <ToReload /> : <Nothing error={error} />;

/** A part of the program that could not be fetched, as browsers word it: after an update it has another name. */
const isMissingScript = (error: unknown): boolean =>
  error instanceof Error &&
  /dynamically imported module|importing a module script failed|unable to preload/i.test(error.message);

const ToReload = () => (
  <Box sx={{ p: 8 }} role="alert">
    <title>Reload · Hearty Stage</title>
    <Typography variant="h1" sx={{ mb: 3 }}>
      Reload this page
    </Typography>
    <Typography sx={{ mb: 4 }}>
      A part of the page did not come: Hearty Stage was updated meanwhile, or its server does not answer. What
      was saved is safe.
    </Typography>
    <Button variant="contained" onClick={() => location.reload()}>
      Reload
    </Button>
  </Box>
);

const Nothing = ({ error }: { error?: unknown }) => (
  <Box sx={{ p: 8 }}>
    <title>Nothing here · Hearty Stage</title>
    <Typography variant="h1" sx={{ mb: 3 }}>
      {error ? 'This screen broke' : 'There is nothing here'}
    </Typography>
    <Typography sx={{ mb: 4 }}>
      {error
        ? `What was saved is safe. The fault: ${error instanceof Error ? error.message : 'unknown'}`
        : 'There is no page at this address.'}
    </Typography>
    <Button variant="contained" component="a" href="/shows">
      To the shows
    </Button>
  </Box>
);

/** Shows what broke instead of nothing. React has it as a class only. */
export class ErrorBoundary extends Component<{ children: ReactNode }, { error?: unknown }> {
  override state: { error?: unknown } = {};

  static getDerivedStateFromError = (error: unknown) => ({ error });

  override render(): ReactNode {
    return this.state.error === undefined ? this.props.children : <NotFoundWords error={this.state.error} />;
  }
}
