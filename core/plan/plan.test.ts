import fc from 'fast-check';
import { applyChange, type ShowFile } from '../show';
import { demo, good, hallShow, item, record, showOf, task } from '../testing/hall-show';
import { plan } from './plan';
import type { FindingCode } from './rules';

const quick = (file: ShowFile) => plan(file, { plays: 0 });
const codes = (file: ShowFile) => quick(file).findings.map((f) => f.code);

test('items follow one another from curtain-up', () => {
  const { timetable } = quick(showOf([demo('foam'), demo('can')]));
  expect(timetable.items.map((i) => [i.startS, i.endS])).toEqual([
    [0, 300],
    [300, 600],
  ]);
  expect(timetable.slotEndS).toBe(2700);
});

test('further showings and a reset in view are stage time; a reset behind is not', () => {
  const inView = demo('a', { reset: { title: 'wipe', handsOnS: 40, who: { kind: 'anyone' }, inView: true } });
  const behind = demo('b', { reset: { title: 'mop', handsOnS: 40, who: { kind: 'anyone' }, inView: false } });
  const { timetable } = quick(showOf([inView, behind], [item('a', { showings: 3 }), item('b')]));
  expect(timetable.items[0]!.endS).toBe(300 + 2 * 60 + 40);
  expect(timetable.resets).toMatchObject([{ itemId: 'i-b', startS: 760, endS: 800, personId: 'ben' }]);
});

test('what goes stale is placed back from its item: ready a minute before it is wanted, and the hands before it', () => {
  const soak = demo('soda', {
    prep: [task('warm', { handsOnS: 120, readyAfterS: 1200, staleAfterS: 1800 })],
  });
  const { timetable } = quick(showOf([demo('first'), soak]));
  expect(timetable.tasks[0]).toMatchObject({
    startS: 240 - 1200 - 120,
    readyS: 240,
    staleS: 840,
    usedS: 300,
    latestS: 300 - 1200 - 120,
    earliestS: 300 - 1800 - 120,
  });
});

test('what keeps is done as soon as somebody is there, and says until when it can wait', () => {
  const file = showOf([demo('first'), demo('b', { prep: [task('light', { handsOnS: 100 })] })]);
  const { timetable } = quick(file);
  expect(timetable.tasks[0]).toMatchObject({
    startS: -5400,
    earliestS: -5400,
    latestS: 200,
    personId: 'ben',
  });
  // The call is for the job as it is planned; how late it could start is a figure of its own.
  expect([timetable.crewCallS, timetable.firstJobByS]).toEqual([-5400, 0]);
  expect(timetable.arrivals[1]).toMatchObject({ personId: 'ben', callS: -5400, neededS: 200 });
});

test('a chain is placed link by link, each ready before the one that follows', () => {
  const chain = demo('fog', {
    prep: [
      task('fill', { beforeDoors: true }),
      task('heat', { afterTaskId: 'fill', readyAfterS: 300, staleAfterS: 300 }),
    ],
  });
  const { timetable } = quick(showOf([chain]));
  const [fill, heat] = ['fill', 'heat'].map((id) => timetable.tasks.find((t) => t.taskId === id)!);
  expect(fill!.readyS).toBeLessThanOrEqual(heat!.startS);
  expect(fill!.handsOffS).toBeLessThanOrEqual(timetable.doorsS);
  expect(heat!.readyS).toBe(0);
});

test('a presenter on stage does not prepare: the other does', () => {
  const second = demo('b', { prep: [task('light', { handsOnS: 100, staleAfterS: 0 })] });
  expect(quick(showOf([demo('a'), second])).timetable.tasks[0]).toMatchObject({
    personId: 'ben',
    startS: 200,
  });
});

test('no window is broken while waiting can keep it: the bottle is warmed when hands are free, and its item waits', () => {
  const soda = demo('soda', { prep: [task('warm', { handsOnS: 60, readyAfterS: 60, staleAfterS: 300 })] });
  const busy = item('long', { helperIds: ['ben'], timing: { bestS: 900, likelyS: 900, worstS: 900 } });
  const { findings: found, timetable } = quick(showOf([demo('long'), soda], [busy, item('soda')]));
  expect(timetable.items[1]).toMatchObject({ startS: 1020, waitS: 120 });
  expect(found.find((f) => f.code === 'dead-air')!.message).toBe(
    '2 min of dead air before “soda”: “warm” is not ready before 14:17, because Ben has no free hands before 14:15 (on stage in “long”).',
  );
  expect(found.map((f) => f.code)).not.toContain('gone-stale');
});

test('preparation that cannot be ready delays its item, and the wait is dead air with its cause and a fix', () => {
  const soda = demo('soda', { prep: [task('warm', { handsOnS: 60, readyAfterS: 1200 })] });
  const file = showOf([soda]);
  file.show.crew.forEach((p) => (p.arrives = '13:50'));
  const result = quick(file);
  expect(result.timetable.items[0]).toMatchObject({ startS: 660, waitS: 660 });
  const finding = result.findings.find((f) => f.code === 'dead-air')!;
  expect(finding.message).toContain('warm');
  const mended = { ...file, show: applyChange(file.show, finding.fixes[0]!.change!) };
  expect(quick(mended).timetable.deadAirS).toBe(0);
});

test('an overrun says by how much and offers the cuttable item of least worth that saves enough', () => {
  const demos = ['a', 'b', 'c'].map((id) => demo(id));
  const file = showOf(demos, [item('a', { worth: 4 }), item('b', { worth: 2 }), item('c')]);
  file.show.slotMin = 12;
  const finding = quick(file).findings.find((f) => f.code === 'overrun')!;
  expect(finding).toMatchObject({
    level: 'stop',
    numbers: { overS: 180 },
    message: 'The show runs 3 min over its slot.',
  });
  expect(finding.fixes[0]!.change!).toEqual({ kind: 'remove-items', itemIds: ['i-b'] });
  expect(codes({ ...file, show: applyChange(file.show, finding.fixes[0]!.change!) })).not.toContain(
    'overrun',
  );
});

test.each<[string, FindingCode, (f: ShowFile) => void]>([
  ['nobody cleared for flame on stage', 'no-skill', (f) => (f.show.items[0]!.presenterId = 'ben')],
  ['a venue that allows no flame', 'flame-not-allowed', (f) => (f.venue.flameAllowed = false)],
  ['someone on stage who is not in the crew', 'nobody', (f) => (f.show.crew = f.show.crew.slice(1))],
  ['someone on stage before they arrive', 'two-places', (f) => (f.show.crew[0]!.arrives = '14:10')],
  ['fewer flasks than are in use at once', 'kit-short', (f) => (f.demos[0]!.kit[0]!.count = 2)],
])('%s is found', (_words, code, spoil) => {
  const file = showOf(
    [
      demo('a', {
        skills: ['flame'],
        hazards: ['flame'],
        kit: [{ goodId: 'flask', count: 1, turnRoundS: 0 }],
      }),
    ],
    [item('a', { presenterId: 'ann' })],
  );
  expect(codes(file)).not.toContain(code);
  spoil(file);
  expect(codes(file)).toContain(code);
});

test('an empty running order is a note, not an error', () => {
  expect(quick(hallShow()).findings).toMatchObject([{ level: 'note', code: 'empty' }]);
});

// Five plays with the guess of 300 s as half a play more: exp((0.5 ln 300 + Σ ln plays) / 5.5) = 407 s.
test("the log's times are used where none were typed, and offered where they were", () => {
  const file = showOf([demo('a')], [item('a')], { record: [record('a', 5, 0, [400, 410, 420, 430, 440])] });
  const learned = quick(file);
  expect(learned.timetable.items[0]).toMatchObject({ timingFrom: 'log', endS: 407 });
  // What the log moved is announced, with the way back.
  const said = learned.findings.find((f) => f.code === 'learned-times')!;
  expect(said.message).toContain('its steps add up to 5 min');
  expect(
    quick({ ...file, show: applyChange(file.show, said.fixes[0]!.change!) }).timetable.items[0]!.endS,
  ).toBe(300);
  file.show.items[0]!.timing = { bestS: 100, likelyS: 200, worstS: 300 };
  const offered = quick(file).findings.find((f) => f.code === 'log-times')!;
  expect(
    quick({ ...file, show: applyChange(file.show, offered.fixes[0]!.change!) }).timetable.items[0]!.endS,
  ).toBe(407);
});

test('an open action from a debrief comes back at the item of its demo', () => {
  const file = showOf([demo('a'), demo('b')], undefined, {
    actions: [{ id: 'x', text: 'New lid', on: 'demo', onId: 'b' }],
  });
  expect(quick(file).findings).toContainEqual(
    expect.objectContaining({ code: 'action', at: 300, itemId: 'i-b' }),
  );
});

/** Random small shows: two to five demos with random prep, and a crew that arrives early or late. */
const anyShow = fc
  .record({
    demos: fc.array(
      fc.record({
        likelyS: fc.integer({ min: 10, max: 900 }),
        prep: fc.array(
          fc.record({
            handsOnS: fc.integer({ min: 0, max: 400 }),
            readyAfterS: fc.integer({ min: 0, max: 1500 }),
            beforeDoors: fc.boolean(),
          }),
          { maxLength: 3 },
        ),
        helper: fc.boolean(),
      }),
      { minLength: 1, maxLength: 6 },
    ),
    arrives: fc.constantFrom('11:00', '12:30', '13:55'),
  })
  .map(({ demos, arrives }) => {
    const file = showOf(
      demos.map((d, i) =>
        demo(`d${i}`, {
          prep: d.prep.map((p, j) => task(`t${j}`, { ...p, ...(j > 0 && { afterTaskId: `t${j - 1}` }) })),
        }),
      ),
      demos.map((d, i) =>
        item(`d${i}`, {
          timing: { bestS: 5, likelyS: d.likelyS, worstS: 999 },
          helperIds: d.helper ? ['ben'] : [],
        }),
      ),
    );
    file.show.crew.forEach((p) => (p.arrives = arrives));
    return file;
  });

test('every placing keeps what it claims: order, one place at a time, arrivals, chains ready before use', () => {
  fc.assert(
    fc.property(anyShow, (file) => {
      const { timetable } = quick(file);
      timetable.items.forEach((it, i) =>
        expect(it.startS).toBeGreaterThanOrEqual(i ? timetable.items[i - 1]!.endS : 0),
      );
      for (const { personId, arrivesS } of timetable.arrivals) {
        const spans = [
          ...timetable.items
            .filter((i) => i.presenterId === personId || i.helperIds.includes(personId))
            .map((i) => [i.startS, i.endS]),
          ...timetable.tasks.filter((t) => t.personId === personId).map((t) => [t.startS, t.handsOffS]),
        ].filter(([a, b]) => b! > a!);
        spans.sort((a, b) => a[0]! - b[0]!);
        spans.forEach((s, i) => i && expect(s[0]).toBeGreaterThanOrEqual(spans[i - 1]![1]!));
        for (const t of timetable.tasks.filter((t) => t.personId === personId))
          expect(t.startS).toBeGreaterThanOrEqual(arrivesS);
      }
      for (const t of timetable.tasks) {
        const demo = file.demos.find((d) => `i-${d.id}` === t.itemId)!;
        const after = demo.prep.find((p) => p.id === t.taskId)!.afterTaskId;
        const before = timetable.tasks.find((o) => o.itemId === t.itemId && o.taskId === after);
        expect(before?.readyS ?? -Infinity).toBeLessThanOrEqual(t.startS);
        expect(t.readyS).toBeLessThanOrEqual(timetable.items.find((i) => i.itemId === t.itemId)!.startS);
      }
    }),
    { seed: 1, numRuns: 200 },
  );
});

test('the same input gives the same plan', () => {
  fc.assert(
    fc.property(anyShow, (file) => expect(quick(file)).toEqual(quick(structuredClone(file)))),
    { seed: 2, numRuns: 30 },
  );
});

test('kit wanted by two demos one after another: its cleaning fits between, or the second waits for it', () => {
  const flask = (turnRoundS: number) => ({ kit: [{ goodId: 'flask', count: 1, turnRoundS }] });
  const file = showOf([demo('a', flask(60)), demo('between'), demo('b', flask(60))], undefined, {
    stock: [good('flask', 'kit', 1)],
  });
  expect(quick(file)).toMatchObject({ needs: { kit: [{ peak: 1, short: 0 }] }, timetable: { deadAirS: 0 } });
  file.demos[0]!.kit[0]!.turnRoundS = 400;
  const waits = quick(file);
  expect(waits.timetable.items[2]).toMatchObject({ startS: 700, waitS: 100 });
  const finding = waits.findings.find((f) => f.code === 'kit-short')!;
  expect(finding.fixes[0]!.label).toBe('Bring 1 more: flask');
  const mended = quick({ ...file, show: applyChange(file.show, finding.fixes[0]!.change!) });
  expect(mended).toMatchObject({
    needs: { kit: [{ peak: 2, onShelf: 2, short: 0 }] },
    timetable: { deadAirS: 0 },
  });
});
