import loadHighs from 'highs';
import { cpus } from 'node:os';
import { leastCuts } from '../core/forecast';
import { plan } from '../core/plan';
import { script } from '../core/script';
import type { ShowFile } from '../core/show';
import { instance } from '../core/testing/instances';
import { endOfMip, mipOf } from '../core/testing/mip';
import { BUDGET_STEPS, place, workOf } from '../core/timetable';

/** The show of the speed figures: thirty items, sixty background tasks, five people. */
const SHOW = { items: 30, tasks: 60, people: 5, vessels: 2, inShowPct: 25 };
const FESTIVAL = { items: 200, tasks: 300, people: 8, vessels: 3, inShowPct: 15 };

const median = (times: number[]) => [...times].sort((a, b) => a - b)[Math.floor(times.length / 2)]!;

function timed<T>(work: () => T): { ms: number; value: T } {
  const from = performance.now();
  const value = work();
  return { ms: performance.now() - from, value };
}

/** The show with one of its items somewhere else: what a drag asks for. */
function withMove(file: ShowFile, n: number): ShowFile {
  const items = [...file.show.items];
  const [item] = items.splice((n * 7) % items.length, 1);
  items.splice((n * 11 + 3) % items.length, 0, item!);
  return { ...file, show: { ...file.show, items } };
}

function speeds(): void {
  const show = instance(2, SHOW);
  plan(show, { plays: 200 });
  const moves = Array.from({ length: 60 }, (_, n) => withMove(show, n));
  const replans = moves.map((file) => timed(() => plan(file, { plays: 0 })));
  const proven = replans.filter((r) => r.value.timetable.provenBest).length;
  const sorted = replans.map((r) => r.ms).sort((a, b) => a - b);
  line('replan, 30 items, 60 tasks, 5 people, one item moved: median', median(sorted), 16);
  line('  the slowest of 60 moves', sorted.at(-1)!);
  console.log(`  proven best in ${proven} of ${moves.length}`);
  const whole = median(Array.from({ length: 7 }, () => timed(() => plan(show, { plays: 10_000 })).ms));
  const bare = median(Array.from({ length: 7 }, () => timed(() => plan(show, { plays: 0 })).ms));
  line('10,000 plays of it', whole - bare, 400);
  const festival = instance(3, FESTIVAL);
  const days = Array.from({ length: 7 }, (_, n) => withMove(festival, n));
  const festivals = days.map((file) => timed(() => plan(file, { plays: 0 })));
  line('a festival day of 200 items, 300 tasks, 8 people: median', median(festivals.map((f) => f.ms)), 250);
  console.log(
    `  proven best in ${festivals.filter((f) => f.value.timetable.provenBest).length} of ${days.length}`,
  );
  line('cuts: 14 cuttable items, 1,000 plays', median(Array.from({ length: 9 }, (_, n) => cutsMs(n))), 50);
  const full = timed(() => place(script(instance(40, { ...SHOW, inShowPct: 90 })), { budget: BUDGET_STEPS }));
  line(`a crowded show, with ${full.value.timetable.steps} of ${BUDGET_STEPS} steps of search`, full.ms);
}

function cutsMs(seed: number): number {
  const items = instance(seed, { ...SHOW, items: 14 }).show.items;
  const plays = 1000;
  const lengths = items.map((_, i) =>
    Float64Array.from({ length: plays }, (_, p) => 200 + ((p * (i + 3) * 37) % 160)),
  );
  const ends = Float64Array.from({ length: plays }, (_, p) => lengths.reduce((sum, l) => sum + l[p]!, 0));
  return timed(() => leastCuts(items, lengths, ends, 2700, 0.9)).ms;
}

/** Thirty instances of 8 to 40 tasks against HiGHS, a general-purpose solver of mixed integer programs. */
async function againstSolver(seconds: number): Promise<void> {
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

function line(what: string, ms: number, wanted?: number): void {
  console.log(`${what}: ${ms.toFixed(1)} ms${wanted === undefined ? '' : ` (wanted: at most ${wanted} ms)`}`);
}

console.log(`Node.js ${process.version}, ${cpus().length} × ${cpus()[0]?.model ?? 'unknown processor'}\n`);
speeds();
const seconds = Number(process.argv[2] ?? 60);
if (seconds > 0) void againstSolver(seconds);
