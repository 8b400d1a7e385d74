import 'reflect-metadata/lite';
import { CLOCK_PATTERN } from '../quantities';
import { nest } from './accepts';
import {
  ArrayMaxSize,
  IsArray,
  IsIn,
  IsInt,
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

const all =
  (...decorators: PropertyDecorator[]): PropertyDecorator =>
  (target, key) =>
    decorators.forEach((d) => d(target, key));

const ID_PATTERN = /^[A-Za-z0-9_-]{1,64}$/;

/** An identifier: letters, digits, dash and underscore, 1 to 64 of them. */
export const Id = () => Matches(ID_PATTERN, { message: 'must be an id of letters, digits, - or _' });

/** A one-line name, 1 to 160 characters. */
export const Title = () =>
  all(
    IsString({ message: 'must be text' }),
    Length(1, 160, { message: 'must have 1 to 160 characters' }),
    Matches(/\S/, { message: 'must not be empty' }),
  );

/** Free text, which may be empty. */
export const Text = (max = 4000) =>
  all(
    IsString({ message: 'must be text' }),
    Length(0, max, { message: `must have at most ${max} characters` }),
  );

/** Whole seconds, 0 to one day unless said otherwise. */
export const Seconds = (max = 86_400) =>
  all(
    IsInt({ message: 'must be whole seconds' }),
    Min(0, { message: 'must not be negative' }),
    Max(max, { message: `must be at most ${max} s` }),
  );

/** A whole number between two bounds. */
export const Whole = (min: number, max: number) =>
  all(
    IsInt({ message: 'must be a whole number' }),
    Min(min, { message: `must be at least ${min}` }),
    Max(max, { message: `must be at most ${max}` }),
  );

/** A time of day, HH:MM, to 36:00: "24:45" is in the night after. */
export const Clock = () => Matches(CLOCK_PATTERN, { message: 'must be a time of day such as 14:05' });

/** A time of day that stands beside a date of its own, HH:MM. */
export const DayClock = () =>
  Matches(/^([01]\d|2[0-3]):[0-5]\d$/, { message: 'must be a time of day such as 14:05' });

const atMost = (max: number) => ArrayMaxSize(max, { message: `must have at most ${max} entries` });

/** Ids of other documents. */
export const Ids = (max: number) =>
  all(
    IsArray({ message: 'must be a list of ids' }),
    atMost(max),
    Matches(ID_PATTERN, { each: true, message: 'must be a list of ids' }),
  );

/** Some of a few known words: "must be known hazards". */
export const Some = (of: readonly string[], what: string) =>
  all(atMost(of.length), IsIn(of, { each: true, message: `must be known ${what}` }));

/** Short texts, each a line of its own. */
export const Lines = (max: number, longest: number) =>
  all(
    IsArray({ message: 'must be a list' }),
    atMost(max),
    IsString({ each: true, message: 'must hold text' }),
    MaxLength(longest, { each: true, message: `must hold lines of at most ${longest} characters` }),
  );

/** One nested document. */
export const One = (type: () => new () => object) =>
  all(
    (target, key) => nest(target, String(key), type),
    IsObject({ message: 'must be an object' }),
    ValidateNested({ message: 'must be an object' }),
    Type(type),
  );

/** A list of nested documents, bounded so that no file can exhaust the machine. */
export const Many = (type: () => new () => object, max = 500) =>
  all(
    (target, key) => nest(target, String(key), type),
    IsArray({ message: 'must be a list' }),
    atMost(max),
    // The library lets a list in a list pass as a nested document.
    IsObject({ each: true, message: 'must hold objects' }),
    ValidateNested({ each: true, message: 'must hold objects' }),
    Type(type),
  );
