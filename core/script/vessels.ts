import type { Good, KitNeed } from '../show';

/** Of a vessel with places, what one need wants of it. */
interface Places {
  places: number;
  contents: string | undefined;
}

/** Needs that share their pieces, by their places in the list, and how many pieces that is. */
export interface Shared {
  needs: number[];
  pieces: number;
}

/**
 * Which needs of one vessel share pieces that hold `each` things: those that follow one another with the same contents,
 * while there is room for all of them at once; so no piece is ever fuller than it may be. Needs that want whole pieces
 * (undefined) share with nobody.
 */
function sharing(needs: readonly (Places | undefined)[], each: number): Shared[] {
  const groups: (Shared & { room: number; contents: string | undefined })[] = [];
  needs.forEach((need, i) => {
    const open = groups.at(-1);
    if (need && open && open.contents === need.contents && need.places <= open.room) {
      open.needs.push(i);
      open.room -= need.places;
      return;
    }
    const pieces = need ? Math.ceil(need.places / each) : 0;
    groups.push({
      needs: [i],
      pieces,
      room: need ? pieces * each - need.places : 0,
      contents: need?.contents,
    });
  });
  return groups.map(({ needs: of, pieces }) => ({ needs: of, pieces }));
}

/** The needs of one good, in the order of the show, as pieces of it are taken. */
export function sharedPieces(needs: readonly KitNeed[], good: Good | undefined): Shared[] {
  const each = good?.places;
  if (each === undefined) return needs.map(({ count }, i) => ({ needs: [i], pieces: count }));
  const places = needs.map((n) =>
    n.places === undefined ? undefined : { places: n.places, contents: n.contents?.trim() || undefined },
  );
  return sharing(places, each).map(({ needs: of, pieces }) => ({
    needs: of,
    pieces: pieces || needs[of[0]!]!.count,
  }));
}
