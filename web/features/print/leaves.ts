import type { Timetable } from '@hearty/core';
import type { Ribbon } from '../plan/ribbon/ribbon';

/** A stretch of the ribbon that stands on one page, in its pixels. */
interface Leaf {
  fromY: number;
  toY: number;
}

/** Labels hang over the edges of a ribbon by so much. */
export const EDGE_PX = 22;

/**
 * The ribbon cut into pages of `room` pixels, each cut between two items so that none is cut through; an item taller
 * than a page is cut after all. The last page is never a mere strip: what is left is shared with the page before.
 */
export function leavesOf(
  { items }: Timetable,
  { time, height }: Pick<Ribbon, 'time' | 'height'>,
  room: number,
): Leaf[] {
  const cuts = items.map((i) => time.y(i.startS) - 1).filter((y) => y > 0 && y < height);
  const leaves: Leaf[] = [];
  const afterAll = items.length > 0 ? time.y(items.at(-1)!.endS) : 0;
  let fromY = -EDGE_PX;
  const endY = height + EDGE_PX;
  while (endY - fromY > room) {
    const left = endY - fromY;
    // Two pages are left: halves, rather than a full one and a strip.
    const most = fromY + (left < 2 * room ? Math.max(left / 2, room * 0.6) : room);
    const last = (from: number, to: number) =>
      // Below the last item a page may end anywhere.
      to > afterAll && to < endY ? to : cuts.findLast((y) => y > from && y <= to);
    const toY =
      last(fromY + room * 0.3, most) ??
      last(most, fromY + room) ??
      // Before an item as tall as a page, a page may be short.
      last(fromY, most) ??
      fromY + room;
    leaves.push({ fromY, toY });
    fromY = toY;
  }
  leaves.push({ fromY, toY: endY });
  return leaves;
}
