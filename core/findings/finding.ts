import type { Change } from '../show';

export type Level = 'stop' | 'caution' | 'note';

export type FindingCode =
  | 'contradiction'
  | 'overrun'
  | 'hard-end'
  | 'slot-odds'
  | 'dead-air'
  | 'reset-late'
  | 'kit-short'
  | 'not-ready'
  | 'gone-stale'
  | 'fixed-missed'
  | 'no-skill'
  | 'nobody'
  | 'two-places'
  | 'station-taken'
  | 'outside-hours'
  | 'not-allowed-now'
  | 'flame-not-allowed'
  | 'loud-no-call'
  | 'long-gap'
  | 'reset-after-end'
  | 'empty'
  | 'log-times'
  | 'action';

/** A way out. Without a change it is one that only a person can take, off the screen. */
export interface Fix {
  label: string;
  change?: Change;
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
