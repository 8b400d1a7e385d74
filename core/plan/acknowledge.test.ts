import { barred, fold, gates } from '../live';
import { script } from '../script';
import { applyChange, copyOf, type Demo, type ShowFile, type Venue } from '../show';
import { logOf } from '../testing/log';
import { demo, item, showOf } from '../testing/hall-show';
import { plan } from './plan';

/** Who may acknowledge a stop, for how long, and which stops cannot be overridden. */

const fileOf = (changes: Partial<Demo>, venue: Partial<Venue>): ShowFile => {
  const file = showOf([demo('a', changes)], [item('a')]);
  return { ...file, venue: { ...file.venue, ...venue } };
};
const stopIn = (file: ShowFile) => plan(file, { plays: 0 }).findings.find((f) => f.level === 'stop')!;
const answered = (file: ShowFile, changes: object = {}): ShowFile => {
  const { code, message, itemId } = stopIn(file);
  const acknowledgement = { code, message, personId: 'ann', reason: 'The keeper lifts the lamp', ...changes };
  return {
    ...file,
    show: applyChange(file.show, {
      kind: 'acknowledge',
      acknowledgement: { ...acknowledgement, ...(itemId !== undefined && { itemId }) },
    }),
  };
};
const gateOf = (file: ShowFile) =>
  gates(script(file), plan(file, { plays: 0 }), fold([], script(file)), 0).find((g) => g.itemId === 'i-a')!;

const low = fileOf({ heightM: 4.5 }, { ceilingM: 4 });

test('a stop that a crew member acknowledged holds nothing up, and says who and why', () => {
  expect(gateOf(low)).toMatchObject({ verdict: 'no-go', isStopped: true });
  const gate = gateOf(answered(low));
  expect(gate.verdict).not.toBe('no-go');
  expect(gate.acknowledged).toEqual([
    expect.stringMatching(/the ceiling of The hall is 4 m\. Ann acknowledged it: The keeper lifts the lamp$/),
  ]);
});

test('an acknowledgement ends when the stop gets worse, and when its author leaves the crew', () => {
  const file = answered(low);
  expect(stopIn({ ...file, venue: { ...file.venue, ceilingM: 3.5 } }).acknowledged).toBeUndefined();
  const crew = file.show.crew.filter((place) => place.personId !== 'ann');
  expect(stopIn({ ...file, show: { ...file.show, crew } }).acknowledged).toBeUndefined();
  expect(stopIn(file).acknowledged).toBeDefined();
});

test('it can be taken back, goes with its item, and is not copied to another day', () => {
  const { show } = answered(low);
  expect(show.acknowledged).toHaveLength(1);
  const { code, message } = show.acknowledged![0]!;
  expect(
    applyChange(show, { kind: 'withdraw', stop: { code, message, itemId: 'i-a' } }).acknowledged,
  ).toBeUndefined();
  expect(applyChange(show, { kind: 'remove-items', itemIds: ['i-a'] }).acknowledged).toBeUndefined();
  expect(copyOf({ ...show, agreed: ['flame'] }, 'copy', '2027-01-01')).not.toMatchObject({
    acknowledged: expect.anything(),
  });
  expect(copyOf({ ...show, agreed: ['flame'] }, 'copy', '2027-01-01').agreed).toBeUndefined();
});

describe('a stop that cannot be overridden', () => {
  const sealed = fileOf({ hazards: ['cryogen', 'pressure'] }, {});

  test('stays a no-go, whatever an imported file or the stage says', () => {
    const file = answered(sealed, { message: stopIn(sealed).message });
    expect(plan(file, { plays: 0 }).findings.find((f) => f.code === 'sealed')).toMatchObject({
      isFinal: true,
    });
    expect(gateOf(file)).toMatchObject({ verdict: 'no-go', isFinal: true });
    const log = logOf({ kind: 'overruled', body: { itemId: 'i-a', reason: 'so' } });
    const overruled = fold(log, script(sealed));
    const [gate] = gates(script(sealed), plan(sealed, { plays: 0 }), overruled, 0);
    expect(gate).toMatchObject({ verdict: 'no-go', isFinal: true });
  });

  test('is not begun on stage: the rest of the press is done', () => {
    const byItem = new Map([['i-a', gateOf(sealed)]]);
    const curtain = { kind: 'curtain' as const, body: {} };
    const begin = { kind: 'item begun' as const, body: { itemId: 'i-a' } };
    expect(barred(byItem, [curtain, begin])).toMatchObject({ gate: { itemId: 'i-a' }, rest: [curtain] });
    expect(barred(byItem, [curtain])).toBeUndefined();
    expect(barred(new Map([['i-a', gateOf(low)]]), [begin])).toBeUndefined();
  });
});
