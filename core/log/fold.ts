import { enableMapSet, freeze, produce } from 'immer';
import { inLogOrder, type Envelope } from './envelope';
import type { EventOf, Kinds } from './kinds';
import { shareEqual, thaw } from './thaw';

enableMapSet();

/** Between two kept states lie so many events: a late one folds again from the one before it. */
const STRIDE = 32;
/** From this many events on they are folded on a copy of the state that is changed in place: a tenth of the time each. */
const BULK = 128;

/**
 * A part of a state: what it starts as, what its events carry, and what each does. `apply` is a mapped type over the
 * kinds: a kind without it does not compile. It changes the state it is handed.
 */
export interface Slice<S, Part, C, T extends Kinds> {
  kinds: T;
  start: (context: C) => Part;
  apply: Applies<S, EventOf<T>>;
}

export type Applies<S, E extends Envelope> = {
  [K in E['kind']]: (state: S, event: Extract<E, { kind: K }>) => void;
};

/** A log being folded. `state` is never changed, only replaced: keep one, and it stays as it was. */
export interface Fold<S, E extends Envelope> {
  readonly state: S;
  /** In the order of the log, each id once; grows in place. */
  readonly events: readonly E[];
  /** The largest tick seen. */
  readonly tick: number;
  /** The event with this id, if it is here. */
  get: (id: string) => E | undefined;
  /**
   * Takes events in, in any order, those that are here already too. One that sorts last costs the same however long the
   * log is; a late one, or an undo, folds again from the last kept state before what it touches.
   */
  add: (events: readonly E[]) => void;
}

/** What every log knows besides its own kinds: an undo takes back an event before it, which may itself be an undo. */
type Undo = Envelope<'undo', { eventId: string }>;
const isUndo = (event: Envelope): event is Undo => event.kind === 'undo';

/**
 * Folds a log. Whatever the order in which events arrive, the state is that of `apply` over the events that are not
 * taken back, in the order of the log. `apply` is handed a draft and changes it.
 */
export function createFold<S extends object, E extends Envelope>(
  start: S,
  apply: (draft: S, event: E) => void,
): Fold<S, E> {
  const byId = new Map<string, E>();
  let events: E[] = [];
  /** Undos in the order of the log, and the ids they name. */
  let undos: Undo[] = [];
  const named = new Set<string>();
  let undone: ReadonlySet<string> = new Set();
  /** `kept[i]`, where it is kept, is the state after the first `i * STRIDE` events. */
  let kept: (S | undefined)[] = [freeze(start, true)];
  let state = kept[0]!;
  /** So many events are in `state`. */
  let folded = 0;

  function add(incoming: readonly E[]): void {
    const fresh: E[] = [];
    for (const event of incoming) {
      if (byId.has(event.id)) continue;
      byId.set(event.id, event);
      fresh.push(event);
    }
    if (fresh.length === 0) return;
    fresh.sort(inLogOrder);
    const last = events.at(-1);
    let from = events.length;
    if (last && inLogOrder(fresh[0]!, last) < 0) {
      events = [...events, ...fresh].sort(inLogOrder);
      from = placeOf(fresh[0]!);
    } else {
      for (const event of fresh) events.push(event);
    }
    from = Math.min(from, takeUndos(fresh));
    foldFrom(from);
  }

  /** Works out again what is taken back; gives the place of the first event for which that changed. */
  function takeUndos(fresh: readonly E[]): number {
    const more = (fresh as readonly Envelope[]).filter(isUndo);
    for (const { body } of more) named.add(body.eventId);
    if (more.length === 0 && !fresh.some((e) => named.has(e.id))) return events.length;
    undos = [...undos, ...more].sort(inLogOrder);
    const before = undone;
    const now = new Set<string>();
    // Later ones are heard first: an undo that was itself taken back takes nothing back.
    for (const undo of [...undos].reverse()) {
      const target = byId.get(undo.body.eventId);
      if (target && !now.has(undo.id) && inLogOrder(target, undo) < 0) now.add(target.id);
    }
    undone = now;
    const changed = [...before].filter((id) => !now.has(id)).concat([...now].filter((id) => !before.has(id)));
    return changed.reduce((first, id) => Math.min(first, placeOf(byId.get(id)!)), events.length);
  }

  /** Folds the events from a place on. */
  function foldFrom(place: number): void {
    const before = state;
    // In order: go on from the newest state rather than the last kept one.
    if (place !== folded) {
      let base = Math.min(Math.floor(place / STRIDE), kept.length - 1);
      while (kept[base] === undefined) base--;
      kept = kept.slice(0, base + 1);
      state = kept[base]!;
      folded = base * STRIDE;
    }
    if (events.length - folded >= BULK) foldInBulk(before);
    while (folded < events.length)
      foldStride(Math.min(events.length, (Math.floor(folded / STRIDE) + 1) * STRIDE));
  }

  const counting = (from: number, to: number) =>
    events.slice(from, to).filter((event) => !isUndo(event) && !undone.has(event.id));

  function foldStride(to: number): void {
    const counted = counting(folded, to);
    state = produce(state, (draft) => counted.forEach((event) => apply(draft as S, event)));
    folded = to;
    if (to % STRIDE === 0) kept[to / STRIDE] = state;
  }

  /** Parts that equal those of `before` are those of `before`: whoever compares states sees what changed. */
  function foldInBulk(before: S): void {
    const next = thaw(state);
    for (const event of counting(folded, events.length)) apply(next, event);
    state = freeze(shareEqual(before, next), true);
    folded = events.length;
    if (folded % STRIDE === 0) kept[folded / STRIDE] = state;
  }

  /** Where an event stands, by halving. */
  function placeOf(event: E): number {
    let [low, high] = [0, events.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (inLogOrder(events[middle]!, event) < 0) low = middle + 1;
      else high = middle;
    }
    return low;
  }

  return {
    get state() {
      return state;
    },
    get events() {
      return events;
    },
    get tick() {
      return events.at(-1)?.tick ?? 0;
    },
    get: (id) => byId.get(id),
    add,
  };
}
