import type { RunEvent } from './live';
import type { Reliability } from './logbook';
import type { Good, Problem, ShowFile } from './show';
import type { BuyLine, LotStock, StoreMove, TourShow } from './supplies';

/** The shapes in which the server answers its screens. Types only; times of day in ms since 1970, lengths in seconds. */

/** A document as the server keeps it: `version` counts its changes. */
export interface Stored<T> {
  id: string;
  version: number;
  body: T;
}

/** A document that cannot be read, or that names something gone: where, and what is wrong with it. */
export interface Broken {
  kind: 'demo' | 'show' | 'venue' | 'person' | 'good' | 'crate';
  id: string;
  title: string;
  /** It can be opened and mended; else it can only be saved as it is and put away. */
  opens: boolean;
  problems: Problem[];
}

export interface RunSummary {
  id: string;
  showId: string;
  title: string;
  openedAt: number;
  rehearsal: boolean;
  phase: string;
  curtainAt: number | null;
  downAt: number | null;
}

export interface Run extends RunSummary {
  file: ShowFile;
  events: RunEvent[];
  lastSeq: number;
}

/** Something ticked off for a show: loaded, home again, or prepared. `at` in ms since 1970. */
export interface Tick {
  way: 'out' | 'home' | 'prep';
  key: string;
  at: number;
}

/** The stores as they are: lots with what is left of them, and the newest moves. */
export interface StoresAnswer {
  goods: Stored<Good>[];
  lots: LotStock[];
  moves: StoreMove[];
}

/** The shows to come against one shelf, and what they want bought. `today` is the server's calendar day. */
export interface TourAnswer {
  today: string;
  shows: TourShow[];
  buying: BuyLine[];
}

/** One line of the list of shows: when, where, how ready, what is open. */
export interface ShowLine {
  id: string;
  version: number;
  title: string;
  date: string;
  curtainUp: string;
  venue: string;
  heads: number;
  items: number;
  endS: number;
  slotEndS: number;
  stops: number;
  cautions: number;
  toBuy: number;
  /** Why it has no plan, where it has none. */
  trouble?: string;
  openRun: RunSummary | null;
  lastRun: RunSummary | null;
}

export interface DemoLine extends Reliability {
  demoId: string;
  title: string;
  worked: number;
  partly: number;
  failed: number;
  playsS: number[];
  causes: { cause: string; times: number }[];
}

export interface RunLine extends RunSummary {
  plannedS: number;
  actualS: number | null;
  attempts: number;
  failed: number;
  nearMisses: number;
  openActions: number;
}

export interface Logbook {
  demos: DemoLine[];
  runs: RunLine[];
  actions: { id: string; text: string; on: string; onId: string }[];
}
