import { dueForRehearsal, overTime, pareto, seasonFigures, seasonSays, type Season } from './season';

const season = (more: Partial<Season> = {}): Season => ({
  ...{ shows: 0, rehearsals: 0, heads: 0, onTime: 0, landed: 0, leftOut: 0, worthLeftOut: 0, showsCut: 0 },
  ...{ nearMisses: 0, cost: 0, costHeads: 0, costShows: 0, lostS: 0 },
  ...more,
});

test('a season is said in a sentence or two; an empty one says nothing', () => {
  expect(seasonSays(season())).toEqual([]);
  expect(seasonSays(season({ rehearsals: 2 }))).toEqual(['2 rehearsals and no show yet.']);
  expect(seasonSays(season({ shows: 12, heads: 1540, landed: 12, onTime: 9 }))).toEqual([
    '12 shows, 1540 people: 9 of 12 finished on time.',
  ]);
  expect(seasonSays(season({ shows: 1, heads: 30, leftOut: 1, showsCut: 1, lostS: 90 }))).toEqual([
    '1 show, 30 people.',
    '1 demo was left out, of 1 show; failed attempts cost 1 min 30 s.',
  ]);
});

test('a figure without anything behind it is not known, and none is divided by nothing', () => {
  const words = seasonFigures(season(), 0)
    .map((f) => f.value + f.from)
    .join();
  expect(words).not.toMatch(/NaN|Infinity|undefined/);
  const of = (what: string, s: Partial<Season>) => seasonFigures(season(s), 3).find((f) => f.what === what);
  expect(of('Cost per person', { shows: 2 })!.value).toBe('not known');
  // The heads of shows without a known cost do not make the others cheaper.
  expect(of('Cost per person', { shows: 2, heads: 300, cost: 50, costHeads: 100, costShows: 1 })!.value).toBe(
    '0.50',
  );
  expect(of('Finished on time', { shows: 3, landed: 2, onTime: 1 })!.value).toBe('1 of 2');
});

// Juran's own way: causes by frequency, with their cumulative share.
test('Pareto: the frequent first, each with the share that it and those before it make', () => {
  const cause = (name: string, times: number, lostS = 0) => ({
    ...{ demoId: 'd', title: 'Demo', cause: name, times, lostS },
  });
  const lines = pareto([cause('draught', 1, 10), cause('cold', 6), cause('wet', 2), cause('old', 1, 90)]);
  expect(lines.map((l) => [l.cause, l.upTo])).toEqual([
    ['cold', 0.6],
    ['wet', 0.8],
    ['old', 0.9],
    ['draught', 1],
  ]);
  expect(pareto([])).toEqual([]);
});

describe('what wants a rehearsal', () => {
  const today = Date.UTC(2026, 10, 26);
  const demo = (title: string, days: number | undefined, lastFailed = false, date = '2026-12-01') => ({
    ...{ demoId: title, title, show: 'Small Forces', date, lastFailed },
    lastAt: days === undefined ? undefined : today - days * 86_400_000,
  });
  const message = (...of: ReturnType<typeof demo>[]) => dueForRehearsal(of, today).map((d) => d.message);

  test('what was never tried, what failed last, and what hands have forgotten', () => {
    expect(
      message(
        demo('New', undefined),
        demo('Bad', 10, true),
        demo('Old', 183),
        demo('Fresh', 182),
        demo('Good', 1),
      ),
    ).toEqual([
      'Rehearse “New”, for “Small Forces”: nobody has tried it yet.',
      'Rehearse “Bad”, for “Small Forces”: it failed the last time, and was not tried since.',
      'Rehearse “Old”, for “Small Forces”: it was last tried 183 days ago.',
    ]);
  });

  test('each demo once, for the soonest show it is in', () => {
    const later = { ...demo('New', undefined, false, '2027-01-01'), show: 'Later' };
    expect(message(later, demo('New', undefined))).toEqual([
      'Rehearse “New”, for “Small Forces”: nobody has tried it yet.',
    ]);
  });
});

describe('over time', () => {
  const month = (label: string, worked: number, failed: number, partly = 0) => ({
    label,
    worked,
    failed,
    partly,
  });

  test('the newest month against all before', () => {
    const { periods, message } = overTime([month('2026-05', 1, 1, 2), month('2026-03', 2, 0)]);
    expect(periods.map((p) => [p.label, p.worked])).toEqual([
      ['Mar 2026', 2],
      ['Apr 2026', 0],
      ['May 2026', 1],
    ]);
    expect(message).toBe('Worked 1 of 4 in May 2026, 2 of 2 before.');
    expect(overTime([month('2026-03', 2, 0)]).message).toBe('Worked 2 of 2 in Mar 2026.');
    expect(overTime([])).toEqual({ periods: [], message: '' });
  });

  test('two tries ten years apart are told by the year, with the years between', () => {
    const { periods, message } = overTime([month('2016-12', 1, 0), month('2026-01', 0, 1)]);
    expect(periods.map((p) => p.label)).toEqual(Array.from({ length: 11 }, (_, i) => `${2016 + i}`));
    expect(message).toBe('Worked 0 of 1 in 2026, 1 of 1 before.');
  });

  test('many months are told by the year, and nothing is lost', () => {
    const months = Array.from({ length: 24 }, (_, i) =>
      month(`${2025 + Math.floor(i / 12)}-${String(1 + (i % 12)).padStart(2, '0')}`, 2, 1, 1),
    );
    expect(overTime(months).periods).toEqual([
      { label: '2025', worked: 24, failed: 12, partly: 12 },
      { label: '2026', worked: 24, failed: 12, partly: 12 },
    ]);
  });
});
