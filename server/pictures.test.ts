import { createCanvas } from '@napi-rs/canvas';
import { libraryFileOf, readLibraryFile, type Demo, type Good, type Venue } from '@hearty/core';
import { request } from './testing/request';
import { createApp } from './app';
import { openDatabase } from './db';
import { Pictures, idOf, wrongWith } from './pictures';
import { demoApp, MIGRATIONS, temporaryFolder } from './testing/server';

const drawn = (size: number, type: 'image/png' | 'image/jpeg' | 'image/webp'): Buffer => {
  const canvas = createCanvas(size, size);
  canvas.getContext('2d').fillRect(1, 1, size / 2, size / 3);
  return type === 'image/png' ? canvas.toBuffer(type) : canvas.toBuffer(type, 80);
};

/** A JPEG with the segment a camera writes behind its first two bytes (CIPA DC-008: APP1, "Exif", a TIFF header). */
function byCamera(jpeg: Buffer): Buffer {
  const data = Buffer.concat([Buffer.from('Exif\0\0II*\0\x08\0\0\0', 'latin1'), Buffer.from('54.97 N')]);
  const head = Buffer.from([0xff, 0xe1, 0, data.length + 2]);
  return Buffer.concat([jpeg.subarray(0, 2), head, data, jpeg.subarray(2)]);
}

const { app, db } = demoApp();
const send = (bytes: Buffer, type = 'image/png') =>
  request(app).post('/api/pictures').set('content-type', type).send(bytes);

describe.each(['image/png', 'image/jpeg', 'image/webp'] as const)('%s', (type) => {
  test('is kept once, comes back as it was, and never changes under its address', async () => {
    const bytes = drawn(60, type);
    const [first, again] = [await send(bytes), await send(bytes)];
    expect([first.status, again.body]).toEqual([201, first.body]);
    const back = await request(app).get(`/api/pictures/${first.body.id as string}`);
    expect(Buffer.compare(back.body as Buffer, bytes)).toBe(0);
    expect(back.headers['content-type']).toBe(type);
    expect(back.headers['cache-control']).toContain('immutable');
  });

  test('is taken for what it is: a random one of a thousand is never held to be by a camera', () => {
    for (let i = 2; i < 100; i++) expect(wrongWith(drawn(i, type), 'picture')).toBeUndefined();
  });
});

test.each([
  ['nothing', Buffer.alloc(0), 400, /not a picture/],
  ['a page', Buffer.from('<svg onload="alert(1)"/>'), 400, /not a picture/],
  ['a picture of 2.1 MB', Buffer.concat([drawn(9, 'image/png'), Buffer.alloc(2_100_000)]), 413, /2 MB/],
  ['one straight from a camera', byCamera(drawn(60, 'image/jpeg')), 400, /where or when it was taken/],
])('%s is refused in words', async (_name, bytes, status, message) => {
  const answer = await send(bytes);
  expect(answer.status).toBe(status);
  expect(JSON.stringify(answer.body)).toMatch(message);
});

test('a picture that is not here is said to be so, and no address leads past the pictures', async () => {
  for (const id of ['0'.repeat(64), '..%2f..%2fetc%2fpasswd', "' OR 1=1 --"])
    expect((await request(app).get(`/api/pictures/${id}`)).status).toBe(404);
});

test('what no demo and no venue names is forgotten after a day; what one put away names is not', async () => {
  const named = (await send(drawn(61, 'image/png'))).body.id as string;
  const loose = (await send(drawn(62, 'image/png'))).body.id as string;
  const { version, body } = (await request(app).get('/api/demos/foam-column')).body as {
    version: number;
    body: Demo;
  };
  const put = await request(app)
    .put('/api/demos/foam-column')
    .send({ version, body: { ...body, pictures: [{ id: named, says: '' }] } });
  expect(put.status).toBe(200);
  db.prepare("UPDATE document SET deleted_at = 1 WHERE id = 'foam-column'").run();
  const here = (id: string, ahead: number) => {
    const pictures = new Pictures(db, () => Date.now() + ahead);
    pictures.sweep();
    return pictures.get(id) !== undefined;
  };
  expect([here(named, 0), here(loose, 0)]).toEqual([true, true]);
  expect([here(named, 90_000_000), here(loose, 90_000_000)]).toEqual([true, false]);
  // Those of the venues' marks are named too.
  const hall = (await request(app).get('/api/venues/saltmarsh')).body as { body: Venue };
  const [mark] = hall.body.marks.flatMap((m) => m.pictures ?? []);
  expect(here(mark!.id, 90_000_000)).toBe(true);
});

describe('in a library file', () => {
  const png = drawn(30, 'image/png');
  const id = idOf(png);
  const file = async () => {
    const { demos, goods } = (await request(app).get('/api/library')).body as {
      demos: Demo[];
      goods: Good[];
    };
    const demo = { ...demos.find((d) => d.id === 'cloud-jar')!, pictures: [{ id, says: 'the jar' }] };
    return {
      demo,
      goods,
      with: libraryFileOf([demo], goods, [{ id, type: 'image/png', data: png.toString('base64') }]),
    };
  };
  const fresh = () => {
    const other = openDatabase(temporaryFolder(), MIGRATIONS);
    return { other, there: createApp({ db: other }) };
  };

  test('a picture comes along, or is left out with what names it', async () => {
    const { demo, goods, with: whole } = await file();
    expect(libraryFileOf([demo], goods).demos[0]).not.toHaveProperty('pictures');
    const { other, there } = fresh();
    const came = await request(there)
      .post('/api/library-file')
      .send({ file: whole, demoIds: ['cloud-jar'] });
    expect(came.status).toBe(201);
    const back = await request(there).get(`/api/pictures/${id}`);
    expect(Buffer.compare(back.body as Buffer, png)).toBe(0);
    other.close();
  });

  test('one that is damaged, or by a camera, or missing, brings nothing in', async () => {
    const { with: whole } = await file();
    const { other, there } = fresh();
    const camera = byCamera(drawn(30, 'image/jpeg'));
    const bad = (data: Buffer) => [{ ...whole.pictures![0]!, data: data.toString('base64') }];
    for (const [pictures, message] of [
      [bad(drawn(31, 'image/png')), /damaged/],
      [bad(camera), /where or when it was taken/],
      [[], /not in this file/],
    ] as const) {
      const answer = await request(there)
        .post('/api/library-file')
        .send({ file: { ...whole, pictures }, demoIds: ['cloud-jar'] });
      expect(answer.status).toBe(400);
      expect(JSON.stringify(answer.body)).toMatch(message);
    }
    expect(other.prepare('SELECT count(*) FROM document').pluck().get()).toBe(0);
    expect(other.prepare('SELECT count(*) FROM picture').pluck().get()).toBe(0);
    other.close();
  });

  test('of 40 MB is read; of more than the server takes it says so', async () => {
    const { with: whole } = await file();
    const big = { ...whole, demos: whole.demos.map((d) => ({ ...d, notes: '' })) };
    expect(readLibraryFile(big).ok).toBe(false);
    const { other, there } = fresh();
    const heavy = {
      ...whole,
      pictures: Array.from({ length: 15 }, (_, i) => ({
        ...whole.pictures![0]!,
        id: i ? idOf(Buffer.from([i])) : id,
        data: i ? 'A'.repeat(2_600_000) : whole.pictures![0]!.data,
      })),
    };
    const ok = await request(there)
      .post('/api/library-file')
      .send({ file: heavy, demoIds: ['cloud-jar'] });
    expect(ok.status).toBe(201);
    const over = await request(there)
      .post('/api/library-file')
      .send({ file: {}, demoIds: ['A'.repeat(70_000_000)] });
    expect([over.status, over.body.error.message]).toEqual([
      413,
      'This is more than the server takes at once (67 MB).',
    ]);
    other.close();
  });
});
