import type { Db } from './db';
import type { Runs } from './live/runs';
import type { Stores } from './stores';

interface Services {
  runs: Runs;
  stores: Stores;
  /** Called with a run that could not be summed up; it is left out. */
  failed: (runId: string, error: unknown) => void;
}

/**
 * The tables that lists read, each with the version of the program that fills it. Raise a version when what is written
 * changes: the next start fills the table again from the logs.
 */
const PROJECTIONS: {
  name: string;
  version: number;
  rebuild: (services: Services) => void;
}[] = [
  {
    name: 'runs',
    version: 6,
    rebuild: ({ runs, failed }) => runs.rebuild(failed),
  },
  { name: 'stock', version: 2, rebuild: ({ stores }) => stores.rebuild() },
];

/** Fills again what an older program filled. Each in a transaction of its own: killed halfway, it begins again. */
export function bringUpToDate(db: Db, services: Services): void {
  const versionOf = db.prepare('SELECT version FROM projection WHERE name = ?').pluck();
  for (const { name, version, rebuild } of PROJECTIONS) {
    if (versionOf.get(name) === version) continue;
    db.transaction(() => {
      rebuild(services);
      db.prepare('INSERT OR REPLACE INTO projection (name, version) VALUES (?, ?)').run(name, version);
    })();
  }
}
