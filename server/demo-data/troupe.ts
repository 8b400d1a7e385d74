import {
  itemOf,
  readLibraryFile,
  type Crate,
  type Demo,
  type Envelope,
  type Good,
  type Item,
  type LibraryFile,
  type ShowFile,
} from '@hearty/core';
import { addDays, differenceInCalendarDays, formatISO, startOfDay } from 'date-fns';
import { shippedFile } from '../files';

/**
 * The made-up troupe, in the formats that everybody's files have: a library file, show files, and event logs as JSON
 * Lines. Dates in the files are those of a troupe whose today is this day, in UTC; `readTroupe` moves them.
 */
const WRITTEN_ON = '2026-11-23';

const SHOWS = ['weather-in-a-kitchen', 'small-forces', 'cold-snap', 'nine-minutes-of-air'];
const RUNS = Array.from({ length: 12 }, (_, i) => `run-${String(i + 1).padStart(2, '0')}`);

/** The first line of a run's log. */
interface RunHead {
  id: string;
  showId: string;
  rehearsal: boolean;
  openedAt: number;
}

export interface Troupe {
  library: LibraryFile;
  shows: ShowFile[];
  crates: Crate[];
  ledger: Envelope[];
  runs: { head: RunHead; events: Envelope[] }[];
  /** A drawing that hangs at a mark of the hall. */
  frontBench: Buffer;
}

/** Reads the made-up troupe with its dates moved so that it lives now. Errors: throws where a file is damaged. */
export function readTroupe(now = new Date()): Troupe {
  const today = startOfDay(now);
  const days = differenceInCalendarDays(today, `${WRITTEN_ON}T00:00:00`);
  const ms = today.getTime() - Date.parse(`${WRITTEN_ON}T00:00:00Z`);
  const move = (key: string, value: unknown) => {
    if (typeof value === 'string' && /^\d{4}-\d{2}-\d{2}$/.test(value))
      return formatISO(addDays(`${value}T00:00:00`, days), { representation: 'date' });
    return (key === 'at' || key === 'openedAt') && typeof value === 'number' ? value + ms : value;
  };
  const json = <T>(path: string) => JSON.parse(String(shippedFile(`demo-data/${path}`)), move) as T;
  const lines = <T>(path: string) =>
    String(shippedFile(`demo-data/${path}`))
      .split('\n')
      .filter(Boolean)
      .map((line) => JSON.parse(line, move) as T);
  const library = readLibraryFile(json('library.json'));
  if (!library.ok) throw new Error(`The made-up troupe cannot be read: ${JSON.stringify(library.problems)}`);
  return {
    library: library.value,
    shows: SHOWS.map((id) => json<ShowFile>(`shows/${id}.json`)),
    crates: json('crates.json'),
    ledger: lines('ledger.jsonl'),
    runs: RUNS.map((id) => {
      const [head, ...events] = lines<RunHead | Envelope>(`runs/${id}.jsonl`);
      return { head: head as RunHead, events: events as Envelope[] };
    }),
    frontBench: shippedFile('demo-data/front-bench.webp'),
  };
}

/** An item of a running order for a demo, with the demo's own showings and retries. */
export const play = (demo: Demo, more: Partial<Item> = {}): Item => ({
  ...itemOf(demo, `i-${demo.id}`),
  ...more,
});

/** Demos, goods, venues and people of the troupe, for data that is made from them. */
export function troupeDocuments(now?: Date) {
  const { library, shows, crates } = readTroupe(now);
  const byId = <T extends { id: string }>(list: T[]) => [...new Map(list.map((x) => [x.id, x])).values()];
  return {
    demos: library.demos as Demo[],
    goods: library.goods as Good[],
    crates,
    shows: shows.map((file) => file.show),
    venues: byId(shows.map((file) => file.venue)),
    people: byId(shows.flatMap((file) => file.crew)),
  };
}
