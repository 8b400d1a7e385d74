import fc from 'fast-check';
import { script } from '../script';
import type { Step } from '../show';
import { demo, item, showOf, task } from '../testing/hall-show';
import { logOf } from '../testing/log';
import { readRunEvent, tapOf, type Happening, type Recorded } from './events';
import { fold, type RunState } from './fold';
import { liveLanding } from './landing';
import { forward } from './moves';
import { attemptsOf } from './debrief';
import { review } from './review';
import { runClock, slotEndS } from './slot';
import { itemsOf } from './slices/stage';
import { meet, mishaps, troubleNow } from './trouble';
import { slotLeftS } from './views/ahead';

const step = (id: string, more: Partial<Step> = {}): Step => ({
  ...{ id, kind: 'do', text: id, bestS: 10, likelyS: 20, worstS: 30 },
  ...more,
});
const steps = [step('call', { kind: 'shout' }), step('earth', { interlock: true }), step('show')];
const NAMES = ['a', 'b', 'c', 'd', 'e', 'f', 'g'];
const file = showOf(
  NAMES.map((id) =>
    demo(id, {
      steps,
      retries: 1,
      volunteers: id === 'c' ? 2 : 0,
      ...(id === 'd' && { standByDemoId: 'a' }),
      prep: id === 'd' ? [{ ...task('chill'), staleAfterS: 1200 }] : [],
      faults: [{ symptom: `${id} will not light`, causes: [] }],
    }),
  ),
  NAMES.map((id, i) => item(id, { retries: 1, worth: (i % 5) + 1 })),
);
const resolved = script(file);
/** The same as a log that any server would take. */
function taken(log: readonly Recorded[]) {
  const events = logOf(...log);
  for (const event of events) expect(readRunEvent(event)).toMatchObject({ ok: true });
  return events;
}
const rehearsal = (seed?: number, speed: 1 | 2 | 4 | 8 = 1): Recorded => ({
  kind: 'rehearsal',
  body: { speed, ...(seed !== undefined && { seed }) },
});

/** Plays to the curtain's fall: at each mishap the remedy that is chosen, else forward. */
function played(seed: number, choose: (dids: readonly string[]) => number) {
  const log: Recorded[] = [rehearsal(seed)];
  const met: string[] = [];
  for (let i = 0; i < 400; i++) {
    const state = fold(logOf(...log), resolved);
    const trouble = troubleNow(resolved, state);
    if (trouble) {
      met.push(trouble.id);
      const dids = trouble.remedies.map((r) => r.did);
      log.push(tapOf(meet(trouble, trouble.remedies[choose(dids)]!)));
      continue;
    }
    const { does } = forward(resolved, state);
    if (does.length === 0) {
      taken(log);
      return { log, met, state };
    }
    log.push(tapOf(does));
  }
  throw new Error('The curtain never fell.');
}
const soundly = (dids: readonly string[]) => dids.findIndex((did) => !/somebody else|as it is/.test(did));
const recklessly = (dids: readonly string[]) =>
  Math.max(
    0,
    dids.findIndex((did) => /somebody else|as it is/.test(did)),
  );

describe('faster than life', () => {
  const at = (happenings: Recorded[]) => fold(logOf(...happenings), resolved);
  const curtain: Happening = { kind: 'curtain', body: {} };

  test('the clock of the run goes as fast as was said, from its curtain to its end and no further', () => {
    const before = at([rehearsal(undefined, 4)]);
    expect(runClock(before, 5_000_000)).toBe(5_000_000);
    const running = at([rehearsal(undefined, 4), curtain]);
    expect(runClock(running, running.curtainAt!)).toBe(running.curtainAt);
    expect(runClock(running, running.curtainAt! + 60_000)).toBe(running.curtainAt! + 240_000);
    expect(runClock(at([curtain]), 5_000_000)).toBe(5_000_000);
    const down = at([rehearsal(undefined, 4), curtain, { kind: 'curtain down', body: {} }]);
    expect(runClock(down, 90_000_000)).toBe(90_000_000);
    // One that was forgotten for a month is not refused for being ahead of the server by more than a day.
    expect(runClock(running, running.curtainAt! + 30 * 86_400_000) - running.curtainAt!).toBeLessThan(
      31 * 86_400_000,
    );
  });

  test('how it runs is said before its curtain and never changes after; it teaches nothing', () => {
    const late = at([curtain, rehearsal(undefined, 4)]);
    expect(late.rehearsal).toBeUndefined();
    const log = (speed: 1 | 4) => {
      const state = at([
        rehearsal(undefined, speed),
        { kind: 'item begun', body: { itemId: 'i-a' } },
        { kind: 'attempt closed', body: { itemId: 'i-a', outcome: 'worked' } },
      ]);
      return attemptsOf('run', true, resolved, state);
    };
    expect([log(1).length, log(4).length]).toEqual([1, 0]);
  });
});

describe('when the slot ends', () => {
  const day = (clock: string) => new Date(`2026-12-12T${clock}`).getTime();
  /** A show that began at a time of the day and was held between two more; slot 45 min, planned for 14:00. */
  const ends = (began: string, more: object = {}, held?: [string, string], day2 = false) => {
    const show = script({ ...file, show: { ...file.show, ...more } });
    const log: [Recorded, number][] = [[{ kind: 'curtain', body: {} }, day(began)]];
    if (held)
      log.push([{ kind: 'hold', body: {} }, day(held[0])], [{ kind: 'resume', body: {} }, day(held[1])]);
    const events = log.map(([h, at], i) => ({
      ...logOf(h)[0]!,
      id: `e${i}`,
      tick: i + 1,
      at: day2 ? at + 86_400_000 : at,
    }));
    const state = fold(events as never, show);
    return Math.round(slotEndS(show, state, day('15:00'))! / 60);
  };

  // Worked by hand from the clock.
  test.each([
    ['on time', '14:00', {}, undefined, 45],
    ['ten minutes late: the hall still closes at 14:45', '14:10', {}, undefined, 35],
    ['ten minutes late, but the slot waits', '14:10', { slotWaits: true }, undefined, 45],
    ['five minutes early', '13:55', {}, undefined, 45],
    ['held for six minutes, the slot running on', '14:00', {}, ['14:10', '14:16'], 45],
    ['held for six minutes, the slot waiting', '14:00', { slotWaits: true }, ['14:10', '14:16'], 51],
    ['everyone out by 14:40', '14:00', { hardEnd: '14:40' }, undefined, 40],
    [
      'everyone out by 14:48, a waiting slot held to 14:51',
      '14:00',
      { slotWaits: true, hardEnd: '14:48' },
      ['14:10', '14:16'],
      48,
    ],
    ['the afternoon before, as a rehearsal', '10:00', {}, undefined, 45],
  ] as [string, string, object, [string, string] | undefined, number][])(
    '%s',
    (_name, began, more, held, min) => {
      expect(ends(began, more, held)).toBe(min);
    },
  );

  test('on another day nothing but the slot itself holds', () => {
    expect(ends('14:20', { hardEnd: '14:40' }, undefined, true)).toBe(45);
  });

  test('a slot that is cut is shorter on every screen and in the forecast', () => {
    const state = fold(
      logOf({ kind: 'curtain', body: {} }, { kind: 'slot cut', body: { byS: 300 } }),
      resolved,
    );
    const now = state.curtainAt! + 60_000;
    expect(slotLeftS(resolved, state, now)).toBe(45 * 60 - 300 - 60);
    expect(liveLanding(resolved, state, now, { plays: 50, seed: 1 }).slotEndS).toBe(45 * 60 - 300);
  });
});

describe('with trouble', () => {
  test('the same seed draws the same mishaps; no item is hit twice but by the slot; every kind is drawn', () => {
    const kinds = new Set<string>();
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1e9 }), (seed) => {
        const drawn = mishaps(resolved, seed);
        expect(mishaps(resolved, seed)).toEqual(drawn);
        const hit = drawn.filter((m) => m.kind !== 'slot').map((m) => m.itemId);
        expect(new Set(hit).size).toBe(hit.length);
        drawn.forEach((m) => kinds.add(m.kind));
        for (const m of drawn.filter((m) => m.kind === 'it fails'))
          expect(m.message).toBe(`${m.itemId.slice(2)} will not light`);
      }),
      { seed: 3, numRuns: 200 },
    );
    expect([...kinds].sort()).toEqual(['it fails', 'slot', 'stale', 'volunteer']);
  });

  test('a rehearsal with trouble stays one, whatever it is called: what was drawn to fail teaches no odds', () => {
    const { log } = played(11, soundly);
    const events = logOf(...log, { kind: 'called', body: { rehearsal: false } });
    const { called } = fold(events, resolved);
    expect(called).toBe(true);
    expect(fold(logOf({ kind: 'called', body: { rehearsal: false } }), resolved).called).toBe(false);
  });

  test('the worthier an item, the likelier it is hit', () => {
    const hits = new Map<string, number>();
    for (let seed = 0; seed < 4000; seed++)
      for (const m of mishaps(resolved, seed)
        .filter((m) => m.kind === 'it fails')
        .slice(0, 1))
        hits.set(m.itemId, (hits.get(m.itemId) ?? 0) + 1);
    // Worth 5 against worth 1, neither of which any other mishap may befall.
    expect(hits.get('i-e')! / hits.get('i-a')!).toBeGreaterThan(3.5);
    expect(hits.get('i-e')! / hits.get('i-a')!).toBeLessThan(6.5);
  });

  test('whatever is done about whichever mishap, forward leads to the curtain, and each is asked about once', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 1e9 }),
        fc.array(fc.nat(5), { minLength: 6, maxLength: 6 }),
        (seed, picks) => {
          let n = 0;
          const { met } = played(seed, (dids) => picks[n++ % picks.length]! % dids.length);
          expect(new Set(met).size).toBe(met.length);
          expect(met.length).toBeGreaterThan(0);
        },
      ),
      { seed: 5, numRuns: 60 },
    );
  });

  test('what was done about a mishap is taken back as one', () => {
    const { log } = played(11, soundly);
    const at = log.findIndex((e) => e.kind === 'tap' && e.body.did[0]!.kind === 'trouble met');
    const before = logOf(...log.slice(0, at));
    const events = logOf(...log.slice(0, at + 1));
    const id = events.at(-1)!.id;
    expect(fold(events, resolved).lastUndoable).toBe(id);
    const undone = fold(
      [...events, logOf(...log.slice(0, at + 1), { kind: 'undo', body: { eventId: id } }).at(-1)!],
      resolved,
    );
    const without = ({ lastUndoable: _, ...state }: RunState) => ({ ...state, order: state.order });
    expect(without(undone)).toEqual(without(fold(before, resolved)));
  });

  test('sound decisions score more than reckless ones, and a perfect run is a hundred', () => {
    const sound = review(resolved, played(11, soundly).state)!;
    const reckless = review(resolved, played(11, recklessly).state)!;
    const of100 = (r: typeof sound, what: string) => r.scores.find((s) => s.what === what)!.of100;
    expect(of100(sound, 'Trouble met')).toBe(100);
    expect(of100(reckless, 'Trouble met')).toBeLessThan(100);
    expect(sound.of100).toBe(
      Math.round(sound.scores.reduce((sum, s) => sum + s.of100, 0) / sound.scores.length),
    );
    expect(sound.decisions.every((d) => d.did !== undefined)).toBe(true);
    // A clicker that never looks up: nothing is met.
    const blind: Recorded[] = [rehearsal(11)];
    for (;;) {
      const { does } = forward(resolved, fold(logOf(...blind), resolved));
      if (does.length === 0) break;
      blind.push(tapOf(does));
    }
    const unmet = review(resolved, fold(logOf(...blind), resolved))!;
    expect([of100(unmet, 'Trouble met'), of100(unmet, 'Worth kept'), of100(unmet, 'Calls given')]).toEqual([
      0, 100, 100,
    ]);
    expect(unmet.decisions.every((d) => d.did === undefined)).toBe(true);
  });

  test('each score by hand: three minutes over, an item left out, a call not given, an interlock overridden', () => {
    const one = (itemId: string, id: string): Recorded => ({
      kind: 'step done',
      body: { itemId, stepId: id },
    });
    const worked = (itemId: string): Recorded => ({
      kind: 'attempt closed',
      body: { itemId, outcome: 'worked' },
    });
    const begun = (itemId: string): Recorded => ({ kind: 'item begun', body: { itemId } });
    const log: Recorded[] = [rehearsal(0), { kind: 'curtain', body: {} }];
    for (const id of NAMES) {
      const itemId = `i-${id}`;
      // Worth 1 2 3 4 5 1 2 = 18; the item of worth 5 is left out.
      if (id === 'e') log.push({ kind: 'skip', body: { itemId } });
      else if (id === 'a')
        log.push(begun(itemId), one(itemId, 'earth'), one(itemId, 'show'), worked(itemId)); // no call
      else if (id === 'b')
        log.push(
          begun(itemId),
          one(itemId, 'call'),
          { kind: 'overridden', body: { itemId, reason: 'it is safe' } },
          worked(itemId),
        );
      else log.push(begun(itemId), ...steps.map((s) => one(itemId, s.id)), worked(itemId));
    }
    log.push({ kind: 'curtain down', body: {} });
    const events = logOf(...log);
    const curtainAt = events[1]!.at;
    const end = { ...events.at(-1)!, at: curtainAt + (45 + 3) * 60_000 };
    const { scores } = review(resolved, fold([...events.slice(0, -1), end], resolved))!;
    expect(scores.slice(0, 4).map((s) => [s.what, s.of100])).toEqual([
      ['Landing', 40],
      ['Worth kept', Math.round((100 * 13) / 18)],
      ['Calls given', Math.round((100 * 5) / 6)],
      ['Interlocks kept', Math.round((100 * 5) / 6)],
    ]);
  });

  test('a show of talk alone, of one item, or of none can be rehearsed with trouble', () => {
    for (const items of [[], [item('a')]]) {
      const small = script(showOf([demo('a', { steps })], items));
      const log: Recorded[] = [rehearsal(7)];
      for (let i = 0; i < 20; i++) {
        const state = fold(logOf(...log), small);
        troubleNow(small, state);
        const { does } = forward(small, state);
        if (does.length === 0) break;
        log.push(tapOf(does));
      }
      const state = fold(logOf(...log), small);
      expect([state.phase, itemsOf(state).length]).toEqual(['down', items.length]);
      expect(review(small, state)!.of100).toBeGreaterThanOrEqual(0);
    }
  });
});
