import { formatAmount, inOrderOfName } from '../quantities';
import type { Script } from '../script';
import type { Crate, Good } from '../show';
import type { Timetable } from '../timetable';
import type { Needs } from './needs';
import { fewestCrates } from './fewest-crates';
import { foesIn, isPieces, part, put, roomFor, type Fill, type Thing } from './fill';
import { ALONE, separation } from './separations';
import { rounded } from './spread';

/** What one person may lift, kg. Common practice; each crate carries its own limit. */
export const LIFT_KG = 16;
/** Bottles and boxes take this much more room than what is in them. Common practice. */
const WRAPPING = 1.3;

export interface PackedCrate {
  crateId: string;
  name: string;
  kg: number;
  litres: number;
  limitKg: number;
  insideL: number;
  /** From the bottom up: heavy things low, fragile ones on top, and among those what is needed first above. */
  things: Thing[];
  firstS: number;
}

export interface Packing {
  /** In the order of loading: what is needed first goes in last and comes out first. */
  crates: PackedCrate[];
  /** By itself, and how. */
  alone: { thing: Thing; how: string }[];
  /** Whose size is not known, and what no crate has room for. */
  loose: { thing: Thing; why: string }[];
  /** Whether it is sure that no fewer crates would do. */
  proven: boolean;
  /** Rules that could not be kept. */
  broken: { crate: string; a: string; b: string; why: string }[];
}

/** Everything a show carries, with its size where the stores know it. Pure. */
export function thingsOf({ items, goods }: Script, timetable: Timetable, needs: Needs): Thing[] {
  const firstOf = (goodId: string) => {
    const firsts = items.flatMap(({ item, demo }, i) => {
      const named = [...(demo?.kit ?? []), ...(demo?.consumables ?? [])].some((n) => n.goodId === goodId);
      if (!named) return [];
      const tasks = timetable.tasks.filter((t) => t.itemId === item.id).map((t) => t.startS);
      return [Math.min(timetable.items[i]!.startS, ...tasks)];
    });
    return Math.min(...firsts);
  };
  const thing = (goodId: string, amount: number): Thing[] => {
    const good = goods.get(goodId);
    if (!good || amount <= 0) return [];
    return [
      {
        goodId,
        name: good.name,
        amount,
        words:
          good.unit === 'piece' ? `${amount} ×` : formatAmount(amount, good.unit) + inPacks(good, amount),
        sort: good.sort,
        storage: good.storage ?? 'ordinary',
        ...(good.fragile && { fragile: true }),
        ...(good.long && { long: true }),
        ...sizeOf(good, carriedOf(good, amount)),
        firstS: firstOf(goodId),
      },
    ];
  };
  return [
    ...needs.kit.flatMap((k) => thing(k.goodId, k.peak)),
    ...needs.consumables.flatMap((c) => thing(c.goodId, c.packed)),
  ];
}

/** Bottles and bags are carried whole, whatever is used of them; what has no pack, and cryogen, by what is taken. */
const carriedOf = ({ unit, packAmount, storage }: Good, amount: number): number =>
  unit === 'piece' || packAmount === undefined || storage === 'cryogen'
    ? amount
    : Math.ceil(rounded(amount / packAmount)) * packAmount;

const inPacks = (good: Good, amount: number): string => {
  const carried = carriedOf(good, amount);
  return carried > amount ? ` of ${formatAmount(carried, good.unit)}` : '';
};

function sizeOf(good: Good, amount: number): Pick<Thing, 'kg' | 'litres'> {
  const { unit, densityGPerML, pieceG, pieceL } = good;
  if (unit === 'g')
    return {
      kg: amount / 1000,
      litres: densityGPerML === undefined ? undefined : (amount / 1000 / densityGPerML) * WRAPPING,
    };
  if (unit === 'mL')
    return {
      kg: densityGPerML === undefined ? undefined : (amount / 1000) * densityGPerML,
      litres: (amount / 1000) * WRAPPING,
    };
  return {
    kg: pieceG === undefined ? undefined : (amount * pieceG) / 1000,
    litres: pieceL === undefined ? undefined : amount * pieceL,
  };
}

/**
 * Puts things into crates: within volume and weight, kept apart by storage class, heavy low and fragile on top. Three
 * orders of filling are tried; where a search through all ways finds one with fewer crates, or one that breaks no rule
 * where those did, it is taken. `proven` says whether that search went through them all. Pure.
 */
export function packing(things: readonly Thing[], crates: readonly Crate[]): Packing {
  const byNeed = [...things].sort(
    (a, b) => a.firstS - b.firstS || (b.kg ?? 0) - (a.kg ?? 0) || inOrderOfName(a.name, b.name),
  );
  const foes = (t: Thing) => things.filter((o) => separation(t.storage, o.storage)).length;
  const orders = [
    byNeed,
    [...byNeed].sort((a, b) => foes(b) - foes(a)),
    [...byNeed].sort((a, b) => (b.litres ?? 0) - (a.litres ?? 0)),
  ];
  const packings = orders.map((order) => filled(order, crates));
  const cost = (p: Packing) => p.broken.length * 1e4 + p.loose.length * 100 + p.crates.length;
  const best = packings.reduce((best, p) => (cost(p) < cost(best) ? p : best));
  const inCrates = things.filter((t) => inCrate(t));
  const clean = best.broken.length === 0 && best.loose.every(({ thing }) => !inCrate(thing));
  const { fill, proven } = fewestCrates(inCrates, crates, clean ? best.crates.length : crates.length + 1);
  return {
    ...(fill ? { ...best, loose: best.loose.filter((l) => !inCrate(l.thing)), ...laid(fill) } : best),
    proven: proven && (clean || !!fill),
  };
}

/** Whether something goes into a crate, as far as is known. */
const inCrate = (t: Thing) => howAlone(t) === undefined && t.kg !== undefined && t.litres !== undefined;

/** What travels outside the crates, and how. */
const howAlone = ({ storage, long }: Thing): string | undefined =>
  ALONE[storage] ?? (long ? 'beside the crates: it is too long for one' : undefined);

function filled(things: readonly Thing[], crates: readonly Crate[]): Packing {
  const open = crates.map((crate): Fill => ({ crate, things: [], kg: 0, litres: 0 }));
  const alone: Packing['alone'] = [];
  const loose: Packing['loose'] = [];
  for (const thing of things) {
    const how = howAlone(thing);
    if (how) {
      alone.push({ thing, how });
      continue;
    }
    if (thing.kg === undefined || thing.litres === undefined) {
      loose.push({ thing, why: 'its weight or size is not in the stores' });
      continue;
    }
    let rest: Thing | undefined = thing;
    // First where all of it is in good company, then piece by piece, then wherever there is room.
    for (const company of ['good', 'any'] as const) {
      const candidates = open.filter((o) => company === 'any' || foesIn(o.things, rest!) === 0);
      if (company === 'any') candidates.sort((a, b) => foesIn(a.things, thing) - foesIn(b.things, thing));
      const whole = candidates.find((o) => roomFor(o, rest!) >= rest!.amount);
      if (whole) {
        put(whole, rest);
        rest = undefined;
        break;
      }
      for (const o of candidates) {
        const count: number = Math.min(rest.amount, Math.floor(roomFor(o, rest)));
        if (count < 1 || !isPieces(rest)) continue;
        put(o, part(rest, count));
        rest = count < rest.amount ? part(rest, rest.amount - count) : undefined;
        if (!rest) break;
      }
      if (!rest) break;
    }
    if (rest) loose.push({ thing: rest, why: 'no crate has room for it' });
  }
  return { ...laid(open), alone, loose, proven: false };
}

/** One piece heavier than this lies low, in kg. Common practice. */
const HEAVY_KG = 2;
const layer = (t: Thing) =>
  t.fragile ? 2 : t.kg! / Math.max(1, isPieces(t) ? t.amount : 1) >= HEAVY_KG ? 0 : 1;

/** Filled crates as they are loaded, and the rules they break. */
function laid(open: readonly Fill[]): Pick<Packing, 'crates' | 'broken'> {
  const used = open
    .filter((o) => o.things.length > 0)
    .map((o): PackedCrate => ({
      crateId: o.crate.id,
      name: o.crate.name,
      kg: o.kg,
      litres: o.litres,
      limitKg: o.crate.limitKg,
      insideL: o.crate.insideL,
      things: [...o.things].sort((a, b) => layer(a) - layer(b) || b.firstS - a.firstS || b.kg! - a.kg!),
      firstS: Math.min(...o.things.map((t) => t.firstS)),
    }))
    .sort((a, b) => b.firstS - a.firstS || inOrderOfName(a.name, b.name));
  const broken = used.flatMap((crate) =>
    crate.things.flatMap((a, i) =>
      crate.things.slice(i + 1).flatMap((b) => {
        const rule = separation(a.storage, b.storage);
        return rule ? [{ crate: crate.name, a: a.name, b: b.name, why: rule.why }] : [];
      }),
    ),
  );
  return { crates: used, broken };
}
