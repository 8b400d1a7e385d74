import { good } from '../testing/hall-show';
import { type LeftoverLine, afterRun, takeOut } from './after-run';
import { balance } from './ledger';
import { type WrittenMove } from './moves';

type Move = WrittenMove & { tick: number };

const RUN = { runId: 'r', showId: 's', day: '2026-12-13', playedOn: '2026-12-12' };
const line = (more: Partial<LeftoverLine> = {}): LeftoverLine => ({
  goodId: 'soda',
  name: 'Soda',
  unit: 'piece',
  packed: 6,
  used: 4,
  expected: 2,
  counted: undefined,
  ...more,
});
const bought = (id: string, amount: number): Move => ({
  id: `b-${id}`,
  lotId: id,
  kind: 'bought',
  amount,
  tick: 1,
  day: '2026-11-01',
});
const LOTS = [
  { id: 'old', goodId: 'soda', expires: '2026-12-20' },
  { id: 'new', goodId: 'soda' },
];
const GOODS = new Map([['soda', good('soda', 'consumable', 0)]]);
const after = (before: Move[], lines: LeftoverLine[]) => {
  const { moves, missing } = afterRun(lines, balance(LOTS, before, GOODS).lots, RUN);
  const { lots, wrong } = balance(LOTS, [...before, ...moves.map((m) => ({ ...m, tick: 100 }))], GOODS);
  expect(wrong).toEqual([]);
  return { shelf: lots.map((l) => l.shelf), out: lots.map((l) => l.out), moves, missing };
};

test('what the log used comes off the shelf, the lot that expires first before the other', () => {
  expect(after([bought('old', 3), bought('new', 9)], [line()])).toMatchObject({ shelf: [0, 8], missing: [] });
});

test('a count of what is left says better than the log what was used', () => {
  expect(after([bought('old', 3), bought('new', 9)], [line({ counted: 1 })])).toMatchObject({
    shelf: [0, 7],
  });
});

test('what was packed out is used from there, and the rest comes home', () => {
  const packed: Move = {
    id: 'p',
    lotId: 'new',
    kind: 'packed',
    amount: 6,
    tick: 2,
    day: '2026-12-12',
    showId: 's',
  };
  expect(after([bought('old', 3), bought('new', 9), packed], [line()])).toMatchObject({
    shelf: [3, 5],
    out: [{}, {}],
  });
});

test('what the shelf does not have is said, and the rest is still written', () => {
  expect(after([bought('old', 3)], [line()])).toMatchObject({
    shelf: [0, 0],
    missing: [{ goodId: 'soda', name: 'Soda', amount: 1 }],
  });
});

test('what is packed comes off the shelf once, and all of it is accounted for when the show is over', () => {
  let n = 0;
  const before = [bought('old', 3), bought('new', 9)];
  const take = (moves: Move[]): Move[] =>
    takeOut([{ goodId: 'soda', packed: 6 }], balance(LOTS, moves, GOODS).lots, {
      showId: RUN.showId,
      showDay: '2026-12-12',
    }).map((move) => ({ ...move, id: `t${++n}`, tick: 50, day: RUN.day }));
  const taken = [...before, ...take(before)];
  expect(balance(LOTS, taken, GOODS).lots).toMatchObject([
    { shelf: 0, out: { s: 3 } },
    { shelf: 6, out: { s: 3 } },
  ]);
  expect(take(taken)).toEqual([]);
  expect(after(taken, [line()])).toMatchObject({ shelf: [0, 8], out: [{}, {}] });
});

test('what will be past its day by the show is not packed, and what was good when played counts as used later too', () => {
  const before = [bought('old', 3), bought('new', 9)];
  const { lots } = balance(LOTS, before, GOODS);
  const late = { showId: RUN.showId, showDay: '2026-12-21' };
  expect(takeOut([{ goodId: 'soda', packed: 6 }], lots, late)).toMatchObject([{ lotId: 'new', amount: 6 }]);
  const written = afterRun([line()], lots, { ...RUN, day: '2026-12-28' });
  expect(written.moves).toMatchObject([
    { lotId: 'old', amount: 3, day: '2026-12-28' },
    { lotId: 'new', amount: 1 },
  ]);
});
