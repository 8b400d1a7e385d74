import { addDays, formatISO, parseISO } from 'date-fns';
import { formatAmount, inOrderOfText } from '../quantities';
import type { Good, OpenAction, Show } from '../show';
import type { BuyLine, TourShow } from '../supplies';

export type DueKind = 'order' | 'fill' | 'count' | 'rehearse' | 'action';

/** Something to do before a show. `by` is the last day for it (2026-12-12), `at` the hour where it has one. */
export interface Due {
  key: string;
  kind: DueKind;
  by: string;
  at?: string;
  /** Its day is past. */
  late: boolean;
  message: string;
}

export interface DueAsked {
  show: Show;
  /** The titles of its demos, by id. */
  demos: ReadonlyMap<string, string>;
  /** The names of its crew, by id. */
  people: ReadonlyMap<string, string>;
  /** What the show takes from the shelf, and what all shows to come are short of. */
  tour: TourShow | undefined;
  buying: readonly BuyLine[];
  goods: ReadonlyMap<string, Good>;
  /** The day each good was last counted or bought. */
  seenOn: ReadonlyMap<string, string>;
  actions: readonly OpenAction[];
  /** Whether it was played or rehearsed to its end, and the demos that somebody has tried at all. */
  played: boolean;
  attempted: ReadonlySet<string>;
  /** The calendar day where the troupe is. */
  today: string;
}

/** A shelf that nobody looked at for so many days is counted before it is relied on. Common practice: each quarter. */
const COUNT_AFTER_DAYS = 91;
/** Counting and rehearsing want a day in hand. Common practice. */
const DAYS_BEFORE = 1;
/** So many names stand in a line; the rest is a number. */
const MOST_NAMED = 4;

/**
 * What is due before a show, and what of later shows must be ordered before it, the soonest first: orders and
 * purchases by the day they must go out, vessels to fill, shelves to count, a first rehearsal, open actions. Pure.
 */
export function dueFor(asked: DueAsked): Due[] {
  const { show, today } = asked;
  const dayBefore = day(show.date, -DAYS_BEFORE);
  const line = (kind: DueKind, key: string, by: string, message: string): Due => ({
    ...{ kind, key: `${kind}:${key}`, by, message },
    late: by < today,
  });
  const uncounted = (asked.tour?.lines ?? []).flatMap(({ goodId, usable }) => {
    const seen = asked.seenOn.get(goodId);
    const stale = seen !== undefined && seen < day(today, -COUNT_AFTER_DAYS);
    return usable > 0 && stale ? [nameOf(asked, goodId)] : [];
  });
  const untried = [...new Set(show.items.flatMap((i) => i.demoId ?? []))]
    .filter((id) => !asked.attempted.has(id))
    .map((id) => asked.demos.get(id) ?? id);
  return [
    ...orders(asked).map(({ by, message }) => line('order', `${by} ${message}`, by, message)),
    ...(asked.tour?.lines ?? []).flatMap(({ goodId, filled }) =>
      filled
        ? [{ ...line('fill', goodId, filled.on, `Fill the vessel: ${nameOf(asked, goodId)}`), at: filled.at }]
        : [],
    ),
    ...(uncounted.length > 0
      ? [
          line(
            'count',
            'shelf',
            dayBefore,
            `Count ${named(uncounted)}: nobody has for ${COUNT_AFTER_DAYS} days`,
          ),
        ]
      : []),
    ...(!asked.played && show.items.length > 0
      ? [
          line(
            'rehearse',
            'show',
            dayBefore,
            untried.length > 0
              ? `Rehearse it: nobody has tried ${named(untried)} yet`
              : 'Rehearse it: it was not played yet',
          ),
        ]
      : []),
    ...asked.actions
      .filter((a) => concerns(a, show))
      .map((a) => line('action', a.id, show.date, a.text + about(a, asked))),
  ].sort((a, b) => inOrderOfText(a.by, b.by));
}

const day = (isoDay: string, days: number) =>
  formatISO(addDays(parseISO(isoDay), days), { representation: 'date' });

const nameOf = ({ goods }: DueAsked, id: string) => goods.get(id)?.name ?? id;

const named = (names: readonly string[]) =>
  names.length > MOST_NAMED
    ? `${names.slice(0, MOST_NAMED - 1).join(', ')} and ${names.length - MOST_NAMED + 1} more`
    : names.join(', ');

/** What goes out on one day, for this show or for another, as one line. */
function orders({ show, buying, goods }: DueAsked): { by: string; message: string }[] {
  const lines = new Map<string, { by: string; verb: string; what: string[]; forShow: string }>();
  for (const buy of buying) {
    const mine = buy.forShows.some((s) => s.showId === show.id);
    if (!mine && buy.orderBy > show.date) continue;
    const verb = (goods.get(buy.goodId)?.leadDays ?? 0) > 0 ? 'Order' : 'Buy';
    const forShow = mine ? '' : ` for “${buy.forShows[0]?.title}”`;
    const key = [buy.orderBy, verb, forShow].join();
    const line = lines.get(key) ?? { by: buy.orderBy, verb, what: [], forShow };
    line.what.push(`${buy.name} (${formatAmount(buy.amount, buy.unit)})`);
    lines.set(key, line);
  }
  return [...lines.values()].map(({ by, verb, what, forShow }) => ({
    by,
    message: `${verb} ${named(what)}${forShow}`,
  }));
}

const concerns = ({ on, onId }: OpenAction, show: Show): boolean =>
  ({
    show: onId === show.id,
    venue: onId === show.venueId,
    demo: show.items.some((i) => i.demoId === onId),
    person: show.crew.some((c) => c.personId === onId),
  })[on];

const about = ({ on, onId }: OpenAction, { demos, people }: DueAsked): string =>
  ({
    demo: ` (${demos.get(onId) ?? onId})`,
    venue: ' (the venue)',
    person: ` (${people.get(onId) ?? onId})`,
    show: '',
  })[on];
