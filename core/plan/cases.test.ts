import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readShowFile } from '../formats';
import { showFileProblems } from '../show';
import { BUDGET_STEPS } from '../timetable';
import { instance, unruly } from '../testing/instances';
import { plan } from './plan';

/** Show files on which an earlier engine crashed, hung, or lost its way at midnight. */
const FOLDER = join(__dirname, '../testing/cases');
const names = readdirSync(FOLDER).map((file) => file.replace('.json', ''));
const read = (name: string) => readShowFile(readFileSync(join(FOLDER, `${name}.json`), 'utf8'));
const file = (name: string) => {
  const got = read(name);
  if (!got.ok) throw new Error(JSON.stringify(got.problems));
  return got.value;
};

/** Refused when it is read, and why. */
const REFUSED: Record<string, string> = { 's16-getin-after-curtain': 'show.getIn' };

test.each(names.filter((n) => !(n in REFUSED)))(
  '%s gets a plan within the budget of the whole call',
  (name) => {
    const show = file(name);
    const { timetable, findings } = plan(show, { plays: 200 });
    // A step over is the last one of a piece of work that was under way.
    expect(timetable.steps).toBeLessThanOrEqual(1.05 * BUDGET_STEPS);
    expect(timetable.items).toHaveLength(show.show.items.length);
    for (const item of timetable.items) expect(item.endS).toBeGreaterThanOrEqual(item.startS);
    timetable.items
      .slice(1)
      .forEach((item, i) => expect(item.startS).toBeGreaterThanOrEqual(timetable.items[i]!.endS));
    for (const task of timetable.tasks) {
      expect(Number.isFinite(task.startS)).toBe(true);
      expect(task.usedS).toBeGreaterThanOrEqual(task.readyS);
    }
    for (const { says, code, at } of findings) {
      expect([code, says]).not.toEqual([code, expect.stringMatching(/undefined|NaN|Infinity/)]);
      expect(Number.isFinite(at)).toBe(true);
    }
  },
);

test.each(Object.entries(REFUSED))('%s is refused at %s', (name, path) => {
  const got = read(name);
  expect(got.ok ? [] : got.problems.map((p) => p.path)).toEqual([path]);
});

test.each(['c03-person-leaves-before-inshow-task', 's07-3x50-tasks-stale-two-people', 'silent-229', 'A175'])(
  '%s is planned the same twice',
  (name) => {
    const show = file(name);
    expect(plan(show, { plays: 50 })).toEqual(plan(structuredClone(show), { plays: 50 }));
  },
);

describe('a show that begins at 23:30', () => {
  const quick = (name: string) => plan(file(name), { plays: 0 });
  const codes = (name: string) => quick(name).findings.map((f) => f.code);

  test('everyone out by 01:00 is an hour and a half after curtain-up', () => {
    expect(quick('s11-midnight-hardend').timetable.hardEndS).toBe(90 * 60);
    expect(codes('s11-midnight-hardend')).not.toContain('hard-end');
  });
  test('who leaves at 01:00 is there until then', () => {
    expect(quick('s12-midnight-leaves').timetable.arrivals[0]!.leavesS).toBe(90 * 60);
    expect(codes('s12-midnight-leaves')).not.toContain('two-places');
  });
  test('a house that closes at 01:00 is open until then', () => {
    expect(quick('s13-midnight-closes').timetable.closesS).toBe(90 * 60);
    expect(codes('s13-midnight-closes')).not.toContain('outside-hours');
  });
  test('an item fixed for 00:10 begins forty minutes in', () => {
    expect(quick('s14-midnight-fixed').timetable.items[1]!.startS).toBe(40 * 60);
    expect(codes('s14-midnight-fixed')).not.toContain('contradiction');
  });
  test('who comes at 00:05 comes thirty-five minutes in, and no sooner does a thing', () => {
    const { timetable } = quick('s15-midnight-late-arrival');
    const late = timetable.arrivals.find((a) => a.arrivesS > 0)!;
    expect(late.arrivesS).toBe(35 * 60);
    for (const task of timetable.tasks)
      if (task.personId === late.personId) expect(task.startS).toBeGreaterThanOrEqual(late.arrivesS);
  });
  test('what is written as 24:10 is the same', () => {
    const show = file('s14-midnight-fixed');
    show.show.items[1]!.at = '24:10';
    expect(plan(show, { plays: 0 }).timetable.items[1]!.startS).toBe(40 * 60);
  });
});

test.each([
  ['a festival of 200 items', { items: 200, tasks: 300, people: 8, vessels: 3, inShowPct: 15 }, 20],
  ['a show of 60 items', { items: 60, tasks: 120, people: 5, vessels: 2, inShowPct: 25 }, 59],
  [
    '300 items and 3,000 tasks for one pair of hands',
    { items: 300, tasks: 3000, people: 1, vessels: 0, inShowPct: 50 },
    150,
  ],
])(
  '%s with one item fixed to curtain-up is planned, within the budget, and the reason is said',
  (_name, size, n) => {
    const show = instance(3, size);
    show.show.items[n]!.at = '14:00';
    const { timetable, findings } = plan(show, { plays: 0 });
    expect(timetable.steps).toBeLessThanOrEqual(1.2 * BUDGET_STEPS);
    const circle = findings.find((f) => f.code === 'contradiction' && f.says.includes('is fixed for 14:00'))!;
    expect(circle.says).toContain(show.show.items[n]!.title);
    expect(circle.numbers.excessS).toBeGreaterThan(0);
  },
);

test('however times, people and limits stand against one another: a plan, no two places at once, no empty words', () => {
  for (let seed = 1; seed <= 80; seed++) {
    const show = unruly(seed);
    expect([seed, showFileProblems(show)]).toEqual([seed, []]);
    const { timetable, findings } = plan(show, { plays: 20 });
    expect(timetable.steps).toBeLessThanOrEqual(1.05 * BUDGET_STEPS);
    const wrong = findings.filter(
      ({ says, at, waysOut }) =>
        !Number.isFinite(at) ||
        /undefined|NaN|Infinity/.test([says, ...waysOut.map((way) => way.label)].join(' ')),
    );
    expect([seed, wrong]).toEqual([seed, []]);
    const crew = new Set(show.show.crew.map((c) => c.personId));
    const busy = [
      ...timetable.items.flatMap((i) =>
        [i.presenterId, ...i.helperIds].map((id) => ({ id, fromS: i.startS, toS: i.endS })),
      ),
      ...timetable.tasks
        .filter((t) => t.hostItemId === undefined)
        .map((t) => ({ id: t.personId, fromS: t.startS, toS: t.handsOffS })),
      ...timetable.resets.map((r) => ({ id: r.personId, fromS: r.startS, toS: r.endS })),
    ].filter((b) => b.id !== undefined && crew.has(b.id) && b.toS > b.fromS);
    const twice = busy.filter((a) =>
      busy.some((b) => a !== b && a.id === b.id && a.fromS < b.toS && b.fromS < a.toS),
    );
    expect([seed, twice]).toEqual([seed, []]);
  }
});
