import type { Change } from '../show';

export type Level = 'stop' | 'caution' | 'note';

/** What mends a finding. Without a change it is one that only a person can take, off the screen. */
export interface Fix {
  label: string;
  change?: Change;
  /** It is offered for the odds of ending within the slot: those without it. What they are with it is added to the label. */
  slotOdds?: number;
  /** Of those that share this word only the first that works is offered. */
  oneOf?: string;
}

/** What a computation reports to a person: where, how much, why, and the fixes. */
export interface Finding<Code extends string = string> {
  level: Level;
  code: Code;
  /** The moment it concerns, seconds from curtain-up. */
  at: number;
  itemId?: string;
  /** The good it is about, where it is about one. */
  goodId?: string;
  message: string;
  numbers: Record<string, number>;
  fixes: Fix[];
  /** A stop that cannot be overridden: fix it, or leave the item out. */
  isFinal?: true;
  /** Who acknowledged the stop, and why: "Robin acknowledged it: the hall’s technician agreed". */
  acknowledged?: string;
}

/** Where a finding belongs: a moment, seconds from curtain-up, and the item or good it is about. */
export type Place = Pick<Finding, 'at' | 'itemId' | 'goodId'>;

export const fix = (label: string, change?: Change): Fix => (change ? { label, change } : { label });

/** Builds a finding; numbers and fixes may be left out. */
export const finding = <Code extends string>(
  level: Level,
  code: Code,
  { at, itemId, goodId }: Place,
  {
    message,
    numbers = {},
    fixes = [],
    isFinal,
  }: Pick<Finding, 'message'> & Partial<Pick<Finding, 'numbers' | 'fixes' | 'isFinal'>>,
): Finding<Code> => ({
  level,
  code,
  at,
  ...(itemId !== undefined && { itemId }),
  ...(goodId !== undefined && { goodId }),
  message,
  numbers,
  fixes,
  ...(isFinal && { isFinal }),
});

/** Whether it is a stop that nobody acknowledged. */
export const isOpenStop = ({ level, acknowledged }: Finding): boolean =>
  level === 'stop' && acknowledged === undefined;

const RANK: Record<Level, number> = { stop: 0, caution: 1, note: 2 };

/** In the order of the moment they concern, and stops before cautions before notes. For `sort`. */
export const byMoment = (a: Finding, b: Finding): number => a.at - b.at || RANK[a.level] - RANK[b.level];
