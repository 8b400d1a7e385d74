import fc from 'fast-check';
import { openDatabase } from './db';
import { Documents } from './documents';
import { HttpError } from './errors';
import { MIGRATIONS, temporaryFolder } from './testing/server';

const db = openDatabase(temporaryFolder(), MIGRATIONS);
afterAll(() => db.close());
let clock = 0;
const documents = new Documents(db, () => ++clock);
const person = (id: string, name = 'Wren') => ({ id, name, role: 'stagehand', skills: [] });
const code = (act: () => unknown) => {
  try {
    act();
    return 'fine';
  } catch (error) {
    if (error instanceof HttpError) return error.code;
    throw error;
  }
};

// A model in ten lines: a version counts up, a save must name it, what is put away takes neither save nor removal.
test('whatever is saved, removed and restored in whatever order, versions hold', () => {
  const anyStep = fc.record({
    act: fc.constantFrom('save', 'remove', 'restore'),
    from: fc.nat(4),
    name: fc.string({ minLength: 1, maxLength: 5 }).filter((s) => s.trim() !== ''),
  });
  let n = 0;
  fc.assert(
    fc.property(fc.array(anyStep, { maxLength: 25 }), (steps) => {
      const id = `p${n++}`;
      let model: { version: number; name: string; away: boolean } | undefined;
      for (const { act, from, name } of steps) {
        if (act === 'save') {
          const got = code(() => documents.save('person', id, from, person(id, name)));
          const fits = model ? model.version === from && !model.away : from === 0;
          expect(got === 'fine').toBe(fits);
          if (fits) model = { version: from + 1, name, away: false };
        } else if (act === 'remove') {
          const fits = model?.version === from;
          expect(code(() => documents.remove('person', id, from))).toBe(
            model && !model.away ? (fits ? 'fine' : 'stale') : 'not-found',
          );
          if (model && fits) model.away = true;
        } else {
          expect(code(() => documents.restore('person', id))).toBe(model ? 'fine' : 'not-found');
          if (model) model.away = false;
        }
        const kept = documents.get('person', id);
        expect(kept && [kept.version, kept.body.name]).toEqual(
          model && !model.away ? [model.version, model.name] : undefined,
        );
      }
    }),
    { seed: 21, numRuns: 60 },
  );
});

test('an id must be the one in the address, and one once given out is not given out again', () => {
  expect(code(() => documents.save('person', 'one', 0, person('other')))).toBe('bad-input');
  documents.save('person', 'once', 0, person('once'));
  documents.remove('person', 'once', 1);
  expect(documents.taken('person', 'once')).toBe(true);
  expect(code(() => documents.save('person', 'once', 0, person('once')))).toBe('exists');
});

test('two kinds may use one id without meeting', () => {
  documents.save('person', 'same', 0, person('same'));
  const good = { id: 'same', name: 'Rope', sort: 'kit', unit: 'piece', onShelf: 1 };
  documents.save('good', 'same', 0, good);
  expect(documents.get('good', 'same')!.body.name).toBe('Rope');
  documents.remove('good', 'same', 1);
  expect(documents.get('person', 'same')!.body.name).toBe('Wren');
});

test('a good that a demo uses cannot be put away', () => {
  documents.save('good', 'rope', 0, { id: 'rope', name: 'Rope', sort: 'kit', unit: 'piece', onShelf: 1 });
  expect(code(() => documents.remove('good', 'rope', 1))).toBe('fine');
  expect(code(() => documents.restore('good', 'rope'))).toBe('fine');
});
