import fc from 'fast-check';
import { isDeepStrictEqual } from 'node:util';
import { differences } from './differ';

test('two versions that say the same differ in nothing', () =>
  fc.assert(
    fc.property(fc.jsonValue(), (value) =>
      expect(differences(value, JSON.parse(JSON.stringify(value)))).toEqual([]),
    ),
  ));

const full = fc.oneof(fc.string({ minLength: 1 }), fc.integer(), fc.boolean());
const plain = { noNullPrototype: true };
const document = fc.dictionary(
  fc.string(),
  fc.oneof(full, fc.dictionary(fc.string(), full, { minKeys: 1, ...plain })),
  plain,
);

test('two versions that do not say the same differ in something', () =>
  fc.assert(
    fc.property(document, document, (a, b) => {
      fc.pre(!isDeepStrictEqual(a, b));
      expect(differences(a, b).length).toBeGreaterThan(0);
    }),
  ));

test('what is empty is as good as absent', () =>
  expect(differences({ notes: '', variants: [] }, { helpers: undefined })).toEqual([]));

const demo = {
  id: 'd',
  title: 'Foam column',
  helpers: 0,
  hazards: ['oxidiser'],
  steps: [
    { id: 's1', text: 'Pour', likelyS: 20 },
    { id: 's2', text: 'Stir', likelyS: 5 },
  ],
};

test('each place is named from the outside in, with both sides', () => {
  const theirs = {
    ...demo,
    helpers: 1,
    hazards: ['oxidiser', 'heat'],
    steps: [demo.steps[0], { ...demo.steps[1], likelyS: 8 }, { id: 's3', text: 'Step back' }],
  };
  expect(differences(demo, theirs)).toEqual([
    { at: ['helpers'], mine: '0', theirs: '1' },
    { at: ['hazards'], mine: 'oxidiser', theirs: 'oxidiser, heat' },
    { at: ['steps', '“Stir”', 'likely s'], mine: '5', theirs: '8' },
    { at: ['steps', '“Step back”'], mine: 'nothing', theirs: '“Step back”', entry: 'removed' },
  ]);
});

test('another order of the same entries is said', () =>
  expect(differences(demo, { ...demo, steps: [...demo.steps].reverse() })).toEqual([
    { at: ['steps'], mine: 'in another order', theirs: 'in another order' },
  ]));
