import { readdirSync, readFileSync } from 'node:fs';
import { cpus } from 'node:os';
import { join } from 'node:path';
import { leastCuts, withoutWaits } from '../core/forecast';
import { readShowFile } from '../core/formats';
import { plan, type Plan } from '../core/plan';
import { script } from '../core/script';
import type { ShowFile } from '../core/show';
import { instance } from '../core/testing/instances';
import { ribbonOf } from '../web/features/plan/ribbon/ribbon';
import { troupe } from './bench-troupe';
import { devices } from './bench-devices';
import { tenYears } from './bench-server';
import { inBrowser } from './bench-browser';
import { live } from './bench-live';
import { againstMiniZinc, againstSolver } from './bench-solver';
import { line, timed } from './bench-time';

/** The show of the speed figures: thirty items, sixty background tasks, five people. */
const SHOW = { items: 30, tasks: 60, people: 5, vessels: 2, inShowPct: 25 };
const FESTIVAL = { items: 200, tasks: 300, people: 8, vessels: 3, inShowPct: 15 };
const SIXTY = { items: 60, tasks: 120, people: 5, vessels: 2, inShowPct: 25 };
const SEEDS = Array.from({ length: 20 }, (_, n) => n + 1);

/** The show with one of its items somewhere else: what a drag asks for. */
function withMove(file: ShowFile, n: number): ShowFile {
  const items = [...file.show.items];
  const [item] = items.splice((n * 7) % items.length, 1);
  items.splice((n * 11 + 3) % items.length, 0, item!);
  return { ...file, show: { ...file.show, items } };
}

/** An item has to begin when the curtain goes up, which it cannot. */
function fixed(file: ShowFile, n: number): ShowFile {
  const items = file.show.items.map((item, i) => (i === n ? { ...item, at: file.show.curtainUp } : item));
  return { ...file, show: { ...file.show, items } };
}

const planned = (file: ShowFile) => timed(() => plan(file, { plays: 0, fixes: false }));
const proven = (plans: { value: Plan }[]) =>
  `proven best: ${plans.filter((p) => p.value.timetable.provenBest).length} of ${plans.length}`;

/** What plans say, counted by kind. */
function said(plans: readonly Plan[]): string {
  const counts = new Map<string, number>();
  for (const { code } of plans.flatMap((p) => p.findings)) counts.set(code, (counts.get(code) ?? 0) + 1);
  return `said: ${[...counts]
    .sort(([, a], [, b]) => b - a)
    .map(([code, n]) => `${n} ${code}`)
    .join(', ')}`;
}

function speeds(): void {
  for (const seed of SEEDS) plan(instance(seed, SHOW), { plays: 200 });
  const shows = SEEDS.map((seed) => instance(seed, SHOW));
  const replans = shows.flatMap((show) => [0, 1, 2, 3, 4, 5].map((n) => planned(withMove(show, n))));
  line(
    'replan, 30 items, 60 tasks, 5 people, one item moved',
    replans.map((r) => r.ms),
    16,
    proven(replans),
  );
  const plays = shows.map((show) => {
    const bare = planned(show).ms;
    return timed(() => plan(show, { plays: 10_000 })).ms - bare;
  });
  line('10,000 plays of it', plays, 400);
  const days = SEEDS.map((seed) => planned(withMove(instance(seed, FESTIVAL), seed)));
  line(
    'a festival day of 200 items, 300 tasks, 8 people',
    days.map((d) => d.ms),
    250,
    proven(days),
  );
  line('cuts: 14 cuttable items, 1,000 plays', SEEDS.map(cutsMs), 50);
  const hundred = instance(3, { ...SHOW, items: 100, tasks: 100 });
  const drawn = {
    input: {
      script: script(hundred),
      timetable: planned(hundred).value.timetable,
      bands: null,
      findings: [],
    },
    room: { ...{ width: 1156, height: 520, zoom: 1, before: true, marks: true }, linesOf: seven },
  };
  for (let i = 0; i < 30; i++) ribbonOf(drawn.input, drawn.room);
  line(
    'the ribbon of 100 items, 100 tasks, 5 people, everything drawn',
    Array.from({ length: 100 }, () => timed(() => ribbonOf(drawn.input, drawn.room)).ms),
    5,
  );
}

/** Lines of letters seven pixels wide. */
const seven = (text: string, _style: string, px: number) => Math.ceil((text.length * 7) / px);

/** Shows that once took minutes. */
function explosions(): void {
  console.log('\nshows that once took minutes');
  const kinds: [string, (seed: number) => ShowFile][] = [
    ['the festival, its item 20 fixed to curtain-up', (seed) => fixed(instance(seed, FESTIVAL), 20)],
    ['60 items, the last one fixed to curtain-up', (seed) => fixed(instance(seed, SIXTY), 59)],
    ["the troupe's demos, each played twice, in any order", (seed) => troupe(seed)],
  ];
  for (const [what, make] of kinds) {
    const plans = SEEDS.map((seed) => planned(make(seed)));
    line(
      what,
      plans.map((p) => p.ms),
      2000,
      said(plans.map((p) => p.value)),
    );
  }
}

/** Every file on which an engine once failed, forecast and all. */
function cases(): void {
  console.log('\nfiles on which an earlier engine failed, with 10,000 plays');
  const folder = join(process.cwd(), 'core/testing/cases');
  const all = readdirSync(folder).flatMap((name) => {
    const read = readShowFile(readFileSync(join(folder, name), 'utf8'));
    return read.ok ? [{ name, ...timed(() => plan(read.value)) }] : [];
  });
  line(
    'all of them',
    all.map((c) => c.ms),
    2000,
  );
  for (const { name, ms, value } of [...all].sort((a, b) => b.ms - a.ms).slice(0, 6))
    line(`  ${name}`, [ms], 2000, said([value]));
}

function cutsMs(seed: number): number {
  const items = instance(seed, { ...SHOW, items: 14 }).show.items;
  const plays = 1000;
  const lengths = items.map((_, i) =>
    Float64Array.from({ length: plays }, (_, p) => 200 + ((p * (i + 3) * 37) % 160)),
  );
  const ends = Float64Array.from({ length: plays }, (_, p) => lengths.reduce((sum, l) => sum + l[p]!, 0));
  return timed(() => leastCuts(items, withoutWaits(lengths, ends), 2700, 0.9)).ms;
}

console.log(`Node.js ${process.version}, ${cpus().length} × ${cpus()[0]?.model ?? 'unknown processor'}\n`);
/** `npm run bench [seconds for the solver] [only: plan, live, server, browser] [folders of other builds to compare with]`. */
async function main(): Promise<void> {
  const [seconds = '60', only = '', ...others] = process.argv.slice(2);
  const wanted = (part: string) => only === '' || only === part;
  if (wanted('plan')) {
    speeds();
    explosions();
    cases();
  }
  if (wanted('live')) await live();
  if (wanted('server')) {
    await devices();
    await tenYears();
  }
  if (wanted('browser')) await inBrowser(others);
  if (Number(seconds) > 0) {
    await againstSolver(Number(seconds));
    againstMiniZinc(Math.min(10, Number(seconds)));
  }
}

void main();
