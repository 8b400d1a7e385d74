import fc from 'fast-check';
import { plan } from '../plan';
import type { ShowFile } from '../show';
import { demo, good, item, showOf, task } from '../testing/hall-show';

const totals = (file: ShowFile) => plan(file, { plays: 0 }).needs.kit;

const anyShow = fc
  .array(
    fc.record({
      count: fc.integer({ min: 1, max: 3 }),
      turnRoundS: fc.nat(400),
      lengthS: fc.integer({ min: 20, max: 300 }),
      prepS: fc.option(fc.integer({ min: 10, max: 300 })),
      resetS: fc.option(fc.integer({ min: 10, max: 300 })),
    }),
    { minLength: 1, maxLength: 6 },
  )
  .map((rows) =>
    showOf(
      rows.map((r, i) =>
        demo(`d${i}`, {
          kit: [{ goodId: 'flask', count: r.count, turnRoundS: r.turnRoundS }],
          prep: r.prepS === null ? [] : [task('p', { handsOnS: r.prepS, holds: ['flask'] })],
          ...(r.resetS !== null && {
            reset: { title: 'wipe', handsOnS: r.resetS, who: { kind: 'anyone' as const }, inView: false },
          }),
        }),
      ),
      rows.map((r, i) =>
        item(`d${i}`, { timing: { bestS: r.lengthS, likelyS: r.lengthS, worstS: r.lengthS } }),
      ),
      { stock: [good('flask', 'kit', 2)] },
    ),
  );

// Brute force: count what is in use in every second of the day.
test('the peak equals a sweep over every second', () => {
  fc.assert(
    fc.property(anyShow, (file) => {
      const { timetable, needs } = plan(file, { plays: 0 });
      const uses = file.show.items.map((entry, i) => {
        const planned = timetable.items[i]!;
        const kit = file.demos[i]!.kit[0]!;
        const prep = timetable.tasks.filter((t) => t.itemId === entry.id).map((t) => t.startS);
        const reset = timetable.resets.find((r) => r.itemId === entry.id)?.endS ?? planned.endS;
        return { from: Math.min(planned.startS, ...prep), to: reset + kit.turnRoundS, count: kit.count };
      });
      let most = 0;
      for (let s = -6000; s < 6000; s++) {
        const now = uses.filter((u) => u.from <= s && s < u.to).reduce((sum, u) => sum + u.count, 0);
        most = Math.max(most, now);
      }
      expect(needs.kit[0]!.peak).toBe(most);
      // Two on the shelf: uses wait for one another, and only one that wants three by itself is short.
      const alone = Math.max(...file.demos.map((d) => d.kit[0]!.count));
      expect(needs.kit[0]!.short).toBe(Math.max(0, alone - 2));
    }),
    { seed: 14, numRuns: 60 },
  );
});

test('kit nobody uses is not listed, and a clash that no waiting mends names who meets', () => {
  const soak = {
    kit: [{ goodId: 'flask', count: 1, turnRoundS: 0 }],
    prep: [task('soak', { beforeDoors: true, holds: ['flask'] })],
  };
  const file = showOf([demo('a', soak), demo('b', soak)], undefined, {
    stock: [good('flask', 'kit', 1), good('mop', 'kit', 1)],
  });
  expect(totals(file)).toMatchObject([{ goodId: 'flask', peak: 2, itemIds: ['i-a', 'i-b'], short: 1 }]);
  expect(plan(file, { plays: 0 }).findings.map((f) => f.code)).toEqual(
    expect.arrayContaining(['contradiction', 'kit-short']),
  );
});
