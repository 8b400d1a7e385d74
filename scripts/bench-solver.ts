import loadHighs from 'highs';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { script } from '../core/script';
import { crowded, instance } from '../core/testing/instances';
import { minizincOf, type Goal } from '../core/testing/minizinc';
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

/** The end and the crew call against Debian's MiniZinc with Gecode, a constraint solver, where it is installed. */
export function againstMiniZinc(seconds: number): void {
  if (spawnSync('minizinc', ['--version']).status !== 0)
    return console.log('\nMiniZinc is not installed (apt-get install minizinc): left out.');
  console.log('\nend and crew call against MiniZinc with Gecode, shows of 3 to 12 items and 4 to 33 tasks');
  const folder = mkdtempSync(join(tmpdir(), 'hearty-minizinc-'));
  const judge = (work: ReturnType<typeof workOf>, goal: Goal) => {
    const model = join(folder, 'model.mzn');
    writeFileSync(model, minizincOf(work, goal));
    const { stdout } = spawnSync('minizinc', ['--time-limit', `${seconds * 1000}`, model], {
      encoding: 'utf8',
    });
    const found = [...stdout.matchAll(/end=(-?\d+)\s+call=(-?\d+)/g)].at(-1);
    return { end: Number(found?.[1]), call: Number(found?.[2]), proven: stdout.includes('==========') };
  };
  const sums = { proven: 0, equal: 0, earlier: 0, callProven: 0, callEqual: 0, later: 0, wrong: 0, none: 0 };
  for (let n = 1; n <= 80; n++) {
    const size = {
      items: 3 + (n % 10),
      tasks: 4 + ((n * 7) % 30),
      people: 1 + (n % 4),
      vessels: n % 3,
      inShowPct: [0, 15, 30, 60][n % 4]!,
    };
    // The second half has marks with several spots, vessels with places, and choices.
    const resolved = script(n <= 40 ? instance(n * 31, size) : crowded(n));
    const work = workOf(resolved);
    const { timetable } = place(resolved);
    const end = judge(work, { kind: 'end' });
    const call = judge(work, { kind: 'call', endS: timetable.endS });
    if (Number.isNaN(end.end) && Number.isNaN(call.call)) sums.none++;
    if (end.proven) sums.proven++;
    if (end.proven && end.end === timetable.endS) sums.equal++;
    if (end.end < timetable.endS) sums.earlier++;
    if (call.proven) sums.callProven++;
    if (call.proven && call.call === timetable.firstJobByS) sums.callEqual++;
    if (call.call > timetable.firstJobByS) sums.later++;
    const beaten =
      (timetable.provenBest && end.end < timetable.endS) ||
      (timetable.provenCall && call.call > timetable.firstJobByS);
    if (beaten) sums.wrong++;
  }
  console.log(
    `of 80: it proved ${sums.proven} ends, ${sums.equal} equal to ours; found ${sums.earlier} sooner; proved ${sums.callProven} crew calls, ${sums.callEqual} equal; found ${sums.later} later; better than one we call proven: ${sums.wrong}; nothing found: ${sums.none} (${seconds} s each)`,
  );
}
