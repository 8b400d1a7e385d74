import { check, fieldAt, readField, type Field, type Problem } from '@hearty/core';
import { get, set, type FieldErrors, type FieldValues, type Resolver } from 'react-hook-form';
import { refusals } from './refused';

/** Without what was left empty. */
export const prune = <T extends object>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

/** The fields of a form that is over no document. */
export type Fields = Readonly<Record<string, Field>>;
/** What a form is over: a document's class, or a few declared fields. */
export type Declared<T extends object = object> = (new () => T) | Fields;

/** The declaration of a field of a form, by its path: "steps.0.text". */
export const declaredAt = (declared: Declared, path: string): Field | undefined =>
  typeof declared === 'function' ? fieldAt(declared, path) : declared[path];

/**
 * What is wrong with the values of a form: what could not be read, then what the document's class says, then what only
 * the whole can say. Each problem lands at its field by its path.
 *
 * @param whole what the class cannot see; asked only where the class finds nothing wrong
 */
export function resolverOf<T extends FieldValues>(
  declared: Declared<T>,
  whole: (value: T) => Problem[] = () => [],
): Resolver<T> {
  return (values) => {
    const problems = problemsOf(declared, values, whole);
    if (problems.length === 0) return { values, errors: {} };
    const errors: FieldErrors<T> = {};
    for (const { path, message } of problems) set(errors, path || 'root', { type: 'check', message });
    return { values: {}, errors };
  };
}

/** Problems by their paths as a form has them: "steps.0.text". */
function problemsOf<T extends object>(
  declared: Declared<T>,
  values: T,
  whole: (value: T) => Problem[],
): Problem[] {
  const refused = refusals(values);
  const places = new Set(refused.map((r) => r.path));
  const missed = missing(declared, values).filter((p) => !places.has(p.path));
  return refused.length || missed.length ? [...refused, ...missed] : whole(values).map(dotted);
}

/** What a document's class says of the values, or which declared fields are still empty that must not be. */
function missing<T extends object>(declared: Declared<T>, values: T): Problem[] {
  if (typeof declared !== 'function')
    return Object.keys(declared).flatMap((path) => unsaid(declared, values, path) ?? []);
  const checked = check(declared, prune(values));
  if (checked.ok) return [];
  return checked.problems.map(dotted).map((p) => unsaid(declared, values, p.path) ?? p);
}

/** What is said of a field that is empty and must not be. */
function unsaid(declared: Declared, values: object, path: string): Problem | undefined {
  const value: unknown = get(values, path);
  const field = declaredAt(declared, path);
  if (!field || (value !== undefined && value !== '')) return undefined;
  const read = readField(field, '');
  return read.ok ? undefined : { path, message: read.message };
}

const dotted = ({ path, message }: Problem): Problem => ({
  path: path.replace(/\[(\d+)\]/g, '.$1'),
  message,
});
