import { gapM } from './places';
import type { Danger, Spell } from './spells';

/** Two dangers that are kept apart: `afterS` seconds after the first is over it still counts, and from `farM` metres on it does not. */
export interface ApartRow {
  first: Danger;
  second: Danger;
  level: 'stop' | 'caution';
  afterS: number;
  farM: number;
  /** Only where one of them is work behind the scenes: on stage both are one thing. */
  onlyWork?: true;
  /** What happens, and what to do: the end of the sentence. */
  why: string;
}

const FAR_WET_M = 3;
/** Vapour spreads along the floor. */
const FAR_VAPOUR_M = 10;
const ANYWHERE_M = Infinity;
/** A mopped floor is dry, and vapour or hydrogen gone, after so long, s. */
const DRIES_S = 600;
const AIRS_S = 300;

/**
 * What is kept apart. From memory, as handbooks of demonstration safety have it: local rules and trained people come
 * first. Distances and times are common practice.
 */
export const APART: readonly ApartRow[] = [
  {
    ...{
      first: 'slippery floor',
      second: 'high voltage',
      level: 'caution',
      afterS: DRIES_S,
      farM: FAR_WET_M,
    },
    why: 'high voltage needs a dry floor for ten minutes first',
  },
  {
    ...{ first: 'high voltage', second: 'slippery floor', level: 'caution', afterS: 0, farM: FAR_WET_M },
    why: 'earth and cover the high voltage before anything gets wet',
  },
  {
    ...{ first: 'flammable vapour', second: 'flame', level: 'stop', afterS: AIRS_S, farM: FAR_VAPOUR_M },
    why: 'vapour lights from afar: stock closed and away, and five minutes of airing before a flame',
  },
  {
    ...{ first: 'flame', second: 'flammable vapour', level: 'stop', afterS: 0, farM: FAR_VAPOUR_M },
    why: 'no fuel is open while something burns',
  },
  {
    ...{
      first: 'flammable vapour',
      second: 'high voltage',
      level: 'stop',
      afterS: AIRS_S,
      farM: FAR_VAPOUR_M,
    },
    why: 'a spark lights vapour: stock closed and away, and five minutes of airing first',
  },
  {
    ...{ first: 'high voltage', second: 'flammable vapour', level: 'stop', afterS: 0, farM: FAR_VAPOUR_M },
    why: 'a spark lights vapour: earth the high voltage first',
  },
  {
    ...{ first: 'hydrogen', second: 'flame', level: 'stop', afterS: AIRS_S, farM: FAR_VAPOUR_M },
    why: 'hydrogen burns with any flame: five minutes of airing first',
  },
  {
    ...{ first: 'flame', second: 'hydrogen', level: 'stop', afterS: 0, farM: FAR_VAPOUR_M },
    why: 'hydrogen burns with any flame',
  },
  {
    ...{ first: 'hydrogen', second: 'high voltage', level: 'stop', afterS: AIRS_S, farM: FAR_VAPOUR_M },
    why: 'a spark lights hydrogen: five minutes of airing first',
  },
  {
    ...{ first: 'high voltage', second: 'hydrogen', level: 'stop', afterS: 0, farM: FAR_VAPOUR_M },
    why: 'a spark lights hydrogen: earth the high voltage first',
  },
  {
    ...{ first: 'oxidiser', second: 'flame', level: 'caution', afterS: 0, farM: FAR_WET_M },
    why: 'an oxidiser feeds a fire: clear it away first',
  },
  {
    ...{ first: 'flame', second: 'oxidiser', level: 'caution', afterS: 0, farM: FAR_WET_M },
    why: 'an oxidiser feeds a fire: bring it once the flame is out',
  },
  {
    ...{ first: 'oxidiser', second: 'flammable vapour', level: 'stop', afterS: 0, farM: FAR_WET_M },
    why: 'an oxidiser and fuel never stand together',
  },
  {
    ...{ first: 'flammable vapour', second: 'oxidiser', level: 'stop', afterS: 0, farM: FAR_WET_M },
    why: 'an oxidiser and fuel never stand together',
  },
  ...(['broken glass', 'cryogen', 'corrosive', 'flame', 'hot'] as const).map((carried): ApartRow => ({
    ...{ first: 'darkness', second: carried, level: 'caution', afterS: 0, farM: ANYWHERE_M },
    onlyWork: true,
    why: 'nothing of the kind is carried or poured while the lights are out',
  })),
  {
    ...{ first: 'strong magnet', second: 'cards and screens', level: 'caution', afterS: 0, farM: 1 },
    why: 'a strong magnet wipes cards and spoils screens: a metre away',
  },
  {
    ...{ first: 'cards and screens', second: 'strong magnet', level: 'caution', afterS: 0, farM: 1 },
    why: 'a strong magnet wipes cards and spoils screens: a metre away',
  },
];

/** Two spells that are too near in time and place. `sinceS` is how long the first has been over; 0 where they meet. */
export interface TooNear {
  row: ApartRow;
  first: Spell;
  second: Spell;
  sinceS: number;
  /** Between the two marks, m; undefined where they were not measured. */
  gapM: number | undefined;
}

/** Everything that is not kept apart: of each two items the worst, worst first. Two parts of one item are its own affair. Pure. */
export function tooNear(all: readonly Spell[], rows: readonly ApartRow[] = APART): TooNear[] {
  const inTurn = [...all].sort((a, b) => a.fromS - b.fromS);
  const longestS = Math.max(...rows.map((r) => r.afterS));
  const found: TooNear[] = [];
  for (const [i, first] of inTurn.entries())
    for (let j = i + 1; j < inTurn.length; j++) {
      const second = inTurn[j]!;
      const sinceS = Math.max(0, second.fromS - first.toS);
      if (sinceS > longestS) break;
      if (second.itemId === first.itemId) continue;
      const meets = second.fromS < first.toS;
      const gap = gapM(first.mark, second.mark);
      const broken = rows.filter(
        (row) =>
          (meets || sinceS < row.afterS) &&
          (gap ?? 0) < row.farM &&
          (!row.onlyWork || meets) &&
          breaks(row, first, second, meets),
      );
      const worst = broken.find((row) => row.level === 'stop') ?? broken[0];
      if (worst) found.push({ row: worst, first, second, sinceS, gapM: gap });
    }
  const byPair = new Map<string, TooNear>();
  for (const one of found.sort((a, b) => rank(a) - rank(b))) {
    const pair = [one.first.itemId, one.second.itemId].sort().join(' ');
    if (!byPair.has(pair)) byPair.set(pair, one);
  }
  return [...byPair.values()];
}

const rank = ({ row }: TooNear) => (row.level === 'stop' ? 0 : 1);

function breaks(row: ApartRow, first: Spell, second: Spell, meets: boolean): boolean {
  const inOrder = first.dangers.has(row.first) && second.dangers.has(row.second);
  if (!row.onlyWork) return inOrder;
  // Lights out and something carried: whichever begins first.
  const other = meets && second.dangers.has(row.first) && first.dangers.has(row.second);
  return (inOrder && !!second.isWork) || (other && !!first.isWork);
}
