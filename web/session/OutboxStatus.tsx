import { Box, Button, Paper, Typography } from '@mui/material';
import { download } from '../kit/download';
import { outbox, useOutbox } from './outbox';

/** Said on pages that write into a log, while the server does not take it. */
export function UnsentLine() {
  const { waiting, trouble, onlyInTab, keepsNothing, message } = useOutbox((s) => s);
  if (waiting === 0 || (trouble === 'none' && onlyInTab === 0)) return null;
  return (
    <Typography role="status" sx={{ my: 2, color: 'warning.main' }}>
      {onlyInTab > 0
        ? `${keepsNothing ? 'This browser keeps nothing' : 'This device has no room left'}: ${onlyInTab} of your changes ${onlyInTab === 1 ? 'is' : 'are'} only in this tab. Leave it open until ${onlyInTab === 1 ? 'it is' : 'they are'} sent.`
        : `${message} ${waiting} of your changes ${waiting === 1 ? 'is' : 'are'} kept on this device and sent as soon as it takes them.`}
    </Typography>
  );
}

/** A corner for what the server would not take. It holds nothing up; it stays until somebody has read it. */
export function RefusedCorner() {
  const refused = useOutbox((s) => s.refused);
  const [first] = refused;
  if (!first) return null;
  return (
    <Paper
      elevation={6}
      role="alert"
      sx={{ position: 'fixed', right: 16, bottom: { xs: 76, sm: 16 }, zIndex: 20, p: 4, maxWidth: 360 }}
    >
      <Typography sx={{ fontWeight: 700 }}>
        The server would not take {refused.length === 1 ? 'one event' : `${refused.length} events`}
      </Typography>
      <Typography sx={{ fontSize: 'text', overflowWrap: 'anywhere', my: 1 }}>
        “{first.event.kind}”: {first.message}
      </Typography>
      <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap' }}>
        <Button size="small" variant="outlined" onClick={() => void outbox.sendAgain(first)}>
          Send again
        </Button>
        <Button size="small" onClick={() => void outbox.putAway(first)}>
          Dismiss
        </Button>
        <Button
          size="small"
          onClick={() => download('refused-events.json', JSON.stringify(refused, undefined, 2))}
        >
          Save as a file
        </Button>
      </Box>
    </Paper>
  );
}
