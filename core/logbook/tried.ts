import type { Outcome } from './attempt';

/** What was known of the room at an attempt: °C, % of relative humidity. */
export interface TriedIn {
  roomC?: number;
  humidityPercent?: number;
  indoors?: boolean;
}

/** An attempt as a trial looks at it. */
export interface TriedAttempt {
  id: string;
  atMs: number;
  outcome: Outcome;
  /** What was set, each parameter with its value as it is said. */
  set: Readonly<Record<string, string>>;
  reading?: number | string;
  /** What is known of the room it was in. */
  in?: TriedIn;
}
