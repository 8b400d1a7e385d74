/** What a document may name in another: a document of its own, or an item of the same show. */
export type RefKind = 'demo' | 'venue' | 'person' | 'good' | 'item';

/** One document naming another: where, of what kind, and which. */
export interface Ref {
  kind: RefKind;
  id: string;
  /** As in a `Problem`: "items[2].tasks[0].personId". */
  path: string;
}

/** What goes when what is named is gone: the field, the entry of the list it stands in, or nothing (choose another). */
type Gone = 'field' | 'entry' | 'stays';

type Step =
  | { sort: 'one'; field: string; kind: RefKind; gone: Gone; when: (owner: object) => boolean }
  | { sort: 'many'; field: string; kind: RefKind }
  | { sort: 'each' | 'inside'; field: string; of: Refs<never> };

type FieldsOf<T, V> = {
  [K in keyof T & string]-?: Required<T>[K] extends V ? K : never;
}[keyof T & string];

/**
 * The references of one kind of document, declared once; checking, renaming, "used by", tidying, assembly and export
 * all walk this table. Immutable: each call gives a longer one.
 */
export class Refs<T> {
  constructor(readonly steps: readonly Step[] = []) {}

  /** A field that names one; `when` says for which owners it does. */
  single<K extends FieldsOf<T, string>>(
    field: K,
    kind: RefKind,
    { gone = 'field', when = () => true }: { gone?: Gone; when?: (owner: T) => boolean } = {},
  ): Refs<T> {
    return this.and({ sort: 'one', field, kind, gone, when: when as (owner: object) => boolean });
  }

  /** A list of names. */
  many<K extends FieldsOf<T, readonly string[]>>(field: K, kind: RefKind): Refs<T> {
    return this.and({ sort: 'many', field, kind });
  }

  /** A list of parts that name something. */
  each<K extends FieldsOf<T, readonly object[]>>(field: K, nested: Refs<ElementOf<Required<T>[K]>>): Refs<T> {
    return this.and({ sort: 'each', field, of: nested as unknown as Refs<never> });
  }

  /** A part that names something. */
  inside<K extends FieldsOf<T, object>>(field: K, nested: Refs<Required<T>[K]>): Refs<T> {
    return this.and({ sort: 'inside', field, of: nested as unknown as Refs<never> });
  }

  private and = (step: Step): Refs<T> => new Refs<T>([...this.steps, step]);
}

type ElementOf<L> = L extends readonly (infer E)[] ? E : never;

/** Begins a table. */
export const refs = <T>(): Refs<T> => new Refs<T>();

/** Everything a document names, in the order of its fields. */
export function refsOf<T extends object>({ steps }: Refs<T>, document: T, path = ''): Ref[] {
  const at = (field: string) => (path ? `${path}.${field}` : field);
  const fields = document as Record<string, unknown>;
  return steps.flatMap((step): Ref[] => {
    const value = fields[step.field];
    if (value === undefined) return [];
    switch (step.sort) {
      case 'one':
        return step.when(document) ? [{ kind: step.kind, id: value as string, path: at(step.field) }] : [];
      case 'many':
        return (value as string[]).map((id, i) => ({ kind: step.kind, id, path: `${at(step.field)}[${i}]` }));
      case 'each':
        return (value as never[]).flatMap((part, i) => refsOf(step.of, part, `${at(step.field)}[${i}]`));
      case 'inside':
        return refsOf(step.of, value as never, at(step.field));
    }
  });
}

/**
 * The document with every name put through `to`; what it gives `undefined` for is taken out, as the table says. Parts
 * in which nothing changes stay the very same.
 */
export function withRefs<T extends object>(
  table: Refs<T>,
  document: T,
  to: (kind: RefKind, id: string) => string | undefined,
): T {
  return renamed(table, document, to) ?? document;
}

/** Undefined: the entry it is goes with what it named. */
function renamed<T extends object>(
  { steps }: Refs<T>,
  document: T,
  to: (kind: RefKind, id: string) => string | undefined,
): T | undefined {
  const was = document as Record<string, unknown>;
  const next: Record<string, unknown> = { ...was };
  for (const step of steps) {
    const value = was[step.field];
    if (value === undefined) continue;
    switch (step.sort) {
      case 'one': {
        if (!step.when(document)) break;
        const id = to(step.kind, value as string);
        if (id !== undefined) next[step.field] = id;
        else if (step.gone === 'entry') return undefined;
        else if (step.gone === 'field') delete next[step.field];
        break;
      }
      case 'many':
        next[step.field] = keepIfEqual(
          value as string[],
          (value as string[]).flatMap((id) => to(step.kind, id) ?? []),
        );
        break;
      case 'each':
        next[step.field] = keepIfEqual(
          value as object[],
          (value as object[]).flatMap((part) => renamed(step.of as Refs<object>, part, to) ?? []),
        );
        break;
      case 'inside':
        next[step.field] = renamed(step.of as Refs<object>, value as object, to) ?? value;
        break;
    }
  }
  const changed = Object.keys(was).some((key) => next[key] !== was[key]);
  return changed ? (next as T) : document;
}

const keepIfEqual = <E>(was: E[], next: E[]): E[] =>
  was.length === next.length && was.every((e, i) => e === next[i]) ? was : next;
