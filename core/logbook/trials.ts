import { mean } from 'simple-statistics';
import { formatFigure, inOrderOfText } from '../quantities';
import { push, type Attempt, type Outcome } from './attempt';
import { meanBelief, oddsBelief, oddsOfBest, type Belief } from './beliefs';
import { isOfRoom, withRooms } from './rooms';
import { meansFit, plateau, slopeInterval, straight, type Fit, type Point } from './fits';
import {
  attemptsSaid,
  attemptsToTell,
  differenceSaid,
  differenceWorth,
  FEW,
  isBestOf,
  isMoreThanChance,
} from './verdict';

/** Between two attempts that follow one another at a demo: nothing changed, one thing did, or more than one. */
export interface Comparisons {
  repeats: number;
  clean: number;
  muddled: number;
}

/** One level of what was changed: how often it was tried, and what came of it. */
export interface TrialLevel {
  level: string;
  /** Where all levels are numbers. */
  at?: number;
  tries: number;
  worked: number;
  /** Of the readings, or of what worked; 90 % interval. */
  mean: number;
  low: number;
  high: number;
  /** Odds that it is the best of those tried. */
  best: number;
  readings: number[];
}

export interface Trial {
  /** What was changed, and what was held meanwhile. */
  variable: string;
  held: Readonly<Record<string, string>>;
  response: 'reading' | 'outcome';
  levels: TrialLevel[];
  tries: number;
  /** Of numbers with readings: the straight line, the one that levels off, and which of them holds, where that can be told. */
  line?: Fit;
  broken?: Fit;
  shape?: 'rises' | 'falls' | 'levels off' | 'bends' | 'no effect seen' | 'cannot tell';
  /** The likeliest to be the best; whether that is sure enough to say, and else about how many more attempts would tell. */
  bestLevel: string;
  isBest: boolean;
  attemptsToTell?: number;
  /** The smallest difference that counts: odds, or in the reading's unit. */
  difference: number;
  /** Which level to try next, and why. */
  next: { level: string; why: string };
  claim: string;
  /** The same in rooms where it was tried less, or with other things set: what was best there. */
  elsewhere: string[];
  /** What it does not show. */
  notShown: string[];
}

/** What is better of a reading; "more" where nobody has said. */
type Better = 'more' | 'less';

/** What a demo says of its reading. */
export interface ReadingOf {
  better?: Better;
  min?: number;
  max?: number;
}

/** What changed between attempts that follow one another in time. Pure. */
export const comparisons = (attempts: readonly Attempt[]): Comparisons =>
  compared(withRooms(inTime(attempts)));

function compared(all: readonly Attempt[]): Comparisons {
  const count: Comparisons = { repeats: 0, clean: 0, muddled: 0 };
  all.slice(1).forEach((now, i) => {
    const changed = changedBetween(all[i]!, now).length;
    if (changed === 0) count.repeats++;
    else if (changed === 1) count.clean++;
    else count.muddled++;
  });
  return count;
}

const inTime = (attempts: readonly Attempt[]) =>
  attempts
    .filter((a) => a.outcome !== 'not tried')
    .sort((a, b) => a.atMs - b.atMs || inOrderOfText(a.id, b.id));

const settingIn = ({ set }: Attempt, variable: string): string | undefined => set?.[variable];

/** What of a room is not known of both is no change that anybody made. */
const changedBetween = (a: Attempt, b: Attempt): string[] =>
  [...new Set([...Object.keys(a.set ?? {}), ...Object.keys(b.set ?? {})])].filter(
    (key) =>
      settingIn(a, key) !== settingIn(b, key) &&
      !(isOfRoom(key) && (settingIn(a, key) === undefined || settingIn(b, key) === undefined)),
  );

/** Trials of a demo at most, the largest first. */
const MOST_TRIALS = 6;

/**
 * The trials that a demo's attempts make by themselves: for each thing that was set, attempts that differ in it alone,
 * at two levels or more. The largest first. Pure.
 */
export function trials(attempts: readonly Attempt[], reading: ReadingOf = {}): Trial[] {
  const all = withRooms(inTime(attempts));
  const variables = [...new Set(all.flatMap((a) => Object.keys(a.set ?? {})))];
  const { muddled } = compared(all);
  const groups = variables.flatMap((variable) => groupsOf(all, variable));
  const looked = new Set(groups.map(({ variable }) => variable)).size;
  const found = groups.map(({ variable, group }) =>
    trialOf(variable, group, { reading, muddled, variables: looked }),
  );
  // What one can set comes before what one can only find.
  return found
    .sort((a, b) => Number(isOfRoom(a.variable)) - Number(isOfRoom(b.variable)) || b.tries - a.tries)
    .reduce(intoOne, [])
    .slice(0, MOST_TRIALS);
}

/** Attempts that differ in one thing alone, at two levels of it or more. */
function groupsOf(all: readonly Attempt[], variable: string): { variable: string; group: Attempt[] }[] {
  const groups = new Map<string, Attempt[]>();
  for (const a of all) {
    if (settingIn(a, variable) === undefined) continue;
    push(groups, JSON.stringify(Object.entries(heldOf(a, variable)).sort()), a);
  }
  return [...groups.values()]
    .map((group) => (isOfRoom(variable) ? oftenEnough(group, variable) : group))
    .filter((group) => new Set(group.map((a) => settingIn(a, variable))).size > 1)
    .map((group) => ({ variable, group }));
}

/** One more trial: told by itself, or, where the same was tried oftener in another room, in a line of that. */
function intoOne(reported: Trial[], trial: Trial): Trial[] {
  const match = reported.find((t) => kindOf(t) === kindOf(trial));
  if (!match) return [...reported, trial];
  return reported.map((t) => (t === match ? { ...t, elsewhere: [...t.elsewhere, elsewhereSaid(trial)] } : t));
}

/** What a trial is of, whatever the room; of a room, whatever was set in it. */
const kindOf = ({ variable, held }: Trial): string =>
  JSON.stringify([
    variable,
    isOfRoom(variable)
      ? []
      : Object.entries(held)
          .filter(([what]) => !isOfRoom(what))
          .sort(),
  ]);

function elsewhereSaid({ held, bestLevel, isBest, tries }: Trial): string {
  const others = Object.entries(held).map(([what, value]) => `${what} ${value}`);
  return `With ${others.join(', ')}: ${bestLevel} ${isBest ? 'is the best' : 'did best so far'}, from ${tries} attempts.`;
}

/** Nobody chose the room: it is told of only where it was often enough like this and like that. */
const oftenEnough = (group: readonly Attempt[], variable: string): Attempt[] =>
  group.filter((a) => group.filter((b) => settingIn(b, variable) === settingIn(a, variable)).length >= FEW);

const heldOf = (a: Attempt, variable: string) =>
  Object.fromEntries(Object.entries(a.set ?? {}).filter(([key]) => key !== variable));

/** "1.5 L" as 1.5; undefined for a name. */
const numberIn = (level: string): number | undefined => {
  const found = /^[-−]?\d+([.,]\d+)?(?=$|\s)/.exec(level);
  return found ? Number(found[0].replace('−', '-').replace(',', '.')) : undefined;
};

interface Looked {
  reading: ReadingOf;
  muddled: number;
  /** How many variables are looked at. */
  variables: number;
}

function trialOf(
  variable: string,
  group: readonly Attempt[],
  { reading: { better, min = -Infinity, max = Infinity }, muddled, variables }: Looked,
): Trial {
  const names = [...new Set(group.map((a) => settingIn(a, variable)!))];
  const numbers = names.map(numberIn);
  const allNumbers = numbers.every((n) => n !== undefined);
  const triesAt = (level: string) => group.filter((a) => settingIn(a, variable) === level);
  const readingsOf = (level: string) =>
    triesAt(level).flatMap((a) => (typeof a.reading === 'number' ? [a.reading] : []));
  const read = names.filter((level) => readingsOf(level).length > 0);
  const response = read.length > 1 ? 'reading' : 'outcome';
  const looked = response === 'reading' ? read : names;
  const beliefs =
    response === 'reading' ? readingBeliefs(looked.map(readingsOf)) : looked.map(oddsOf(triesAt));
  const sign = response === 'reading' && better === 'less' ? -1 : 1;
  const moreIsBetter = beliefs.map((b) => (sign < 0 ? b.map((v) => -v).reverse() : b));
  const best = oddsOfBest(moreIsBetter);
  // An interval of odds, or of a reading, ends where they do.
  const inRange = (value: number) => (response === 'outcome' ? value : Math.min(max, Math.max(min, value)));
  const levels = looked
    .map((level, i): TrialLevel => {
      // What was not read says nothing where readings are looked at.
      const tries = triesAt(level).filter((a) => response === 'outcome' || typeof a.reading === 'number');
      const readings = readingsOf(level);
      const at = allNumbers ? numberIn(level)! : undefined;
      return {
        level,
        ...(at !== undefined && { at }),
        tries: tries.length,
        worked: tries.reduce((sum, a) => sum + worth(a.outcome), 0),
        mean: response === 'reading' ? mean(readings) : mean([...beliefs[i]!]),
        low: inRange(quantileOf(beliefs[i]!, 0.05)),
        high: inRange(quantileOf(beliefs[i]!, 0.95)),
        best: best[i]!,
        readings,
      };
    })
    .sort((a, b) => (a.at ?? 0) - (b.at ?? 0));
  const points = allNumbers && response === 'reading' ? pointsOf(levels) : [];
  const top = [...levels].sort((a, b) => b.best - a.best);
  const spread = spreadOf(levels, response);
  const difference = differenceWorth(response, mean(levels.map((l) => l.mean)), spread);
  const fits = fitsOf(points, { variables, difference });
  const candidates = top.map(({ level, tries }) => ({ tries, belief: moreIsBetter[looked.indexOf(level)]! }));
  const isBest = isBestOf(candidates[0]!, candidates.slice(1), { difference, variables });
  const toTell = attemptsToTell([candidates[0]!, candidates[1]!], {
    seen: top[0]!.mean - top[1]!.mean,
    spread,
    difference,
  });
  const trial = {
    ...{ variable, held: heldOf(group[0]!, variable), response, levels },
    tries: levels.reduce((sum, l) => sum + l.tries, 0),
    ...fits,
    bestLevel: top[0]!.level,
    isBest,
    difference,
    ...(!isBest && { attemptsToTell: toTell }),
    next: nextOf(top, isBest),
    elsewhere: [],
  } satisfies Omit<Trial, 'claim' | 'notShown'>;
  return { ...trial, claim: claimOf(trial, points.length), notShown: notShown(trial, names, muddled) };
}

/** "Partly" counts half. */
const worth = (outcome: Outcome): number => (outcome === 'worked' ? 1 : outcome === 'partly' ? 0.5 : 0);

const oddsOf =
  (triesAt: (level: string) => readonly Attempt[]) =>
  (level: string): Belief => {
    const tries = triesAt(level);
    const worked = tries.reduce((sum, a) => sum + worth(a.outcome), 0);
    return oddsBelief(worked, tries.length - worked);
  };

/** With nothing repeated the spread is that of all readings together: little is sure then. */
function readingBeliefs(readings: readonly number[][]): Belief[] {
  const all = readings.flat();
  const repeated = all.length - readings.length;
  const middles = readings.map((r) => mean(r));
  const squaresWithin = readings.reduce(
    (sum, r, i) => sum + r.reduce((s, value) => s + (value - middles[i]!) ** 2, 0),
    0,
  );
  const middle = mean(all);
  const total = all.reduce((sum, value) => sum + (value - middle) ** 2, 0);
  const df = Math.max(1, repeated > 0 ? repeated : all.length - 1);
  const sd = Math.sqrt((repeated > 0 ? squaresWithin : total) / df);
  return readings.map((r, i) => meanBelief(middles[i]!, r.length, sd, df));
}

const quantileOf = (belief: Belief, share: number): number =>
  belief[Math.min(belief.length - 1, Math.floor(share * belief.length))]!;

const pointsOf = (levels: readonly TrialLevel[]): Point[] =>
  levels.flatMap(({ at, readings }) => readings.map((y): Point => [at!, y]));

/** One of two shapes holds when its AICc is less by so much. Burnham & Anderson 2002, 2.6. */
const TELLING = 2;

function fitsOf(
  points: readonly Point[],
  { variables, difference }: { variables: number; difference: number },
): Pick<Trial, 'line' | 'broken' | 'shape'> {
  if (new Set(points.map(([x]) => x)).size < 2) return {};
  const line = straight(points);
  const broken = plateau(points);
  const breaks = broken !== undefined && broken.aicc < line.aicc - TELLING;
  // Where each level by itself tells more than the better of the two, neither is claimed.
  const means = meansFit(points);
  const bends = means.aicc < (breaks ? broken.aicc : line.aicc) - TELLING;
  const fits = { line, ...(broken && { broken }) };
  const [from, to] = [Math.min(...points.map(([x]) => x)), Math.max(...points.map(([x]) => x))];
  /** It explains more than chance would, and makes a difference worth having between the levels tried. */
  const isReal = (rss: number, parameters: number, changes: number) =>
    Math.abs(changes) >= difference && isMoreThanChance(points, rss, parameters, variables);
  if (bends && isReal(means.rss, means.means.length - 1, Math.max(...means.means) - Math.min(...means.means)))
    return { ...fits, shape: 'bends' };
  if (breaks && isReal(broken.rss, 2, broken.b * (broken.until! - from)))
    return { ...fits, shape: 'levels off' };
  const [low, high] = slopeInterval(points, line);
  const sloped = !bends && !breaks && isReal(line.rss, 1, line.b * (to - from));
  const shape = sloped && low > 0 ? 'rises' : sloped && high < 0 ? 'falls' : undefined;
  return { ...fits, shape: shape ?? (Number.isFinite(line.aicc) ? 'no effect seen' : 'cannot tell') };
}

/** How much equal attempts differ: of readings pooled over the levels, of odds at how often it works by and large. */
function spreadOf(levels: readonly TrialLevel[], response: Trial['response']): number {
  if (response === 'outcome') {
    const tries = levels.reduce((sum, l) => sum + l.tries, 0);
    const odds = (levels.reduce((sum, l) => sum + l.worked, 0) + 0.5) / (tries + 1);
    return Math.sqrt(odds * (1 - odds));
  }
  const df = levels.reduce((sum, l) => sum + l.readings.length - 1, 0);
  const squares = levels.reduce(
    (sum, l) => sum + l.readings.reduce((s, value) => s + (value - l.mean) ** 2, 0),
    0,
  );
  return df > 0 ? Math.sqrt(squares / df) : 0;
}

/** Of the two likeliest to be best, the one that was tried less: what tells them apart soonest. */
function nextOf(top: readonly TrialLevel[], isBest: boolean): Trial['next'] {
  const [first, second] = top;
  if (!second || isBest) return { level: first!.level, why: 'it is the best of those tried: play it' };
  const less = second.tries <= first!.tries ? second : first!;
  const other = less === second ? first! : second;
  return {
    level: less.level,
    why: `it may be the best (${percent(less.best)}) and was tried ${timesSaid(less.tries)}, “${other.level}” ${timesSaid(other.tries)}`,
  };
}

const timesSaid = (n: number) => (n === 1 ? 'once' : `${n} times`);
const percent = (odds: number) => `${Math.round(odds * 100)} %`;

function claimOf(
  {
    variable,
    response,
    levels,
    shape,
    line,
    broken,
    bestLevel,
    isBest,
    attemptsToTell: more = 0,
    difference,
    tries,
  }: Omit<Trial, 'claim' | 'notShown'>,
  read: number,
): string {
  const best = levels.find((l) => l.level === bestLevel)!;
  const by = `by ${response === 'reading' ? `${read || tries} readings` : `${tries} attempts`} at ${levels.length} levels`;
  if (shape === 'rises' || shape === 'falls')
    return `Each one more of “${variable}” gives ${formatFigure(Math.abs(line!.b))} ${shape === 'rises' ? 'more' : 'less'}, ${by}.`;
  if (shape === 'levels off')
    return `“${variable}” counts up to about ${formatFigure(broken!.until!)}; beyond, it levels off, ${by}.`;
  if (shape === 'bends')
    return `“${variable}” counts, though not in a straight line: ${meansSaid(levels, bestLevel)}, ${by}.`;
  if (shape === 'no effect seen' && !isBest)
    return `No effect of “${variable}” seen yet, ${by}; ${attemptsSaid(more)}.`;
  const what =
    response === 'outcome'
      ? `works ${formatFigure(best.worked)} of ${best.tries}`
      : `has a mean reading of ${formatFigure(best.mean)}`;
  if (!isBest)
    return `No difference seen yet in “${variable}”: ${bestLevel} did best so far and ${what}, ${by}; ${attemptsSaid(more)}.`;
  return `“${variable}” at ${bestLevel} ${what}; it is the best, by ${differenceSaid(response, difference)} or more, ${by}.`;
}

/** So many levels are told one by one. */
const MOST_MEANS = 5;

/** "21 at 1, 39 at 2, 46 at 3"; of many levels the best alone. */
const meansSaid = (levels: readonly TrialLevel[], bestLevel: string): string =>
  levels
    .filter((l) => levels.length <= MOST_MEANS || l.level === bestLevel)
    .map((l) => `${formatFigure(Number(l.mean.toPrecision(3)))} at ${l.level}`)
    .join(', ');

function notShown(
  { variable, levels, shape, held }: Omit<Trial, 'claim' | 'notShown'>,
  names: readonly string[],
  muddled: number,
): string[] {
  const thin = levels.filter((l) => l.tries < FEW).map((l) => l.level);
  const left = names.filter((name) => !levels.some((l) => l.level === name));
  const others = Object.entries(held).map(([what, value]) => `${what} ${value}`);
  return [
    ...(thin.length ? [`Little of ${thin.join(', ')}: tried fewer than ${FEW} times.`] : []),
    ...(left.length ? [`Nothing was read at ${left.join(', ')}.`] : []),
    ...(muddled > 0
      ? [
          `${muddled} ${muddled === 1 ? 'comparison' : 'comparisons'} changed more than one thing: nobody can tell which helped.`,
        ]
      : []),
    ...(shape === 'levels off' ? ['How it goes beyond the largest level.'] : []),
    ...(others.length ? [`Whether it is so with other than ${others.join(', ')}.`] : []),
    `Whether it was “${variable}” and not the day: rooms differ.`,
  ];
}
