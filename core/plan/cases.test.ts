import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readShowFile } from '../formats';
import { applyChange, showFileProblems } from '../show';
import { BUDGET_STEPS } from '../timetable';
import { instance, unruly } from '../testing/instances';
import { sized } from '../testing/long';
import { silentIn } from '../testing/verify';
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
const REFUSED: Record<string, string> = {
  's16-getin-after-curtain': 'show.getIn',
  's19-opens-after-closes': 'venue.closes',
};

test.each(names.filter((n) => !(n in REFUSED)))(
  '%s gets a plan within the budget of the whole call',
  (name) => {
    const show = file(name);
    const worked = plan(show, { plays: 200 });
    const { timetable, findings } = worked;
    expect(silentIn(show, worked)).toEqual([]);
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
    for (const { message, code, at } of findings) {
      expect([code, message]).not.toEqual([code, expect.stringMatching(/undefined|NaN|Infinity/)]);
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
  [
    'a festival of hundreds of items',
    { items: sized(100, 200), tasks: sized(150, 300), people: 8, vessels: 3, inShowPct: 15 },
    20,
  ],
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
    const circle = findings.find(
      (f) => f.code === 'contradiction' && f.message.includes('is fixed for 14:00'),
    )!;
    expect(circle.message).toContain(show.show.items[n]!.title);
    expect(circle.numbers.excessS).toBeGreaterThan(0);
  },
);

test('however times, people and limits stand against one another: a plan that says every limit it breaks, no empty words', () => {
  for (let seed = 1; seed <= sized(25, 80); seed++) {
    const show = unruly(seed);
    expect([seed, showFileProblems(show)]).toEqual([seed, []]);
    const worked = plan(show, { plays: 20, fixes: false });
    const { timetable, findings } = worked;
    expect([seed, silentIn(show, worked)]).toEqual([seed, []]);
    expect(timetable.steps).toBeLessThanOrEqual(1.05 * BUDGET_STEPS);
    const wrong = findings.filter(
      ({ message, at, fixes }) =>
        !Number.isFinite(at) ||
        /undefined|NaN|Infinity/.test([message, ...fixes.map((way) => way.label)].join(' ')),
    );
    expect([seed, wrong]).toEqual([seed, []]);
  }
});

/** What a file reports: a code, words of its sentence, and (where it is offered) what mends it. */
const SAYS: Record<string, [code: string, words: RegExp, fix?: RegExp][]> = {
  'c03-person-leaves-before-inshow-task': [
    ['contradiction', /1 min too little/, /^Ask Bob to stay until 14:02$/],
  ],
  'c04-arrives-too-late-for-doors': [['contradiction', /10 min too little/, /^Ask Bob in for 13:25$/]],
  'c06-house-opens-late': [['contradiction', /house to open at 13:45/, /^Have the house opened at 13:34$/]],
  'c07-hosted-task-too-long': [
    [
      'contradiction',
      /takes 5 min and has to be done before “Short talk” ends, after 2 min/,
      /behind the scenes/,
    ],
  ],
  'c09-ban': [
    ['contradiction', /“Light the burner” may not begin before 14:30/, /^Have flame allowed from 14:01$/],
  ],
  'c16-closes-before-end': [['contradiction', /“Late prep”.*house closes at 13:55/, /kept open until 14:01/]],
  'person-too-short-for-task': [['contradiction', /“task 1” \(10 min\).*5 min too little/, /^Ask Bob/]],
  'resetter-leaves-before': [
    ['contradiction', /“wipe the bench”.*3 min too little/, /^Ask Bob to stay until 14:05$/],
  ],
  's28-reset-person-gone': [['contradiction', /“wipe”.*1 min too little/, /^Ask Ann to stay until 14:04$/]],
  's29-all-leave-before-show-prep-anyone': [
    ['contradiction', /“task 1”.*31 min too little/, /stay until 14:01/],
  ],
  'ban-after-only-person-late': [
    ['contradiction', /“task torch”.*11 min too little/, /^Ask Bob in for 13:15$/],
  ],
  'two-takers-second-stale': [['gone-stale', /“task mix” goes stale 8 min before “task use\d” needs it/]],
  'inshow-two-at-once': [['dead-air', /1 min of dead air/, /^Begin “task warm” on stage in “Talk x”$/]],
  's30-inshow-task-presenter-alone-skill': [
    ['dead-air', /no free hands/, /^Begin “task 1” on stage in “Talk x”$/],
  ],
  's07-3x50-tasks-stale-two-people': [['gone-stale', /no better was found in the steps allowed/]],
};
test.each(Object.entries(SAYS))('%s says what is wrong, and a fix', (name, wanted) => {
  const { findings } = plan(file(name), { plays: 0 });
  for (const [code, words, fix] of wanted) {
    const found = findings.filter((f) => f.code === code).find((f) => words.test(f.message));
    expect(found?.message).toMatch(words);
    if (fix) expect(found!.fixes.map((w) => w.label)).toContainEqual(expect.stringMatching(fix));
  }
});

test('two tasks of one demo at the same other mark contradict nothing, and all windows of two hard shows are kept', () => {
  const { findings } = plan(file('two-tasks-other-station'), { plays: 0 });
  expect(findings.filter((f) => f.level !== 'note')).toEqual([]);
  for (const name of ['A175', 'B1204'])
    expect([name, plan(file(name), { plays: 0 }).findings.filter((f) => 'missS' in f.numbers)]).toEqual([
      name,
      [],
    ]);
});

test('nothing is planned absurdly early: work before the get-in only where an item would wait, and it is said', () => {
  expect(plan(file('s17-no-skill'), { plays: 0 }).timetable.crewCallS).toBe(-7200);
  expect(plan(file('s21-crew-before-getin'), { plays: 0 }).timetable.crewCallS).toBe(-7200);
  const soak = file('s21-crew-before-getin');
  soak.demos[0]!.prep[0]!.readyAfterS = 3 * 3600;
  const { timetable, findings } = plan(soak, { plays: 0 });
  expect(timetable.deadAirS).toBe(0);
  expect(findings.find((f) => f.code === 'before-get-in')).toMatchObject({ numbers: { missS: 3660 } });
});

test('a fix that changes the show lessens what it is offered for', () => {
  const weight = (message: { code: string; numbers: Record<string, number> }[], code: string, n: string) =>
    message.filter((f) => f.code === code || n in f.numbers).reduce((sum, f) => sum + (f.numbers[n] ?? 1), 0);
  let offered = 0;
  const some = names.filter((n) => /^c\d|^s1|^s2|ban|person|resetter/.test(n) && !(n in REFUSED));
  for (const name of some.filter((_n, i) => i % sized(3, 1) === 0)) {
    const show = file(name);
    const { findings } = plan(show, { plays: 0 });
    for (const { code, numbers, fixes } of findings)
      for (const { change } of fixes) {
        if (!change) continue;
        offered++;
        const n =
          'waitS' in numbers ? 'waitS' : 'missS' in numbers ? 'missS' : (Object.keys(numbers)[0] ?? '');
        const after = plan({ ...show, show: applyChange(show.show, change) }, { plays: 0, fixes: false });
        expect([name, change, weight(after.findings, code, n) < weight(findings, code, n)]).toEqual([
          name,
          change,
          true,
        ]);
      }
  }
  expect(offered).toBeGreaterThan(sized(5, 15));
});
