import { applyChange } from '../show';
import type { ShowFile } from '../show';
import { instance } from '../testing/instances';
import { truthCase } from '../testing/truth-case';
import { sized } from '../testing/long';
import { plan } from './index';

/** A cut is judged by planning and playing the show without it: nothing of the forecast's own replay. */

const PLAYS = 2000;
const bandsOf = (file: ShowFile) => plan(file, { plays: PLAYS, fixes: false }).bands!;
const without = (file: ShowFile, itemIds: string[]): ShowFile => ({
  ...file,
  show: applyChange(file.show, { kind: 'remove-items', itemIds }),
});

test('what an item fixed to an hour would wait for anyway is not offered as saved', () => {
  const file = truthCase('cut-fixed');
  const { cuts } = bandsOf(file);
  if (cuts) expect(bandsOf(without(file, cuts.itemIds)).withinSlot).toBeGreaterThan(0.85);
});

test('the wait that an item causes goes with it: the item of less worth is enough', () => {
  const file = truthCase('cut-wait');
  const { cuts } = bandsOf(file);
  expect(cuts).toMatchObject({ itemIds: ['i-b'], worth: 1 });
  expect(Math.abs(bandsOf(without(file, cuts!.itemIds)).withinSlot - cuts!.withinSlot)).toBeLessThan(0.03);
});

test('a cut does for the odds what it says, on shows of every sort', () => {
  const shows = Array.from({ length: sized(16, 200) }, (_, seed) => {
    const file = instance(seed + 1, { items: 6, tasks: 6, people: 2, vessels: 2, inShowPct: 40 });
    const endS = plan(file, { plays: 0, fixes: false }).timetable.endS;
    const items = file.show.items.map((item, i) => ({ ...item, worth: 1 + ((i * 3) % 4) }));
    return { ...file, show: { ...file.show, items, slotMin: Math.max(1, Math.round((endS * 0.85) / 60)) } };
  });
  let [offered, missed] = [0, 0];
  for (const file of shows) {
    const { cuts } = bandsOf(file);
    if (!cuts || cuts.itemIds.length === 0) continue;
    offered++;
    if (bandsOf(without(file, cuts.itemIds)).withinSlot < cuts.withinSlot - 0.08) missed++;
  }
  expect(offered).toBeGreaterThan(shows.length / 4);
  // The plan made without the items may place the rest otherwise than the plays did, now and then for the worse.
  expect(missed / offered).toBeLessThanOrEqual(0.03);
});

test('what “Leave out” says of the odds is what the show without it has, on another day’s luck', () => {
  let pressed = 0;
  for (let seed = 1; seed <= sized(12, 60); seed++) {
    const file = instance(seed, { items: 8, tasks: 8, people: 3, vessels: 1, inShowPct: 30 });
    const { bands } = plan(file, { plays: 1000, fixes: false });
    // A slot that half of the shows miss.
    file.show.slotMin = Math.ceil(bands!.endS.p50 / 60);
    for (const { label, change } of plan(file, { plays: PLAYS }).findings.flatMap((f) => f.fixes)) {
      const stated = /then (\d+) % finish on time/.exec(label);
      if (!stated || !change) continue;
      pressed++;
      const without = { ...file, show: applyChange(file.show, change) };
      const { withinSlot } = plan(without, { seed: 77, plays: 4000, fixes: false }).bands!;
      expect(Math.abs(withinSlot - Number(stated[1]) / 100)).toBeLessThan(0.05);
    }
  }
  expect(pressed).toBeGreaterThan(3);
});
