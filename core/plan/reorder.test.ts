import { script } from '../script';
import { applyChange, type ShowFile } from '../show';
import { demo, item, showOf, task } from '../testing/hall-show';
import { place } from '../timetable';
import { instance } from '../testing/instances';
import { sized } from '../testing/long';
import { orderCost, proposeOrder } from './reorder';

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

/** Every order of a list. */
const orders = <T>(list: readonly T[]): T[][] =>
  list.length < 2
    ? [[...list]]
    : list.flatMap((first, i) =>
        orders([...list.slice(0, i), ...list.slice(i + 1)]).map((rest) => [first, ...rest]),
      );

test('of all orders of a small show with talk, none is better by the same weights', () => {
  for (let seed = 1; seed <= sized(4, 40); seed++) {
    const file = instance(seed * 13, { items: 5, tasks: 6, people: 2, vessels: 1, inShowPct: 70 });
    const talk = { ...item('talk'), kind: 'link' as const };
    delete talk.demoId;
    file.show.items.splice(2, 0, talk);
    const proposal = propose(file);
    const items = proposal
      ? proposal.itemIds.map((id) => file.show.items.find((i) => i.id === id)!)
      : file.show.items;
    const proposed = orderCost(items, file);
    const least = Math.min(...orders(file.show.items).map((order) => orderCost(order, file)));
    // A gain of a second is not worth a change.
    expect(proposed).toBeLessThanOrEqual(least + 1);
  }
});
