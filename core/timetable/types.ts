import type { Timing } from '../show';

/** Where an item's times came from: typed for this item, the log of past runs, or the demo's own steps. */
export type TimingFrom = 'by hand' | 'log' | 'demo';

/** Seconds from curtain-up throughout; before curtain-up they are negative. */
export interface PlannedItem {
  itemId: string;
  title: string;
  startS: number;
  endS: number;
  /** Whole item: the first showing, further showings and a reset in view; no retries. */
  timing: Timing;
  timingFrom: TimingFrom;
  /** Dead air before it. */
  waitS: number;
  presenterId: string | undefined;
  helperIds: string[];
}

export interface PlannedTask {
  id: string;
  itemId: string;
  taskId: string;
  title: string;
  personId: string | undefined;
  startS: number;
  handsOffS: number;
  readyS: number;
  /** Absent where it keeps. */
  staleS: number | undefined;
  /** When the next task of the chain, or the item, takes it up. */
  usedS: number;
}

export interface PlannedReset {
  itemId: string;
  title: string;
  personId: string | undefined;
  startS: number;
  endS: number;
}

export interface Timetable {
  items: PlannedItem[];
  tasks: PlannedTask[];
  resets: PlannedReset[];
  arrivals: { personId: string; arrivesS: number }[];
  getInS: number;
  doorsS: number;
  /** End of the last item. */
  endS: number;
  slotEndS: number;
  deadAirS: number;
  /** When the first hands are needed: the earliest task, or curtain-up. */
  firstHandsS: number;
}

export type Level = 'stop' | 'caution' | 'note';

export type FindingCode =
  | 'overrun'
  | 'slot-odds'
  | 'dead-air'
  | 'not-ready'
  | 'gone-stale'
  | 'no-skill'
  | 'nobody'
  | 'kit-short'
  | 'reset-late'
  | 'two-places'
  | 'flame-not-allowed'
  | 'empty'
  | 'log-times'
  | 'action';

/** A change of the show that a person can accept with one press; applied by `applyChange`. */
export type Change =
  | { kind: 'set-arrival'; personId: string; arrives: string }
  | { kind: 'remove-item'; itemId: string }
  | { kind: 'move-item'; itemId: string; toIndex: number }
  | { kind: 'set-timing'; itemId: string; timing: Timing | undefined };

export interface Fix {
  label: string;
  change: Change;
}

/** What a computation has to say to a person: where, how much, why, and the way out. */
export interface Finding {
  level: Level;
  code: FindingCode;
  /** The moment it concerns, seconds from curtain-up. */
  at: number;
  itemId?: string;
  says: string;
  numbers: Record<string, number>;
  fixes: Fix[];
}
