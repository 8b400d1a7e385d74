import { readAttemptsFile } from '../formats';
import { demo, good, hallShow, item, person, record } from '../testing/hall-show';
import type { Demo, Show, ShowFile } from '../show';
import { assemble, type Library } from './assemble';
import { plan } from './plan';

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
  sameDay: [],
};
/** A variant with nothing of its own but its name. */
const VARIANT = { id: 'big', title: 'Big', amounts: [], hazards: [], cautions: [] };
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

test('a cryogen on the shelf is not there for any show', () => {
  const goods = library.goods.map((g) => (g.id === 'soda' ? { ...g, storage: 'cryogen' as const } : g));
  expect(assemble(show, { ...library, goods })!.stock[0]!.onShelf).toBe(2);
});

describe('two shows at one time', () => {
  const both = (changes: Partial<Show>): [ShowFile, ShowFile] => {
    const one = { ...base.show, id: 'one', title: 'One', items: [item('unused')] };
    const two = { ...one, id: 'two', title: 'Two', ...changes };
    const of = { ...library, sameDay: [one, two] };
    return [assemble(one, of)!, assemble(two, of)!];
  };
  const message = (file: ShowFile) =>
    plan(file, { plays: 0 })
      .findings.filter((f) => f.code === 'two-shows')
      .map((f) => f.message);

  test('with the same people and the one flask are a finding in both', () => {
    const [one, two] = both({ getIn: '13:30', doors: '14:40', curtainUp: '15:00' });
    expect(message(one)).toEqual([
      'Ann is in “Two” from 13:30 to 15:45 that day as well.',
      'Ben is in “Two” from 13:30 to 15:45 that day as well.',
      'flask is needed in “Two” from 13:30 to 15:45 that day as well: 2 short for both.',
    ]);
    expect(message(two)).toHaveLength(3);
  });
  test.each<[string, Partial<Demo>, Partial<Show['items'][number]>]>([
    [
      'in a variant',
      { variants: [{ ...VARIANT, kit: [{ goodId: 'flask', count: 2, turnRoundS: 0 }] }] },
      { variantId: 'big' },
    ],
    ['by a helper', { helpers: 1, worn: [{ by: 'helper', goodId: 'flask' }] }, { helperIds: ['ben'] }],
    [
      'as one of a choice',
      { kit: [{ goodId: 'flask', count: 1, turnRoundS: 0 }] },
      { kind: 'choice', demoId: undefined, options: [{ demoId: 'there', share: 1 }] },
    ],
  ])('kit that the other show uses %s is seen', (_how, fields, changes) => {
    const demos = [
      demo('here', { kit: [{ goodId: 'flask', count: 1, turnRoundS: 0 }] }),
      demo('there', fields),
    ];
    const one = { ...base.show, items: [item('here')], crew: [] };
    const entry = JSON.parse(JSON.stringify(item('there', changes as never))) as Show['items'][number];
    const other = { ...base.show, id: 'two', title: 'Two', items: [entry], crew: [] };
    const kit = assemble(one, { ...library, demos, sameDay: [one, other] })!.elsewhere![0]!.kit;
    expect(kit.map((k) => k.goodId)).toEqual(['flask']);
  });

  test('are none where one is over before the other, and kit is enough for both', () => {
    const [one] = both({ getIn: '15:00', doors: '15:40', curtainUp: '16:00' });
    expect(one.elsewhere).toBeUndefined();
    const [two] = both({ crew: [] });
    two.stock.forEach((g) => (g.onShelf = 2));
    expect(message(two)).toEqual([]);
  });
  test('somebody who leaves the one before the other needs them may do both', () => {
    const one = { ...base.show, items: [], crew: [{ personId: 'ann', arrives: '12:30', leaves: '14:20' }] };
    const other = {
      ...base.show,
      id: 'two',
      title: 'Two',
      items: [],
      crew: [{ personId: 'ann', arrives: '14:30' }],
    };
    expect(assemble(one, { ...library, sameDay: [one, other] })!.elsewhere).toBeUndefined();
  });
});
