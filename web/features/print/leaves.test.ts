import { plan, script, type ShowFile } from '@hearty/core';
import fc from 'fast-check';
import { instance } from '../../../core/testing/instances';
import { ribbonOf } from '../plan/ribbon/ribbon';
import { EDGE_PX, leavesOf } from './leaves';

const scored = (file: ShowFile) => {
  const { timetable } = plan(file, { plays: 0 });
  const linesOf = (text: string) => Math.ceil(text.length / 30);
  const room = { width: 700, height: 900, zoom: 1, linesOf, before: true };
  const ribbon = ribbonOf({ script: script(file), timetable, bands: null, findings: [] }, room);
  return { timetable, ribbon };
};
const shows = [1, 9, 40].map((items) =>
  scored(instance(items, { items, tasks: items, people: 3, vessels: 1, inShowPct: 20 })),
);

test('the pages of a score follow on one another, hold all of it, and none is higher than there is room', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...shows),
      fc.integer({ min: 300, max: 2000 }),
      ({ timetable, ribbon }, room) => {
        const leaves = leavesOf(timetable, ribbon, room);
        expect(leaves[0]!.fromY).toBe(-EDGE_PX);
        expect(leaves.at(-1)!.toY).toBe(ribbon.height + EDGE_PX);
        leaves.forEach(({ fromY, toY }, i) => {
          expect(toY - fromY).toBeLessThanOrEqual(room + 1e-6);
          if (i > 0) expect(fromY).toBe(leaves[i - 1]!.toY);
          // No page is a mere strip, but before an item that wants most of a page.
          const tall = timetable.items.some(
            (item) =>
              ribbon.time.y(item.endS) - ribbon.time.y(item.startS) > room * 0.3 &&
              ribbon.time.y(item.endS) > toY,
          );
          if (leaves.length > 1 && !tall) expect(toY - fromY).toBeGreaterThan(room * 0.2);
        });
        // No item that fits a page is cut by one.
        for (const item of timetable.items) {
          const [top, bottom] = [ribbon.time.y(item.startS), ribbon.time.y(item.endS)];
          if (bottom - top < room * 0.3)
            for (const { toY } of leaves.slice(0, -1)) expect(top < toY - 1 && toY + 1 < bottom).toBe(false);
        }
      },
    ),
    { seed: 3, numRuns: 200 },
  );
});
