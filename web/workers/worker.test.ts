import { callWorker, WorkerFailed } from './worker';

/** A worker that answers nothing until it is made to. */
class StillWorker extends EventTarget {
  ended = false;
  postMessage(): void {}
  terminate(): void {
    this.ended = true;
  }
}

interface Asked {
  add: (n: number) => Promise<number>;
}

test('a worker that breaks off ends every call that waits for it, and the next call starts another', async () => {
  const made: StillWorker[] = [];
  const call = callWorker<Asked>(() => {
    made.push(new StillWorker());
    return made.at(-1) as unknown as Worker;
  });
  const waiting = [call((w) => w.add(1)), call((w) => w.add(2))];
  await Promise.resolve();
  expect(made).toHaveLength(1);
  made[0]!.dispatchEvent(new Event('error'));
  for (const one of waiting) await expect(one).rejects.toBeInstanceOf(WorkerFailed);
  expect(made[0]!.ended).toBe(true);
  const again = call((w) => w.add(3));
  await Promise.resolve();
  expect(made).toHaveLength(2);
  made[1]!.dispatchEvent(new Event('messageerror'));
  await expect(again).rejects.toThrow('did not start or broke off');
});

test('a browser that refuses workers is a failure like any other', async () => {
  const call = callWorker<Asked>(() => {
    throw new DOMException('refused', 'SecurityError');
  });
  await expect(call((w) => w.add(1))).rejects.toBeInstanceOf(WorkerFailed);
});
