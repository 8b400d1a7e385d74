import type { Demo, Item, ShowFile } from '../core/show';
import { shuffled } from '../core/testing/instances';
import { play } from '../server/demo-data/build';
import * as cold from '../server/demo-data/demos-cold';
import * as dry from '../server/demo-data/demos-dry';
import * as more from '../server/demo-data/demos-more';
import * as wet from '../server/demo-data/demos-wet';
import { goods } from '../server/demo-data/goods';
import { people, shows, venues } from '../server/demo-data/shows';

/** Every demo of the made-up troupe played twice in one show, in an order of the seed's. */
export function troupe(seed: number): ShowFile {
  const demos = [wet, dry, cold, more].flatMap((shelf) => Object.values(shelf) as Demo[]);
  const items = [...demos, ...demos].map((demo, i): Item => ({ ...play(demo), id: `i${i}` }));
  const show = shows(new Date('2026-12-01T12:00:00'))[0]!;
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
