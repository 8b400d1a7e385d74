import type {
  Cause,
  Condition,
  ConsumableNeed,
  Demo,
  DemoBench,
  Fault,
  GasOff,
  KitNeed,
  MarkKind,
  Parameter,
  PrepTask,
  Step,
  Timing,
  Variant,
  Worn,
} from './demo';
import type { Item } from './show';
import type { Exit, Mark } from './venue';

/** What an untouched time is thought to take at best and at worst, as shares of what is likely. Common practice. */
const AT_BEST = 0.75;
const AT_WORST = 1.5;

/** A time of which only the likely seconds are said. */
export const around = (likelyS: number): Timing => ({
  bestS: Math.round(likelyS * AT_BEST),
  likelyS,
  worstS: Math.round(likelyS * AT_WORST),
});

/**
 * A timing with another likely time, in seconds. Best and worst that nobody has set follow it; those that somebody has
 * are moved only where they stand in its way, and `moved` says so.
 */
export function likelier(was: Timing, likelyS: number): { timing: Timing; moved: ('best' | 'worst')[] } {
  const untouched = around(was.likelyS);
  if (untouched.bestS === was.bestS && untouched.worstS === was.worstS)
    return { timing: around(likelyS), moved: [] };
  return {
    timing: {
      bestS: Math.min(was.bestS, likelyS),
      likelyS,
      worstS: Math.max(was.worstS, likelyS),
    },
    moved: [
      ...(was.bestS > likelyS ? (['best'] as const) : []),
      ...(was.worstS < likelyS ? (['worst'] as const) : []),
    ],
  };
}

/** A demo with nothing in it yet, for a form or a test to start from. It has no title and no steps. */
export const blankDemo = (id: string): Demo => ({
  id,
  title: '',
  topic: 'other',
  shows: '',
  teaches: '',
  mark: 'bench',
  steps: [],
  retryS: 60,
  coverS: 20,
  coverLine: '',
  showings: 1,
  retries: 1,
  helpers: 0,
  volunteers: 0,
  skills: [],
  prep: [],
  kit: [],
  consumables: [],
  hazards: [],
  cautions: [],
  worn: [],
  faults: [],
  conditions: [],
  guessOdds: 0.8,
  intensity: 3,
});

/** A demo of which no more is known than its title, how long it takes and where it stands. */
export const begunDemo = (id: string, title: string, likelyS: number, mark: MarkKind): Demo => ({
  ...blankDemo(id),
  title,
  mark,
  steps: [{ id: 's1', kind: 'do', text: title, ...around(likelyS) }],
});

/** An item of the running order for a demo, with the demo's own showings and retries. */
export const itemOf = ({ id: demoId, title, showings, retries }: Demo, id: string): Item => ({
  id,
  kind: 'demo',
  title,
  demoId,
  showings,
  retries,
  helperIds: [],
});

/** What a demo says nothing of yet, in words; empty once it is written down well enough to be prepared by it. */
export function unwritten(demo: Demo): string[] {
  const lacks: [boolean, string][] = [
    [demo.steps.length < 2, 'its steps'],
    [demo.kit.length + demo.consumables.length === 0, 'what it needs'],
    [demo.hazards.length + demo.cautions.length === 0, 'what can hurt someone'],
    [demo.faults.length === 0, 'what goes wrong'],
  ];
  return lacks.flatMap(([is, what]) => (is ? [what] : []));
}

/** Rows of a demo's lists, new and empty. */
export const BLANK = {
  steps: (id: string): Step => ({ id, kind: 'do', text: '', ...around(30) }),
  prep: (id: string): PrepTask => ({
    id,
    title: '',
    handsOnS: 120,
    who: { kind: 'anyone' },
    readyAfterS: 0,
    beforeDoors: false,
  }),
  kit: (): KitNeed => ({ goodId: '', count: 1, turnRoundS: 0 }),
  consumables: (): ConsumableNeed => ({ goodId: '', amount: 1, per: 'attempt', wastePct: 0 }),
  worn: (): Worn => ({ by: 'presenter' }),
  parameters: (id: string): Parameter => ({ id, title: '' }),
  variants: (id: string): Variant => ({ id, title: '', amounts: [], hazards: [], cautions: [] }),
  benches: (id: string): DemoBench => ({ id, benchId: '', inputs: [], amounts: [], limits: true }),
  conditions: (id: string): Condition => ({ id, what: '', kind: 'yes-no', must: true }),
  gives: (): GasOff => ({ gas: 'carbon dioxide', litres: 1, per: 'attempt' }),
  exits: (): Exit => ({ name: '', wall: 'left', atM: 1 }),
  faults: (): Fault => ({ symptom: '', causes: [BLANK.causes()] }),
  causes: (): Cause => ({ cause: '', quickTest: '', cure: '' }),
  marks: (id: string): Mark => ({ id, name: '', kind: 'bench', spots: 1 }),
};

/** What a row says, without its id and whatever is empty: equal for rows that nobody has touched. */
const rowKey = (row: object): string =>
  JSON.stringify(row, (key, value: unknown) =>
    key === 'id' || value === '' || value === false || (Array.isArray(value) && value.length === 0)
      ? undefined
      : value && typeof value === 'object' && !Array.isArray(value)
        ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
        : value,
  );

/** The rows of a list that somebody has written something in. The same list where that is all of them. */
export function touched<K extends keyof typeof BLANK, T extends object>(
  list: K,
  rows: readonly T[],
): readonly T[] {
  const blank = rowKey(BLANK[list](''));
  const kept = rows.filter((row) => rowKey(row) !== blank);
  return kept.length === rows.length ? rows : kept;
}
