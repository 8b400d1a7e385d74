import { plan } from '../plan';
import { script } from '../script';
import { demo, good, item, showOf } from '../testing/hall-show';
import { logOf } from '../testing/log';
import { attemptsOf, debrief } from './debrief';
import type { Recorded } from './events';
import { fold } from './fold';
import { toldByVenue } from './foretold';
import { inRoomOf, roomOf } from './room';
import { costUsed, leftOut } from './sum';

const file = (() => {
  const showFile = showOf(
    [
      demo('flash', {
        consumables: [{ goodId: 'spirit', amount: 40, per: 'attempt', wastePct: 0 }],
        benches: [
          {
            ...{ id: 'b1', benchId: 'vapour-bottle', amounts: [], limits: false },
            inputs: [{ name: 'fuel', word: 'ethanol' }],
          },
        ],
      }),
      demo('foam'),
    ],
    [item('flash', { worth: 2 }), item('foam'), item('link', { kind: 'link', title: 'Talk' })],
  );
  const spirit = {
    ...good('spirit', 'consumable', 1000),
    unit: 'mL' as const,
    packAmount: 500,
    packPrice: 6,
  };
  return { ...showFile, venue: { ...showFile.venue, roomC: 20 }, stock: [...showFile.stock, spirit] };
})();
const resolved = script(file);
const curtain: Recorded = { kind: 'curtain', body: {} };
const flash: Recorded[] = [
  { kind: 'item begun', body: { itemId: 'i-flash' } },
  { kind: 'attempt closed', body: { itemId: 'i-flash', outcome: 'failed' } },
];
const stateOf = (...happened: Recorded[]) => fold(logOf(...happened), resolved);

describe('what the room was like', () => {
  test('what nobody said is taken from the venue and the show', () => {
    expect(roomOf(resolved, stateOf())).toEqual({ isRecorded: false, roomC: 20, indoors: true, heads: 90 });
  });

  test('what was said bit by bit, by whoever, adds up; null takes one thing back', () => {
    const said = (body: object): Recorded => ({ kind: 'conditions', body }) as Recorded;
    const state = stateOf(
      said({ roomC: 9 }),
      said({ heads: 120, indoors: false }),
      said({ humidityPercent: 60 }),
    );
    expect(roomOf(resolved, state)).toEqual({
      isRecorded: true,
      roomC: 9,
      humidityPercent: 60,
      indoors: false,
      heads: 120,
    });
    expect(roomOf(resolved, stateOf(said({ roomC: 9 }), said({ roomC: null })))).toMatchObject({
      isRecorded: false,
      roomC: 20,
    });
  });

  test('a nought is a value, and is not taken for nothing', () => {
    expect(roomOf(resolved, stateOf({ kind: 'conditions', body: { roomC: 0, heads: 0 } }))).toMatchObject({
      ...{ roomC: 0, heads: 0 },
    });
  });

  test('the calculators use the air of the day, once it is said', () => {
    const log: Recorded[] = [curtain, ...flash, { kind: 'curtain down', body: {} }];
    const saidAt = (conditions: { roomC: number } | undefined) => {
      const day = script(inRoomOf(file, conditions));
      return attemptsOf('r', false, day, fold(logOf(...log), day))[0]!.predictions![0]!.fails;
    };
    expect(saidAt(undefined)).toBe(false);
    expect(saidAt({ roomC: 5 })).toBe(true);
    expect(inRoomOf(file, undefined)).toBe(file);
  });
});

test('a symptom may be added in the debrief too, and stays when the cause is taken back', () => {
  const cause = (body: { cause: string; symptom?: string }): Recorded => ({
    ...{ kind: 'cause' as const },
    body: { attemptId: 'e002', ...body },
  });
  const state = stateOf(
    curtain,
    ...flash,
    cause({ cause: 'cold', symptom: 'only smokes' }),
    cause({ cause: '' }),
  );
  expect(state.items.get('i-flash')!.attempts[0]).toMatchObject({ symptom: 'only smokes', cause: undefined });
});

describe('what was left out', () => {
  test('skipped, or never begun once the curtain is down; what may not be cut counts most, talk counts nothing', () => {
    expect(leftOut(resolved, stateOf(curtain, ...flash))).toEqual({ items: 0, worth: 0 });
    expect(leftOut(resolved, stateOf(curtain, { kind: 'skip', body: { itemId: 'i-flash' } }))).toEqual({
      items: 1,
      worth: 2,
    });
    expect(leftOut(resolved, stateOf(curtain, ...flash, { kind: 'curtain down', body: {} }))).toEqual({
      items: 1,
      worth: 5,
    });
  });
});

describe('what it cost', () => {
  const costOf = (...happened: Recorded[]) => {
    const planned = plan(file, { plays: 0 });
    return costUsed(resolved, planned, debrief(resolved, planned, stateOf(...happened)).leftovers);
  };
  const again: Recorded[] = [
    { kind: 'again', body: { itemId: 'i-flash' } },
    { kind: 'attempt closed', body: { itemId: 'i-flash', outcome: 'worked' } },
  ];

  test('what the log used, by the price of the pack: two goes of 40 mL at 6.00 for 500 mL', () => {
    expect(costOf(curtain, ...flash, ...again)).toBeCloseTo((2 * 40 * 6) / 500, 9);
  });

  test('what was counted afterwards is believed before the log', () => {
    const packed = debrief(resolved, plan(file, { plays: 0 }), stateOf()).leftovers[0]!.packed;
    const counted: Recorded = { kind: 'leftover', body: { goodId: 'spirit', amount: packed - 55 } };
    expect(costOf(curtain, ...flash, counted)).toBeCloseTo((55 * 6) / 500, 9);
    // More is left than was packed: nothing of it was used.
    expect(costOf(curtain, { kind: 'leftover', body: { goodId: 'spirit', amount: 9999 } })).toBe(0);
  });

  test('where nothing has a price there is no cost, not a cost of nothing', () => {
    const free = { ...file, stock: file.stock.map(({ packPrice: _price, ...g }) => g) };
    const planned = plan(free, { plays: 0 });
    expect(
      costUsed(script(free), planned, debrief(script(free), planned, stateOf()).leftovers),
    ).toBeUndefined();
  });
});

test('how often each bench was wrong at each venue: it said no and it worked, or yes and it failed', () => {
  const told = (venueId: string, fails: boolean, outcome: 'worked' | 'partly' | 'failed' | 'not tried') => ({
    ...{ venueId, outcome },
    predictions: [{ benchId: 'b', title: 'B', message: '', fails }],
  });
  expect(
    toldByVenue([
      ...[told('hall', false, 'worked'), told('hall', false, 'failed'), told('hall', true, 'partly')],
      ...[
        told('barn', true, 'failed'),
        told('barn', true, 'not tried'),
        { venueId: 'barn', outcome: 'worked' as const },
      ],
    ]),
  ).toEqual([
    { benchId: 'b', venueId: 'hall', told: 3, wrong: 2 },
    { benchId: 'b', venueId: 'barn', told: 1, wrong: 0 },
  ]);
});
