import type { Demo, Good, Item, ShowFile, Venue } from '../../show';
import { demo, good, item, showOf } from '../../testing/hall-show';
import { carriedCautions } from '../carried';
import { plan } from '../plan';
import { labelsSaid } from '../worn';
import type { FindingCode } from './codes';

/** Whether a show fits its room: one step on either side of each limit. */

const inVenue = (changes: Partial<Demo>, venue: Partial<Venue>, more: Partial<ShowFile> = {}): ShowFile => {
  const file = showOf([demo('a', changes)], [item('a')], more);
  return { ...file, venue: { ...file.venue, ...venue } };
};
const found = (file: ShowFile, ...codes: FindingCode[]) =>
  plan(file, { plays: 0 })
    .findings.filter((f) => codes.includes(f.code))
    .map(({ level, isFinal }) => level + (isFinal ? ', final' : ''));

test.each([
  [{ heightM: 4 }, { ceilingM: 4 }, []],
  [{ heightM: 4.1 }, { ceilingM: 4 }, ['stop']],
  [{ heightM: 4.1 }, {}, ['note']],
  [{ heightM: 4.1 }, { indoors: false }, []],
] as const)('a demo %j under a ceiling %j', (changes, venue, levels) => {
  expect(found(inVenue(changes, venue), 'ceiling')).toEqual(levels);
});

// The bench is a metre deep and a metre behind the front edge: its middle is 1.5 m from it.
const bench = {
  id: 'b',
  name: 'bench',
  kind: 'bench' as const,
  spots: 1,
  rightM: 0,
  backM: 1,
  deepM: 1,
  wideM: 2,
};
test.each<[Partial<Demo>, Partial<Venue>, string[]]>([
  [{ audienceM: 3.5 }, { frontRowM: 2 }, []],
  [{ audienceM: 3.6 }, { frontRowM: 2 }, ['stop']],
  [{ clearM: 3.6 }, { frontRowM: 2 }, ['stop']],
  [{ clearM: 3.6, hazards: ['projectile'] }, { frontRowM: 2 }, ['stop, final']],
  // Three metres are assumed where nobody has measured, and nothing final rests on them.
  [{ clearM: 4.6, hazards: ['projectile'] }, {}, ['stop']],
  [{ clearM: 4.5, hazards: ['projectile'] }, {}, []],
])('a demo %j with the front row %j', (changes, venue, levels) => {
  expect(found(inVenue(changes, { marks: [bench], ...venue }), 'reach')).toEqual(levels);
});

test('a throw is kept from the front row by its calculator, whatever the demo says', () => {
  // 10 m/s reaches 10²/9.81 = 10.2 m at 45°.
  const thrown = {
    hazards: ['projectile' as const],
    benches: [
      { id: 't', benchId: 'throw', limits: false, amounts: [], inputs: [{ name: 'speedMS', value: 10 }] },
    ],
  };
  expect(found(inVenue(thrown, { frontRowM: 10 }), 'reach')).toEqual(['stop, final']);
  expect(found(inVenue(thrown, { frontRowM: 10.3 }), 'reach')).toEqual([]);
});

test('whoever works inside what is kept clear, and a way out inside it, is named', () => {
  const trolley = { id: 't', name: 'trolley', kind: 'trolley' as const, spots: 1, rightM: 2, backM: 1 };
  const file = (rightM: number): ShowFile => {
    const show = showOf(
      [
        demo('a', { clearM: 2, hazards: ['projectile'] }),
        demo('b', {
          mark: 'trolley',
          prep: [
            {
              ...{ id: 'p', title: 'Lay it out', handsOnS: 100, who: { kind: 'anyone' }, readyAfterS: 0 },
              ...{ beforeDoors: false, inShow: true, mark: 'trolley' },
            },
          ],
        }),
      ],
      [item('a'), item('b')],
    );
    return { ...show, venue: { ...show.venue, frontRowM: 9, marks: [bench, { ...trolley, rightM }] } };
  };
  expect(found(file(1.5), 'reach')).toEqual(['stop']);
  expect(found(file(3), 'reach')).toEqual([]);
  const withExit = (atM: number) =>
    inVenue(
      { clearM: 2 },
      {
        ...{ marks: [bench], frontRowM: 5, widthM: 8, depthM: 10, stageDepthM: 3 },
        exits: [{ name: 'back door', wall: 'back', atM }],
      },
    );
  expect(found(withExit(4), 'reach')).toEqual(['caution']);
  expect(found(withExit(7), 'reach')).toEqual([]);
});

// 4 m are 12.04 dB below what was measured at 1 m.
test.each<[number, Partial<Venue>, string[]]>([
  [152.1, { frontRowM: 4 }, ['stop, final']],
  [150, { frontRowM: 4 }, ['stop']],
  [148, { frontRowM: 4 }, ['caution']],
  [133, { frontRowM: 4 }, ['caution']],
  [131, { frontRowM: 4 }, []],
  [131, { frontRowM: 4, soundLimitDB: 110 }, ['stop']],
  [136, { frontRowM: 40 }, ['caution']],
])('a bang of %d dB(C) at 1 m with the audience %j', (peakDB, venue, levels) => {
  const marks = [{ id: 'b', name: 'bench', kind: 'bench' as const, spots: 1 }];
  expect(found(inVenue({ peakDB }, { ...venue, marks }), 'noise')).toEqual(levels);
});

test('nothing loud after the curfew, unless the venue agrees to it', () => {
  const file = inVenue({ hazards: ['noise'] }, { curfew: '14:04' });
  expect(found(file, 'noise')).toEqual(['stop']);
  expect(found({ ...file, show: { ...file.show, agreed: ['noise'] } }, 'noise')).toEqual([]);
  expect(found(inVenue({ hazards: ['noise'] }, { curfew: '14:06' }), 'noise')).toEqual([]);
});

test('dry ice and a vessel under pressure in one demo are a stop that nobody can answer for', () => {
  expect(found(inVenue({ hazards: ['cryogen', 'pressure'] }, {}), 'sealed')).toEqual(['stop, final']);
  expect(found(inVenue({ hazards: ['cryogen'] }, {}), 'sealed')).toEqual([]);
});

test('more than 50 mL of open fuel with a flame in the show is one too; a lamp’s oil is not open', () => {
  const fuel = (storage: 'spirit' | 'fuel'): Good => ({
    ...good('fuel', 'consumable', 500),
    unit: 'mL',
    storage,
  });
  const file = (
    amount: number,
    hazards: Demo['hazards'],
    storage: 'spirit' | 'fuel' = 'spirit',
    per: 'attempt' | 'show' = 'attempt',
  ) =>
    inVenue(
      { hazards, consumables: [{ goodId: 'fuel', amount, per, wastePct: 0 }] },
      {},
      {
        stock: [fuel(storage)],
      },
    );
  expect(found(file(51, ['flame']), 'open-fuel')).toEqual(['stop, final']);
  expect(found(file(50, ['flame']), 'open-fuel')).toEqual([]);
  expect(found(file(51, []), 'open-fuel')).toEqual([]);
  expect(found(file(51, ['flame'], 'fuel'), 'open-fuel')).toEqual([]);
  expect(found(file(51, ['flame', 'flammable vapour'], 'fuel'), 'open-fuel')).toEqual(['stop, final']);
  expect(found(file(300, ['flame'], 'spirit', 'show'), 'open-fuel')).toEqual([]);
});

describe('what nobody has asked the venue', () => {
  test('is a question, with the answer as a fix; a no is a stop', () => {
    const file = inVenue({ hazards: ['flame'] }, {});
    delete file.venue.flameAllowed;
    const [asked] = plan(file, { plays: 0 }).findings.filter((f) => f.code === 'flame-not-allowed');
    expect(asked).toMatchObject({ level: 'caution', message: expect.stringContaining('Ask the venue') });
    expect(asked!.fixes.map((f) => f.label)).toContain('Yes, they allow it');
    expect(found(inVenue({ hazards: ['flame'] }, { flameAllowed: false }), 'flame-not-allowed')).toEqual([
      'stop',
    ]);
    const agreed = { ...file, show: { ...file.show, agreed: ['flame' as const] } };
    expect(found(agreed, 'flame-not-allowed')).toEqual([]);
  });

  test.each<[Partial<Demo>, Partial<Venue>, string[]]>([
    [{ needs: ['darkness'] }, {}, ['note']],
    [{ needs: ['darkness'] }, { dark: false }, ['stop']],
    [{ needs: ['darkness'] }, { dark: true }, []],
    [{ needs: ['running water'] }, {}, ['note']],
    [{ needs: ['a sink'] }, { water: false }, ['caution']],
    [{ needs: ['a sink'] }, { water: true }, []],
    [{ needs: ['good ventilation'] }, {}, ['note']],
    [{ needs: ['good ventilation'] }, { airChanges: 2 }, ['stop']],
    [{ needs: ['good ventilation'] }, { airChanges: 3 }, []],
    [{ needs: ['smoke detector isolated'] }, {}, ['note']],
    [
      { gives: [{ gas: 'smoke', litres: 1, per: 'show' }] },
      { detectors: 'smoke, can be isolated' },
      ['note'],
    ],
    [{ needs: ['smoke detector isolated'] }, { detectors: 'smoke, cannot be isolated' }, ['stop']],
    [{ needs: ['smoke detector isolated'] }, { detectors: 'heat' }, []],
    [{ needs: ['still air'] }, { indoors: false }, ['caution']],
    [{ needs: ['still air'] }, {}, []],
    [{ needs: ['outdoors'] }, {}, ['stop']],
    [{ hazards: ['flame'] }, {}, ['note']],
    [{ hazards: ['flame'] }, { extinguisher: false }, ['caution']],
    [{ hazards: ['flame'] }, { extinguisher: false, blanket: true }, []],
    [{ hazards: ['flame'] }, { extinguisher: true }, []],
    [{ needs: ['outdoors'] }, { indoors: false }, []],
  ])('a demo %j at a venue %j', (changes, venue, levels) => {
    expect(found(inVenue(changes, venue), 'venue-needs')).toEqual(levels);
  });
});

test.each<[Partial<Demo>, Partial<Venue>, number]>([
  [{ socket: true, powerW: 2300 }, { powerKW: 2.2 }, 1],
  [{ socket: true, powerW: 2200 }, { powerKW: 2.2 }, 0],
  [{ socket: true }, { sockets: 0 }, 1],
  [{ socket: true }, {}, 0],
])('a demo that takes %j from sockets %j', (changes, venue, times) => {
  expect(found(inVenue(changes, venue), 'power')).toHaveLength(times);
});

describe('people and goods', () => {
  const pours = { id: 'p', kind: 'do' as const, text: 'Pour it', by: 'volunteer' as const };
  const steps = [{ ...pours, bestS: 10, likelyS: 20, worstS: 30 }];
  const using = (one: Partial<Good>, changes: Partial<Demo> = {}) =>
    inVenue(
      { steps, consumables: [{ goodId: 'g', amount: 1, per: 'attempt', wastePct: 0 }], ...changes },
      {},
      { stock: [{ ...good('g', 'consumable', 5), ...one }] },
    );

  test.each<[Partial<Good>, Partial<Demo>, string[]]>([
    [{ storage: 'oxidiser', strengthPercent: 30 }, {}, ['stop']],
    [{ storage: 'oxidiser', strengthPercent: 6 }, {}, []],
    [{ storage: 'cryogen' }, {}, ['stop']],
    [{ ghs: ['H314'] }, {}, ['stop']],
    [{ ghs: ['H302'] }, {}, []],
    [{}, { hazards: ['flame'] }, ['caution']],
    [{ ghs: ['H314'] }, { steps: [{ ...steps[0]!, by: 'helper' }] }, []],
  ])('a volunteer pours %j in a demo %j', (one, changes, levels) => {
    expect(found(using(one, changes), 'volunteer-handles')).toEqual(levels);
  });

  test.each<[Partial<Good>, Demo['hazards'], number]>([
    [{ ghs: ['H318'] }, [], 1],
    [{ ghs: ['H318'] }, ['corrosive'], 0],
    [{ ghs: ['H225', 'H319'] }, [], 1],
    [{ ghs: ['H319'] }, [], 0],
  ])('a good %j in a demo with the hazards %j', (one, hazards, times) => {
    expect(found(using(one, { hazards, steps: [] }), 'ghs')).toHaveLength(times);
  });

  test('a cryogen that the stores do not keep as one is missed', () => {
    expect(found(using({}, { hazards: ['cryogen'] }), 'storage')).toEqual(['caution']);
    expect(found(using({ storage: 'cryogen' }, { hazards: ['cryogen'] }), 'storage')).toEqual([]);
  });

  test('nobody is alone with a flame', () => {
    const two = inVenue({ hazards: ['flame'] }, {});
    const one = { ...two, show: { ...two.show, crew: two.show.crew.slice(0, 1) } };
    expect(found(two, 'alone')).toEqual([]);
    expect(found(one, 'alone')).toEqual(['caution']);
  });

  test('what nobody clears away is said once for the whole show', () => {
    const open = (id: string) => demo(id, { hazards: ['corrosive'] });
    const items: Item[] = [item('a'), item('b')];
    expect(found(showOf([open('a'), open('b')], items), 'afterwards')).toEqual(['note']);
  });
});

test('outdoors the wind is measured at Check, and again after half an hour', () => {
  const checksOf = (venue: Partial<Venue>) =>
    plan(inVenue({}, venue), { plays: 0 }).checks.filter((c) => c.id === 'wind');
  expect(checksOf({ indoors: false, windLimitMS: 8 })).toMatchObject([
    { max: 8, unit: 'm/s', must: true, holdsS: 1800 },
  ]);
  expect(checksOf({ windLimitMS: 8 })).toEqual([]);
  expect(checksOf({ indoors: false })).toEqual([]);
});

test('the labels of what a demo uses are said with their signal word', () => {
  const goods = new Map([
    ['spirit', { ...good('spirit', 'consumable', 1), ghs: ['H225', 'H319'] as const }],
    ['water', good('water', 'consumable', 1)],
  ]) as never;
  const need = (goodId: string, amount: number) => ({ goodId, amount, per: 'attempt' as const, wastePct: 0 });
  expect(labelsSaid({ kit: [], consumables: [need('spirit', 1), need('water', 1)] }, goods)).toEqual([
    'spirit: Danger. Highly flammable liquid and vapour (H225); Causes serious eye irritation (H319)',
  ]);
  expect(labelsSaid({ kit: [], consumables: [need('spirit', 0)] }, goods)).toEqual([]);
});

test('a spinning person, and a bench within their reach', () => {
  const floor = { id: 'f', name: 'floor', kind: 'floor' as const, spots: 1, rightM: 0, backM: 0 };
  const hard = (rightM: number) => ({
    id: 'h',
    name: 'bench',
    kind: 'bench' as const,
    spots: 1,
    rightM,
    backM: 0,
  });
  const file = (rightM: number) =>
    inVenue(
      { mark: 'floor', hazards: ['spinning person'], clearM: 1.5 },
      { marks: [floor, hard(rightM)], frontRowM: 5 },
    );
  expect(found(file(1.4), 'reach')).toEqual(['caution']);
  expect(found(file(1.6), 'reach')).toEqual([]);
});

describe('one flask for two chemistries', () => {
  const chemical = (id: string, storage: Good['storage']): Good => ({
    ...good(id, 'consumable', 9),
    storage: storage!,
  });
  const uses = (id: string, goodId: string, changes: Partial<Demo> = {}) =>
    demo(id, {
      kit: [{ goodId: 'flask', count: 1, turnRoundS: 0 }],
      consumables: [{ goodId, amount: 1, per: 'attempt', wastePct: 0 }],
      ...changes,
    });
  const show = (a: Demo, b: Demo, flasks = 1) =>
    showOf([a, b], [item('a'), item('b')], {
      stock: [good('flask', 'kit', flasks), chemical('acid', 'acid'), chemical('peroxide', 'oxidiser')],
    });
  const reset = { title: 'Rinse it', handsOnS: 30, who: { kind: 'anyone' as const }, inView: false };

  test('is a caution where nothing says that it is rinsed', () => {
    expect(found(show(uses('a', 'acid'), uses('b', 'peroxide')), 'vessel')).toEqual(['caution']);
  });
  test('is none with a reset, with another flask, or with the same in it', () => {
    expect(found(show(uses('a', 'acid', { reset }), uses('b', 'peroxide')), 'vessel')).toEqual([]);
    expect(found(show(uses('a', 'acid'), uses('b', 'peroxide'), 2), 'vessel')).toEqual([]);
    expect(found(show(uses('a', 'acid'), uses('b', 'acid')), 'vessel')).toEqual([]);
  });
});

test('cautions of safety go with their item; the pace of the evening does not', () => {
  const { findings } = plan(inVenue({ peakDB: 148 }, { frontRowM: 4 }), { plays: 0 });
  expect(carriedCautions(findings, 'i-a')).toEqual([expect.stringMatching(/^“a” is 136 dB\(C\)/)]);
  expect(carriedCautions(findings, 'i-b')).toEqual([]);
});
