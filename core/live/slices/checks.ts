import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsNumber,
  IsString,
  Max,
  MaxLength,
  Min,
  ValidateIf,
} from 'class-validator';
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

class AllThere {
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(200)
  @IsString({ each: true })
  @MaxLength(64, { each: true })
  checkIds!: string[];
}

const kinds = {
  check: { body: CheckMade },
  /** Everything that was open at a mark, at one look. */
  'all there': { body: AllThere },
};

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
    'all there': ({ checks }, { body, at }) => {
      for (const id of body.checkIds) checks.set(id, { value: true, at });
    },
  },
};
