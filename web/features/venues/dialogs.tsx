import type { Stored } from '@hearty/core';
import { Person, Venue, venueProblems } from '@hearty/core';
import { FieldIn } from '../../kit/fields';
import { FormDialog } from '../../kit/FormDialog';
import { useDocumentForm } from '../../session/useDocumentForm';

/** A venue, new or known. */
export function VenueDialog({ stored, onClose }: { stored: Stored<Venue>; onClose: () => void }) {
  const { save, ...rest } = useDocumentForm('venues', Venue, stored, {
    of: 'venue',
    whole: venueProblems,
    onSaved: onClose,
  });
  return (
    <FormDialog
      title={stored.version ? 'Venue' : 'New venue'}
      of={Venue}
      {...rest}
      onClose={onClose}
      onSave={save}
    >
      <FieldIn name="name" autoFocus />
      <FieldIn name="kind" />
      <FieldIn name="stations" />
      <FieldIn name="ceilingM" />
      <FieldIn name="frontRowM" />
      <FieldIn name="opens" />
      <FieldIn name="closes" />
      <FieldIn name="indoors" />
      <FieldIn name="flameAllowed" />
      <FieldIn name="notes" />
    </FormDialog>
  );
}

/** Somebody of the crew, new or known. */
export function PersonDialog({ stored, onClose }: { stored: Stored<Person>; onClose: () => void }) {
  const { save, ...rest } = useDocumentForm('people', Person, stored, { of: 'person', onSaved: onClose });
  return (
    <FormDialog
      title={stored.version ? stored.body.name : 'Somebody new'}
      of={Person}
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
