import { script } from '../script';
import { demoProblems } from '../show/validate';
import { plan } from '../plan';
import type { Demo, Good, Item, Venue } from '../show';
import { demo, good, item, showOf, task } from '../testing/hall-show';

/** What a demo's calculator uses: the demo's own kit, its settings, the venue; and what nobody said. */

const vessel: Good = { ...good('bottle', 'kit', 1), name: 'Large bottle', capacityL: 19 };
const spirit: Good = { ...good('spirit', 'consumable', 500), unit: 'mL' };

const holding = (inputs: { name: string; value: number }[], more: Partial<Demo> = {}) =>
  demo('a', {
    kit: [{ goodId: 'bottle', count: 1, turnRoundS: 0 }],
    benches: [{ id: 'b', benchId: 'vapour-bottle', inputs, amounts: [], limits: false }],
    ...more,
  });
const fileOf = (a: Demo, venue: Partial<Venue> = {}, changes: Partial<Item> = {}) => {
  const file = showOf([a], [item('a', changes)], { stock: [vessel, spirit] });
  return { ...file, venue: { ...file.venue, ...venue } };
};
const resultOf = (file: ReturnType<typeof fileOf>) => script(file).items[0]!.showings[0]!.results[0]!;

test('the vessel is the kit’s own, and a bottle of 19 L is not taken for one of 2 L', () => {
  const result = resultOf(fileOf(holding([])));
  expect(result.values.bottleL).toBe(19);
  expect(result.taken).toContainEqual({ label: 'Bottle', message: '19 L', from: 'Large bottle' });
});

test('a vessel that was set to something else than the kit has is said', () => {
  const file = fileOf(holding([{ name: 'bottleL', value: 2 }]));
  expect(resultOf(file).values.bottleL).toBe(2);
  expect(plan(file, { plays: 0 }).findings).toContainEqual(
    expect.objectContaining({
      code: 'bench',
      message: expect.stringContaining('“Large bottle” in the kit holds 19 L'),
    }),
  );
  const near = fileOf(holding([{ name: 'bottleL', value: 18 }]));
  expect(resultOf(near).findings.filter((f) => f.message.includes('in the kit'))).toEqual([]);
});

test('what nobody said is assumed, and where to say it; a room that was measured is not', () => {
  const setAt = (venue: Partial<Venue>) =>
    resultOf(fileOf(holding([]), venue)).assumed.filter((a) => a.setAt === 'at the venue');
  expect(setAt({}).map((a) => a.label)).toEqual(['Temperature of the bottle', 'Air pressure']);
  expect(setAt({ roomC: 18, pressureKPa: 100 })).toEqual([]);
});

test('the volume of a room is worked out from its size where nobody typed it', () => {
  const ice = demo('a', {
    benches: [{ id: 'b', benchId: 'dry-ice', inputs: [], amounts: [], limits: false }],
  });
  const size = { widthM: 10, depthM: 12, ceilingM: 4 };
  expect(resultOf(fileOf(ice, size)).values.roomM3).toBe(480);
  expect(resultOf(fileOf(ice, { ...size, roomM3: 400 })).values.roomM3).toBe(400);
});

test('a setting that scales what is used drives the calculator as well', () => {
  const foam = demo('a', {
    parameters: [{ id: 'size', title: 'Size', usual: 1, min: 0.5, max: 4 }],
    consumables: [{ goodId: 'spirit', amount: 120, per: 'attempt', wastePct: 0, scalesWith: 'size' }],
    benches: [
      {
        ...{ id: 'b', benchId: 'peroxide-foam', limits: false },
        inputs: [{ name: 'volumeML', value: 120 }],
        amounts: [{ goodId: 'spirit', figure: 'volumeML' }],
      },
    ],
  });
  const at = (value: number) => fileOf(foam, {}, { settings: [{ parameterId: 'size', value }] });
  expect(resultOf(at(1)).values.volumeML).toBe(120);
  expect(resultOf(at(3)).values.volumeML).toBe(360);
  expect(resultOf(at(3)).amounts).toEqual([{ goodId: 'spirit', amount: 360 }]);
});

describe('the time of a task', () => {
  const dip = (more: Partial<Demo['prep'][number]> = {}) =>
    demo('a', {
      prep: [task('dip', { handsOnS: 20, readyAfterS: 60, ...more })],
      parameters: [{ id: 'wall', title: 'Wall', unit: 'mm', usual: 4, min: 1, max: 40 }],
      benches: [
        {
          ...{ id: 'b', benchId: 'chill', amounts: [], limits: false },
          inputs: [
            { name: 'material', word: 'rubber' },
            { name: 'shape', word: 'sheet' },
            { name: 'thicknessMm', parameterId: 'wall' },
          ],
          times: [{ taskId: 'dip', figure: 'minutesLatest' }],
        },
      ],
    });
  const taskOf = (a: Demo, item: Partial<Item> = {}) =>
    script(fileOf(a, { roomC: 20 }, item)).items[0]!.demo!.prep[0]!;
  /** ρ c ln(ΔT/45 K) (½ a/100 W/(m² K) + ⅛ a²/(0.7 × 0.15 W/(m K))), by hand for 4 mm and 8 mm. */
  const byHand = (a: number) =>
    1100 * 1200 * Math.log(215.8 / 45) * ((0.5 * a) / 100 + (0.125 * a * a) / (0.7 * 0.15));

  test('comes from its calculator, and hands stay as they are', () => {
    const { readyAfterS, handsOnS } = taskOf(dip());
    expect(readyAfterS).toBe(Math.ceil(byHand(0.004)));
    expect(handsOnS).toBe(20);
  });

  test('follows the setting, and in a series the level that takes longest', () => {
    const eight = Math.ceil(byHand(0.008));
    expect(taskOf(dip(), { settings: [{ parameterId: 'wall', value: 8 }] }).readyAfterS).toBe(eight);
    const series = { parameterId: 'wall', levels: ['2', '8', '4'], onFail: 'go on' as const };
    expect(taskOf(dip(), { showings: 3, series }).readyAfterS).toBe(eight);
  });

  test('is not scaled a second time, and nothing is stale before it is ready', () => {
    const grown = taskOf(dip({ growsWith: 'wall', staleAfterS: 70 }), {
      settings: [{ parameterId: 'wall', value: 8 }],
    });
    expect(grown.readyAfterS).toBe(Math.ceil(byHand(0.008)));
    expect(grown.handsOnS).toBe(40);
    expect(grown.staleAfterS).toBe(grown.readyAfterS);
  });

  test('that is no length of time is refused, and what stands in the demo is taken', () => {
    const wrong = dip();
    wrong.benches![0]!.times![0]!.figure = 'litres';
    expect(resultOf(fileOf(wrong)).refused).toBe('“litres” is no length of time of this calculator.');
    expect(taskOf(wrong).readyAfterS).toBe(60);
  });

  test('is of one task of the demo, and of one calculator', () => {
    const twice = dip();
    twice.benches![0]!.times!.push(
      { taskId: 'dip', figure: 'minutes' },
      { taskId: 'gone', figure: 'minutes' },
    );
    expect(demoProblems(twice)).toEqual([
      { path: 'benches[0].times[1].taskId', message: 'Its time is worked out above already.' },
      { path: 'benches[0].times[2].taskId', message: 'This must be a prep task of the demo.' },
    ]);
  });
});
