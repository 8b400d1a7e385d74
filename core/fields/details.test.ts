import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Demo } from '../show';
import { detailsOf, type Detail } from './details';

const read = (path: string) =>
  (JSON.parse(readFileSync(join(__dirname, '../..', path), 'utf8')) as { demos: Demo[] }).demos;
const DEMOS = [...read('server/demo-data/library.json'), ...read('server/starter/library.json')];

/** Paths of everything that is filled in, the ids that nobody reads left out. */
const filledIn = (value: unknown, path: string): string[] => {
  if (Array.isArray(value))
    return value.length && typeof value[0] === 'object'
      ? value.flatMap((entry, i) => filledIn(entry, `${path}.${i}`))
      : value.length
        ? [path]
        : [];
  if (typeof value !== 'object' || value === null) return value === '' ? [] : [path];
  return Object.entries(value).flatMap(([key, held]) => filledIn(held, `${path}.${key}`));
};

const shown = (details: readonly Detail[], path: string): string[] =>
  details.flatMap(({ key, inside, words }) => {
    if (words !== undefined) return [`${path}.${key}`];
    return inside!.flatMap((entry, i) =>
      shown(entry, inside!.length === 1 ? `${path}.${key}(.0)?` : `${path}.${key}.${i}`),
    );
  });

/** An entry's own id, and a picture's, are for the program. */
const isForTheProgram = (path: string) => /\.(id|itemId)$/.test(path);

test.each(DEMOS.map((demo) => [demo.title, demo] as const))(
  'every field that is filled in for “%s” is among its details',
  (_title, demo) => {
    const details = detailsOf(
      Demo,
      demo,
      (id) => id,
      () => ({ unit: 'mL' }),
    );
    const patterns = shown(details, 'demo').map(
      (p) => new RegExp(`^${p.replaceAll('.', '\\.').replaceAll('(\\.0)?', '(\\.0)?')}$`),
    );
    const missing = filledIn(demo, 'demo').filter(
      (path) => !isForTheProgram(path) && !patterns.some((pattern) => pattern.test(path)),
    );
    expect(missing).toEqual([]);
  },
);

test('a document is called by its name, an amount has the unit of its good', () => {
  const [demo] = DEMOS.filter((d) => d.consumables.length > 0);
  const [consumables] = detailsOf(
    Demo,
    demo!,
    (id) => `«${id}»`,
    () => ({ unit: 'mL' }),
  ).filter((d) => d.key === 'consumables');
  const [first] = consumables!.inside!;
  expect(first!.map((d) => d.words)).toEqual(expect.arrayContaining([`«${demo!.consumables[0]!.goodId}»`]));
  expect(first!.find((d) => d.key === 'amount')!.words).toMatch(/mL|L/);
});
