import fc from 'fast-check';
import { rule, type AnyRule, type Finding } from '../../findings';
import { script } from '../../script';
import { applyChange, type ShowFile } from '../../show';
import { demo, good, item, record, showOf, task } from '../../testing/hall-show';
import { plan } from '../plan';
import type { FindingCode } from './codes';
import { REASONS } from '../../timetable';
import { BREAKABLE } from './broken';
import { loudNoCall, RULES, wetByVoltage } from '.';

const found = (file: ShowFile, plays = 0) => plan(file, { plays }).findings;
const the = (file: ShowFile, code: FindingCode, plays = 0) =>
  found(file, plays).find((f) => f.code === code)!;
const mended = (file: ShowFile, finding: Finding, n = 0) => ({
  ...file,
  show: applyChange(file.show, finding.fixes[n]!.change!),
});

describe('a plan that fits on paper and mostly does not on the day', () => {
  const risky = () => {
    const file = showOf(
      ['a', 'b', 'c'].map((id) => demo(id, { retryS: 300 })),
      [item('a', { retries: 2 }), item('b', { retries: 2, worth: 4 }), item('c', { retries: 2, worth: 1 })],
      { record: ['a', 'b', 'c'].map((id) => record(id, 5, 5)) },
    );
    file.show.slotMin = 17;
    return file;
  };

  test('is a caution with the odds and what one in ten overruns by', () => {
    const { bands } = plan(risky());
    const finding = the(risky(), 'slot-odds', 10_000);
    expect(finding.level).toBe('caution');
    expect(finding.numbers.withinSlot).toBe(bands!.withinSlot);
    expect(finding.message).toContain(`${Math.round(bands!.withinSlot * 100)} % of simulated shows`);
  });

  test('offers the cut of least worth, and taking it lands the show', () => {
    const file = risky();
    file.show.slotMin = 28;
    const finding = the(file, 'slot-odds', 10_000);
    expect(finding.fixes).toHaveLength(1);
    expect(finding.fixes[0]!.change).toEqual({ kind: 'remove-items', itemIds: ['i-c'] });
    expect(plan(mended(file, finding)).bands!.withinSlot).toBeGreaterThan(0.9);
  });

  test('says nothing where the odds are good, or where the plan itself is over', () => {
    const roomy = risky();
    roomy.show.slotMin = 60;
    expect(the(roomy, 'slot-odds', 2000)).toBeUndefined();
    const over = risky();
    over.show.slotMin = 5;
    expect(the(over, 'slot-odds', 2000)).toBeUndefined();
    expect(the(over, 'overrun', 2000)).toBeDefined();
  });
});

test('what belongs before doors and cannot be done by then is explained with its times, and asking somebody in mends it', () => {
  const file = showOf([
    demo('first'),
    demo('fog', { prep: [task('fill', { handsOnS: 600, beforeDoors: true })] }),
  ]);
  file.show.crew.forEach((p) => (p.arrives = '13:35'));
  const finding = the(file, 'contradiction');
  expect(finding).toMatchObject({ level: 'stop', numbers: { excessS: 300 }, itemId: 'i-fog' });
  expect(finding.message).toBe(
    'These cannot all hold: “fill” waits for Ann, who arrives at 13:35; and “fill” (10 min) has to be done before doors at 13:40. That is 5 min too little.',
  );
  expect(finding.fixes[0]!.label).toMatch(/^Ask (Ann|Ben) in for 13:30$/);
  expect(the(mended(file, finding), 'contradiction')).toBeUndefined();
});

test('two tasks before doors and hands for one: the second is late, and says by how much', () => {
  const fill = task('fill', { handsOnS: 400, beforeDoors: true, who: { kind: 'role', value: 'technician' } });
  const file = showOf([demo('fog', { prep: [fill] }), demo('foam', { prep: [fill] })]);
  file.show.crew[1]!.arrives = '13:30';
  const finding = the(file, 'not-ready');
  expect(finding).toMatchObject({ level: 'caution', numbers: { missS: 200 } });
  expect(the(mended(file, finding), 'not-ready')).toBeUndefined();
});

test('a station still being reset when the next demo wants it: that demo waits, and says for what', () => {
  const reset = { title: 'mop', handsOnS: 500, who: { kind: 'anyone' as const }, inView: false };
  const file = showOf([demo('foam', { reset }), demo('can')]);
  expect(the(file, 'reset-late')).toMatchObject({ itemId: 'i-can', numbers: { waitS: 500 } });
  const apart = showOf([demo('foam', { reset }), demo('can', { mark: 'trolley' })]);
  expect(the(apart, 'reset-late')).toBeUndefined();
});

test('a task nobody of the crew may do is a stop that says for what', () => {
  const chill = task('chill', { who: { kind: 'skill', value: 'cryogen' } });
  expect(the(showOf([demo('fog', { prep: [chill] })]), 'no-skill').message).toBe(
    'Nobody in the crew with the skill “cryogen” to do “chill”.',
  );
  const byRole = task('rig', { who: { kind: 'role', value: 'technician' } });
  expect(plan(showOf([demo('fog', { prep: [byRole] })]), { plays: 0 }).timetable.tasks[0]!.personId).toBe(
    'ben',
  );
});

test('a show without crew says that nobody presents', () => {
  const file = showOf([demo('a')]);
  file.show.crew = [];
  expect(the(file, 'nobody')).toMatchObject({ level: 'stop', itemId: 'i-a' });
});

test('somebody on stage before they arrive: the offered arrival mends it', () => {
  const file = showOf([demo('a'), demo('b')], [item('a'), item('b', { helperIds: ['ben'] })]);
  file.show.crew[1]!.arrives = '14:20';
  const finding = the(file, 'two-places');
  expect(finding.message).toBe('Ben arrives 15 min after “b” begins.');
  expect(the(mended(file, finding), 'two-places')).toBeUndefined();
});

test('an open action on a demo that is not played stays away, one on the show stands at its top', () => {
  const file = showOf([demo('a')], undefined, {
    actions: [
      { id: '1', text: 'elsewhere', on: 'demo', onId: 'ghost' },
      { id: '2', text: 'new banner', on: 'show', onId: 'show' },
    ],
  });
  const actions = found(file).filter((f) => f.code === 'action');
  expect(actions.map((f) => f.message)).toEqual(['From the debrief: new banner']);
});

// Whatever the show, a finding must be something a person can act on.
test('every finding has a sentence, finite numbers, a moment, and fixes that apply', () => {
  const anyShow = fc
    .record({
      lengths: fc.array(fc.integer({ min: 30, max: 1500 }), { minLength: 1, maxLength: 5 }),
      prepS: fc.nat(900),
      standS: fc.nat(2000),
      freshS: fc.nat(600),
      arrives: fc.constantFrom('12:30', '13:45', '14:05'),
      slotMin: fc.integer({ min: 5, max: 60 }),
    })
    .map(({ lengths, prepS, standS, freshS, arrives, slotMin }) => {
      const file = showOf(
        lengths.map((_, i) =>
          demo(`d${i}`, {
            kit: [{ goodId: 'flask', count: 1, turnRoundS: 300 }],
            prep: [task('p', { handsOnS: prepS, readyAfterS: standS, staleAfterS: standS + freshS })],
          }),
        ),
        lengths.map((s, i) => item(`d${i}`, { worth: 3, timing: { bestS: s, likelyS: s, worstS: s } })),
        { stock: [good('flask', 'kit', 1)] },
      );
      file.show.crew.forEach((p) => (p.arrives = arrives));
      file.show.slotMin = slotMin;
      return file;
    });
  fc.assert(
    fc.property(anyShow, (file) => {
      for (const finding of found(file, 50)) {
        expect(finding.message).toMatch(/\.$|^From the debrief/);
        expect(Number.isFinite(finding.at)).toBe(true);
        for (const n of Object.values(finding.numbers)) expect(Number.isFinite(n)).toBe(true);
        for (const { label, change } of finding.fixes) {
          expect(label.length).toBeGreaterThan(5);
          if (change) expect(applyChange(file.show, change)).not.toEqual(file.show);
        }
      }
    }),
    { seed: 31, numRuns: 120 },
  );
});

describe('rules are rows', () => {
  // Type tests: these lines must not compile, and the type check fails should one of them ever do.
  const { overrun: _gone, ...lacking } = RULES;
  // @ts-expect-error A code without its rules.
  const missingCode: typeof RULES = lacking;
  // @ts-expect-error A code with no rule at all.
  const noRule: typeof RULES = { ...RULES, overrun: [] };
  const { source: _source, ...row } = {
    ...rule({
      id: 'x',
      level: 'note',
      source: 'y',
      findMatches: () => [1],
      findPlace: () => ({ at: 0 }),
      message: () => '',
    }),
  };
  // @ts-expect-error A rule that does not say where it comes from.
  const noSource: AnyRule<unknown> = row;

  test('every rule stands under its own code and names its source', () => {
    expect([missingCode, noRule, noSource]).toHaveLength(3);
    for (const [code, rows] of Object.entries(RULES))
      for (const row of rows) {
        expect(row.id).toBe(code);
        expect(row.source).not.toBe('');
      }
  });

  test('what weighs an order is what a plan says of it', () => {
    const wet = demo('wet', { hazards: ['slippery floor'] });
    const live = demo('live', { hazards: ['high voltage'] });
    const loud = ['x', 'y'].map((id) => demo(id, { hazards: ['noise'] }));
    const file = showOf([wet, live, ...loud]);
    const order = script(file);
    expect(wetByVoltage(order)).toBe(1);
    expect(loudNoCall.count(order)).toBe(1);
    const { findings } = plan(file, { plays: 0 });
    expect(findings.filter((f) => f.code === 'wet-by-voltage')).toMatchObject([
      { level: 'caution', itemId: 'i-live', message: expect.stringContaining('a dry floor for ten minutes') },
    ]);
    expect(findings.filter((f) => f.code === 'loud-no-call')).toHaveLength(1);
  });
});

test('every limit that gives way has words for when a plan does not keep it', () => {
  const soft = Object.entries(REASONS).filter(([, reason]) => reason.givesWay !== 'never');
  expect(soft.map(([kind]) => kind).sort()).toEqual([...BREAKABLE].sort());
});
