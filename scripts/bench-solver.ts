import loadHighs from 'highs';
import { script } from '../core/script';
import { instance } from '../core/testing/instances';
import { endOfMip, mipOf } from '../core/testing/mip';
import { BUDGET_STEPS, place, workOf } from '../core/timetable';
import { timed } from './bench-time';

/** Thirty instances of 8 to 40 tasks against HiGHS, a general-purpose solver of mixed integer programs. */
export async function againstSolver(seconds: number): Promise<void> {
  console.log('\nplacement against HiGHS on generated instances (the same work, as a mixed integer program)');
  console.log(
    'seed items tasks people |  end s  dead air  proven  steps      ms |  HiGHS s    status      ms   ratio',
  );
  let equal = 0;
  let settled = 0;
  for (let n = 1; n <= 30; n++) {
    const tasks = 8 + Math.round(((n - 1) / 29) * 32);
    const size = {
      items: 4 + Math.floor(tasks / 4),
      tasks,
      people: 2 + (n % 4),
      vessels: n % 3,
      inShowPct: n % 2 ? 60 : 30,
    };
    const file = instance(100 + n, size);
    const ours = timed(() => place(script(file), { budget: 30 * BUDGET_STEPS }));
    const { timetable } = ours.value;
    const work = workOf(script(file));
    const highs = await loadHighs();
    const theirs = timed(() => highs.solve(mipOf(work), { time_limit: seconds, mip_rel_gap: 0 }));
    const optimal = theirs.value.Status === 'Optimal';
    const end = Number.isFinite(theirs.value.ObjectiveValue)
      ? endOfMip(work, theirs.value.ObjectiveValue)
      : NaN;
    if (optimal) settled++;
    if (optimal && end === timetable.endS) equal++;
    const row = [
      `${100 + n}`.padStart(4),
      `${size.items}`.padStart(5),
      `${tasks}`.padStart(5),
      `${size.people}`.padStart(6),
      '|',
      `${timetable.endS}`.padStart(6),
      `${timetable.deadAirS}`.padStart(9),
      (timetable.provenBest ? 'yes' : 'no').padStart(7),
      `${timetable.steps}`.padStart(6),
      ours.ms.toFixed(1).padStart(7),
      '|',
      `${end}`.padStart(8),
      theirs.value.Status.slice(0, 9).padStart(9),
      theirs.ms.toFixed(0).padStart(7),
      (theirs.ms / ours.ms).toFixed(0).padStart(7),
    ];
    console.log(row.join(' '));
  }
  console.log(
    `equal to the solver's optimum in ${equal} of the ${settled} it proved within ${seconds} s each`,
  );
}
