import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { temporaryFolder } from '../testing/server';
import { plannerInWorker, TooLong, type Planner } from './planner';

// Threads that answer, that never end, and that fall over: told apart by what they are asked about.
const file = join(temporaryFolder(), 'thread.cjs');
writeFileSync(
  file,
  `const { parentPort, threadId } = require('node:worker_threads');
   parentPort.on('message', ({ id, with: about }) => {
     if (about === 'endless') {
       parentPort.postMessage({ planning: { showId: 'endless', digest: 'd' } });
       for (;;);
     }
     if (about === 'falls') throw new Error('fell over');
     if (about === 'wrong') parentPort.postMessage({ id, wrong: { status: 404, code: 'not-found', message: 'No.' } });
     else parentPort.postMessage({ id, value: threadId });
   });`,
);

let planner: Planner;
beforeEach(() => (planner = plannerInWorker('unused', { mostMs: 3000, file })));
afterEach(() => planner.close());
const plan = (about: string) => planner.do('plan', about) as Promise<unknown>;

test('a job that never ends is given up, says what it was about, and the next ones are done by a new thread', async () => {
  const first = await plan('a');
  const stuck = plan('endless');
  const next = plan('b');
  const error = await stuck.catch((e: unknown) => e);
  expect(error).toBeInstanceOf(TooLong);
  expect((error as TooLong).at).toEqual({ showId: 'endless', digest: 'd' });
  expect(await next).not.toBe(first);
});

test('a thread that falls over fails its job and no other', async () => {
  const fallen = plan('falls');
  const next = plan('b');
  await expect(fallen).rejects.toThrow('fell over');
  expect(typeof (await next)).toBe('number');
});

test('what is wrong comes out as it was said, and the thread goes on', async () => {
  const first = await plan('a');
  await expect(plan('wrong')).rejects.toMatchObject({ status: 404, message: 'No.' });
  expect(await plan('b')).toBe(first);
});
