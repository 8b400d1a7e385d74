import {
  differenceInCalendarMonths,
  eachMonthOfInterval,
  eachYearOfInterval,
  format,
  parseISO,
} from 'date-fns';
import { formatDuration, formatFigure, formatMoney, inOrderOfText, plural } from '../quantities';

/** What a season came to: runs that count, played to their end. Shows without rehearsals; money in the troupe's currency. */
export interface Season {
  shows: number;
  rehearsals: number;
  heads: number;
  /** Shows that came down within their slot, of those with a known slot. */
  onTime: number;
  landed: number;
  /** Demos left out, what they were worth (1 to 5 each), and of how many shows. */
  leftOut: number;
  worthLeftOut: number;
  showsCut: number;
  nearMisses: number;
  /** What was used up in shows of which a cost is known, and the heads of those. */
  cost: number;
  costHeads: number;
  costShows: number;
  /** Seconds that failed attempts took at shows. */
  lostS: number;
}

/** A run as a season tells of it: times of day in ms since 1970, lengths in s; null where a thing is not known. */
export interface SeasonRun {
  title: string;
  openedAt: number;
  curtainAt: number | null;
  rehearsal: boolean;
  /** Why it does not count; null where it does. */
  struck?: string | null;
  plannedS: number | null;
  actualS: number | null;
  /** Within what it should have come down, from its curtain. */
  slotEndS: number | null;
  heads: number | null;
  indoors: boolean | null;
  roomC: number | null;
  attempts: number;
  failed: number;
  leftOut: number;
  /** What it used up of what has a price. */
  cost: number | null;
  nearMisses: number;
  openActions: number;
}

/** A cause found of a demo's failures: how often, and the seconds those attempts took. */
export interface SeasonCause {
  demoId: string;
  title: string;
  cause: string;
  times: number;
  lostS: number;
}

/** A cause with the share of all cases that it and those before it make, 0 to 1. */
export interface ParetoLine extends SeasonCause {
  upTo: number;
}

/** What the season was, in a sentence or two; nothing where nothing was played. Pure. */
export function seasonSays(s: Season): string[] {
  if (s.shows === 0) return s.rehearsals > 0 ? [`${plural(s.rehearsals, 'rehearsal')} and no show yet.`] : [];
  const cut =
    s.leftOut > 0 &&
    `${plural(s.leftOut, 'demo')} ${s.leftOut === 1 ? 'was' : 'were'} left out, of ${plural(s.showsCut, 'show')}`;
  const lost = s.lostS > 0 && `failed attempts cost ${formatDuration(s.lostS)}`;
  const more = [cut, lost].filter(Boolean).join('; ');
  return [
    `${plural(s.shows, 'show')}, ${formatFigure(s.heads)} people${s.landed > 0 ? `: ${s.onTime} of ${s.landed} finished on time` : ''}.`,
    ...(more ? [`${more[0]!.toUpperCase()}${more.slice(1)}.`] : []),
  ];
}

/** The season figure by figure, each with what it is counted from. Pure. */
export function seasonFigures(
  s: Season,
  openActions: number,
): { what: string; value: string; from: string }[] {
  return [
    {
      what: 'Shows',
      value: formatFigure(s.shows),
      from: s.rehearsals ? plural(s.rehearsals, 'rehearsal') : '',
    },
    {
      what: 'Audience',
      value: formatFigure(s.heads),
      from: s.shows ? `${formatFigure(Math.round(s.heads / s.shows))} a show` : '',
    },
    {
      what: 'Finished on time',
      value: s.landed ? `${s.onTime} of ${s.landed}` : 'not known',
      from: 'as the slot ended on the day',
    },
    {
      what: 'Demos left out',
      value: formatFigure(s.leftOut),
      from: s.leftOut ? `of ${plural(s.showsCut, 'show')}; worth ${s.worthLeftOut}, at 1 to 5 each` : '',
    },
    {
      what: 'Cost per person',
      value: s.costHeads ? formatMoney(s.cost / s.costHeads) : 'not known',
      from: s.costShows ? `${formatMoney(s.cost)} in ${plural(s.costShows, 'show')}, by price of pack` : '',
    },
    { what: 'Near misses', value: formatFigure(s.nearMisses), from: 'rehearsals too' },
    { what: 'Failed attempts cost', value: s.lostS ? formatDuration(s.lostS) : 'nothing', from: '' },
    { what: 'Open actions', value: formatFigure(openActions), from: 'of all shows' },
  ];
}

/** Causes by how often they were found, with the share they make together: what to fix first. Pure. */
export function pareto(causes: readonly SeasonCause[]): ParetoLine[] {
  const all = causes.reduce((sum, c) => sum + c.times, 0);
  let sum = 0;
  return [...causes]
    .sort(
      (a, b) => b.times - a.times || b.lostS - a.lostS || inOrderOfText(a.title + a.cause, b.title + b.cause),
    )
    .map((c) => ({ ...c, upTo: (sum += c.times) / all }));
}

/** So much of all cases is what one mends first. Juran, Quality Control Handbook, 1951: the vital few. */
const VITAL = 0.8;

/** What a Pareto shows, in a sentence. Pure. */
export function paretoSays(lines: readonly ParetoLine[]): string {
  const cases = lines.reduce((sum, l) => sum + l.times, 0);
  if (lines.length === 1)
    return cases === 1 ? 'One cause was noted, once' : `One cause stands behind all ${cases} that were noted`;
  const vital = lines.findIndex((l) => l.upTo >= VITAL);
  if (vital < 0) return 'No cause was noted';
  return `${vital + 1} of ${lines.length} causes stand behind ${Math.round(100 * lines[vital]!.upTo)} % of failures`;
}

/** What failed, fully or in part, by the time that took. Pure. */
export const failing = <T extends { failed: number; partly: number; lostS: number }>(
  demos: readonly T[],
): T[] =>
  demos.filter((d) => d.failed + d.partly > 0).sort((a, b) => b.lostS - a.lostS || b.failed - a.failed);

/** A demo of a show to come, and when it was last tried, rehearsals too; `lastAt` undefined: never. */
export interface ComingDemo {
  demoId: string;
  title: string;
  show: string;
  date: string;
  lastAt: number | undefined;
  lastFailed: boolean;
}

/** After so many days without a go, hands have forgotten. Common practice: half a year. */
const REHEARSE_AFTER_DAYS = 182;
const DAY_MS = 86_400_000;

/** What of the shows to come wants a rehearsal, and why; each demo once, the soonest show first. `dayMs`: today, in ms since 1970. Pure. */
export function dueForRehearsal(
  coming: readonly ComingDemo[],
  dayMs: number,
): { demoId: string; message: string }[] {
  const found = new Map<string, { demoId: string; message: string }>();
  for (const { demoId, title, show, lastAt, lastFailed } of [...coming].sort((a, b) =>
    inOrderOfText(a.date, b.date),
  )) {
    const days = lastAt === undefined ? Infinity : Math.floor((dayMs - lastAt) / DAY_MS);
    const why =
      lastAt === undefined
        ? 'nobody has tried it yet'
        : lastFailed
          ? 'it failed the last time, and was not tried since'
          : days > REHEARSE_AFTER_DAYS && `it was last tried ${days} days ago`;
    if (why && !found.has(demoId))
      found.set(demoId, { demoId, message: `Rehearse “${title}”, for “${show}”: ${why}.` });
  }
  return [...found.values()];
}

/** Attempts at shows in a month ("2026-03") or a year ("2026"). */
export interface Period {
  label: string;
  worked: number;
  partly: number;
  failed: number;
}

/** What lies further apart than this is told by the year, in months. */
const MOST_MONTHS = 18;

/**
 * The stretches of time between the first and the last of some months ("2026-03"): every month, or every year where they
 * lie far apart; `of`: the label of the stretch that a month is in. Pure.
 */
export function stretches(months: readonly string[]): {
  labels: string[];
  labelOf: (month: string) => string;
} {
  const sorted = [...months].sort(inOrderOfText);
  const [first, last] = [sorted[0], sorted.at(-1)];
  const range = { start: parseISO(first ?? ''), end: parseISO(last ?? '') };
  const byYear = differenceInCalendarMonths(range.end, range.start) >= MOST_MONTHS;
  const label = (day: Date) => format(day, byYear ? 'yyyy' : 'MMM yyyy');
  const days = first === undefined ? [] : byYear ? eachYearOfInterval(range) : eachMonthOfInterval(range);
  return { labels: days.map(label), labelOf: (month) => label(parseISO(month)) };
}

/** A demo's attempts over time, stretches without a try too; and how the newest compares with all before, in a sentence. Pure. */
export function overTime(months: readonly Period[]): { periods: Period[]; message: string } {
  const { labels, labelOf: periodOf } = stretches(months.map((m) => m.label));
  const all = months.map((m) => ({ ...m, in: periodOf(m.label) }));
  const periods = labels.map((label): Period => {
    const mine = all.filter((m) => m.in === label);
    const sum = (key: 'worked' | 'partly' | 'failed') => mine.reduce((total, m) => total + m[key], 0);
    return { label, worked: sum('worked'), partly: sum('partly'), failed: sum('failed') };
  });
  const newest = periods.at(-1);
  if (!newest) return { periods, message: '' };
  const before = periods.slice(0, -1);
  return {
    periods,
    message: `Worked ${workedOf([newest])} in ${newest.label}${before.length ? `, ${workedOf(before)} before` : ''}.`,
  };
}

/** "3 of 4". */
function workedOf(list: readonly Period[]): string {
  const tries = list.reduce((sum, p) => sum + p.worked + p.partly + p.failed, 0);
  return `${list.reduce((sum, p) => sum + p.worked, 0)} of ${tries}`;
}
