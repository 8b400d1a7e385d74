import Papa from 'papaparse';
import type { Packing, Thing } from '../supplies';

/** The packing list as CSV (RFC 4180): a row for each thing, crates in the order of loading, each from the bottom up. */
export function packingCsv({ crates, alone, loose }: Packing): string {
  const row = (where: string, t: Thing, how: string) => ({
    where,
    what: t.name,
    amount: t.words,
    kg: t.kg === undefined ? '' : t.kg.toFixed(2),
    litres: t.litres === undefined ? '' : t.litres.toFixed(1),
    'keep apart as': t.storage,
    how,
  });
  return Papa.unparse([
    ...crates.flatMap((c) => c.things.map((t) => row(c.name, t, ''))),
    ...alone.map((a) => row('by itself', a.thing, a.how)),
    ...loose.map((l) => row('loose', l.thing, l.why)),
  ]);
}
