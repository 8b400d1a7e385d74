import { IsOptional } from 'class-validator';
import { Amount, Choice, Day, Id, Title } from '../fields';

/** What may happen to a lot. Amounts are never negative: the kind says which way they go. */
export const MOVE_KINDS = [
  'bought',
  'counted',
  'packed',
  'used',
  'returned',
  'binned',
  'opened',
  'undo',
] as const;
export type MoveKind = (typeof MOVE_KINDS)[number];

/** A quantity of one good that came together. */
export class Lot {
  @Id() id!: string;
  @Id() goodId!: string;
  /** The last day it may be used. */
  @IsOptional() @Day({ label: 'Use by', empty: 'it keeps' }) expires?: string;
}

/**
 * A move as somebody writes it down. `amount` in the good's unit. `day` is the sender's calendar day.
 * bought, returned: onto the shelf · packed: off the shelf, out with a show · counted: so much is on the shelf now ·
 * used, binned: gone, from what is out with the show first, then from the shelf · opened: nothing moves · undo: `ofId`
 * counts as never written.
 */
export class WrittenMove {
  @Id() id!: string;
  @Id() lotId!: string;
  @Choice(MOVE_KINDS, 'What happened') kind!: MoveKind;
  @Amount(0, 1e9, 'How much') amount!: number;
  @Day('On') day!: string;
  @IsOptional() @Id() showId?: string;
  @IsOptional() @Id() ofId?: string;
  @IsOptional() @Title('Note') note?: string;
}

/** One line of the ledger: a move with the moment (ms since 1970) and the tick of the event that brought it. */
export interface StoreMove extends WrittenMove {
  at: number;
  tick: number;
}
