import { sharedPieces, type Script, type ScriptItem } from '../script';
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

interface Use {
  itemIds: string[];
  count: number;
  fromS: number;
  toS: number;
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
      const top = peak(inPieces(uses.get(good.id)!, good));
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
  const resetOf = new Map(timetable.resets.map((r) => [r.itemId, r.endS]));
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
        toS: (resetOf.get(item.id) ?? planned.endS) + need.turnRoundS,
      };
      const list = uses.get(need.goodId);
      if (list) list.push(use);
      else uses.set(need.goodId, [use]);
    }
  });
  return uses;
}

/** The uses of a good as pieces are taken. */
const inPieces = (uses: readonly OneUse[], good: Good): Use[] =>
  sharedPieces(
    uses.map((u) => u.need),
    good,
  ).map(({ needs, pieces }) => {
    const together = needs.map((i) => uses[i]!);
    return {
      itemIds: together.map((u) => u.itemId),
      count: pieces,
      fromS: Math.min(...together.map((u) => u.fromS)),
      toS: Math.max(...together.map((u) => u.toS)),
    };
  });

/** The use is highest at the start of some use, so only those moments are looked at. */
function peak(uses: Use[]): { count: number; atS: number; itemIds: string[] } {
  let best = { count: 0, atS: 0, itemIds: [] as string[] };
  for (const { fromS: atS } of [...uses].sort((a, b) => a.fromS - b.fromS)) {
    const open = uses.filter((u) => u.fromS <= atS && atS < Math.max(u.toS, u.fromS + 1));
    const count = open.reduce((sum, u) => sum + u.count, 0);
    if (count > best.count) best = { count, atS, itemIds: open.flatMap((u) => u.itemIds) };
  }
  return best;
}
