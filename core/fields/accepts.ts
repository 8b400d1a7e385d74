import { getMetadataStorage } from 'class-validator';

export type Class = new () => object;
type Ask = (value: unknown, object: object) => boolean;

/** What a field of a class must hold. */
interface Field {
  /** Whether it is looked at at all: an optional field that is absent is not. */
  when: Ask[];
  rules: Ask[];
  nested: (() => Class) | undefined;
}

const compiled = new Map<Class, Map<string, Field> | undefined>();
/** Which class a nested field holds, by the class it stands in. */
const nestedTypes = new Map<object, Map<string, () => Class>>();

/** Remembers what a nested field holds. For the decorators of fields. */
export function nest(target: object, key: string, type: () => Class): void {
  const mine = nestedTypes.get(target) ?? new Map<string, () => Class>();
  nestedTypes.set(target, mine.set(key, type));
}

/**
 * Whether class-validator would find nothing wrong with a value read from JSON: the same rules, looked up once for each
 * class instead of once for each value. False may also mean "not known here": ask the library then, which has the words.
 */
export function accepts(type: Class, value: unknown): boolean {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return false;
  const fields = fieldsOf(type);
  if (!fields) return false;
  for (const key of Object.keys(value)) if (!fields.has(key)) return false;
  for (const [key, { when, rules, nested }] of fields) {
    const field = (value as Record<string, unknown>)[key];
    if (!all(when, field, value)) continue;
    if (!all(rules, field, value)) return false;
    if (
      nested &&
      field !== undefined &&
      !(Array.isArray(field) ? field : [field]).every((one) => accepts(nested(), one))
    )
      return false;
  }
  return true;
}

/** A plain loop: this runs for every field of every event. */
function all(asks: readonly Ask[], field: unknown, object: object): boolean {
  for (const ask of asks) if (!ask(field, object)) return false;
  return true;
}

function fieldsOf(type: Class): Map<string, Field> | undefined {
  if (compiled.has(type)) return compiled.get(type);
  const fields = compile(type);
  compiled.set(type, fields);
  return fields;
}

/** Undefined where a rule is of a kind not known here. */
function compile(type: Class): Map<string, Field> | undefined {
  const storage = getMetadataStorage();
  const fields = new Map<string, Field>();
  const rows = storage.getTargetValidationMetadatas(type, '', false, false);
  if (rows.length === 0) return undefined;
  for (const row of rows) {
    const field = fields.get(row.propertyName) ?? { when: [], rules: [], nested: undefined };
    fields.set(row.propertyName, field);
    const { constraints } = row as { constraints?: unknown[] };
    if (row.type === 'conditionalValidation') {
      const asks = constraints?.[0] as (object: object, value: unknown) => boolean;
      field.when.push((value, object) => asks(object, value));
    } else if (row.type === 'nestedValidation') {
      field.nested = nestedOf(type, row.propertyName);
      if (!field.nested) return undefined;
    } else if (row.type === 'whitelistValidation') {
      // May stand there, whatever it is.
    } else if (row.type === 'customValidation' && !row.validateIf) {
      for (const { instance, async } of storage.getTargetValidatorConstraints(row.constraintCls)) {
        if (async) return undefined;
        // One for all calls: a rule looks at it while it is asked, and keeps nothing of it.
        const about = {
          targetName: type.name,
          property: row.propertyName,
          object: {} as object,
          value: undefined as unknown,
          constraints: constraints ?? [],
        };
        const asks: Ask = (value, object) => {
          about.object = object;
          about.value = value;
          return instance.validate(value, about) === true;
        };
        field.rules.push(
          row.each
            ? (value, object) => Array.isArray(value) && value.every((one) => asks(one, object))
            : asks,
        );
      }
    } else return undefined;
  }
  return fields;
}

export function nestedOf(type: Class, key: string): (() => Class) | undefined {
  for (let at: unknown = type.prototype; at; at = Object.getPrototypeOf(at)) {
    const found = nestedTypes.get(at)?.get(key);
    if (found) return found;
  }
  return undefined;
}

/** No document is nested deeper; what is deeper is no document. Common practice. */
const MOST_DEEP = 40;
/** No object of a document has more fields; so many unknown ones are not worth a sentence each. */
const MOST_KEYS = 1000;
/** So many values in one document: many times the largest show. */
const MOST_VALUES = 2_000_000;

/**
 * Why a value read from JSON is none that a document could be, before its fields are looked at: too deep, too many
 * fields, or a field with a name that every object has. Goes over it once. Undefined where it could be one.
 */
export function oddity(value: unknown): { path: string; message: string } | undefined {
  const found = { left: MOST_VALUES, path: undefined as string[] | undefined, message: '' };
  look(value, 0, found);
  return found.message === '' ? undefined : { path: asPath(found.path ?? []), message: found.message };
}

/** Looks a value through; what is odd is left in `found`, its path from the inside out as the calls come back. */
function look(
  value: unknown,
  deep: number,
  found: { left: number; path: string[] | undefined; message: string },
): void {
  if (typeof value !== 'object' || value === null) return;
  if (deep > MOST_DEEP) {
    found.message = 'This is nested too deeply.';
    found.path = [];
    return;
  }
  const list = Array.isArray(value);
  const keys = Object.keys(value);
  if (!list && keys.length > MOST_KEYS) {
    found.message = `This has ${keys.length} fields; ${MOST_KEYS} is the most.`;
    found.path = [];
    return;
  }
  found.left -= keys.length;
  if (found.left < 0) {
    found.message = 'This holds more than any document.';
    return;
  }
  for (const key of keys) {
    if (!list && key in Object.prototype) {
      found.message = 'This field is not known here.';
      found.path = [key];
      return;
    }
    look((value as Record<string, unknown>)[key], deep + 1, found);
    if (found.message !== '') {
      found.path?.unshift(list ? `[${key}]` : key);
      return;
    }
  }
}

const asPath = (steps: readonly string[]): string =>
  steps.reduce((path, step) => (step.startsWith('[') || path === '' ? path + step : `${path}.${step}`), '');
