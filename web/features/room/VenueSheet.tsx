import { venueSheet, type VenueSheet as Part } from '@hearty/core';
import { Box, Button, Typography } from '@mui/material';
import { format, parseISO } from 'date-fns';
import { Link } from 'react-router';
import { PrintIcon } from '../../kit/icons';
import { OnPaper, Sheet } from '../../kit/paper';
import { useShow } from '../../session/show';
import { RoomPlan } from '../venues/RoomPlan';

/** One page to send ahead: what comes, what is asked for, when. */
export function VenueSheet() {
  const { file, script, plan } = useShow();
  const { show, venue } = file;
  const parts = venueSheet(script, plan);
  const title = `${show.title} at ${venue.name}`;
  const day = format(parseISO(show.date), 'EEEE d MMMM yyyy');
  return (
    <OnPaper
      title={title}
      paper={() => (
        <Sheet kind="Sheet for the venue" title={title} about={`${day}. ${PROMISE}`}>
          <Parts parts={parts} />
          <RoomPlan venue={venue} height={260} />
        </Sheet>
      )}
    >
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2, alignItems: 'center', mb: 2 }}>
        <Typography variant="h2" sx={{ flex: 1, minWidth: 200 }}>
          Sheet for the venue
        </Typography>
        <Button component={Link} to="../room">
          Back to the room
        </Button>
        <Button variant="contained" startIcon={<PrintIcon />} onClick={() => window.print()}>
          Print
        </Button>
      </Box>
      <Typography color="textSecondary">
        {day}. {PROMISE}
      </Typography>
      {venue.responsible && <Typography sx={{ mt: 1 }}>To: {venue.responsible}</Typography>}
      <Parts parts={parts} />
      <RoomPlan venue={venue} height={260} />
    </OnPaper>
  );
}

const PROMISE = 'We keep to your rules and to local codes; where this page says otherwise, they are right.';

const Parts = ({ parts }: { parts: readonly Part[] }) => (
  <>
    {parts.map(({ title, lines }) => (
      <Box component="section" key={title} aria-label={title} sx={{ mt: 4, breakInside: 'avoid' }}>
        <Typography variant="h3" component="h2">
          {title}
        </Typography>
        <Box component="ul" sx={{ m: 0, pl: 5, overflowWrap: 'anywhere' }}>
          {lines.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </Box>
      </Box>
    ))}
  </>
);
