import {
  blankDemo,
  itemOf,
  type Cause,
  type Condition,
  type ConsumableNeed,
  type Demo,
  type DemoBench,
  type Fault,
  type Item,
  type KitNeed,
  type PrepTask,
  type Step,
  type StepKind,
  type Timing,
  type Worn,
} from '@hearty/core';

/** Short hands for writing demos down. Everything built here is invented. */

type Written = Omit<Partial<Demo>, 'steps'> & Pick<Demo, 'id' | 'title' | 'topic' | 'mark' | 'steps'>;

export const demo = (written: Written): Demo => ({ ...blankDemo(written.id), ...written });

/** Steps written as [kind, text, likely seconds, spread]; best and worst lie the spread's share around likely. */
export function steps(...rows: [StepKind, string, number, number?, Step['timer']?][]): Step[] {
  return rows.map(([kind, text, likelyS, spread = 0.3, timer], i) => ({
    id: `s${i + 1}`,
    kind,
    text,
    bestS: Math.round(likelyS * (1 - spread * 0.6)),
    likelyS,
    worstS: Math.round(likelyS * (1 + spread * 1.6)),
    ...(timer && { timer }),
  }));
}

/** Steps of which some (by their places, from 0) are done by others than whoever presents. */
export const doneBy = (list: Step[], by: NonNullable<Step['by']>, ...places: number[]): Step[] =>
  list.map((step, i) => (places.includes(i) ? { ...step, by } : step));

/** Steps of which some belong to some showings only. */
export const inShowings = (list: Step[], when: Record<string, NonNullable<Step['showing']>>): Step[] =>
  list.map((step) => (when[step.id] ? { ...step, showing: when[step.id]! } : step));

export const prep = (
  id: string,
  title: string,
  handsOnS: number,
  more: Partial<PrepTask> = {},
): PrepTask => ({
  id,
  title,
  handsOnS,
  who: { kind: 'anyone' },
  readyAfterS: 0,
  beforeDoors: false,
  ...more,
});

/** A bench that a demo holds: what it stands at, and which goods are as much as which of its figures. */
export const bench = (
  benchId: string,
  inputs: Record<string, number | string> = {},
  amounts: Record<string, string> = {},
  more: Partial<DemoBench> = {},
): DemoBench => ({
  id: benchId,
  benchId,
  inputs: Object.entries(inputs).map(([name, v]) =>
    typeof v === 'number' ? { name, value: v } : { name, word: v },
  ),
  amounts: Object.entries(amounts).map(([goodId, figure]) => ({ goodId, figure })),
  limits: false,
  ...more,
});

export const kit = (goodId: string, count = 1, turnRoundS = 0): KitNeed => ({ goodId, count, turnRoundS });

export const use = (
  goodId: string,
  amount: number,
  per: ConsumableNeed['per'] = 'attempt',
  wastePct = 0,
): ConsumableNeed => ({
  goodId,
  amount,
  per,
  wastePct,
});

export const worn = (goodId: string, by: Worn['by'], fromStepId?: string, toStepId?: string): Worn => ({
  goodId,
  by,
  ...(fromStepId !== undefined && { fromStepId }),
  ...(toStepId !== undefined && { toStepId }),
});

export const fault = (symptom: string, ...causes: [string, string, string][]): Fault => ({
  symptom,
  causes: causes.map(([cause, quickTest, cure]): Cause => ({ cause, quickTest, cure })),
});

export const yesNo = (id: string, what: string, must = true): Condition => ({
  id,
  what,
  kind: 'yes-no',
  must,
});

/** Tried out, and for how long that holds, in seconds. */
export const tested = (id: string, what: string, holdsS?: number): Condition => ({
  ...yesNo(id, what),
  kind: 'tested',
  ...(holdsS !== undefined && { holdsS }),
});

/** Steps, some of which (by their places, from 0) the show does not go on without. */
export const locked = (list: Step[], ...places: number[]): Step[] =>
  list.map((step, i) => (places.includes(i) ? { ...step, interlock: true } : step));

export const measured = (
  id: string,
  what: string,
  unit: string,
  limits: { min?: number; max?: number; holdsS?: number },
): Condition => ({
  id,
  what,
  kind: 'measured',
  unit,
  must: true,
  ...limits,
});

/** An item of a running order for a demo, with the demo's own showings and retries. */
export const play = (of: Demo, more: Partial<Item> = {}): Item => ({
  ...itemOf(of, `i-${of.id}`),
  ...more,
});

export const talk = (id: string, title: string, likelyS: number, kind: Item['kind'] = 'link'): Item => ({
  id,
  kind,
  title,
  showings: 1,
  retries: 0,
  helperIds: [],
  timing: around(likelyS),
});

const around = (likelyS: number): Timing => ({
  bestS: Math.round(likelyS * 0.75),
  likelyS,
  worstS: Math.round(likelyS * 1.5),
});
