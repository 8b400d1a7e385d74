import { plainToInstance } from 'class-transformer';
import { validateSync } from 'class-validator';
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Demo, Good, Show, ShowFile, Venue } from '../show';
import { accepts, oddity } from './accepts';

const file = JSON.parse(
  readFileSync(join(__dirname, '../../docs/formats/example-hall.json'), 'utf8'),
) as ShowFile;
const DOCUMENTS: [string, new () => object, object][] = [
  ['a demo', Demo, file.demos[0]!],
  ['a show', Show, file.show],
  ['a venue', Venue, file.venue],
  ['a good', Good, file.stock[0]!],
  ['a show file', ShowFile, file],
];

const byLibrary = (type: new () => object, value: object) =>
  validateSync(plainToInstance(type, value), { whitelist: true, forbidNonWhitelisted: true }).length === 0;

test.each(DOCUMENTS)('%s that is right is taken', (_what, type, value) => {
  expect(accepts(type, value)).toBe(true);
});

/** Every place in a document. */
function places(value: unknown, path: (string | number)[] = []): (string | number)[][] {
  if (typeof value !== 'object' || value === null) return [path];
  return [
    path,
    ...Object.entries(value).flatMap(([k, v]) => places(v, [...path, Array.isArray(value) ? Number(k) : k])),
  ];
}

const anyWrong = fc.oneof(
  fc.constantFrom<unknown>(
    undefined,
    null,
    '',
    ' ',
    'x'.repeat(5000),
    -1,
    0.5,
    1e12,
    NaN,
    true,
    [],
    {},
    [null],
    [{}],
  ),
  fc.string({ maxLength: 30 }),
  fc.double(),
);

/** Puts a value at one place of a document, or takes what is there out, or adds a field. */
function mutated(document: object, place: number, how: 'set' | 'drop' | 'add', value: unknown): object {
  const copy = structuredClone(document);
  const all = places(copy).filter((p) => p.length > 0);
  const path = all[place % all.length]!;
  const holder = path.slice(0, -1).reduce<never>((at, key) => at[key] as never, copy as never) as Record<
    string,
    unknown
  >;
  const key = path.at(-1)!;
  if (how === 'drop' && !Array.isArray(holder)) delete holder[key];
  else if (how === 'add' && !Array.isArray(holder)) holder.surprise = value;
  else holder[key] = value;
  // As it would arrive: what JSON cannot say is not asked.
  return JSON.parse(JSON.stringify(copy)) as object;
}

test('it takes what class-validator takes, and nothing else: whatever is put wherever in a document', () => {
  fc.assert(
    fc.property(
      fc.nat(DOCUMENTS.length - 2),
      fc.nat(),
      fc.constantFrom('set' as const, 'set' as const, 'drop' as const, 'add' as const),
      anyWrong,
      (which, place, how, value) => {
        const [, type, document] = DOCUMENTS[which]!;
        const wrong = mutated(document, place, how, value);
        expect([accepts(type, wrong), wrong]).toEqual([byLibrary(type, wrong), wrong]);
      },
    ),
    { seed: 31, numRuns: 1500 },
  );
});

test.each<[string, unknown, string | undefined]>([
  ['a document', file, undefined],
  ['a field that every object has', JSON.parse('{"a":[{"__proto__":{}}]}'), 'a[0].__proto__'],
  ['a constructor', { constructor: 1 }, 'constructor'],
  [
    'a hundred thousand fields',
    Object.fromEntries(Array.from({ length: 100_000 }, (_, i) => [`k${i}`, i])),
    '',
  ],
  ['a thousand lists in one another', JSON.parse('['.repeat(1000) + ']'.repeat(1000)), '[0]'.repeat(41)],
])('%s', (_what, value, path) => expect(oddity(value)?.path).toBe(path));
