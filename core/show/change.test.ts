import { plainToInstance } from 'class-transformer';
import fc from 'fast-check';
import { isDraftable } from 'immer';
import { demo, hallShow, item, showOf } from '../testing/hall-show';
import { applyChange, changeShow, make, patchShow, type Change } from './change';
import { changesSaid } from './said';
import { ShowFile } from './show';

const { show } = showOf(['a', 'b', 'c', 'd'].map((id) => demo(id)));
const ids = (changed: typeof show) => changed.items.map((i) => i.id);

test('an item is moved to the place named', () => {
  expect(ids(applyChange(show, { kind: 'move-item', itemId: 'i-a', toIndex: 2 }))).toEqual([
    'i-b',
    'i-c',
    'i-a',
    'i-d',
  ]);
  expect(ids(applyChange(show, { kind: 'move-item', itemId: 'i-d', toIndex: 0 }))).toEqual([
    'i-d',
    'i-a',
    'i-b',
    'i-c',
  ]);
});

test('moving keeps every item, wherever it is moved to', () => {
  fc.assert(
    fc.property(
      fc.constantFrom('i-a', 'i-b', 'i-c', 'i-d', 'gone'),
      fc.integer({ min: -5, max: 9 }),
      (itemId, toIndex) => {
        expect(ids(applyChange(show, { kind: 'move-item', itemId, toIndex })).sort()).toEqual(ids(show));
      },
    ),
    { seed: 13 },
  );
});

test('an arrival changes for its person alone', () => {
  const changed = applyChange(show, { kind: 'set-arrival', personId: 'ben', arrives: '11:05' });
  expect(changed.crew.map((c) => c.arrives)).toEqual(['12:30', '11:05']);
});

test('typed times are set, and taken away again', () => {
  const timing = { bestS: 1, likelyS: 2, worstS: 3 };
  const typed = applyChange(show, { kind: 'set-timing', itemId: 'i-b', timing });
  expect(typed.items[1]!.timing).toEqual(timing);
  const back = applyChange(typed, { kind: 'set-timing', itemId: 'i-b', timing: undefined });
  expect(back).toEqual(show);
  expect('timing' in back.items[1]!).toBe(false);
});

test('a change that names something gone leaves the show as it is', () => {
  expect(applyChange(show, { kind: 'remove-items', itemIds: ['gone'] })).toEqual(show);
  expect(applyChange(show, { kind: 'set-arrival', personId: 'gone', arrives: '10:00' })).toEqual(show);
});

test('the show that came in is never touched', () => {
  const before = JSON.stringify(show);
  applyChange(show, { kind: 'remove-items', itemIds: ['i-a'] });
  applyChange(show, { kind: 'move-item', itemId: 'i-a', toIndex: 3 });
  expect(JSON.stringify(show)).toBe(before);
  expect(item('a').id).toBe('i-a');
});

const anyId = fc.constantFrom('i-a', 'i-b', 'i-c', 'i-d', 'gone');
const anyChange: fc.Arbitrary<Change> = fc.oneof(
  fc.record({
    kind: fc.constant('move-item' as const),
    itemId: anyId,
    toIndex: fc.integer({ min: -1, max: 5 }),
  }),
  fc.record({ kind: fc.constant('remove-items' as const), itemIds: fc.array(anyId, { maxLength: 3 }) }),
  fc.record({ kind: fc.constant('duplicate-item' as const), itemId: anyId, newId: fc.uuid() }),
  fc.record({
    kind: fc.constant('reorder' as const),
    itemIds: fc.shuffledSubarray(['i-a', 'i-b', 'i-c', 'i-d']),
  }),
  fc.record({
    kind: fc.constant('split-set-up' as const),
    itemId: anyId,
    newId: fc.uuid(),
    timing: fc.constant({ bestS: 1, likelyS: 2, worstS: 3 }),
  }),
  fc.record({
    kind: fc.constant('set-task' as const),
    itemId: anyId,
    taskId: fc.constantFrom('t', 'u'),
    choice: fc.record(
      {
        startS: fc.option(fc.integer({ min: -900, max: 900 }), { nil: undefined }),
        inItemId: fc.option(anyId, { nil: undefined }),
      },
      { requiredKeys: [] },
    ),
  }),
  fc.record({
    kind: fc.constant('bring-kit' as const),
    goodId: fc.constantFrom('flask', 'rope'),
    count: fc.nat(3),
  }),
  fc.record({
    kind: fc.constant('set-item' as const),
    itemId: anyId,
    fields: fc.record({ worth: fc.constantFrom(1, 5, undefined), at: fc.constantFrom('14:05', undefined) }),
  }),
);

test('whatever is done is taken back by its inverse, step by step, and made again by its patches', () => {
  fc.assert(
    fc.property(fc.array(anyChange, { maxLength: 12 }), (changes) => {
      const states = [show];
      const made = changes.map((change) => {
        const changed = changeShow(states.at(-1)!, (draft) => make(draft, change));
        states.push(changed.show);
        return changed;
      });
      expect(made.reduce((s, c) => patchShow(s, c.patches), show)).toEqual(states.at(-1));
      const back = [...made].reverse().reduce((s, c, i) => {
        const undone = patchShow(s, c.inverse);
        expect(undone).toEqual(states[states.length - 2 - i]);
        return undone;
      }, states.at(-1)!);
      expect(back).toEqual(show);
      // Nothing is left that names an item which does not come before.
      for (const state of states)
        state.items.forEach((entry, i) =>
          entry.tasks?.forEach((t) => {
            expect(Object.keys(t).length).toBeGreaterThan(1);
            if (t.inItemId) expect(state.items.slice(0, i).map((e) => e.id)).toContain(t.inItemId);
          }),
        );
    }),
    { seed: 31, numRuns: 300 },
  );
});

test('what a change does is said in words, each thing once', () => {
  const said = (recipe: (draft: typeof show) => void) => changesSaid(show, changeShow(show, recipe).patches);
  expect(said((s) => void (s.curtainUp = '15:00'))).toEqual(['curtain-up']);
  expect(said((s) => s.items.forEach((i) => (i.worth = 2)))).toEqual(['“d”', '“c”', '“b”', '“a”']);
  expect(said((s) => make(s, { kind: 'move-item', itemId: 'i-a', toIndex: 3 }))).toEqual([
    'the running order',
  ]);
  expect(said((s) => make(s, { kind: 'bring-kit', goodId: 'flask', count: 1 }))).toEqual([
    'kit that is brought along',
  ]);
  expect(changesSaid(show, [{ op: 'replace', path: [], value: { ...show, heads: 3 } }])).toEqual([
    'how many people come',
  ]);
});

test('a document that was checked is drafted like a plain object', () => {
  const instance = plainToInstance(ShowFile, hallShow());
  expect(isDraftable(instance)).toBe(true);
  expect(isDraftable(instance.show)).toBe(true);
  expect(isDraftable(instance.show.crew[0])).toBe(true);
});
