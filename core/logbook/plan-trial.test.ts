import type { Parameter } from '../show';
import { demo, item, showOf } from '../testing/hall-show';
import { levelsNext, withBest, withTrial } from './plan-trial';
import { attemptAt } from '../testing/attempts';
import { trials } from './trials';

const sticks: Parameter = { id: 'n', title: 'Sticks', usual: 2, min: 1, max: 9, unit: 'mL' };
const fuel: Parameter = { id: 'f', title: 'Fuel', names: ['ethanol', 'methanol'] };
const fountain = demo('fountain', {
  parameters: [sticks, fuel],
  variants: [{ id: 'big', title: 'big bottle', amounts: [], hazards: [], cautions: [] }],
});
const { show } = showOf([fountain, demo('other')], [item('fountain'), item('other')]);
const log = [1, 2, 3, 1, 2, 3].map((n, i) =>
  attemptAt(i, {
    reading: 4 * n + 3 * (i % 2),
    set: { variant: 'big bottle', Sticks: `${n}.5 mL`, Fuel: 'methanol' },
  }),
);
const [trial] = trials(log);

test('the trial is a series at the end, what it held is set, and it is never tried again of itself', () => {
  expect(levelsNext(trial!, sticks)).toEqual(['2.5', '3.5']);
  const planned = withTrial(show, fountain, sticks, trial!, 'new').items.at(-1)!;
  expect(planned).toMatchObject({
    ...{ id: 'new', demoId: 'fountain', variantId: 'big', showings: 2, retries: 0 },
    series: { parameterId: 'n', levels: ['2.5', '3.5'], onFail: 'go on' },
    settings: [{ parameterId: 'f', name: 'methanol' }],
  });
});

test('the best level is set wherever the show plays the demo, and nothing else is touched', () => {
  const next = withBest(show, fountain, sticks, trial!, 'new');
  expect(next.items).toHaveLength(2);
  expect(next.items[0]!.settings).toEqual([{ parameterId: 'n', value: 3.5 }]);
  expect(next.items[1]).toEqual(show.items[1]);
  expect(withBest(next, fountain, sticks, trial!, 'new')).toEqual(next);
});

test('where the show does not play it, or only tries levels of it, it is put in at the end', () => {
  const series = { parameterId: 'n', levels: ['1', '2'], onFail: 'go on' as const };
  const ladder = { ...show, items: [item('fountain', { series })] };
  const next = withBest(ladder, fountain, sticks, trial!, 'new');
  expect(next.items[0]).toEqual(ladder.items[0]);
  expect(next.items[1]!.settings).toEqual([
    { parameterId: 'f', name: 'methanol' },
    { parameterId: 'n', value: 3.5 },
  ]);
});
