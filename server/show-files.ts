import {
  assemble,
  check,
  ShowFile,
  showFileProblems,
  type Demo,
  type Good,
  type Library,
  type Person,
  type Show,
  type Venue,
} from '@hearty/core';
import type { Db } from './db';
import type { Documents, Kind } from './documents';
import { badInput, notFound } from './errors';
import type { Runs } from './runs';
import type { Moment, Stores } from './stores';

/** Everything the troupe has, as one answer. */
export const library = (documents: Documents, runs: Runs, stores: Stores): Library => ({
  demos: documents.all('demo').map((d) => d.body),
  venues: documents.all('venue').map((d) => d.body),
  people: documents.all('person').map((d) => d.body),
  goods: documents.all('good').map((d) => d.body),
  record: runs.record(),
  actions: runs.openActions(),
  lots: stores.lots(),
});

/** The file of a show as it is kept. Errors: 404 where there is no such show. */
export function showFile(documents: Documents, showId: string, from: Library): ShowFile {
  const show = documents.get('show', showId)?.body;
  const file = show && assemble(show, from);
  if (!file) throw notFound('show');
  return file;
}

export interface Imported {
  showId: string;
  /** How many documents came in new, and how many were already here unchanged. */
  created: number;
  kept: number;
}

/**
 * Brings a show file in, all of it or nothing. What is here is never overwritten: a document whose id is taken by a
 * different one comes in under a new id, and references follow. The file's log is not brought in; it is not ours.
 * Errors: 400 with the path and a sentence for each problem.
 */
export function importShow(
  db: Db,
  documents: Documents,
  stores: Stores,
  value: unknown,
  now: Moment,
): Imported {
  const checked = check(ShowFile, value);
  if (!checked.ok) throw badInput(checked.problems);
  const problems = showFileProblems(checked.value);
  if (problems.length) throw badInput(problems);
  const file = checked.value;
  return db.transaction(() => {
    const count = { created: 0, kept: 0 };
    const bring = <T extends { id: string }>(kind: Kind, body: T): string => {
      const same = documents.get(kind, body.id);
      if (same && canonical(same.body) === canonical(body)) {
        count.kept++;
        return body.id;
      }
      const id = freeId(documents, kind, body.id);
      documents.save(kind, id, 0, { ...body, id });
      count.created++;
      return id;
    };
    const goods = new Map(
      file.stock.map((g: Good) => {
        const before = count.created;
        const id = bring('good', { ...g, onShelf: 0 });
        // A good that is new here comes with its shelf; of one we have, the ledger knows better.
        if (count.created > before) stores.open(id, g.onShelf, now, { note: 'Came with a show file' });
        return [g.id, id];
      }),
    );
    const people = new Map(file.crew.map((p: Person) => [p.id, bring('person', p)]));
    const good = (id: string) => goods.get(id) ?? id;
    const demos = new Map(file.demos.map((d: Demo) => [d.id, bring('demo', withGoods(d, good))]));
    const venueId = bring<Venue>('venue', file.venue);
    const show = withIds(file.show, { demos, people, venueId, good });
    const showId = freeId(documents, 'show', show.id);
    documents.save('show', showId, 0, { ...show, id: showId });
    return { showId, created: count.created + 1, kept: count.kept };
  })();
}

const withGoods = (demo: Demo, good: (id: string) => string): Demo => ({
  ...demo,
  kit: demo.kit.map((k) => ({ ...k, goodId: good(k.goodId) })),
  consumables: demo.consumables.map((c) => ({ ...c, goodId: good(c.goodId) })),
  prep: demo.prep.map((t) => ({ ...t, ...(t.holds && { holds: t.holds.map(good) }) })),
  ...(demo.variants && {
    variants: demo.variants.map((v) => ({
      ...v,
      amounts: v.amounts.map((a) => ({ ...a, goodId: good(a.goodId) })),
    })),
  }),
});

function withIds(
  show: Show,
  ids: {
    demos: Map<string, string>;
    people: Map<string, string>;
    venueId: string;
    good: (id: string) => string;
  },
): Show {
  const person = (id: string) => ids.people.get(id) ?? id;
  return {
    ...show,
    venueId: ids.venueId,
    crew: show.crew.map((c) => ({ ...c, personId: person(c.personId) })),
    items: show.items.map((item) => ({
      ...item,
      helperIds: item.helperIds.map(person),
      ...(item.demoId && { demoId: ids.demos.get(item.demoId) ?? item.demoId }),
      ...(item.presenterId && { presenterId: person(item.presenterId) }),
      ...(item.resetBy && { resetBy: person(item.resetBy) }),
      ...(item.tasks && {
        tasks: item.tasks.map((t) => ({ ...t, ...(t.personId && { personId: person(t.personId) }) })),
      }),
    })),
    ...(show.extraKit && { extraKit: show.extraKit.map((k) => ({ ...k, goodId: ids.good(k.goodId) })) }),
    ...(show.cold && { cold: show.cold.map((c) => ({ ...c, goodId: ids.good(c.goodId) })) }),
  };
}

function freeId(documents: Documents, kind: Kind, wanted: string): string {
  for (let n = 1; ; n++) {
    const id = n === 1 ? wanted : `${wanted.slice(0, 58)}-${n}`;
    if (!documents.taken(kind, id)) return id;
  }
}

/** JSON with keys in order, so that equal documents compare equal. */
const canonical = (value: unknown): string =>
  JSON.stringify(value, (_key, v: unknown) =>
    v && typeof v === 'object' && !Array.isArray(v)
      ? Object.fromEntries(Object.entries(v).sort(([a], [b]) => (a < b ? -1 : 1)))
      : v,
  );
