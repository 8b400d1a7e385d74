import { STORES_LOG, ticksLog } from '@hearty/core';
import pino from 'pino';
import { request } from '../testing/request';
import { createApp } from '../app';
import { openDatabase } from '../db';
import { fillDemoData } from '../demo-data';
import { EVERY_RUN_KIND, EVERY_STORES_KIND, EVERY_TICK_KIND } from '../testing/every-kind';
import { logged, MIGRATIONS, sendTo, temporaryFolder } from '../testing/server';

const db = openDatabase(temporaryFolder(), MIGRATIONS);
fillDemoData(db, new Date('2026-11-23T12:00:00Z'));
afterAll(() => db.close());
const app = createApp({ db, log: pino({ level: 'silent' }) });

const openRun = (id: string, replaces?: string) =>
  request(app).post('/api/runs').send({ id, showId: 'small-forces', rehearsal: false, replaces });

const cases = [
  ...rows('run', EVERY_RUN_KIND),
  ...rows(STORES_LOG, EVERY_STORES_KIND),
  ...rows(ticksLog('small-forces'), EVERY_TICK_KIND),
];
const kinds = [...new Map(cases.map((c) => [c.kind, c])).values()];

let sent = 0;
const eventOf = ({ run, kind, body }: (typeof cases)[number]) => logged(run, `e${sent++}`, kind, body);

beforeAll(() => openRun('run'));

test('a real database keeps every kind of event, with every choice of its fields', async () => {
  const answers = await sendTo(app, ...cases.map(eventOf));
  const refused = answers.flatMap((a, i) => (a.is === 'kept' ? [] : [{ ...cases[i], ...a }]));
  expect(refused).toEqual([]);
});

test('an action on a person of the crew is open until it is closed', async () => {
  await sendTo(
    app,
    logged('run', 'on-person', 'action', { text: 'Oil the hinge', on: 'person', onId: 'bram' }),
  );
  const open = () => db.prepare("SELECT on_kind, done FROM action WHERE text = 'Oil the hinge'").get();
  expect(open()).toEqual({ on_kind: 'person', done: 0 });
  await sendTo(app, logged('run', 'closed', 'action closed', { actionId: 'on-person' }));
  expect(open()).toEqual({ on_kind: 'person', done: 1 });
});

test.each(kinds)('where $kind fails, it is set aside with a reason and holds nothing up', async (broken) => {
  // The table of events refuses this kind: any fault of the program below the envelope.
  db.exec(`CREATE TRIGGER fault BEFORE INSERT ON event WHEN NEW.kind = '${broken.kind}'
           BEGIN SELECT RAISE(ABORT, 'injected'); END`);
  const others = kinds.filter((c) => c.kind !== broken.kind);
  const events = [others[0]!, broken, ...others.slice(1)].map(eventOf);
  const { status, body } = await request(app).post('/api/events').send({ events });
  db.exec('DROP TRIGGER fault');
  expect(status).toBe(200);
  const { answers } = body as { answers: { is: string; message?: string }[] };
  expect(answers[1]).toMatchObject({
    is: 'refused',
    message: expect.stringContaining('fault of the program'),
  });
  expect(answers.filter((a) => a.is === 'refused')).toHaveLength(1);
  expect(db.prepare('SELECT count(*) FROM event WHERE id = ?').pluck().get(events[0]!.id)).toBe(1);
  expect(db.prepare('SELECT count(*) FROM event WHERE id = ?').pluck().get(events.at(-1)!.id)).toBe(1);
});

test('a fault in the tables that lists read refuses only the event that meets it, and a restart survives it', async () => {
  await openRun('second', 'run');
  db.exec(
    `CREATE TRIGGER fault BEFORE INSERT ON action WHEN NEW.text = 'bad' BEGIN SELECT RAISE(ABORT, 'injected'); END`,
  );
  const action = (id: string, text: string) =>
    logged('second', id, 'action', { text, on: 'show', onId: 'x' });
  const answers = await sendTo(app, action('g1', 'good'), action('b1', 'bad'), action('g2', 'also good'));
  expect(answers.map((a) => a.is)).toEqual(['kept', 'refused', 'kept']);
  const texts = () =>
    db.prepare("SELECT text FROM action WHERE run_id = 'second' ORDER BY text").pluck().all();
  expect(texts()).toEqual(['also good', 'good']);
  // A fault that comes with a newer program, met by what an older one kept.
  db.exec(`DROP TRIGGER fault; DELETE FROM projection;
           CREATE TRIGGER fault BEFORE INSERT ON action WHEN NEW.text = 'good' BEGIN SELECT RAISE(ABORT, 'injected'); END`);
  const restarted = createApp({ db, log: pino({ level: 'silent' }) });
  expect((await request(restarted).get('/api/runs')).status).toBe(200);
  db.exec('DROP TRIGGER fault; DELETE FROM projection');
  createApp({ db, log: pino({ level: 'silent' }) });
  expect(texts()).toEqual(['also good', 'good']);
});

function rows<T extends Record<string, readonly object[]>>(run: string, table: T) {
  return Object.entries(table).flatMap(([kind, bodies]) => bodies.map((body) => ({ run, kind, body })));
}
