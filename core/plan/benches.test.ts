import fc from 'fast-check';
import { runBench, BENCHES } from '../bench';
import {
  applyChange,
  type Demo,
  type DemoBench,
  type Good,
  type Item,
  type ShowFile,
  type Venue,
} from '../show';
import { script } from '../script';
import { demo, good, item, showOf } from '../testing/hall-show';
import { plan } from './plan';
import { cautionsAt } from './worn';

/** A demo that holds a bench: what it works out goes into the plan. */

const held = (benchId: string, more: Partial<DemoBench> = {}): DemoBench => ({
  ...{ id: 'b1', benchId, inputs: [], amounts: [], limits: true },
  ...more,
});
const consumable = (id: string, more: Partial<Good> = {}): Good => ({
  ...good(id, 'consumable', 10_000),
  ...more,
});
const need = (goodId: string, more = {}) =>
  ({ goodId, amount: 7, per: 'showing', wastePct: 0, ...more }) as Demo['consumables'][number];
const inHall = (
  of: Partial<Demo>,
  { venue = {}, stock = [], at = {} }: { venue?: Partial<Venue>; stock?: Good[]; at?: Partial<Item> } = {},
): ShowFile => {
  const file = showOf([demo('flash', of)], [item('flash', at)]);
  return { ...file, venue: { ...file.venue, ...venue }, stock: [...file.stock, ...stock] };
};
const planned = (file: ShowFile) => plan(file, { plays: 0 });
const said = (file: ShowFile) => plan(file, { plays: 0 }).findings.filter((f) => f.code === 'bench');
const amountOf = (file: ShowFile, goodId: string) =>
  planned(file).needs.consumables.find((c) => c.goodId === goodId)?.planned;

const fuel = (word: string) => [{ name: 'fuel', word }];
const bottle: Partial<Demo> = {
  benches: [held('vapour-bottle', { inputs: fuel('ethanol') })],
  variants: [
    { id: 'plain', title: 'plain', amounts: [], hazards: [], cautions: [] },
    {
      ...{ id: 'wood', title: 'methanol', amounts: [], hazards: [], cautions: [] },
      benches: [held('vapour-bottle', { inputs: fuel('methanol') })],
    },
    {
      ...{ id: 'spirit', title: 'propanol', amounts: [], hazards: [], cautions: [] },
      benches: [held('vapour-bottle', { inputs: fuel('propan-2-ol') })],
    },
  ],
};

describe('the hall is 9 °C', () => {
  const cold = inHall(bottle, { venue: { name: 'Cold hall', roomC: 9 } });

  // Methanol would light, and is a stop of its own; “plain” changes nothing.
  test('the ethanol bottle will not light: warm it, or use the propanol variant; those that do not help are not offered', () => {
    const [finding, ...others] = said(cold);
    expect(others).toEqual([]);
    expect(finding).toMatchObject({ level: 'caution', itemId: 'i-flash' });
    expect(finding!.message).toMatch(
      /^“flash”: It will not light: .* is too lean\. Warm the bottle to \d+ °C\. It may still burn at the mouth: treat it as live\. Assumed: bottle 2 L \(set it with the vessel in the stores\), air pressure 101\.3 kPa \(set it at the venue\)\. Based on Cold hall: temperature of the bottle 9 °C\.$/,
    );
    expect(finding!.fixes.map((w) => w.label)).toEqual([
      expect.stringMatching(/^Warm the bottle to \d+ °C$/),
      'Play it as “propanol”',
    ]);
    const mended = { ...cold, show: applyChange(cold.show, finding!.fixes[1]!.change!) };
    expect(mended.show.items[0]!.variantId).toBe('spirit');
    expect(said(mended)).toEqual([]);
  });

  test('a bottle that is warmed is not as cold as the hall', () => {
    const warmed = {
      ...bottle,
      benches: [held('vapour-bottle', { inputs: [{ name: 'temperatureC', value: 21 }, ...fuel('ethanol')] })],
    };
    expect(said(inHall(warmed, { venue: { roomC: 9 } }))).toEqual([]);
  });

  test('the limit is a check before doors, and the standing caution is on the call sheet', () => {
    const { checks, callSheets } = planned(cold);
    const check = checks!.find((c) => c.title === 'Temperature of the bottle')!;
    expect(check).toMatchObject({ kind: 'measured', unit: '°C', must: true, itemIds: ['i-flash'] });
    // NIOSH: ethanol's closed-cup flash point is 55 °F, 13 °C; saturation meets the lower limit within 5 K below it.
    expect(check.min).toBeGreaterThanOrEqual(8);
    expect(check.min).toBeLessThanOrEqual(13);
    const cautions = callSheets.flatMap((s) => s.lines).flatMap((l) => l.cautions ?? []);
    expect(cautions.join()).toContain('is poured out before anything is lit');
  });

  test('a standing warning of dry ice is read at the mark, on the run sheet’s item, on stage and on the call sheet', () => {
    const file = inHall({ benches: [held('dry-ice', {})] });
    const [scripted] = script(file).items;
    const sealed = expect.stringContaining('Never seal it in');
    expect(scripted!.demo!.cautions).toContainEqual(sealed);
    expect(cautionsAt(script(file).items, scripted!.standing!.mark.id)[0]!.cautions).toContainEqual(sealed);
    expect(
      planned(file)
        .callSheets.flatMap((s) => s.lines)
        .flatMap((l) => l.cautions ?? []),
    ).toContainEqual(sealed);
  });

  test('without limits asked for, none is checked; where nobody has measured the room, nothing is said of it', () => {
    const off = { ...bottle, benches: [held('vapour-bottle', { inputs: fuel('ethanol'), limits: false })] };
    expect(planned(inHall(off, { venue: { roomC: 9 } })).checks.map((c) => c.title)).not.toContain(
      'Temperature of the bottle',
    );
    expect(said(inHall(off))).toEqual([]);
  });
});

test('a series over names goes into a bench that takes them: what fails is said with its level', () => {
  const fuels = inHall(
    {
      parameters: [{ id: 'fuel', title: 'Fuel', names: ['methanol', 'ethanol'] }],
      benches: [held('vapour-bottle', { inputs: [{ name: 'fuel', parameterId: 'fuel' }] })],
    },
    {
      venue: { roomC: 9 },
      at: { series: { parameterId: 'fuel', levels: ['methanol', 'ethanol'], onFail: 'go on' } },
    },
  );
  // Methanol lights at 9 °C, and is a stop for what it is.
  expect(said(fuels).map((f) => [f.message.split(':')[0], f.level])).toEqual([
    ['“flash” at methanol', 'stop'],
    ['“flash” at ethanol', 'caution'],
  ]);
  expect(
    script(fuels)
      .items.at(-1)!
      .showings.map((s) => s.results.length),
  ).toEqual([1, 1]);
});

test('what one demo of a choice warns of is said of the choice', () => {
  const file = inHall(bottle, { venue: { roomC: 9 } });
  const other = demo('other');
  const choice = item('pick', {
    kind: 'choice',
    options: [
      { demoId: 'flash', share: 60 },
      { demoId: 'other', share: 40 },
    ],
  });
  const { demoId: _demoId, ...plain } = choice;
  const picked = { ...file, demos: [...file.demos, other], show: { ...file.show, items: [plain] } };
  expect(said(picked).map((f) => f.itemId)).toEqual(['i-pick']);
});

describe('amounts', () => {
  const makes = {
    benches: [
      held('peroxide-dilute', {
        inputs: [{ name: 'wantedML', value: 500 }],
        amounts: [{ goodId: 'peroxide', figure: 'stockML' }],
      }),
    ],
    consumables: [need('peroxide')],
  };

  test('are the bench’s, with the strength that stands on the shelf, not what was written', () => {
    const by = (strengthPercent?: number) =>
      amountOf(
        inHall(makes, {
          stock: [consumable('peroxide', { unit: 'mL', ...(strengthPercent && { strengthPercent }) })],
        }),
        'peroxide',
      );
    const dilute = BENCHES.find((b) => b.id === 'peroxide-dilute')!;
    const alone = (stockPercentWW: number) => {
      const done = runBench(dilute, { wantedML: 500, stockPercentWW });
      return done.ok ? Number(done.value.outputs.stockML) : NaN;
    };
    expect(by(30)).toBeCloseTo(alone(30), 3);
    expect(by(12)).toBeCloseTo(alone(12), 3);
    expect(by()).toBeCloseTo(alone(12), 3);
    expect(by(30)).toBeLessThan(by(12)!);
  });

  test('of a ladder are the sum over its levels, each worked out by itself; a variant’s own amount counts for more', () => {
    const ladder = {
      parameters: [{ id: 'n', title: 'Pieces', usual: 1, min: 1, max: 10 }],
      consumables: [need('drops')],
      benches: [
        held('ladder', {
          inputs: [
            { name: 'levels', parameterId: 'n' },
            { name: 'finaleStations', value: 0 },
          ],
          amounts: [{ goodId: 'drops', figure: 'pieces' }],
        }),
      ],
      variants: [
        { id: 'few', title: 'few', amounts: [{ goodId: 'drops', amount: 2 }], hazards: [], cautions: [] },
      ],
    };
    const stock = [consumable('drops', { unit: 'piece' })];
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 10 }), { minLength: 1, maxLength: 6 }), (levels) => {
        const series = { parameterId: 'n', levels: levels.map(String), onFail: 'go on' as const };
        const sum = levels.reduce((total, n) => total + (n * (n + 1)) / 2, 0);
        expect(amountOf(inHall(ladder, { stock, at: { series } }), 'drops')).toBe(sum);
      }),
      { numRuns: 30 },
    );
    expect(
      amountOf(inHall(ladder, { stock, at: { settings: [{ parameterId: 'n', value: 10 }] } }), 'drops'),
    ).toBe(55);
    expect(amountOf(inHall(ladder, { stock, at: { variantId: 'few' } }), 'drops')).toBe(2);
  });

  test('in another unit than the shelf’s are turned into it by the density, and refused without one', () => {
    const foil = {
      consumables: [need('lye')],
      benches: [
        held('foil-hydrogen', {
          inputs: [{ name: 'foilG', value: 1 }],
          amounts: [{ goodId: 'lye', figure: 'lyeNeededG' }],
        }),
      ],
    };
    // 1 g of aluminium wants 1.48 g of sodium hydroxide.
    expect(
      amountOf(inHall(foil, { stock: [consumable('lye', { unit: 'mL', densityGPerML: 2 })] }), 'lye'),
    ).toBeCloseTo(0.74, 2);
    const without = inHall(foil, { stock: [consumable('lye', { unit: 'mL' })] });
    expect(amountOf(without, 'lye')).toBe(7);
    expect(said(without).map((f) => f.message)).toEqual([
      '“flash”: its calculator “Hydrogen from foil” cannot be worked out. “lye” is kept in mL, and “Lye for all the foil” comes in g: set its bulk density. The demo’s own values are used.',
    ]);
  });
});

test('one trouble is one finding: a damp room, a vessel that is too small', () => {
  const dome = inHall(
    { benches: [held('static-dome', { inputs: [{ name: 'radiusM', value: 0.05 }] })] },
    { venue: { humidityPercent: 75 } },
  );
  expect(said(dome).map((f) => f.message)).toEqual([
    expect.stringMatching(/Too damp: above 60 %/),
    // Five centimetres at 150 kV, and a person of 150 pF: ½ × 156 pF × (150 kV)² = 1.8 J.
    expect.stringMatching(/1\.8 J hurts/),
  ]);
  const cold = inHall({ benches: [held('cold-budget', { inputs: [{ name: 'poured', value: 90 }] })] });
  expect(said(cold).map((f) => f.message)).toEqual([expect.stringMatching(/The vessel holds 10 L\./)]);
});

test('limits of a series of which no bottle meets all are checked apart', () => {
  const wide = inHall(
    {
      parameters: [{ id: 'full', title: 'How full', usual: 1, min: 0.05, max: 1 }],
      benches: [
        held('vapour-bottle', {
          inputs: [{ name: 'saturation', parameterId: 'full' }, ...fuel('methanol')],
        }),
      ],
    },
    { at: { series: { parameterId: 'full', levels: ['1', '0.07'], onFail: 'go on' } } },
  );
  const checks = planned(wide).checks.filter((c) => c.title === 'Temperature of the bottle');
  expect(checks).toHaveLength(2);
  for (const { min, max } of checks) expect(min!).toBeLessThan(max!);
});

describe('what cannot be worked out', () => {
  test.each([
    [held('no-such'), 'There is no such calculator.'],
    [
      held('throw', { inputs: [{ name: 'speedMS', value: 900 }] }),
      '“Speed” must be a number from 0.1 to 300 m/s.',
    ],
    [held('throw', { inputs: [{ name: 'wind', value: 1 }] }), '“wind” There is no such input'],
    [
      held('throw', { inputs: [{ name: 'speedMS', parameterId: 'gone' }] }),
      '“Speed” goes with a parameter that the demo does not have.',
    ],
    [
      held('throw', { inputs: [{ name: 'speedMS', parameterId: 'n' }] }),
      '“How much” is in cups, and this needs m/s.',
    ],
    [
      held('vapour-bottle', { inputs: fuel('petrol') }),
      '“Fuel” must be one of ethanol, methanol, propan-2-ol.',
    ],
  ])('is said, and the plan goes on: %#', (bench, message) => {
    const file = inHall({
      benches: [bench],
      parameters: [{ id: 'n', title: 'How much', unit: 'cups', usual: 1, min: 1, max: 9 }],
    });
    const found = said(file);
    expect(found).toHaveLength(1);
    expect(found[0]!.message).toContain(message);
  });
});

test('a stop of the bench is a stop of the plan: so much nitrogen in so small a room', () => {
  const pour = { benches: [held('liquid-nitrogen', { inputs: [{ name: 'litres', value: 5 }] })] };
  const small = said(inHall(pour, { venue: { name: 'Cellar', roomM3: 25 } }));
  expect(small.map((f) => f.level)).toContain('stop');
  expect(small[0]!.message).toContain('nobody may be in the room');
  expect(said(inHall(pour, { venue: { roomM3: 3000 } }))).toEqual([]);
});

describe('a bench that the log found wrong', () => {
  const record = (benches: { venueId: string; told: number; wrong: number }[]) => [
    {
      ...{ demoId: 'flash', worked: 3, partly: 0, failed: 3, playsS: [] },
      benches: benches.map((b) => ({ benchId: 'vapour-bottle', ...b })),
    },
  ];
  const cautions = (benches: Parameters<typeof record>[0]) =>
    said({ ...inHall(bottle, { venue: { name: 'The hall', roomC: 20 } }), record: record(benches) }).map(
      (f) => f.message,
    );

  test('is a caution: by what was seen here where it was seen here, else by what was seen anywhere', () => {
    expect(cautions([{ venueId: 'hall', told: 4, wrong: 3 }])).toEqual([
      expect.stringMatching(
        /^“flash”: its calculator “.*” was wrong 3 of 4 times at The hall\. Go by what was seen/,
      ),
    ]);
    const elsewhere = { venueId: 'barn', told: 6, wrong: 6 };
    expect(cautions([elsewhere])[0]).toContain('wrong 6 of 6 times so far');
    // Here it did well, whatever it did elsewhere.
    expect(cautions([elsewhere, { venueId: 'hall', told: 5, wrong: 0 }])).toEqual([]);
  });

  test('once wrong, or seldom, is no reason', () => {
    expect(cautions([{ venueId: 'hall', told: 1, wrong: 1 }])).toEqual([]);
    expect(cautions([{ venueId: 'hall', told: 9, wrong: 2 }])).toEqual([]);
    expect(cautions([])).toEqual([]);
  });
});
