import { plan, script, type ShowFile } from '@hearty/core';
import fc from 'fast-check';
import { instance } from '../../../core/testing/instances';
import { scaleOf } from '../plan/scale';
import { EDGE_PX, leavesOf } from './leaves';

const scored = (file: ShowFile) => {
  const { timetable } = plan(file, { plays: 0 });
  return { timetable, scale: scaleOf(timetable, 900, 1, script(file).upS) };
};
const shows = [1, 9, 40].map((items) =>
  scored(instance(items, { items, tasks: items, people: 3, vessels: 1, inShowPct: 20 })),
);

test('the pages of a score follow on one another, hold all of it, and none is higher than there is room', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...shows),
      fc.integer({ min: 300, max: 2000 }),
      ({ timetable, scale }, room) => {
        const leaves = leavesOf(timetable, scale, room);
        expect(leaves[0]!.fromY).toBe(-EDGE_PX);
        expect(leaves.at(-1)!.toY).toBe(scale.height + EDGE_PX);
        leaves.forEach(({ fromY, toY }, i) => {
          expect(toY - fromY).toBeLessThanOrEqual(room);
          if (i > 0) expect(fromY).toBe(leaves[i - 1]!.toY);
          // No page is a mere strip, but before an item that wants most of a page.
          const tall = timetable.items.some(
            (item) => scale.y(item.endS) - scale.y(item.startS) > room * 0.3 && scale.y(item.endS) > toY,
          );
          if (leaves.length > 1 && !tall) expect(toY - fromY).toBeGreaterThan(room * 0.2);
        });
        // No item that fits a page is cut by one.
        for (const item of timetable.items) {
          const [top, bottom] = [scale.y(item.startS), scale.y(item.endS)];
          if (bottom - top < room * 0.3)
            for (const { toY } of leaves.slice(0, -1)) expect(top < toY - 1 && toY + 1 < bottom).toBe(false);
        }
      },
    ),
    { seed: 3, numRuns: 200 },
  );
});
