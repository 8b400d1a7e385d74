import {
  clockToS,
  eventVersion,
  type Cause,
  type Demo,
  type Good,
  type Happening,
  type RunEvent,
  type Show,
  type ShowFile,
  type WrittenMove,
} from '@hearty/core';
import { addDays, formatISO, startOfDay } from 'date-fns';
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import type { Db } from '../db';
import { Documents } from '../documents';
import { Journal } from '../live/journal';
import { Runs } from '../live/runs';
import { library, showFile } from '../show-files';
import { Stores } from '../stores';
import { play, troupeDocuments } from './troupe';

/** What a troupe has after ten years. */
const TEN_YEARS = { demos: 300, shows: 400, runs: 1200, goods: 2000, moves: 20_000 };
/** Of the shows, so many in a hundred are still to come. */
const COMING_PCT = 5;
const ITEMS = 12;
/** So many moves are written as one act, as a stock-take of one cupboard is. */
const ACT = 10;

/**
 * Fills an empty database with a troupe of ten years, or of a share of them; the same each time. Everything in it is
 * invented; names are those of the demo troupe with numbers.
 */
export function fillTenYears(db: Db, share = 1, now = new Date()): void {
  if (db.prepare('SELECT 1 FROM document LIMIT 1').get() !== undefined) return;
  const count = (what: keyof typeof TEN_YEARS) => Math.max(1, Math.round(TEN_YEARS[what] * share));
  const random = xoroshiro128plus(10);
  const upTo = (n: number) => uniformInt(random, 0, n - 1);
  const documents = new Documents(db);
  const runs = new Runs(db);
  const stores = new Stores(db, documents);
  const journal = new Journal(db, runs, stores);
  const today = startOfDay(now);
  const dayOf = (n: number) => formatISO(addDays(today, n), { representation: 'date' });

  const { goods, crates, demos: troupe, shows, venues, people } = troupeDocuments(now);
  const allGoods = many(goods, Math.max(count('goods'), goods.length), (good, n): Good => ({
    ...good,
    ...(n > 0 && { id: `${good.id}-${n}`, name: `${good.name}, kind ${n}` }),
  }));
  const allDemos = many(troupe, Math.max(count('demos'), troupe.length), (demo, n): Demo => ({
    ...demo,
    ...(n > 0 && { id: `${demo.id}-${n}`, title: `${demo.title}, way ${n}` }),
  }));
  const [pattern] = shows;
  const total = count('shows');
  const coming = Math.max(1, Math.round((total * COMING_PCT) / 100));
  const allShows = Array.from({ length: total }, (_, n): Show => {
    const chosen = Array.from(
      { length: ITEMS },
      (_, i) => allDemos[(upTo(allDemos.length) + i) % allDemos.length]!,
    );
    const items = [...new Set(chosen)].map((demo, i) => play(demo, { id: `i${i}` }));
    // The last ones are to come, one a week; the others lie behind, evenly over ten years.
    const day =
      n >= total - coming
        ? 7 * (n - (total - coming)) + 3
        : -Math.round(((total - coming - n) * 3650) / total);
    return {
      ...pattern!,
      ...{ id: `show-${n}`, title: `An afternoon of science ${n + 1}`, date: dayOf(day), items },
      ...{ slotMin: 120, cold: [], venueId: venues[n % venues.length]!.id },
    };
  });

  db.transaction(() => {
    for (const body of [...people]) documents.save('person', body.id, 0, body);
    for (const body of venues) documents.save('venue', body.id, 0, body);
    for (const body of allGoods) documents.save('good', body.id, 0, body);
    for (const body of crates) documents.save('crate', body.id, 0, body);
    documents.saveAll(allDemos.map((body) => ({ kind: 'demo', id: body.id, version: 0, body })));
    for (const body of allShows) documents.save('show', body.id, 0, body);
  })();

  const moves = count('moves');
  db.transaction(() => {
    for (let n = 0; n < moves; n += ACT) {
      // The first act of a good brings its lot; later ones buy, use and count it.
      const act = Array.from({ length: Math.min(ACT, moves - n) }, (_, i): WrittenMove => {
        const good = (n + i) % allGoods.length;
        const kind =
          n + i < allGoods.length ? 'counted' : (['bought', 'counted', 'bought', 'used'] as const)[upTo(4)]!;
        const amount = kind === 'counted' ? 500 + upTo(500) : kind === 'bought' ? 100 : 1;
        const id = `m${n + i}`;
        return {
          id,
          lotId: `lot-${good}`,
          kind,
          amount,
          day: dayOf(-Math.round(3650 * (1 - (n + i) / moves))),
        };
      });
      const named = new Set(act.map((m) => Number(m.lotId.slice(4))));
      const lots =
        n < allGoods.length ? [...named].map((g) => ({ id: `lot-${g}`, goodId: allGoods[g]!.id })) : [];
      stores.write(lots, act, today.getTime() - (moves - n) * 60_000);
    }
  })();

  const all = library(documents, runs, stores);
  const past = allShows.slice(0, total - coming);
  const runCount = count('runs');
  for (let n = 0; n < runCount && past.length > 0; n++) {
    const show = past[n % past.length]!;
    const file = showFile(documents, show.id, all);
    const curtainAt = new Date(`${show.date}T00:00:00`).getTime() + clockToS(show.curtainUp) * 1000;
    const id = `run-${n}`;
    const rehearsal = n >= past.length;
    runs.openRun(id, rehearsal, file, curtainAt - (rehearsal ? 86_400_000 : 3_600_000) - n);
    const events = played(id, file, curtainAt, () => upTo(100));
    for (let from = 0; from < events.length; from += 500)
      journal.take(events.slice(from, from + 500), now.getTime());
  }
}

/** A run played from the first item to the last, one attempt each, every tenth of them failed. */
function played(run: string, file: ShowFile, curtainAt: number, percent: () => number): RunEvent[] {
  const events: RunEvent[] = [];
  let at = curtainAt;
  const record = (happening: Happening) => {
    const tick = events.length + 1;
    events.push({
      ...{ id: `${run}-${tick}`, run, device: 'stage', person: null, at, tick },
      ...{ v: eventVersion(happening.kind), ...happening },
    } as RunEvent);
  };
  const failures: { attemptId: string; causes: readonly Cause[] }[] = [];
  record({ kind: 'conditions', body: { roomC: 8 + Math.round(percent() / 6), heads: 40 + 2 * percent() } });
  record({ kind: 'curtain', body: {} });
  for (const item of file.show.items) {
    record({ kind: 'item begun', body: { itemId: item.id } });
    const demo = file.demos.find((d) => d.id === item.demoId);
    at += (200 + 3 * percent()) * 1000;
    const fault = demo?.faults[0];
    const failed = percent() < 10;
    record({
      kind: 'attempt closed',
      body: {
        itemId: item.id,
        outcome: failed ? 'failed' : 'worked',
        ...(failed && fault && { symptom: fault.symptom }),
      },
    });
    if (failed && fault) failures.push({ attemptId: events.at(-1)!.id, causes: fault.causes });
  }
  record({ kind: 'curtain down', body: {} });
  for (const { attemptId, causes } of failures)
    if (percent() < 70 && causes.length > 0)
      record({ kind: 'cause', body: { attemptId, cause: causes[percent() % causes.length]!.cause } });
  if (percent() < 20) record({ kind: 'note', body: { text: 'Cable across the aisle', nearMiss: true } });
  return events;
}

/** `wanted` documents made of a few: each in turn, with how often it was there before. */
function many<T>(patterns: readonly T[], wanted: number, make: (one: T, n: number) => T): T[] {
  return Array.from({ length: wanted }, (_, i) =>
    make(patterns[i % patterns.length]!, Math.floor(i / patterns.length)),
  );
}
