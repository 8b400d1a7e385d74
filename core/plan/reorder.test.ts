import { script } from '../script';
import { applyChange, type ShowFile } from '../show';
import { demo, item, showOf, task } from '../testing/hall-show';
import { place } from '../timetable';
import { proposeOrder } from './reorder';

function propose(file: ShowFile) {
  const steps = proposeOrder(file);
  for (;;) {
    const next = steps.next();
    if (next.done) return next.value;
  }
}

test('water is taken away from high voltage, quiet comes before strong, and what is pinned stays', () => {
  const file = showOf(
    [
      demo('bang', { intensity: 5, hazards: ['noise'] }),
      demo('flood', { intensity: 2, hazards: ['slippery floor'] }),
      demo('spark', { intensity: 3, hazards: ['high voltage'] }),
      demo('quiet', { intensity: 1 }),
      demo('finale', { intensity: 4 }),
    ],
    ['bang', 'flood', 'spark', 'quiet', 'finale'].map((id) =>
      item(id, id === 'finale' ? { pinned: true } : {}),
    ),
  );
  const proposal = propose(file)!;
  expect(proposal.after.wetByVoltage).toBe(0);
  expect(proposal.after.falls).toBeLessThan(proposal.before.falls);
  expect(proposal.itemIds.at(-1)).toBe('i-finale');
  expect(proposal.gains.join(' ')).toContain('high voltage: 1 → 0');
  expect([...proposal.itemIds].sort()).toEqual(file.show.items.map((i) => i.id).sort());
  const show = applyChange(file.show, { kind: 'reorder', itemIds: proposal.itemIds });
  expect(show.items.map((i) => i.id)).toEqual(proposal.itemIds);
});

test('a demo that has to wait for its soak is played later, and its introduction goes with it', () => {
  const soak = demo('soak', { prep: [task('warm', { readyAfterS: 900, inShow: true })], intensity: 3 });
  const items = [
    { ...item('talk'), kind: 'link' as const, title: 'Talk', id: 'i-talk' },
    item('soak'),
    ...['a', 'b', 'c', 'd'].map((id) => item(id)),
  ].map(({ demoId, ...rest }) => (rest.id === 'i-talk' ? rest : { ...rest, demoId: demoId! }));
  const file = showOf([soak, ...['a', 'b', 'c', 'd'].map((id) => demo(id))], items);
  expect(place(script(file)).timetable.deadAirS).toBeGreaterThan(600);
  const proposal = propose(file)!;
  expect(proposal.after.deadAirS).toBe(0);
  expect(proposal.itemIds.indexOf('i-soak')).toBe(proposal.itemIds.indexOf('i-talk') + 1);
  expect(proposal.moves.length).toBeGreaterThan(0);
});

test('an order that nothing betters is left alone', () => {
  expect(propose(showOf([1, 2, 3].map((n) => demo(`d${n}`, { intensity: n }))))).toBeUndefined();
});
