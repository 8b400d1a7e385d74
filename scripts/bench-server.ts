import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { eventVersion, STORES_LOG, type Envelope } from '../core';
import { quantile } from '../core/quantities';
import { createApp } from '../server/app';
import { openDatabase, type Db } from '../server/db';
import { fillTenYears } from '../server/demo-data/ten-years';
import { Documents } from '../server/documents';
import { Journal } from '../server/live/journal';
import { Runs } from '../server/live/runs';
import { openLog } from '../server/log';
import { plannerInWorker } from '../server/planning/planner';
import { Stores } from '../server/stores';
import { timed } from './bench-time';

/** What each page asks for when it is opened. */
const PAGES: Record<string, string[]> = {
  home: ['/overview', '/broken'],
  logbook: ['/logbook'],
  'logbook of a year, a kind of venue, a demo': [
    '/logbook?year=2024',
    '/logbook?venueKind=hall',
    '/logbook?demoId=vapour-bottle',
  ],
  'older runs': ['/logbook/runs?before=1700000000000'],
  'a demo’s record': ['record', 'trials', 'attempts', 'said'].map((of) => `/demos/vapour-bottle/${of}`),
  'last played': ['/shows/show-399/last'],
  tour: ['/tour'],
  library: ['/library', '/logbook/demos', '/broken'],
  stores: ['/stores', '/tour', '/broken'],
};

/** So long a page may take, in ms. */
const WANTED_MS = 100;
const TRIES = 15;
const TRIES_CHANGED = 7;

const median = (times: readonly number[]) => quantile(times, 0.5);

/** The answers of the server over 10, 30 and 100 % of the ten years: requests over a real socket, compressed. */
export async function tenYears(): Promise<void> {
  console.log(
    '\nten years: one page over a socket, all it asks for one after another, compressed; medians in ms: again / first after a good was changed',
  );
  const rows: string[] = [];
  for (const share of [0.1, 0.3, 1]) {
    const folder = mkdtempSync(join(tmpdir(), 'hearty-bench-'));
    const db = openDatabase(folder, join(process.cwd(), 'server/migrations'));
    const filling = timed(() => fillTenYears(db, share));
    const planner = plannerInWorker(folder);
    const app = createApp({ db, planner, log: openLog('silent') });
    const server = app.listen(0);
    const base = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api`;
    const ask = async (path: string) => (await fetch(base + path)).arrayBuffer();
    const since = performance.now();
    while (!((await (await fetch(`${base}/tour`)).json()) as { fresh: boolean }).fresh)
      await new Promise((go) => setTimeout(go, 50));
    const planned = performance.now() - since;
    const cells: string[] = [];
    for (const [page, paths] of Object.entries(PAGES)) {
      for (const path of paths) await ask(path);
      const open = () => elapsed(async () => void (await inTurn(paths, ask)));
      const again = await inTurn(Array.from({ length: TRIES }), open);
      const changed = await inTurn(Array.from({ length: TRIES_CHANGED }), async () => {
        await change(base);
        return open();
      });
      cells.push(`${page} ${median(again).toFixed(0)} / ${median(changed).toFixed(0)}`);
    }
    rows.push(
      `${(share * 100).toFixed(0).padStart(4)} %: ${cells.join('  ')}   (filled in ${(filling.ms / 1000).toFixed(0)} s; shows to come planned in ${planned.toFixed(0)} ms)`,
    );
    if (share === 1) {
      rows.push(...(await whileAsked(base, ask)), await tapToScreen(base), ...logs(db));
    }
    planner.close();
    await new Promise((done) => server.close(done));
    db.close();
    rmSync(folder, { recursive: true, force: true });
  }
  rows.forEach((row) => console.log(row));
  console.log(`(wanted: at most ${WANTED_MS} ms a page at 100 %)`);
}

const elapsed = async (work: () => Promise<void>): Promise<number> => {
  const from = performance.now();
  await work();
  return performance.now() - from;
};

/** Does one after another. */
async function inTurn<T, R>(list: readonly T[], work: (one: T) => Promise<R>): Promise<R[]> {
  const done: R[] = [];
  for (const one of list) done.push(await work(one));
  return done;
}

/** Saves a good once more. */
async function change(base: string): Promise<void> {
  const address = `${base}/goods/balloon`;
  const { version, body } = (await (await fetch(address)).json()) as { version: number; body: object };
  await fetch(address, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ version, body }),
  });
}

/** How long a small answer takes while a show is planned with its forecast. */
async function whileAsked(base: string, ask: (path: string) => Promise<ArrayBuffer>): Promise<string[]> {
  const { coming } = (await (await fetch(`${base}/overview`)).json()) as { coming: { id: string }[] };
  const planning = ask(`/shows/${coming[0]!.id}/plan`);
  const times: number[] = [];
  for (let n = 0; n < 20; n++) {
    const from = performance.now();
    await ask('/health');
    times.push(performance.now() - from);
  }
  await planning;
  return [
    `a small answer while a plan with its forecast is worked out: median ${median(times).toFixed(1)} ms, worst ${Math.max(...times).toFixed(1)} ms`,
  ];
}

/** From a tap that leaves one screen until another has it: sent, kept on the disk, brought by the server's line. */
async function tapToScreen(base: string): Promise<string> {
  const post = (path: string, body: object) =>
    fetch(base + path, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
  const { coming } = (await (await fetch(`${base}/overview`)).json()) as { coming: { id: string }[] };
  const asked = { id: randomUUID(), showId: coming[0]!.id, rehearsal: true };
  const { id: run } = (await (await post('/runs', asked)).json()) as { id: string };
  const stop = new AbortController();
  const line = await fetch(`${base}/runs/${run}/stream`, { signal: stop.signal });
  const reader = line.body!.getReader();
  await reader.read();
  const times: number[] = [];
  for (let n = 1; n <= 200; n++) {
    times.push(
      await elapsed(async () => {
        const sent = post('/events', { events: [note(run, n)] });
        await reader.read();
        await sent;
      }),
    );
  }
  stop.abort();
  return `a tap until another screen has it, without drawing: median ${median(times).toFixed(1)} ms, 99 % ${quantile(times, 0.99).toFixed(1)} ms`;
}

const note = (run: string, tick: number): Envelope => ({
  ...{ id: randomUUID(), run, device: 'bench', person: null, at: 1_700_000_000_000, tick },
  ...{ v: eventVersion('note'), kind: 'note', body: { text: `note ${tick}` } },
});

/** What an append costs, by itself and against bare inserts of the same rows. */
function logs(db: Db): string[] {
  const documents = new Documents(db);
  const runs = new Runs(db);
  const stores = new Stores(db, documents);
  const journal = new Journal(db, runs, stores);
  const now = Date.now();
  const { file } = runs.get('run-0');
  const open = (id: string) =>
    runs.openRun(id, false, { ...file, show: { ...file.show, id: `${id}-show` } }, now);
  open('empty');
  open('long');
  for (let n = 0; n < 5000; n += 500)
    journal.take(
      Array.from({ length: 500 }, (_, i) => note('long', n + i + 1)),
      now,
    );
  const appends = (run: string, from: number) =>
    Array.from({ length: 200 }, (_, n) => timed(() => journal.take([note(run, from + n)], now)).ms);
  // In turn, so that a machine that grows slower does so for both.
  const [short, long] = [appends('empty', 1), appends('long', 5001)];
  const [short2, long2] = [appends('empty', 201), appends('long', 5201)];
  const onEmpty = median([...short, ...short2]);
  const onLong = median([...long, ...long2]);

  const bare = new Database(join(mkdtempSync(join(tmpdir(), 'hearty-bare-')), 'bare.db'));
  bare.pragma('journal_mode = WAL');
  bare.pragma('synchronous = FULL');
  bare.exec(
    'CREATE TABLE event (seq INTEGER PRIMARY KEY, run TEXT, id TEXT, device TEXT, person TEXT, at INTEGER, tick INTEGER, v INTEGER, kind TEXT, body TEXT, UNIQUE (run, id))',
  );
  const insert = bare.prepare(
    'INSERT INTO event (run, id, device, person, at, tick, v, kind, body) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)',
  );
  const put = (e: Envelope) =>
    insert.run(e.run, e.id, e.device, e.person, e.at, e.tick, e.v, e.kind, JSON.stringify(e.body));
  const rate = (lot: number, write: (events: Envelope[]) => void) => {
    const lots = Array.from({ length: lot === 1 ? 100 : 6 }, () =>
      Array.from({ length: lot }, () => note('empty', ++tick)),
    );
    const { ms } = timed(() => lots.forEach(write));
    return (lots.length * lot * 1000) / ms;
  };
  let tick = 1000;
  // In turn again, and several times: the machine is shared.
  const rounds = (lot: number) =>
    Array.from({ length: 9 }, () => {
      const ours = rate(lot, (e) => journal.take(e, now));
      return { ours, bare: rate(lot, (e) => bare.transaction(() => e.forEach(put))()) };
    });
  const said = (lot: number) => {
    const taken = rounds(lot);
    const middle = (of: (one: (typeof taken)[number]) => number) => median(taken.map(of));
    return `${middle((r) => r.ours).toFixed(0)} a second, bare inserts ${middle((r) => r.bare).toFixed(0)}: ${middle((r) => r.ours / r.bare).toFixed(2)} (wanted: at least 0.4)`;
  };
  const [one, many] = [said(1), said(500)];
  bare.close();

  const lots = stores.lots();
  const move = (n: number): Envelope => ({
    ...{ id: randomUUID(), run: STORES_LOG, device: 'bench', person: null, at: now, tick: 1_000_000 + n },
    ...{ v: 1, kind: 'written' },
    body: {
      lots: [],
      moves: [
        {
          id: randomUUID(),
          lotId: lots[n % lots.length]!.lot.id,
          kind: 'bought',
          amount: 1,
          day: '2026-11-25',
        },
      ],
    },
  });
  const ledger = Array.from({ length: 100 }, (_, n) => timed(() => journal.take([move(n)], now)).ms);
  const csv = `name,unit,on shelf\n${Array.from({ length: 20_000 }, (_, n) => `Thing ${n},g,${n % 900}`).join('\n')}\n`;
  const preview = timed(() => stores.preview(csv)).ms;
  const csvOut = timed(() => stores.csv()).ms;
  return [
    `an append on a log of 5,000: median ${onLong.toFixed(2)} ms, on an empty one ${onEmpty.toFixed(2)} ms: ${(onLong / onEmpty).toFixed(2)} times (wanted: at most 1.5)`,
    `events acknowledged one by one: ${one}`,
    `events acknowledged in lots of 500: ${many}`,
    `a ledger move at 20,000 moves: median ${median(ledger).toFixed(2)} ms (wanted: at most 20)`,
    `CSV preview of 20,000 rows: ${preview.toFixed(0)} ms (wanted: at most 3000); stores as CSV: ${csvOut.toFixed(0)} ms`,
  ];
}
