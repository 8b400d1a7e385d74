import type { Envelope, RunRole, RunSummary, ShowFile } from '@hearty/core';
import { openDB, type DBSchema } from 'idb';

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

/** Whether two generations are of one house; where the first is not known, nothing speaks against it. */
export const isOfOneHouse = (known: string | undefined, now: string): boolean =>
  known === undefined || known.split('.')[0] === now.split('.')[0];

interface LogDb extends DBSchema {
  runs: { key: string; value: KeptRun };
  events: { key: string; value: KeptEvent; indexes: { run: string; is: Standing } };
}

const keyOf = ({ run, id }: Pick<Envelope, 'run' | 'id'>) => `${run}/${id}`;

/** Where rows are kept: on the device's disk, or in memory where the browser keeps nothing. */
interface Rows {
  isInMemory: boolean;
  /** Writes rows and removes others, all or none. */
  write: (rows: readonly KeptEvent[], remove?: readonly string[]) => Promise<void>;
  /** In the order of their keys. */
  find: (by: 'run' | 'is', value: string, limit?: number) => Promise<KeptEvent[]>;
  count: (is: Standing) => Promise<number>;
  run: (id: string) => Promise<KeptRun | undefined>;
  runs: () => Promise<KeptRun[]>;
  keepRun: (run: KeptRun) => Promise<unknown>;
  close: () => void;
}

/** Errors: rejects where the browser keeps nothing, as with site data blocked. */
async function rowsOnDisk(name: string): Promise<Rows> {
  const db = await openDB<LogDb>(name, 1, {
    upgrade(fresh) {
      fresh.createObjectStore('runs', { keyPath: 'id' });
      const events = fresh.createObjectStore('events', { keyPath: 'key' });
      events.createIndex('run', 'run');
      events.createIndex('is', 'is');
    },
  });
  return {
    isInMemory: false,
    write: async (rows, remove = []) => {
      const tx = db.transaction('events', 'readwrite', { durability: 'strict' });
      await Promise.all([
        ...rows.map((row) => tx.store.put(row)),
        ...remove.map((key) => tx.store.delete(key)),
        tx.done,
      ]);
    },
    find: (by, value, limit) => db.getAllFromIndex('events', by, value as Standing, limit),
    count: (is) => db.countFromIndex('events', 'is', is),
    run: (id) => db.get('runs', id),
    runs: () => db.getAll('runs'),
    keepRun: (run) => db.put('runs', run),
    close: () => db.close(),
  };
}

function rowsInMemory(): Rows {
  const events = new Map<string, KeptEvent>();
  const runs = new Map<string, KeptRun>();
  const sorted = () => [...events.values()].sort((a, b) => (a.key < b.key ? -1 : 1));
  return {
    isInMemory: true,
    write: async (rows, remove = []) => {
      for (const row of rows) events.set(row.key, row);
      for (const key of remove) events.delete(key);
    },
    find: async (by, value, limit) =>
      sorted()
        .filter((row) => row[by] === value)
        .slice(0, limit),
    count: async (is) => sorted().filter((row) => row.is === is).length,
    run: async (id) => runs.get(id),
    runs: async () => [...runs.values()],
    keepRun: async (run) => runs.set(run.id, run),
    close: () => undefined,
  };
}

/**
 * The logs on this device's disk. What a call here wrote is on the disk, not in a buffer, when it returns; where the
 * browser keeps nothing it is in this tab's memory, and `isInMemory` says so.
 */
export function openDisk(name = 'hearty-log') {
  let opened: Promise<Rows> | undefined;
  const rows = () => (opened ??= rowsOnDisk(name).catch(rowsInMemory));

  return {
    isInMemory: async (): Promise<boolean> => (await rows()).isInMemory,
    /** Events of this device that are to be sent, or of others that were fetched. */
    keep: async (events: readonly Envelope[], is: 'owed' | 'kept'): Promise<void> =>
      (await rows()).write(events.map((event) => ({ key: keyOf(event), run: event.run, event, is }))),
    /** The oldest the server has not answered for yet. */
    owed: async (limit: number): Promise<Envelope[]> =>
      (await (await rows()).find('is', 'owed', limit)).map((r) => r.event),
    countOwed: async (): Promise<number> => (await rows()).count('owed'),
    refused: async (): Promise<KeptEvent[]> => (await rows()).find('is', 'refused'),
    /** Writes down what became of events. Those of a log that is not kept here are forgotten once the server has them. */
    settle: async (
      answered: readonly { event: Envelope; is: Standing; message?: string }[],
      keeps: (run: string) => boolean,
    ): Promise<void> => {
      const isDone = ({ is, event }: { event: Envelope; is: Standing }) => is === 'kept' && !keeps(event.run);
      await (
        await rows()
      ).write(
        answered
          .filter((row) => !isDone(row))
          .map((row) => ({ key: keyOf(row.event), run: row.event.run, ...row })),
        answered.filter(isDone).map((row) => keyOf(row.event)),
      );
    },
    /** A log's events as far as they are here, but for those the server refused. */
    ofRun: async (run: string): Promise<KeptEvent[]> =>
      (await (await rows()).find('run', run)).filter((r) => r.is === 'owed' || r.is === 'kept'),
    run: async (id: string): Promise<KeptRun | undefined> => (await rows()).run(id),
    keepRun: async (run: KeptRun): Promise<void> => void (await (await rows()).keepRun(run)),
    /** The newest opened first. */
    runs: async (): Promise<KeptRun[]> =>
      (await (await rows()).runs()).sort((a, b) => b.openedAt - a.openedAt),
    close: async (): Promise<void> => (await opened)?.close(),
  };
}

export type Disk = ReturnType<typeof openDisk>;
export type RunHere = Pick<RunSummary, 'id' | 'showId' | 'title' | 'openedAt' | 'rehearsal' | 'phase'>;
