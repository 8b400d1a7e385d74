import type { Script, ScriptItem } from '../script';
import type { Good, KitNeed } from '../show';
import type { Timetable } from '../timetable';

/** Kit is counted by how many are in use at one moment, turn-round included. */
export interface KitNeedTotal {
  goodId: string;
  name: string;
  peak: number;
  /** When the peak is first reached, seconds from curtain-up. */
  peakAtS: number;
  /** The items that meet there. */
  itemIds: string[];
  /** On the shelf, and what is brought on top. */
  onShelf: number;
  short: number;
}

/**
 * Peak of each kit good over the timetable. A use lasts from the first task that holds it (or its set-up, or its item)
 * to the end of its reset (or of the item), and the turn-round after it. What is brought on top of the shelf counts. Of a
 * vessel with places, needs with the same contents share pieces.
 */
export function kitTotals({ file, items }: Script, timetable: Timetable): KitNeedTotal[] {
  const uses = usesOf(items, timetable);
  return file.stock
    .filter((good) => good.sort === 'kit' && uses.has(good.id))
    .map((good) => {
      const top = peak(uses.get(good.id)!, good);
      const extra = file.show.extraKit?.find((e) => e.goodId === good.id)?.count ?? 0;
      const onShelf = good.onShelf + extra;
      return {
        goodId: good.id,
        name: good.name,
        peak: top.count,
        peakAtS: top.atS,
        itemIds: top.itemIds,
        onShelf,
        short: Math.max(0, top.count - onShelf),
      };
    });
}

/** One item's use of a good, before it is said how many pieces that takes. */
interface OneUse {
  itemId: string;
  need: KitNeed;
  fromS: number;
  toS: number;
}

function usesOf(items: readonly ScriptItem[], timetable: Timetable): Map<string, OneUse[]> {
  const uses = new Map<string, OneUse[]>();
  const startOf = new Map(timetable.items.map((i) => [i.itemId, i.startS]));
  const resetOf = new Map<string, number>();
  for (const { itemId, endS } of timetable.resets)
    resetOf.set(itemId, Math.max(endS, resetOf.get(itemId) ?? endS));
  const tasks = new Map(timetable.tasks.map((t) => [t.id, t.startS]));
  items.forEach(({ item, demo }, i) => {
    const planned = timetable.items[i]!;
    for (const need of demo?.kit ?? []) {
      const held = demo!.prep
        .filter((t) => t.holds?.includes(need.goodId))
        .map((t) => tasks.get(`${item.id}:${t.id}`)!);
      const use: OneUse = {
        itemId: item.id,
        need,
        fromS: Math.min(planned.startS, startOf.get(item.setUpIn ?? '') ?? Infinity, ...held),
        toS: Math.max(planned.endS, resetOf.get(item.id) ?? planned.endS) + need.turnRoundS,
      };
      const list = uses.get(need.goodId);
      if (list) list.push(use);
      else uses.set(need.goodId, [use]);
    }
  });
  return uses;
}

/** A piece in use: whole, or with what stands in some of its places. */
interface PieceInUse {
  contents: string | undefined;
  standing: { itemId: string; places: number; toS: number }[];
}

/**
 * The most pieces in use at once. Uses are gone through as they begin; one with places joins a piece with the same
 * contents that has room for it. It is highest at the start of some use, so only those moments are looked at.
 */
function peak(
  uses: readonly OneUse[],
  { places = 1 }: Good,
): { count: number; atS: number; itemIds: string[] } {
  let best = { count: 0, atS: 0, itemIds: [] as string[] };
  let inUse: PieceInUse[] = [];
  for (const { itemId, need, fromS, toS } of [...uses].sort((a, b) => a.fromS - b.fromS)) {
    inUse = inUse
      .map((piece) => ({ ...piece, standing: piece.standing.filter((s) => s.toS > fromS) }))
      .filter(({ standing }) => standing.length > 0);
    const contents = need.places === undefined ? undefined : (need.contents?.trim() ?? '');
    let left = contents === undefined ? need.count * places : need.places!;
    const lasts = Math.max(toS, fromS + 1);
    const joined = inUse.find(
      (piece) => contents !== undefined && piece.contents === contents && takenIn(piece) + left <= places,
    );
    if (joined) joined.standing.push({ itemId, places: left, toS: lasts });
    for (; !joined && left > 0; left -= places)
      inUse.push({ contents, standing: [{ itemId, places: Math.min(left, places), toS: lasts }] });
    if (inUse.length > best.count)
      best = {
        count: inUse.length,
        atS: fromS,
        itemIds: [...new Set(inUse.flatMap(({ standing }) => standing.map((s) => s.itemId)))],
      };
  }
  return best;
}

const takenIn = ({ standing }: PieceInUse) => standing.reduce((sum, { places }) => sum + places, 0);
