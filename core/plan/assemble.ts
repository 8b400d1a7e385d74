import {
  needed,
  type Demo,
  type DemoRecord,
  type Good,
  type OpenAction,
  type Person,
  type Show,
  type ShowFile,
  type Venue,
} from '../show';
import { outWith, rounded, type LotStock } from '../supplies';

/** Everything the troupe has, from which the file of any show can be put together. */
export interface Library {
  demos: Demo[];
  venues: Venue[];
  people: Person[];
  goods: Good[];
  record: DemoRecord[];
  actions: OpenAction[];
  /** The shelves, lot by lot. */
  lots: LotStock[];
}

/**
 * The file of a show: the show with just those documents its plan needs.
 * Undefined where its venue is not in the library.
 */
export function assemble(show: Show, library: Library): ShowFile | undefined {
  const venue = library.venues.find((v) => v.id === show.venueId);
  if (!venue) return undefined;
  const wants = needed(show, new Map(library.demos.map((d) => [d.id, d])));
  const hangsHere: Record<OpenAction['on'], (id: string) => boolean> = {
    demo: (id) => wants.demo.has(id),
    show: (id) => id === show.id,
    venue: (id) => id === venue.id,
  };
  // What is past its day by the show is not there for it; what is out with this very show is.
  const shelf = new Map<string, number>();
  for (const of of library.lots) {
    const { lot, shelf: left, goodUntil } = of;
    if (!wants.good.has(lot.goodId)) continue;
    const here = goodUntil === undefined || goodUntil >= show.date ? left : 0;
    shelf.set(lot.goodId, rounded((shelf.get(lot.goodId) ?? 0) + here + outWith(of, show.id)));
  }
  return {
    format: 'hearty-stage/show',
    version: 1,
    show,
    demos: library.demos.filter((d) => wants.demo.has(d.id)),
    venue,
    crew: library.people.filter((p) => wants.person.has(p.id)),
    stock: library.goods
      .filter((g) => wants.good.has(g.id))
      .map((g) => ({ ...g, onShelf: shelf.get(g.id) ?? 0 })),
    record: library.record.filter((r) => wants.demo.has(r.demoId)),
    actions: library.actions.filter((a) => hangsHere[a.on](a.onId)),
  };
}
