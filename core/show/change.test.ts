import fc from 'fast-check';
import { demo, item, showOf } from '../testing/hall-show';
import { applyChange } from './change';

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
