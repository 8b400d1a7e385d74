import { Matches } from 'class-validator';
import { Choice, Many, YesNo } from '../fields';
import { readInside, type Envelope, type EventOf } from '../log';
import type { Checked } from '../show';
import { Lot, WrittenMove } from '../supplies';

/** One act at the shelves: moves that belong together and the new lots they are about. All of it counts, or none. */
class LedgerWritten {
  @Many(() => Lot, 500) lots!: Lot[];
  @Many(() => WrittenMove, 500) moves!: WrittenMove[];
}

class Ticked {
  @Choice(['out', 'home', 'prep'], 'Which list') way!: 'out' | 'home' | 'prep';
  @Matches(/^[A-Za-z0-9_:.-]{1,200}$/, { message: 'must name what is ticked' }) key!: string;
  @YesNo('Done') done!: boolean;
}

export const STORES_KINDS = { written: { body: LedgerWritten } };
export const TICK_KINDS = { tick: { body: Ticked } };

export type StoresEvent = EventOf<typeof STORES_KINDS>;
export type TickEvent = EventOf<typeof TICK_KINDS>;

/** Reads what an envelope that was checked holds as an act at the shelves. Errors: problems with their paths. */
export const insideStores = (outside: Envelope): Checked<StoresEvent> => readInside(STORES_KINDS, outside);

/** Reads what an envelope that was checked holds as a tick. Errors: problems with their paths. */
export const insideTick = (outside: Envelope): Checked<TickEvent> => readInside(TICK_KINDS, outside);
