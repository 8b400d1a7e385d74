import fc from 'fast-check';
import { plan } from '../plan';
import { script } from '../script';
import { demo, item, record, showOf } from '../testing/hall-show';
import { event } from '../testing/log';
import { tapOf, type Recorded, type RunEvent } from './events';
import { fold } from './fold';
import { liveLanding } from './landing';
import { forward } from './moves';

const file = showOf(
  ['a', 'b', 'c'].map((id) => demo(id, { retryS: 120 })),
  ['a', 'b', 'c'].map((id) => item(id, { retries: 2 })),
  { record: [record('a', 6, 4), record('b', 9, 1)] },
);
const land = (events: RunEvent[], nowMs: number) =>
  liveLanding(script(file), fold(events, script(file)), nowMs, { plays: 1500, seed: 2 });

/** A show played by pressing forward, each press after a random time, each outcome by luck. */
const anyShow = fc.array(fc.record({ waitS: fc.integer({ min: 1, max: 500 }), worked: fc.boolean() }), {
  minLength: 1,
  maxLength: 14,
});

function played(presses: { waitS: number; worked: boolean }[]): { events: RunEvent[]; nowMs: number } {
  const events: RunEvent[] = [];
  let at = 1_000_000;
  presses.forEach(({ waitS, worked }, i) => {
    const state = fold(events, script(file));
    const move = forward(script(file), state);
    const outcome: Recorded = {
      kind: 'attempt closed',
      body: { itemId: state.now ?? '', outcome: worked ? 'worked' : 'failed' },
    };
    if (state.phase !== 'down') {
      events.push(
        event(worked ? tapOf(move.does) : outcome, { id: `e${String(i).padStart(2, '0')}`, at, tick: i + 1 }),
      );
    }
    at += waitS * 1000;
  });
  return { events, nowMs: at };
}

test('whatever has happened, the band is in order, not before now, and the odds are odds', () => {
  fc.assert(
    fc.property(anyShow, (presses) => {
      const { events, nowMs } = played(presses);
      const { nowS, endS, withinSlot, itemsLeft } = land(events, nowMs);
      expect(endS.p10).toBeGreaterThanOrEqual(nowS - 1e-9);
      expect(endS.p50).toBeGreaterThanOrEqual(endS.p10);
      expect(endS.p90).toBeGreaterThanOrEqual(endS.p50);
      expect(withinSlot).toBeGreaterThanOrEqual(0);
      expect(withinSlot).toBeLessThanOrEqual(1);
      expect(itemsLeft).toBeLessThanOrEqual(3);
    }),
    { seed: 15, numRuns: 60 },
  );
});

test('skipping an item brings the landing forward', () => {
  const { events, nowMs } = played([
    { waitS: 5, worked: true },
    { waitS: 5, worked: true },
  ]);
  const skip = event({ kind: 'skip', body: { itemId: 'i-c' } }, { id: 'z', at: nowMs, tick: 99 });
  expect(land([...events, skip], nowMs).endS.p50).toBeLessThan(land(events, nowMs).endS.p50 - 200);
});

test('before curtain-up the landing is the whole show, and nothing left is nothing each', () => {
  const before = land([], 5_000_000);
  expect(before).toMatchObject({ nowS: 0, itemsLeft: 3 });
  // Ten demos to go and 78 s left leave 7.8 s a demo: the pace is time left over items left (common practice).
  expect(before.perItemS).toBeCloseTo((file.show.slotMin * 60) / 3, 9);
  const all = [0, 1, 2].map((n) =>
    event({ kind: 'skip', body: { itemId: `i-${'abc'[n]}` } }, { id: `s${n}`, at: 10 + n, tick: n + 1 }),
  );
  expect(land(all, 5_000_000).perItemS).toBeUndefined();
});

test('a show that will run over says what to leave out, and lands once that is skipped; no other choice costs less', () => {
  const tight = showOf(
    ['a', 'b', 'c'].map((id) => demo(id)),
    [item('a'), item('b', { worth: 4 }), item('c', { worth: 2 })],
    { record: ['a', 'b', 'c'].map((id) => record(id, 50, 0)) },
  );
  const lengthS = plan(tight, { plays: 0 }).timetable.items[0]!.endS;
  const file = { ...tight, show: { ...tight.show, slotMin: Math.ceil((lengthS * 2.9) / 60) } };
  const events = [event({ kind: 'curtain', body: {} }, { id: 'a', at: 1000, tick: 1 })];
  const now = liveLanding(script(file), fold(events, script(file)), 1000, {
    plays: 1500,
    seed: 2,
  });
  expect(now.withinSlot).toBeLessThan(0.9);
  // Either of the two would do; the one of less worth is offered.
  expect(now.cuts).toMatchObject({ itemIds: ['i-c'], worth: 2, exact: true });
  const skip = event({ kind: 'skip', body: { itemId: 'i-c' } }, { id: 'b', at: 1500, tick: 2 });
  const after = liveLanding(script(file), fold([...events, skip], script(file)), 1500, {
    plays: 1500,
    seed: 2,
  });
  expect(after.withinSlot).toBeGreaterThan(0.9);
  expect(after).not.toHaveProperty('cuts');
});

test('a guest who comes at a fixed hour is waited for: what is cut before saves nothing', () => {
  const fixed = showOf(
    ['a', 'b', 'c'].map((id) => demo(id, { guessOdds: 0.99 })),
    [item('a'), item('b', { worth: 1 }), item('c', { at: '14:30' })],
  );
  const up = new Date(`${fixed.show.date}T14:00:00`).getTime();
  const at = (raisedMs: number) => {
    const raised = [
      event({ kind: 'curtain', body: {} }, { id: 'e0', at: raisedMs, tick: 1 }),
      event({ kind: 'item begun', body: { itemId: 'i-a' } }, { id: 'e1', at: raisedMs, tick: 2 }),
    ];
    const file = { ...fixed, show: { ...fixed.show, slotMin: 20 } };
    return liveLanding(script(file), fold(raised, script(file)), raisedMs, { plays: 400, seed: 1 });
  };
  // The last item begins at 14:30, whether the curtain went up at 14:00 or at 14:10; in seconds from the curtain.
  expect(at(up).endS.p10).toBeGreaterThan(1800);
  expect(at(up + 600_000).endS.p10).toBeGreaterThan(1200);
  expect(at(up + 600_000).endS.p10).toBeLessThan(1800);
  expect(at(up).cuts?.savesS ?? 0).toBeLessThan(1);
  // A rehearsal the day before has no hour to keep.
  expect(at(up - 86_400_000).endS.p90).toBeLessThan(1500);
});
