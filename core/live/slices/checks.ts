import { IsNumber, Max, Min, ValidateIf } from 'class-validator';
import { Id } from '../../fields';
import type { Slice } from '../../log';
import type { Script } from '../../script';

class CheckMade {
  @Id() checkId!: string;
  /** Yes, no, a reading, or null to take the answer back. */
  @ValidateIf((e: CheckMade) => typeof e.value !== 'boolean' && e.value !== null)
  @IsNumber()
  @Min(-1e9)
  @Max(1e9)
  value!: boolean | number | null;
}

const kinds = { check: { body: CheckMade } };

export interface ChecksState {
  /** The newest answer to each check, by its id. */
  checks: Map<string, { value: boolean | number; at: number }>;
}

/** The set-up before doors: what was looked at, and what was found. */
export const checksMade: Slice<ChecksState, ChecksState, Script, typeof kinds> = {
  kinds,
  start: () => ({ checks: new Map() }),
  apply: {
    check: ({ checks }, { body, at }) => {
      if (body.value === null) checks.delete(body.checkId);
      else checks.set(body.checkId, { value: body.value, at });
    },
  },
};
