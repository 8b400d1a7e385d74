import { rule, type Fix } from '../../findings';
import { conflictSays, REASONS, told, type Conflict } from '../../timetable';
import type { FindingCode } from './codes';
import type { Context } from './context';

/** What cannot hold together, each as a sentence with the least change of each number that would do. */
const contradiction = rule<Context, Conflict, FindingCode>({
  id: 'contradiction',
  level: 'stop',
  source: 'arithmetic',
  findMatches: ({ placement }) => placement.conflicts,
  findPlace: ({ cycle, gaveWay }, { placement: { work, settled } }) => {
    const points = cycle.flatMap((l) => [l.from, l.to]).filter((p) => p !== 0);
    const point = gaveWay.from || gaveWay.to;
    const { itemId } = work.activities[point] ?? work.activities[points[0]!]!;
    return { at: settled.times[point]!, ...(itemId && { itemId }) };
  },
  message: (conflict, { script, placement }) => conflictSays(script, placement.work, conflict),
  numbers: ({ excessS }) => ({ excessS }),
  fixes: ({ cycle, excessS }, { script, placement: { work } }) => {
    const all = cycle.flatMap((link) =>
      REASONS[link.why.kind].fixes(told(script, work.activities, link), excessS),
    );
    const unique = all.filter((way, i) => all.findIndex((other) => other.label === way.label) === i);
    const pressed = (way: Fix) => way.change !== undefined;
    return [...unique.filter(pressed), ...unique.filter((way) => !pressed(way))];
  },
});

export const CONFLICT_RULES = { contradiction };
