import type { Check } from './checks';
import type { Plan } from './plan';

/** What a glance and a tick take, and what something takes that is tried out or measured, s. Both from memory. */
const CHECK_S = { glance: 15, tested: 60 };

export interface ChecksAhead {
  /** Before doors, and those that come up once work after doors is ready. */
  before: number;
  later: number;
  /** What those before doors take one person, s. */
  aboutS: number;
  /** In the order one walks the stage. */
  places: { markId: string; place: string; count: number }[];
  /** Who of the crew is there before doors. */
  personIds: string[];
}

/** How much there is to check before anybody has begun. Pure; seconds. */
export function checksAhead({ checks, timetable }: Pick<Plan, 'checks' | 'timetable'>): ChecksAhead {
  const before = checks.filter((c) => c.dueS === undefined);
  const places = new Map<string, ChecksAhead['places'][number]>();
  for (const { markId, place } of before) {
    const known = places.get(markId);
    if (known) known.count++;
    else places.set(markId, { markId, place, count: 1 });
  }
  return {
    before: before.length,
    later: checks.length - before.length,
    aboutS: before.reduce((sum, c) => sum + secondsFor(c), 0),
    places: [...places.values()],
    personIds: timetable.arrivals.filter((a) => a.arrivesS < timetable.doorsS).map((a) => a.personId),
  };
}

const secondsFor = ({ kind }: Check) =>
  kind === 'tested' || kind === 'measured' ? CHECK_S.tested : CHECK_S.glance;
