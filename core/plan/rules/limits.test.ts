import { demo, item, record, showOf } from '../../testing/hall-show';
import type { ShowFile } from '../../show';
import { plan } from '../plan';
import type { FindingCode } from './codes';

/** Where a rule begins to report, and at what level: one step on either side of each limit. */

const findAll = (file: ShowFile, code: FindingCode) =>
  plan(file, { plays: 0, fixes: false }).findings.filter((f) => f.code === code);

describe('dead air', () => {
  /** An item that is fixed so long after curtain-up. */
  const waiting = (waitS: number) =>
    findAll(showOf([demo('a')], [item('a', { at: `14:0${waitS / 60}` })]), 'dead-air');

  test('of a minute is a caution, of two a stop', () => {
    expect(waiting(60).map((f) => [f.level, f.numbers.waitS])).toEqual([['caution', 60]]);
    expect(waiting(120).map((f) => [f.level, f.numbers.waitS])).toEqual([['stop', 120]]);
  });
});

describe('two loud demos in a row', () => {
  const loud = (id: string, kind: 'do' | 'shout') =>
    demo(id, {
      hazards: ['noise'],
      steps: [{ id: 's', kind, text: 'Bang', bestS: 10, likelyS: 20, worstS: 30 }],
    });

  test('are reported where nobody calls for ears, and not where the second does', () => {
    expect(findAll(showOf([loud('a', 'do'), loud('b', 'do')]), 'loud-no-call')).toHaveLength(1);
    expect(findAll(showOf([loud('a', 'do'), loud('b', 'shout')]), 'loud-no-call')).toEqual([]);
  });
});

describe('times typed by hand', () => {
  const typed = (likelyS: number) => {
    const timing = { bestS: likelyS, likelyS, worstS: likelyS };
    return findAll(
      showOf([demo('a')], [item('a', { timing })], {
        record: [{ ...record('a', 6, 0), playsS: [300, 300, 300, 300, 300, 300] }],
      }),
      'log-times',
    ).length;
  };

  // The log says 300 s: a quarter off, either way, is still close enough.
  test.each([
    [230, 1],
    [250, 0],
    [300, 0],
    [390, 0],
    [410, 1],
  ])('of %d s against 300 s in the log give %d notes', (likelyS, notes) =>
    expect(typed(likelyS)).toBe(notes),
  );
});

test('a reset that nobody in the crew is allowed to do is a stop', () => {
  const reset = {
    title: 'Empty the flask',
    handsOnS: 60,
    inView: false,
    who: { kind: 'skill' as const, value: 'cryogen' as const },
  };
  const [finding] = findAll(showOf([demo('a', { reset })]), 'nobody');
  expect(finding).toMatchObject({ level: 'stop', itemId: 'i-a' });
  expect(finding!.message).toContain('Empty the flask');
});
