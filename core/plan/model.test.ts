import fc from 'fast-check';
import type { Demo, Good, Item, Mark, Parameter, ShowFile, Step } from '../show';
import { demoProblems, showProblems } from '../show';
import { script } from '../script';
import { demo, good, hallShow, item, person, showOf, task } from '../testing/hall-show';
import { silentIn } from '../testing/verify';
import { clockOf } from './clock';
import { packing } from '../supplies';
import { plan } from './plan';

/** What a show can say, line by line: from the document to what it changes. */

const planned = (file: ShowFile) => plan(file, { plays: 0 });
const said = (file: ShowFile) => plan(file, { plays: 0 }).findings;
const mark = (id: string, kind: Mark['kind'], more: Partial<Mark> = {}): Mark => ({
  id,
  name: id,
  kind,
  spots: 1,
  ...more,
});
const withMarks = (file: ShowFile, ...marks: Mark[]): ShowFile => ({
  ...file,
  venue: { ...file.venue, marks },
});
const reset = { title: 'sweep', handsOnS: 200, who: { kind: 'anyone' as const }, inView: false };
const step = (id: string, likelyS: number, more: Partial<Step> = {}): Step => ({
  id,
  kind: 'do',
  text: id,
  bestS: likelyS,
  likelyS,
  worstS: likelyS,
  ...more,
});
const stock = (...goods: Partial<Good>[]) =>
  goods.map((g) => ({ ...good('x', 'kit', 1), ...g, name: g.id! }));
const need = (goodId: string, per: 'attempt' | 'showing' | 'show' | 'volunteer', more = {}) => ({
  goodId,
  amount: 1,
  per,
  wastePct: 0,
  ...more,
});
const pieces: Parameter = { id: 'n', title: 'Pieces', unit: '', usual: 1, min: 1, max: 10 };
const rungs = Array.from({ length: 10 }, (_, i) => String(i + 1));
const ofGood = (file: ShowFile, id: string) => planned(file).needs.consumables.find((c) => c.goodId === id)!;

describe('where', () => {
  test('two demos on one mark wait for its reset; on two marks of their kind, each named, neither waits', () => {
    const file = showOf([demo('a', { reset }), demo('b')]);
    expect(planned(file).timetable.items[1]!.waitS).toBe(200);
    const two = withMarks(
      showOf([demo('a', { reset }), demo('b')], [item('a'), item('b', { markId: 'back' })]),
      mark('front', 'bench'),
      mark('back', 'bench'),
    );
    const { timetable, checks, callSheets } = planned(two);
    expect(timetable.items[1]!.waitS).toBe(0);
    expect(callSheets.flatMap((s) => s.lines).find((l) => l.key === 'stage:i-b')?.place).toBe('back');
    expect(checks).toEqual([]);
  });

  test('a mark of three spots takes three things at once: one left burning is in nobody’s way', () => {
    const burning = demo('burning', { reset: { ...reset, handsOnS: 2000 }, spots: 1 });
    const file = showOf([burning, demo('b', { spots: 2 }), demo('c', { spots: 2 })]);
    const one = withMarks(file, mark('bench', 'bench', { spots: 1 }));
    const three = withMarks(file, mark('bench', 'bench', { spots: 3 }));
    expect(planned(one).timetable.items[1]!.waitS).toBeGreaterThan(0);
    expect(planned(three).timetable.items.map((i) => i.waitS)).toEqual([0, 0, 0]);
    expect(said(one).map((f) => f.code)).toContain('no-mark');
  });

  test('a mark is never fuller than its spots, whatever is played on it', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({ spots: fc.integer({ min: 1, max: 3 }), sweepS: fc.integer({ min: 0, max: 900 }) }),
          {
            minLength: 2,
            maxLength: 7,
          },
        ),
        fc.integer({ min: 1, max: 4 }),
        (rows, spots) => {
          const demos = rows.map((r, i) =>
            demo(`d${i}`, { spots: r.spots, reset: { ...reset, handsOnS: r.sweepS } }),
          );
          const file = withMarks(showOf(demos), mark('bench', 'bench', { spots }));
          const { timetable } = planned(file);
          const uses = timetable.items.map((i, k) => ({
            fromS: i.startS,
            toS: timetable.resets.find((r) => r.itemId === i.itemId)?.endS ?? i.endS,
            spots: Math.min(rows[k]!.spots, spots),
          }));
          for (const { fromS } of uses) {
            const there = uses.filter((u) => u.fromS <= fromS && fromS < u.toS);
            expect(there.reduce((sum, u) => sum + u.spots, 0)).toBeLessThanOrEqual(spots);
          }
        },
      ),
      { seed: 5, numRuns: 80 },
    );
  });

  test('what the venue lacks, or is not as the item names it, is said', () => {
    const file = showOf(
      [demo('a', { mark: 'pad' }), demo('b', { socket: true }), demo('c', { hazards: ['high voltage'] })],
      [item('a'), item('b', { markId: 'gone' }), item('c')],
    );
    const wet = withMarks(file, mark('bench', 'bench', { waterNear: true }));
    expect(said(wet).map((f) => [f.code, f.itemId])).toEqual(
      expect.arrayContaining([
        ['no-mark', 'i-a'],
        ['no-mark', 'i-b'],
        ['mark-unfit', 'i-b'],
        ['mark-unfit', 'i-c'],
      ]),
    );
  });

  const vessel = (contents: string, places: number) => ({
    kit: [{ goodId: 'flask', count: 1, turnRoundS: 300, places, contents }],
  });

  test('needs with the same contents share a vessel with places; other contents wait for its turn-round', () => {
    const flask = stock({ id: 'flask', places: 4 });
    const file = showOf([demo('a', vessel('nitrogen', 2)), demo('b', vessel('nitrogen', 2))], undefined, {
      stock: flask,
    });
    expect(planned(file).timetable.items[1]!.waitS).toBe(0);
    expect(planned(file).needs.kit).toMatchObject([{ peak: 1, short: 0 }]);
    const other = showOf([demo('a', vessel('nitrogen', 2)), demo('b', vessel('hot water', 2))], undefined, {
      stock: flask,
    });
    expect(planned(other).timetable.items[1]!.waitS).toBe(300);
  });

  test('a vessel with n places is never fuller, nor are two contents in it', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            places: fc.integer({ min: 1, max: 5 }),
            contents: fc.constantFrom('ice', 'soda', 'oil'),
          }),
          { minLength: 2, maxLength: 8 },
        ),
        fc.integer({ min: 2, max: 5 }),
        fc.integer({ min: 1, max: 3 }),
        (rows, each, onShelf) => {
          const demos = rows.map((r, i) => demo(`d${i}`, vessel(r.contents, r.places)));
          const file = showOf(demos, undefined, { stock: stock({ id: 'flask', places: each, onShelf }) });
          const { timetable, needs } = planned(file);
          // As a person would count: the pieces that those in use want at the least, each with one thing in it.
          const most = Math.max(
            ...timetable.items.map(({ startS }) => {
              const open = rows.filter((_, k) => {
                const { startS: from, endS } = timetable.items[k]!;
                return from <= startS && startS < endS;
              });
              const by = new Map<string, number>();
              for (const r of open) by.set(r.contents, (by.get(r.contents) ?? 0) + r.places);
              return [...by.values()].reduce((sum, places) => sum + Math.ceil(places / each), 0);
            }),
          );
          expect(needs.kit[0]!.peak).toBeGreaterThanOrEqual(most);
          // Where there are pieces enough for any one demo, no two uses of one piece meet.
          if (rows.every((r) => Math.ceil(r.places / each) <= onShelf)) expect(needs.kit[0]!.short).toBe(0);
        },
      ),
      { seed: 6, numRuns: 80 },
    );
  });
});

describe('how often, and what changes', () => {
  test('showings have their own steps', () => {
    const shown = demo('a', {
      steps: [
        step('light', 10),
        step('ask', 40, { showing: 'first' }),
        step('again', 5, { showing: 'further' }),
        step('explain', 60, { showing: 'last' }),
      ],
    });
    delete shown.furtherS;
    const lengthOf = (showings: number) =>
      planned(showOf([shown], [item('a', { showings })])).timetable.items[0]!.endS;
    expect(lengthOf(1)).toBe(10 + 40 + 60);
    expect(lengthOf(3)).toBe(10 + 40 + (10 + 5) + (10 + 5 + 60));
  });

  const ladder = (more: Partial<Demo> = {}) =>
    demo('ladder', {
      parameters: [pieces],
      consumables: [need('mints', 'showing', { scalesWith: 'n' })],
      steps: [step('drop', 10, { growsWith: 'n' })],
      guessOdds: 0.5,
      ...more,
    });
  const asSeries = (
    levels: string[],
    onFail: 'go on' | 'retry' | 'stop' = 'go on',
    more: Partial<Item> = {},
  ) => item('ladder', { series: { parameterId: 'n', levels, onFail }, ...more });
  const mints = { stock: stock({ id: 'mints', sort: 'consumable', unit: 'piece' }) };

  test('ten rungs of 1 … 10 want 55 pieces, and a finale of ten stations of ten 100 more', () => {
    const finale = demo('finale', {
      parameters: [pieces],
      consumables: [{ goodId: 'mints', amount: 1, per: 'station', wastePct: 0, scalesWith: 'n' }],
    });
    const file = showOf(
      [ladder(), finale],
      [asSeries(rungs), item('finale', { settings: [{ parameterId: 'n', value: 10 }] })],
      mints,
    );
    file.show.audienceStations = 10;
    expect(ofGood(file, 'mints')).toMatchObject({ planned: 155, packed: 155 });
    expect(ofGood(file, 'mints').lines.map((l) => l.each * l.plannedTimes)).toEqual([55, 100]);
  });

  test('the amounts of a series are the sum over its levels, and its times too', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 10 }), { minLength: 2, maxLength: 20 }),
        fc.constantFrom('go on' as const, 'stop' as const),
        (levels, onFail) => {
          const shown = ladder();
          delete shown.furtherS;
          const file = showOf([shown], [asSeries(levels.map(String), onFail)], mints);
          const sum = levels.reduce((a, b) => a + b, 0);
          expect(ofGood(file, 'mints').planned).toBe(sum);
          expect(planned(file).timetable.items[0]!.endS).toBe(10 * sum);
        },
      ),
      { seed: 7, numRuns: 60 },
    );
  });

  test('a failed showing does not end a series, in the forecast either; where it says stop, it does', () => {
    const lands = (onFail: 'go on' | 'stop') => {
      const shown = ladder();
      delete shown.furtherS;
      const bands = plan(showOf([shown], [asSeries(['1', '1', '1', '1'], onFail)], mints), {
        plays: 4000,
      }).bands!;
      return bands.endS;
    };
    expect(lands('go on')).toEqual({ p10: 40, p50: 40, p90: 40 });
    // Half of the showings fail, so that half of the plays end after the first, with the cover line.
    expect(lands('stop').p10).toBeLessThan(lands('stop').p90);
  });

  test('names are levels as well, and what is no level of the parameter is said', () => {
    const metals: Parameter = { id: 'm', title: 'Metal', names: ['copper', 'brass', 'lead'] };
    const slides = demo('slides', { parameters: [metals], consumables: [need('oil', 'showing')] });
    const series = (levels: string[]) =>
      showOf([slides], [item('slides', { series: { parameterId: 'm', levels, onFail: 'go on' } })], {
        stock: stock({ id: 'oil', sort: 'consumable' }),
      });
    expect(ofGood(series(['copper', 'lead']), 'oil').planned).toBe(2);
    expect(said(series(['copper', 'lead'])).map((f) => f.code)).not.toContain('setting');
    expect(said(series(['copper', 'cheese']))).toContainEqual(
      expect.objectContaining({ code: 'setting', message: expect.stringContaining('cheese') as string }),
    );
  });

  test('retries of a series are packed for: by odds, at the level where they fall', () => {
    const file = showOf(
      [ladder({ consumables: [need('mints', 'attempt', { scalesWith: 'n' })] })],
      [asSeries(['1', '10'], 'retry', { retries: 1 })],
      mints,
    );
    const { planned: wanted, packed } = ofGood(file, 'mints');
    // One in three plays fails once at the ten, and takes twenty-one.
    expect([wanted, packed]).toEqual([11, 21]);
  });

  test('fifty levels unlike one another with twenty retries are counted in no time, and packed for', () => {
    const levels = Array.from({ length: 50 }, (_, i) => String(1 + i * 0.1713));
    const file = showOf(
      [ladder({ consumables: [need('oil', 'attempt', { scalesWith: 'n' })] })],
      [asSeries(levels, 'retry', { retries: 20 })],
      { stock: stock({ id: 'oil', sort: 'consumable', unit: 'mL' }) },
    );
    const { planned: wanted, packed, runOutOdds } = ofGood(file, 'oil');
    const most = wanted + 20 * Number(levels.at(-1));
    expect(packed).toBeGreaterThan(wanted);
    expect(packed).toBeLessThanOrEqual(most * 1.01);
    expect(runOutOdds).toBeLessThanOrEqual(0.05);
  });

  test('a variant changes steps, prep, kit, times and what is worn', () => {
    const big = demo('a', {
      variants: [
        {
          id: 'big',
          title: 'Big',
          amounts: [],
          hazards: [],
          cautions: [],
          steps: [step('only', 700)],
          prep: [task('haul')],
          kit: [{ goodId: 'crane', count: 2, turnRoundS: 0 }],
          worn: [{ goodId: 'helmet', by: 'presenter' }],
          furtherS: 33,
        },
      ],
    });
    const goods = { stock: stock({ id: 'crane', onShelf: 2 }, { id: 'helmet' }) };
    const plain = planned(showOf([big], [item('a')], goods));
    const varied = planned(showOf([big], [item('a', { variantId: 'big', showings: 2 })], goods));
    expect(plain.timetable.tasks).toEqual([]);
    expect(varied.timetable.items[0]!.endS).toBe(733);
    expect(varied.timetable.tasks.map((t) => t.title)).toEqual(['haul']);
    expect(varied.needs.kit.map((k) => [k.goodId, k.peak])).toEqual([
      ['crane', 2],
      ['helmet', 1],
    ]);
  });

  test('a setting scales times as well as amounts', () => {
    const grown = demo('a', {
      parameters: [pieces],
      steps: [step('drop', 30, { growsWith: 'n' }), step('bow', 10)],
      prep: [task('soak', { growsWith: 'n', readyAfterS: 100 })],
    });
    const { timetable } = planned(
      showOf([grown], [item('a', { settings: [{ parameterId: 'n', value: 4 }] })]),
    );
    expect(timetable.items[0]!.endS).toBe(130);
    const [soak] = timetable.tasks;
    expect([soak!.handsOffS - soak!.startS, soak!.readyS - soak!.handsOffS]).toEqual([240, 400]);
  });

  const choice = (shares: [number, number]) => {
    const long = demo('long', {
      steps: [step('twist', 100)],
      prep: [task('inflate')],
      consumables: [need('long', 'show')],
    });
    const round = demo('round', {
      steps: [step('knot', 60)],
      prep: [task('blow')],
      consumables: [need('round', 'show', { amount: 4 })],
    });
    const goods = stock({ id: 'long', sort: 'consumable' }, { id: 'round', sort: 'consumable' });
    return showOf(
      [long, round],
      [
        {
          ...item('long'),
          id: 'pick',
          kind: 'choice',
          title: 'Long or round?',
          options: [
            { demoId: 'long', share: shares[0] },
            { demoId: 'round', share: shares[1] },
          ],
        },
      ],
      { stock: goods },
    );
  };

  test('what is not as written is said where one prepares and plays: the variant, what is set, where a dose comes from', () => {
    const size: Parameter = { id: 'n', title: 'Pieces', unit: 'g', usual: 1, min: 1, max: 10 };
    const variants = [{ id: 'strong', title: 'Strong', amounts: [], hazards: [], cautions: [] }];
    const file = showOf(
      [demo('a', { parameters: [size], variants, prep: [task('weigh')] }), demo('b', { parameters: [size] })],
      [
        item('a', { variantId: 'strong', settings: [{ parameterId: 'n', value: 4 }] }),
        item('b', { settings: [{ parameterId: 'n', bestOf: 'i-a' }] }),
      ],
    );
    const withOf = (kind: string) =>
      planned(file)
        .callSheets.flatMap((s) => s.lines)
        .filter((l) => l.kind === kind)
        .map((l) => l.with);
    expect(withOf('prepare')).toEqual([['Strong', 'Pieces: 4 g']]);
    expect(withOf('on stage')).toEqual([['Strong', 'Pieces: 4 g'], ['Pieces: the best of “a”']]);
  });

  test('of a choice each is gone through before doors, not only the longest', () => {
    const locked = (id: string, s: number) =>
      demo(id, {
        steps: [step(`lock ${id}`, s, { interlock: true }), step(`call ${id}`, s, { kind: 'shout' })],
      });
    const file = showOf(
      [locked('long', 300), locked('short', 100)],
      [
        item('long', {
          kind: 'choice',
          demoId: undefined,
          options: [
            { demoId: 'long', share: 50 },
            { demoId: 'short', share: 50 },
          ],
        }),
      ],
    );
    const titles = planned(file).checks.map((c) => c.title);
    for (const id of ['long', 'short']) {
      expect(titles).toContain(`Gone through in this order: “lock ${id}”`);
      expect(titles).toContain(`Calls agreed: “call ${id}”`);
    }
  });

  test('of a choice everything is made ready, the longest counts, and the forecast draws by the shares', () => {
    const { timetable } = planned(choice([30, 70]));
    expect(timetable.items[0]!.endS).toBe(100);
    expect(timetable.tasks.map((t) => t.title).sort()).toEqual(['blow (round)', 'inflate (long)']);
    const bands = plan(choice([30, 70]), { plays: 4000 }).bands!;
    // Seven in ten pick the one of a minute.
    expect(bands.endS.p50).toBeLessThan(100);
    expect(bands.endS.p90).toBeGreaterThanOrEqual(100);
  });

  test('supplies of a choice are planned by share and packed by odds', () => {
    expect(ofGood(choice([30, 70]), 'round')).toMatchObject({ planned: 3, packed: 4 });
    // One in fifty picks it: two in a hundred shows may run out of it.
    expect(ofGood(choice([98, 2]), 'round').packed).toBe(1);
    expect(ofGood(choice([98, 2]), 'round').runOutOdds).toBeCloseTo(0.02, 9);
  });

  test('a dose from what was seen is planned at the likeliest level and packed for the largest', () => {
    const fountain = demo('fountain', {
      parameters: [pieces],
      consumables: [need('mints', 'show', { scalesWith: 'n' })],
    });
    const file = showOf(
      [ladder({ consumables: [] }), fountain],
      [
        asSeries(['2', '5', '8']),
        item('fountain', { settings: [{ parameterId: 'n', bestOf: 'i-ladder', value: 5 }] }),
      ],
      mints,
    );
    expect(ofGood(file, 'mints')).toMatchObject({ planned: 5, packed: 8 });
    expect(
      said(showOf([ladder(), fountain], [item('ladder'), file.show.items[1]!], mints)).map((f) => f.code),
    ).toContain('setting');
  });

  test('prep grows by showing, attempt, volunteer and head, with its seconds for the first and each further one', () => {
    const handsOf = (per: 'showing' | 'attempt' | 'volunteer' | 'head') => {
      const file = showOf(
        [demo('a', { volunteers: 4, prep: [task('hand out', { per, handsOnS: 60, furtherS: 5 })] })],
        [item('a', { showings: 2, retries: 1 })],
      );
      const [t] = planned(file).timetable.tasks;
      return t!.handsOffS - t!.startS;
    };
    expect(handsOf('showing')).toBe(65);
    expect(handsOf('attempt')).toBe(70);
    expect(handsOf('volunteer')).toBe(75);
    expect(handsOf('head')).toBe(60 + 89 * 5);
  });

  test('8,000 packets are more than a day’s work for one pair of hands, and that is said', () => {
    const file = showOf([demo('a', { prep: [task('hand out', { per: 'head', handsOnS: 15 })] })]);
    file.show.heads = 8000;
    expect(said(file).map((f) => f.code)).toContain('too-long');
  });
});

describe('who', () => {
  test('a demo that asks for helpers and has too few is a finding that gives it to somebody', () => {
    const file = showOf([demo('a', { helpers: 1 })]);
    const finding = said(file).find((f) => f.code === 'helpers')!;
    expect(finding.level).toBe('stop');
    expect(finding.fixes.map((w) => w.label)).toEqual(['Give it to Ben too']);
    expect(said(showOf([demo('a', { helpers: 1 })], [item('a', { helperIds: ['ben'] })]))).toEqual(
      expect.not.arrayContaining([expect.objectContaining({ code: 'helpers' })]),
    );
  });

  test('a stadium: sixty in the crew, fifty-nine of them helpers, ten stations; all are called, none is lost', () => {
    const ids = Array.from({ length: 60 }, (_, i) => `p${i}`);
    const file = showOf(
      [demo('wave', { helpers: 59, kit: [{ goodId: 'flag', count: 1, turnRoundS: 0, per: 'helper' }] })],
      [item('wave', { presenterId: 'p0', helperIds: ids.slice(1) })],
      { crew: ids.map((id) => person(id, [])), stock: stock({ id: 'flag', onShelf: 59 }) },
    );
    file.show.crew = ids.map((personId) => ({ personId, arrives: '12:30' }));
    file.show.audienceStations = 10;
    file.show.heads = 8000;
    const result = planned(file);
    expect(showProblems(file.show)).toEqual([]);
    expect(result.findings.map((f) => f.code)).not.toContain('helpers');
    expect(result.needs.kit).toMatchObject([{ peak: 59, short: 0 }]);
    expect(result.callSheets).toHaveLength(60);
    expect(result.callSheets.every((s) => s.lines.some((l) => l.kind !== 'arrive'))).toBe(true);
  });

  test('what is worn is counted as kit, packed, checked and on the call sheets of those who wear it', () => {
    const dress = demo('a', {
      volunteers: 10,
      helpers: 1,
      steps: [step('mix', 60), step('pour', 60)],
      worn: [
        { goodId: 'glasses', by: 'volunteer' },
        { goodId: 'glasses', by: 'helper' },
        { goodId: 'gloves', by: 'presenter', fromStepId: 'pour' },
        { goodId: 'poncho', by: 'front row' },
        { what: 'Hair tied back', by: 'volunteer' },
      ],
      cautions: ['Stand upwind.'],
    });
    const goods = stock(
      { id: 'glasses', onShelf: 20, pieceG: 30, pieceL: 0.2 },
      { id: 'gloves' },
      { id: 'poncho', sort: 'consumable' },
    );
    const file = showOf([dress], [item('a', { helperIds: ['ben'] })], { stock: goods });
    file.venue.frontRowSeats = 12;
    const { needs, checks, callSheets, things } = planned(file);
    const { crates } = packing(things, [{ id: 'c', name: 'Crate', insideL: 60, limitKg: 16 }]);
    expect(needs.kit.map((k) => [k.goodId, k.peak])).toEqual([
      ['glasses', 11],
      ['gloves', 1],
    ]);
    expect(needs.consumables).toMatchObject([{ goodId: 'poncho', planned: 12 }]);
    expect(crates.flatMap((c) => c.things.map((t) => t.goodId))).toContain('glasses');
    expect(checks.map((c) => [c.title, c.detail])).toEqual(
      expect.arrayContaining([
        ['glasses', '11 of them'],
        ['To be worn: Hair tied back', 'volunteer'],
      ]),
    );
    const line = (name: string) => callSheets.find((s) => s.name === name)!.lines.find((l) => l.worn);
    expect(line('Ann')).toMatchObject({ worn: ['gloves, from “pour”'], cautions: ['Stand upwind.'] });
    expect(line('Ben')).toMatchObject({ worn: ['glasses'] });
  });

  test('the front row is counted for ten where nobody has counted it, and that is said', () => {
    const file = showOf([demo('a', { worn: [{ goodId: 'poncho', by: 'front row' }] })], undefined, {
      stock: stock({ id: 'poncho', sort: 'consumable' }),
    });
    expect(ofGood(file, 'poncho').planned).toBe(10);
    expect(said(file).map((f) => f.code)).toContain('front-row');
  });

  test('kit for each helper of a demo that nobody helps in is none', () => {
    const file = showOf(
      [
        demo('a', { kit: [{ goodId: 'flag', count: 1, turnRoundS: 0, per: 'helper' }] }),
        demo('b', { kit: [{ goodId: 'flag', count: 1, turnRoundS: 0 }] }),
      ],
      undefined,
      { stock: stock({ id: 'flag' }) },
    );
    expect(planned(file).needs.kit).toMatchObject([{ peak: 1, short: 0, itemIds: ['i-b'] }]);
  });

  const lever = { id: 'lever', kind: 'do' as const, text: 'lift the lever' };
  const guestDemo = (more: Partial<Step> = {}, of: Partial<Demo> = {}) =>
    demo('a', { steps: [step('say', 60), step('lift', 60, { ...lever, by: 'guest', ...more })], ...of });

  test('a guest does a step: shown how before doors, watched by the presenter, and told where the step is read', () => {
    const file = showOf([guestDemo({}, { worn: [{ what: 'goggles', by: 'guest' }] })]);
    const { checks, callSheets, findings } = planned(file);
    expect(checks.map((c) => c.title)).toContain(
      'The guest was shown how, and who watches: “lift the lever”',
    );
    expect(checks.map((c) => c.title)).toContain('To be worn: goggles');
    const onStage = callSheets.flatMap((s) => s.lines).find((l) => l.kind === 'on stage')!;
    expect(onStage.does).toEqual(['Your eye on the guest: “lift the lever”']);
    expect(findings.map((f) => f.code)).not.toContain('watched');
  });

  test('goggles of a guest are packed, one pair more than the presenter’s', () => {
    const worn = [
      { goodId: 'goggles', by: 'presenter' as const },
      { goodId: 'goggles', by: 'guest' as const },
    ];
    const file = showOf([guestDemo({}, { worn })], undefined, {
      stock: stock({ id: 'goggles', onShelf: 1 }),
    });
    expect(planned(file).needs.kit).toMatchObject([{ peak: 2, short: 1 }]);
  });

  test('where nobody’s eye is free while a guest works, that is said; with somebody to help it is not', () => {
    const [a, c] = [guestDemo(), demo('c', { prep: [task('drop in', { readyAfterS: 60 })] })];
    const file = (helperIds: string[], afterStepId: string) =>
      showOf(
        [a, c],
        [
          item('a', { helperIds }),
          item('c', { tasks: [{ taskId: 'drop in', inItemId: 'i-a', afterStepId }] }),
        ],
      );
    const watched = (showFile: ShowFile) => said(showFile).find((f) => f.code === 'watched')?.message;
    expect(watched(file([], 'say'))).toBe(
      'In “a” a guest does “lift the lever”, and nobody’s eye is free: Ann is busy with “drop in” just then.',
    );
    expect(watched(file(['ben'], 'say'))).toBeUndefined();
    // After the guest's own step nobody needs watching any more.
    expect(watched(file([], 'lift'))).toBeUndefined();
  });

  test('an interlock in the hands of a guest or a volunteer is a caution, in those of a helper it is not', () => {
    const codes = (more: Partial<Step>, of: Partial<Demo> = {}) =>
      said(showOf([guestDemo({ interlock: true, ...more }, of)])).map((f) => f.code);
    expect(codes({})).toContain('watched');
    expect(codes({ by: 'volunteer' }, { volunteers: 1 })).toContain('watched');
    expect(codes({ by: 'helper' }, { helpers: 1 })).not.toContain('watched');
  });

  test('a step that a helper does is on the helper’s call sheet, and wants one to be there', () => {
    const file = showOf([guestDemo({ by: 'helper' }, { helpers: 1 })], [item('a', { helperIds: ['ben'] })]);
    const help = planned(file)
      .callSheets.flatMap((s) => s.lines)
      .find((l) => l.kind === 'help')!;
    expect(help.does).toEqual(['You do: “lift the lever”']);
    expect(demoProblems(guestDemo({ by: 'helper' })).map((p) => p.path)).toEqual(['steps[1].by']);
    expect(demoProblems(guestDemo({ by: 'volunteer' })).map((p) => p.path)).toEqual(['steps[1].by']);
  });

  test('volunteers who change between showings use up more, and wear the same', () => {
    const file = (volunteersChange: boolean, series = false) =>
      showOf(
        [
          demo('a', {
            volunteers: 4,
            volunteersChange,
            parameters: [pieces],
            prep: [task('hand out', { per: 'volunteer', handsOnS: 60, furtherS: 5 })],
            worn: [
              { goodId: 'poncho', by: 'volunteer' },
              { goodId: 'goggles', by: 'volunteer' },
            ],
            consumables: [need('balloon', 'volunteer')],
          }),
        ],
        [
          item(
            'a',
            series ? { series: { parameterId: 'n', levels: rungs, onFail: 'go on' } } : { showings: 3 },
          ),
        ],
        {
          stock: stock(
            { id: 'poncho', sort: 'consumable' },
            { id: 'goggles' },
            { id: 'balloon', sort: 'consumable' },
          ),
        },
      );
    const counted = (showFile: ShowFile) => {
      const { needs, timetable } = planned(showFile);
      const [t] = timetable.tasks;
      const used = (id: string) => ofGood(showFile, id).planned;
      return [used('balloon'), used('poncho'), needs.kit[0]!.peak, t!.handsOffS - t!.startS];
    };
    expect(counted(file(false))).toEqual([4, 4, 4, 75]);
    expect(counted(file(true))).toEqual([12, 12, 4, 60 + 11 * 5]);
    // The showings of a series are its levels.
    expect(counted(file(true, true))).toEqual([40, 40, 4, 60 + 39 * 5]);
  });

  test('kit is needed for each volunteer as well', () => {
    const file = showOf(
      [demo('a', { volunteers: 6, kit: [{ goodId: 'spoon', count: 2, turnRoundS: 0, per: 'volunteer' }] })],
      undefined,
      { stock: stock({ id: 'spoon', onShelf: 9 }) },
    );
    expect(planned(file).needs.kit).toMatchObject([{ peak: 12, short: 3 }]);
  });
});

describe('when', () => {
  const hosted = (choice: object) =>
    showOf(
      [
        demo('a', { steps: [step('pour', 120), step('talk', 180)] }),
        demo('b'),
        demo('c', { prep: [task('drop in', { readyAfterS: 200 })] }),
      ],
      [item('a'), item('b'), item('c', { tasks: [{ taskId: 'drop in', inItemId: 'i-a', ...choice }] })],
    );

  test('begun on stage at a step: after it, by whoever is on there', () => {
    const [asItBegins] = planned(hosted({})).timetable.tasks;
    const [afterPouring] = planned(hosted({ afterStepId: 'pour' })).timetable.tasks;
    expect([asItBegins!.startS, asItBegins!.personId]).toEqual([0, 'ann']);
    expect([afterPouring!.startS, afterPouring!.personId]).toEqual([120, 'ann']);
    const skilled = hosted({ afterStepId: 'pour' });
    skilled.demos[2]!.prep[0]!.who = { kind: 'person', value: 'ben' };
    skilled.show.items[0]!.helperIds = ['ben'];
    expect(planned(skilled).timetable.tasks[0]!.personId).toBe('ben');
    expect(silentIn(skilled, planned(skilled))).toEqual([]);
  });

  test('a set-up on a mark is brought on just in time, unless the presenter says early', () => {
    const file = (early: boolean) =>
      showOf(
        [
          demo('a'),
          demo('b'),
          demo('c', { mark: 'floor', prep: [task('roll on', { inShow: true, mark: 'floor' })] }),
        ],
        [item('a'), item('b'), item('c', { tasks: early ? [{ taskId: 'roll on', early }] : [] })],
        { crew: hallShow().crew },
      );
    const startOf = (early: boolean) => planned(file(early)).timetable.tasks[0]!.startS;
    expect(startOf(true)).toBe(0);
    expect(startOf(false)).toBeGreaterThan(400);
  });

  test('a quarter to one after half past eleven is the next day, everywhere', () => {
    const file = showOf([demo('a', { prep: [task('rig')] })]);
    Object.assign(file.show, {
      getIn: '21:00',
      doors: '23:00',
      curtainUp: '23:30',
      slotMin: 90,
      hardEnd: '01:15',
    });
    file.show.crew = [
      { personId: 'ann', arrives: '21:00' },
      { personId: 'ben', arrives: '21:00', leaves: '24:45' },
    ];
    expect(showProblems(file.show)).toEqual([]);
    const { timetable } = planned(file);
    expect(timetable.hardEndS).toBe(105 * 60);
    expect(timetable.arrivals[1]!.leavesS).toBe(75 * 60);
  });

  test('times are said with seconds in a short slot, or where two lines would have the same minute', () => {
    const resolved = script(showOf([demo('a')]));
    expect(clockOf(resolved)(75)).toBe('14:01');
    expect(clockOf(resolved, [61, 75])(75)).toBe('14:01:15');
    expect(clockOf({ ...resolved, slotS: 900 })(75)).toBe('14:01:15');
    expect(clockOf({ ...resolved, slotS: 900 })(-1200)).toBe('13:40');
  });

  test('demos are numbered in the running order; talk, picks and holds are not', () => {
    const talk = { ...item('talk'), kind: 'link' as const };
    delete (talk as Partial<Item>).demoId;
    const file = showOf(
      [demo('a'), demo('b')],
      [talk, item('a'), { ...talk, id: 't2', kind: 'hold' }, item('b')],
    );
    expect(script(file).items.map((i) => i.number)).toEqual([undefined, 1, undefined, 2]);
    const lines = planned(file).callSheets[0]!.lines.filter((l) => l.kind === 'on stage');
    expect(lines.map((l) => l.number)).toEqual([undefined, 1, undefined, 2]);
  });

  test('a hold stops the slot as well where the show says so', () => {
    const hold: Item = {
      id: 'hold',
      kind: 'hold',
      title: 'The race',
      showings: 1,
      retries: 0,
      helperIds: [],
      timing: { bestS: 300, likelyS: 300, worstS: 300 },
    };
    const file = (slotWaits: boolean) => {
      const showFile = showOf([demo('a')], [item('a'), hold]);
      return { ...showFile, show: { ...showFile.show, slotMin: 8, slotWaits } };
    };
    expect(planned(file(false)).findings.map((f) => f.code)).toContain('overrun');
    expect(planned(file(true)).findings.map((f) => f.code)).not.toContain('overrun');
    expect(planned(file(true)).timetable.slotEndS).toBe(480 + 300);
  });
});

test('a demo that was only begun says what is not written down', () => {
  expect(said(showOf([demo('a')])).find((f) => f.code === 'unwritten')?.message).toMatch(/its steps/);
  // Thirty alike are told of once; one that lacks something else by itself, and one that is played twice is one.
  const alike = ['a', 'b', 'c'].map((id) => demo(id));
  const file = showOf(
    [...alike, demo('d', { cautions: ['Hot.'] })],
    [item('a'), item('b'), item('c'), item('a', { id: 'again' }), item('d')],
  );
  expect(
    said(file)
      .filter((f) => f.code === 'unwritten')
      .map((f) => f.message),
  ).toEqual([
    'Still to fill in for “a” and 2 more: its steps, what it needs, what can hurt someone, what goes wrong.',
    'Still to fill in for “d”: its steps, what it needs, what goes wrong.',
  ]);
});

test('what a second model may not say is named by its field', () => {
  const wrong = demo('a', {
    parameters: [
      { id: 'p', title: 'P', names: ['one'] },
      { id: 'q', title: 'Q', usual: 1 },
    ],
    steps: [step('s', 10, { growsWith: 'p' })],
    prep: [task('t', { growsWith: 'nothing' })],
    kit: [{ goodId: 'flask', count: 1, turnRoundS: 0, contents: 'ice' }],
    worn: [{ by: 'presenter' }, { what: 'Hat', by: 'helper', fromStepId: 'nowhere' }],
    reading: { title: 'R', kind: 'choice', words: ['one'] },
  });
  expect(demoProblems(wrong).map((p) => p.path)).toEqual([
    'steps[0].growsWith',
    'prep[0].growsWith',
    'kit[0].contents',
    'worn[0].goodId',
    'worn[1].fromStepId',
    'parameters[0].names',
    'parameters[1].min',
    'parameters[1].max',
    'reading.words',
  ]);
  const { show } = showOf([demo('a'), demo('b')]);
  const odd: ShowFile['show'] = {
    ...show,
    items: [
      item('a', {
        settings: [{ parameterId: 'p', bestOf: 'i-b' }],
        tasks: [{ taskId: 't', afterStepId: 's' }],
      }),
      { ...item('b'), kind: 'choice', options: [{ demoId: 'a', share: 50 }] },
      { ...item('b'), id: 'c', series: { parameterId: 'p', levels: ['1'], onFail: 'go on' } },
    ],
  };
  expect(showProblems(odd).map((p) => p.path)).toEqual([
    'items[1].options',
    'items[2].series.levels',
    'items[0].tasks[0].afterStepId',
    'items[0].settings[0].bestOf',
  ]);
});
