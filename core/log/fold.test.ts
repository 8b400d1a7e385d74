import fc from 'fast-check';
import { inLogOrder, type Envelope } from './envelope';
import { createFold } from './fold';

type Said = Envelope<'say', { word: string }> | Envelope<'undo', { eventId: string }>;

const at = (id: string, tick: number, device: string, what: Pick<Said, 'kind' | 'body'>): Said =>
  ({ id, tick, device, run: 'r', person: null, at: 0, v: 1, ...what }) as Said;
const say = (id: string, tick: number, device = 'a') =>
  at(id, tick, device, { kind: 'say', body: { word: id } });
const undo = (id: string, tick: number, eventId: string, device = 'a') =>
  at(id, tick, device, { kind: 'undo', body: { eventId } });

const folding = () =>
  createFold<string[], Said>([], (words, event) => {
    if (event.kind === 'say') words.push(event.body.word);
  });

/** The same by the definition: sort, hear undos from the last, drop what is taken back, say the rest. */
function byDefinition(events: readonly Said[]): string[] {
  const inOrder = [...new Map(events.map((e) => [e.id, e])).values()].sort(inLogOrder);
  const undone = new Set<string>();
  [...inOrder.entries()].reverse().forEach(([place, e]) => {
    if (e.kind !== 'undo' || undone.has(e.id)) return;
    if (inOrder.findIndex((of) => of.id === e.body.eventId) < place) undone.add(e.body.eventId);
  });
  return inOrder.flatMap((e) => (e.kind === 'say' && !undone.has(e.id) ? [e.body.word] : []));
}

test('an answer sorts after what it answers, whatever the order they arrive in', () => {
  const fold = folding();
  fold.add([say('third', 3)]);
  fold.add([say('first', 1, 'b')]);
  fold.add([say('second', 2)]);
  expect(fold.state).toEqual(['first', 'second', 'third']);
  expect(fold.tick).toBe(3);
});

test('an undo that arrives before what it takes back waits for it; one that names what comes later takes nothing back', () => {
  const fold = folding();
  fold.add([undo('u', 5, 'word'), undo('early', 1, 'other')]);
  fold.add([say('word', 2), say('other', 4)]);
  expect(fold.state).toEqual(['other']);
});

test('a state once handed out stays as it was', () => {
  const fold = folding();
  fold.add([say('one', 1)]);
  const before = fold.state;
  fold.add([say('two', 2), undo('u', 3, 'one')]);
  expect(before).toEqual(['one']);
  expect(fold.state).toEqual(['two']);
  expect(() => fold.state.push('three')).toThrow();
});

test('however a log of hundreds of events arrives, in whatever parts, the fold is the one by definition', () => {
  const anyEvent = fc.record({
    tick: fc.integer({ min: 1, max: 90 }),
    device: fc.constantFrom('a', 'b', 'c'),
    undoes: fc.option(fc.integer({ min: 0, max: 139 }), { freq: 4 }),
  });
  fc.assert(
    fc.property(
      fc.array(anyEvent, { minLength: 1, maxLength: 140 }),
      fc.array(fc.integer({ min: 1, max: 40 }), { minLength: 1, maxLength: 8 }),
      (rows, sizes) => {
        // In the order made up, which is not the order of the log; each part overlaps the one before.
        const events = rows.map(({ tick, device, undoes }, i) =>
          undoes === null ? say(`e${i}`, tick, device) : undo(`e${i}`, tick, `e${undoes}`, device),
        );
        const fold = folding();
        for (let from = 0, n = 0; from < events.length; n++) {
          const size = sizes[n % sizes.length]!;
          fold.add(events.slice(Math.max(0, from - 2), from + size));
          from += size;
        }
        expect(fold.state).toEqual(byDefinition(events));
        expect(fold.events).toEqual([...events].sort(inLogOrder));
      },
    ),
    { seed: 91, numRuns: 400 },
  );
});

test('a late event in a log of thousands costs no more than a fold of it all at once, and none of them twice', () => {
  let applied = 0;
  const fold = createFold<{ words: string[] }, Said>({ words: [] }, (state, event) => {
    applied++;
    if (event.kind === 'say') state.words.push(event.body.word);
  });
  fold.add(Array.from({ length: 5000 }, (_, i) => say(`w${i}`, i + 10)));
  expect(applied).toBe(5000);
  fold.add([say('late', 1)]);
  expect(applied).toBe(10_001);
  fold.add([say('next', 9000)]);
  expect(applied).toBe(10_002);
  expect(fold.state.words).toHaveLength(5002);
  expect(fold.state.words[0]).toBe('late');
});

test('a constant that a state holds is not changed where a late event makes another part equal to it', () => {
  const NONE = Object.freeze({ list: Object.freeze([] as string[]) });
  const fold = createFold<{ set: { list: readonly string[] }; words: number }, Said>(
    { set: { list: [] }, words: 0 },
    (state, event) => {
      if (event.kind !== 'say') return;
      state.words++;
      state.set = NONE;
    },
  );
  fold.add(Array.from({ length: 300 }, (_, i) => say(`w${i}`, i + 10)));
  fold.add([say('late', 1)]);
  expect(fold.state).toEqual({ set: { list: [] }, words: 301 });
});
