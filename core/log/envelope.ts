import { Allow, IsInt, IsOptional, Matches, Max, Min } from 'class-validator';
import { accepts, Id, Whole } from '../fields';
import { inOrderOfText } from '../quantities';
import { check, type Checked } from '../show';

/** The latest moment a `Date` can hold, in ms since 1970 (ECMA-262, "Time Values"). */
export const LAST_MS = 8.64e15;
/** More ticks than any log will see, and few enough that one more is always a number exactly kept. */
export const MOST_TICKS = 1e12;

/**
 * One line of a log. `id` is made by its sender (a ULID), so that sending twice is harmless. `tick` is one more than the
 * largest its sender has seen (a hybrid logical clock), so that an answer never sorts before what it answers, whatever
 * a device's clock says. `at` is the server's time as the device works it out, in ms since 1970; `v` the version of what
 * the kind carries.
 */
export interface Envelope<K extends string = string, B = unknown> {
  id: string;
  /** The log it belongs to: a run's id, or one of `logOf`. */
  run: string;
  device: string;
  /** Who of the crew, by id, where that is known. */
  person: string | null;
  at: number;
  tick: number;
  v: number;
  kind: K;
  body: B;
}

/** Logs that belong to no run: the stores' ledger, and the ticks of a show. No run has such an id. */
export const STORES_LOG = 'stores:ledger';
export const ticksLog = (showId: string) => `show:${showId}`;

class EnvelopeFields {
  @Id() id!: string;
  @Matches(/^(?:(?:show|stores):)?[A-Za-z0-9_-]{1,64}$/, { message: 'must be the id of a log' }) run!: string;
  @Id() device!: string;
  @IsOptional() @Id() person!: string | null;
  @IsInt({ message: 'must be a moment' })
  @Min(0, { message: 'must be a moment' })
  @Max(LAST_MS, { message: 'must be a moment' })
  at!: number;
  @Whole(1, MOST_TICKS) tick!: number;
  @Whole(1, 1000) v!: number;
  @Matches(/^[a-z][a-z -]{0,39}$/, { message: 'must be the kind of an event' }) kind!: string;
  @Allow() body?: unknown;
}

/** The outside of an untrusted event; `body` is left as it is. Errors: problems with their paths. */
export function checkEnvelope(value: unknown): Checked<Envelope> {
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    return { ok: false, problems: [{ path: '', message: 'An event must be an object.' }] };
  if (!accepts(EnvelopeFields, value)) {
    // What it carries is looked at later, by its kind.
    const { body: _body, ...outside } = value as { body?: unknown };
    const read = check(EnvelopeFields, outside);
    if (!read.ok) return read;
  }
  const { id, run, device, person, at, tick, v, kind, body } = value as Envelope;
  return { ok: true, value: { id, run, device, person: person ?? null, at, tick, v, kind, body } };
}

/** The order of a log: by tick; of two at once, by device and then by id, the same on every machine. For `sort`. */
export const inLogOrder = (a: Envelope, b: Envelope): number =>
  a.tick - b.tick || inOrderOfText(a.device, b.device) || inOrderOfText(a.id, b.id);

/** The tick of what is sent next by somebody who has seen these. */
export const nextTick = (seen: readonly Pick<Envelope, 'tick'>[]): number =>
  1 + seen.reduce((most, { tick }) => Math.max(most, tick), 0);

/** Whether two events are the same one sent twice. Pure. */
export const sameEvent = (a: Envelope, b: Envelope): boolean => wording(a) === wording(b);

/** An event as one text, the same for equal events whatever the order of their fields. */
export const wording = ({ id, run, device, person, at, tick, v, kind, body }: Envelope): string =>
  JSON.stringify([id, run, device, person, at, tick, v, kind, body], (_key, part: unknown) =>
    part !== null && typeof part === 'object' && !Array.isArray(part)
      ? Object.entries(part).sort(([a], [b]) => inOrderOfText(a, b))
      : part,
  );

/**
 * How far the server's clock is ahead of a device's, in ms, from one question and its answer: the answer was written
 * half-way between (Cristian, "Probabilistic clock synchronization", Distributed Computing 3, 1989).
 */
export const clockAhead = (askedAt: number, answeredAt: number, serverAt: number): number =>
  Math.round(serverAt - (askedAt + answeredAt) / 2);
