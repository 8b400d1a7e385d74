import { broughtIn, picturesOf, readLibraryFile, type LibraryFile, type Problem } from '@hearty/core';
import type { Db } from './db';
import type { Documents } from './documents';
import { badInput } from './errors';
import { idOf, wrongWith, type Pictures } from './pictures';
import { freeId } from './show-files';

/** What came in: the demos' ids as they are here, by their ids in the file. */
export interface BroughtIn {
  demos: Record<string, string>;
  goods: number;
}

/**
 * Brings demos of a library file in, with the goods and pictures they want; all of them or none. What is here is never overwritten.
 * Errors: 400 with the path and a sentence for each problem.
 */
export function bringIn(
  db: Db,
  documents: Documents,
  pictures: Pictures,
  body: { file: unknown; demoIds: readonly string[] },
): BroughtIn {
  const read = readLibraryFile(body.file);
  if (!read.ok) throw badInput(read.problems.map((p) => ({ ...p, path: `file.${p.path}` })));
  const coming = picturesIn(read.value, body.demoIds);
  const wrong = coming.flatMap((p) => p.wrong ?? []);
  if (wrong.length) throw badInput(wrong);
  return db.transaction(() => {
    for (const { bytes } of coming) pictures.put(bytes);
    const here = {
      demos: documents.all('demo').map((d) => d.body),
      goods: documents.all('good').map((d) => d.body),
    };
    const taken = new Set<string>();
    const { goods, demos } = broughtIn(read.value, here, body.demoIds, (kind, wanted) => {
      const id = freeId(documents, kind, wanted, taken);
      taken.add(id);
      return id;
    });
    documents.saveAll([
      ...goods.map((good) => ({ kind: 'good' as const, id: good.id, version: 0, body: good })),
      ...demos.map((demo) => ({ kind: 'demo' as const, id: demo.id, version: 0, body: demo })),
    ]);
    const wanted = read.value.demos.filter((d) => body.demoIds.includes(d.id));
    return {
      demos: Object.fromEntries(wanted.map((d, i) => [d.id, demos[i]!.id])),
      goods: goods.length,
    };
  })();
}

/** The pictures of the demos that are added, as bytes, each held against what it says it is. */
function picturesIn(
  { demos, pictures = [] }: LibraryFile,
  demoIds: readonly string[],
): { bytes: Buffer; wrong: Problem | undefined }[] {
  const wanted = new Set(picturesOf(demos.filter((d) => demoIds.includes(d.id))));
  return pictures.flatMap(({ id, data }, i) => {
    if (!wanted.has(id)) return [];
    const bytes = Buffer.from(data, 'base64');
    const path = `file.pictures[${i}]`;
    const other =
      idOf(bytes) === id
        ? undefined
        : { path, message: 'This picture is damaged: it is not what its id says.' };
    return [{ bytes, wrong: wrongWith(bytes, path) ?? other }];
  });
}
