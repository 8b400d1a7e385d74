import { readAttemptsFile } from '../formats';
import { demo, good, hallShow, item, person, record } from '../testing/hall-show';
import { assemble, type Library } from './assemble';

const base = hallShow();
const library: Library = {
  demos: [
    demo('used', { consumables: [{ goodId: 'soda', amount: 1, per: 'show', wastePct: 0 }] }),
    demo('unused', { kit: [{ goodId: 'flask', count: 1, turnRoundS: 0 }] }),
  ],
  venues: [base.venue],
  people: [person('ann', []), person('ben', []), person('cat', [])],
  goods: [good('soda', 'consumable', 1), good('flask', 'kit', 1)],
  record: [record('used', 1, 0), record('unused', 1, 0)],
  actions: [
    { id: '1', text: 'on the demo', on: 'demo', onId: 'used' },
    { id: '2', text: 'on another demo', on: 'demo', onId: 'unused' },
    { id: '3', text: 'on the venue', on: 'venue', onId: 'hall' },
    { id: '4', text: 'on another show', on: 'show', onId: 'other' },
  ],
  lots: [
    { lot: { id: 'a', goodId: 'soda' }, shelf: 4, out: { show: 2, other: 9 } },
    { lot: { id: 'b', goodId: 'soda' }, shelf: 5, out: {}, goodUntil: '2026-12-11' },
    { lot: { id: 'c', goodId: 'soda' }, shelf: 1, out: {}, goodUntil: '2026-12-12' },
  ],
};
const show = { ...base.show, items: [item('used', { helperIds: ['cat'] })] };

test('a show file holds just what its show needs', () => {
  const file = assemble(show, library)!;
  expect(file.demos.map((d) => d.id)).toEqual(['used']);
  expect(file.stock.map((g) => g.id)).toEqual(['soda']);
  expect(file.crew.map((p) => p.id)).toEqual(['ann', 'ben', 'cat']);
  expect(file.record.map((r) => r.demoId)).toEqual(['used']);
  expect(file.actions!.map((a) => a.id)).toEqual(['1', '3']);
});

test('on the shelf for a show is what is good on its day, and what is out with it', () => {
  expect(assemble(show, library)!.stock[0]!.onShelf).toBe(4 + 2 + 1);
});

test('a show whose venue is not here has no file', () => {
  expect(assemble({ ...show, venueId: 'elsewhere' }, library)).toBeUndefined();
});

test('a file of attempts is read, and its mistakes are named', () => {
  const attempt = {
    id: 'a',
    runId: 'r',
    itemId: 'i',
    demoId: 'd',
    atMs: 1,
    rehearsal: false,
    outcome: 'worked',
  };
  const text = (changes: object) =>
    JSON.stringify({ format: 'hearty-stage/attempts', version: 1, attempts: [{ ...attempt, ...changes }] });
  expect(readAttemptsFile(text({})).ok).toBe(true);
  expect(readAttemptsFile(text({ outcome: 'exploded' }))).toMatchObject({
    ok: false,
    problems: [{ path: 'attempts[0].outcome' }],
  });
  expect(readAttemptsFile(text({ volunteer: 'x' }))).toMatchObject({
    problems: [{ path: 'attempts[0].volunteer' }],
  });
});
