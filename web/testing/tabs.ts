import { newId } from '../session/ids';
import { openDisk, type Disk } from '../session/log/disk';
import { createOutbox } from '../session/log/outbox';
import { createRunLog } from '../session/log/run';
import type { FakeServer } from './fake-server';

const open: (() => Promise<void>)[] = [];

/** A tab of a device: its disk lasts when the tab is closed; two tabs with one name are on one device. */
export function openTab(
  server: FakeServer,
  device: string,
  more: { now?: () => number; disk?: Disk; storage?: Storage; pollMs?: number; hasLine?: boolean } = {},
) {
  const disk = more.disk ?? openDisk(device);
  const channel = new BroadcastChannel(device);
  const outbox = createOutbox({
    disk,
    ask: server.ask,
    newId,
    keeps: (run) => !run.includes(':'),
    channel,
    ...(more.now && { now: more.now }),
    ...(more.storage && { storage: more.storage }),
  });
  const tab = createRunLog({
    ...{ disk, outbox, ask: server.ask, pollMs: more.pollMs ?? 40 },
    ...(more.hasLine && { listen: server.listen }),
  });
  let isShut = false;
  const shut = async () => {
    if (isShut) return;
    isShut = true;
    tab.close();
    await outbox.close();
    channel.close();
    await disk.close();
  };
  open.push(shut);
  const state = () => ({ ...outbox.store.getState(), ...tab.store.getState() });
  return {
    ...tab,
    ...{ disk, outbox, state, shut },
    texts: () => [...(state().state?.notes ?? [])].map((m) => m.text),
  };
}

/** Closes every tab that is still open; for after each test. */
export async function shutTabs(): Promise<void> {
  for (const shut of open.splice(0)) await shut();
}
