import { checkEnvelope, mayWrite, STORES_LOG, type Envelope, type EventAnswer } from '@hearty/core';
import type { Grants } from '../access/access';
import type { Logger } from 'pino';
import type { Db } from '../db';
import { diskTrouble } from '../errors';
import type { Stores } from '../stores';
import type { Runs } from './runs';

/** The most an event may take as text, in bytes: one of a run or a tick; one of the ledger, which holds many moves. */
const MOST_BYTES = 16_000;
const MOST_LEDGER_BYTES = 256_000;
/** How far ahead of the server an event may say it was, in ms: a day, for no zone differs by more. */
const MOST_AHEAD_MS = 86_400_000;

/** Accepts events of every log and answers each by itself: a bad one never holds up the rest. */
export class Journal {
  constructor(
    private readonly db: Db,
    private readonly runs: Runs,
    private readonly stores: Stores,
    private readonly log?: Logger,
  ) {}

  /**
   * Returns what became of each event, in their order. When this returns, what was kept is on the disk.
   * Errors: throws where the disk itself fails; then nothing was kept.
   */
  take(values: readonly unknown[], now: number, grants: Grants = 'all'): EventAnswer[] {
    try {
      return this.takeTogether(values, now, grants);
    } catch (error) {
      if (diskTrouble(error)) throw error;
      // One of them breaks the whole request. Taken one at a time, only that one is refused.
      return this.db.transaction(() => values.map((value) => this.takeAlone(value, now, grants)))();
    }
  }

  private takeTogether(values: readonly unknown[], now: number, grants: Grants): EventAnswer[] {
    try {
      // Inside another transaction this one is a savepoint.
      return this.db.transaction(() => {
        const answers = values.map((value) => this.takeOne(value, now, grants));
        this.runs.settle();
        return answers;
      })();
    } catch (error) {
      this.runs.forget();
      throw error;
    }
  }

  private takeAlone(value: unknown, now: number, grants: Grants): EventAnswer {
    try {
      return this.takeTogether([value], now, grants)[0]!;
    } catch (error) {
      if (diskTrouble(error)) throw error;
      this.log?.error({ err: error, event: value }, 'an event could not be taken');
      const { id } = value as Envelope;
      return { id, is: 'refused', message: 'The server failed on this event: a fault of the program.' };
    }
  }

  private takeOne(value: unknown, now: number, grants: Grants): EventAnswer {
    const read = checkEnvelope(value);
    if (!read.ok) {
      const { id } = (value ?? {}) as { id?: unknown };
      const message = read.problems.map((p) => (p.path ? `${p.path}: ${p.message}` : p.message)).join(' ');
      return { id: typeof id === 'string' ? id.slice(0, 64) : '', is: 'refused', message };
    }
    const event = read.value;
    const text = JSON.stringify(event.body) ?? 'null';
    const message = this.mayNot(event, grants) ?? tooMuch(event, text, now);
    if (message) return { id: event.id, is: 'refused', message };
    if (event.run === STORES_LOG) return this.stores.take(event, text, now);
    if (event.run.startsWith('show:')) return this.stores.takeTick(event, text);
    return this.runs.take(event, text);
  }

  /** Why whoever sends an event may not write it. What an undo takes back must be what one may write. */
  private mayNot({ run, kind, body }: Envelope, grants: Grants): string | undefined {
    if (grants === 'all') return undefined;
    const role = grants.get(run);
    const taken =
      kind === 'undo' ? this.runs.log.get(run, String((body as { eventId?: unknown }).eventId))?.kind : kind;
    return role && taken !== undefined && mayWrite(role, taken)
      ? undefined
      : 'This screen may not write that: it has no permission. Join with the stage code.';
  }
}

/** What of an event is larger or later than there is room for. */
function tooMuch(event: Envelope, text: string, now: number): string | undefined {
  const most = event.run === STORES_LOG ? MOST_LEDGER_BYTES : MOST_BYTES;
  // A letter takes at most three bytes.
  if (text.length * 3 > most && Buffer.byteLength(text) > most)
    return `This event is larger than the ${most / 1000} kB there is room for.`;
  if (event.at > now + MOST_AHEAD_MS)
    return 'By its time it happened more than a day from now. Set the clock of the device that sent it.';
  return undefined;
}
