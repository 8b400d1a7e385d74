import fc from 'fast-check';
import { plan } from '../../plan';
import { script } from '../../script';
import { applyChange, type ShowFile } from '../../show';
import { demo, good, item, showOf, task } from '../../testing/hall-show';
import { instance } from '../../testing/instances';
import { mayDo, workOf } from '../work';
import { place, type Placement } from './place';

const anyShow = fc
  .record({
    seed: fc.nat(100_000),
    items: fc.integer({ min: 2, max: 9 }),
    tasks: fc.integer({ min: 1, max: 16 }),
    people: fc.integer({ min: 1, max: 4 }),
    vessels: fc.integer({ min: 0, max: 2 }),
    inShowPct: fc.constantFrom(0, 30, 70),
  })
  .map(({ seed, ...size }) => instance(seed, size));

/** What the words of the model claim, checked against the file itself rather than against the network made of it. */
function claims(file: ShowFile, { timetable, conflicts, broken }: Placement): void {
  const { items, tasks, resets } = timetable;
  const itemOf = new Map(items.map((i) => [i.itemId, i]));
  items.forEach((it, i) => expect(it.startS).toBeGreaterThanOrEqual(i ? items[i - 1]!.endS : 0));
  for (const { personId, arrivesS } of timetable.arrivals) {
    const spans = [
      ...items.filter((i) => [i.presenterId, ...i.helperIds].includes(personId)),
      ...tasks.filter((t) => t.personId === personId).map((t) => ({ startS: t.startS, endS: t.handsOffS })),
      ...resets.filter((r) => r.personId === personId),
    ].filter((s) => s.endS > s.startS);
    spans.sort((a, b) => a.startS - b.startS);
    spans.forEach((s, i) => i && expect(s.startS).toBeGreaterThanOrEqual(spans[i - 1]!.endS));
    spans.forEach((s) => expect(s.startS).toBeGreaterThanOrEqual(arrivesS));
  }
  for (const planned of tasks) {
    const source = file.show.items.find((i) => i.id === planned.itemId)!;
    const doc = script(file)
      .byItem.get(source.id)!
      .demo!.prep.find((p) => p.id === planned.taskId)!;
    expect(
      mayDo(
        file.crew.find((p) => p.id === planned.personId),
        doc.who,
      ),
    ).toBe(true);
    expect(planned.readyS).toBeLessThanOrEqual(itemOf.get(planned.itemId)!.startS);
    expect(planned.readyS).toBeLessThanOrEqual(planned.usedS);
    if (doc.inShow) expect(planned.startS).toBeGreaterThanOrEqual(0);
    if (!conflicts.length && !broken.length && planned.staleS !== undefined)
      expect(planned.staleS).toBeGreaterThanOrEqual(planned.usedS);
    // The float moves nothing else: at either end everything above would still hold.
    expect(planned.earliestS).toBeLessThanOrEqual(planned.startS);
    expect(planned.latestS).toBeGreaterThanOrEqual(planned.startS);
  }
  for (const reset of resets) {
    const planned = itemOf.get(reset.itemId)!;
    expect(reset.startS).toBeGreaterThanOrEqual(planned.endS);
    const { mark } = file.demos.find((d) => `i-${d.id}` === reset.itemId)!;
    const next = items.find(
      (i) =>
        i.startS >= planned.endS &&
        i !== planned &&
        file.demos.some((d) => `i-${d.id}` === i.itemId && d.mark === mark),
    );
    if (next) expect(next.startS).toBeGreaterThanOrEqual(reset.endS);
  }
}

test('every placing satisfies every constraint it claims', () => {
  fc.assert(
    fc.property(anyShow, (file) => claims(file, place(script(file)))),
    { seed: 21, numRuns: 150 },
  );
});

test('every link of the network, the decided ones too, holds in the settled times', () => {
  fc.assert(
    fc.property(anyShow, (file) => {
      const { links, settled } = place(script(file));
      for (const { from, to, lagS } of links)
        expect(settled.times[to]!).toBeGreaterThanOrEqual(settled.times[from]! + lagS);
    }),
    { seed: 22, numRuns: 150 },
  );
});

test('scarce kit is never in more places than there are pieces, or the plan says that it is short', () => {
  fc.assert(
    fc.property(anyShow, (file) => {
      const { needs, findings } = plan(file, { plays: 0, budget: 50_000 });
      for (const kit of needs.kit)
        if (kit.short > 0) expect(findings).toContainEqual(expect.objectContaining({ code: 'kit-short' }));
    }),
    { seed: 23, numRuns: 80 },
  );
});

test('equal input gives equal output, whatever was computed before', () => {
  fc.assert(
    fc.property(anyShow, anyShow, (a, b) => {
      const first = plan(a, { plays: 200, seed: 3 });
      plan(b, { plays: 50 });
      expect(plan(structuredClone(a), { plays: 200, seed: 3 })).toEqual(first);
    }),
    { seed: 24, numRuns: 25 },
  );
});

test('removing an item never makes the show end later by more than the waits it caused', () => {
  fc.assert(
    fc.property(anyShow, fc.nat(8), (file, n) => {
      const before = place(script(file));
      const gone = before.timetable.items[n % before.timetable.items.length]!;
      const show = applyChange(file.show, { kind: 'remove-items', itemIds: [gone.itemId] });
      const after = place(script({ ...file, show }));
      fc.pre(before.timetable.provenBest && after.timetable.provenBest);
      // While the item was on, others had time to prepare: at most as much as it lasted turns into waiting.
      expect(after.timetable.endS).toBeLessThanOrEqual(before.timetable.endS);
    }),
    { seed: 25, numRuns: 100 },
  );
});

describe('the model', () => {
  test('a task begun on stage in an earlier item needs no hands behind, and lies within that item', () => {
    const soak = demo('egg', {
      prep: [
        task('drop', {
          handsOnS: 10,
          readyAfterS: 280,
          staleAfterS: 700,
          who: { kind: 'skill', value: 'cryogen' },
        }),
      ],
    });
    const file = showOf(
      [demo('a'), demo('b'), soak],
      [item('a'), item('b'), item('egg', { tasks: [{ taskId: 'drop', inItemId: 'i-a' }] })],
    );
    const { timetable, findings } = plan(file, { plays: 0 });
    const drop = timetable.tasks[0]!;
    expect(drop).toMatchObject({ hostItemId: 'i-a', personId: 'ann' });
    expect(drop.startS).toBeGreaterThanOrEqual(0);
    expect(drop.handsOffS).toBeLessThanOrEqual(300);
    expect(findings.map((f) => f.code)).not.toContain('nobody');
    // Ann does it, and is not cleared for it.
    expect(findings).toContainEqual(expect.objectContaining({ code: 'no-skill', level: 'stop' }));
  });

  test('a task begun too early in the show is stale whatever one does, and the circle says why', () => {
    const soak = demo('egg', { prep: [task('drop', { handsOnS: 10, readyAfterS: 60, staleAfterS: 120 })] });
    const file = showOf(
      [demo('a'), demo('b'), demo('c'), soak],
      [item('a'), item('b'), item('c'), item('egg', { tasks: [{ taskId: 'drop', inItemId: 'i-a' }] })],
    );
    const finding = plan(file, { plays: 0 }).findings.find((f) => f.code === 'contradiction')!;
    expect(finding.message).toContain('has to be done before “a” ends, after 5 min');
    expect(finding.message).toContain('stale');
    // a ends at 300 and drop leaves the hands by then; egg cannot begin before 900: 600 − 120 too late.
    expect(finding.numbers.excessS).toBe(480);
    const behind = finding.fixes.find((f) => f.label.startsWith('Begin “drop” behind the scenes'))!;
    const mended = { ...file, show: applyChange(file.show, behind.change!) };
    expect(plan(mended, { plays: 0 }).findings.map((f) => f.code)).not.toContain('contradiction');
  });

  test('a fixed time is waited for, and one that cannot be kept names what stands before it', () => {
    const at = (clock: string) => showOf([demo('a'), demo('b')], [item('a'), item('b', { at: clock })]);
    expect(place(script(at('14:07'))).timetable.items[1]).toMatchObject({ startS: 420, waitS: 120 });
    const late = plan(at('14:03'), { plays: 0 }).findings.find((f) => f.code === 'contradiction')!;
    expect(late.message).toContain('“a” takes 5 min before “b” can begin');
    expect(late.message).toContain('“b” is fixed for 14:03');
    expect(late.numbers.excessS).toBe(120);
    expect(late.fixes.map((f) => f.label)).toContain('Fix “b” for 14:05 instead');
  });

  test('a locked start is kept where hands allow; where the only person is on stage it moves, and says so', () => {
    const locked = (startS: number) =>
      showOf(
        [demo('a'), demo('b', { prep: [task('rig', { who: { kind: 'person', value: 'ann' } })] })],
        [
          item('a', { presenterId: 'ann', at: '14:00' }),
          item('b', { presenterId: 'ben', tasks: [{ taskId: 'rig', startS }] }),
        ],
      );
    expect(place(script(locked(-600))).timetable.tasks[0]).toMatchObject({ startS: -600, locked: true });
    const found = plan(locked(100), { plays: 0 }).findings.find((f) => f.code === 'two-places')!;
    expect(found.message).toContain('“rig” is locked at 14:01');
  });

  test('hands are taken from someone before they leave, and a stage without them is a stop', () => {
    const file = showOf([demo('a'), demo('b')], [item('a'), item('b', { presenterId: 'ben' })]);
    file.show.crew[1]!.leaves = '14:08';
    expect(plan(file, { plays: 0 }).findings).toContainEqual(
      expect.objectContaining({ code: 'two-places', numbers: { lateS: 120 } }),
    );
  });

  test('a flame forbidden before doors is prepared after them', () => {
    const file = showOf([demo('a', { prep: [task('light', { hazards: ['flame'] })] })]);
    expect(place(script(file)).timetable.tasks[0]!.startS).toBe(-5400);
    file.show.bans = [{ hazard: 'flame', before: '13:40' }];
    expect(place(script(file)).timetable.tasks[0]!.startS).toBe(-1200);
  });

  test.each<[string, string, (f: ShowFile) => void]>([
    ['work before the house opens', 'outside-hours', (f) => (f.venue.opens = '14:03')],
    ['a house that closes too soon', 'outside-hours', (f) => (f.venue.closes = '14:05')],
    [
      'a bang after the hour',
      'not-allowed-now',
      (f) => (f.show.bans = [{ hazard: 'noise', after: '14:02' }]),
    ],
    ['a hard end too soon', 'hard-end', (f) => (f.show.hardEnd = '14:08')],
    ['a reset after the end', 'reset-after-end', () => undefined],
    ['two bangs with no call', 'loud-no-call', () => undefined],
    ['ten minutes of only watching', 'long-gap', () => undefined],
  ])('%s is found', (_words, code, spoil) => {
    const loud = { hazards: ['noise' as const] };
    const file = showOf([
      demo('a', { ...loud, prep: [task('p', { who: { kind: 'role', value: 'technician' } })] }),
      demo('b', { ...loud, reset: { title: 'mop', handsOnS: 90, who: { kind: 'anyone' }, inView: false } }),
    ]);
    file.show.crew.forEach((p) => (p.arrives = '13:58'));
    spoil(file);
    expect(plan(file, { plays: 0 }).findings.map((f) => f.code)).toContain(code);
  });

  test('the call that is offered between two bangs settles them', () => {
    const file = showOf(['a', 'b'].map((id) => demo(id, { hazards: ['noise'] })));
    const finding = plan(file, { plays: 0 }).findings.find((f) => f.code === 'loud-no-call')!;
    const show = applyChange(file.show, finding.fixes[0]!.change!);
    expect(show.items.map((i) => i.kind)).toEqual(['demo', 'link', 'demo']);
    expect(plan({ ...file, show }, { plays: 0 }).findings.map((f) => f.code)).not.toContain('loud-no-call');
  });

  test('a set-up split off is an item of its own, and the showing keeps the rest of the time', () => {
    const laid = demo('chain', {
      steps: [
        { id: 's', kind: 'do', text: 'Lay it out', bestS: 60, likelyS: 90, worstS: 120, setUp: true },
        { id: 'p', kind: 'do', text: 'Knock it over', bestS: 20, likelyS: 30, worstS: 60 },
      ],
    });
    const file = showOf([demo('a'), laid], undefined, { stock: [good('flask', 'kit', 1)] });
    const timing = { bestS: 60, likelyS: 90, worstS: 120 };
    let show = applyChange(file.show, { kind: 'split-set-up', itemId: 'i-chain', newId: 'set', timing });
    expect(place(script({ ...file, show })).timetable.items.map((i) => i.endS - i.startS)).toEqual([
      300, 90, 30,
    ]);
    show = applyChange(show, { kind: 'move-item', itemId: 'set', toIndex: 0 });
    expect(plan({ ...file, show }, { plays: 0 }).findings).toContainEqual(
      expect.objectContaining({ code: 'mark-taken', itemId: 'i-a' }),
    );
    // Moved behind its showing it sets nothing up any more.
    show = applyChange(show, { kind: 'move-item', itemId: 'set', toIndex: 2 });
    expect(show.items[1]).not.toHaveProperty('setUpIn');
  });

  test('nobody is asked for more of a scarce vessel than fits, and borrowing one ends the wait', () => {
    const soak = (id: string) =>
      demo(id, {
        kit: [{ goodId: 'flask', count: 1, turnRoundS: 300 }],
        prep: [task('chill', { readyAfterS: 200, staleAfterS: 2000, holds: ['flask'] })],
      });
    const file = showOf([soak('a'), soak('b')], undefined, { stock: [good('flask', 'kit', 1)] });
    const { timetable } = place(script(file));
    // b's flask is dry at 600; a minute of hands and 200 s of chill later b can begin.
    expect(timetable.items[1]).toMatchObject({ startS: 860, waitS: 560 });
    expect(timetable.items[1]!.waitsFor!.message).toContain(
      '“chill” is not ready before 14:14, because “flask” is in use',
    );
    // One after the other whatever is decided, so there is nothing to search.
    expect(workOf(script(file)).scarce).toEqual([]);
  });
});
