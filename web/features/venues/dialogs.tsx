import type { Stored } from '@hearty/core';
import type { ReactNode } from 'react';
import { BLANK, Person, Venue, venueProblems } from '@hearty/core';
import { Box, Typography } from '@mui/material';
import { useWatch } from 'react-hook-form';
import { FieldIn } from '../../kit/fields';
import { FormDialog } from '../../kit/FormDialog';
import { Below, Rows } from '../../kit/Rows';
import { newId } from '../../session/ids';
import { PicturesField } from '../../session/PicturesField';
import { useDocumentForm } from '../../session/useDocumentForm';

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
      <FieldIn name="kind" />
      <Pair>
        <FieldIn name="ceilingM" />
        <FieldIn name="frontRowM" />
        <FieldIn name="frontRowSeats" />
        <FieldIn name="opens" />
        <FieldIn name="closes" />
      </Pair>
      <Typography variant="h3" component="h2">
        What the benches reckon with
      </Typography>
      <Pair>
        <FieldIn name="roomC" />
        <FieldIn name="humidityPercent" />
        <FieldIn name="pressureKPa" />
        <FieldIn name="roomM3" />
      </Pair>
      <FieldIn name="indoors" />
      <FieldIn name="flameAllowed" />
      <Typography variant="h3" component="h2">
        Marks, as one walks the stage
      </Typography>
      <Marks />
      <FieldIn name="notes" />
    </FormDialog>
  );
}

const Pair = ({ children }: { children: ReactNode }) => (
  <Box sx={{ display: 'grid', gap: 4, gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' } }}>{children}</Box>
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
      title={stored.version ? stored.body.name : 'Somebody new'}
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
