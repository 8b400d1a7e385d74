import fc from 'fast-check';
import { learn, trials } from '../logbook';
import { plan } from '../plan';
import { script, type Script } from '../script';
import { demo, item, showOf, task } from '../testing/hall-show';
import { logOf } from '../testing/log';
import { changeOptions } from './change-options';
import { isClickedThrough } from './click-through';
import { cue } from './cue';
import { attemptsOf, debrief, guessedNow } from './debrief';
import { tapOf, type Happening, type Recorded } from './events';
import { fold } from './fold';
import { heldBy } from './interlock';
import { lateWork, untickedWork } from './late-work';
import { closing, forward, missedAgain, nextItem, onceMore } from './moves';
import { playedAt, showingOf, tally } from './played';
import { wasSet } from './set';
import { holdsAheadS, slotEndS } from './slot';
import { itemsOf, onStage } from './slices/stage';
import { stageAlarm, stageWords } from './stage-words';
import { volunteersNow } from './volunteers';

const steps = ['one', 'two'].map((id) => ({
  id,
  kind: 'do' as const,
  text: id,
  ...{ bestS: 10, likelyS: 20, worstS: 30 },
}));

const bottle = demo('bottle', {
  steps,
  retries: 3,
  parameters: [
    { id: 'fuel', title: 'Fuel', unit: 'mL', usual: 10, min: 2, max: 40 },
    { id: 'neck', title: 'Neck', names: ['wide', 'narrow'] },
  ],
  variants: [{ id: 'big', title: 'Big', amounts: [], hazards: [], cautions: [] }],
  consumables: [{ goodId: 'soda', amount: 4, per: 'attempt', wastePct: 0, scalesWith: 'fuel' }],
  faults: [{ symptom: 'does not light', causes: [] }],
});
const pumps = demo('pumps', {
  steps,
  retries: 2,
  parameters: [{ id: 'pumps', title: 'Pumps', unit: 'pumps', usual: 4, min: 1, max: 10 }],
  reading: { title: 'Height', kind: 'number', unit: 'm', better: 'less' },
});
const ladder = (onFail: 'go on' | 'retry' | 'stop', levels = ['2', '4', '6']) =>
  script(
    showOf(
      [pumps, bottle],
      [
        item('pumps', { retries: 2, series: { parameterId: 'pumps', levels, onFail } }),
        item('bottle', { retries: 3 }),
      ],
    ),
  );
const plain = script(showOf([bottle, pumps], [item('bottle', { retries: 3 }), item('pumps')]));
const curtain: Happening = { kind: 'curtain', body: {} };
const begin = (demoId: string): Happening => ({ kind: 'item begun', body: { itemId: `i-${demoId}` } });

/** Presses one after another, each from the state that the ones before it left. */
function played(resolved: Script, ...presses: ((state: ReturnType<typeof fold>) => readonly Happening[])[]) {
  const recorded: Recorded[] = [tapOf([curtain, begin(resolved.items[0]!.item.demoId!)])];
  for (const press of presses) {
    const does = press(fold(logOf(...recorded), resolved));
    if (does.length > 0) recorded.push(tapOf(does));
  }
  return { state: fold(logOf(...recorded), resolved), recorded };
}

const on = (resolved: Script) => (state: ReturnType<typeof fold>) => forward(resolved, state).does;
const missed = (resolved: Script) => (state: ReturnType<typeof fold>) =>
  missedAgain(resolved, onStage(state)!);
const outcome = (what: 'worked' | 'partly' | 'failed' | 'not tried') => (state: ReturnType<typeof fold>) => [
  closing(onStage(state)!, what),
];
const again = (resolved: Script) => (state: ReturnType<typeof fold>) => [onceMore(resolved, onStage(state)!)];
/** Once more, changed: the press with this label. */
const changed = (resolved: Script, label: string) => (state: ReturnType<typeof fold>) =>
  changeOptions(resolved, onStage(state)!)
    .flatMap((option) => option.values)
    .find((value) => value.label === label)!.does;

describe('once more, changed', () => {
  test('attempt 2 has its own setting, and attempt 1 keeps the planned one; amounts follow', () => {
    const { state } = played(plain, outcome('failed'), changed(plain, '15 mL'), outcome('worked'));
    const bottleState = state.items.get('i-bottle')!;
    expect([...wasSet(plain, bottleState, 0)]).toContainEqual(['Fuel', '10 mL']);
    expect([...wasSet(plain, bottleState, 1)]).toContainEqual(['Fuel', '15 mL']);
    expect(playedAt(plain, bottleState, 1)!.showings[0]!.amounts).toEqual([6]);
    const lines = debrief(plain, plan(plain.file, { plays: 0 }), state);
    expect(lines.lines[1]!.changed).toEqual(['Fuel: 15 mL, was 10 mL']);
    // 4 for the first attempt, 6 for the second.
    expect(lines.leftovers[0]).toMatchObject({ goodId: 'soda', used: 10 });
    const [first, second] = attemptsOf('run', false, plain, state);
    expect([first!.set!.Fuel, second!.set!.Fuel]).toEqual(['10 mL', '15 mL']);
  });

  test('the same setting stays for a further go; a variant and something else can be changed too', () => {
    const { state } = played(
      plain,
      outcome('failed'),
      changed(plain, 'narrow'),
      missed(plain),
      outcome('failed'),
      changed(plain, 'Big'),
      outcome('failed'),
      changed(plain, 'Something else'),
      outcome('worked'),
    );
    const sets = [0, 1, 2, 3, 4].map((i) =>
      Object.fromEntries(wasSet(plain, state.items.get('i-bottle')!, i)),
    );
    expect(sets.map((s) => [s.Neck, s.variant, s['something else']])).toEqual([
      ['wide', 'as the demo', undefined],
      ['narrow', 'as the demo', undefined],
      ['narrow', 'as the demo', undefined],
      ['narrow', 'Big', undefined],
      ['narrow', 'Big', 'changed'],
    ]);
  });

  test('values are within the parameter’s limits, at hand, and never the present one', () => {
    const { state } = played(plain);
    const fuel = changeOptions(plain, onStage(state)!).find((o) => o.title === 'Fuel: 10 mL')!;
    expect(fuel.values.map((v) => v.label)).toEqual(['5 mL', '7.5 mL', '13 mL', '15 mL', '20 mL']);
    const one = played(ladder('go on'));
    const levels = changeOptions(ladder('go on'), onStage(one.state)!).find(
      (o) => o.title === 'Pumps: 2 pumps',
    )!;
    expect(levels.values.map((v) => v.label)).toEqual(['1 pumps', '3 pumps', '4 pumps', '6 pumps']);
  });
});

describe('a ladder', () => {
  test.each(['go on', 'retry', 'stop'] as const)('%s: “once more” repeats the rung that failed', (onFail) => {
    const resolved = ladder(onFail);
    const { state } = played(resolved, outcome('worked'), on(resolved), outcome('failed'), again(resolved));
    const { head, detail } = stageWords(resolved, state, cue(resolved, state));
    expect(head).toBe('1 · pumps');
    expect(detail).toBe('level 2 of 3: 4 pumps · attempt 3 · 1 missed');
    expect(itemsOf(state)[0]!.attempts.map((_, i) => showingOf(resolved, itemsOf(state)[0]!, i))).toEqual([
      0, 1,
    ]);
  });

  test('forward after a miss stays in the series while it is tried again', () => {
    const resolved = ladder('retry');
    const { state } = played(resolved, outcome('failed'));
    expect(forward(resolved, state)).toEqual({
      label: 'Again: level 1 of 3: 2 pumps',
      does: [{ kind: 'again', body: { itemId: 'i-pumps', showing: 0 } }],
    });
    const stopped = played(ladder('stop'), outcome('failed'));
    expect(forward(ladder('stop'), stopped.state).label).toBe('Begin: bottle');
  });

  test('a rung that failed and then worked is one showing, with two attempts at its level', () => {
    const resolved = ladder('go on');
    const { state } = played(resolved, outcome('failed'), again(resolved), outcome('worked'), on(resolved));
    const item0 = itemsOf(state)[0]!;
    expect(tally(resolved, item0)).toMatchObject({ worked: 1, failed: 1, shown: 1 });
    expect(attemptsOf('run', false, resolved, state).map((a) => a.level)).toEqual(['2', '2']);
    expect(cue(resolved, state)).toMatchObject({ showing: 2, level: '4 pumps' });
  });

  test('a changed level is learned as what it was', () => {
    const resolved = ladder('go on');
    const { state } = played(
      resolved,
      outcome('failed'),
      changed(resolved, '3 pumps'),
      outcome('worked'),
      on(resolved),
      outcome('worked'),
    );
    expect(attemptsOf('run', false, resolved, state).map((a) => a.level)).toEqual(['2', '3', '4']);
    const levels = trials(
      attemptsOf('run', false, resolved, state).map((a) => ({ ...a, venueId: 'hall' })),
      {},
    ).flatMap((t) => t.levels.map((l) => l.level));
    expect(levels).toContain('3 pumps');
  });
});

test('“not tried” goes on to the next item, and debrief and logbook count the same attempts', () => {
  const { state } = played(plain, outcome('not tried'));
  expect(forward(plain, state).label).toBe('Begin: pumps');
  const next = played(plain, outcome('not tried'), on(plain), outcome('worked'));
  const lines = debrief(plain, plan(plain.file, { plays: 0 }), next.state).lines;
  const tried = lines.filter((l) => l.attempt.outcome !== 'not tried');
  const record = learn(attemptsOf('run', false, plain, next.state));
  expect(tried).toHaveLength(record.reduce((sum, r) => sum + r.worked + r.failed, 0));
});

test('four misses of a knack are four presses, and their count stays in sight', () => {
  const { state, recorded } = played(plain, missed(plain), missed(plain), missed(plain), missed(plain));
  expect(recorded).toHaveLength(1 + 4);
  expect(stageWords(plain, state, cue(plain, state)).detail).toBe('attempt 5 · 4 missed');
  expect(state.items.get('i-bottle')!.attempts.map((a) => a.outcome)).toEqual(Array(4).fill('failed'));
});

test('an outcome for a go that is over is kept, shown, and teaches nothing', () => {
  const state = fold(
    logOf(
      curtain,
      begin('bottle'),
      { kind: 'attempt closed', body: { itemId: 'i-bottle', outcome: 'failed', go: 1 } },
      { kind: 'again', body: { itemId: 'i-bottle', showing: 0 } },
      { kind: 'attempt closed', body: { itemId: 'i-bottle', outcome: 'worked', go: 1 } },
    ),
    plain,
  );
  expect(state.items.get('i-bottle')!.attempts).toHaveLength(1);
  expect(debrief(plain, plan(plain.file, { plays: 0 }), state).tooLate).toMatchObject([
    { title: 'bottle', outcome: 'worked' },
  ]);
});

test('hitches and near misses are marked with one press, and described at the debrief', () => {
  const { state, recorded } = played(plain, missed(plain), () => [
    { kind: 'hitch', body: { itemId: 'i-bottle' } },
  ]);
  expect(onStage(state)!.closed).toBe(false);
  const [hitch] = state.incidents;
  expect(hitch).toMatchObject({ kind: 'hitch', itemId: 'i-bottle', n: 2 });
  const described = fold(
    logOf(...recorded, { kind: 'described', body: { eventId: hitch!.id, text: 'The lid jumped' } }),
    plain,
  );
  expect(debrief(plain, plan(plain.file, { plays: 0 }), described).incidents).toMatchObject([
    { title: 'bottle', text: 'The lid jumped' },
  ]);
});

test('a volunteer who says no, leaves or was picked before is a number, and the next is asked', () => {
  const spin = demo('spin', { steps, volunteers: 2 });
  const resolved = script(showOf([spin], [item('spin')]));
  const volunteer = (what: 'said no' | 'left' | 'picked before'): Happening => ({
    kind: 'volunteer',
    body: { itemId: 'i-spin', what },
  });
  const up: Happening = { kind: 'volunteers', body: { itemId: 'i-spin', count: 2 } };
  const now = (...more: Happening[]) => {
    const state = fold(logOf(curtain, begin('spin'), ...more), resolved);
    return {
      volunteers: volunteersNow(resolved, state)!,
      told: debrief(resolved, plan(resolved.file, { plays: 0 }), state).volunteers,
    };
  };
  expect(now(volunteer('said no'), volunteer('said no')).volunteers).toMatchObject({ saidNo: 2, up: 0 });
  expect(now(volunteer('said no')).volunteers.ask.length).toBeGreaterThan(0);
  expect(now(up, volunteer('left')).volunteers).toMatchObject({ up: 1, wanted: 2 });
  expect(now(up, volunteer('left')).volunteers.ask.length).toBeGreaterThan(0);
  expect(now(volunteer('picked before')).told).toEqual([
    { title: 'spin', saidNo: 0, left: 0, pickedBefore: 1 },
  ]);
});

test('what the audience guesses is kept beside the result', () => {
  const guessing = demo('sink', {
    steps: [{ ...steps[0]!, guess: 'number', guessUnit: 'cm' }, steps[1]!],
    reading: { title: 'Depth', kind: 'number', unit: 'cm' },
  });
  const resolved = script(showOf([guessing], [item('sink')]));
  const guess: Happening = { kind: 'guess', body: { itemId: 'i-sink', stepId: 'one', value: 60 } };
  const before = fold(logOf(curtain, begin('sink')), resolved);
  expect(cue(resolved, before)!.guess?.id).toBe('one');
  const told = fold(logOf(curtain, begin('sink'), guess), resolved);
  expect(guessedNow(resolved, onStage(told)!)).toEqual(['60 cm']);
  const after = fold(
    logOf(curtain, begin('sink'), guess, {
      kind: 'attempt closed',
      body: { itemId: 'i-sink', outcome: 'worked' },
    }),
    resolved,
  );
  expect(guessedNow(resolved, onStage(after)!)).toEqual(['60 cm']);
  expect(debrief(resolved, plan(resolved.file, { plays: 0 }), after).lines[0]!.guesses).toEqual(['60 cm']);
});

describe('late is not never', () => {
  const soaking = demo('soak', { steps, prep: [task('dip', { handsOnS: 30 })] });
  const resolved = script(
    showOf(
      [bottle, soaking, pumps],
      [item('bottle'), item('soak', { tasks: [{ taskId: 'dip', inItemId: 'i-bottle' }] }), item('pumps')],
    ),
  );
  const dip: Happening = { kind: 'task done', body: { itemId: 'i-soak', taskId: 'dip' } };
  const state = (...more: Happening[]) => fold(logOf(curtain, begin('bottle'), ...more), resolved);
  const worked: Happening = { kind: 'attempt closed', body: { itemId: 'i-soak', outcome: 'worked' } };
  const down: Happening = { kind: 'curtain down', body: {} };

  test('work whose item is over can be ticked until the curtain falls', () => {
    expect(lateWork(resolved, state())).toEqual([]);
    expect(lateWork(resolved, state(begin('soak'))).map((w) => w.taskId)).toEqual(['dip']);
    expect(lateWork(resolved, state(begin('soak'), worked, begin('pumps'))).map((w) => w.taskId)).toEqual([
      'dip',
    ]);
    expect(lateWork(resolved, state(begin('soak'), dip))).toEqual([]);
    expect(lateWork(resolved, state(begin('soak'), down))).toEqual([]);
  });

  test('never ticked, the debrief asks, and until then the attempt teaches nothing', () => {
    const over = [begin('soak'), worked, down];
    const learned = (...more: Happening[]) =>
      attemptsOf('run', false, resolved, state(...over, ...more)).map((a) => a.demoId);
    const answer = (done: boolean): Happening => ({
      kind: 'work answered',
      body: { itemId: 'i-soak', taskId: 'dip', done },
    });
    expect(untickedWork(resolved, state(...over))).toMatchObject([{ taskId: 'dip', done: undefined }]);
    expect([learned(), learned(answer(false)), learned(answer(true))]).toEqual([[], [], ['soak']]);
    expect(attemptsOf('run', false, resolved, state(dip, ...over)).map((a) => a.demoId)).toEqual(['soak']);
  });
});

test('“partly” does not ask for interlocks that lie ahead; leaving the item does', () => {
  const dome = demo('dome', { steps: [steps[0]!, { ...steps[1]!, interlock: true }] });
  const resolved = script(showOf([dome, bottle], [item('dome'), item('bottle')]));
  const step: Happening = { kind: 'step done', body: { itemId: 'i-dome', stepId: 'one' } };
  const partly: Happening = { kind: 'attempt closed', body: { itemId: 'i-dome', outcome: 'partly' } };
  const before = fold(logOf(curtain, begin('dome'), step), resolved);
  expect(heldBy(resolved, before, [partly])).toEqual([]);
  expect(heldBy(resolved, before, [{ ...partly, body: { ...partly.body, outcome: 'failed' } }])).toHaveLength(
    1,
  );
  const after = fold(logOf(curtain, begin('dome'), step, partly), resolved);
  expect(heldBy(resolved, after, [begin('bottle')]).map((s) => s.id)).toEqual(['two']);
  const taken = fold(
    logOf(curtain, begin('dome'), step, partly, {
      kind: 'step done',
      body: { itemId: 'i-dome', stepId: 'two' },
    }),
    resolved,
  );
  expect(heldBy(resolved, taken, [begin('bottle')])).toEqual([]);
});

describe('the contest clock', () => {
  const file = showOf(
    [bottle, pumps],
    [
      item('bottle'),
      {
        ...item('pumps'),
        id: 'i-judges',
        kind: 'hold',
        title: 'Judges',
        timing: { bestS: 30, likelyS: 45, worstS: 60 },
      },
      item('pumps'),
    ],
  );
  delete (file.show.items[1] as { demoId?: string }).demoId;
  file.show.slotMin = 5;
  file.show.slotWaits = true;
  const resolved = script(file);
  const at = (second: number) => 1_000_000 + second * 1000;
  const state = (...more: (readonly [number, Happening])[]) =>
    fold(
      logOf(curtain, begin('bottle'), ...more.map(([, h]) => h)).map((e, i) => ({
        ...e,
        at: at(i < 2 ? 0 : more[i - 2]![0]),
      })),
      resolved,
    );
  test('starts at the slot’s own length, and stands still while a planned hold is on', () => {
    expect(slotEndS(resolved, state(), at(0))).toBe(300);
    const judges: Happening = { kind: 'item begun', body: { itemId: 'i-judges' } };
    // 100 s in, the judges come: 20 s later the end has moved by 20 s.
    expect(slotEndS(resolved, state([100, judges]), at(120))).toBe(320);
    expect(slotEndS(resolved, state([100, judges], [150, begin('pumps')]), at(200))).toBe(350);
    expect(holdsAheadS(resolved, state(), at(0))).toBe(45);
    expect(holdsAheadS(resolved, state([100, judges]), at(120))).toBe(25);
    expect(holdsAheadS(resolved, state([100, judges], [150, begin('pumps')]), at(200))).toBe(0);
  });
});

test('one state changes the whole screen: held before no-go, before over time, before failed', () => {
  const gate = {
    itemId: 'i-bottle',
    title: 'bottle',
    verdict: 'no-go' as const,
    reasons: ['Basin is missing'],
  };
  const failed = played(plain, outcome('failed')).state;
  expect(stageAlarm(plain, failed, undefined, 60)).toMatchObject({ kind: 'failed' });
  expect(stageAlarm(plain, failed, undefined, -61)).toMatchObject({
    kind: 'over',
    message: '1 min 1 s over the slot',
  });
  expect(stageAlarm(plain, failed, gate, -61)).toMatchObject({ kind: 'no-go', message: 'Basin is missing' });
  const held = played(plain, () => [{ kind: 'hold', body: {} }]).state;
  expect(stageAlarm(plain, held, gate, 60)).toMatchObject({
    kind: 'held',
    message: 'the slot is still running',
  });
  expect(stageAlarm(plain, played(plain).state, undefined, 60)).toBeUndefined();
});

test('a pick has its number, a talk its key words, larger than all else', () => {
  const spin = demo('spin', { steps, volunteers: 2 });
  const file = showOf([spin, bottle], [item('spin'), item('bottle')]);
  file.show.items.unshift(
    {
      id: 'talk',
      kind: 'link',
      title: 'Air has weight',
      showings: 1,
      retries: 0,
      helperIds: [],
      keyWords: ['10 t on you'],
    },
    { id: 'pick', kind: 'volunteer pick', title: 'Volunteers', showings: 1, retries: 0, helperIds: [] },
  );
  const resolved = script(file);
  const words = (itemId: string) => {
    const state = fold(logOf(curtain, { kind: 'item begun', body: { itemId } }), resolved);
    return stageWords(resolved, state, cue(resolved, state));
  };
  expect(words('talk').keyWords).toEqual(['10 t on you']);
  expect(words('pick').value).toBe('2 volunteers');
});

test('of a choice, what there is to pick and then what was picked is larger than all else', () => {
  const file = showOf([bottle, pumps], [item('bottle')]);
  const { demoId: _demo, ...plainItem } = file.show.items[0]!;
  file.show.items = [
    {
      ...plainItem,
      kind: 'choice',
      title: 'Your pick',
      options: [
        { demoId: 'bottle', share: 30 },
        { demoId: 'pumps', share: 70 },
      ],
    },
  ];
  const resolved = script(file);
  const words = (...more: Happening[]) => {
    const state = fold(logOf(curtain, begin('bottle'), ...more), resolved);
    return stageWords(resolved, state, cue(resolved, state));
  };
  expect(words().value).toBe('pumps or bottle?');
  const picked: Happening = { kind: 'chosen', body: { itemId: 'i-bottle', demoId: 'bottle' } };
  expect(words(picked)).toMatchObject({ value: 'bottle', line: 'one' });
  expect(
    words(picked, { kind: 'step done', body: { itemId: 'i-bottle', stepId: 'one' } }).value,
  ).toBeUndefined();
});

test('a run that was clicked through teaches nothing, unless somebody says that it counts', () => {
  const many = ['a', 'b', 'c'].map((id) => demo(id));
  const resolved = script(
    showOf(
      many,
      many.map(({ id }) => item(id)),
    ),
  );
  const run = (each: number, ...more: Happening[]) => {
    const happenings = [
      curtain,
      ...many.flatMap(({ id }): Happening[] => [
        begin(id),
        { kind: 'attempt closed', body: { itemId: `i-${id}`, outcome: 'worked' } },
      ]),
      { kind: 'curtain down', body: {} } as Happening,
      ...more,
    ];
    return fold(
      logOf(...happenings).map((e, i) => ({ ...e, at: 1_000_000 + i * each * 500 })),
      resolved,
    );
  };
  expect(isClickedThrough(resolved, run(3))).toBe(true);
  expect(attemptsOf('run', false, resolved, run(3))).toEqual([]);
  expect(isClickedThrough(resolved, run(200))).toBe(false);
  expect(attemptsOf('run', false, resolved, run(3, { kind: 'counts all the same', body: {} }))).toHaveLength(
    3,
  );
});

describe('whatever is pressed', () => {
  const resolved = ladder('go on');
  const PRESSES = [
    'on',
    'missed',
    'worked',
    'failed',
    'partly',
    'not tried',
    'again',
    'changed',
    'hitch',
    'undo',
  ] as const;
  type Pressed = { n: number; itemId: string; outcome: string; pumps: string; showing: number };
  const arbitraryPresses = fc.array(fc.tuple(fc.constantFrom(...PRESSES), fc.nat(7)), { maxLength: 40 });

  /** Presses at random, as the stage allows them; beside the log, a plain list of what each attempt was. */
  function press(all: readonly (readonly [(typeof PRESSES)[number], number])[]) {
    const recorded: Recorded[] = [tapOf([curtain, begin('pumps')])];
    const states = [fold(logOf(...recorded), resolved)];
    let list: Pressed[] = [];
    const lists = [list];
    for (const [what, pick] of all) {
      const state = states.at(-1)!;
      const current = onStage(state);
      const isOpen = current?.status === 'now' && !current.closed && state.phase === 'running';
      const made = (outcome: string): Pressed => ({
        n: current!.attempts.length + 1,
        itemId: current!.itemId,
        outcome,
        pumps: current!.itemId === 'i-pumps' ? (cue(resolved, state)!.level ?? '') : '',
        showing: cue(resolved, state)!.showing - 1,
      });
      let does: readonly Happening[] = [];
      let next = list;
      if (what === 'on') {
        does = forward(resolved, state).does;
        if (does.some((d) => d.kind === 'attempt closed')) next = [...list, made('worked')];
      } else if (what === 'missed' && isOpen) {
        does = missedAgain(resolved, current);
        next = [...list, made('failed')];
      } else if (
        (what === 'worked' || what === 'failed' || what === 'partly' || what === 'not tried') &&
        isOpen
      ) {
        does = [closing(current, what)];
        next = [...list, made(what)];
      } else if (what === 'again' && current?.closed && current.status === 'now' && state.phase === 'running')
        does = [onceMore(resolved, current)];
      else if (what === 'changed' && current?.status === 'now' && state.phase === 'running') {
        const values = changeOptions(resolved, current).flatMap((o) => o.values);
        does = values.length ? values[pick % values.length]!.does : [];
      } else if (what === 'hitch' && isOpen) does = [{ kind: 'hitch', body: { itemId: current.itemId } }];
      else if (what === 'undo' && state.lastUndoable !== undefined && states.length > 1) {
        recorded.push({ kind: 'undo', body: { eventId: state.lastUndoable } });
        states.pop();
        lists.pop();
        list = lists.at(-1)!;
        expect(plainOf(fold(logOf(...recorded), resolved))).toEqual(plainOf(states.at(-1)!));
        continue;
      }
      if (does.length === 0) continue;
      recorded.push(tapOf(does));
      list = next;
      lists.push(list);
      states.push(fold(logOf(...recorded), resolved));
    }
    return { state: states.at(-1)!, list };
  }

  /** A state without its clock: undoing restores everything else. */
  const plainOf = (state: ReturnType<typeof fold>) =>
    JSON.parse(
      JSON.stringify(
        { ...state, items: [...state.items], tasksDone: [...state.tasksDone] },
        (key, value: unknown) =>
          [
            'lastUndoable',
            'at',
            'id',
            'since',
            'from',
            'to',
            'goAt',
            'begunAt',
            'endedAt',
            'curtainAt',
            'downAt',
          ].includes(key)
            ? undefined
            : value,
      ),
    ) as unknown;

  test('setting, level and outcome of every attempt read back as pressed; undo restores what was', () => {
    fc.assert(
      fc.property(arbitraryPresses, (presses) => {
        const { state, list } = press(presses);
        const read = itemsOf(state).flatMap((itemState) =>
          itemState.attempts.map((attempt, i) => ({
            n: attempt.n,
            itemId: itemState.itemId,
            outcome: attempt.outcome,
            pumps: itemState.itemId === 'i-pumps' ? (wasSet(resolved, itemState, i).get('Pumps') ?? '') : '',
            showing: showingOf(resolved, itemState, i),
          })),
        );
        const sorted = (all: Pressed[]) =>
          [...all].sort((a, b) => a.itemId.localeCompare(b.itemId) || a.n - b.n);
        expect(sorted(read)).toEqual(sorted(list));
      }),
      { numRuns: 150, seed: 28 },
    );
  });

  test('what was used up is a plain count over the log', () => {
    fc.assert(
      fc.property(arbitraryPresses, (presses) => {
        const { state } = press([['on', 0], ['on', 0], ['not tried', 0], ['on', 0], ...presses]);
        const bottleState = state.items.get('i-bottle')!;
        const fuelML = (i: number) =>
          Number(/^[\d.]+/.exec(wasSet(resolved, bottleState, i).get('Fuel')!)![0]);
        const tried = bottleState.attempts.flatMap((a, i) => (a.outcome === 'not tried' ? [] : [fuelML(i)]));
        const counted = tried.reduce((sum, mL) => sum + (4 * mL) / 10, 0);
        const used = debrief(resolved, PLAN, state).leftovers.find((l) => l.goodId === 'soda')!.used;
        expect(used).toBeCloseTo(counted, 6);
      }),
      { numRuns: 100, seed: 29 },
    );
  });
  const PLAN = plan(resolved.file, { plays: 0 });
});

test('the next item is the one after what is on', () => {
  const { state } = played(plain);
  expect(nextItem(state)?.itemId).toBe('i-pumps');
});
