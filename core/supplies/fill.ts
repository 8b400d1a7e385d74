import type { Crate, Good, StorageClass } from '../show';
import { separation } from './separations';

/** Something to carry. Mass in kg and volume in litres of all of it; undefined where the stores do not know. */
export interface Thing {
  goodId: string;
  name: string;
  amount: number;
  words: string;
  sort: Good['sort'];
  storage: StorageClass;
  fragile?: boolean;
  long?: boolean;
  kg: number | undefined;
  litres: number | undefined;
  /** When the first of it is wanted, seconds from curtain-up. */
  firstS: number;
}

/** A crate and what is in it so far. */
export interface Fill {
  crate: Crate;
  things: Thing[];
  kg: number;
  litres: number;
}

export function put(to: Fill, thing: Thing): void {
  to.things.push(thing);
  to.kg += thing.kg!;
  to.litres += thing.litres!;
}

export const foesIn = (things: readonly Thing[], thing: Thing) =>
  things.filter((t) => separation(t.storage, thing.storage)).length;

export const isPieces = (thing: Thing) => thing.words.endsWith('×');

/** How much of the thing the crate still takes, in the thing's amount. */
export function roomFor({ crate, kg, litres }: Omit<Fill, 'things'>, thing: Thing): number {
  const eachKg = thing.kg! / thing.amount;
  const eachL = thing.litres! / thing.amount;
  const slack = 1e-9;
  return Math.min(
    eachKg > 0 ? (crate.limitKg - kg + slack) / eachKg : Infinity,
    eachL > 0 ? (crate.insideL - litres + slack) / eachL : Infinity,
  );
}

export const part = (thing: Thing, amount: number): Thing => ({
  ...thing,
  amount,
  words: `${amount} ×`,
  kg: (thing.kg! * amount) / thing.amount,
  litres: (thing.litres! * amount) / thing.amount,
});
