import { canonical, type Problem, type Stored } from '@hearty/core';
import { Alert, Button } from '@mui/material';
import { useEffect, useMemo, useState, type ReactNode } from 'react';
import { useForm, type DefaultValues, type FieldValues } from 'react-hook-form';
import { prune, resolverOf } from '../kit/fields';
import { Conflict, DeletedElsewhere } from './Conflict';
import { createKeeper } from './keepAsTyped';
import { localCopies } from './localCopies';
import { SaveFailed } from './SaveFailed';
import { UnreadableCopy } from './UnreadableCopy';
import { useSave, type DocumentKind, type Kinds } from './queries';

/** What was written in a form and is not saved, with the version it started from. */
interface Unsaved<T> {
  version: number;
  body: T;
}

/**
 * A form over one document: what is saved names the version it started from. Where that was changed or deleted elsewhere,
 * `trouble` shows both versions and the choice between them. What is typed is kept on this device until it is saved or
 * discarded, and is in the form again when it is opened.
 */
export function useDocumentForm<K extends DocumentKind>(
  kind: K,
  type: new () => Kinds[K],
  stored: Stored<Kinds[K]>,
  {
    called,
    whole,
    onSaved,
  }: {
    /** What the document is called: "demo". */
    called: string;
    /** What only the document as a whole can say is wrong. */
    whole?: (body: Kinds[K]) => Problem[];
    onSaved: (body: Kinds[K]) => void;
  },
) {
  type Body = Kinds[K] & FieldValues;
  const key = `hearty-form:${kind}:${stored.version === 0 ? 'new' : stored.id}`;
  const [found, setFound] = useState(() => {
    const copy = localCopies.read(key, isUnsaved<Body>);
    // Saved meanwhile, here or elsewhere: nothing is left to save.
    return copy.is === 'kept' && isSaved({ ...copy.value.body, id: stored.id }, stored) ? NOTHING : copy;
  });
  const [unkept, setUnkept] = useState(false);
  const unsaved = found.is === 'kept' ? found.value : undefined;
  const form = useForm<Body>({
    defaultValues: { ...stored.body, id: stored.id } as DefaultValues<Body>,
    resolver: resolverOf<Body>(type, whole),
    ...(unsaved && { values: { ...unsaved.body, id: stored.id }, resetOptions: { keepDefaultValues: true } }),
  });
  const [version, setVersion] = useState(unsaved?.version ?? stored.version);
  const save = useSave(kind);
  const keeper = useMemo(
    () =>
      createKeeper({
        ...{ copies: localCopies, key, onKept: (isKept) => setUnkept(!isKept) },
        current: () => {
          const body = form.getValues();
          return isSaved(body, stored) ? undefined : ({ version, body } satisfies Unsaved<Body>);
        },
      }),
    [form, key, stored, version],
  );
  useEffect(() => {
    const stop = form.subscribe({ formState: { values: true }, callback: keeper.changed });
    addEventListener('pagehide', keeper.keepNow);
    return () => {
      stop();
      removeEventListener('pagehide', keeper.keepNow);
      keeper.keepNow();
    };
  }, [form, keeper]);
  const forget = () => {
    keeper.forget();
    setFound(NOTHING);
  };
  const send = (from: number, values: Body) => {
    setVersion(from);
    const body = prune(values);
    save.mutate(
      { id: stored.id, version: from, body },
      {
        onSuccess: () => {
          keeper.forget();
          onSaved(body);
        },
        onError: ({ noAnswer }) => {
          if (noAnswer) setUnkept(!localCopies.write(key, { version: from, body } satisfies Unsaved<Body>));
        },
      },
    );
  };
  const again = (from: number) => void form.handleSubmit((values) => send(from, values as Body))();
  const take = (from: Stored<Body>) => {
    forget();
    setVersion(from.version);
    form.reset({ ...from.body, id: stored.id });
    save.reset();
  };
  const { error } = save;
  const theirs = error?.theirs as Stored<Body> | undefined;

  let trouble: ReactNode;
  if (error?.code === 'stale' && theirs)
    trouble = (
      <Conflict
        kind={called}
        mine={prune(form.getValues())}
        theirs={theirs}
        onMine={() => again(theirs.version)}
        onTheirs={() => take(theirs)}
      />
    );
  else if (error?.code === 'deleted')
    trouble = <DeletedElsewhere message={error.message} kind={kind} id={stored.id} onBack={again} />;
  else if (error) trouble = <SaveFailed error={error} kept={!unkept} />;
  else if (found.is === 'unreadable')
    trouble = <UnreadableCopy name={key} text={found.text} onDiscard={forget} />;
  else if (unsaved)
    trouble = (
      <Alert
        severity="info"
        action={
          <Button color="inherit" onClick={() => take(stored as Stored<Body>)}>
            Discard
          </Button>
        }
      >
        These changes are from an earlier visit and are not saved yet.
      </Alert>
    );
  return {
    form,
    trouble,
    saving: save.isPending,
    isNew: version === 0,
    /** Throws away what was typed and is not saved. */
    discard: keeper.forget,
    save: (values: Body) => send(version, values),
  };
}

/** Whether a form says no more than what is saved. */
const isSaved = (body: object, { id, body: saved }: Stored<object>): boolean =>
  canonical(prune(body)) === canonical(prune({ ...saved, id }));

const NOTHING = { is: 'none' } as const;

function isUnsaved<T>(value: unknown): value is Unsaved<T> {
  const { version, body } = (value ?? {}) as Partial<Unsaved<unknown>>;
  return typeof version === 'number' && typeof body === 'object' && body !== null && !Array.isArray(body);
}
