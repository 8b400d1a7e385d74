import fc from 'fast-check';
import { applyChange } from '../show';
import { script } from '../script';
import { instance } from '../testing/instances';
import { moved } from './moved';
import { plan } from './plan';

const FILE = instance(3, { items: 12, tasks: 20, people: 4, vessels: 2, inShowPct: 30 });
const LAST = plan(FILE, { plays: 0 }).timetable;

test('of the show as it was planned it is the timetable as it was', () => {
  expect({ ...moved(LAST, script(FILE)), provenBest: LAST.provenBest }).toEqual(LAST);
});

test('whatever is moved, the items stand in the new order, one after another, at their lengths', () => {
  const any = fc.nat(FILE.show.items.length - 1);
  fc.assert(
    fc.property(any, any, (from, toIndex) => {
      const itemId = FILE.show.items[from]!.id;
      const show = applyChange(FILE.show, { kind: 'move-item', itemId, toIndex });
      const { items, endS, resets } = moved(LAST, script({ ...FILE, show }));
      expect(items.map((i) => i.itemId)).toEqual(show.items.map((i) => i.id));
      items.forEach((item, i) => {
        const was = LAST.items.find((o) => o.itemId === item.itemId)!;
        expect(item.endS - item.startS).toBe(was.endS - was.startS);
        expect(item.startS - item.waitS).toBe(items[i - 1]?.endS ?? 0);
      });
      expect(endS).toBe(items.at(-1)!.endS);
      expect(resets).toHaveLength(LAST.resets.length);
    }),
    { seed: 5, numRuns: 60 },
  );
});

test('one that is taken out takes its work along; one that is new has its own length, one that is longer its new one', () => {
  const [first, second] = FILE.show.items;
  const without = applyChange(FILE.show, { kind: 'remove-items', itemIds: [first!.id] });
  const { items, tasks } = moved(LAST, script({ ...FILE, show: without }));
  expect(items[0]).toMatchObject({ itemId: second!.id, startS: 0 });
  expect(tasks.some((t) => t.itemId === first!.id)).toBe(false);

  const talk = {
    ...first!,
    id: 'new',
    kind: 'link' as const,
    timing: { bestS: 10, likelyS: 20, worstS: 30 },
  };
  delete talk.demoId;
  const longer = { ...second!, timing: { bestS: 999, likelyS: 999, worstS: 999 } };
  const show = { ...FILE.show, items: [talk, longer, ...FILE.show.items.slice(2)] };
  const next = moved(LAST, script({ ...FILE, show })).items;
  expect(next[0]).toMatchObject({ itemId: 'new', startS: 0, endS: 20 });
  expect(next[1]!.endS - next[1]!.startS).toBe(999);
});

test('one that has to begin at a time of day waits for it', () => {
  const items = FILE.show.items.map((item, i) => (i === 1 ? { ...item, at: '16:00' } : item));
  const scripted = script({ ...FILE, show: { ...FILE.show, items } });
  const [, second] = moved(LAST, scripted).items;
  expect(second!.startS).toBe(scripted.at('16:00'));
  expect(second!.waitS).toBe(second!.startS - LAST.items[0]!.endS);
});
