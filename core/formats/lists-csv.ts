import Papa from 'papaparse';
import { formatAmount } from '../quantities';
import type { BuyLine, Packing, Thing, TourShow } from '../supplies';
import { plainRow } from './cells';

const table = (rows: readonly object[]) => Papa.unparse(rows.map(plainRow));

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
  return table([
    ...crates.flatMap((c) => c.things.map((t) => row(c.name, t, ''))),
    ...alone.map((a) => row('by itself', a.thing, a.how)),
    ...loose.map((l) => row('loose', l.thing, l.why)),
  ]);
}

/** The shopping list as CSV, in the order of the screen: by supplier, then by the day to order. */
export const buyingCsv = (buying: readonly BuyLine[]): string =>
  table(
    buying.map((b) => ({
      supplier: b.supplier ?? '',
      what: b.name,
      short: formatAmount(b.amount, b.unit),
      packs: b.packs ?? '',
      about: b.cost === undefined ? '' : b.cost.toFixed(2),
      'order by': b.orderBy,
      late: b.late ? 'yes' : '',
      'or instead': b.substitutes ?? '',
      for: [...new Set(b.forShows.map((s) => s.title))].join('; '),
    })),
  );

/** The cost sheet as CSV: what each show to come uses up. */
export const costsCsv = (shows: readonly TourShow[]): string =>
  table(
    shows.map((s) => ({
      show: s.title,
      date: s.date,
      people: s.heads,
      'uses about': s.usesCost.toFixed(2),
      'a head': s.perHead === undefined ? '' : s.perHead.toFixed(2),
      'without a price': s.unpriced.join('; '),
    })),
  );
