import { IsOptional } from 'class-validator';
import { Choice, Id, Seconds, Text, YesNo } from '../fields';

export const OUTCOMES = ['worked', 'partly', 'failed', 'not tried'] as const;
export type Outcome = (typeof OUTCOMES)[number];

/** What a calculator of the demo predicted of an attempt: its verdict, and the figure that the demo's reading measures. */
export interface Prediction {
  benchId: string;
  title: string;
  message: string;
  /** Whether it predicted a failure. */
  fails: boolean;
  label?: string;
  value?: number | string;
  unit?: string;
}

/** What is known of the room at an attempt: °C, % of relative humidity. */
export interface RoomThen {
  roomC?: number;
  humidityPercent?: number;
  indoors?: boolean;
}

/**
 * One attempt at a demo in a run, as the log keeps it. `takesS`: whole seconds from the item's beginning, or the attempt
 * before, holds left out. The fields without a check are the log's own: an attempts file does not have them.
 */
export class Attempt {
  @Id() id!: string;
  @Id() runId!: string;
  @Id() itemId!: string;
  @Id() demoId!: string;
  /** When it was closed, milliseconds since 1970. */
  @Seconds('At', 8.64e15) atMs!: number;
  @YesNo('Rehearsal') rehearsal!: boolean;
  @Choice(OUTCOMES, 'Outcome') outcome!: Outcome;
  @IsOptional() @Seconds('Took') takesS?: number;
  @IsOptional() @Text(160, 'Symptom') symptom?: string;
  @IsOptional() @Text(160, 'Cause') cause?: string;
  /** What was changed before it. */
  change?: string;
  /** In a series: the level it was made at. */
  level?: string;
  /** Each parameter with its value, as text. */
  set?: Readonly<Record<string, string>>;
  /** What was measured after it. */
  reading?: number | string;
  /** What calculators predicted of it. */
  predictions?: Prediction[];
  room?: RoomThen;
}

/** Puts a value into the list that a key has. */
export function push<K, T>(map: Map<K, T[]>, key: K, value: T): void {
  const list = map.get(key);
  if (list) list.push(value);
  else map.set(key, [value]);
}
