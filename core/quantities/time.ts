import { parseISO } from 'date-fns';
import { MOST_TYPED, type Parsed } from './figures';
import { numberHead, plainSigns } from './numbers';

/** A unit of time as it is written: its first letter says which. */
const TIME_UNIT = /^(h(?:rs?|ours?)?|m(?:ins?|inutes?)?|s(?:ecs?|econds?)?)\.?(?![a-z])/i;
const UNIT_S: Record<string, number> = { h: 3600, m: 60, s: 1 };

/**
 * Reads a length of time as people write it ("6 min 20 s", "6:20", "1:05:00", "1.5 h", "2 minutes", "half an hour",
 * "1 h 30", "8") and gives whole seconds. A bare number is minutes. Errors: `ok: false` with a sentence.
 */
export function parseDuration(text: string): Parsed {
  const wrong: Parsed = { ok: false, message: 'Write a length of time such as 6 min 20 s, 6:20 or 90 s.' };
  if (text.length > MOST_TYPED) return wrong;
  const plain = plainSigns(text);
  const colon = /^(?:(\d+):)?(\d+):([0-5]\d)$/.exec(plain);
  if (colon) {
    const [hours = '0', minutes, seconds] = colon.slice(1);
    if (colon[1] !== undefined && Number(minutes) > 59) return wrong;
    return { ok: true, value: Number(hours) * 3600 + Number(minutes) * 60 + Number(seconds) };
  }
  let sum = 0;
  let least = Infinity;
  let rest = plain;
  do {
    const number = numberHead(rest);
    if (!number.ok) return number.message === undefined ? wrong : { ok: false, message: number.message };
    const unit = TIME_UNIT.exec(number.rest);
    // A bare number is minutes; after another unit it is of the next smaller one: "1 h 30".
    const bareS = number.rest !== '' || number.spelt ? NaN : least === Infinity ? 60 : least / 60;
    const each = unit ? UNIT_S[unit[1]![0]!.toLowerCase()]! : bareS;
    if (!(each < least) || !Number.isInteger(each)) return wrong;
    sum += number.value * each;
    least = each;
    rest = number.rest.slice(unit?.[0].length ?? 0).replace(/^ ?(?:,|and )? ?/i, '');
  } while (rest !== '');
  return { ok: true, value: Math.round(sum) };
}

/** Seconds to words: 380 → "6 min 20 s", 3600 → "1 h", -40 → "−40 s". */
export function formatDuration(seconds: number): string {
  const s = Math.round(Math.abs(seconds));
  const parts = [
    [Math.floor(s / 3600), 'h'],
    [Math.floor((s % 3600) / 60), 'min'],
    [s % 60, 's'],
  ] as const;
  const words = parts.filter(([n]) => n > 0).map(([n, unit]) => `${n} ${unit}`);
  return (seconds < 0 && s > 0 ? '−' : '') + (words.join(' ') || '0 s');
}

/**
 * The moment at which the clocks of a place show `seconds` after the midnight that begins a day ("2026-10-25"), also on a
 * day on which they are put forward or back, and past midnight. Local time.
 */
export function wallClockDate(isoDay: string, seconds: number): Date {
  const midnight = parseISO(isoDay);
  return new Date(
    ...([midnight.getFullYear(), midnight.getMonth(), midnight.getDate()] as const),
    ...([0, 0, 0, Math.round(seconds * 1000)] as const),
  );
}

/** Times of day run to 36 h: "24:45" is a quarter to one in the night after. */
export const MOST_CLOCK_S = 36 * 3600;

/** How a time of day is written, to 36:00. */
export const CLOCK_PATTERN = /^(([0-2]\d|3[0-5]):[0-5]\d|36:00)$/;

/** Small hours end here: before it, a time far ahead of an evening's curtain-up means the night after. Common practice. */
const SMALL_HOURS_END_S = 6 * 3600;

/** "14:05" to seconds after the midnight before the show. The text must have been validated as HH:MM, to 36:00. */
export function clockToS(clock: string): number {
  const [h, m] = clock.split(':').map(Number);
  return (h ?? 0) * 3600 + (m ?? 0) * 60;
}

/**
 * A time of day as seconds from curtain-up, which is `upS` seconds after midnight. "00:45" for a show at 23:30 is the
 * night after: a small hour before the get-in (`getInS` after midnight) and more than twelve hours before curtain-up is
 * taken to be the next day's. What is written as "24:45" says so itself.
 */
export function sinceCurtain(clock: string, upS: number, getInS: number): number {
  const s = clockToS(clock);
  const nextDay = s < SMALL_HOURS_END_S && s < getInS && s < upS - 12 * 3600;
  return s - upS + (nextDay ? 86_400 : 0);
}

/** Seconds after midnight as a time of day is kept, to 36:00, whole minutes: 87_300 → "24:15". */
export function toClock(secondsOfDay: number): string {
  const s = Math.min(MOST_CLOCK_S, Math.max(0, Math.floor(secondsOfDay / 60) * 60));
  return `${two(s / 3600)}:${two((s % 3600) / 60)}`;
}

/** Seconds after midnight as it is said: "14:05", or "14:05:20" where `withSeconds`; 87_300 → "00:15". */
export function formatClock(secondsOfDay: number, withSeconds = false): string {
  const s = ((Math.round(secondsOfDay) % 86_400) + 86_400) % 86_400;
  const hm = `${two(s / 3600)}:${two((s % 3600) / 60)}`;
  return withSeconds ? `${hm}:${two(s % 60)}` : hm;
}

const two = (n: number) => String(Math.floor(n)).padStart(2, '0');
