import fc from 'fast-check';
import { request } from './testing/request';
import { sized } from '../core/testing/long';
import { createApp } from './app';
import { openDatabase } from './db';
import { fillDemoData } from './demo-data';
import { logged, MIGRATIONS, temporaryFolder } from './testing/server';

// Seeded and bounded: the same requests each time; FUZZ_SEED and FUZZ_RUNS ask others. Whatever is asked, nothing is our fault and nothing takes long.
const SEED = Number(process.env.FUZZ_SEED ?? 9);
/** What one answer may cost of the processor, in ms. */
const MOST_CPU_MS = 2000;

const folder = temporaryFolder();
const db = openDatabase(folder, MIGRATIONS);
fillDemoData(db, new Date('2026-11-23T12:00:00Z'));
afterAll(() => db.close());
const app = createApp({ db, dataFolder: folder, migrationsFolder: MIGRATIONS });

const get = async (path: string): Promise<unknown> => (await request(app).get(`/api${path}`)).body;

/** Values that break programs. */
const odd = fc.oneof(
  fc.constantFrom<unknown>(
    ...[null, true, 0, -1, 0.5, 1e9, -1e308, 9e18, '', ' ', 'x', '0', '25:61', '2026-02-31', '9999-12-31'],
    ...[
      '__proto__',
      'constructor',
      'toString',
      '../../etc',
      '%E0%A4%A',
      '=1+1',
      '\u0000',
      '\ud800',
      '𝟛',
      '１２',
    ],
    ...[
      [],
      {},
      [[]],
      [null],
      { constructor: 1 },
      { length: 1e9 },
      { then: 1 },
      JSON.parse('{"__proto__":{"x":1}}'),
    ],
  ),
  fc.constantFrom('a', '9', ' ', '(', 'é').map((letter) => letter.repeat(50_000)),
  fc.nat(6).map((n) => Array.from({ length: 10 ** Math.min(n, 4) }, () => n)),
  fc.integer({ min: 1, max: 400 }).map((n) => JSON.parse('['.repeat(n) + ']'.repeat(n)) as unknown),
  fc.jsonValue({ maxDepth: 3 }),
);

/** A good body with a few places in it gone, doubled or made odd. */
const spoiled = (good: unknown) =>
  fc
    .array(fc.record({ at: fc.array(fc.nat(400), { maxLength: 5 }), how: fc.nat(9), value: odd }), {
      maxLength: 3,
    })
    .map((spoils) => {
      let body: unknown = structuredClone(good);
      for (const { at, how, value } of spoils) {
        let holder: Record<string, unknown> | undefined;
        let key = '';
        let here = body;
        for (const step of [...at, 0]) {
          if (typeof here !== 'object' || here === null) break;
          const keys = Object.keys(here);
          if (keys.length === 0) break;
          holder = here as Record<string, unknown>;
          key = keys[step % keys.length]!;
          here = holder[key];
        }
        if (!holder) body = value;
        else if (how === 0 && !Array.isArray(holder)) delete holder[key];
        else if (how === 1 && Array.isArray(holder)) holder.push(holder[Number(key)]);
        else if (how === 2) holder[`${key}x`] = value;
        else if (how === 3 && typeof here === 'number') holder[key] = here * 1000;
        else if (how === 4 && typeof here === 'string') holder[key] = here + here;
        else holder[key] = value;
      }
      return body;
    });

const word = fc.constantFrom(
  ...[
    'weather-in-a-kitchen',
    'cold-snap',
    'run',
    'past-1',
    'nothing',
    '__proto__',
    'constructor',
    'a b',
    '%',
    '%00',
  ],
  ...['..', 'x'.repeat(5000), '=1', "'; DROP TABLE event; --", 'é', '💥'],
);

interface Asked {
  method: 'get' | 'post' | 'put' | 'delete';
  path: string;
  body?: unknown;
}

/** A save that names the version a good one has now, so that not all of them are stale. */
function refresh(path: string, body: unknown): void {
  const [, kinds = '', id = ''] = path.split('/');
  const kind = kinds === 'people' ? 'person' : kinds.slice(0, -1);
  const version = db.prepare('SELECT version FROM document WHERE kind = ? AND id = ?').pluck().get(kind, id);
  if (version !== undefined) (body as { version: unknown }).version = version;
}

let asked: fc.Arbitrary<Asked>;

beforeAll(async () => {
  await request(app).post('/api/runs').send({ id: 'run', showId: 'cold-snap', rehearsal: false });
  const file = await get('/shows/weather-in-a-kitchen/file');
  const docs = new Map<string, unknown>();
  for (const kind of ['demos', 'shows', 'venues', 'people', 'goods', 'crates'])
    docs.set(kind, ((await get(`/${kind}`)) as object[])[0]);
  const csv = (await request(app).get('/api/stores/csv')).text;
  const move = { lotId: 'l', day: '2026-12-01', kind: 'bought', amount: 3, id: 'm' };
  const events = [
    logged('run', 'e1', 'curtain', {}),
    logged('run', 'e2', 'attempt closed', { itemId: 'i-x', outcome: 'failed', symptom: 'none' }),
    logged('run', 'e3', 'undo', { eventId: 'e2' }),
    logged('stores:ledger', 'e4', 'written', { lots: [{ id: 'l', goodId: 'balloon' }], moves: [move] }),
    logged('show:cold-snap', 'e5', 'tick', { way: 'out', key: 'k', done: true }),
  ];
  const kind = fc.constantFrom(...docs.keys());
  const query = fc.oneof(
    fc.constantFrom('', '?version=1'),
    fc
      .tuple(fc.constantFrom('after', 'before', 'id', 'version', 'showId', '__proto__[x]'), word)
      .map(([name, value]) => `?${name}=${encodeURIComponent(value)}&${name}=2`),
  );
  const textOf = (of: string) =>
    fc
      .tuple(fc.nat(of.length), fc.constantFrom('', '"', ';', '\n', '\t"', '=cmd', '٣,٥', '9'.repeat(400)))
      .map(([at, put]) => of.slice(0, at) + put + of.slice(at + 1));
  const post = (path: string, body: fc.Arbitrary<unknown>): fc.Arbitrary<Asked> =>
    body.map((body) => ({ method: 'post', path, body }));
  asked = fc.oneof(
    fc
      .tuple(
        fc.constantFrom(
          ...[
            '/health',
            '/overview',
            '/overview/past',
            '/logbook',
            '/logbook/runs',
            '/attempts',
            '/library',
            '/tour',
          ],
          ...['/stores', '/stores/csv', '/runs', '/broken', '/nothing', '/demos', '/shows', '/constructor'],
        ),
        query,
      )
      .map(([path, query]): Asked => ({ method: 'get', path: path + query })),
    fc
      .tuple(
        fc.constantFrom(
          '/shows/:/file',
          '/shows/:/plan',
          '/shows/:/ticks',
          '/runs/:',
          '/runs/:/events',
          '/shows/:',
          '/people/:/raw',
        ),
        word,
        query,
      )
      .map(([path, word, query]): Asked => ({
        method: 'get',
        path: path.replace(':', word === '%' ? word : encodeURIComponent(word)) + query,
      })),
    kind.chain((of) =>
      spoiled(docs.get(of)).map((stored): Asked => {
        const { id = 'x', version = 0, body = stored } = (stored ?? {}) as Record<string, unknown>;
        return {
          method: 'put',
          path: `/${of}/${encodeURIComponent(
            String(id)
              .slice(0, 200)
              .replace(/[\ud800-\udfff]/g, ''),
          )}`,
          body: { version, body },
        };
      }),
    ),
    fc.tuple(kind, word, query).map(([of, id, query]): Asked => ({
      method: 'delete',
      path: `/${of}/${encodeURIComponent(id)}${query}`,
    })),
    fc.tuple(kind, word).map(([of, id]): Asked => ({
      method: 'post',
      path: `/${of}/${encodeURIComponent(id)}/restore`,
      body: {},
    })),
    post('/events', spoiled({ events })),
    post('/runs', spoiled({ id: 'other', showId: 'small-forces', rehearsal: true, replaces: 'run' })),
    post('/import', spoiled(file)),
    post(
      '/stores/preview',
      textOf(csv).map((csv) => ({ csv })),
    ),
    post(
      '/stores/csv',
      textOf(csv).chain((csv) => spoiled({ csv, leaveWrong: true })),
    ),
    post('/actions/x/close', spoiled({ id: 'y' })),
    post('/backup/preview', odd),
    fc.tuple(word, odd).map(([token, body]): Asked => ({
      method: 'post',
      path: `/backup/${encodeURIComponent(token)}/bring-back`,
      body: { overNewer: body },
    })),
  );
});

test('whatever is asked of whatever route, no answer is our fault and none takes long', async () => {
  const seen = new Map<number, number>();
  await fc.assert(
    fc.asyncProperty(asked, async ({ method, path, body }) => {
      if (method === 'put') refresh(path, body);
      const before = process.cpuUsage();
      const asking = request(app)[method](`/api${path}`).set('content-type', 'application/json');
      const answer = await (body === undefined ? asking : asking.send(JSON.stringify(body)));
      const used = process.cpuUsage(before);
      seen.set(answer.status, (seen.get(answer.status) ?? 0) + 1);
      expect(answer.status).toBeLessThan(500);
      expect((used.user + used.system) / 1000).toBeLessThan(MOST_CPU_MS);
      if (answer.status >= 400)
        expect((answer.body as { error: { message: string } }).error.message).toMatch(/^[A-Z“].*\.$/s);
    }),
    { seed: SEED, numRuns: Number(process.env.FUZZ_RUNS ?? sized(200, 600)) },
  );
  // It would prove little if nothing got through.
  expect(seen.get(200)).toBeGreaterThan(sized(30, 100));
  expect(seen.get(400)).toBeGreaterThan(sized(15, 50));
  expect(db.pragma('integrity_check', { simple: true })).toBe('ok');
  expect(await get('/broken')).toEqual([]);
}, 900_000);
