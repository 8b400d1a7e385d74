import { learn } from '../logbook';
import { oddsOf } from '../script';
import { plan } from '../plan';
import { script } from '../script';
import type { NeedRule } from '../show';
import { demo, good, item, showOf, task } from '../testing/hall-show';
import { event } from '../testing/log';
import { itemsOf } from './slices/stage';
import { attemptsOf, debrief, paceOfRun, sleepsOf } from './debrief';
import type { Happening, RunEvent } from './events';
import { fold } from './fold';
import { gates } from './gates';
import { remarksOf } from './remarks';

const at = (second: number, h: Happening): RunEvent =>
  event(h, { id: `e${String(second).padStart(5, '0')}`, at: 1_000_000 + second * 1000, tick: second + 1 });
const begun = (second: number, itemId: string) => at(second, { kind: 'item begun', body: { itemId } });
const closed = (
  second: number,
  itemId: string,
  outcome: 'worked' | 'failed' | 'partly' | 'not tried',
  symptom?: string,
) => at(second, { kind: 'attempt closed', body: { itemId, outcome, ...(symptom && { symptom }) } });
const again = (second: number, itemId: string) => at(second, { kind: 'again', body: { itemId } });

describe('what was used', () => {
  const used = (per: NeedRule, ...events: RunEvent[]) => {
    const file = showOf(
      [demo('foam', { volunteers: 2, consumables: [{ goodId: 'soda', amount: 3, per, wastePct: 10 }] })],
      [item('foam', { showings: 2, retries: 2 })],
    );
    return debrief(script(file), plan(file, { plays: 0 }), fold(events, script(file))).leftovers[0]!;
  };
  const played = [
    begun(0, 'i-foam'),
    closed(10, 'i-foam', 'failed'),
    again(11, 'i-foam'),
    closed(20, 'i-foam', 'worked'),
    again(21, 'i-foam'),
    closed(30, 'i-foam', 'worked'),
  ];

  // 3.3 each, by hand: three attempts, two showings, one show, two volunteers, ninety heads. Pieces are rounded on the
  // shelf: five shows that use 3.6 each take 18 in all, not 20.
  test.each<[NeedRule, number]>([
    ['attempt', 9.9],
    ['showing', 6.6],
    ['show', 3.3],
    ['volunteer', 6.6],
    ['head', 297],
  ])('per %s is %d', (per, amount) => expect(used(per, ...played).used).toBe(amount));

  test('a failed rung of a ladder uses up its things', () => {
    const consumables = [
      { goodId: 'soda', amount: 7, per: 'showing' as const, wastePct: 0, scalesWith: 'n' },
    ];
    const parameters = [{ id: 'n', title: 'Pieces', usual: 7, min: 1, max: 10 }];
    const file = showOf(
      [demo('foam', { consumables, parameters })],
      [item('foam', { series: { parameterId: 'n', levels: ['1', '2', '3'], onFail: 'go on' } })],
    );
    const rungs = [
      begun(0, 'i-foam'),
      closed(10, 'i-foam', 'worked'),
      again(11, 'i-foam'),
      closed(20, 'i-foam', 'failed'),
      again(21, 'i-foam'),
      closed(30, 'i-foam', 'worked'),
    ];
    const state = fold(rungs, script(file));
    expect(debrief(script(file), plan(file, { plays: 0 }), state).leftovers[0]!.used).toBe(6);
  });

  test('of a choice, only what was picked is used', () => {
    const soda = { goodId: 'soda', per: 'attempt' as const, wastePct: 0 };
    const file = showOf(
      [
        demo('long', { consumables: [{ ...soda, amount: 3 }] }),
        demo('round', { consumables: [{ ...soda, amount: 50 }] }),
      ],
      [
        {
          ...item('long'),
          kind: 'choice',
          options: ['long', 'round'].map((demoId) => ({ demoId, share: 50 })),
        },
      ],
    );
    const events = [
      begun(0, 'i-long'),
      at(1, { kind: 'chosen', body: { itemId: 'i-long', demoId: 'long' } }),
      closed(10, 'i-long', 'worked'),
    ];
    const state = fold(events, script(file));
    expect(debrief(script(file), plan(file, { plays: 0 }), state).leftovers[0]!.used).toBe(3);
  });

  test('where others come up for each showing, by how many showings there were', () => {
    const consumables = [{ goodId: 'soda', amount: 1, per: 'volunteer' as const, wastePct: 0 }];
    const file = showOf(
      [demo('foam', { volunteers: 2, volunteersChange: true, consumables })],
      [item('foam', { showings: 3, retries: 2 })],
    );
    const of = (...events: RunEvent[]) =>
      debrief(script(file), plan(file, { plays: 0 }), fold(events, script(file))).leftovers[0]!.used;
    expect([of(...played.slice(0, 2)), of(...played.slice(0, 4)), of(...played)]).toEqual([2, 2, 4]);
  });

  test('nothing, where it was not tried', () => {
    expect(used('attempt', begun(0, 'i-foam'), closed(9, 'i-foam', 'not tried')).used).toBe(0);
    expect(used('head').used).toBe(0);
  });

  test('never leaves less than nothing', () => {
    const many = Array.from({ length: 12 }, (_, i) => [
      closed(i * 10 + 5, 'i-foam', 'failed'),
      again(i * 10 + 6, 'i-foam'),
    ]);
    expect(used('attempt', begun(0, 'i-foam'), ...many.flat()).expected).toBe(0);
  });
});

describe('a device that slept inside an item', () => {
  const file = showOf([demo('foam')], [item('foam')]);
  const slept = at(20, { kind: 'slept', body: { from: 1_020_000, to: 2_220_000 } });
  const events = [begun(0, 'i-foam'), slept, closed(1300, 'i-foam', 'worked')];
  const learned = (...more: RunEvent[]) =>
    learn(attemptsOf('run', false, script(file), fold([...events, ...more], script(file))))[0]!;
  const answered = (wentOn: boolean) =>
    at(1400, { kind: 'sleep answered', body: { sleepId: slept.id, wentOn } });

  test('teaches no time until somebody says that the show went on', () => {
    expect(learned()).toMatchObject({ worked: 1, playsS: [] });
    expect(learned(answered(false)).playsS).toEqual([]);
    expect(learned(answered(true)).playsS).toEqual([1300]);
  });

  test('is asked about with the item that was on', () => {
    const state = fold(events, script(file));
    expect(sleepsOf(state, () => 'Foam')).toMatchObject([{ titles: ['Foam'], wentOn: undefined }]);
    expect(paceOfRun(script(file), state)).toBeUndefined();
  });

  test('a doze of a few seconds, or one between items, is no matter', () => {
    const doze = at(20, { kind: 'slept', body: { from: 1_020_000, to: 1_040_000 } });
    const before = at(1, { kind: 'slept', body: { from: 100_000, to: 900_000 } });
    const state = fold([begun(0, 'i-foam'), doze, before, closed(60, 'i-foam', 'worked')], script(file));
    expect(learn(attemptsOf('run', false, script(file), state))[0]!.playsS).toEqual([60]);
    expect(sleepsOf(state, () => 'Foam')).toHaveLength(1);
  });
});

describe('the talk', () => {
  const causes = [{ cause: 'too cold', quickTest: 'feel it', cure: 'warm it' }];
  const file = showOf(
    [demo('bottle', { faults: [{ symptom: 'does not light', causes }] })],
    [item('bottle', { retries: 1 })],
  );
  const planned = plan(file, { plays: 0 });
  const log = [begun(0, 'i-bottle'), closed(60, 'i-bottle', 'failed', 'does not light')];

  test('offers the causes of what was seen, and none for what is not listed', () => {
    expect(debrief(script(file), planned, fold(log, script(file))).lines[0]!.likely).toMatchObject(causes);
    const other = [log[0]!, closed(60, 'i-bottle', 'failed', 'smells odd')];
    expect(debrief(script(file), planned, fold(other, script(file))).lines[0]!.likely).toEqual([]);
  });

  test('keeps notes, near misses, changes, and actions until they are closed', () => {
    const state = fold(
      [
        ...log,
        at(100, { kind: 'note', body: { text: 'loud', nearMiss: true, itemId: 'i-bottle' } }),
        at(101, { kind: 'change', body: { attemptId: log[1]!.id, text: 'warmed it' } }),
        at(102, { kind: 'action', body: { text: 'buy a heater', on: 'venue', onId: 'hall' } }),
        at(103, { kind: 'action closed', body: { actionId: 'e00102' } }),
      ],
      script(file),
    );
    expect([...state.notes]).toMatchObject([{ text: 'loud', nearMiss: true, itemId: 'i-bottle' }]);
    expect(itemsOf(state)[0]!.attempts[0]!.change).toBe('warmed it');
    expect(state.actions).toMatchObject([{ text: 'buy a heater', done: true }]);
  });

  test('a failure that is logged lowers the odds that the next plan rests on', () => {
    const attempts = attemptsOf('run', false, script(file), fold(log, script(file)));
    const [after] = learn(attempts);
    expect(oddsOf(after, 0.8).mean).toBeLessThan(oddsOf(undefined, 0.8).mean);
    const next = { ...file, record: [after!] };
    expect(plan(next).bands!.items[0]!.failsForGood).toBeGreaterThan(
      plan(file).bands!.items[0]!.failsForGood,
    );
  });

  test('what is used by the minute is used for as long as the item was on', () => {
    const by = demo('fog', { consumables: [{ goodId: 'soda', amount: 10, per: 'minute', wastePct: 0 }] });
    const fog = showOf([by, demo('next')]);
    const after = [begun(0, 'i-fog'), closed(100, 'i-fog', 'worked'), begun(150, 'i-next')];
    expect(debrief(script(fog), plan(fog, { plays: 0 }), fold(after, script(fog))).leftovers[0]!.used).toBe(
      25,
    );
  });

  test('a word about an attempt that is not there is passed over', () => {
    const stray = at(100, { kind: 'cause', body: { attemptId: 'ghost', cause: 'x' } });
    expect(fold([...log, stray], script(file))).toEqual({
      ...fold(log, script(file)),
      lastUndoable: log[1]!.id,
    });
  });
});

describe('checks before doors', () => {
  const flask = { kit: [{ goodId: 'flask', count: 2, turnRoundS: 0 }] };

  test('one kit on one mark is one check for all its items, and the larger count is looked for', () => {
    const one = { kit: [{ goodId: 'flask', count: 1, turnRoundS: 0 }] };
    const file = showOf([demo('a', one), demo('b', flask), demo('c', { ...one, mark: 'trolley' })]);
    const checks = plan(file, { plays: 0 }).checks;
    expect(checks.map((c) => [c.place, c.detail, c.itemIds])).toEqual([
      ['front bench', '2 of them', ['i-a', 'i-b']],
      ['trolley', '', ['i-c']],
    ]);
  });

  test('marks are in the order of the venue', () => {
    const file = showOf([demo('a', flask), demo('b', { ...flask, mark: 'floor' })]);
    file.venue.marks = [{ id: 'floor', name: 'floor front', kind: 'floor', spots: 1 }, ...file.venue.marks];
    expect(plan(file, { plays: 0 }).checks.map((c) => c.place)).toEqual(['floor front', 'front bench']);
  });

  test('preparation that begins after doors comes up when it is ready', () => {
    const file = showOf([demo('a'), demo('b', { prep: [task('late', { staleAfterS: 60 })] })]);
    expect(plan(file, { plays: 0 }).checks).toMatchObject([{ dueS: 285 }]);
  });

  test('what may be missing does not hold an item back', () => {
    const file = showOf([
      demo('a', { conditions: [{ id: 'c', what: 'A spare', kind: 'yes-no', must: false }] }),
    ]);
    const checks = plan(file, { plays: 0 }).checks;
    const no = fold([at(1, { kind: 'check', body: { checkId: checks[0]!.id, value: false } })], script(file));
    expect(gates(script(file), { checks, findings: [] }, no, 1)[0]!.verdict).toBe('go');
  });

  test('an answer taken back is open again, and the newest answer counts', () => {
    const file = showOf([demo('a', flask)], undefined, { stock: [good('flask', 'kit', 2)] });
    const checks = plan(file, { plays: 0 }).checks;
    const say = (second: number, value: boolean | null) =>
      at(second, { kind: 'check', body: { checkId: checks[0]!.id, value } });
    const verdict = (...events: RunEvent[]) =>
      gates(script(file), { checks, findings: [] }, fold(events, script(file)), 1)[0]!.verdict;
    expect(verdict(say(1, true))).toBe('go');
    expect(verdict(say(1, true), say(2, false))).toBe('no-go');
    expect(verdict(say(2, false), say(1, true))).toBe('no-go');
    expect(verdict(say(1, true), say(2, null))).toBe('open');
  });
});

describe('what was set, and what was changed since', () => {
  const bottle = demo('bottle', {
    parameters: [
      { id: 'size', title: 'bottle', unit: 'L', usual: 0.5, min: 0.5, max: 2 },
      { id: 'metal', title: 'metal', names: ['copper', 'brass', 'lead'] },
    ],
    retries: 2,
  });
  const file = showOf(
    [bottle],
    [
      item('bottle', { id: 'one', retries: 2 }),
      item('bottle', {
        id: 'two',
        showings: 2,
        settings: [{ parameterId: 'size', value: 1.5 }],
        series: { parameterId: 'metal', levels: ['copper', 'lead'], onFail: 'go on' },
      }),
    ],
  );
  const resolved = script(file);
  const lines = (...events: RunEvent[]) =>
    debrief(resolved, plan(file, { plays: 0 }), fold(events, resolved)).lines;

  test('by settings, usual values and the level of a series, against the attempt before at the same demo', () => {
    const [first, retry, copper, lead] = lines(
      begun(0, 'one'),
      closed(10, 'one', 'failed'),
      again(11, 'one'),
      closed(20, 'one', 'worked'),
      begun(30, 'two'),
      closed(40, 'two', 'failed'),
      again(41, 'two'),
      closed(50, 'two', 'worked'),
    );
    expect(first!.set).toEqual(['bottle: 0.5 L', 'metal: copper']);
    expect([first!.changed, first!.afterFailure]).toEqual([[], false]);
    expect([retry!.changed, retry!.afterFailure]).toEqual([[], true]);
    expect([copper!.changed, copper!.afterFailure]).toEqual([['bottle: 1.5 L, was 0.5 L'], false]);
    expect([lead!.changed, lead!.afterFailure]).toEqual([['metal: lead, was copper'], true]);
  });

  test('in the order in which it was played, not that of the plan', () => {
    const [one, two] = lines(
      begun(0, 'two'),
      closed(10, 'two', 'failed'),
      begun(20, 'one'),
      closed(30, 'one', 'worked'),
    );
    expect(one!.changed).toEqual(['bottle: 0.5 L, was 1.5 L']);
    expect([two!.changed, two!.afterFailure]).toEqual([[], false]);
  });

  test('what was written is about the demo it was written on', () => {
    const events = [
      begun(0, 'one'),
      closed(10, 'one', 'failed', 'no pop'),
      at(11, { kind: 'cause', body: { attemptId: 'e00010', cause: 'a wet stopper' } }),
      at(12, { kind: 'change', body: { attemptId: 'e00010', text: 'dried it' } }),
      at(13, { kind: 'note', body: { text: 'too dark', itemId: 'one' } }),
      at(14, { kind: 'note', body: { text: 'it fell', itemId: 'two', nearMiss: true } }),
      at(15, { kind: 'note', body: { text: 'a fine evening' } }),
      at(16, { kind: 'note', body: { text: 'of nothing here', itemId: 'gone' } }),
    ];
    expect(
      remarksOf(resolved, fold(events, resolved)).map(({ demoId, kind, text }) => [demoId, kind, text]),
    ).toEqual([
      ['bottle', 'note', 'too dark'],
      ['bottle', 'near miss', 'it fell'],
      ['bottle', 'cause', 'no pop: a wet stopper'],
      ['bottle', 'change', 'dried it'],
    ]);
  });
});
