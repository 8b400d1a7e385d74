import { namesOf, type Library, type RefKind, type Show } from '@hearty/core';

/** Whether the library has what a document names. */
export function knownIn(library: Library): (kind: RefKind, id: string) => boolean {
  const ids = (list: readonly { id: string }[]) => new Set(list.map((d) => d.id));
  const known: Partial<Record<RefKind, Set<string>>> = {
    demo: ids(library.demos),
    venue: ids(library.venues),
    person: ids(library.people),
    good: ids(library.goods),
  };
  return (kind, id) => known[kind]?.has(id) ?? true;
}

/** What a show names that is gone, as a person would say it: "2 demos and 1 person"; empty where all is there. */
export function goneFrom(show: Show, library: Library): string {
  const known = knownIn(library);
  const gone = new Map<string, Set<string>>();
  for (const { kind, id } of namesOf('show', show))
    if (!known(kind, id)) gone.set(kind, (gone.get(kind) ?? new Set()).add(id));
  const plural = { person: 'people' } as Record<string, string>;
  const parts = [...gone].map(
    ([kind, { size }]) => `${size} ${size === 1 ? kind : (plural[kind] ?? `${kind}s`)}`,
  );
  return parts.length > 1 ? `${parts.slice(0, -1).join(', ')} and ${parts.at(-1)}` : (parts[0] ?? '');
}
