import { plan } from '../plan';
import { script } from '../script';
import { demo, good, item, showOf } from '../testing/hall-show';
import { logOf } from '../testing/log';
import { attemptsOf, debrief } from './debrief';
import { benchOverTime } from './bench-over-time';
import { benchSoFar } from './foretold';
import { fold } from './fold';

/** A ladder of pieces, whose number is the bench's, and of which the pieces that fell are counted. */
const file = (() => {
  const ladder = demo('chain', {
    parameters: [{ id: 'n', title: 'Links', usual: 1, min: 1, max: 10 }],
    reading: { title: 'Pieces used', kind: 'number' },
    consumables: [{ goodId: 'link', amount: 1, per: 'attempt', wastePct: 0 }],
    benches: [
      {
        ...{ id: 'b1', benchId: 'ladder', limits: false, foretells: 'pieces' },
        inputs: [{ name: 'levels', parameterId: 'n' }],
        amounts: [{ goodId: 'link', figure: 'pieces' }],
      },
    ],
  });
  const series = { parameterId: 'n', levels: ['1', '2', '4'], onFail: 'go on' as const };
  const showFile = showOf([ladder], [item('chain', { series })]);
  return {
    ...showFile,
    stock: [...showFile.stock, { ...good('link', 'consumable', 500), unit: 'piece' as const }],
  };
})();

const played = logOf(
  { kind: 'curtain', body: {} },
  { kind: 'item begun', body: { itemId: 'i-chain' } },
  { kind: 'attempt closed', body: { itemId: 'i-chain', outcome: 'worked' } },
  { kind: 'reading', body: { attemptId: 'e002', value: 1.5 } },
  { kind: 'again', body: { itemId: 'i-chain' } },
  { kind: 'attempt closed', body: { itemId: 'i-chain', outcome: 'failed' } },
  { kind: 'again', body: { itemId: 'i-chain' } },
  { kind: 'attempt closed', body: { itemId: 'i-chain', outcome: 'worked' } },
  { kind: 'curtain down', body: {} },
);

test('each attempt keeps what the bench foretold of it at its level, beside what was read', () => {
  const resolved = script(file);
  const lines = attemptsOf('run', false, resolved, fold(played, resolved));
  expect(lines.map((l) => [l.level, l.outcome, l.reading, l.predictions?.[0]?.value])).toEqual([
    ['1', 'worked', 1.5, 1],
    ['2', 'failed', undefined, 3],
    ['4', 'worked', undefined, 10],
  ]);
  expect(lines[0]!.predictions![0]).toMatchObject({ benchId: 'ladder', fails: false, label: 'Pieces' });
  expect(lines[0]!.predictions![0]!.message).toContain('1 piece.');
});

test('the talk after the show has the same, from the plan; what was used is counted level by level', () => {
  const resolved = script(file);
  const talk = debrief(resolved, plan(file, { plays: 0 }), fold(played, resolved));
  expect(talk.lines.map((l) => l.predictions[0]?.value)).toEqual([1, 3, 10]);
  expect(talk.leftovers.find((l) => l.goodId === 'link')?.used).toBe(14);
});

test('how a bench has done so far: what it said against what happened, and by how much its figure was off', () => {
  const told = (outcome: 'worked' | 'failed' | 'partly' | 'not tried', fails: boolean, reading?: number) => ({
    outcome,
    ...(reading !== undefined && { reading }),
    predictions: [{ benchId: 'ladder', title: 'Ladder', message: '', fails, value: 10 }],
  });
  const log = [
    told('worked', false, 12),
    told('failed', false, 9),
    told('partly', false, 14),
    told('failed', true),
    told('worked', true),
    told('not tried', true),
    { outcome: 'worked' as const },
  ];
  expect(benchSoFar(log, 'ladder')).toEqual({
    ...{ saidWorks: 3, workedThen: 2, saidFails: 2, failedThen: 1 },
    ...{ read: 3, offBy: 2 },
  });
  expect(benchSoFar(log, 'throw')).toMatchObject({ saidWorks: 0, saidFails: 0, read: 0 });
});

test('a bench’s hits and errors over time: month by month, the quiet ones too, or year by year', () => {
  const at = (year: number, month: number, outcome: 'worked' | 'failed', reading?: number) => ({
    ...{ atMs: new Date(year, month - 1, 15).getTime(), outcome },
    ...(reading !== undefined && { reading }),
    predictions: [{ benchId: 'ladder', title: 'Ladder', message: '', fails: false, value: 10 }],
  });
  const log = [at(2026, 3, 'worked', 12), at(2026, 3, 'failed', 13), at(2026, 5, 'worked')];
  expect(benchOverTime(log, 'ladder')).toEqual([
    { label: 'Mar 2026', right: 1, wrong: 1, offBy: 2.5 },
    { label: 'Apr 2026', right: 0, wrong: 0, offBy: undefined },
    { label: 'May 2026', right: 1, wrong: 0, offBy: undefined },
  ]);
  expect(
    benchOverTime([at(2020, 1, 'worked', 9), ...log], 'ladder').map((p) => [p.label, p.right, p.offBy]),
  ).toEqual([
    ['2020', 1, -1],
    ...[2021, 2022, 2023, 2024, 2025].map((y) => [String(y), 0, undefined]),
    ['2026', 2, 2.5],
  ]);
  expect(benchOverTime(log, 'throw')).toEqual([]);
});
