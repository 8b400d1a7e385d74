import express from 'express';
import pino from 'pino';
import { request } from './testing/request';
import { errorHandler } from './errors';

test('a fault of ours is written down with its request, and the answer says no more than that', async () => {
  const lines: string[] = [];
  const log = pino({ level: 'info' }, { write: (line: string) => void lines.push(line) });
  const app = express();
  app.get('/broken', () => {
    throw new Error('a wire is loose');
  });
  app.use(errorHandler(log));
  const { status, body } = await request(app).get('/broken?x=1');
  expect([status, body.error.code]).toEqual([500, 'our-fault']);
  expect(JSON.stringify(body)).not.toContain('wire');
  expect(JSON.parse(lines[0]!)).toMatchObject({
    msg: 'a request failed',
    method: 'GET',
    url: '/broken?x=1',
    err: { message: 'a wire is loose' },
  });
});
