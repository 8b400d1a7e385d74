import fc from 'fast-check';
import { plan } from '../plan';
import { script } from '../script';
import { demo, item, showOf } from '../testing/hall-show';
import { HAZARDS, type Demo } from './demo';
import { missingControls, usualCautions } from './hazards';

/** For each hazard, a demo that has its usual control. */
const CONTROLLED: Partial<Demo> = {
  skills: ['flame', 'cryogen', 'high voltage'],
  worn: [{ by: 'presenter', what: 'goggles' }],
  steps: [{ id: 'call', kind: 'shout', text: 'Hands over your ears!', bestS: 1, likelyS: 2, worstS: 3 }],
  reset: { title: 'Wipe up', handsOnS: 60, who: { kind: 'anyone' }, inView: false },
  conditions: [{ id: 'air', kind: 'tested', what: 'Doors open', must: false }],
  helpers: 1,
  clearM: 2,
};

test.each(HAZARDS)(
  '%s without its usual control is a caution of the plan, with it there is none',
  (hazard) => {
    const found = (changes: Partial<Demo>) =>
      plan(showOf([demo('a', { hazards: [hazard], ...changes })], [item('a')]), {
        plays: 0,
        fixes: false,
      }).findings.filter((f) => f.code === 'hazard-control');
    expect(found({})).toEqual([
      expect.objectContaining({
        level: 'caution',
        itemId: 'i-a',
        message: expect.stringContaining(`${hazard}: `),
      }),
    ]);
    expect(found(CONTROLLED)).toEqual([]);
  },
);

test('a demo without a caution of its own is played with the usual ones of its hazards', () => {
  const cautions = (own: string[]) =>
    script(showOf([demo('a', { hazards: ['flame', 'noise'], cautions: own })], [item('a')])).items[0]!.demo!
      .cautions;
  expect(cautions([])).toEqual(usualCautions(['flame', 'noise']));
  expect(cautions(['Ours'])).toEqual(['Ours']);
});

test('each hazard adds at most one line, and no hazard none', () => {
  fc.assert(
    fc.property(fc.subarray([...HAZARDS]), (hazards) => {
      expect(missingControls(demo('a', { hazards })).length).toBeLessThanOrEqual(hazards.length);
      expect(missingControls(demo('a', { hazards, ...CONTROLLED }))).toEqual([]);
    }),
  );
});
