import { readShowFile, writeShowFile } from '../formats';
import { demo, item, showOf, task } from '../testing/hall-show';
import { Show, ShowFile } from './show';
import { check, showFileProblems } from './validate';

const broken = (change: (file: ShowFile) => void) => {
  const file = structuredClone(showOf([demo('foam'), demo('can')]));
  change(file);
  const read = readShowFile(JSON.stringify(file));
  return read.ok ? [] : read.problems;
};

test('a show file survives writing and reading', () => {
  const file = showOf([demo('foam', { prep: [task('mix')] })]);
  const read = readShowFile(writeShowFile(file));
  expect(read.ok && JSON.parse(JSON.stringify(read.value))).toEqual(JSON.parse(JSON.stringify(file)));
});

test('a wrong field is named by its path with a sentence', () => {
  expect(broken((f) => (f.show.slotMin = -5))).toEqual([
    { path: 'show.slotMin', message: 'This must be at least 1.' },
  ]);
  expect(broken((f) => (f.show.curtainUp = '36:05'))).toEqual([
    { path: 'show.curtainUp', message: 'This must be a time of day such as 14:05.' },
  ]);
  expect(broken((f) => (f.show.date = '2026-02-31'))).toEqual([
    { path: 'show.date', message: 'This must be a date that exists.' },
  ]);
  expect(broken((f) => (f.demos[1]!.steps[0]!.bestS = 1.5))).toEqual([
    { path: 'demos[1].steps[0].bestS', message: 'This must be whole seconds.' },
  ]);
});

test('missing parts and unknown fields are refused', () => {
  expect(broken((f) => delete (f as Partial<ShowFile>).venue)).toEqual([
    { path: 'venue', message: 'This is missing.' },
  ]);
  expect(broken((f) => Object.assign(f.show, { volunteerNames: ['x'] }))).toEqual([
    { path: 'show.volunteerNames', message: 'This field is not known here.' },
  ]);
});

test('references that lead nowhere are refused', () => {
  expect(broken((f) => (f.show.items[0]!.demoId = 'ghost'))).toEqual([
    { path: 'show.items[0].demoId', message: 'There is no demo “ghost” in this file.' },
  ]);
  expect(broken((f) => (f.show.crew[0]!.personId = 'zoe'))[0]!.path).toBe('show.crew[0].personId');
  expect(broken((f) => f.demos[0]!.kit.push({ goodId: 'none', count: 1, turnRoundS: 0 }))[0]!.path).toBe(
    'demos[0].kit[0].goodId',
  );
  expect(broken((f) => (f.show.venueId = 'elsewhere'))[0]!.path).toBe('show.venueId');
});

test('times that run backwards and chains that lead nowhere are refused', () => {
  expect(broken((f) => (f.show.items[0]!.timing = { bestS: 9, likelyS: 5, worstS: 9 }))[0]!.path).toBe(
    'show.items[0].timing.likelyS',
  );
  expect(broken((f) => f.demos[0]!.prep.push(task('a', { afterTaskId: 'b' })))[0]!.path).toBe(
    'demos[0].prep[0].afterTaskId',
  );
  expect(broken((f) => f.demos[0]!.prep.push(task('a', { readyAfterS: 60, staleAfterS: 30 })))[0]!.path).toBe(
    'demos[0].prep[0].staleAfterS',
  );
  expect(broken((f) => (f.show.doors = '15:00'))[0]!.path).toBe('show.doors');
});

test('ids used twice are refused', () => {
  const file = showOf([demo('foam')], [item('foam'), item('foam')]);
  expect(showFileProblems(file)).toEqual([
    { path: 'show.items[1].id', message: 'The id “i-foam” is used twice.' },
  ]);
});

test('text that is not JSON, and values that are no document, are refused without throwing', () => {
  expect(readShowFile('{')).toMatchObject({ ok: false, problems: [{ path: '' }] });
  for (const value of [null, 3, 'x', []]) expect(check(Show, value).ok).toBe(false);
  expect(readShowFile('{"format":"hearty-stage/show","version":2}')).toMatchObject({ ok: false });
});
