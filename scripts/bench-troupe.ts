import type { Item, ShowFile } from '../core/show';
import { shuffled } from '../core/testing/instances';
import { play, troupeDocuments } from '../server/demo-data/troupe';

/** Every demo of the made-up troupe played twice in one show, in an order of the seed's. */
export function troupe(seed: number): ShowFile {
  const { demos, goods, people, shows, venues } = troupeDocuments(new Date('2026-12-01T12:00:00'));
  const items = [...demos, ...demos].map((demo, i): Item => ({ ...play(demo), id: `i${i}` }));
  const show = shows[0]!;
  return {
    format: 'hearty-stage/show',
    version: 2,
    show: { ...show, slotMin: 600, items: shuffled(items, seed) },
    demos,
    venue: venues.find((v) => v.id === show.venueId)!,
    crew: people,
    stock: goods,
    record: [],
  };
}
