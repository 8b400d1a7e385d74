import { Growing } from './growing';

/**
 * A copy of a state that can be changed in place, whatever of the state is frozen. Plain objects, arrays, maps and sets
 * are copied; a `Growing` never changes and is kept. Pure.
 */
export function thaw<T>(value: T): T {
  if (typeof value !== 'object' || value === null || value instanceof Growing) return value;
  if (Array.isArray(value)) return value.map(thaw) as T;
  if (value instanceof Map) return new Map([...value].map(([key, item]) => [key, thaw(item)])) as T;
  if (value instanceof Set) return new Set(value) as T;
  const copy: Record<string, unknown> = {};
  for (const key in value) copy[key] = thaw(value[key]);
  return copy as T;
}

/**
 * `next` with every part that equals the same part of `before` replaced by it, so that what did not change is also
 * identical. Changes `next` in place.
 */
export function shareEqual<T>(before: unknown, next: T): T {
  if (before === next || typeof next !== 'object' || next === null) return next;
  if (typeof before !== 'object' || before === null) return next;
  if (Object.getPrototypeOf(before) !== Object.getPrototypeOf(next)) return next;
  return (isShared(before, next as never) ? before : next) as T;
}

/** Shares the parts of `next`; whether all of it equals `before`. Both are of one kind. */
function isShared(before: object, next: object): boolean {
  if (next instanceof Growing) {
    if (next.length !== (before as Growing<unknown>).length) return false;
    const theirs = (before as Growing<unknown>).toArray();
    return next.toArray().every((item, i) => shareEqual(theirs[i], item) === theirs[i]);
  }
  if (next instanceof Map) {
    const old = before as Map<unknown, unknown>;
    const keys = [...old.keys()];
    let at = 0;
    let isEqual = old.size === next.size;
    for (const [key, item] of next as Map<unknown, unknown>) {
      const shared = shareEqual(old.get(key), item);
      if (shared !== item) next.set(key, shared);
      isEqual &&= keys[at++] === key && shared === old.get(key);
    }
    return isEqual;
  }
  if (next instanceof Set) return isSameSet(before as Set<unknown>, next);
  const [was, is] = [before, next] as [Record<string, unknown>, Record<string, unknown>];
  // A constant of the program is frozen: it is left as it is.
  const isOpen = !Object.isFrozen(is);
  let isEqual = true;
  let keys = 0;
  for (const key in is) {
    const mine = is[key];
    const shared = shareEqual(was[key], mine);
    if (shared !== mine && isOpen) is[key] = shared;
    if (shared !== was[key] || (shared === undefined && !(key in was))) isEqual = false;
    keys++;
  }
  if (isEqual) for (const _key in was) keys--;
  return isEqual && keys === 0;
}

const isSameSet = (before: ReadonlySet<unknown>, next: ReadonlySet<unknown>) =>
  before.size === next.size && [...before].every((item, i) => [...next][i] === item);
