import { IsIn, IsISO8601, IsNumber, IsOptional, Matches, Max, Min } from 'class-validator';
import { Id, Title } from '../fields';

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
  @IsOptional()
  @Matches(/^\d{4}-\d{2}-\d{2}$/, { message: 'must be a date such as 2026-12-12' })
  @IsISO8601({ strict: true }, { message: 'must be a date that exists' })
  expires?: string;
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
  @IsIn(MOVE_KINDS) kind!: MoveKind;
  @IsNumber() @Min(0) @Max(1e9) amount!: number;
  @Matches(/^\d{4}-\d{2}-\d{2}$/, { message: 'must be a date such as 2026-12-12' })
  @IsISO8601({ strict: true }, { message: 'must be a date that exists' })
  day!: string;
  @IsOptional() @Id() showId?: string;
  @IsOptional() @Id() ofId?: string;
  @IsOptional() @Title() note?: string;
}

/** One line of the ledger: a move with the moment (ms since 1970) and the tick of the event that brought it. */
export interface StoreMove extends WrittenMove {
  at: number;
  tick: number;
}
