import fc from 'fast-check';
import { clockAhead } from '../log';
import { script } from '../script';
import { demo, item, showOf } from '../testing/hall-show';
import { event } from '../testing/log';
import { tapOf, type Recorded, type RunEvent } from './events';
import { fold, foldRun, type RunState } from './fold';
import { cue, timeOfItem } from './cue';
import { gates } from './gates';
import { heldBy } from './interlock';
import { forward, owed } from './moves';
import { onStage } from './slices/stage';

const resolved = script(
  showOf(
    ['a', 'b', 'c'].map((id) => demo(id)),
    ['a', 'b', 'c'].map((id) => item(id, { retries: 1 })),
  ),
);

/** A press at one of six devices; how long after the last; what it then hears of the others. */
const DEVICES = 6;
/** Clocks that are right. */
const RIGHT = Array<number>(DEVICES).fill(0);
const anyPress = fc.record({
  device: fc.integer({ min: 0, max: DEVICES - 1 }),
  afterMs: fc.integer({ min: 0, max: 60_000 }),
  what: fc.constantFrom('forward', 'worked', 'failed', 'back', 'hold'),
  hears: fc.boolean(),
});
type Press = typeof anyPress extends fc.Arbitrary<infer T> ? T : never;

function pressed(what: Press['what'], state: RunState): Recorded | undefined {
  const itemId = state.now ?? '';
  if (what === 'back')
    return state.lastUndoable ? { kind: 'undo', body: { eventId: state.lastUndoable } } : undefined;
  if (what === 'hold') return { kind: state.phase === 'held' ? 'resume' : 'hold', body: {} };
  if (what !== 'forward') return { kind: 'attempt closed', body: { itemId, outcome: what } };
  const { does } = forward(resolved, state);
  return does.length ? tapOf(does) : undefined;
}

/** Devices with clocks wrong by `wrongMs` play a show; each works out the server's time from one answer of it. */
function played(presses: readonly Press[], wrongMs: readonly number[]): RunEvent[] {
  const devices = wrongMs.map((wrong) => ({
    clock: (now: number) => now + wrong,
    fold: foldRun(resolved),
    ahead: 0,
  }));
  for (const device of devices) device.ahead = clockAhead(device.clock(900), device.clock(1100), 1000);
  const sent: RunEvent[] = [];
  let now = 10_000_000;
  presses.forEach(({ device, afterMs, what, hears }, i) => {
    now += afterMs;
    const { fold, clock, ahead } = devices[device]!;
    if (hears) fold.add(sent);
    const happening = pressed(what, fold.state);
    if (!happening) return;
    const made = event(happening, {
      id: `e${i}`,
      device: `d${device}`,
      at: clock(now) + ahead,
      tick: fold.tick + 1,
    });
    fold.add([made]);
    sent.push(made);
  });
  return sent;
}

test('a log of hundreds of events folds the same at once, one by one, and in any order; what a late event leaves alone stays identical', () => {
  const KINDS = ['item begun', 'attempt closed', 'note', 'hitch', 'again', 'hold', 'resume', 'undo'] as const;
  const anyEvent = fc.record({
    kind: fc.constantFrom(...KINDS),
    itemId: fc.constantFrom('i-a', 'i-b', 'i-c'),
    tick: fc.integer({ min: 1, max: 400 }),
    undoes: fc.nat(400),
  });
  const bodyOf = ({ kind, itemId, undoes }: { kind: string; itemId: string; undoes: number }) =>
    ({
      'attempt closed': { itemId, outcome: undoes % 2 ? 'worked' : 'failed' },
      note: { text: `Foam ${undoes}` },
      hold: {},
      resume: {},
      undo: { eventId: `e${undoes}` },
    })[kind] ?? { itemId };
  fc.assert(
    fc.property(fc.array(anyEvent, { minLength: 200, maxLength: 400 }), fc.nat(), (rows, pick) => {
      const events = rows.map((row, i) =>
        event({ kind: row.kind, body: bodyOf(row) } as Recorded, {
          id: `e${i}`,
          at: row.tick * 1000,
          tick: row.tick,
        }),
      );
      const atOnce = fold(events, resolved);
      const oneByOne = foldRun(resolved);
      for (const e of events) oneByOne.add([e]);
      expect(oneByOne.state).toEqual(atOnce);
      expect(Object.isFrozen(oneByOne.state.items.get('i-a')?.attempts)).toBe(true);
      const before = oneByOne.state;
      oneByOne.add([
        event({ kind: 'note', body: { text: 'late' } }, { id: 'late', at: 0, tick: 1 + (pick % 50) }),
      ]);
      const changed = Object.keys(before).filter(
        (key) => before[key as keyof RunState] !== oneByOne.state[key as keyof RunState],
      );
      expect(changed).toEqual(['notes']);
    }),
    { seed: 21, numRuns: 40 },
  );
});

test('six devices whose clocks are 40 s, ten minutes or an hour wrong change nothing', () => {
  const anyWrong = fc.constantFrom(
    0,
    40_000,
    -40_000,
    600_000,
    -600_000,
    3_600_000,
    -3_600_000,
    86_400_000 * 400,
  );
  fc.assert(
    fc.property(
      fc.array(anyPress, { minLength: 1, maxLength: 40 }),
      fc.array(anyWrong, { minLength: DEVICES, maxLength: DEVICES }),
      (presses, wrong) => {
        expect(fold(played(presses, wrong), resolved)).toEqual(fold(played(presses, RIGHT), resolved));
      },
    ),
    { seed: 17, numRuns: 200 },
  );
});

test('clocks that nobody set right move the times and nothing else: order, outcomes and what is on stage hold', () => {
  const withoutTimes = (state: RunState) =>
    JSON.parse(
      JSON.stringify({ ...state, items: [...state.items], checks: [] }, (key, value: unknown) =>
        /At$|^at$|^since$|^from$|^to$/.test(key) ? undefined : value,
      ),
    ) as unknown;
  fc.assert(
    fc.property(fc.array(anyPress, { minLength: 1, maxLength: 40 }), fc.nat(2), (presses, which) => {
      const events = played(presses, RIGHT);
      const wrong = events.map((e) =>
        e.device === `d${which}` ? ({ ...e, at: e.at + 3_600_000 } as RunEvent) : e,
      );
      expect(withoutTimes(fold(wrong, resolved))).toEqual(withoutTimes(fold(events, resolved)));
    }),
    { seed: 18, numRuns: 200 },
  );
});

test('any interleaving and any doubling of what the devices sent gives one state, times too', () => {
  fc.assert(
    fc.property(
      fc.array(anyPress, { minLength: 1, maxLength: 40 }),
      fc.infiniteStream(fc.nat(1000)),
      (presses, numbers) => {
        const events = played(presses, [0, 40_000, -3_600_000, 0, 600_000, -600_000]);
        const shuffled = [...events, ...events.slice(0, 5)]
          .map((e) => ({ e, k: numbers.next().value as number }))
          .sort((a, b) => a.k - b.k)
          .map(({ e }) => e);
        const bit = foldRun(resolved);
        for (const e of shuffled) bit.add([e]);
        expect(bit.state).toEqual(fold(events, resolved));
      },
    ),
    { seed: 19, numRuns: 200 },
  );
});

test('every state explains itself: what forward does, what is on, what is owed, and of each no-go and interlock why', () => {
  const checks = ['a', 'b', 'c'].map((id) => ({
    ...{
      id: `check-${id}`,
      title: `the ${id} flask`,
      itemIds: [`i-${id}`],
      must: true,
      kind: 'present' as const,
    },
    ...{ markId: 'bench', place: 'front bench', detail: '' },
  }));
  const anyAnswer = fc.record({ check: fc.nat(2), there: fc.boolean() });
  fc.assert(
    fc.property(
      fc.array(anyPress, { maxLength: 40 }),
      fc.array(anyAnswer, { maxLength: 6 }),
      (presses, answers) => {
        const events = played(presses, RIGHT);
        const answered = answers.map(({ check, there }, i) =>
          event(
            { kind: 'check', body: { checkId: checks[check]!.id, value: there } },
            { id: `c${i}`, device: 'd0', at: 9_000_000, tick: i },
          ),
        );
        const state = fold([...answered, ...events], resolved);
        const { label, does } = forward(resolved, state);
        expect(label.length).toBeGreaterThan(3);
        expect(does.length === 0).toBe(state.phase === 'down');
        const on = onStage(state);
        if (state.phase === 'running' && on?.status === 'now') {
          expect(cue(resolved, state)).toBeDefined();
          expect(timeOfItem(resolved, state, 20_000_000)!.tookS).toBeGreaterThanOrEqual(0);
        }
        for (const item of owed(state)) expect(item.title).not.toBe('');
        for (const step of heldBy(resolved, state, does)) expect(step.text).not.toBe('');
        for (const gate of gates(resolved, { checks: checks as never, findings: [] }, state, 20_000_000)) {
          const fails = checks.filter(
            (c) => c.itemIds.includes(gate.itemId) && state.checks.get(c.id)?.value === false,
          );
          expect(gate.verdict === 'no-go').toBe(
            fails.length > 0 && state.items.get(gate.itemId)!.overruled === undefined,
          );
          if (gate.verdict === 'no-go')
            for (const { title } of fails) expect(gate.reasons.join()).toContain(title);
        }
      },
    ),
    { seed: 20, numRuns: 200 },
  );
});
