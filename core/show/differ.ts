import { fieldsOf, nestedOf, sayField, type Class, type Field } from '../fields';
import type { BaseUnit } from '../quantities';

/** Something two versions of a document say differently: where, from the outside in, and what each of them says. */
export interface Difference {
  at: string[];
  mine: string;
  theirs: string;
  /** Of an entry of a list that only one of them has: what became of it from theirs to mine. */
  entry?: 'added' | 'removed';
}

/** How places and values of a document are called. */
export interface Wording {
  /** The document's class: fields have their labels, units and words from it. */
  type?: Class;
  /** What a document is called that is named by its id; undefined where it is not known. */
  nameOf?: (id: string) => string | undefined;
  /** The unit of a good, by its id. */
  unitOf?: (goodId: string) => BaseUnit | undefined;
}

type Fields = Record<string, unknown>;

/** An entry of a list is known by the first of these that it has. */
const KEYS = [
  'id',
  'goodId',
  'parameterId',
  'taskId',
  'personId',
  'demoId',
  'symptom',
  'cause',
  'what',
  'name',
];

/**
 * What two versions of a document say differently, each place once; of a list, entries are matched by what they are
 * about. What is empty is as good as absent.
 */
export function differences(
  mine: unknown,
  theirs: unknown,
  wording: Wording = {},
  at: string[] = [],
): Difference[] {
  if (isFields(mine) && isFields(theirs)) return ofFields(mine, theirs, wording, at);
  const [ours, others] = [byKey(mine), byKey(theirs)];
  if (ours && others) return ofLists(ours, others, wording, at);
  return same(mine, theirs) ? [] : [{ at, mine: display(mine, wording), theirs: display(theirs, wording) }];
}

function ofFields(mine: Fields, theirs: Fields, wording: Wording, at: string[]): Difference[] {
  const { type, unitOf } = wording;
  const declared = type && fieldsOf(type);
  const unit = unitOf?.(String(mine.goodId ?? theirs.goodId ?? ''));
  return unionOf(Object.keys(theirs), Object.keys(mine)).flatMap((key) => {
    const [is, was] = [mine[key], theirs[key]];
    const field = declared?.get(key);
    const place = [...at, field ? lowerFirst(field.label) : inWords(key)];
    const nested = type && nestedOf(type, key)?.();
    if (!field || nested) return differences(is, was, { ...wording, type: nested } as Wording, place);
    if (same(is, was)) return [];
    return [{ at: place, mine: say(field, is, wording, unit), theirs: say(field, was, wording, unit) }];
  });
}

function ofLists(
  ours: Map<string, Fields>,
  others: Map<string, Fields>,
  wording: Wording,
  at: string[],
): Difference[] {
  const inside = unionOf([...others.keys()], [...ours.keys()]).flatMap((key): Difference[] => {
    const [is, was] = [ours.get(key), others.get(key)];
    const place = [...at, called((was ?? is)!, wording)];
    if (is && was) return differences(is, was, wording, place);
    const [entry, name] = [is ? ('added' as const) : ('removed' as const), place.at(-1)!];
    return [{ at: place, mine: is ? name : 'nothing', theirs: was ? name : 'nothing', entry }];
  });
  const common = (a: Map<string, Fields>, b: Map<string, Fields>) =>
    [...a.keys()].filter((key) => b.has(key)).join();
  return common(ours, others) === common(others, ours)
    ? inside
    : [...inside, { at, mine: 'in another order', theirs: 'in another order' }];
}

const same = (mine: unknown, theirs: unknown): boolean =>
  (isEmpty(mine) && isEmpty(theirs)) || JSON.stringify(mine) === JSON.stringify(theirs);

const isEmpty = (value: unknown): boolean =>
  value === undefined || value === null || value === '' || (Array.isArray(value) && value.length === 0);

const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

const unionOf = (one: readonly string[], other: readonly string[]) => [...new Set([...one, ...other])];

/** A list by what its entries are about; undefined where two are about the same, or for another value. Absent is an empty list. */
function byKey(value: unknown): Map<string, Fields> | undefined {
  if (!Array.isArray(value)) return undefined;
  const list = value as unknown[];
  if (list.length === 0 || !list.every(isFields)) return undefined;
  const key = KEYS.find((one) => list.every((entry) => typeof entry[one] === 'string'));
  if (key === undefined) return undefined;
  const found = new Map(list.map((entry) => [entry[key] as string, entry]));
  return found.size === list.length ? found : undefined;
}

function called(entry: Fields, { nameOf }: Wording): string {
  const title = [entry.title, entry.name, entry.text, entry.symptom].find(
    (word) => typeof word === 'string' && word !== '',
  );
  if (title !== undefined) return `“${title as string}”`;
  const id = KEYS.map((key) => entry[key]).find((one) => typeof one === 'string') as string;
  return `“${nameOf?.(id) ?? id}”`;
}

const lowerFirst = (label: string) =>
  /^[A-Z](?![a-z])/.test(label) ? label : label.charAt(0).toLowerCase() + label.slice(1);

/** The name of a field that declares no label, as people say it: "likelyS" is "likely s". */
const inWords = (key: string) => key.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);

/** A value as its form shows it, with its unit, and documents by their names. */
function say(field: Field, value: unknown, { nameOf }: Wording, unit: BaseUnit | undefined): string {
  if (isEmpty(value)) return field.empty ?? 'nothing';
  const name = (id: unknown) => nameOf?.(String(id)) ?? String(id);
  if (field.as === 'document') return name(value);
  if (field.as === 'documents' && Array.isArray(value)) return shortened(value.map(name).join(', '));
  const text = sayField(field, value, unit && { unit });
  const fieldUnit = field.as === 'number' ? field.unit : field.as === 'temperature' ? '°C' : undefined;
  return shortened(fieldUnit ? `${text} ${fieldUnit}` : text.replaceAll('\n', ', '));
}

/** The most of a text that is shown. */
const MOST_SAID = 80;

function display(value: unknown, wording: Wording): string {
  if (isEmpty(value)) return 'nothing';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (Array.isArray(value)) {
    const list = value as unknown[];
    if (list.every((entry) => typeof entry === 'string' || typeof entry === 'number'))
      return shortened(list.join(', '));
    return shortened(list.map((entry) => (isFields(entry) ? called(entry, wording) : '…')).join(', '));
  }
  if (isFields(value))
    return Object.keys(value).length ? called({ id: 'something', ...value }, wording) : 'nothing';
  return shortened(String(value as string | number));
}

const shortened = (text: string) => (text.length > MOST_SAID ? `${text.slice(0, MOST_SAID)} …` : text);
