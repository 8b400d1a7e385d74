import { Choice, Id, Seconds, Text, YesNo } from '../fields';
import { IsOptional } from 'class-validator';

export const OUTCOMES = ['worked', 'partly', 'failed', 'not tried'] as const;
export type Outcome = (typeof OUTCOMES)[number];

/** One try at a demo in a run. `takesS`: whole seconds from the item's beginning, or the try before, holds left out. */
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
  @IsOptional() @Text(160, 'What one saw') symptom?: string;
  @IsOptional() @Text(160, 'Cause') cause?: string;
}

/** Puts a value into the list that a key has. */
export function push<K, T>(map: Map<K, T[]>, key: K, value: T): void {
  const list = map.get(key);
  if (list) list.push(value);
  else map.set(key, [value]);
}
