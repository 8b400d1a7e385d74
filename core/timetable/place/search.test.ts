import loadHighs from 'highs';
import { script } from '../../script';
import { instance } from '../../testing/instances';
import { endOfMip, mipOf } from '../../testing/mip';
import { workOf } from '../work';
import { place } from './place';

// HiGHS, a general-purpose mixed integer solver (Huangfu & Hall, Mathematical Programming Computation 10, 2018), is
// given the same instances as a disjunctive program. `npm run bench` does it for thirty larger ones.
test.each([
  [1, 4, 8, 2, 1],
  [2, 5, 10, 2, 1],
  [3, 5, 9, 3, 2],
  [4, 6, 10, 2, 0],
  [5, 6, 12, 3, 1],
])(
  'instance %d: the dead air equals that of a general-purpose solver',
  async (seed, items, tasks, people, vessels) => {
    const file = instance(seed, { items, tasks, people, vessels, inShowPct: 60 });
    const work = workOf(script(file));
    const highs = await loadHighs();
    const solution = highs.solve(mipOf(work), { time_limit: 60, mip_rel_gap: 0 });
    expect(solution.Status).toBe('Optimal');
    const { timetable } = place(script(file), { budget: 5_000_000 });
    expect(timetable.endS).toBe(endOfMip(work, solution.ObjectiveValue));
    expect(timetable.provenBest).toBe(true);
  },
  120_000,
);
