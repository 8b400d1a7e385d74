import {
  check,
  Crate,
  Demo,
  fieldsOf,
  Good,
  Person,
  readField,
  readStores,
  Show,
  Venue,
  type Field,
} from '@hearty/core';
import { getMetadataStorage, validateSync } from 'class-validator';
import { showFileSchema } from './show-schema';

type Class = new () => object;
type Property = Record<string, unknown> & { items?: Record<string, unknown> };

const { $defs: schema } = showFileSchema() as {
  $defs: Record<string, { properties: Record<string, Property>; required?: string[] }>;
};
const { validationMetadatas } = getMetadataStorage() as unknown as {
  validationMetadatas: Map<Class, unknown>;
};
/** Every field that is declared in a class of a show file, crates beside them. */
const FIELDS = [...validationMetadatas.keys()]
  .filter((type) => type.name in schema || type === Crate)
  .flatMap((type) =>
    [...fieldsOf(type)].map(([key, field]): [string, Class, string, Field] => [
      `${type.name}.${key}`,
      type,
      key,
      field,
    ]),
  );

test('the documents are among those looked at', () => {
  const types = FIELDS.map(([, type]) => type);
  expect(types).toEqual(expect.arrayContaining([Crate, Demo, Good, Person, Show, Venue]));
  expect(FIELDS.length).toBeGreaterThan(120);
});

/** What a schema says of a field as it is declared. */
function asSchema(field: Field): Property {
  switch (field.as) {
    case 'text':
      return { type: 'string', minLength: field.least, maxLength: field.most };
    case 'lines':
      return { type: 'array', maxItems: field.most, items: { type: 'string', maxLength: field.longest } };
    case 'number':
      return { type: field.whole ? 'integer' : 'number', minimum: field.min, maximum: field.max };
    case 'duration':
      return { type: 'integer', minimum: field.min, maximum: field.max };
    case 'odds':
    case 'amount':
    case 'temperature':
      return { type: 'number', minimum: field.min, maximum: field.max };
    case 'choice':
      return { enum: [...field.options] };
    case 'choices':
      return { maxItems: field.options.length, items: { enum: [...field.options] } };
    case 'documents':
      return { type: 'array', maxItems: field.most };
    case 'yes-no':
    case 'answer':
      return { type: 'boolean' };
    case 'clock':
    case 'day':
    case 'document':
      return { type: 'string' };
  }
}

test.each(FIELDS.filter(([, type]) => type.name in schema))(
  '%s: the schema has its limits',
  (_name, type, key, field) => {
    const { properties, required = [] } = schema[type.name]!;
    expect(properties[key]).toMatchObject(asSchema(field));
    expect(required.includes(key)).toBe(!field.optional);
  },
);

/** Whether the class takes a value for one of its fields. */
const takes = (type: Class, key: string, value: unknown) =>
  !validateSync(Object.assign(new type(), { [key]: value })).some((e) => e.property === key);

/** Texts at the ends of what a field takes, and just beyond them. */
function ends(field: Field): { within: string[]; beyond: string[] } | undefined {
  switch (field.as) {
    case 'text':
      return {
        within: ['x'.repeat(Math.max(1, field.least)), 'x'.repeat(field.most)],
        beyond: ['x'.repeat(field.most + 1)],
      };
    case 'number': {
      const step = field.whole ? 1 : Math.max(Math.abs(field.min), 1e-9) / 2;
      return {
        within: [String(field.min), String(field.max)],
        beyond: [
          String(field.min - step),
          String(field.max + (field.whole ? 1 : field.max / 2)),
          ...(field.whole ? [String(field.min + 0.5)] : []),
        ],
      };
    }
    case 'odds':
      return { within: ['0.01', '0.99'], beyond: ['0.0099', '0.991', '-1', '1'] };
    case 'duration':
      return { within: ['0', `${field.max} s`], beyond: [`${field.max + 1} s`] };
    case 'amount':
      return {
        within: [String(Math.max(field.min, 0.001)), String(field.max)],
        beyond: [String(field.max * 1.01)],
      };
    case 'clock':
      return field.toS > 86_400
        ? { within: ['00:00', '36:00'], beyond: ['36:01', '12:60'] }
        : { within: ['00:00', '23:59'], beyond: ['24:00', '12:60'] };
    case 'day':
      return { within: ['2026-02-28'], beyond: ['2026-02-29', '2026-13-01'] };
    case 'choice':
      return { within: [field.options[0]!, field.options.at(-1)!], beyond: ['none of them'] };
    default:
      return undefined;
  }
}

test.each(FIELDS.filter(([, , , field]) => ends(field)))(
  '%s: what the form reads is what the class takes',
  (_name, type, key, field) => {
    const { within, beyond } = ends(field)!;
    for (const text of within) {
      const read = readField(field, text, { unit: 'g' });
      expect([text.slice(0, 20), read]).toMatchObject([text.slice(0, 20), { ok: true }]);
      expect(read.ok && takes(type, key, read.value)).toBe(true);
    }
    for (const text of beyond) {
      expect([text.slice(0, 20), readField(field, text, { unit: 'g' })]).toMatchObject([
        text.slice(0, 20),
        { ok: false },
      ]);
      const raw = Number.isFinite(Number(text.replace(' s', ''))) ? Number(text.replace(' s', '')) : text;
      expect(takes(type, key, field.as === 'clock' || field.as === 'day' ? text : raw)).toBe(false);
    }
  },
);

const COLUMNS: Record<string, keyof Good> = {
  name: 'name',
  'on shelf': 'onShelf',
  supplier: 'supplier',
  pack: 'packAmount',
  price: 'packPrice',
  'lead days': 'leadDays',
  'density g/mL': 'densityGPerML',
  'lasts open days': 'openLastsDays',
  storage: 'storage',
  substitutes: 'substitutes',
  'piece g': 'pieceG',
  'piece L': 'pieceL',
};

test.each(Object.entries(COLUMNS).filter(([column]) => column !== 'on shelf'))(
  'the column “%s” of a stores file goes as far as the field %s',
  (column, key) => {
    const row = (text: string) => {
      const cells = { name: 'Soda', sort: 'consumable', unit: 'g', [column]: text };
      const quoted = Object.values(cells).map((cell) => `"${cell}"`);
      return readStores([Object.keys(cells), quoted].join('\n'), [], [], () => 'new').rows[0];
    };
    const { within, beyond } = ends(fieldsOf(Good).get(key)!)!;
    for (const text of within) expect(row(text)).toMatchObject({ status: 'new', problems: [] });
    for (const text of beyond) expect(row(text)).toMatchObject({ status: 'wrong', problems: [{ column }] });
  },
);

test('a document at all its limits is taken whole', () => {
  const good = {
    id: 'g',
    name: 'x'.repeat(160),
    sort: 'consumable',
    unit: 'g',
    onShelf: 1e7,
    leadDays: 365,
    densityGPerML: 25,
  };
  expect(check(Good, good).ok).toBe(true);
});
