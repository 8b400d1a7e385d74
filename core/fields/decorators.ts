import {
  ArrayMaxSize,
  getMetadataStorage,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsISO8601,
  IsNumber,
  IsObject,
  IsString,
  Length,
  Matches,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';
import { Type } from 'class-transformer';
import { CLOCK_PATTERN } from '../quantities';
import { nest, nestedOf } from './accepts';
import * as declare from './field';
import type { Field, Labelled } from './field';

/**
 * What class-transformer asks of a polyfill when `@Type` is used: types that the compiler recorded. Ours records none, so
 * the answer is always the same and the polyfill (20 kB) is not needed.
 */
const reflect = Reflect as { getMetadata?: (...asked: unknown[]) => undefined };
reflect.getMetadata ??= () => undefined;

type Class = new () => object;

const all =
  (...decorators: PropertyDecorator[]): PropertyDecorator =>
  (target, key) =>
    decorators.forEach((d) => d(target, key));

const ID_PATTERN = /^[A-Za-z0-9_-]{1,64}$/;
const DAY_PATTERN = /^\d{4}-\d{2}-\d{2}$/;

const atMost = (max: number) => ArrayMaxSize(max, { message: `must have at most ${max} entries` });

/** What a document's class asks of a field, from its declaration. */
function limits(field: Field): PropertyDecorator[] {
  switch (field.as) {
    case 'text':
      return [
        IsString({ message: 'must be text' }),
        Length(field.least, field.most, {
          message: field.least
            ? `must have ${field.least} to ${field.most} characters`
            : `must have at most ${field.most} characters`,
        }),
        ...(field.least ? [Matches(/\S/, { message: 'must not be empty' })] : []),
      ];
    case 'lines':
      return [
        IsArray({ message: 'must be a list' }),
        atMost(field.most),
        IsString({ each: true, message: 'must hold text' }),
        MaxLength(field.longest, {
          each: true,
          message: `must hold lines of at most ${field.longest} characters`,
        }),
      ];
    case 'number':
      return [
        field.whole
          ? IsInt({ message: 'must be a whole number' })
          : IsNumber(undefined, { message: 'must be a number' }),
        ...between(field),
      ];
    case 'temperature':
    case 'odds':
    case 'amount':
      return [IsNumber(undefined, { message: 'must be a number' }), ...between(field)];
    case 'duration':
      return [
        IsInt({ message: 'must be whole seconds' }),
        Min(field.min, { message: 'must not be negative' }),
        Max(field.max, { message: `must be at most ${field.max} s` }),
      ];
    case 'clock':
      return [
        Matches(field.toS > 86_400 ? CLOCK_PATTERN : /^([01]\d|2[0-3]):[0-5]\d$/, {
          message: 'must be a time of day such as 14:05',
        }),
      ];
    case 'day':
      return [
        Matches(DAY_PATTERN, { message: 'must be a date such as 2026-12-12' }),
        IsISO8601({ strict: true }, { message: 'must be a date that exists' }),
      ];
    case 'choice':
      return [IsIn(field.options, { message: `must be one of: ${field.options.join(', ')}` })];
    case 'choices':
      return [
        atMost(field.options.length),
        IsIn(field.options, { each: true, message: `must be of: ${field.options.join(', ')}` }),
      ];
    case 'yes-no':
    case 'answer':
      return [IsBoolean({ message: 'must be true or false' })];
    case 'document':
      return [Matches(ID_PATTERN, { message: 'must be an id of letters, digits, - or _' })];
    case 'documents':
      return [
        IsArray({ message: 'must be a list of ids' }),
        atMost(field.most),
        Matches(ID_PATTERN, { each: true, message: 'must be a list of ids' }),
      ];
  }
}

const between = ({ min, max }: { min: number; max: number }) => [
  Min(min, { message: `must be at least ${min}` }),
  Max(max, { message: `must be at most ${max}` }),
];

const declared = new Map<object, Map<string, Field>>();

/** Immer's `immerable`, by its registered key: a page that changes no document does not load the library. */
const DRAFTABLE = Symbol.for('immer-draftable');
/** Documents that were checked are instances of their classes; drafts of them work like those of plain objects. */
const asDraft = (prototype: object) => Object.defineProperty(prototype, DRAFTABLE, { value: true });

/** A field of a document, as it is declared: its limits are the class's, its words the form's. */
const Holds = (field: Field): PropertyDecorator =>
  all(...limits(field), (target, key) => {
    const mine = declared.get(target) ?? new Map<string, Field>();
    declared.set(target, mine.set(String(key), field));
    asDraft(target);
  });

/**
 * The declaration of a field of a class. Errors: throws where the class has none of that name, which is a mistake of the
 * program.
 */
export function fieldOf(type: Class, key: string): Field {
  const field = fieldsOf(type).get(key);
  if (!field) throw new Error(`${type.name} declares no field “${key}”.`);
  return field;
}

const known = new Map<Class, Map<string, Field>>();

/** Every field that a class declares, by its name; gathered once. */
export function fieldsOf(type: Class): Map<string, Field> {
  const found = known.get(type) ?? gather(type);
  known.set(type, found);
  return found;
}

function gather(type: Class): Map<string, Field> {
  const optional = new Set(
    getMetadataStorage()
      .getTargetValidationMetadatas(type, '', false, false)
      .filter((row) => row.type === 'conditionalValidation')
      .map((row) => row.propertyName),
  );
  const found = new Map<string, Field>();
  for (let at: unknown = type.prototype; at; at = Object.getPrototypeOf(at))
    for (const [key, field] of declared.get(at as object) ?? [])
      if (!found.has(key)) found.set(key, { ...field, optional: optional.has(key) });
  return found;
}

/** The declaration of a field deep in a document, by its path: "steps.0.text". Undefined where there is none. */
export function fieldAt(type: Class, path: string): Field | undefined {
  const steps = path.split('.').filter((step) => !/^\d+$/.test(step));
  const inside = steps
    .slice(0, -1)
    .reduce<Class | undefined>((at, step) => at && nestedOf(at, step)?.(), type);
  return inside && fieldsOf(inside).get(steps.at(-1) ?? '');
}

/** An identifier: letters, digits, dash and underscore, 1 to 64 of them. Nobody types it. */
export const Id = () => Matches(ID_PATTERN, { message: 'must be an id of letters, digits, - or _' });

/** A one-line name, 1 to 160 characters. */
export const Title = (label: Labelled = 'Name') => Holds(declare.title(label));

/** Free text, which may be empty. */
export const Text = (most: number, label: Labelled) => Holds(declare.text(most, label));

/** Short texts, each a line of its own. */
export const Lines = (most: number, longest: number, label: Labelled) =>
  Holds(declare.lines(most, longest, label));

/** Whole seconds, 0 to one day unless said otherwise. */
export const Seconds = (label: Labelled, max?: number) => Holds(declare.duration(label, max));

/** A whole number between two bounds. */
export const Whole = (min: number, max: number, label: Labelled<{ unit?: string }> = 'Number') =>
  Holds(declare.whole(min, max, label));

/** A number between two bounds. */
export const Figure = (min: number, max: number, label: Labelled<{ unit?: string }>) =>
  Holds(declare.figure(min, max, label));

/** A temperature between two bounds, °C. */
export const Temperature = (min: number, max: number, label: Labelled) =>
  Holds(declare.temperature(min, max, label));

/** How often something works, 0 to 1. */
export const Odds = (label: Labelled) => Holds(declare.odds(label));

/** An amount in the base unit of its good. */
export const Amount = (min: number, max: number, label: Labelled) => Holds(declare.amount(min, max, label));

/** A time of day, HH:MM, to 36:00: "24:45" is in the night after. */
export const Clock = (label: Labelled) => Holds(declare.clock(label));

/** A time of day that stands beside a date of its own, HH:MM. */
export const DayClock = (label: Labelled) => Holds(declare.dayClock(label));

/** A day of the calendar, YYYY-MM-DD. */
export const Day = (label: Labelled) => Holds(declare.day(label));

/** One of a few known words. */
export const Choice = (
  words: readonly string[],
  label: Labelled<{ words?: Readonly<Record<string, string>> }>,
) => Holds(declare.choice(words, label));

/** Some of a few known words. */
export const Some = (
  words: readonly string[],
  label: Labelled<{ words?: Readonly<Record<string, string>> }>,
) => Holds(declare.choices(words, label));

/** True or false. */
export const YesNo = (label: Labelled) => Holds(declare.yesNo(label));

/** Yes or no; left out where nobody knows yet. */
export const Answer = (label: Labelled) => Holds(declare.answer(label));

/** Another document, by its id, that somebody chooses. */
export const Ref = (label: Labelled) => Holds(declare.document(label));

/** Other documents, by their ids, that somebody chooses. */
export const Refs = (max: number, label: Labelled) => Holds(declare.documents(max, label));

/** One nested document. */
export const One = (type: () => Class) =>
  all(
    (target, key) => nest(target, String(key), type),
    asDraft,
    IsObject({ message: 'must be an object' }),
    ValidateNested({ message: 'must be an object' }),
    Type(type),
  );

/** A list of nested documents, bounded so that no file can exhaust the machine. */
export const Many = (type: () => Class, max = 500) =>
  all(
    (target, key) => nest(target, String(key), type),
    asDraft,
    IsArray({ message: 'must be a list' }),
    atMost(max),
    // The library lets a list in a list pass as a nested document.
    IsObject({ each: true, message: 'must hold objects' }),
    ValidateNested({ each: true, message: 'must hold objects' }),
    Type(type),
  );
