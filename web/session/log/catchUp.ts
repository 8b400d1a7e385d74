import type { EventsNews, EventsPage } from '@hearty/core';
import { ApiError } from '../api';
import { isOfOneHouse, type Disk, type KeptRun } from './disk';
import type { Ask, Outbox } from './outbox';
import type { Reconciled } from './reconcile';

type Page = Pick<EventsPage, 'events' | 'lastSeq'> & Partial<Pick<EventsPage, 'role'>>;

export interface CatchUpOptions {
  disk: Disk;
  outbox: Outbox;
  ask: Ask;
  /** Called with each page of events, once it is on the disk; one that the line brought does not repeat the role. */
  onPage?: (page: Page) => void;
  /** The phase of the run as it is folded here. */
  phase?: () => string | undefined;
  /** Called with the run as the disk has it. */
  onKept?: (run: KeptRun) => void;
  /** Whether it is still needed; asked after every wait. */
  goOn?: () => boolean;
}

/**
 * Fetches what this device does not have of a run's log. Where the server was restored from a backup since, places in the
 * log mean nothing any more: both sides are compared by id, and the server is sent what it lacks. Gives what that came
 * to; undefined where there was nothing to compare. Errors: those of `ask`.
 */
export async function catchUp(run: KeptRun, options: CatchUpOptions): Promise<Reconciled | undefined> {
  const { disk, outbox, ask, goOn = () => true } = options;
  let kept = run;
  /** Ids on the server, while both sides are compared, and those that were here before. */
  let there: Set<string> | undefined;
  let known: Set<string> | undefined;
  const keep = async (change: Partial<KeptRun>) => {
    kept = { ...kept, ...change, phase: options.phase?.() ?? kept.phase };
    // Until all is compared, nobody takes it for compared: broken off, it begins again.
    if (!there) await keepRun(kept, options);
  };
  for (let more = true; more && goOn();) {
    const askedAt = outbox.clock();
    const page = await askOrGiveBack(kept, ask);
    outbox.hear(askedAt, page.now);
    if (!goOn()) return undefined;
    // A log that is shorter than the one this device knew was put back by hand.
    if (!there && (page.generation !== kept.generation || page.lastSeq < kept.lastSeq)) {
      known = new Set((await disk.ofRun(run.id).catch(() => [])).map((r) => r.event.id));
      if (known.size > 0 && isOfOneHouse(kept.generation, page.generation)) there = new Set();
      const before = kept.lastSeq;
      await keep({ lastSeq: 0, generation: page.generation });
      if (before > 0) continue;
    }
    more = page.more;
    for (const { id } of page.events) there?.add(id);
    await takePage(kept, page, options, keep);
  }
  if (!there || !goOn()) return undefined;
  const { sendBack } = await rarely();
  const { sent, missing } = await sendBack(run.id, kept.role ?? 'stage', there, options);
  const received = [...there].filter((id) => !known?.has(id)).length;
  there = undefined;
  await keep({});
  return { sent, received, missing };
}

/** Whether news of a run follows on what this device has, so that nothing has to be asked for. */
export const followsOn = (run: KeptRun, { after, lastSeq, generation }: EventsNews): boolean =>
  run.lastSeq === after && lastSeq >= after && run.generation === generation;

/** Keeps a page of events on this device, hands it on, and notes how far the log is here now. */
export async function takePage(
  run: KeptRun,
  { events, lastSeq, role = run.role }: Page,
  options: CatchUpOptions,
  keep = (change: Partial<KeptRun>): Promise<void> =>
    keepRun({ ...run, ...change, phase: options.phase?.() ?? run.phase }, options),
): Promise<void> {
  const { disk, onPage, goOn = () => true } = options;
  // Kept here before the place in the log moves on: killed between, they are fetched again.
  if (events.length > 0) await disk.keep(events, 'kept').catch(() => undefined);
  if (!goOn()) return;
  onPage?.({ events, lastSeq, ...(role && { role }) });
  if (events.length > 0 || lastSeq !== run.lastSeq || role !== run.role)
    await keep({ lastSeq, ...(role && { role }) });
}

async function keepRun(run: KeptRun, { disk, onKept }: CatchUpOptions): Promise<void> {
  await disk.keepRun(run).catch(() => undefined);
  onKept?.(run);
}

/** A page of the log; where the restored backup does not have the run itself, it is given back first. */
async function askOrGiveBack(run: KeptRun, ask: Ask): Promise<EventsPage> {
  const page = () => ask<EventsPage>(`/runs/${run.id}/events?after=${run.lastSeq}`);
  try {
    return await page();
  } catch (error) {
    if (!(error instanceof ApiError) || error.code !== 'not-found') throw error;
    const { giveBack } = await rarely();
    // Who may not give it back is answered that there is no such run.
    await giveBack(run, ask).catch(() => Promise.reject(error));
    return page();
  }
}

/** Code that few visits need; without it, it is as without the server. */
const rarely = () =>
  import('./reconcile').catch(() => {
    throw new ApiError('offline', 'The server does not answer.');
  });
