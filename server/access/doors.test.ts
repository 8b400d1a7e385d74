import { mkdtempSync, rmSync } from 'node:fs';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { request } from '../testing/request';
import { createApp } from '../app';
import { openDatabase, type Db } from '../db';
import { MIGRATIONS } from '../testing/server';
import { Doors } from './doors';

/** Every 127.x.y.z is this machine: one of them stands for its address in a network. */
const NETWORK = '127.0.0.77';

let folder: string;
let db: Db;
let server: Server;
let doors: Doors;
let port: number;
let inNetwork: string[];

beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'hearty-doors-'));
  db = openDatabase(folder, MIGRATIONS);
  inNetwork = [NETWORK];
  const listen = (address: string) =>
    new Promise<Server>((listening, failed) => {
      const also = app.listen(port, address, (error?: Error) => (error ? failed(error) : listening(also)));
    });
  doors = new Doors(db, listen, () => inNetwork);
  const app = createApp({ db, doors, names: ['troupe.example'] });
  server = await new Promise<Server>((listening) => {
    const first = app.listen(0, '127.0.0.1', () => listening(first));
  });
  port = (server.address() as AddressInfo).port;
});
afterEach(async () => {
  doors.close();
  await new Promise((done) => server.close(done));
  db.close();
  rmSync(folder, { recursive: true, force: true });
});

const here = () => request(`http://127.0.0.1:${port}`);
const phone = () =>
  request(`http://${NETWORK}:${port}`).get('/api/here').set('Host', 'troupe.example').timeout(2000);
const press = (open: boolean) => here().post('/api/reach/doors').send({ open });

test('phones are let in and out while the server runs, and codes still guard what is behind', async () => {
  await expect(phone()).rejects.toMatchObject({ code: 'ECONNREFUSED' });
  expect((await press(true)).body).toMatchObject({ open: true, canShut: true, here: true });
  const answer = await phone();
  expect([answer.status, answer.body]).toEqual([200, expect.objectContaining({ here: false, plans: false })]);
  const shows = request(`http://${NETWORK}:${port}`).get('/api/shows').set('Host', 'troupe.example');
  expect((await shows).status).toBe(401);
  expect((await press(false)).body).toMatchObject({ open: false });
  await expect(phone()).rejects.toMatchObject({ code: 'ECONNREFUSED' });
  expect((await here().get('/api/health')).status).toBe(200);
});

test('a phone cannot let others in; nor can a name from elsewhere', async () => {
  await press(true);
  const asked = request(`http://${NETWORK}:${port}`).post('/api/reach/doors').set('Host', 'troupe.example');
  expect((await asked.send({ open: false })).status).toBe(401);
  expect(doors.isOpen).toBe(true);
});

test('a restart keeps them in; taken back, it does not', async () => {
  expect(doors.wasOpen()).toBe(false);
  await press(true);
  doors.close();
  expect([doors.isOpen, doors.wasOpen()]).toEqual([false, true]);
  await doors.open();
  await press(false);
  expect(doors.wasOpen()).toBe(false);
});

test('without a network, or with the port taken, it says so and nothing is half open', async () => {
  inNetwork = [];
  const none = await press(true);
  expect([none.status, none.body]).toMatchObject([409, { error: { code: 'no-network' } }]);
  const taken = createApp({ db });
  const other = await new Promise<Server>((listening) => {
    const one = taken.listen(port, '127.0.0.78', () => listening(one));
  });
  inNetwork = [NETWORK, '127.0.0.78'];
  const refused = await press(true);
  expect([refused.status, refused.body]).toMatchObject([409, { error: { code: 'port-taken' } }]);
  expect(doors.isOpen).toBe(false);
  await expect(phone()).rejects.toMatchObject({ code: 'ECONNREFUSED' });
  await new Promise((done) => other.close(done));
});
