import { isValid, parse as parseDate, parseISO, format } from 'date-fns';
import { enGB } from 'date-fns/locale/en-GB';
import {
  CLOCK_PATTERN,
  clockToS,
  formatAmount,
  formatDuration,
  formatKitchen,
  formatTemperature,
  inUnit,
  MOST_TYPED,
  parseAmount,
  parseDuration,
  parseTemperature,
  twoWays,
  type AmountOptions,
  type BaseUnit,
} from '../quantities';
import type { Field, FieldOf } from './field';

/** What a text was read as, or the sentence that says why it was not. */
export type Read = { ok: true; value: unknown } | { ok: false; message: string };

/**
 * What is known where an amount is typed: the base unit of its good, its density, and what a cup is; and how many base
 * units the value counts as one, where it counts in others: 1000 for litres. A bare number is then in those.
 */
export interface Measure extends AmountOptions {
  unit?: BaseUnit;
  per?: number;
}

const no = (message: string): Read => ({ ok: false, message });
const yes = (value: unknown): Read => ({ ok: true, value });

/**
 * Reads what a person typed into a field: a form, a cell of a CSV, an option of the command line. Numbers with a point
 * or a comma; lengths of time, amounts and odds as people say them. What may be left out is read from an empty text as
 * undefined. Errors: `ok: false` with a sentence that names the range or an example; never an exception.
 */
export function readField(field: Field, typed: string, measure: Measure = {}): Read {
  const text = typed.trim();
  if (text === '' && field.optional) return yes(undefined);
  switch (field.as) {
    case 'text':
      return readText(field, typed);
    case 'lines':
      return readLines(field, typed);
    case 'number':
      return readNumber(field, text);
    case 'temperature': {
      const found = parseTemperature(text);
      if (!found.ok) return found;
      return found.value >= field.min && found.value <= field.max
        ? found
        : no(`Write a temperature from ${field.min} to ${field.max} °C.`);
    }
    case 'odds':
      return readOdds(field, text);
    case 'duration': {
      const found = parseDuration(text);
      if (!found.ok) return found;
      return found.value >= field.min && found.value <= field.max
        ? found
        : no(`Write a length of time from ${formatDuration(field.min)} to ${formatDuration(field.max)}.`);
    }
    case 'amount': {
      const unit = measure.unit ?? 'piece';
      const { per = 1 } = measure;
      const found = parseAmount(text, unit, measure);
      if (!found.ok) return found;
      const value = Number.isNaN(number(text)) ? found.value / per : found.value;
      return value >= field.min && value <= field.max
        ? yes(value)
        : no(
            `Write an amount from ${formatAmount(field.min * per, unit)} to ${formatAmount(field.max * per, unit)}.`,
          );
    }
    case 'clock':
      return readClock(field, text);
    case 'day':
      return readDay(text);
    case 'choice': {
      const found = field.options.find((one) => one === text || field.words?.[one] === text);
      return found === undefined ? no(`Write one of: ${field.options.join(', ')}.`) : yes(found);
    }
    case 'choices': {
      const some = text === '' ? [] : text.split(/\s*[,;]\s*/);
      const strange = some.find((one) => !field.options.includes(one));
      return strange === undefined ? yes(some) : no(`“${strange}” is none of: ${field.options.join(', ')}.`);
    }
    case 'yes-no':
      if (/^(y|yes|true|1|x|on)$/i.test(text)) return yes(true);
      return /^(n|no|false|0|off)?$/i.test(text) ? yes(false) : no('Write yes or no.');
    case 'answer':
      if (text === '') return yes(undefined);
      if (/^(y|yes|true|1|x|on)$/i.test(text)) return yes(true);
      return /^(n|no|false|0|off)$/i.test(text) ? yes(false) : no('Write yes or no, or leave it empty.');
    case 'document':
    case 'documents':
      return no('Choose one.');
  }
}

/** A value as it stands in the field when nobody is typing. What is left out is an empty text. */
export function sayField(field: Field, value: unknown, measure: Measure = {}): string {
  if (value === undefined || value === null) return '';
  switch (field.as) {
    case 'lines':
    case 'choices':
    case 'documents':
      return (value as string[]).join(field.as === 'lines' ? '\n' : ', ');
    case 'duration':
      return Number.isFinite(value) ? formatDuration(value as number) : '';
    case 'amount':
      return Number.isFinite(value)
        ? formatAmount((value as number) * (measure.per ?? 1), measure.unit ?? 'piece')
        : '';
    case 'odds':
      return Number.isFinite(value) ? sayOdds(value as number) : '';
    case 'number':
    case 'temperature':
      return Number.isFinite(value) ? String(value) : '';
    case 'day': {
      const date = parseISO(String(value));
      return isValid(date) ? format(date, DAY_SAID, { locale: enGB }) : String(value);
    }
    case 'choice':
      return field.words?.[value as string] ?? (value as string);
    case 'yes-no':
    case 'answer':
      return value ? 'yes' : 'no';
    default:
      return value as string;
  }
}

/** What stands beside a value to help: the same in the other system. Empty where there is nothing to say. */
export function beside(field: Field, value: unknown, { unit = 'piece', per = 1, cup }: Measure = {}): string {
  if (typeof value !== 'number') return '';
  if (field.as === 'temperature') return formatTemperature(value);
  return field.as === 'amount' ? formatKitchen(value * per, unit, cup) : '';
}

function readText({ least, most }: FieldOf<'text'>, typed: string): Read {
  if (typed.trim().length < least) return no('Write something here.');
  if (typed.length > most) return no(`Write at most ${most} characters; these are ${typed.length}.`);
  return yes(typed);
}

function readLines({ most, longest }: FieldOf<'lines'>, typed: string): Read {
  const all = typed
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean);
  if (all.length > most) return no(`Write at most ${most} lines; these are ${all.length}.`);
  const long = all.findIndex((line) => line.length > longest);
  return long < 0 ? yes(all) : no(`Line ${long + 1} is longer than ${longest} characters.`);
}

const NUMBER = /^[-−+]?(\d+([.,]\d*)?|[.,]\d+)(e[-+]?\d+)?$/i;

/** A number with a point or a comma; NaN where it is none. */
const number = (text: string): number =>
  text.length <= MOST_TYPED && NUMBER.test(text) ? Number(text.replace('−', '-').replace(',', '.')) : NaN;

/** Figures that are kept of what was converted: more than anybody measures. */
const FIGURES = 6;

function readNumber({ min, max, whole, unit }: FieldOf<'number'>, text: string): Read {
  const bare = unit && text.endsWith(unit) ? text.slice(0, -unit.length).trim() : text;
  const asked = twoWays(bare.replace(/^[-−+]/, ''));
  if (asked !== undefined) return no(asked);
  const plain = number(bare);
  // What is in another unit is turned into the field's: "12 ft", "14.7 psi".
  const other = Number.isNaN(plain) && unit !== undefined ? inUnit(bare, unit) : undefined;
  const value = other === undefined ? plain : Number(other.toPrecision(FIGURES));
  if (value >= min && value <= max && (!whole || Number.isInteger(value))) return yes(value);
  return no(`Write a ${whole ? 'whole ' : ''}number from ${min} to ${max}.`);
}

/** "7 in 10", "7 of 10", "70 %", "0.7". */
function readOdds({ min, max }: FieldOf<'odds'>, text: string): Read {
  const ratio = /^(?:works )?(\S{1,12})\s*(?:in|of|out of|\/)\s*(\S{1,12})$/i.exec(text.slice(0, MOST_TYPED));
  const percent = /^(\S{1,12})\s*%$/.exec(text);
  const value = ratio
    ? number(ratio[1]!) / number(ratio[2]!)
    : percent
      ? number(percent[1]!) / 100
      : number(text);
  if (value >= min && value <= max) return yes(value);
  return no(`Write how often it works, such as 70 % or 7 in 10, from ${sayOdds(min)} to ${sayOdds(max)}.`);
}

/** 0.85 as "85 %". */
const sayOdds = (value: number): string => `${Math.round(value * 10_000) / 100} %`;

/** "14:05", "14.05", "9:30", "1405", "24:45", "2 pm", "2:30 p.m.". */
function readClock({ toS }: FieldOf<'clock'>, text: string): Read {
  const found = /^(\d{1,2})[:.]?(\d\d)$/.exec(text);
  const half = /^(1[0-2]|0?[1-9])(?:[:.]?([0-5]\d))? ?([ap])\.?m\.?$/i.exec(text);
  const hour = half ? (Number(half[1]) % 12) + (half[3]!.toLowerCase() === 'p' ? 12 : 0) : found?.[1];
  const minute = half ? (half[2] ?? '00') : found?.[2];
  const clock = hour === undefined ? '' : `${String(hour).padStart(2, '0')}:${minute}`;
  if (CLOCK_PATTERN.test(clock) && clockToS(clock) <= toS) return yes(clock);
  return no(
    toS > 86_400
      ? 'Write a time of day such as 14:05; a quarter to one in the night after is 24:45.'
      : 'Write a time of day such as 14:05.',
  );
}

/** How a day is said in a field, in the order of the rest of the product. */
const DAY_SAID = 'EEE d MMM yyyy';
/** What a day may be typed as, day before month. */
const DAY_TYPED = ['d MMM yyyy', 'd MMMM yyyy', 'd.M.yyyy', 'd/M/yyyy', 'd-M-yyyy'];

/** The name of a weekday before a day. */
const WEEKDAY = /^(mon|tue|wed|thu|fri|sat|sun)[a-z]*[,.]? +/i;

function readDay(text: string): Read {
  const [named = '', weekday] = WEEKDAY.exec(text) ?? [];
  const day = text.slice(named.length);
  const iso = /^\d{4}-\d\d-\d\d$/.test(day) ? parseISO(day) : undefined;
  const dates = iso ? [iso] : DAY_TYPED.map((as) => parseDate(day, as, new Date(0), { locale: enGB }));
  const date = text.length <= MOST_TYPED ? dates.find(isValid) : undefined;
  // A year of two digits is read as one of the first century; nobody means that.
  if (!date || date.getFullYear() < 1000) return no('Write a day such as 12 Dec 2026 or 12.12.2026.');
  const said = (as: string, of = date) => format(of, as, { locale: enGB });
  // A slash stands between day and month to some, between month and day to others.
  const [a, b] = [date.getDate(), date.getMonth() + 1];
  if (day.includes('/') && a <= 12 && a !== b)
    return no(
      `“${day}” can be read in two ways. Write ${said('d MMM yyyy')} or ${said('d MMM yyyy', new Date(date.getFullYear(), a - 1, b))}.`,
    );
  if (weekday !== undefined && said('EEE').toLowerCase() !== weekday.toLowerCase())
    return no(`${said('d MMM yyyy')} is a ${said('EEEE')}. Correct the day or the date.`);
  return yes(format(date, 'yyyy-MM-dd'));
}
