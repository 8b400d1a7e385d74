import { rule, type Level, type Fix } from '../../findings';
import { formatDuration } from '../../quantities';
import { mayDo, REASONS, resetId, told, type BrokenLimit, type Told, type WhyKind } from '../../timetable';
import type { FindingCode } from './codes';
import { askSooner, shift, type Context, type PlanRule } from './context';

/** A limit that the plan does not keep, with what is needed to speak of it. */
interface Miss extends Told {
  kind: WhyKind;
  missS: number;
  /** The point whose limit it is. */
  point: number;
  /** Who does it. */
  personId: string | undefined;
}

interface Row {
  id: FindingCode;
  level: Level;
  message: (miss: Miss, by: string, c: Context) => string;
  /** Fixes beside the change of the limit's own number. */
  also?: (miss: Miss, c: Context) => Fix[];
}

/** Anybody who may do it, in sooner. */
const moreHands = ({ from, missS }: Miss, c: Context): Fix[] =>
  c.timetable.arrivals
    .filter(({ personId }) => from.task && mayDo(c.script.people.get(personId), from.task.who))
    .sort((a, b) => b.arrivesS - a.arrivesS)
    .flatMap(({ personId }) => askSooner(c, personId, missS));

const quoted = ({ title }: { title: string }) => `“${title}”`;
/** Why hands could not keep it: because there are none, or because none were found. */
const hands =
  (when: string) =>
  ({ placement, name }: Context, { personId }: Miss) =>
    placement.brokenFor === 'out of steps'
      ? 'no better was found in the steps allowed, though one may exist'
      : personId === undefined
        ? 'nobody may do it'
        : `${name(personId)} has no free hands ${when}`;
const sooner = hands('sooner');
const later = hands('later');
const then = hands('then');

/** What is said of each limit. The kinds that are left out never give way. */
const ROWS = {
  'fixed-by': {
    id: 'fixed-missed',
    level: 'stop',
    message: (m, by) => `${quoted(m.from)} is fixed for ${m.what} and begins ${by} late.`,
    also: (m, c) => shift(c, m.from.itemId, -1),
  },
  stale: {
    id: 'gone-stale',
    level: 'caution',
    message: (m, by, c) =>
      `${quoted(m.to)} goes stale ${by} before ${quoted(m.from)} needs it: ${later(c, m)}.`,
    also: (m, c) => shift(c, m.from.itemId, -1),
  },
  doors: {
    id: 'not-ready',
    level: 'caution',
    message: (m, by, c) =>
      `${quoted(m.from)} belongs before doors but ends ${by} after them: ${sooner(c, m)}.`,
    also: moreHands,
  },
  'in-show': {
    id: 'not-allowed-now',
    level: 'stop',
    message: (m, by, c) =>
      `${quoted(m.to)} can only be done in the show but begins ${by} before it: ${later(c, m)}.`,
  },
  'banned-before': {
    id: 'not-allowed-now',
    level: 'stop',
    message: (m, by, c) => `${quoted(m.to)} begins ${by} before ${m.what} is allowed: ${later(c, m)}.`,
  },
  'banned-after': {
    id: 'not-allowed-now',
    level: 'stop',
    message: (m, by, c) => `${quoted(m.from)} ends ${by} after ${m.what} is allowed: ${sooner(c, m)}.`,
  },
  arrives: {
    id: 'not-there',
    level: 'stop',
    message: (m, by, { name }) => `${name(m.what)} comes ${by} after ${quoted(m.to)} has to begin.`,
  },
  leaves: {
    id: 'not-there',
    level: 'stop',
    message: (m, by, { name }) => `${name(m.what)} leaves ${by} before ${quoted(m.from)} is done.`,
  },
  'get-in': {
    id: 'before-get-in',
    level: 'caution',
    message: (m, by) =>
      `${quoted(m.to)} begins ${by} before the get-in at ${m.what}, or what it is for would have to wait.`,
  },
  opens: {
    id: 'outside-hours',
    level: 'stop',
    message: (m, by) => `The house opens at ${m.what}, and ${quoted(m.to)} begins ${by} before that.`,
  },
  closes: {
    id: 'outside-hours',
    level: 'stop',
    message: (m, by) => `The house closes at ${m.what}, and ${quoted(m.from)} ends ${by} after that.`,
  },
  'locked-by': {
    id: 'two-places',
    level: 'caution',
    message: (m, by, c) =>
      `${quoted(m.from)} is locked at ${c.clock(-m.lagS)} and planned ${by} later: ${then(c, m)}.`,
  },
  'host-by': {
    id: 'not-ready',
    level: 'caution',
    message: (m, by) => `${quoted(m.from)} is begun in ${quoted(m.to)} and done ${by} after that ends.`,
  },
  mark: {
    id: 'mark-taken',
    level: 'caution',
    message: (m, by) => `${quoted(m.to)} needs the ${m.what} ${by} before ${quoted(m.from)} has left it.`,
  },
  kit: {
    id: 'kit-short',
    level: 'stop',
    message: (m, by, { script }) =>
      `${quoted(m.to)} needs “${script.goods.get(m.what)?.name ?? m.what}” ${by} before ${quoted(m.from)} has done with it.`,
  },
} satisfies Partial<Record<WhyKind, Row>>;

/** The kinds of limit that can be broken. */
export const BREAKABLE = Object.keys(ROWS) as (keyof typeof ROWS)[];

const missOf = ({ placement, script, timetable }: Context, { link, missS }: BrokenLimit): Miss => {
  const { activities } = placement.work;
  const point = link.from === 0 || link.why.kind === 'stale' ? link.to : link.from;
  const activity = activities[point]!;
  const { itemId, task } = activity;
  const planned = task
    ? timetable.tasks.find((t) => t.itemId === itemId && t.taskId === task.id)
    : timetable.resets.find((r) => r.id === resetId(activity));
  return {
    ...told(script, activities, link),
    kind: link.why.kind,
    missS,
    point,
    personId: planned?.personId,
  };
};

/** Kit of which too few are there is said once, with how many. */
const saidElsewhere = ({ needs, placement }: Context, { why }: BrokenLimit['link']) =>
  why.kind === 'kit' &&
  (needs.kit.some((k) => k.goodId === why.what && k.short > 0) ||
    placement.conflicts.some((c) => c.gaveWay.why.kind === 'kit' && c.gaveWay.why.what === why.what));

/** A limit of one kind that the plan does not keep: a finding that names its task. */
export function broken(kind: keyof typeof ROWS): PlanRule {
  const { id, level, message, also = () => [] }: Row = ROWS[kind];
  return rule<Context, Miss, FindingCode>({
    id,
    level,
    source: 'arithmetic',
    findMatches: (c) =>
      c.placement.broken
        .filter(({ link }) => link.why.kind === kind && !saidElsewhere(c, link))
        .map((found) => missOf(c, found)),
    findPlace: ({ point }, { placement: { settled, work } }) => ({
      at: settled.times[point]!,
      itemId: work.activities[point]!.itemId,
    }),
    message: (miss, c) => message(miss, formatDuration(miss.missS), c),
    numbers: ({ missS }) => ({ missS }),
    fixes: (miss, c) => [...also(miss, c), ...REASONS[kind].fixes(miss, miss.missS)],
  });
}
