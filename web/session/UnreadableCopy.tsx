import { Alert, Button } from '@mui/material';
import { download } from '../kit/download';

/** What an earlier session left on this device and cannot be read: to be saved as a file, or thrown away. */
export const UnreadableCopy = ({
  name,
  text,
  onDiscard,
}: {
  name: string;
  text: string;
  onDiscard: () => void;
}) => (
  <Alert
    severity="warning"
    sx={{ my: 2 }}
    action={
      <>
        <Button
          color="inherit"
          onClick={() => download(`${name.replace(/[^\w-]+/g, '-')}.txt`, text, 'text/plain')}
        >
          Save it as a file
        </Button>
        <Button color="inherit" onClick={onDiscard}>
          Throw it away
        </Button>
      </>
    }
  >
    Unsaved changes from an earlier visit are on this device, but cannot be read. You see what the server has.
  </Alert>
);
