import Papa from 'papaparse';
import { fieldOf, readField, sayField, type Field } from '../fields';
import { inOrderOfName, type BaseUnit } from '../quantities';
import { check, Good } from '../show';
import { Lot, WrittenMove, type LotStock } from '../supplies';
import { plainCell, readCell } from './cells';

/** The columns of a stores file (RFC 4180), in order. One row for each good and expiry. */
export const STORES_COLUMNS = [
  'id',
  'name',
  'sort',
  'unit',
  'on shelf',
  'expires',
  'supplier',
  'pack',
  'price',
  'lead days',
  'density g/mL',
  'lasts days',
  'lasts open days',
  'storage',
  'hard to find',
  'substitutes',
  'piece g',
  'piece L',
  'fragile',
  'too long',
  'holds L',
  'places',
  'hazard statements',
] as const;
type Column = (typeof STORES_COLUMNS)[number];
type Row = Partial<Record<Column, string>>;

export interface StoresRow {
  /** Line of the file, from 1; the header is line 1. */
  line: number;
  name: string;
  status: 'new' | 'changed' | 'same' | 'wrong';
  /** What would change, in words. */
  changes: string[];
  problems: { column: string; message: string }[];
}

/** What bringing a file in would do. Nothing is done by reading. */
export interface StoresPreview {
  rows: StoresRow[];
  goods: Good[];
  /** How much of a good with an expiry is on the shelf now. */
  counts: { goodId: string; expires: string | undefined; amount: number }[];
  /** What is wrong with the file as a whole. */
  message?: string;
}

/** The stores as a CSV file; goods in the order of their names, a row for each day of expiry. */
export function writeStores(goods: readonly Good[], lots: readonly LotStock[]): string {
  const all = shelves(lots);
  const rows = [...goods]
    .sort((a, b) => inOrderOfName(a.name, b.name))
    .flatMap((good) => {
      const shelf = all.get(good.id) ?? NO_SHELF;
      const kept: [string, number][] = shelf.size ? [...shelf] : [['', 0]];
      return kept.map(([expires, amount]) => ({ ...rowOf(good), 'on shelf': String(amount), expires }));
    });
  return Papa.unparse({
    fields: [...STORES_COLUMNS],
    data: rows.map((r) => STORES_COLUMNS.map((c) => plainCell(r[c] ?? ''))),
  });
}

/** By good, what is on the shelf by day of expiry ('' for none), empty lots left out. */
function shelves(lots: readonly LotStock[]): Map<string, Map<string, number>> {
  const sums = new Map<string, Map<string, number>>();
  for (const { lot, shelf } of lots) {
    if (shelf <= 0) continue;
    const sum = sums.get(lot.goodId) ?? new Map<string, number>();
    sums.set(lot.goodId, sum.set(lot.expires ?? '', (sum.get(lot.expires ?? '') ?? 0) + shelf));
  }
  return sums;
}

const NO_SHELF: ReadonlyMap<string, number> = new Map();

/** Goods to be found by id and by name, capitals aside. Of one name the one that was put in last is found. */
class Known {
  private readonly byId = new Map<string, Good>();
  private readonly byName = new Map<string, Good>();

  constructor(goods: readonly Good[]) {
    // The first of a name is the one that is meant by it.
    for (const good of [...goods].reverse()) this.put(good);
  }

  put(good: Good): void {
    this.byId.set(good.id, good);
    this.byName.set(good.name.toLowerCase(), good);
  }

  find = (id: string | undefined, name: string): Good | undefined =>
    id ? this.byId.get(id) : this.byName.get(name.toLowerCase());

  get = (id: string): Good | undefined => this.byId.get(id);
}

/** Which field of a good each column holds; how it is read and how far it may go, the field itself says. */
const FIELD_OF = {
  sort: 'sort',
  unit: 'unit',
  supplier: 'supplier',
  pack: 'packAmount',
  price: 'packPrice',
  'lead days': 'leadDays',
  'density g/mL': 'densityGPerML',
  'lasts days': 'keepsDays',
  'lasts open days': 'openLastsDays',
  storage: 'storage',
  'hard to find': 'hardToFind',
  substitutes: 'substitutes',
  'piece g': 'pieceG',
  'piece L': 'pieceL',
  fragile: 'fragile',
  'too long': 'long',
  'holds L': 'capacityL',
  places: 'places',
  'hazard statements': 'ghs',
} as const satisfies Partial<Record<Column, keyof Good>>;
const OF_GOOD = Object.entries(FIELD_OF) as [keyof typeof FIELD_OF, keyof Good][];

const rowOf = (good: Good): Row => ({
  id: good.id,
  name: good.name,
  ...Object.fromEntries(OF_GOOD.map(([column, key]) => [column, cellOf(key, good)])),
});

/** A value as a cell says it: amounts as bare numbers in the unit of the good, a no as nothing. */
const cellOf = (key: keyof Good, good: Good): string => {
  const field = fieldOf(Good, key);
  if (field.as === 'amount') return good[key] === undefined ? '' : String(good[key]);
  return field.as === 'yes-no' && !good[key] ? '' : sayField(field, good[key]);
};

/** The name of a column as we write it, however it was typed. */
const column = (typed: string) =>
  typed
    .trim()
    .toLowerCase()
    .replace('g/ml', 'g/mL')
    .replace('piece l', 'piece L')
    .replace('holds l', 'holds L');

/**
 * Reads a stores file against what is kept: what each row would add or change, and what is wrong with it. A column that
 * is missing changes nothing; an empty cell takes the value out. Amounts may be in kitchen units. `newId` names goods
 * without an id.
 */
export function readStores(
  csv: string,
  goods: readonly Good[],
  lots: readonly LotStock[],
  newId: (name: string) => string,
): StoresPreview {
  const text = csv.replace(/^\uFEFF/, '');
  const empty: StoresPreview = { rows: [], goods: [], counts: [] };
  const first = Papa.parse<string[]>(text, { preview: 1, skipEmptyLines: 'greedy' }).data[0] ?? [];
  const twice = first.map(column).find((name, i, all) => all.indexOf(name) < i);
  if (twice !== undefined)
    return { ...empty, message: `The first line names a column twice: “${twice}”. Remove one of them.` };
  const parsed = Papa.parse<Row>(text, { header: true, skipEmptyLines: 'greedy', transformHeader: column });
  const columns = parsed.meta.fields ?? [];
  const strange = columns.filter((c) => !(STORES_COLUMNS as readonly string[]).includes(c));
  if (!columns.includes('name'))
    return {
      ...empty,
      message: `The first line must name the columns: ${STORES_COLUMNS.join(', ')}. “name” is missing.`,
    };
  if (strange.length)
    return {
      ...empty,
      message: `“${strange.join('”, “')}” is no column of a stores file. It has: ${STORES_COLUMNS.join(', ')}.`,
    };
  const torn = new Map(parsed.errors.map((e) => [e.row ?? 0, e.message]));
  const seen = new Map<string, number>();
  const known = new Known(goods);
  const shelved = shelves(lots);
  const changed = new Map<string, Good>();
  const preview: StoresPreview = { rows: [], goods: [], counts: [] };
  parsed.data.forEach((raw, i) => {
    const line = i + 2;
    const row = Object.fromEntries(
      Object.entries(raw).map(([k, v]) => [k, typeof v === 'string' ? readCell(v.trim()) : v]),
    ) as Row;
    const tear = torn.get(i);
    const read = tear
      ? { problems: [{ column: 'line', message: tear }] }
      : readRow(row, columns, known, newId);
    const problems = [...read.problems];
    const good = 'good' in read ? read.good : undefined;
    const amount = 'amount' in read ? read.amount : undefined;
    const shelf = good && shelved.get(good.id);
    // Without the column, what is meant is the one day there is.
    const days = [...(shelf?.keys() ?? [])];
    const expires = columns.includes('expires')
      ? 'expires' in read
        ? read.expires
        : undefined
      : days[0] || undefined;
    if (good && amount !== undefined && !columns.includes('expires') && days.length > 1)
      problems.push({
        column: 'on shelf',
        message: `It is on the shelf with ${days.length} different days of expiry. Add the column “expires” to say which is meant.`,
      });
    if (good) {
      const key = `${good.id} ${expires ?? ''}`;
      const before = seen.get(key);
      if (before !== undefined)
        problems.push({ column: 'name', message: `Line ${before} has the same item with the same expiry.` });
      else seen.set(key, line);
    }
    if (!good || problems.length) {
      preview.rows.push({ line, name: row.name ?? '', status: 'wrong', changes: [], problems });
      return;
    }
    const was = known.get(good.id);
    const changes = was ? differences(was, good) : [];
    const have = shelf?.get(expires ?? '') ?? 0;
    if (amount !== undefined && Math.abs(amount - have) > 1e-6) {
      changes.push(`on shelf${expires ? ` (until ${expires})` : ''}: ${have} → ${amount}`);
      preview.counts.push({ goodId: good.id, expires, amount });
    }
    if (!was || differences(was, good).length) {
      changed.set(good.id, good);
      known.put(good);
    }
    preview.rows.push({
      line,
      name: good.name,
      status: !was ? 'new' : changes.length ? 'changed' : 'same',
      changes,
      problems: [],
    });
  });
  preview.goods = [...changed.values()];
  return preview;
}

/** What is either so or not said. */
const YES_ONLY = new Set(['hardToFind', 'fragile', 'long']);

type ReadRow =
  | { problems: StoresRow['problems'] }
  | { good: Good; amount: number | undefined; expires: string | undefined; problems: StoresRow['problems'] };

function readRow(
  row: Row,
  columns: readonly string[],
  known: Known,
  newId: (name: string) => string,
): ReadRow {
  const problems: StoresRow['problems'] = [];
  const wrong = (column: string, message: string) => void problems.push({ column, message });
  const name = row.name ?? '';
  if (!name) return { problems: [{ column: 'name', message: 'This must not be empty.' }] };
  const was = known.find(row.id, name);
  const cell = (column: Column, field: Field, unit?: BaseUnit): unknown => {
    const text = row[column];
    if (!text) return undefined;
    const read = readField(field, text, unit && { unit });
    if (!read.ok) wrong(column, read.message);
    return read.ok ? read.value : undefined;
  };
  const sort = cell('sort', fieldOf(Good, 'sort')) ?? was?.sort ?? 'consumable';
  const unitSaid = cell('unit', fieldOf(Good, 'unit')) as BaseUnit | undefined;
  const unit = unitSaid ?? was?.unit ?? (sort === 'kit' ? 'piece' : undefined);
  if (problems.length) return { problems };
  if (unit === undefined) return { problems: [{ column: 'unit', message: 'Say what it is kept in.' }] };
  if (was && was.unit !== unit)
    wrong('unit', `This item is kept in ${was.unit}; an item never changes its unit.`);
  const read = Object.fromEntries(
    OF_GOOD.filter(([column]) => columns.includes(column)).map(([column, key]) => [
      key,
      cell(column, fieldOf(Good, key), unit),
    ]),
  );
  const amount = cell('on shelf', fieldOf(WrittenMove, 'amount'), unit) as number | undefined;
  const expires = cell('expires', fieldOf(Lot, 'expires')) as string | undefined;
  const merged = { ...(was ?? { id: row.id || newId(name), onShelf: 0 }), ...read, name, sort, unit };
  const plain = Object.fromEntries(
    Object.entries(merged).filter(([key, v]) => v !== undefined && !(YES_ONLY.has(key) && !v)),
  );
  const checked = check(Good, plain);
  if (!checked.ok) for (const p of checked.problems) wrong(p.path, p.message);
  return checked.ok && !problems.length ? { good: checked.value, amount, expires, problems } : { problems };
}

function differences(was: Good, now: Good): string[] {
  const before = rowOf(was);
  const after = rowOf(now);
  return STORES_COLUMNS.filter((c) => (before[c] ?? '') !== (after[c] ?? '')).map(
    (c) => `${c}: ${before[c] || 'nothing'} → ${after[c] || 'nothing'}`,
  );
}
