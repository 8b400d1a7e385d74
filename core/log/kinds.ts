import { check, type Checked, type Problem } from '../show';
import { checkEnvelope, type Envelope } from './envelope';

/** What a kind of event carries, and how what it carried before becomes that: the first entry lifts version 1 to 2. */
export interface Kind<B extends object> {
  body: new () => B;
  upcasts?: readonly ((body: never) => object)[];
}

/** The kinds of a log. */
// `any`: a table of classes, each with a body of its own.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
export type Kinds = Record<string, Kind<any>>;

/** Every event a log of these kinds can hold. */
export type EventOf<T extends Kinds> = {
  [K in keyof T & string]: Envelope<K, InstanceType<T[K]['body']>>;
}[keyof T & string];

/** The part of an event that says what happened; the envelope is added when it is recorded. */
export type HappeningOf<T extends Kinds> = {
  [K in keyof T & string]: { kind: K; body: InstanceType<T[K]['body']> };
}[keyof T & string];

/** The newest version of a kind. */
export const versionOf = (kind: Kind<object>): number => 1 + (kind.upcasts?.length ?? 0);

/** Reads an untrusted value as an event of one of these kinds. Errors: problems with their paths. */
export function readEvent<T extends Kinds>(kinds: T, value: unknown): Checked<EventOf<T>> {
  const outside = checkEnvelope(value);
  return outside.ok ? readInside(kinds, outside.value) : outside;
}

/**
 * Reads an envelope that was checked as an event of one of these kinds; one of an older version is lifted to the newest.
 * Errors: problems with their paths; a version from a newer program is one of them.
 */
export function readInside<T extends Kinds>(kinds: T, outside: Envelope): Checked<EventOf<T>> {
  const { kind, v } = outside;
  const known = Object.hasOwn(kinds, kind) ? kinds[kind] : undefined;
  if (!known) return wrong('kind', `An event “${kind}” is not known here.`);
  const newest = versionOf(known);
  if (v > newest)
    return wrong(
      'v',
      `This comes from a newer program (version ${v}; here it is ${newest}). Reload the page.`,
    );
  const { body } = outside;
  if (typeof body !== 'object' || body === null) return wrong('body', 'This must be an object.');
  const lifted = (known.upcasts ?? [])
    .slice(v - 1)
    .reduce((old, upcast) => upcast(old as never), body as object);
  const inside = check(known.body as new () => object, lifted);
  if (!inside.ok)
    return {
      ok: false,
      problems: inside.problems.map((p) => ({ ...p, path: p.path ? `body.${p.path}` : 'body' })),
    };
  // Envelope and body were checked against the same kind just above.
  const event =
    v === newest && inside.value === body ? outside : { ...outside, v: newest, body: { ...inside.value } };
  return { ok: true, value: event as EventOf<T> };
}

const wrong = (path: string, message: string): { ok: false; problems: Problem[] } => ({
  ok: false,
  problems: [{ path, message }],
});
