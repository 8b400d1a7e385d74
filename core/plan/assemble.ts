import { clockToS, sinceCurtain, toClock } from '../quantities';
import {
  needed,
  SHOW_VERSION,
  type Demo,
  type DemoRecord,
  type Good,
  type OpenAction,
  type Pace,
  type Person,
  type Show,
  type ShowFile,
  type Venue,
} from '../show';
import { mayPlay, script } from '../script';
import { isCryogen, outWith, rounded, type LotStock } from '../supplies';

/** Everything the troupe has, from which the file of any show can be put together. */
export interface Library {
  demos: Demo[];
  venues: Venue[];
  people: Person[];
  goods: Good[];
  record: DemoRecord[];
  /** How much whole shows vary; absent where no server has counted yet. */
  pace?: Pace;
  actions: OpenAction[];
  /** The shelves, lot by lot. */
  lots: LotStock[];
  /** Shows that have a date in common with another. */
  sameDay: Show[];
}

/**
 * The file of a show: the show with just those documents its plan needs.
 * Undefined where its venue is not in the library.
 */
export function assemble(show: Show, library: Library): ShowFile | undefined {
  const venue = library.venues.find((v) => v.id === show.venueId);
  if (!venue) return undefined;
  const file = withDocuments(show, venue, library);
  return { ...file, ...elsewhere(file, library) };
}

function withDocuments(show: Show, venue: Venue, library: Library): ShowFile {
  const wants = needed(show, new Map(library.demos.map((d) => [d.id, d])));
  const hangsHere: Record<OpenAction['on'], (id: string) => boolean> = {
    demo: (id) => wants.demo.has(id),
    show: (id) => id === show.id,
    venue: (id) => id === venue.id,
    person: (id) => wants.person.has(id),
  };
  const cryogens = new Set(library.goods.filter(isCryogen).map((g) => g.id));
  // What is past its day by the show is not there for it, and cryogens never keep; what is out with this very show is.
  const shelf = new Map<string, number>();
  for (const stock of library.lots) {
    const { lot, shelf: left, goodUntil } = stock;
    if (!wants.good.has(lot.goodId)) continue;
    const here = !cryogens.has(lot.goodId) && (goodUntil === undefined || goodUntil >= show.date) ? left : 0;
    shelf.set(lot.goodId, rounded((shelf.get(lot.goodId) ?? 0) + here + outWith(stock, show.id)));
  }
  return {
    format: 'hearty-stage/show',
    version: SHOW_VERSION,
    show,
    demos: library.demos.filter((d) => wants.demo.has(d.id)),
    venue,
    crew: library.people.filter((p) => wants.person.has(p.id)),
    stock: library.goods
      .filter((g) => wants.good.has(g.id))
      .map((g) => ({ ...g, onShelf: shelf.get(g.id) ?? 0 })),
    record: library.record.filter((r) => wants.demo.has(r.demoId)),
    ...(library.pace && { pace: library.pace }),
    actions: library.actions.filter((a) => hangsHere[a.on](a.onId)),
  };
}

/** People needed in two shows at once, and the kit that both use; nothing where no show overlaps with this one. */
function elsewhere({ show, stock, venue }: ShowFile, library: Library): Pick<ShowFile, 'elsewhere'> {
  const { sameDay, venues } = library;
  const goods = new Set(stock.map((g) => g.id));
  const mine = hoursOf(show);
  const list = sameDay.flatMap((other) => {
    if (other.id === show.id || other.date !== show.date) return [];
    const its = hoursOf(other);
    if (its.fromS >= mine.toS || mine.fromS >= its.toS) return [];
    const personIds = show.crew
      .filter((place) =>
        other.crew.some((p) => {
          const [here, there] = [presenceOf(show, place), presenceOf(other, p)];
          return p.personId === place.personId && here.fromS < there.toS && there.fromS < here.toS;
        }),
      )
      .map((place) => place.personId);
    const file = withDocuments(other, venues.find((v) => v.id === other.venueId) ?? venue, library);
    const counts = new Map<string, number>();
    // As it is played there: in its variants, each demo of a choice, and with what is worn.
    for (const { kit } of script(file).items.flatMap(mayPlay))
      for (const { goodId, count } of kit)
        if (goods.has(goodId)) counts.set(goodId, Math.max(count, counts.get(goodId) ?? 0));
    const kit = [...counts].map(([goodId, count]) => ({ goodId, count }));
    if (!personIds.length && !kit.length) return [];
    return [
      {
        showId: other.id,
        title: other.title,
        from: toClock(its.fromS),
        to: toClock(its.toS),
        personIds,
        kit,
      },
    ];
  });
  return list.length ? { elsewhere: list } : {};
}

/** From the get-in until everyone is out, as far as that was said, in seconds after midnight. */
function hoursOf(show: Show): { fromS: number; toS: number } {
  const upS = clockToS(show.curtainUp);
  const fromS = clockToS(show.getIn);
  const outS = show.hardEnd === undefined ? 0 : upS + sinceCurtain(show.hardEnd, upS, fromS);
  return { fromS, toS: Math.max(upS + show.slotMin * 60, outS) };
}

function presenceOf(show: Show, { arrives, leaves }: Show['crew'][number]): { fromS: number; toS: number } {
  const upS = clockToS(show.curtainUp);
  const at = (clock: string) => upS + sinceCurtain(clock, upS, clockToS(show.getIn));
  return { fromS: at(arrives), toS: leaves === undefined ? hoursOf(show).toS : at(leaves) };
}
