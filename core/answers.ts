import type { Odds } from './script';
import type { RunEvent, RunRole, Remark } from './live';
import type {
  Attempt,
  Calibration,
  Comparisons,
  Period,
  Season,
  SeasonCause,
  SeasonRun,
  Trial,
} from './logbook';
import type { Due } from './plan';
import type { Good, Problem, ShowFile, VenueKind } from './show';
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
  version: number;
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
  /** Why it does not count; null where it does. */
  struck?: string | null;
  phase: string;
  curtainAt: number | null;
  downAt: number | null;
}

/** A run with its show as it was when it was opened; its events are asked for apart. */
export interface Run extends RunSummary {
  file: ShowFile;
}

/** Something that was written about a demo, and in the run of which show. */
export interface RemarkLine extends Remark {
  runId: string;
  showId: string;
  title: string;
}

/** An attempt and the show it was made in. */
export type AttemptInShow = Attempt & Pick<RunSummary, 'showId' | 'title'>;

/** What the attempts at a demo show of what was set. */
export interface DemoTrials {
  trials: Trial[];
  comparisons: Comparisons;
  /** Attempts that are older than those looked at. */
  older: number;
}

/** What changed: a document, by the address of its kind, with its version (null: ask); or a log, and by which device. */
export type News = { kind: string; id: string; version: number | null } | { log: string; device: string };

/** What became of an event sent to the server, in the order they were sent. */
export interface EventAnswer {
  /** Empty where what was sent has none. */
  id: string;
  is: 'kept' | 'known' | 'refused';
  /** Why it was refused. */
  message?: string;
}

/** The answer to events: what became of each, and the server's time in ms since 1970. */
export interface EventsAnswer {
  answers: EventAnswer[];
  now: number;
}

/** Events of a run after a place in its log; `more` where that was not all of them. */
export interface EventsPage {
  events: RunEvent[];
  lastSeq: number;
  more: boolean;
  now: number;
  /** What the asking device may do in this run. */
  role: RunRole;
  /**
   * The house (a database and its backups), a dot, and what changes when a backup is restored: places in the log from
   * before that mean nothing then.
   */
  generation: string;
}

/** What a run's line brings: the events after a place in its log. Without `events`, there are too many: ask for them. */
export interface EventsNews extends Pick<EventsPage, 'lastSeq' | 'generation'> {
  after: number;
  events?: RunEvent[];
}

/** A run that a device gives back to a server whose restored backup does not have it. */
export interface RunGivenBack {
  showId: string;
  rehearsal: boolean;
  openedAt: number;
  file: ShowFile;
}

/** Who one is to the server: on its own machine, a planner by passphrase, or a screen of these runs. */
export interface Here {
  here: boolean;
  plans: boolean;
  /** Whether there is a passphrase to give. */
  passphrase: boolean;
  /** On the server's own machine too, only the address with the owner's key opens planning. */
  keyed?: true;
  runs: { runId: string; role: RunRole }[];
  /** As in `EventsPage`. */
  generation: string;
}

/** What a code opened. */
export interface Joined {
  runId: string;
  role: RunRole;
  title: string;
}

/** Where other machines reach the server, if it is open to them. `here`: it was asked on its own machine. */
export interface Reach {
  open: boolean;
  here: boolean;
  passphrase: boolean;
  /** Whether other machines are let in and out here, or by how the server was started. */
  canShut: boolean;
  addresses: string[];
}

/** The codes that bring screens into a run; none once its curtain is down. */
export interface Codes {
  codes: { role: RunRole; code: string }[];
}

/** Something ticked off for a show: loaded, home again, or prepared. `at` in ms since 1970. */
export interface Tick {
  way: 'out' | 'home' | 'prep';
  key: string;
  at: number;
}

/** What is ticked off for a show; `tick`: the largest of its log. */
export interface TicksAnswer {
  ticks: Tick[];
  tick: number;
}

/** Work of a run's show that was ticked off on Prep, by the keys of its lines. */
export interface PrepDone {
  keys: string[];
}

/** The stores as they are: lots with what is left of them, and the newest moves; `tick`: the largest of the ledger. */
export interface StoresAnswer {
  tick: number;
  goods: Stored<Good>[];
  lots: LotStock[];
  moves: StoreMove[];
  /** What the shows these moves are of are called, by id. */
  titles: Record<string, string>;
}

/** Whether what a run used is in the ledger. */
export interface InStores {
  written: boolean;
}

/** What a show's plan says, in a line; times in s. */
export interface ShowSummary {
  endS: number;
  stops: number;
  cautions: number;
  /** How many goods are short, where the show is still to come. */
  toBuy?: number;
  /** Why it has no plan, where it has none. */
  trouble?: string;
}

/**
 * The shows to come against one shelf, and what they want bought. `today` is the server's calendar day. Not `fresh`
 * while something newer is being worked out: ask again.
 */
export interface TourAnswer {
  fresh: boolean;
  today: string;
  shows: TourShow[];
  buying: BuyLine[];
}

/** One line of the list of shows: when, where, how ready, what is open. */
export interface ShowLine extends ShowSummary {
  id: string;
  version: number;
  title: string;
  date: string;
  curtainUp: string;
  venue: string;
  heads: number;
  items: number;
  slotEndS: number;
  /** False while nothing is known of its plan yet; a show of the past that was never planned stays so. */
  planned: boolean;
  openRun: RunSummary | null;
  lastRun: RunSummary | null;
}

/** The shows to come in their order, what is due for the next one, and whether there are shows of the past. */
export interface Overview {
  fresh: boolean;
  next: { showId: string; due: Due[] } | null;
  coming: ShowLine[];
  anyPast: boolean;
}

/** A page of the past, the newest first. */
export interface PastShows {
  past: ShowLine[];
  morePast: boolean;
}

export interface DemoLine extends Odds {
  demoId: string;
  title: string;
  worked: number;
  partly: number;
  failed: number;
  /** What its failed attempts took at shows, in s. */
  lostS: number;
  /** The odds as a 90 % interval. */
  likely: [low: number, high: number];
  causes: { cause: string; times: number }[];
}

/** What the logbook is asked for: a year, a kind of venue, a demo; what is left out is all of it. */
export interface LogbookAsk {
  year?: number;
  venueKind?: VenueKind;
  demoId?: string;
}

/** A demo's record: its odds, its attempts over time, what its failures came from, and what was changed before them. */
export interface DemoRecordAnswer {
  line: DemoLine;
  /** At shows, by month: "2026-03". */
  months: Period[];
  causes: SeasonCause[];
  changes: { change: string; worked: number; times: number }[];
}

export type RunLine = RunSummary & SeasonRun;

/** A further page of runs. */
export type RunPage = Pick<Logbook, 'runs' | 'moreRuns'>;

export interface Logbook {
  season: Season;
  /** How the forecasts of the newest shows held, whatever part is asked for. */
  calibration: Calibration;
  /** Years in which something was played, the newest first. */
  years: number[];
  demos: DemoLine[];
  causes: SeasonCause[];
  /** Of the shows to come. */
  due: { demoId: string; message: string }[];
  /** The newest; `moreRuns` where there are older ones. */
  runs: RunLine[];
  moreRuns: boolean;
  /** So many runs of which it is still being worked out how long they were planned and what they used up. */
  costsPending: number;
  /** Open; `title`: what it hangs on. Of one demo, where one is asked for. */
  actions: { id: string; text: string; title: string }[];
}

/** What a database holds; `newest`: its latest change, in ms since 1970. */
export interface Holds {
  shows: number;
  demos: number;
  goods: number;
  runs: number;
  events: number;
  moves: number;
  newest: number;
}

/** What bringing a copy back would put in the place of what. */
export interface BackupPreview {
  here: Holds;
  there: Holds;
  lost: Lost;
}

/** How many documents and runs of a backup cannot be read. They are restored as they are, and harm nothing else. */
export interface Examined {
  documents: number;
  runs: number;
}

/** How much of what is here the copy does not have: documents in the version they are in here, runs, events, moves. */
export interface Lost {
  documents: number;
  runs: number;
  events: number;
  moves: number;
}
