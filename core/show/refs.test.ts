import { demo, good, item, person, showOf, task } from '../testing/hall-show';
import { refsOf, withRefs } from './references';
import { withoutGone, demoRefs, needed, showRefs, withoutForwardRefs } from './refs';
import { showFileProblems } from './validate';

const full = demo('foam', {
  prep: [
    task('soak', { who: { kind: 'person', value: 'ann' }, holds: ['flask'] }),
    task('role', { who: { kind: 'role', value: 'technician' } }),
  ],
  reset: { title: 'mop', handsOnS: 9, who: { kind: 'person', value: 'ben' }, inView: false },
  kit: [{ goodId: 'flask', count: 1, turnRoundS: 0 }],
  consumables: [{ goodId: 'soda', amount: 1, per: 'show', wastePct: 0 }],
  standByDemoId: 'spare',
});

test('a demo’s references are found where they stand, and a role is no person', () => {
  expect(refsOf(demoRefs, full).map((r) => `${r.path} ${r.kind} ${r.id}`)).toEqual([
    'prep[0].who.value person ann',
    'prep[0].holds[0] good flask',
    'reset.who.value person ben',
    'kit[0].goodId good flask',
    'consumables[0].goodId good soda',
    'standByDemoId demo spare',
  ]);
});

test('renaming changes names everywhere and leaves what it does not touch the very same', () => {
  const next = withRefs(demoRefs, full, (kind, id) => (kind === 'person' ? `new-${id}` : id));
  expect(next.prep[0]!.who.value).toBe('new-ann');
  expect(next.prep[1]).toBe(full.prep[1]);
  expect(next.kit).toBe(full.kit);
  expect(withRefs(demoRefs, full, (_kind, id) => id)).toBe(full);
});

test('what is gone is taken out: fields, helpers, entries; the venue stays to be chosen again', () => {
  const { show } = showOf(
    [full],
    [item('foam', { presenterId: 'ann', helperIds: ['ann', 'ben'] }), item('can')],
  );
  const gone = new Set(['ann', 'can', 'hall']);
  const left = withoutGone(show, (_kind, id) => !gone.has(id));
  expect(left.crew.map((c) => c.personId)).toEqual(['ben']);
  expect(left.items).toEqual([{ ...item('foam'), helperIds: ['ben'] }]);
  expect(left.venueId).toBe('hall');
});

test('references to items that do not come before are taken out, and only those', () => {
  const items = [
    item('a', { tasks: [{ taskId: 't', personId: 'ann', inItemId: 'i-b' }] }),
    item('b', { setUpIn: 'i-a' }),
  ];
  expect(withoutForwardRefs(items)).toEqual([
    item('a', { tasks: [{ taskId: 't', personId: 'ann' }] }),
    items[1],
  ]);
  expect(withoutForwardRefs([items[1]!])[0]).not.toHaveProperty('setUpIn');
  const well = [items[1]!].map(({ setUpIn: _gone, ...rest }) => rest);
  expect(withoutForwardRefs(well)).toBe(well);
});

test('a show needs its demos, their stand-bys and theirs, and what each of them wants; a circle ends', () => {
  const demos = [
    full,
    demo('spare', { standByDemoId: 'foam', kit: [{ goodId: 'rope', count: 1, turnRoundS: 0 }] }),
  ];
  const wants = needed(showOf([full]).show, new Map(demos.map((d) => [d.id, d])));
  expect([...wants.demo].sort()).toEqual(['foam', 'spare']);
  expect([...wants.good].sort()).toEqual(['flask', 'rope', 'soda']);
  expect([...wants.person].sort()).toEqual(['ann', 'ben']);
});

test('a file that lacks a stand-by demo, a person of a prep task or borrowed kit is refused at the field', () => {
  const file = showOf([full], [item('foam')], {
    crew: [person('ben', [])],
    stock: [good('soda', 'consumable', 1)],
  });
  file.show.crew = [{ personId: 'ben', arrives: '12:30' }];
  file.show.extraKit = [{ goodId: 'rope', count: 1 }];
  expect(showFileProblems(file).map((p) => p.path)).toEqual([
    'show.extraKit[0].goodId',
    'demos[0].prep[0].who.value',
    'demos[0].prep[0].holds[0]',
    'demos[0].kit[0].goodId',
    'demos[0].standByDemoId',
  ]);
  expect(refsOf(showRefs, file.show, 'show').at(-1)).toEqual({
    kind: 'good',
    id: 'rope',
    path: 'show.extraKit[0].goodId',
  });
});
