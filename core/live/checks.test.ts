import { type Check, plan, type PlanFinding } from '../plan';
import { script } from '../script';
import { demo, good, item, record, showOf, task } from '../testing/hall-show';
import { instance, unruly } from '../testing/instances';
import { debrief } from './debrief';
import { event } from '../testing/log';
import type { Happening, RunEvent } from './events';
import { fold } from './fold';
import { gates, judge } from './gates';
import { liveLanding } from './landing';

const bath = {
  id: 'bath',
  what: 'The bath is warm',
  kind: 'measured' as const,
  unit: '°C',
  min: 40,
  must: true,
};
const file = showOf(
  [
    demo('soda', {
      mark: 'trolley',
      kit: [{ goodId: 'flask', count: 1, turnRoundS: 0 }],
      conditions: [bath],
      prep: [task('rinse', { beforeDoors: true }), task('warm', { readyAfterS: 600, staleAfterS: 700 })],
      retryS: 200,
    }),
    demo('foam', { consumables: [{ goodId: 'soda', amount: 2, per: 'attempt', wastePct: 0 }] }),
  ],
  [item('soda', { retries: 1 }), item('foam', { retries: 1 })],
  { stock: [good('soda', 'consumable', 9), good('flask', 'kit', 1)], record: [record('foam', 50, 50)] },
);
const planned = plan(file, { plays: 0 });
const checks = plan(file, { plays: 0 }).checks;
const at = (ms: number, id: string, h: Happening) => event(h, { id, at: ms, tick: ms + 1 });
const answer = (checkId: string, value: boolean | number) =>
  at(1, `c${checkId}`, { kind: 'check', body: { checkId, value } });

const named = (title: string): Check => checks.find((c) => c.title === title)!;

test('checks follow the walk along the stage: kit, consumables, prep before doors, conditions', () => {
  expect(checks.map((c) => [c.place, c.kind, c.title])).toEqual([
    ['front bench', 'present', 'soda'],
    ['trolley', 'present', 'flask'],
    ['trolley', 'yes-no', 'rinse: done'],
    ['trolley', 'yes-no', 'warm: done'],
    ['trolley', 'measured', 'The bath is warm'],
  ]);
});

test('what is packed is what is looked for', () => {
  expect(checks[0]!.detail).toBe('4 packed');
});

test.each([
  [39.9, 'fails'],
  [40, 'holds'],
  [undefined, 'open'],
  [false, 'fails'],
] as const)('a bath at %s %s', (value, verdict) => {
  expect(judge(named('The bath is warm'), value === undefined ? value : { value, at: 1 }, 1)).toBe(verdict);
});

test('an item is go when all its must-checks hold, and no-go with the reason when one fails', () => {
  const [flask, rinse, warm] = ['flask', 'rinse: done', 'The bath is warm'].map((title) => named(title).id);
  const open = gates(script(file), { checks, findings: [] }, fold([], script(file)), 1);
  expect(open[0]).toMatchObject({ verdict: 'open' });
  const cold = fold([answer(flask!, true), answer(rinse!, true), answer(warm!, 20)], script(file));
  expect(gates(script(file), { checks, findings: [] }, cold, 1)[0]).toMatchObject({
    verdict: 'no-go',
    reasons: ['The bath is warm: 20 °C, needed at least 40 °C'],
  });
  const ready = fold([answer(flask!, true), answer(rinse!, true), answer(warm!, 45)], script(file));
  expect(gates(script(file), { checks, findings: [] }, ready, 1).map((g) => g.verdict)).toEqual([
    'go',
    'open',
  ]);
});

test('what holds for a time goes stale, is asked for again, and may hold again', () => {
  const holding = { ...named('rinse: done'), holdsS: 60 };
  const verdicts = [60_000, 60_001].map((ms) => judge(holding, { value: true, at: 0 }, ms));
  expect(verdicts).toEqual(['holds', 'stale']);
  expect(judge(holding, { value: false, at: 0 }, 90_000)).toBe('fails');
  const all = checks.map((c) => ({ ...c, holdsS: 60 }));
  const state = fold(
    all.map((c) => answer(c.id, c.kind === 'measured' ? 45 : true)),
    script(file),
  );
  expect(gates(script(file), { checks: all, findings: [] }, state, 1000).map((g) => g.verdict)).toEqual([
    'go',
    'go',
  ]);
  expect(gates(script(file), { checks: all, findings: [] }, state, 90_000)[0]).toMatchObject({
    verdict: 'open',
    reasons: expect.arrayContaining(['flask: stale, look again']) as string[],
  });
});

test('one press says that all is there at a mark, and is taken back as one', () => {
  const ids = checks.filter((c) => c.kind !== 'measured').map((c) => c.id);
  const press = at(5, 'all', { kind: 'all there', body: { checkIds: ids } });
  const of = (...events: RunEvent[]) => fold(events, script(file)).checks.size;
  expect(of(press)).toBe(ids.length);
  expect(of(press, event({ kind: 'undo', body: { eventId: 'all' } }, { id: 'u', at: 6, tick: 99 }))).toBe(0);
});

test('what only comes up in the show holds nothing up until it fails; then it says how long it takes to mend', () => {
  const ready = checks
    .filter((c) => c.dueS === undefined)
    .map((c) => answer(c.id, c.kind === 'measured' ? 45 : true));
  const gate = (...more: RunEvent[]) =>
    gates(script(file), { checks, findings: [] }, fold([...ready, ...more], script(file)), 2)[0]!;
  expect(named('warm: done').dueS).toBeGreaterThan(planned.timetable.doorsS);
  expect(gate().verdict).toBe('go');
  expect(gate(answer(named('warm: done').id, false))).toMatchObject({ verdict: 'no-go', takesS: 660 });
});

test('a no-go stays one until it is mended, overruled with a reason, or its stand-by demo goes on', () => {
  const no = answer(named('flask').id, false);
  const gate = (...more: RunEvent[]) =>
    gates(script(file), { checks, findings: [] }, fold([no, ...more], script(file)), 2)[0]!;
  const said = (h: Happening) => at(9, 'said', h);
  expect(gate().verdict).toBe('no-go');
  expect(
    gate(said({ kind: 'overruled', body: { itemId: 'i-soda', reason: 'We play without it' } })),
  ).toMatchObject({
    verdict: 'overruled',
    reasons: ['flask is missing or not done', 'played anyway: We play without it'],
  });
  expect(gate(said({ kind: 'stand-by', body: { itemId: 'i-soda' } })).verdict).toBe('stand-by');
});

test('the order of an interlock is gone through before doors, and so are the calls', () => {
  const step = (id: string, kind: 'do' | 'shout', more = {}) => ({
    id,
    kind,
    text: id,
    bestS: 1,
    likelyS: 2,
    worstS: 3,
    ...more,
  });
  const dome = demo('dome', {
    steps: [
      step('Charge', 'do'),
      step('Ears!', 'shout'),
      step('Earth it', 'do', { interlock: true }),
      step('Bow', 'do'),
    ],
  });
  const list = plan(showOf([dome]), { plays: 0 }).checks;
  expect(list.map((c) => [c.title, c.must])).toEqual([
    ['Gone through in this order: “Charge”, then “Earth it”', true],
    ['Calls agreed: “Ears!”', false],
  ]);
});

describe('a show under way', () => {
  const started = [
    at(0, 'a', { kind: 'curtain', body: {} }),
    at(0, 'b', { kind: 'item begun', body: { itemId: 'i-soda' } }),
  ];
  const failed = at(290_000, 'd', { kind: 'attempt closed', body: { itemId: 'i-soda', outcome: 'failed' } });
  const land = (events: RunEvent[], nowS: number) =>
    liveLanding(script(file), fold(events, script(file)), nowS * 1000, {
      plays: 4000,
      seed: 1,
    });

  test('lands near its forecast while nothing is out of the ordinary', () => {
    expect(Math.abs(land(started, 1).endS.p50 - plan(file).bands!.endS.p50)).toBeLessThan(20);
  });

  test('an item that drags on pushes the landing back, and past its worst it counts as about to end', () => {
    expect(land(started, 400).endS.p50).toBeGreaterThan(land(started, 1).endS.p50 + 60);
    expect(land(started, 3000).endS.p10).toBeGreaterThan(3000);
  });

  test('a failure adds its retry to the landing', () => {
    expect(land([...started, failed], 290).endS.p50).toBeGreaterThan(land(started, 290).endS.p50 + 60);
  });

  test('after the curtain the landing is where it landed', () => {
    const down = [...started, at(500_000, 'z', { kind: 'curtain down', body: {} })];
    expect(land(down, 9999)).toMatchObject({ nowS: 500, endS: { p10: 500, p90: 500 }, itemsLeft: 0 });
  });
});

test('the debrief sets planned against actual and packed against used', () => {
  const events = [
    at(0, 'a', { kind: 'curtain', body: {} }),
    at(60_000, 'b', { kind: 'item begun', body: { itemId: 'i-foam' } }),
    at(160_000, 'c', { kind: 'attempt closed', body: { itemId: 'i-foam', outcome: 'worked' } }),
    at(400_000, 'd', { kind: 'curtain down', body: {} }),
    at(500_000, 'e', { kind: 'cause', body: { attemptId: 'c', cause: 'fresh yeast' } }),
    at(500_001, 'f', { kind: 'leftover', body: { goodId: 'soda', amount: 1 } }),
  ];
  const talk = debrief(script(file), planned, fold(events, script(file)));
  expect(talk.times[1]).toMatchObject({ itemId: 'i-foam', plannedS: 300, actualStartS: 60, actualS: 340 });
  expect(talk.times[0]!.actualS).toBeUndefined();
  expect(talk.leftovers).toMatchObject([{ goodId: 'soda', packed: 4, used: 2, expected: 2, counted: 1 }]);
  expect(talk.lines[0]).toMatchObject({ attempt: { outcome: 'worked', cause: 'fresh yeast' }, takesS: 340 });
});

describe('a stop of the plan', () => {
  const file = instance(3, { items: 5, tasks: 8, people: 2, vessels: 1, inShowPct: 40 });
  const planned = plan(file, { plays: 0, fixes: false });
  const resolved = script(file);
  const stop = (itemId?: string): PlanFinding => ({
    ...{ level: 'stop', code: 'bench', at: 0, message: 'hot foam and steam scald', numbers: {}, fixes: [] },
    ...(itemId && { itemId }),
  });
  const ofItem = file.show.items[0]!.id;
  const allYes = fold(
    planned.checks.map(({ id, min, max }, i) =>
      event(
        { kind: 'check', body: { checkId: id, value: min ?? max ?? true } },
        { id: `e${String(i).padStart(4, '0')}`, at: 1, tick: i + 1 },
      ),
    ),
    resolved,
  );
  const verdicts = (findings: PlanFinding[], state = allYes) =>
    gates(resolved, { checks: planned.checks, findings }, state, 2);

  test('is a no-go at its item, with its reason, though every check holds', () => {
    expect(verdicts([]).every((g) => g.verdict === 'go')).toBe(true);
    const [first, ...others] = verdicts([stop(ofItem)]);
    expect(first).toMatchObject({ verdict: 'no-go', isStopped: true, reasons: ['hot foam and steam scald'] });
    expect(others.every((g) => g.verdict === 'go')).toBe(true);
  });

  test('that belongs to no item is a no-go of the whole show', () => {
    expect(verdicts([stop()])[0]).toMatchObject({ itemId: '', title: 'The whole show', verdict: 'no-go' });
  });

  test('is played only with a reason, which is said', () => {
    const overruled = { ...allYes, items: new Map(allYes.items) };
    overruled.items.set(ofItem, { ...allYes.items.get(ofItem)!, overruled: 'the venue’s officer agreed' });
    expect(verdicts([stop(ofItem)], overruled)[0]).toMatchObject({
      verdict: 'overruled',
      reasons: ['hot foam and steam scald', 'played anyway: the venue’s officer agreed'],
    });
  });

  test('keeps every show from “all go”, whatever was checked', () => {
    for (let seed = 1; seed <= 40; seed++) {
      const wild = unruly(seed);
      const made = plan(wild, { plays: 0, fixes: false });
      const events = made.checks.map(({ id, min, max }, i) =>
        event(
          { kind: 'check', body: { checkId: id, value: min ?? max ?? true } },
          { id: `e${String(i).padStart(4, '0')}`, at: 1, tick: i + 1 },
        ),
      );
      const list = gates(script(wild), made, fold(events, script(wild)), 2);
      const hasStop = made.findings.some((f) => f.level === 'stop');
      expect(list.every((g) => g.verdict === 'go')).toBe(!hasStop);
    }
  });
});
