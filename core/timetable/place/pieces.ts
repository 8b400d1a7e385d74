import type { Scarce } from '../work';

/** One piece: which use holds each of its places (−1: none yet), what is in it, and who held it before that went in. */
export interface Piece {
  readonly held: readonly number[];
  readonly contents: string | undefined;
  readonly before: readonly number[];
}

/** Pieces as a use leaves them, and the earlier uses that it waits for. */
export interface Taking {
  units: readonly number[];
  pieces: readonly Piece[];
  waitsFor: readonly number[];
}

/** Every way to take the pieces, the soonest free first; `whole` is false where some were left out. */
export interface Takings {
  takings: Taking[];
  whole: boolean;
}

/** Of a thing with more pieces than this, a use takes the soonest free ones and no other choice is looked at. */
const MANY = 6;

export const unused = ({ units, places }: Scarce): Piece[] =>
  Array.from({ length: units }, () => ({
    held: new Array<number>(places).fill(-1),
    contents: undefined,
    before: [],
  }));

/**
 * The ways in which a use may take its pieces. `freeAt` says when a use is over, on any scale. A use with places stands
 * in as few pieces as it can: beside the same contents while there is room, then where the same contents are over; a
 * piece with other contents is taken once all in it are over.
 */
export function takingsOf(
  scarce: Scarce,
  pieces: readonly Piece[],
  use: number,
  freeAt: (use: number) => number,
): Takings {
  if (scarce.places === 1 && pieces.length <= MANY && (scarce.uses[use]!.count ?? 0) === 1)
    return { takings: singles(pieces, use, freeAt), whole: true };
  const { count, places, contents = '' } = scarce.uses[use]!;
  const inPlaces = places !== undefined;
  const needed = inPlaces ? Math.ceil(places / scarce.places) : count!;
  const rest = inPlaces ? places - (needed - 1) * scarce.places : scarce.places;
  const own = inPlaces ? contents : undefined;
  const size = needed === 1 ? rest : scarce.places;
  const few = pieces.length <= MANY && scarce.places <= MANY;
  const taken = pieces.flatMap((piece, unit) => {
    const ways = waysInto(piece, own, size, freeAt);
    return (few ? ways : ways.slice(0, 1)).map((way) =>
      oneTaken(piece, unit, use, way, { contents: own, freeAt }),
    );
  });
  const order = taken.sort((a, b) => a.freeS - b.freeS || a.unit - b.unit);
  // Pieces that were last held by the same uses are as good as one another.
  const keyOf = (one: OneTaken) => `${stateOf(pieces[one.unit]!)}:${one.places.join()}`;
  const sets = few ? combinations(order, needed).filter(isOfDifferentPieces) : [order.slice(0, needed)];
  const chosen = firstOfEach(sets, (set) => set.map(keyOf).join('|'));
  return {
    takings: chosen.map((set) => ({
      units: set.map((t) => t.unit),
      pieces: set.map((t) => t.piece),
      waitsFor: [...new Set(set.flatMap((t) => t.waitsFor))],
    })),
    // Things that could be spread over more pieces than they must are not.
    whole: few && !(inPlaces && places > 1 && pieces.length > 1),
  };
}

/** The same of one piece that holds one thing, as most do: millions of looks a search. */
function singles(pieces: readonly Piece[], use: number, freeAt: (use: number) => number): Taking[] {
  const after: Piece = { held: [use], contents: undefined, before: [] };
  const found: { freeS: number; taking: Taking }[] = [];
  const seen = new Set<number>();
  pieces.forEach(({ held }, unit) => {
    const user = held[0]!;
    if (seen.has(user)) return;
    seen.add(user);
    const waitsFor = user < 0 ? [] : [user];
    found.push({
      freeS: user < 0 ? -Infinity : freeAt(user),
      taking: { units: [unit], pieces: [after], waitsFor },
    });
  });
  return found
    .sort((a, b) => a.freeS - b.freeS || a.taking.units[0]! - b.taking.units[0]!)
    .map((f) => f.taking);
}

interface OneTaken {
  unit: number;
  piece: Piece;
  /** Which of its places. */
  places: readonly number[];
  waitsFor: readonly number[];
  freeS: number;
}

/** The places of a piece that a use may take, the soonest free first: all of it, or room beside the same contents. */
function waysInto(
  { held, contents }: Piece,
  wanted: string | undefined,
  size: number,
  freeAt: (use: number) => number,
): number[][] {
  const all = held.map((_, place) => place);
  if (wanted === undefined || wanted !== contents) return [wanted === undefined ? all : all.slice(0, size)];
  const soonest = (place: number) => (held[place]! < 0 ? -Infinity : freeAt(held[place]!));
  const order = all.sort((a, b) => soonest(a) - soonest(b) || a - b);
  const users = (places: readonly number[]) => places.map((place) => held[place]!).join();
  return firstOfEach(combinations(order, size), users);
}

function oneTaken(
  piece: Piece,
  unit: number,
  use: number,
  places: readonly number[],
  { contents, freeAt }: { contents: string | undefined; freeAt: (use: number) => number },
): OneTaken {
  const joins = contents !== undefined && contents === piece.contents;
  const left = joins ? usersOf(places.map((place) => piece.held[place]!)) : usersOf(piece.held);
  const waitsFor = joins ? [...new Set([...piece.before, ...left])] : left;
  return {
    unit,
    places,
    piece: {
      held: piece.held.map((user, place) => (places.includes(place) ? use : joins ? user : -1)),
      contents,
      before: joins ? piece.before : left,
    },
    waitsFor,
    freeS: waitsFor.reduce((at, user) => Math.max(at, freeAt(user)), -Infinity),
  };
}

const isOfDifferentPieces = (set: readonly OneTaken[]) => new Set(set.map((t) => t.unit)).size === set.length;

const usersOf = (held: readonly number[]): number[] => {
  const [first] = held;
  if (held.length === 1) return first! < 0 ? [] : [first!];
  return [...new Set(held)].filter((user) => user >= 0);
};

const stateOf = ({ held, contents, before }: Piece): string | number =>
  contents === undefined && held.length === 1
    ? held[0]!
    : `${held.join()};${contents ?? ''};${before.join()}`;

function firstOfEach<T>(list: readonly T[], keyOf: (entry: T) => string | number): T[] {
  const seen = new Set<string | number>();
  return list.filter((entry) => {
    const key = keyOf(entry);
    return !seen.has(key) && seen.add(key);
  });
}

/** Every way to take `count` of a list, the first ones first. */
function combinations<T>(list: readonly T[], count: number): T[][] {
  if (count === 0) return [[]];
  if (list.length < count) return [];
  const [first, ...rest] = list;
  return [...combinations(rest, count - 1).map((c) => [first!, ...c]), ...combinations(rest, count)];
}
