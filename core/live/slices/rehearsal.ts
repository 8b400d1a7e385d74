import { IsIn, IsOptional } from 'class-validator';
import { Id, Seconds, Title, Whole, YesNo } from '../../fields';
import type { Slice } from '../../log';
import type { Script } from '../../script';
import type { StageState } from './stage';

/** How much faster than life a rehearsal may run. */
export const SPEEDS = [1, 2, 4, 8] as const;
export type Speed = (typeof SPEEDS)[number];

class Rehearsed {
  @IsIn(SPEEDS, { message: 'must be 1, 2, 4 or 8 times as fast as life' }) speed!: Speed;
  /** Draws the mishaps; without it there are none. */
  @IsOptional() @Whole(0, 1e9, 'Draws mishaps') seed?: number;
  /** Somebody is shown through it for the first time. */
  @IsOptional() @YesNo('Guided') guided?: boolean;
}
class TroubleMet {
  @Id() troubleId!: string;
  /** What was done about it, one of its choices. */
  @Title('What was done') did!: string;
}
class SlotCut {
  @Seconds('Shorter by') byS!: number;
}

const kinds = {
  /** How this rehearsal runs; said before its curtain. */
  rehearsal: { body: Rehearsed },
  'trouble met': { body: TroubleMet },
  /** The slot ends earlier than was agreed. */
  'slot cut': { body: SlotCut },
};

export interface RehearsalState {
  rehearsal: { speed: Speed; seed: number | undefined; guided: boolean } | undefined;
  /** What was done about each mishap, by its id, and when. */
  met: Map<string, { did: string; at: number }>;
  slotCutS: number;
}

/** A rehearsal that is more than a show without an audience: faster, with mishaps, or shown to a newcomer. */
export const rehearsal: Slice<RehearsalState & StageState, RehearsalState, Script, typeof kinds> = {
  kinds,
  start: () => ({ rehearsal: undefined, met: new Map(), slotCutS: 0 }),
  apply: {
    rehearsal: (state, { body: { speed, seed, guided = false } }) => {
      if (state.phase === 'before') state.rehearsal = { speed, seed, guided };
    },
    'trouble met': ({ met }, { body, at }) => {
      if (!met.has(body.troubleId)) met.set(body.troubleId, { did: body.did, at });
    },
    'slot cut': (state, { body }) => void (state.slotCutS += body.byS),
  },
};
