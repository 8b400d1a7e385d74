import { plan } from '../plan';
import { demoProblems, showProblems, type Demo, type Item } from '../show';
import { demo, item, showOf, task } from '../testing/hall-show';
import { script } from './script';

const played = (theDemo: Demo, as: Item) => script(showOf([theDemo], [as])).items[0]!.demo!;

const fountain = demo('fountain', {
  consumables: [
    { goodId: 'soda', amount: 2, per: 'attempt', wastePct: 0, scalesWith: 'bottle' },
    { goodId: 'mints', amount: 6, per: 'attempt', wastePct: 0 },
  ],
  parameters: [{ id: 'bottle', title: 'Bottle', unit: 'L', usual: 2, min: 0.5, max: 3 }],
  variants: [
    {
      id: 'small',
      title: 'Table size',
      amounts: [{ goodId: 'mints', amount: 2 }],
      worn: [{ what: 'Apron', by: 'presenter' as const }],
      hazards: ['slippery floor'],
      cautions: ['Mop at once.'],
    },
  ],
  worn: [{ what: 'Goggles', by: 'presenter' }],
});

test('a variant brings its own amounts and PPE, and its hazards on top', () => {
  const small = played(fountain, item('fountain', { variantId: 'small' }));
  expect(small.consumables.map((c) => c.amount)).toEqual([2, 2]);
  expect(small).toMatchObject({
    worn: [{ what: 'Apron' }],
    hazards: ['slippery floor'],
    cautions: ['Mop at once.'],
  });
  expect(played(fountain, item('fountain'))).toEqual(fountain);
});

test('a setting scales what grows with it, and nothing else: half the bottle, half the soda', () => {
  const half = played(fountain, item('fountain', { settings: [{ parameterId: 'bottle', value: 1 }] }));
  expect(half.consumables.map((c) => c.amount)).toEqual([1, 6]);
  const file = showOf([fountain], [item('fountain', { settings: [{ parameterId: 'bottle', value: 1 }] })]);
  expect(plan(file, { plays: 0 }).needs.consumables).toMatchObject([{ goodId: 'soda', planned: 1 }]);
});

test('what a demo may not say of its parameters, variants and tasks is named by its field', () => {
  const wrong = demo('x', {
    parameters: [{ id: 'p', title: 'P', unit: '', usual: 9, min: 1, max: 2 }],
    consumables: [{ goodId: 'soda', amount: 1, per: 'show', wastePct: 0, scalesWith: 'q' }],
    variants: [{ id: 'v', title: 'V', amounts: [{ goodId: 'ice', amount: 1 }], hazards: [], cautions: [] }],
    prep: [task('t', { beforeDoors: true, inShow: true, holds: ['flask'] })],
  });
  expect(demoProblems(wrong).map((p) => p.path)).toEqual([
    'prep[0].inShow',
    'prep[0].holds[0]',
    'consumables[0].scalesWith',
    'parameters[0].usual',
    'variants[0].amounts[0].goodId',
  ]);
});

test('what a show may not say of its day and its items is named by its field', () => {
  const { show } = showOf([demo('a'), demo('b')]);
  const wrong = {
    ...show,
    hardEnd: '14:30',
    crew: [{ personId: 'ann', arrives: '12:30', leaves: '12:00' }],
    bans: [{ hazard: 'flame' as const }],
    items: [item('a', { setUpIn: 'i-b' }), item('b', { tasks: [{ taskId: 't', inItemId: 'i-b' }] })],
  };
  expect(showProblems(wrong).map((p) => p.path)).toEqual([
    'hardEnd',
    'crew[0].leaves',
    'bans[0].before',
    'items[0].setUpIn',
    'items[1].tasks[0].inItemId',
  ]);
});
