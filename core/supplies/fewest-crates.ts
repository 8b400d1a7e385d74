import type { Crate } from '../show';
import { foesIn, isPieces, part, put, roomFor, type Fill, type Thing } from './fill';

/** Places looked at before the search gives up: about a tenth of a second. */
const LOOKS = 60_000;
/** Of more pieces than this not every split over two crates is tried, so that nothing is proven. */
const MANY_PIECES = 12;

/**
 * The fewest crates that hold everything with no rule broken, if that is fewer than `known`: by trying ever more crates,
 * each set of them gone through whole. `proven` where it is sure that none with fewer than the answer (or than `known`)
 * exists.
 */
export function fewestCrates(
  things: readonly Thing[],
  crates: readonly Crate[],
  known: number,
): { fill: Fill[] | undefined; proven: boolean } {
  // What is hardest to place first.
  const size = (t: Thing) =>
    Math.max(...crates.map((c) => Math.max(t.kg! / c.limitKg, t.litres! / c.insideL)), 0);
  const order = [...things].sort((a, b) => size(b) - size(a));
  let steps = 0;
  let whole = true;

  const place = (n: number, open: readonly Fill[]): boolean => {
    if (n === order.length) return true;
    return into(order[n]!, 0, open, () => place(n + 1, open));
  };
  /** Puts a thing, or so many pieces of it, into one crate after another. */
  const into = (thing: Thing, from: number, open: readonly Fill[], then: () => boolean): boolean => {
    for (let c = from; c < open.length; c++) {
      const to = open[c]!;
      // Of empty crates that are alike the first will do.
      if (!to.things.length && open.slice(0, c).some((o) => !o.things.length && alike(o.crate, to.crate)))
        continue;
      if (++steps > LOOKS) return (whole = false);
      if (foesIn(to.things, thing) > 0) continue;
      const room = roomFor(to, thing);
      if (room >= thing.amount && attempt(to, thing, then)) return true;
      if (!isPieces(thing) || thing.amount < 2) continue;
      const most = Math.min(thing.amount - 1, Math.floor(room));
      const fewest = thing.amount > MANY_PIECES ? most : 1;
      if (fewest > 1) whole = false;
      for (let count = most; count >= fewest && count > 0; count--) {
        const rest = part(thing, thing.amount - count);
        if (attempt(to, part(thing, count), () => into(rest, c + 1, open, then))) return true;
      }
    }
    return false;
  };
  const attempt = (to: Fill, thing: Thing, then: () => boolean): boolean => {
    const { kg, litres } = to;
    put(to, thing);
    if (then()) return true;
    to.things.pop();
    [to.kg, to.litres] = [kg, litres];
    return false;
  };

  for (let count = order.length ? 1 : 0; count < Math.min(known, crates.length + 1); count++) {
    for (const set of setsOf(crates, count)) {
      if (++steps > LOOKS) return { fill: undefined, proven: false };
      if (!holds(set, order)) continue;
      const open = set.map((crate): Fill => ({ crate, things: [], kg: 0, litres: 0 }));
      if (place(0, open)) return { fill: open, proven: whole };
      if (steps > LOOKS) return { fill: undefined, proven: false };
    }
  }
  return { fill: undefined, proven: whole };
}

const alike = (a: Crate, b: Crate) => a.insideL === b.insideL && a.limitKg === b.limitKg;

/** Whether crates have weight and room for all of it taken together. */
function holds(set: readonly Crate[], things: readonly Thing[]): boolean {
  const sum = (list: readonly number[]) => list.reduce((a, b) => a + b, 0);
  return (
    sum(things.map((t) => t.kg!)) <= sum(set.map((c) => c.limitKg)) + 1e-9 &&
    sum(things.map((t) => t.litres!)) <= sum(set.map((c) => c.insideL)) + 1e-9
  );
}

/** Every choice of so many crates; those that are alike count as one another. */
function* setsOf(crates: readonly Crate[], count: number): Generator<Crate[]> {
  if (count === 0) return yield [];
  const [first] = crates;
  if (!first) return;
  const twins = crates.filter((c) => alike(c, first));
  const others = crates.filter((c) => !alike(c, first));
  for (let n = Math.min(count, twins.length); n >= 0; n--)
    for (const rest of setsOf(others, count - n)) yield [...twins.slice(0, n), ...rest];
}
