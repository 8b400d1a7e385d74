import type { Stored } from '@hearty/core';
import { Person, unmeasured, Venue } from '@hearty/core';
import { Box, Button, Chip, Paper, Typography } from '@mui/material';
import { useState, type ReactNode } from 'react';
import { useDocuments } from '../../session/queries';
import { newId } from '../../session/ids';
import { BrokenLines } from '../../session/BrokenLines';
import { Cards } from '../../kit/Cards';
import { Failed } from '../../kit/Failed';
import { Empty, Loading, PageHead } from '../../kit/States';
import { useSayWithUndo } from '../../session/useSayWithUndo';
import { PersonDialog, VenueDialog } from './dialogs';
import { newVenue } from './newVenue';
import { RoomPlan } from './RoomPlan';
import { AddIcon } from '../../kit/icons';

/** Where the troupe plays, and who it is. */
export function VenuesPage() {
  const venues = useDocuments('venues');
  const people = useDocuments('people');
  const [venue, setVenue] = useState<Stored<Venue>>();
  const [person, setPerson] = useState<Stored<Person>>();
  const removeVenue = useSayWithUndo('venues');
  const removePerson = useSayWithUndo('people');
  const failed = venues.error ?? people.error;
  if (failed)
    return <Failed error={failed} again={() => void Promise.all([venues.refetch(), people.refetch()])} />;
  if (!venues.data || !people.data) return <Loading what="venues and crew" />;
  return (
    <>
      <PageHead title="Venues">
        <Button
          variant="contained"
          startIcon={<AddIcon />}
          onClick={() => setVenue({ id: newId(), version: 0, body: newVenue() })}
        >
          New venue
        </Button>
      </PageHead>
      <BrokenLines kinds={['venue', 'person']} />
      {venues.data.length === 0 && (
        <Empty title="No venues yet">
          Add the places you play: its kind, whether it allows flame, the marks where demos stand.
        </Empty>
      )}
      <Cards>
        {venues.data.map((v) => (
          <Card
            key={v.id}
            title={v.body.name}
            onEdit={() => setVenue(v)}
            onDelete={() => void removeVenue(v, v.body.name)}
          >
            <Typography color="textSecondary">
              {[
                v.body.kind,
                v.body.indoors ? 'indoors' : 'outdoors',
                v.body.widthM && v.body.depthM && `${v.body.widthM} × ${v.body.depthM} m`,
                v.body.ceilingM && `ceiling ${v.body.ceilingM} m`,
                v.body.frontRowM !== undefined && `front row at ${v.body.frontRowM} m`,
              ]
                .filter(Boolean)
                .join(' · ')}
            </Typography>
            <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', my: 1.5 }}>
              <Chip
                size="small"
                variant="outlined"
                color={v.body.flameAllowed === false ? 'error' : 'default'}
                label={FLAME[String(v.body.flameAllowed)]!}
                sx={{ borderRadius: 1 }}
              />
              {v.body.marks.map((m) => (
                <Chip
                  key={m.id}
                  size="small"
                  label={m.spots > 1 ? `${m.name}, ${m.spots} spots` : m.name}
                  sx={{ borderRadius: 1 }}
                />
              ))}
            </Box>
            <RoomPlan venue={v.body} height={200} />
            {unmeasured(v.body).length > 0 && (
              <Typography color="textSecondary">Not known yet: {unmeasured(v.body).join(', ')}.</Typography>
            )}
            <Typography>{v.body.notes}</Typography>
          </Card>
        ))}
      </Cards>
      <Box sx={{ display: 'flex', alignItems: 'center', mt: 8, mb: 3 }}>
        <Typography variant="h2" sx={{ flex: 1 }}>
          The crew
        </Typography>
        <Button
          startIcon={<AddIcon />}
          onClick={() =>
            setPerson({ id: newId(), version: 0, body: { id: '', name: '', role: 'stagehand', skills: [] } })
          }
        >
          Add a person
        </Button>
      </Box>
      <Cards>
        {people.data.map((p) => (
          <Card
            key={p.id}
            title={p.body.name}
            onEdit={() => setPerson(p)}
            onDelete={() => void removePerson(p, p.body.name)}
          >
            <Typography color="textSecondary">
              {p.body.role} ·{' '}
              {p.body.skills.length ? `cleared for ${p.body.skills.join(', ')}` : 'no clearances'}
            </Typography>
          </Card>
        ))}
      </Cards>
      {venue && <VenueDialog stored={venue} onClose={() => setVenue(undefined)} />}
      {person && <PersonDialog stored={person} onClose={() => setPerson(undefined)} />}
    </>
  );
}

const FLAME: Record<string, string> = {
  true: 'flame allowed',
  false: 'no flame',
  undefined: 'flame: ask',
};

const Card = ({
  title,
  children,
  onEdit,
  onDelete,
}: {
  title: string;
  children: ReactNode;
  onEdit: () => void;
  onDelete: () => void;
}) => (
  <Paper component="li" variant="outlined" sx={{ p: 4 }}>
    <Typography variant="h2" component="h3" sx={{ fontSize: 'head', overflowWrap: 'anywhere' }}>
      {title}
    </Typography>
    {children}
    <Box sx={{ mt: 1, ml: -2 }}>
      <Button aria-label={`Edit ${title}`} onClick={onEdit}>
        Edit
      </Button>
      <Button aria-label={`Delete ${title}`} color="error" onClick={onDelete}>
        Delete
      </Button>
    </Box>
  </Paper>
);
