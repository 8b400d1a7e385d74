import { formatAmount, inOrderOfName } from '../quantities';
import type { Script } from '../script';
import type { Crate, Good, StorageClass } from '../show';
import type { Timetable } from '../timetable';
import type { Needs } from './needs';
import { ALONE, separation } from './separations';

/** What one person may lift, kg. Common practice; each crate carries its own limit. */
export const LIFT_KG = 16;
/** Bottles and boxes take this much more room than what is in them. Common practice. */
const WRAPPING = 1.3;

/** Something to carry. Mass in kg and volume in litres of all of it; undefined where the stores do not know. */
export interface Thing {
  goodId: string;
  name: string;
  amount: number;
  words: string;
  sort: Good['sort'];
  storage: StorageClass;
  kg: number | undefined;
  litres: number | undefined;
  /** When the first of it is wanted, seconds from curtain-up. */
  firstS: number;
}

export interface PackedCrate {
  crateId: string;
  name: string;
  kg: number;
  litres: number;
  limitKg: number;
  insideL: number;
  /** From the bottom up: what is needed first lies on top. */
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
        words: good.unit === 'piece' ? `${amount} ×` : formatAmount(amount, good.unit),
        sort: good.sort,
        storage: good.storage ?? 'ordinary',
        ...sizeOf(good, amount),
        firstS: firstOf(goodId),
      },
    ];
  };
  return [
    ...needs.kit.flatMap((k) => thing(k.goodId, k.peak)),
    ...needs.consumables.flatMap((c) => thing(c.goodId, c.packed)),
  ];
}

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
 * Puts things into crates: within volume and weight, kept apart by storage class, and what is needed first where it
 * comes out first. Three orders of filling are tried, and the one that breaks fewest rules, leaves least behind and
 * fills fewest crates is taken; it does not claim that no better one exists. Pure.
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
  const tried = orders.map((order) => filled(order, crates));
  const cost = (p: Packing) => p.broken.length * 1e4 + p.loose.length * 100 + p.crates.length;
  return tried.reduce((best, p) => (cost(p) < cost(best) ? p : best));
}

function filled(things: readonly Thing[], crates: readonly Crate[]): Packing {
  const open = crates.map((crate) => ({ crate, things: [] as Thing[], kg: 0, litres: 0 }));
  const alone: Packing['alone'] = [];
  const loose: Packing['loose'] = [];
  const put = (to: (typeof open)[number], thing: Thing) => {
    to.things.push(thing);
    to.kg += thing.kg!;
    to.litres += thing.litres!;
  };
  for (const thing of things) {
    const how = ALONE[thing.storage];
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
  const used = open
    .filter((o) => o.things.length > 0)
    .map((o): PackedCrate => ({
      crateId: o.crate.id,
      name: o.crate.name,
      kg: o.kg,
      litres: o.litres,
      limitKg: o.crate.limitKg,
      insideL: o.crate.insideL,
      things: [...o.things].sort((a, b) => b.firstS - a.firstS || b.kg! - a.kg!),
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
  return { crates: used, alone, loose, broken };
}

const foesIn = (things: readonly Thing[], thing: Thing) =>
  things.filter((t) => separation(t.storage, thing.storage)).length;

const isPieces = (thing: Thing) => thing.words.endsWith('×');

/** How much of the thing the crate still takes, in the thing's amount. */
function roomFor({ crate, kg, litres }: { crate: Crate; kg: number; litres: number }, thing: Thing): number {
  const eachKg = thing.kg! / thing.amount;
  const eachL = thing.litres! / thing.amount;
  const slack = 1e-9;
  return Math.min(
    eachKg > 0 ? (crate.limitKg - kg + slack) / eachKg : Infinity,
    eachL > 0 ? (crate.insideL - litres + slack) / eachL : Infinity,
  );
}

const part = (thing: Thing, amount: number): Thing => ({
  ...thing,
  amount,
  words: `${amount} ×`,
  kg: (thing.kg! * amount) / thing.amount,
  litres: (thing.litres! * amount) / thing.amount,
});
