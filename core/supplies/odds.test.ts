import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import type { RandomGenerator } from 'pure-rand/types/RandomGenerator';
import betaQuantile from '@stdlib/stats-base-dists-beta-quantile';
import erfcinv from '@stdlib/math-base-special-erfcinv';
import { plan } from '../plan';
import { oddsOf, script, type ScriptItem } from '../script';
import type { ConsumableNeed, Demo, Series, ShowFile, Timing } from '../show';
import { demo, good, item, record, showOf } from '../testing/hall-show';
import { tour } from './tour';

/**
 * The judge: shows played attempt by attempt. Each demo's success rate is drawn once a play, whatever items and shows it
 * is in; a minute is a minute of what really went on, retries and all.
 */
function used(files: readonly ShowFile[], random: RandomGenerator): number[] {
  const u = () => uniformFloat64(random);
  const rates = new Map<string, number>();
  return files.map((file) => {
    let amount = 0;
    for (const any of script(file).items) {
      const scripted = picked(any, u());
      const { item: doc, demo: played, record: known, showings } = scripted;
      if (!played) continue;
      const { a, b } = oddsOf(known, played.guessOdds);
      const rate = rates.get(played.id) ?? betaQuantile(u(), a, b);
      rates.set(played.id, rate);
      if (doc.series) {
        const firstS = lengthS(showings[0]!.timing, u());
        amount += inSeries(doc.series, played, doc.retries, firstS, () => u() < rate);
        continue;
      }
      let [worked, failed, seconds] = [0, 0, lengthS(showings[0]!.timing, u())];
      while (worked < doc.showings && failed <= doc.retries) {
        if (u() < rate) worked++;
        else failed++;
      }
      const forGood = failed > doc.retries;
      seconds += Math.max(0, worked - 1) * (played.furtherS ?? 0);
      seconds += (forGood ? failed - 1 : failed) * played.retryS + (forGood ? played.coverS : 0);
      for (const need of played.consumables) {
        const each = need.amount * (1 + need.wastePct / 100);
        if (need.per === 'attempt') amount += each * (worked + failed);
        else if (need.per === 'minute') amount += (each * seconds) / 60;
        else amount += each;
      }
    }
    return amount;
  });
}

/** What the audience picks, where it does. */
function picked(any: ScriptItem, u: number): ScriptItem {
  let left = u;
  for (const { share, source: scripted } of any.options ?? []) {
    left -= share;
    if (left < 0) return scripted;
  }
  return any;
}

/** Level after level, each tried until it works, as the series says. */
function inSeries(
  { levels, onFail }: Series,
  { consumables, retryS, coverS, furtherS = 0 }: Demo,
  retries: number,
  firstS: number,
  works: () => boolean,
): number {
  let [amount, left, seconds, shown] = [0, retries, firstS, 0];
  const minutes = consumables.filter((n) => n.per === 'minute').reduce((sum, n) => sum + n.amount, 0);
  const inAll = () => amount + (minutes * (seconds + Math.max(0, shown - 1) * furtherS)) / 60;
  for (const level of levels) {
    for (;;) {
      for (const need of consumables)
        if (need.per === 'attempt') amount += need.amount * (need.scalesWith ? Number(level) : 1);
      if (works() || onFail === 'go on') break;
      if (onFail === 'stop' || left === 0) {
        seconds += coverS;
        return inAll();
      }
      seconds += retryS;
      left--;
    }
    shown++;
  }
  return inAll();
}

/** Log-normal on either side of the likely length, whose best and worst are its 10 % and 90 % points. */
function lengthS({ bestS, likelyS, worstS }: Timing, u: number): number {
  const z = -Math.SQRT2 * erfcinv(2 * u);
  return likelyS * Math.exp((z / 1.2816) * (z < 0 ? Math.log(likelyS / bestS) : Math.log(worstS / likelyS)));
}

const need = (per: ConsumableNeed['per'], amount: number): ConsumableNeed => ({
  goodId: 'soda',
  amount,
  per,
  wastePct: 0,
});
const soda = [{ ...good('soda', 'consumable', 0), unit: 'mL' as const }];
const spread = { bestS: 60, likelyS: 120, worstS: 400 };

const SHOWS: [string, ShowFile][] = [
  [
    'one demo in four items that nobody has tried',
    showOf(
      [demo('a', { consumables: [need('attempt', 50)] })],
      [1, 2, 3, 4].map((n) => item('a', { id: `i${n}`, retries: 3 })),
      { stock: soda },
    ),
  ],
  [
    'attempts and minutes of one demo',
    showOf(
      [demo('a', { consumables: [need('attempt', 20), need('minute', 15), need('show', 5)], retryS: 120 })],
      [item('a', { retries: 4, timing: spread })],
      { stock: soda, record: [record('a', 3, 3)] },
    ),
  ],
  [
    'three demos of which one comes twice',
    showOf(
      ['a', 'b', 'c'].map((id) => demo(id, { consumables: [need('minute', 10), need('attempt', 7)] })),
      [
        item('a', { retries: 2, timing: spread }),
        item('b', { retries: 2, timing: spread }),
        item('a', { id: 'again', retries: 2, timing: spread }),
        item('c', { retries: 1, showings: 2, timing: spread }),
      ],
      { stock: soda, record: [record('b', 5, 2)] },
    ),
  ],
];

SHOWS.push([
  'a series tried again, whose attempts and minutes use the same',
  showOf(
    [
      demo('a', {
        consumables: [{ ...need('attempt', 40), scalesWith: 'n' }, need('minute', 60)],
        parameters: [{ id: 'n', title: 'N', unit: '', usual: 1, min: 1, max: 9 }],
        retryS: 300,
        coverS: 20,
      }),
    ],
    [
      item('a', {
        retries: 3,
        timing: spread,
        series: { parameterId: 'n', levels: ['1', '3', '5'], onFail: 'retry' },
      }),
    ],
    { stock: soda, record: [record('a', 3, 3)] },
  ),
]);

const ladder = (onFail: Series['onFail']): [string, ShowFile] => [
  `a series that says ${onFail} after a failure, and a choice with its demo in it`,
  showOf(
    [
      demo('a', {
        consumables: [{ ...need('attempt', 10), scalesWith: 'n' }, need('attempt', 3)],
        parameters: [{ id: 'n', title: 'N', unit: '', usual: 1, min: 1, max: 9 }],
      }),
      demo('b', { consumables: [need('attempt', 40)] }),
    ],
    [
      item('a', { retries: 2, series: { parameterId: 'n', levels: ['1', '3', '5'], onFail } }),
      {
        ...item('a', { retries: 1 }),
        id: 'pick',
        kind: 'choice',
        options: [
          { demoId: 'a', share: 30 },
          { demoId: 'b', share: 70 },
        ],
      },
      item('b', { retries: 2 }),
    ],
    { stock: soda },
  ),
];
SHOWS.push(ladder('go on'), ladder('retry'), ladder('stop'), [
  'a series too long to be added up exactly',
  showOf(
    [
      demo('a', {
        consumables: [{ ...need('attempt', 1.37), scalesWith: 'n' }],
        parameters: [{ id: 'n', title: 'N', unit: '', usual: 1, min: 1, max: 30 }],
        guessOdds: 0.8,
      }),
    ],
    [
      item('a', {
        retries: 3,
        series: {
          parameterId: 'n',
          levels: Array.from({ length: 20 }, (_, i) => String(i + 1)),
          onFail: 'retry',
        },
      }),
    ],
    { stock: soda, record: [record('a', 30, 3)] },
  ),
]);

const PLAYS = 4000;
/** One in a hundred, and two standard errors of what is left to chance in so many plays. */
const AGREES = 0.01 + 2 * Math.sqrt(0.05 / PLAYS);

test.each(SHOWS)('the odds of running out are what plays with one rate a demo find: %s', (_name, file) => {
  const { packed, runOutOdds } = plan(file, { plays: 0 }).needs.consumables[0]!;
  const random = xoroshiro128plus(5);
  let out = 0;
  for (let p = 0; p < PLAYS; p++) if (used([file], random)[0]! > packed + 1e-9) out++;
  expect(runOutOdds).toBeLessThanOrEqual(0.05 + 1e-9);
  expect(Math.abs(out / PLAYS - runOutOdds)).toBeLessThan(AGREES);
});

test('a tour of twelve with one untried demo runs out at its end as often as it says, whatever it shares', () => {
  const files = Array.from({ length: 12 }, (_, n): ShowFile => {
    const file = showOf([demo('a', { consumables: [need('attempt', 10)] })], [item('a', { retries: 3 })], {
      stock: soda,
    });
    return { ...file, show: { ...file.show, id: `s${n}`, date: `2026-12-${10 + n}` } };
  });
  const lines = tour(
    files.map((file) => ({
      script: script(file),
      timetable: plan(file, { plays: 0, fixes: false }).timetable,
    })),
    [],
  ).map((s) => s.lines[0]!);
  const random = xoroshiro128plus(6);
  let out = 0;
  for (let p = 0; p < PLAYS; p++) {
    const amounts = used(files, random);
    let left = 0;
    // Each show finds what it and those before it bought, less what they used.
    if (amounts.some((amount, n) => (left += lines[n]!.short - amount) < -1e-9)) out++;
  }
  // Twelve shows, each at most 5 in 100; together no more than a little over, for they run out together.
  expect(out / PLAYS).toBeLessThan(0.12);
  const last = files.length - 1;
  const ends = Array.from({ length: PLAYS }, () =>
    used(files, random).reduce((sum, amount) => sum + amount, 0),
  );
  const bought = lines.reduce((sum, line) => sum + line.short, 0);
  expect(lines[last]!.share).toBeGreaterThan(0);
  expect(ends.filter((amount) => amount > bought + 1e-9).length / PLAYS).toBeLessThan(0.05 + AGREES);
});

test('a reserve in a lot that dies before the next show is not handed on', () => {
  const at = (date: string, id: string): ShowFile => {
    const file = showOf([demo('a', { consumables: [need('attempt', 10)] })], [item('a', { retries: 3 })], {
      stock: soda,
    });
    return { ...file, show: { ...file.show, id, date } };
  };
  const shares = (second: string) =>
    tour(
      [at('2026-12-10', 'one'), at(second, 'two')].map((file) => ({
        script: script(file),
        timetable: plan(file, { plays: 0, fixes: false }).timetable,
      })),
      [
        {
          lot: { id: 'l', goodId: 'soda', expires: '2026-12-15' },
          shelf: 1000,
          out: {},
          goodUntil: '2026-12-15',
        },
      ],
    ).map((s) => s.lines[0]!.share);
  const [, kept] = shares('2026-12-14');
  const [alone, late] = shares('2026-12-20');
  expect(kept).toBeLessThan(alone!);
  expect(late).toBe(alone);
});
