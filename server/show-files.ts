import {
  assemble,
  canonical,
  check,
  ShowFile,
  showFileProblems,
  upgradeShowFile,
  withDocumentRefs,
  type Good,
  type Library,
  type RefKind,
} from '@hearty/core';
import { listOf, type Part } from './answers';
import type { Db } from './db';
import type { Documents, Kind } from './documents';
import { badInput, HttpError, notFound } from './errors';
import type { Runs } from './live/runs';
import type { Moment, Stores } from './stores';

/** Everything the troupe has, as one answer. */
export const library = (documents: Documents, runs: Runs, stores: Stores): Library => ({
  demos: documents.all('demo').map((d) => d.body),
  venues: documents.all('venue').map((d) => d.body),
  people: documents.all('person').map((d) => d.body),
  goods: documents.all('good').map((d) => d.body),
  record: runs.lessons.record(),
  pace: runs.lessons.pace(),
  actions: runs.lists.openActions(),
  lots: stores.lots(),
  sameDay: documents.sameDay().map((d) => d.body),
});

/** The same as text, written out of what is kept without reading it, and only those parts that changed since. */
export function libraryText(
  { documents, runs, stores }: { documents: Documents; runs: Runs; stores: Stores },
  part: Part,
): string {
  const texts = (kind: 'demo' | 'venue' | 'person' | 'good') =>
    part(kind, documents.revision(kind), () => listOf(documents.texts(kind)));
  const learned = (name: string, write: () => string) => part(name, runs.revision, write);
  const lotsRevision = `${documents.revision('good')},${stores.revision}`;
  const parts: Record<keyof Library, string> = {
    demos: texts('demo'),
    venues: texts('venue'),
    people: texts('person'),
    goods: texts('good'),
    record: learned('record', () => listOf(runs.lessons.recordTexts())),
    pace: learned('pace', () => JSON.stringify(runs.lessons.pace())),
    actions: learned('actions', () => JSON.stringify(runs.lists.openActions())),
    lots: part('lots', lotsRevision, () => JSON.stringify(stores.lots())),
    sameDay: part('sameDay', documents.revision('show'), () =>
      JSON.stringify(documents.sameDay().map((d) => d.body)),
    ),
  };
  return `{${Object.entries(parts)
    .map(([name, text]) => `${JSON.stringify(name)}:${text}`)
    .join(',')}}`;
}

/** The file of a show as it is kept. Errors: 404 where there is no such show, 409 where its venue is gone. */
export function showFile(documents: Documents, showId: string, from: Library): ShowFile {
  const show = documents.get('show', showId)?.body;
  if (!show) throw notFound('show');
  const file = assemble(show, from);
  if (!file)
    throw new HttpError(409, 'no-venue', `The venue of “${show.title}” is gone. Choose another one first.`);
  return file;
}

export interface Imported {
  showId: string;
  /** How many documents came in new, and how many were already here unchanged. */
  created: number;
  kept: number;
}

/** A show file from outside; one of an older version is read as the newest. Errors: 400 with each problem. */
export function checkedShowFile(value: unknown): ShowFile {
  const checked = check(ShowFile, upgradeShowFile(value));
  if (!checked.ok) throw badInput(checked.problems);
  const problems = showFileProblems(checked.value);
  if (problems.length) throw badInput(problems);
  return checked.value;
}

/**
 * Brings a show file in, all of it or nothing. What is here is never overwritten: a document whose id is taken by a
 * different one comes in under a new id, and references follow. A file of an older version is read as the newest. The file's log is not brought in; it is not ours.
 * Errors: 400 with the path and a sentence for each problem.
 */
export function importShow(
  db: Db,
  documents: Documents,
  stores: Stores,
  value: unknown,
  now: Moment,
): Imported {
  const file = checkedShowFile(value);
  return db.transaction(() => {
    const ids = newIds(documents, file);
    const to = (kind: RefKind, id: string) => ids.get(`${kind} ${id}`)?.id ?? id;
    const coming = partsOf(file).filter(({ kind, body }) => !ids.get(`${kind} ${body.id}`)!.kept);
    const showId = freeId(documents, 'show', file.show.id);
    const drafts = coming.map(({ kind, body }) => {
      const id = to(kind, body.id);
      return { kind, id, version: 0, body: { ...withDocumentRefs(kind, body, to), id } };
    });
    const show = { ...withDocumentRefs('show', file.show, to), id: showId };
    documents.saveAll([...drafts, { kind: 'show', id: showId, version: 0, body: show }]);
    // A good that is new here comes with its shelf; of one we have, the ledger knows better.
    for (const { kind, body } of coming)
      if (kind === 'good')
        stores.open(to('good', body.id), (body as Good).onShelf, now, { note: 'Came with a show file' });
    return { showId, created: drafts.length + 1, kept: ids.size - drafts.length };
  })();
}

type PartKind = Exclude<RefKind, 'item'>;

/** The documents a file carries besides its show. */
const partsOf = (file: ShowFile): { kind: PartKind; body: { id: string } }[] => [
  ...file.stock.map((body) => ({ kind: 'good' as const, body })),
  ...file.crew.map((body) => ({ kind: 'person' as const, body })),
  ...file.demos.map((body) => ({ kind: 'demo' as const, body })),
  { kind: 'venue', body: file.venue },
];

/**
 * Under which id each part comes in: its own where it is here unchanged (`kept`) or where that id is free. One that
 * names a part with a new id is not unchanged any more, so the answer is looked for until nothing moves.
 */
function newIds(documents: Documents, file: ShowFile): Map<string, { id: string; kept: boolean }> {
  const ids = new Map<string, { id: string; kept: boolean }>();
  const inFile = new Map<PartKind, Set<string>>();
  for (const { kind, body } of partsOf(file)) inFile.set(kind, (inFile.get(kind) ?? new Set()).add(body.id));
  const to = (kind: RefKind, id: string) => ids.get(`${kind} ${id}`)?.id ?? id;
  for (let moved = true; moved;) {
    moved = false;
    for (const { kind, body } of partsOf(file)) {
      const key = `${kind} ${body.id}`;
      const known = ids.get(key);
      if (known && !known.kept) continue;
      const here = documents.get(kind, body.id);
      const isSame =
        here && canonical(here.body) === canonical(asKept(kind, withDocumentRefs(kind, body, to)));
      if (known?.kept && isSame) continue;
      ids.set(
        key,
        isSame
          ? { id: body.id, kept: true }
          : { id: freeId(documents, kind, body.id, inFile.get(kind)), kept: false },
      );
      moved = true;
    }
  }
  return ids;
}

/** A good is kept without its shelf, which the ledger knows. */
const asKept = (kind: PartKind, body: object) => (kind === 'good' ? { ...body, onShelf: 0 } : body);

/** An id that was never given out here, the wanted one if it may be; nor one that another part of the file has. */
export function freeId(
  documents: Documents,
  kind: Kind,
  wanted: string,
  others: ReadonlySet<string> = new Set(),
): string {
  for (let n = 1; ; n++) {
    const id = n === 1 ? wanted : `${wanted.slice(0, 58)}-${n}`;
    if ((n === 1 || !others.has(id)) && !documents.taken(kind, id)) return id;
  }
}
