import { readShowFile } from '@hearty/core';
import Ajv2020 from 'ajv/dist/2020';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { showFileSchema } from './show-schema';

const docs = join(__dirname, '../docs/formats');
const read = (name: string) => readFileSync(join(docs, name), 'utf8');
const schema = JSON.parse(read('show-file.schema.json')) as object;
const validate = new Ajv2020({ strict: false, validateFormats: false }).compile(schema);

test('the schema in docs is the one the classes make (npm run formats writes it again)', () => {
  expect(JSON.parse(JSON.stringify(showFileSchema()))).toEqual(schema);
});

test.each(['example-hall.json', 'example-studio.json'])(
  '%s is right by the schema and by the program',
  (name) => {
    expect(validate(JSON.parse(read(name)))).toBe(true);
    expect(readShowFile(read(name)).ok).toBe(true);
  },
);

// Reaches into a file on purpose to spoil it.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type Spoiled = any;

// Each change makes the example wrong; schema and program must both say so.
test.each<[string, (f: Spoiled) => void]>([
  ['no venue', (f) => delete f.venue],
  ['a slot in words', (f) => (f.show.slotMin = 'an hour')],
  ['an unknown hazard', (f) => f.demos[0].hazards.push('dragons')],
  ['negative amounts', (f) => (f.demos[0].consumables[0].amount = -1)],
  ['another format', (f) => (f.format = 'something/else')],
  ['a step without text', (f) => delete f.demos[0].steps[0].text],
])('%s is wrong by the schema and by the program', (_words, spoil) => {
  const file = JSON.parse(read('example-hall.json'));
  spoil(file);
  expect(validate(file)).toBe(false);
  expect(readShowFile(JSON.stringify(file)).ok).toBe(false);
});
