import type { ShowFile } from '../show';
import type { Timetable } from '../timetable/types';

/** Kit is counted by how many are in use at one moment, turn-round included. */
export interface KitNeedTotal {
  goodId: string;
  name: string;
  peak: number;
  /** When the peak is first reached, seconds from curtain-up. */
  peakAtS: number;
  /** The items that meet there. */
  itemIds: string[];
  onShelf: number;
  short: number;
}

interface Use {
  itemId: string;
  count: number;
  fromS: number;
  toS: number;
}

/**
 * Peak of each kit good over the timetable. A use lasts from its item's first preparation (or start) to the end of
 * its reset (or of the item), and the turn-round after it.
 */
export function kitTotals(file: ShowFile, timetable: Timetable): KitNeedTotal[] {
  return file.stock
    .filter((good) => good.sort === 'kit')
    .flatMap((good) => {
      const uses = usesOf(file, timetable, good.id);
      if (uses.length === 0) return [];
      const top = peak(uses);
      const short = Math.max(0, top.count - good.onShelf);
      return [
        {
          goodId: good.id,
          name: good.name,
          peak: top.count,
          peakAtS: top.atS,
          itemIds: top.itemIds,
          onShelf: good.onShelf,
          short,
        },
      ];
    });
}

function usesOf(file: ShowFile, timetable: Timetable, goodId: string): Use[] {
  const demos = new Map(file.demos.map((d) => [d.id, d]));
  return file.show.items.flatMap((item, i) => {
    const kit = item.demoId ? (demos.get(item.demoId)?.kit ?? []) : [];
    const planned = timetable.items[i]!;
    const prep = timetable.tasks.filter((t) => t.itemId === item.id).map((t) => t.startS);
    const reset = timetable.resets.find((r) => r.itemId === item.id);
    return kit
      .filter((k) => k.goodId === goodId)
      .map((k) => ({
        itemId: item.id,
        count: k.count,
        fromS: Math.min(planned.startS, ...prep),
        toS: (reset?.endS ?? planned.endS) + k.turnRoundS,
      }));
  });
}

/** The use is highest at the start of some use, so only those moments are looked at. */
function peak(uses: Use[]): { count: number; atS: number; itemIds: string[] } {
  let best = { count: 0, atS: 0, itemIds: [] as string[] };
  for (const { fromS: atS } of [...uses].sort((a, b) => a.fromS - b.fromS)) {
    const open = uses.filter((u) => u.fromS <= atS && atS < Math.max(u.toS, u.fromS + 1));
    const count = open.reduce((sum, u) => sum + u.count, 0);
    if (count > best.count) best = { count, atS, itemIds: open.map((u) => u.itemId) };
  }
  return best;
}
