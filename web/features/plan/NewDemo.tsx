import { begunDemo, declare, Demo, fieldOf, type MarkKind } from '@hearty/core';
import { useForm } from 'react-hook-form';
import { FieldIn, resolverOf } from '../../kit/fields';
import { FormDialog } from '../../kit/FormDialog';
import { newId } from '../../session/ids';
import { useSave } from '../../session/queries';
import { SaveFailed } from '../../session/SaveFailed';

const FIELDS = {
  title: fieldOf(Demo, 'title'),
  likelyS: declare.duration('How long'),
  mark: fieldOf(Demo, 'mark'),
};

interface Begun {
  title: string;
  likelyS: number;
  mark: MarkKind;
}

/** A demo begun from where it is missed: what it is called, how long it takes and where it stands. The rest can wait. */
export function NewDemo({
  title,
  onMade,
  onClose,
}: {
  title: string;
  onMade: (demo: Demo) => void;
  onClose: () => void;
}) {
  const save = useSave('demos');
  const form = useForm<Begun>({
    resolver: resolverOf<Begun>(FIELDS),
    defaultValues: { title, mark: 'bench' },
  });
  const submit = ({ title: called, likelyS, mark }: Begun) => {
    const body = begunDemo(newId(), called.trim(), likelyS, mark);
    save.mutate({ id: body.id, version: 0, body }, { onSuccess: () => onMade(body) });
  };
  return (
    <FormDialog
      title="A new demo"
      type={FIELDS}
      form={form}
      trouble={<SaveFailed error={save.error} />}
      does="Add it"
      saving={save.isPending}
      onClose={onClose}
      onSave={submit}
    >
      <FieldIn name="title" />
      <FieldIn
        name="likelyS"
        autoFocus
        help="Such as 5 min. We assume a best and a worst case around this."
      />
      <FieldIn name="mark" help="The rest can wait; the demo’s page says what is missing." />
    </FormDialog>
  );
}
