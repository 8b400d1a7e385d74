import fc from 'fast-check';
import { script } from '../script';
import { demo, item, showOf, task } from '../testing/hall-show';
import { event, logOf as log } from '../testing/log';
import { attemptsOf } from './debrief';
import { readRunEvent, tapOf, type Happening, type Recorded } from './events';
import { fold } from './fold';
import { attemptsTakeS, itemsOf, onStageMs } from './slices/stage';
import { cue } from './cue';
import { neverBegun } from './late-work';
import { heldBy } from './interlock';
import { forward, mayAgain, nextItem, owed } from './moves';
import { playedAs, tally, toPick } from './played';
import { askGuest, volunteersNow } from './volunteers';

const steps = ['one', 'two'].map((id) => ({
  id,
  kind: 'do' as const,
  text: id,
  bestS: 10,
  likelyS: 20,
  worstS: 30,
}));
const file = showOf(
  [demo('foam', { steps, retries: 1, showings: 2 }), demo('can', { steps })],
  [item('foam', { showings: 2, retries: 1 }), item('can', { retries: 1 })],
);

const begun = (demoId: string): Happening => ({ kind: 'item begun', body: { itemId: `i-${demoId}` } });
const closed = (demoId: string, outcome: 'worked' | 'failed', symptom?: string): Happening => ({
  kind: 'attempt closed',
  body: { itemId: `i-${demoId}`, outcome, ...(symptom && { symptom }) },
});
const again = (demoId: string): Happening => ({ kind: 'again', body: { itemId: `i-${demoId}` } });
const curtain: Happening = { kind: 'curtain', body: {} };

/** Presses forward until the curtain is down, or so often; gives the words of every press. */
function pressed(resolved: ReturnType<typeof script>, before: Recorded[] = [], most = 200): string[] {
  const recorded = [...before];
  const labels: string[] = [];
  for (let i = 0; i < most; i++) {
    const { label, does } = forward(resolved, fold(log(...recorded), resolved));
    if (does.length === 0) return labels;
    labels.push(label);
    recorded.push(tapOf(does));
  }
  return labels;
}

test('volunteers who change between showings are let go and others asked; a retry is for the same ones', () => {
  const up: Happening = { kind: 'volunteers', body: { itemId: 'i-spin', count: 2 } };
  const ofDemo = (volunteersChange: boolean) =>
    script(
      showOf(
        [demo('spin', { volunteers: 2, volunteersChange, showings: 2, retries: 1, steps })],
        [item('spin', { showings: 2, retries: 1 })],
      ),
    );
  const now = (change: boolean, ...more: Recorded[]) =>
    volunteersNow(ofDemo(change), fold(log(curtain, begun('spin'), up, ...more), ofDemo(change)));
  const next = (outcome: 'worked' | 'failed') => [closed('spin', outcome), again('spin')];
  expect(now(true)).toMatchObject({ up: 2, change: false, ask: [] });
  expect(now(true, ...next('failed'))).toMatchObject({ up: 2, change: false, ask: [] });
  expect(now(true, ...next('worked'))).toMatchObject({ wanted: 2, up: 2, change: true });
  expect(now(true, ...next('worked'))!.ask.length).toBeGreaterThan(0);
  expect(now(true, ...next('worked'), up)).toMatchObject({ change: false, ask: [] });
  expect(now(false, ...next('worked'))).toMatchObject({ change: false, ask: [] });
});

test('who does a step is said on stage, and a guest is asked once, before it', () => {
  const guided = [
    steps[0]!,
    { ...steps[1]!, by: 'guest' as const },
    { ...steps[1]!, id: 'three', by: 'helper' as const },
  ];
  const resolved = script(
    showOf(
      [demo('spin', { steps: guided, showings: 2, helpers: 1, hazards: ['spinning person'] })],
      [item('spin', { showings: 2, helperIds: ['ben'] })],
    ),
  );
  const at = (...more: Recorded[]) => fold(log(curtain, begun('spin'), ...more), resolved);
  const did = (stepId: string): Happening => ({ kind: 'step done', body: { itemId: 'i-spin', stepId } });
  const by = (...more: Recorded[]) => cue(resolved, at(...more))!.by;
  expect([by(), by(did('one')), by(did('one'), did('two'))]).toEqual([
    undefined,
    'A guest does it: keep your eye on it',
    'Ben does it',
  ]);
  expect(askGuest(resolved, at()).join()).toContain('bad back');
  expect(askGuest(resolved, at(did('one'), did('two')))).toEqual([]);
  expect(askGuest(resolved, at(did('one'), did('two'), closed('spin', 'worked'), again('spin')))).toEqual([]);
});

test('"forward" alone leads from curtain-up through steps, further showing and next item to curtain down', () => {
  expect(pressed(script(file))).toEqual([
    'Curtain up',
    'Next step',
    'Worked → show it again (2 of 2)',
    'Next step',
    'Worked → can',
    'Next step',
    'It worked',
    'Curtain down',
  ]);
});

test('thirty items of one step take one press each, one to raise the curtain and two to lower it', () => {
  const thirty = Array.from({ length: 30 }, (_, i) =>
    demo(`d${i}`, { steps: [{ ...steps[0]!, likelyS: 8 }] }),
  );
  expect(pressed(script(showOf(thirty)))).toHaveLength(32);
});

test('each press is one unit of undo, whatever it did', () => {
  const resolved = script(file);
  const recorded: Recorded[] = [];
  const states = [fold(log(), resolved)];
  for (let i = 0; i < 8; i++) {
    recorded.push(tapOf(forward(resolved, states.at(-1)!).does));
    states.push(fold(log(...recorded), resolved));
  }
  for (let i = states.length - 1; i > 0; i--) {
    recorded.push({ kind: 'undo', body: { eventId: fold(log(...recorded), resolved).lastUndoable! } });
    expect(fold(log(...recorded), resolved)).toEqual(states[i - 1]);
  }
});

test('a failed attempt may be tried again while retries last', () => {
  const failed = fold(log(curtain, begun('can'), closed('can', 'failed', 'too cold')), script(file));
  expect(tally(script(file), failed.items.get('i-can')!).retriesLeft).toBe(1);
  expect(mayAgain(script(file), failed)).toBe(true);
  const twice = fold(
    log(curtain, begun('can'), closed('can', 'failed'), again('can'), closed('can', 'failed')),
    script(file),
  );
  expect(tally(script(file), twice.items.get('i-can')!).retriesLeft).toBe(0);
  expect(forward(script(file), twice).label).toBe('Begin: foam');
});

test('an attempt takes the time since the one before, holds left out; the last lasts to the end of its item', () => {
  const state = fold(
    log(
      curtain,
      begun('can'),
      closed('can', 'failed'),
      { kind: 'hold', body: {} },
      { kind: 'resume', body: {} },
      again('can'),
      closed('can', 'worked'),
      begun('foam'),
    ),
    script(file),
  );
  expect(attemptsTakeS(state, state.items.get('i-can')!)).toEqual([10, 40]);
});

test('an item begun once more is a go of its own: what was played in between is not its time', () => {
  const state = fold(
    log(
      curtain,
      begun('can'),
      closed('can', 'failed'),
      begun('foam'),
      closed('foam', 'worked'),
      begun('can'),
      closed('can', 'worked'),
      begun('foam'),
    ),
    script(file),
  );
  const can = state.items.get('i-can')!;
  expect(attemptsTakeS(state, can)).toEqual([10, 20]);
  expect(onStageMs(state, can, 0)).toBe(40_000);
  expect(can.attempts.map((a) => a.outcome)).toEqual(['failed', 'worked']);
});

test('a jump leaves the items passed over owed, and "forward" comes back to them at the end', () => {
  const state = fold(log(curtain, begun('can')), script(file));
  expect(owed(state).map((i) => i.itemId)).toEqual(['i-foam']);
  expect(nextItem(state)!.itemId).toBe('i-foam');
  const skipped = fold(
    log(curtain, begun('can'), { kind: 'skip', body: { itemId: 'i-foam' } }),
    script(file),
  );
  expect(owed(skipped)).toEqual([]);
});

test('undo takes back the event it names, and an undo can be undone', () => {
  const events = log(
    curtain,
    begun('can'),
    { kind: 'undo', body: { eventId: 'e001' } },
    { kind: 'undo', body: { eventId: 'e002' } },
  );
  expect(fold(events.slice(0, 3), script(file)).now).toBeUndefined();
  expect(fold(events, script(file)).now).toBe('i-can');
});

test('a window is counted from the step that opened it, through the steps after it, until the outcome', () => {
  const timed = structuredClone(file);
  timed.demos[1]!.steps[0]!.timer = { label: 'since the first steam', fromS: 75, toS: 90 };
  const done = (stepId: string): Happening => ({ kind: 'step done', body: { itemId: 'i-can', stepId } });
  const windows = (...more: Happening[]) =>
    cue(script(timed), fold(log(curtain, begun('can'), done('one'), ...more), script(timed)))!.windows;
  const window = (...more: Happening[]) => windows(...more)[0];
  expect(window()).toMatchObject({ fromS: 75, since: 1_020_000 });
  expect(window(done('two'))).toMatchObject({ since: 1_020_000 });
  expect(window(done('two'), closed('can', 'worked'))).toBeUndefined();
  const over: Happening = { kind: 'timer done', body: { itemId: 'i-can', stepId: 'one' } };
  expect(windows(over)).toEqual([]);
  expect(windows(over, over)).toEqual([]);
  // A further go counts again.
  expect(windows(over, closed('can', 'failed'), again('can'), done('one'))).toHaveLength(1);
});

test('attempts go to the logbook with their symptom and time', () => {
  const state = fold(log(curtain, begun('can'), closed('can', 'failed', 'too cold')), script(file));
  expect(attemptsOf('run1', false, script(file), state)).toEqual([
    {
      id: 'e002',
      runId: 'run1',
      itemId: 'i-can',
      demoId: 'can',
      atMs: 1_020_000,
      rehearsal: false,
      outcome: 'failed',
      takesS: 10,
      symptom: 'too cold',
    },
  ]);
});

const anyHappening: fc.Arbitrary<Recorded> = fc.oneof(
  fc.constant(curtain),
  fc.constantFrom(begun('foam'), begun('can'), again('can'), again('foam')),
  fc.constantFrom(closed('foam', 'worked'), closed('can', 'failed', 's')),
  fc.constantFrom<Happening>(
    { kind: 'hold', body: {} },
    { kind: 'resume', body: {} },
    { kind: 'curtain down', body: {} },
  ),
  fc
    .constantFrom('i-can', 'i-foam', 'nobody')
    .map((itemId): Happening => ({ kind: 'skip', body: { itemId } })),
  fc
    .constantFrom('one', 'two')
    .map((stepId): Happening => ({ kind: 'step done', body: { itemId: 'i-foam', stepId } })),
  fc.constantFrom<Recorded>(
    { kind: 'later', body: { itemId: 'i-foam' } },
    { kind: 'swap', body: { itemId: 'i-foam', withId: 'i-can' } },
    { kind: 'stand-by', body: { itemId: 'i-can' } },
    { kind: 'dose', body: { itemId: 'i-can', parameterId: 'p', value: 2 } },
    { kind: 'reading', body: { attemptId: 'e004', value: 3 } },
    { kind: 'task done', body: { itemId: 'i-can', taskId: 't' } },
    { kind: 'overridden', body: { itemId: 'i-foam', reason: 'r' } },
    { kind: 'tap', body: { did: [closed('foam', 'worked'), begun('can')] } },
  ),
  fc.nat(12).map((n): Recorded => ({ kind: 'undo', body: { eventId: `e${String(n).padStart(3, '0')}` } })),
);

test('events may arrive in any order, and twice: every device that has the same events has the same state', () => {
  fc.assert(
    fc.property(
      fc.array(anyHappening, { maxLength: 14 }),
      fc.infiniteStream(fc.nat()),
      (happenings, numbers) => {
        const events = log(...happenings);
        const shuffled = [...events, ...events.slice(0, 3)]
          .map((e) => ({ e, k: numbers.next().value as number }))
          .sort((a, b) => a.k - b.k)
          .map(({ e }) => e);
        expect(fold(shuffled, script(file))).toEqual(fold(events, script(file)));
      },
    ),
    { seed: 4, numRuns: 300 },
  );
});

test('whatever happens, at most one item is on stage and times are never negative', () => {
  fc.assert(
    fc.property(fc.array(anyHappening, { maxLength: 20 }), (happenings) => {
      const state = fold(log(...happenings), script(file));
      expect(itemsOf(state).filter((i) => i.status === 'now').length).toBeLessThanOrEqual(1);
      for (const takesS of itemsOf(state).flatMap((i) => attemptsTakeS(state, i)))
        expect(takesS).toBeGreaterThanOrEqual(0);
      // From wherever one is, forward alone leads to the end.
      expect(pressed(script(file), happenings, 40).length).toBeLessThan(40);
    }),
    { seed: 5, numRuns: 300 },
  );
});

test('an event with a wrong body is refused with the path', () => {
  const good = {
    ...{ id: 'x', run: 'run', device: 'd', person: null, at: 1, tick: 1, v: 1 },
    ...{ kind: 'note', body: { text: 'spilled' } },
  };
  expect(readRunEvent(good)).toEqual({ ok: true, value: good });
  expect(readRunEvent({ ...good, kind: 'party' })).toMatchObject({ ok: false, problems: [{ path: 'kind' }] });
  expect(readRunEvent({ ...good, body: { text: '' } })).toMatchObject({
    ok: false,
    problems: [{ path: 'body.text' }],
  });
  expect(readRunEvent({ ...good, body: { text: 'a', volunteerName: 'b' } })).toMatchObject({
    ok: false,
    problems: [{ path: 'body.volunteerName' }],
  });
  expect(readRunEvent({ ...good, kind: 'hold', body: {} }).ok).toBe(true);
  expect(readRunEvent({ ...good, kind: 'hold', body: { face: 'x' } }).ok).toBe(false);
  expect(readRunEvent(null).ok).toBe(false);
});

test('of a choice, one tap says which demo it is: its steps come, and the log learns of that demo and no other', () => {
  const long = demo('long', { faults: [], title: 'Long', guessOdds: 0.5 });
  const round = demo('round', {
    title: 'Round',
    steps: [{ id: 'knot', kind: 'do', text: 'Knot it', bestS: 10, likelyS: 10, worstS: 10 }],
  });
  const options = [
    { demoId: 'long', share: 50 },
    { demoId: 'round', share: 50 },
  ];
  const resolved = script(showOf([long, round], [{ ...item('long'), id: 'pick', kind: 'choice', options }]));
  const stateOf = (...happenings: Happening[]) => fold(log(...happenings), resolved);
  const begun: Happening[] = [
    { kind: 'curtain', body: {} },
    { kind: 'item begun', body: { itemId: 'pick' } },
  ];
  const chosen: Happening = { kind: 'chosen', body: { itemId: 'pick', demoId: 'round' } };
  // Who has only one key goes on with the likeliest.
  expect(forward(resolved, stateOf(...begun)).label).toBe('They pick “Long”');
  expect(toPick(resolved, stateOf(...begun).items.get('pick')!).map((p) => p.title)).toEqual([
    'Long',
    'Round',
  ]);
  expect(cue(resolved, stateOf(...begun, chosen))?.step?.text).toBe('Knot it');
  const closed: Happening = { kind: 'attempt closed', body: { itemId: 'pick', outcome: 'worked' } };
  const done = stateOf(...begun, chosen, closed);
  expect(attemptsOf('run', false, resolved, done).map((a) => a.demoId)).toEqual(['round']);
  // Once it was tried it is not something else any more.
  const late = stateOf(...begun, chosen, closed, {
    kind: 'chosen',
    body: { itemId: 'pick', demoId: 'long' },
  });
  expect(attemptsOf('run', false, resolved, late).map((a) => a.demoId)).toEqual(['round']);
});

test('a failed rung does not end a ladder: forward goes on to the next level, to the last', () => {
  const rungs = demo('rungs', { parameters: [{ id: 'n', title: 'N', unit: '', usual: 1, min: 1, max: 3 }] });
  const levels = ['1', '2', '3'];
  const resolved = script(
    showOf([rungs], [item('rungs', { series: { parameterId: 'n', levels, onFail: 'go on' } })]),
  );
  const itemId = 'i-rungs';
  const happenings: Happening[] = [
    { kind: 'curtain', body: {} },
    { kind: 'item begun', body: { itemId } },
  ];
  const labels: string[] = [];
  for (const outcome of ['failed', 'worked', 'failed'] as const) {
    happenings.push({ kind: 'attempt closed', body: { itemId, outcome } });
    const move = forward(resolved, fold(log(...happenings), resolved));
    labels.push(move.label);
    if (move.does[0]?.kind === 'again') happenings.push(move.does[0]);
  }
  expect(labels).toEqual(['Level 2 of 3: N: 2', 'Level 3 of 3: N: 3', 'Curtain down']);
});

const itemsDemo = demo('dome', {
  steps: ['charge', 'touch', 'earth'].map((id) => ({
    ...steps[0]!,
    id,
    text: id,
    ...(id === 'earth' && { interlock: true }),
  })),
});

test('an interlock holds every way on once the go has begun, until it is taken or overridden', () => {
  const resolved = script(showOf([itemsDemo, demo('can')]));
  const done = (stepId: string): Happening => ({ kind: 'step done', body: { itemId: 'i-dome', stepId } });
  const held = (does: Happening[], ...before: Happening[]) =>
    heldBy(resolved, fold(log(curtain, begun('dome'), ...before), resolved), does).map((s) => s.id);
  for (const way of [
    begun('can'),
    closed('dome', 'failed'),
    { kind: 'curtain down', body: {} } as Happening,
  ]) {
    expect(held([way])).toEqual([]);
    expect(held([way], done('charge'))).toEqual(['earth']);
    expect(
      held([way], done('charge'), { kind: 'overridden', body: { itemId: 'i-dome', reason: 'r' } }),
    ).toEqual([]);
    expect(held([way], done('charge'), done('touch'), done('earth'))).toEqual([]);
  }
  expect(held([done('earth'), begun('can')], done('charge'))).toEqual([]);
});

test('the stand-by demo takes an item’s place before it was tried, and the log learns of it', () => {
  const can = demo('can', { standByDemoId: 'egg', steps });
  const resolved = script(
    showOf([can, demo('egg', { steps: [{ ...steps[0]!, id: 'egg', text: 'The egg' }] })], [item('can')]),
  );
  const standBy: Happening = { kind: 'stand-by', body: { itemId: 'i-can' } };
  const state = fold(log(curtain, standBy, begun('can'), closed('can', 'worked')), resolved);
  expect(attemptsOf('run', false, resolved, state).map((a) => a.demoId)).toEqual(['egg']);
  expect(cue(resolved, fold(log(curtain, standBy, begun('can')), resolved))!.step!.text).toBe('The egg');
  const late = fold(log(curtain, begun('can'), closed('can', 'failed'), standBy), resolved);
  expect(attemptsOf('run', false, resolved, late).map((a) => a.demoId)).toEqual(['can']);
});

test('a dose taken over changes how the item is played; a reading stands with its attempt until it is taken out', () => {
  const foam = demo('foam', {
    parameters: [{ id: 'p', title: 'Peroxide', unit: 'mL', usual: 50, min: 10, max: 200 }],
    consumables: [{ goodId: 'soda', amount: 50, per: 'showing', scalesWith: 'p', wastePct: 0 }],
  });
  const resolved = script(showOf([foam]));
  const dose: Happening = { kind: 'dose', body: { itemId: 'i-foam', parameterId: 'p', value: 100 } };
  const state = fold(log(curtain, dose), resolved);
  expect(playedAs(resolved, state.items.get('i-foam')!)!.demo!.consumables[0]!.amount).toBe(100);
  const read = (...values: (number | null)[]) =>
    fold(
      log(
        curtain,
        begun('foam'),
        closed('foam', 'worked'),
        ...values.map((value): Happening => ({ kind: 'reading', body: { attemptId: 'e002', value } })),
      ),
      resolved,
    ).items.get('i-foam')!.attempts[0]!.reading;
  expect([read(12), read(12, 14), read(12, null)]).toEqual([12, 14, undefined]);
});

test('put later and swapped, items go in their new order; what is on or over stays where it is', () => {
  const resolved = script(showOf(['a', 'b', 'c', 'd'].map((id) => demo(id))));
  const order = (...happenings: Happening[]) =>
    fold(log(curtain, begun('a'), ...happenings), resolved).order.map((id) => id.slice(2));
  expect(order({ kind: 'later', body: { itemId: 'i-b' } })).toEqual(['a', 'c', 'd', 'b']);
  expect(order({ kind: 'later', body: { itemId: 'i-a' } })).toEqual(['a', 'b', 'c', 'd']);
  expect(order({ kind: 'swap', body: { itemId: 'i-b', withId: 'i-d' } })).toEqual(['a', 'd', 'c', 'b']);
  expect(order({ kind: 'swap', body: { itemId: 'i-b', withId: 'i-a' } })).toEqual(['a', 'b', 'c', 'd']);
});

test('what a later item has begun on stage is asked for after its step, and missed where it never was', () => {
  const soak = demo('soak', { prep: [{ ...task('wet'), readyAfterS: 100 }] });
  const resolved = script(
    showOf(
      [demo('can', { steps }), soak],
      [item('can'), item('soak', { tasks: [{ taskId: 'wet', inItemId: 'i-can', afterStepId: 'one' }] })],
    ),
  );
  const at = (...happenings: Happening[]) => fold(log(curtain, begun('can'), ...happenings), resolved);
  const one: Happening = { kind: 'step done', body: { itemId: 'i-can', stepId: 'one' } };
  const wet: Happening = { kind: 'task done', body: { itemId: 'i-soak', taskId: 'wet' } };
  expect(cue(resolved, at())!.begin).toEqual([]);
  expect(cue(resolved, at(one))!.begin).toMatchObject([{ title: 'wet', forTitle: 'soak' }]);
  expect(cue(resolved, at(one, wet))!.begin).toEqual([]);
  expect([neverBegun(resolved, at(one), 'i-soak'), neverBegun(resolved, at(one, wet), 'i-soak')]).toEqual([
    ['wet'],
    [],
  ]);
});

test('what is worn is said at the first step, or before the step it is for', () => {
  const worn = [
    { by: 'presenter' as const, what: 'goggles' },
    { by: 'volunteer' as const, what: 'gloves', fromStepId: 'three' },
  ];
  const resolved = script(
    showOf([
      demo('can', { steps: ['one', 'two', 'three'].map((id) => ({ ...steps[0]!, id, text: id })), worn }),
    ]),
  );
  const at = (...done: string[]) =>
    cue(
      resolved,
      fold(
        log(
          curtain,
          begun('can'),
          ...done.map((stepId): Happening => ({ kind: 'step done', body: { itemId: 'i-can', stepId } })),
        ),
        resolved,
      ),
    )!.putOn;
  expect([at(), at('one'), at('one', 'two', 'three')]).toEqual([
    ['Presenter: goggles'],
    ['Each volunteer: gloves, from “three”'],
    [],
  ]);
});

test('a press that holds something ill is refused whole, with the path', () => {
  const press = (did: unknown[]) =>
    readRunEvent({
      ...event({ kind: 'hold', body: {} }, { id: 'x', at: 1, tick: 1 }),
      kind: 'tap',
      body: { did },
    });
  expect(press([curtain, begun('can')]).ok).toBe(true);
  expect(press([curtain])).toMatchObject({ ok: false });
  for (const ill of [
    { kind: 'party', body: {} },
    { kind: 'tap', body: { did: [] } },
    { kind: 'undo', body: { eventId: 'e' } },
    { kind: 'item begun', body: {} },
    {},
  ])
    expect(press([curtain, ill])).toMatchObject({
      ok: false,
      problems: [{ path: expect.stringContaining('body.did[1]') as string }],
    });
});

test('volunteers are numbers: asked before they come up by what is in the demo, and said to be up until they are down', () => {
  const file = showOf(
    [
      demo('spin', { steps, volunteers: 2, hazards: ['spinning person', 'noise', 'pressure'] }),
      demo('calm', { steps }),
    ],
    [item('spin'), item('calm')],
  );
  const resolved = script(file);
  const now = (...more: Recorded[]) =>
    volunteersNow(resolved, fold(log(curtain, begun('spin'), ...more), resolved));
  expect(now()).toMatchObject({ wanted: 2, up: 0 });
  // What two hazards ask alike is asked once.
  expect(now()!.ask).toHaveLength(3);
  expect(now()!.ask.join()).toContain('bad back');
  const up: Happening = { kind: 'volunteers', body: { itemId: 'i-spin', count: 2 } };
  expect(now(up)).toMatchObject({ wanted: 2, up: 2, ask: [] });
  expect(now(up, begun('calm'))).toMatchObject({ wanted: 0, up: 2, ask: [] });
  const down: Happening = { kind: 'volunteers', body: { itemId: 'i-spin', count: 0 } };
  expect(now(up, begun('calm'), down)).toBeUndefined();
  expect(fold(log(curtain, up, { kind: 'curtain down', body: {} }), resolved).volunteersUp).toBe(0);
});

test('of two windows the one that closes first stands first', () => {
  const timer = (id: string, toS: number) => ({
    ...steps[0]!,
    id,
    text: id,
    timer: { label: id, fromS: 0, toS },
  });
  const two = script(
    showOf(
      [demo('can', { steps: [timer('one', 300), timer('two', 60), { ...steps[1]!, id: 'three' }] })],
      [item('can')],
    ),
  );
  const done = (stepId: string): Happening => ({ kind: 'step done', body: { itemId: 'i-can', stepId } });
  const { windows } = cue(two, fold(log(curtain, begun('can'), done('one'), done('two')), two))!;
  expect(windows.map((w) => w.label)).toEqual(['two', 'one']);
});

test('who is asked not to come up is asked with everything else; a guest is asked nothing where none does a step', () => {
  const shocks = demo('dome', {
    volunteers: 1,
    hazards: ['high voltage'],
    notFor: ['heart device', 'pregnancy'],
  });
  const resolved = script(showOf([shocks], [item('dome')]));
  const state = fold(log(curtain, begun('dome')), resolved);
  expect(volunteersNow(resolved, state)!.ask).toContain(
    'Not for anybody with: heart device, pregnancy. Then please watch from here.',
  );
  expect(askGuest(resolved, state)).toEqual([]);
});
