import type { Library, Show, ShowFile } from '@hearty/core';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { goneFrom, knownIn } from './broken';

const file = JSON.parse(
  readFileSync(join(__dirname, '../../docs/formats/example-hall.json'), 'utf8'),
) as ShowFile;
const library: Library = {
  demos: file.demos,
  venues: [file.venue],
  people: file.crew,
  goods: file.stock,
  record: [],
  actions: [],
  lots: [],
  sameDay: [],
};
const without = (part: Partial<Library>) => goneFrom(file.show, { ...library, ...part });

test('a show whose documents are all there names nothing gone', () => {
  expect(goneFrom(file.show, library)).toBe('');
});

test('what is gone is counted once each, and said as people say it', () => {
  expect(without({ people: file.crew.slice(1) })).toBe('1 person');
  expect(without({ people: [] })).toBe(`${file.crew.length} people`);
  const used = new Set(file.show.items.flatMap((i) => i.demoId ?? []));
  expect(without({ demos: [], venues: [] })).toBe(`1 venue and ${used.size} demos`);
});

test('items of the show itself are never looked for in the library', () => {
  expect(knownIn(library)('item', 'anything')).toBe(true);
  const show: Show = { ...file.show, items: file.show.items.map((i) => ({ ...i, setUpIn: 'elsewhere' })) };
  expect(goneFrom(show, library)).toBe('');
});
