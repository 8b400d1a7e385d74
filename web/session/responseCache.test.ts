import 'fake-indexeddb/auto';
import { until } from '../testing/fake-server';
import { ApiError } from './api';
import { createResponseCache } from './responseCache';

let n = 0;
let server: Record<string, unknown>;
let silent: 'offline' | 'hanging' | undefined;
let patience: (number | undefined)[] = [];
const open: (() => Promise<void>)[] = [];

const api = (async (path: string, init?: { timeoutMs?: number }) => {
  patience.push(init?.timeoutMs);
  if (silent) throw new ApiError(silent, 'The server does not answer.');
  if (path === '/health') return { ok: true };
  if (!(path in server)) throw new ApiError('not-found', 'There is no such thing.');
  return server[path];
}) as never;

function tab(name = `answers-${n}`, at = 1000) {
  let backs = 0;
  const answers = createResponseCache({
    ...{ name, api, page: () => '/shows', whenBack: () => backs++, now: () => at, againMs: 20 },
  });
  open.push(answers.close);
  return { ...answers, backs: () => backs };
}

beforeEach(() => {
  n++;
  server = { '/shows': ['one'] };
  silent = undefined;
  patience = [];
});
afterEach(async () => {
  for (const close of open.splice(0)) await close();
});

test.each(['offline', 'hanging'] as const)(
  'while the server is %s, a tab opened later shows what it last said, and since when',
  async (how) => {
    const first = tab();
    expect(await first.ask('/shows')).toEqual(['one']);
    await first.close();
    silent = how;
    const later = tab(`answers-${n}`, 9000);
    expect(await later.ask('/shows')).toEqual(['one']);
    expect(later.old.getState().get('/shows')).toEqual({ at: 1000, page: '/shows' });
    await expect(later.ask('/demos')).rejects.toMatchObject({ code: how });
    // What is here does not wait as long as what is not.
    expect(patience.at(-1)).toBeUndefined();
    expect(patience.at(-2)).toBe(8000);
  },
);

test('when the server is back it is noticed, and the new answer takes the place of the old', async () => {
  const { ask, old, backs, settled } = tab();
  await ask('/shows');
  await settled();
  silent = 'offline';
  expect(await ask('/shows')).toEqual(['one']);
  expect(old.getState().size).toBe(1);
  server['/shows'] = ['one', 'two'];
  silent = undefined;
  await until(() => backs() === 1);
  expect(old.getState().size).toBe(0);
  expect(await ask('/shows')).toEqual(['one', 'two']);
});

test('an error the server says is an error, whatever was kept', async () => {
  const { ask } = tab();
  await ask('/shows');
  server = {};
  await expect(ask('/shows')).rejects.toMatchObject({ code: 'not-found' });
});

test('a device that keeps nothing asks as if there were nothing to keep', async () => {
  const real = globalThis.indexedDB;
  globalThis.indexedDB = {
    open: () => {
      throw new Error('no');
    },
  } as never;
  const { ask } = tab('none');
  expect(await ask('/shows')).toEqual(['one']);
  silent = 'offline';
  await expect(ask('/shows')).rejects.toMatchObject({ code: 'offline' });
  globalThis.indexedDB = real;
});

test('only the newest are kept', async () => {
  const { ask, settled } = tab();
  for (let i = 0; i < 100; i++) {
    server[`/demos/${i}`] = i;
    await ask(`/demos/${i}`);
  }
  await settled();
  silent = 'offline';
  const still = await Promise.all(
    Array.from({ length: 100 }, (_, i) => ask(`/demos/${i}`).catch(() => undefined)),
  );
  expect(still.filter((v) => v !== undefined).length).toBeLessThanOrEqual(80);
  expect(still.at(-1)).toBe(99);
});
