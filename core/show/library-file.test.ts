import fc from 'fast-check';
import { demo, good, task } from '../testing/hall-show';
import { broughtIn, incoming, libraryFileOf, readLibraryFile } from './library-file';
import type { Demo } from './demo';

const goods = [
  { ...good('jar', 'kit', 3), name: 'Glass jar' },
  { ...good('salt', 'consumable', 500), name: 'Salt', unit: 'g' as const },
  good('unused', 'kit', 1),
];
const egg = demo('egg', {
  title: 'The egg that swims',
  kit: [{ goodId: 'jar', count: 1, turnRoundS: 0 }],
  consumables: [{ goodId: 'salt', amount: 30, per: 'show', wastePct: 0 }],
  prep: [task('stir', { who: { kind: 'person', value: 'ann' } })],
  standByDemoId: 'elsewhere',
});
const file = libraryFileOf([egg], goods);
const own = (kind: string, wanted: string) => `${kind}-${wanted}`;

test('a library file holds demos with the goods they want, and nothing of one troupe alone', () => {
  expect(file.goods.map((g) => [g.id, g.onShelf])).toEqual([
    ['jar', 0],
    ['salt', 0],
  ]);
  expect(file.demos[0]!.prep[0]!.who).toEqual({ kind: 'anyone' });
  expect(file.demos[0]).not.toHaveProperty('standByDemoId');
  expect(readLibraryFile(JSON.parse(JSON.stringify(file))).ok).toBe(true);
});

test('what comes in is held against what is here: new, not as ours, the same', () => {
  const is = (demos: Demo[]) => incoming(file, { demos, goods }).map((l) => l.is);
  expect(is([])).toEqual(['new']);
  expect(is([egg])).toEqual(['same']);
  expect(is([{ ...egg, intensity: 5 }])).toEqual(['changed']);
  expect(incoming(file, { demos: [], goods: goods.slice(1) })[0]!.newGoods).toEqual(['Glass jar']);
});

test('a good we have under another id is ours; of another unit it is another', () => {
  const ours = [
    { ...good('our-jar', 'kit', 1), name: 'glass JAR' },
    { ...good('salt', 'consumable', 1), name: 'Salt', unit: 'mL' as const },
  ];
  const came = broughtIn(file, { demos: [], goods: ours }, ['egg'], own);
  expect(came.goods.map((g) => g.id)).toEqual(['good-salt']);
  expect(came.demos[0]).toMatchObject({
    id: 'demo-egg',
    kit: [{ goodId: 'our-jar' }],
    consumables: [{ goodId: 'good-salt' }],
  });
});

test('what was brought in reads as a library of its own, whatever is chosen of it', () => {
  const three = libraryFileOf([egg, demo('a'), { ...egg, id: 'b' }], goods);
  fc.assert(
    fc.property(fc.subarray(['egg', 'a', 'b']), (ids) => {
      const { demos, goods: came } = broughtIn(three, { demos: [], goods: [] }, ids, own);
      expect(demos).toHaveLength(ids.length);
      expect(readLibraryFile(libraryFileOf(demos, came)).ok).toBe(true);
    }),
  );
});

test.each([
  ['not a file', 3, ''],
  ['another format', { ...file, format: 'x' }, 'format'],
  ['a version to come', { ...file, version: 2 }, 'version'],
  ['a good that is not in it', { ...file, goods: [] }, 'demos[0].kit[0].goodId'],
  ['a demo twice', { ...file, demos: [file.demos[0], file.demos[0]] }, 'demos[1].id'],
])('%s is refused by its place', (_name, value, path) => {
  const got = readLibraryFile(value);
  expect(got.ok ? [] : got.problems.map((p) => p.path)).toContain(path);
});
