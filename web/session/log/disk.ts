import type { Envelope, RunRole, RunSummary, ShowFile } from '@hearty/core';
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';

/** Where an event of this device stands: owed to the server, kept there, refused by it, or refused and put away here. */
export type Standing = 'owed' | 'kept' | 'refused' | 'put away';

export interface KeptEvent {
  key: string;
  run: string;
  event: Envelope;
  is: Standing;
  message?: string;
}

/** A run as this device keeps it; `lastSeq` is how far it has the server's log. */
export interface KeptRun {
  id: string;
  showId: string;
  title: string;
  openedAt: number;
  rehearsal: boolean;
  phase: string;
  /** What this device may do in it; everything where nothing is said. */
  role?: RunRole;
  file: ShowFile;
  lastSeq: number;
  /** The generation of the server's logs in which `lastSeq` was counted. */
  generation?: string;
}

interface LogDb extends DBSchema {
  runs: { key: string; value: KeptRun };
  events: { key: string; value: KeptEvent; indexes: { run: string; is: Standing } };
}

const keyOf = ({ run, id }: Pick<Envelope, 'run' | 'id'>) => `${run}/${id}`;

/** The logs on this device's disk. What a call here wrote is on the disk, not in a buffer, when it returns. */
export function openDisk(name = 'hearty-log') {
  let opened: Promise<IDBPDatabase<LogDb>> | undefined;
  const db = () =>
    (opened ??= openDB<LogDb>(name, 1, {
      upgrade(fresh) {
        fresh.createObjectStore('runs', { keyPath: 'id' });
        const events = fresh.createObjectStore('events', { keyPath: 'key' });
        events.createIndex('run', 'run');
        events.createIndex('is', 'is');
      },
    }));

  const put = async (rows: readonly KeptEvent[]): Promise<void> => {
    const tx = (await db()).transaction('events', 'readwrite', { durability: 'strict' });
    await Promise.all([...rows.map((row) => tx.store.put(row)), tx.done]);
  };

  return {
    /** Events of this device that are to be sent, or of others that were fetched. */
    keep: (events: readonly Envelope[], is: 'owed' | 'kept'): Promise<void> =>
      put(events.map((event) => ({ key: keyOf(event), run: event.run, event, is }))),
    /** The oldest the server has not answered for yet. */
    owed: async (limit: number): Promise<Envelope[]> =>
      (await (await db()).getAllFromIndex('events', 'is', 'owed', limit)).map((r) => r.event),
    countOwed: async (): Promise<number> => (await db()).countFromIndex('events', 'is', 'owed'),
    refused: async (): Promise<KeptEvent[]> => (await db()).getAllFromIndex('events', 'is', 'refused'),
    /** Writes down what became of events. Those of a log that is not kept here are forgotten once the server has them. */
    settle: async (
      rows: readonly { event: Envelope; is: Standing; message?: string }[],
      keeps: (run: string) => boolean,
    ): Promise<void> => {
      const tx = (await db()).transaction('events', 'readwrite', { durability: 'strict' });
      await Promise.all([
        ...rows.map(({ event, is, message }) =>
          is === 'kept' && !keeps(event.run)
            ? tx.store.delete(keyOf(event))
            : tx.store.put({
                key: keyOf(event),
                run: event.run,
                event,
                is,
                ...(message !== undefined && { message }),
              }),
        ),
        tx.done,
      ]);
    },
    /** A log's events as far as they are here, but for those the server refused. */
    ofRun: async (run: string): Promise<KeptEvent[]> =>
      (await (await db()).getAllFromIndex('events', 'run', run)).filter(
        (r) => r.is === 'owed' || r.is === 'kept',
      ),
    run: async (id: string): Promise<KeptRun | undefined> => (await db()).get('runs', id),
    keepRun: async (run: KeptRun): Promise<void> => void (await (await db()).put('runs', run)),
    /** The newest opened first. */
    runs: async (): Promise<KeptRun[]> =>
      (await (await db()).getAll('runs')).sort((a, b) => b.openedAt - a.openedAt),
    close: async (): Promise<void> => (await opened)?.close(),
  };
}

export type Disk = ReturnType<typeof openDisk>;
export type RunHere = Pick<RunSummary, 'id' | 'showId' | 'title' | 'openedAt' | 'rehearsal' | 'phase'>;
