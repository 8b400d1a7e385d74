import { plan, script, type Finding, type ShowFile, type Timetable } from '@hearty/core';
import fc from 'fast-check';
import { instance } from '../../../../core/testing/instances';
import { ACROSS } from './across';
import { foldS, ribbonOf, type Ribbon, type RibbonRoom } from './ribbon';
import { ITEM_PX } from './stage';
import { timeMap } from './time';
import { spread, TEXT } from './words';

/** Letters 7 px wide, words kept whole: near enough to a browser, and the same everywhere. */
const linesOf: RibbonRoom['linesOf'] = (text, _style, px) => {
  let [lines, x] = [1, 0];
  for (const word of text.split(' ')) {
    const width = word.length * 7;
    if (x > 0 && x + 7 + width > px) [lines, x] = [lines + 1, width];
    else x += (x > 0 ? 7 : 0) + width;
  }
  return lines;
};
const room: RibbonRoom = { width: 1156, height: 520, zoom: 1, linesOf };

interface Case {
  file: ShowFile;
  timetable: Timetable;
}
const planned = (file: ShowFile): Case => ({ file, timetable: plan(file, { plays: 0 }).timetable });
const cases = [
  { items: 1, tasks: 1, people: 1, vessels: 1, inShowPct: 0 },
  { items: 9, tasks: 14, people: 3, vessels: 1, inShowPct: 40 },
  { items: 9, tasks: 30, people: 2, vessels: 2, inShowPct: 90 },
  { items: 40, tasks: 40, people: 3, vessels: 1, inShowPct: 60 },
  { items: 30, tasks: 90, people: 12, vessels: 3, inShowPct: 60 },
].map((size, i) => planned(instance(i + 1, size)));

const caution = (at: number): Finding => ({
  ...{ level: 'caution', code: 'x', at, message: `at ${at}`, numbers: {}, fixes: [] },
});
const drawn = (
  { file, timetable }: Case,
  changes: Partial<RibbonRoom> = {},
  findings: Finding[] = [],
): Ribbon => ribbonOf({ script: script(file), timetable, bands: null, findings }, { ...room, ...changes });

interface Rect {
  what: string;
  left: number;
  top: number;
  right: number;
  bottom: number;
}

/** Every word on the ribbon with the room that it takes. */
function wordsOf(r: Ribbon): Rect[] {
  const stage = r.items.flatMap((i): Rect[] => {
    const left = ACROSS.words;
    const details = linesOf(i.details, 'small', r.wordsPx - 4) * (i.details ? TEXT.small.line : 0);
    return [
      {
        ...{ what: i.about.title, left, top: i.top + 3, right: left + r.wordsPx },
        bottom: i.top + 3 + i.about.titlePx + details,
      },
    ];
  });
  const threads = r.threads.flatMap((t) =>
    t.pieces
      .filter((p) => p.words)
      .map((p): Rect => {
        const left = t.left + 20;
        const top = p.top + p.wordsTop;
        const right = t.left + t.width - ACROSS.gap;
        const px = p.about.kind === 'stage' ? 16 : linesOf(p.words, 'small', right - left) * TEXT.small.line;
        return { what: `${t.name}: ${p.words}`, left, top, right, bottom: top + px };
      }),
  );
  const loose = r.standings
    .filter((s) => s.words.length > 0)
    .map((s): Rect => ({
      ...{ what: s.hint, left: s.x + 10, top: s.wordsTop },
      ...{ right: s.x + 10 + s.width, bottom: s.wordsTop + s.wordsPx },
    }));
  const gaps = r.gaps.map((g): Rect => {
    const middle = g.top + g.height / 2;
    return {
      what: g.words,
      left: g.wordsLeft,
      right: g.wordsLeft + 150,
      top: middle - 8,
      bottom: middle + 8,
    };
  });
  const gutter = [
    ...r.rulings.map((p): Rect => ({ what: p.clock, left: 0, right: 68, top: p.y - 8, bottom: p.y + 8 })),
    ...r.points.map((p): Rect => ({
      ...{ what: p.words, left: 0, right: 72, top: p.y - 8 },
      bottom: p.y + 8 + linesOf(p.words, 'small', 72) * 16,
    })),
  ];
  return [...stage, ...threads, ...loose, ...gaps, ...gutter];
}

const overlaps = (a: Rect, b: Rect) =>
  a.left < b.right - 0.5 && b.left < a.right - 0.5 && a.top < b.bottom - 0.5 && b.top < a.bottom - 0.5;

const anyRoom = fc.record({
  width: fc.integer({ min: 500, max: 2400 }),
  height: fc.integer({ min: 300, max: 1600 }),
  zoom: fc.constantFrom(0.6, 1, 2, 4),
  before: fc.boolean(),
  unattended: fc.boolean(),
  marks: fc.boolean(),
});

test('words never overlap, at any size of the page and with everything or little shown', () => {
  fc.assert(
    fc.property(fc.constantFrom(...cases), anyRoom, (a, changes) => {
      const words = wordsOf(drawn(a, changes));
      const crossed = words.flatMap((x, i) =>
        words.slice(i + 1).flatMap((y) => (overlaps(x, y) ? [`${x.what} × ${y.what}`] : [])),
      );
      expect(crossed).toEqual([]);
    }),
    { seed: 3, numRuns: 60 },
  );
});

test('every target is at least 24 px high and wide, and none of one lane covers another', () => {
  fc.assert(
    fc.property(fc.constantFrom(...cases), anyRoom, (a, changes) => {
      const r = drawn(a, changes, [caution(0), caution(30), caution(900)]);
      for (const i of r.items) expect(i.height).toBeGreaterThanOrEqual(ITEM_PX);
      r.items.forEach((i, n) => {
        const next = r.items[n + 1];
        if (next) expect(i.top + i.height).toBeLessThanOrEqual(next.top + 0.01);
      });
      for (const t of r.threads) {
        for (const p of t.pieces) expect(Math.min(p.width, p.height)).toBeGreaterThanOrEqual(24);
        const work = t.pieces.filter((p) => p.about.kind !== 'stage');
        work.forEach((p, n) => {
          const next = work[n + 1];
          if (next) expect(p.top + p.height).toBeLessThanOrEqual(next.top + 0.01);
        });
      }
      r.marks.forEach((m, n) => {
        const next = r.marks[n + 1];
        if (next) expect(next.y - m.y).toBeGreaterThanOrEqual(ACROSS.markPx);
      });
      for (const m of r.marks) expect(m.y + ACROSS.markPx).toBeLessThanOrEqual(r.height + ACROSS.markPx);
    }),
    { seed: 4, numRuns: 40 },
  );
});

test('a moment and its place map back and forth, and time never runs up the page', () => {
  const need = fc.record({
    fromS: fc.integer({ min: -3600, max: 3000 }),
    toS: fc.integer({ min: -3600, max: 3000 }),
    px: fc.integer({ min: 0, max: 200 }),
  });
  fc.assert(
    fc.property(
      fc.array(need, { maxLength: 40 }),
      fc.double({ min: 0.5, max: 60, noNaN: true }),
      (needs, pace) => {
        const time = timeMap({ fromS: -3600, toS: 3000, pxPerMinuteBefore: 3, pxPerMinute: pace }, needs);
        for (let s = -4000; s <= 3400; s += 53) {
          expect(time.s(time.y(s))).toBeCloseTo(s, 4);
          expect(time.y(s + 53)).toBeGreaterThan(time.y(s));
        }
        for (const n of needs)
          if (n.toS > n.fromS) expect(time.y(n.toS) - time.y(n.fromS)).toBeGreaterThanOrEqual(n.px - 1e-6);
      },
    ),
    { seed: 5, numRuns: 100 },
  );
});

test('time is bent only where words need it, and a seam says where', () => {
  const even = timeMap({ fromS: 0, toS: 600, pxPerMinuteBefore: 3, pxPerMinute: 10 }, []);
  expect(even.y(600)).toBe(100);
  expect(even.seams).toEqual([]);
  const bent = timeMap({ fromS: 0, toS: 600, pxPerMinuteBefore: 3, pxPerMinute: 10 }, [
    { fromS: 60, toS: 120, px: 40 },
    { fromS: 120, toS: 180, px: 26 },
    { fromS: 300, toS: 480, px: 30 },
  ]);
  expect(bent.y(60)).toBe(10);
  expect(bent.y(180)).toBe(76);
  expect(bent.y(600)).toBe(146);
  expect(bent.seams).toEqual([{ fromS: 60, toS: 180, top: 10, height: 66 }]);
});

test('the hours before the show take no height until they are opened; the last jobs before curtain-up are always there', () => {
  for (const a of cases) {
    const closed = drawn(a);
    const open = drawn(a, { before: true });
    expect(closed.time.y(0)).toBeLessThan(open.time.y(0));
    const from = foldS(a.timetable);
    expect(from).toBeLessThanOrEqual(-30);
    const drawnTasks = new Set(closed.threads.flatMap((t) => t.pieces.map((p) => p.about.key)));
    for (const t of a.timetable.tasks)
      if (t.personId !== undefined && t.hostItemId === undefined && t.handsOffS > from)
        expect(drawnTasks).toContain(t.id);
  }
});

test('an item is named, and its details are whole or not there', () => {
  const r = drawn(cases[1]!);
  for (const i of r.items) {
    expect(i.about.spoken).toMatch(/, \d\d:\d\d(:\d\d)?, /);
    for (const part of i.details.split(' · ')) expect(` · ${i.about.hint} · `).toContain(part);
  }
});

test('labels are pushed down only as far as they must be', () => {
  expect(spread([0, 100], [20, 20], 4)).toEqual([0, 100]);
  expect(spread([0, 10, 15], [20, 20, 20], 4)).toEqual([0, 24, 48]);
});
