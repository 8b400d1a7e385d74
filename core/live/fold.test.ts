import fc from 'fast-check';
import { script } from '../script';
import { demo, item, showOf } from '../testing/hall-show';
import { logOf as log } from '../testing/log';
import { attemptsOf } from './debrief';
import { readRunEvent, type Happening } from './events';
import { fold } from './fold';
import { attemptsTakeS, itemsOf } from './slices/stage';
import { cue, forward, mayRetry, nextItem, owed, toPick } from './moves';

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

test('"forward" leads from curtain-up through steps, outcome, further showing and next item to curtain down', () => {
  const happenings: Happening[] = [];
  const labels: string[] = [];
  for (let i = 0; i < 30; i++) {
    const state = fold(log(...happenings), script(file));
    if (state.phase === 'down') break;
    const move = forward(script(file), state);
    labels.push(move.label);
    happenings.push(move.happening ?? closed(state.now!.slice(2), 'worked'));
  }
  expect(labels).toEqual([
    'Curtain up',
    'Begin: foam',
    'Next step',
    'Next step',
    'How did it go?',
    'Show it again (2 of 2)',
    'Next step',
    'Next step',
    'How did it go?',
    'Begin: can',
    'Next step',
    'Next step',
    'How did it go?',
    'Curtain down',
  ]);
});

test('a failed attempt may be tried again while retries last', () => {
  const failed = fold(log(curtain, begun('can'), closed('can', 'failed', 'too cold')), script(file));
  expect(mayRetry(script(file), failed)).toBe(true);
  const twice = fold(
    log(curtain, begun('can'), closed('can', 'failed'), again('can'), closed('can', 'failed')),
    script(file),
  );
  expect(mayRetry(script(file), twice)).toBe(false);
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
  const window = (...more: Happening[]) =>
    cue(script(timed), fold(log(curtain, begun('can'), done('one'), ...more), script(timed)))!.window;
  expect(window()).toMatchObject({ fromS: 75, since: 1_020_000 });
  expect(window(done('two'))).toMatchObject({ since: 1_020_000 });
  expect(window(done('two'), closed('can', 'worked'))).toBeUndefined();
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

const anyHappening: fc.Arbitrary<Happening> = fc.oneof(
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
  fc.nat(12).map((n): Happening => ({ kind: 'undo', body: { eventId: `e${String(n).padStart(3, '0')}` } })),
);

test('events may come in any order, and twice: every device that has the same events has the same state', () => {
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
      expect(() => forward(script(file), state)).not.toThrow();
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
  const of = script(showOf([long, round], [{ ...item('long'), id: 'pick', kind: 'choice', options }]));
  const stateOf = (...happenings: Happening[]) => fold(log(...happenings), of);
  const begun: Happening[] = [
    { kind: 'curtain', body: {} },
    { kind: 'item begun', body: { itemId: 'pick' } },
  ];
  const chosen: Happening = { kind: 'chosen', body: { itemId: 'pick', demoId: 'round' } };
  expect(forward(of, stateOf(...begun))).toEqual({ label: 'Which one?' });
  expect(toPick(of, stateOf(...begun).items.get('pick')!).map((p) => p.title)).toEqual(['Long', 'Round']);
  expect(cue(of, stateOf(...begun, chosen))?.step?.text).toBe('Knot it');
  const closed: Happening = { kind: 'attempt closed', body: { itemId: 'pick', outcome: 'worked' } };
  const done = stateOf(...begun, chosen, closed);
  expect(attemptsOf('run', false, of, done).map((a) => a.demoId)).toEqual(['round']);
  // Once it was tried it is not something else any more.
  const late = stateOf(...begun, chosen, closed, {
    kind: 'chosen',
    body: { itemId: 'pick', demoId: 'long' },
  });
  expect(attemptsOf('run', false, of, late).map((a) => a.demoId)).toEqual(['round']);
});

test('a failed rung does not end a ladder: forward goes on to the next level, to the last', () => {
  const rungs = demo('rungs', { parameters: [{ id: 'n', title: 'N', unit: '', usual: 1, min: 1, max: 3 }] });
  const levels = ['1', '2', '3'];
  const of = script(
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
    const move = forward(of, fold(log(...happenings), of));
    labels.push(move.label);
    if (move.happening?.kind === 'again') happenings.push(move.happening);
  }
  expect(labels).toEqual(['Next: 2 (2 of 3)', 'Next: 3 (3 of 3)', 'Curtain down']);
});
