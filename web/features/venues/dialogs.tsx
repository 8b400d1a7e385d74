import type { Stored } from '@hearty/core';
import type { ReactNode } from 'react';
import { BLANK, Person, Venue, venueProblems } from '@hearty/core';
import { Box, Typography } from '@mui/material';
import { useWatch } from 'react-hook-form';
import { FieldIn, refusals } from '../../kit/fields';
import { FormDialog } from '../../kit/FormDialog';
import { Below, Rows } from '../../kit/Rows';
import { newId } from '../../session/ids';
import { PicturesField } from '../../session/PicturesField';
import { useDocumentForm } from '../../session/useDocumentForm';
import { RoomPlan } from './RoomPlan';

/** A venue, new or known. */
export function VenueDialog({ stored, onClose }: { stored: Stored<Venue>; onClose: () => void }) {
  const { save, ...rest } = useDocumentForm('venues', Venue, stored, {
    called: 'venue',
    whole: venueProblems,
    onSaved: onClose,
  });
  return (
    <FormDialog
      title={stored.version ? 'Venue' : 'New venue'}
      type={Venue}
      {...rest}
      wide
      onClose={onClose}
      onSave={save}
    >
      <FieldIn name="name" autoFocus />
      <Pair>
        <FieldIn name="kind" />
        <FieldIn name="indoors" />
        <FieldIn name="opens" />
        <FieldIn name="closes" />
      </Pair>
      <Drawing />
      <Part title="1. The room, from the door">
        <Pair>
          <FieldIn name="depthM" />
          <FieldIn name="widthM" />
          <FieldIn name="ceilingM" />
          <FieldIn name="stageDepthM" />
          <FieldIn name="frontRowM" />
          <FieldIn name="frontRowSeats" />
          <FieldIn name="floor" />
          <FieldIn name="stepFree" />
        </Pair>
        <Exits />
      </Part>
      <Part title="2. Power, water, fire">
        <Pair>
          <FieldIn name="sockets" />
          <FieldIn name="powerKW" />
          <FieldIn name="water" />
          <FieldIn name="detectors" />
          <FieldIn name="flameAllowed" />
          <FieldIn name="dark" />
          <FieldIn name="extinguisher" />
          <FieldIn name="blanket" />
        </Pair>
      </Part>
      <Part title="3. Air and sound">
        <Pair>
          <FieldIn name="roomM3" />
          <FieldIn name="airChanges" />
          <FieldIn name="roomC" />
          <FieldIn name="humidityPercent" />
          <FieldIn name="pressureKPa" />
          <FieldIn name="windLimitMS" />
          <FieldIn name="soundLimitDB" />
          <FieldIn name="curfew" />
        </Pair>
      </Part>
      <Part title="4. Marks, in walking order">
        <Marks />
      </Part>
      <Part title="5. Whom to ask">
        <FieldIn name="responsible" />
        <FieldIn name="notes" />
      </Part>
    </FormDialog>
  );
}

const Pair = ({ children }: { children: ReactNode }) => (
  <Box sx={{ display: 'grid', gap: 4, gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' } }}>{children}</Box>
);

const Part = ({ title, children }: { title: string; children: ReactNode }) => (
  <Box component="section" sx={{ display: 'grid', gap: 3 }}>
    <Typography variant="h3" component="h2">
      {title}
    </Typography>
    {children}
  </Box>
);

/** The room as it is written down so far. */
function Drawing() {
  const venue = useWatch() as Venue;
  if (refusals(venue).length) return null;
  const numbers = JSON.parse(
    JSON.stringify(venue, (_key, value: unknown) => (value === '' ? undefined : value)),
  ) as Venue;
  return <RoomPlan venue={numbers} height={220} />;
}

/** The ways out, for what must not stand in them. */
const Exits = () => (
  <Rows
    name="exits"
    add="Add a way out"
    columns="2fr 1fr 1fr"
    fresh={BLANK.exits}
    row={(path) => (
      <>
        <FieldIn name={`${path}.name`} />
        <FieldIn name={`${path}.wall`} />
        <FieldIn name={`${path}.atM`} />
      </>
    )}
  />
);

/** Where demos stand: each mark with its kind, how many things it takes, its size and place. */
const Marks = () => (
  <Rows
    name="marks"
    add="Add a mark"
    columns="2fr 1fr 1fr"
    fresh={() => BLANK.marks(newId().slice(-10))}
    row={(path) => (
      <>
        <FieldIn name={`${path}.name`} />
        <FieldIn name={`${path}.kind`} />
        <FieldIn name={`${path}.spots`} />
        <Below>
          <FieldIn name={`${path}.wideM`} />
          <FieldIn name={`${path}.deepM`} />
          <FieldIn name={`${path}.rightM`} />
          <FieldIn name={`${path}.backM`} />
          <FieldIn name={`${path}.socket`} />
          <FieldIn name={`${path}.waterNear`} />
        </Below>
        <MarkPictures path={path} />
      </>
    )}
  />
);

function MarkPictures({ path }: { path: string }) {
  const name = useWatch({ name: `${path}.name` }) as string | undefined;
  return <PicturesField name={`${path}.pictures`} subject={name || 'this mark'} />;
}

/** Somebody of the crew, new or known. */
export function PersonDialog({ stored, onClose }: { stored: Stored<Person>; onClose: () => void }) {
  const { save, ...rest } = useDocumentForm('people', Person, stored, { called: 'person', onSaved: onClose });
  return (
    <FormDialog
      title={stored.version ? stored.body.name : 'New person'}
      type={Person}
      {...rest}
      onClose={onClose}
      onSave={save}
    >
      <FieldIn name="name" autoFocus />
      <FieldIn name="role" />
      <FieldIn name="skills" />
    </FormDialog>
  );
}
