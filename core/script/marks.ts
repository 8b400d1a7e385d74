import type { Demo, Item, Mark, MarkKind, Venue } from '../show';

/** A mark of the venue; one that it lacks and a demo asks for is thought of as there, with room for one thing. */
export interface PlacedMark extends Mark {
  lacking?: boolean;
}

/** Where a demo stands, and how many of the mark's spots it takes. */
export interface Standing {
  mark: PlacedMark;
  spots: number;
  /** The item names another mark, which is not here or is of another kind. */
  notAsNamed?: boolean;
  /** It wants more spots than any mark of its kind has. */
  tooFew?: boolean;
}

/** The marks of a venue as demos ask for them. */
export class Marks {
  /** In the order one walks the stage; those that the venue lacks come last. */
  readonly all: PlacedMark[];

  constructor({ marks }: Venue) {
    this.all = [...marks];
  }

  /** The first mark of a kind with so many spots; else the roomiest, else one thought of as there. */
  first(kind: MarkKind, spots = 1): PlacedMark {
    const ofKind = this.all.filter((mark) => mark.kind === kind);
    const fits = ofKind.find((mark) => mark.spots >= spots);
    if (fits) return fits;
    if (ofKind.length) return ofKind.reduce((a, b) => (b.spots > a.spots ? b : a));
    const taken = new Set(this.all.map(({ id }) => id));
    let id: string = kind;
    for (let n = 2; taken.has(id); n++) id = `${kind}-${n}`;
    const lacking: PlacedMark = { id, name: kind, kind, spots: 1, lacking: true };
    this.all.push(lacking);
    return lacking;
  }

  /** The mark an item names, where it is of the right kind; else the first that fits its demo. */
  standing({ markId }: Pick<Item, 'markId'>, { mark: kind, spots }: Pick<Demo, 'mark' | 'spots'>): Standing {
    const named = this.all.find((mark) => mark.id === markId && mark.kind === kind);
    const mark = named ?? this.first(kind, spots);
    return {
      mark,
      spots: Math.min(spots ?? mark.spots, mark.spots),
      ...(markId !== undefined && !named && { notAsNamed: true }),
      ...((spots ?? 1) > mark.spots && { tooFew: true }),
    };
  }
}
