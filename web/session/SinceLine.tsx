import { Typography } from '@mui/material';
import { format, isToday } from 'date-fns';
import { useLocation } from 'react-router';
import { useStore } from 'zustand';
import { lastAnswers, pageOf } from './answers';

/** Said on a page that shows what the server last said, while it is silent. */
export function SinceLine() {
  const page = pageOf(useLocation().pathname);
  const old = useStore(lastAnswers.old);
  const times = [...old.values()].filter((a) => a.page === page).map((a) => a.at);
  if (times.length === 0) return null;
  const at = Math.min(...times);
  return (
    <Typography role="status" sx={{ my: 2, color: 'warning.main' }}>
      The server does not answer. This is how things stood{' '}
      {format(at, isToday(at) ? "'today at' HH:mm" : "'on' d MMM yyyy 'at' HH:mm")}.
    </Typography>
  );
}
