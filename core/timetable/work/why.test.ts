import { script } from '../../script';
import { demo, item, showOf, task } from '../../testing/hall-show';
import type { WhyKind } from './activity';
import { REASONS, softness, linkParties } from './why';
import { workOf } from './work';

// Type tests: these lines must not compile, and the type check fails should one of them ever do.
const { kit: _kit, ...lacking } = REASONS;
// @ts-expect-error A reason without its row.
export const missingRow: Record<WhyKind, unknown> = lacking;
const { asWait: _wait, ...half } = REASONS.order;
// @ts-expect-error A row without its words as a wait.
export const missingWords: typeof REASONS.order = half;

const kinds = Object.keys(REASONS) as WhyKind[];

test.each(kinds)('%s has words in a contradiction and behind a wait', (kind) => {
  const file = showOf([demo('a', { prep: [task('rig')] })], [item('a')]);
  const resolved = script(file);
  const { activities } = workOf(resolved);
  const [origin, stage, rig] = [0, 1, 2];
  const link = { from: rig, to: stage, lagS: 120, why: { kind, what: 'ann' } };
  const back = { ...link, from: kind.endsWith('from') ? origin : rig };
  const words = REASONS[kind].inCircle(linkParties(resolved, activities, back));
  expect(words).not.toMatch(/undefined|NaN/);
  expect(words.length).toBeGreaterThan(5);
  const wait = REASONS[kind].asWait(linkParties(resolved, activities, back), '14:05', '');
  expect(wait).not.toMatch(/undefined|NaN/);
  expect(wait.length).toBeGreaterThan(5);
  for (const { label } of REASONS[kind].fixes(linkParties(resolved, activities, back), 60))
    expect(label).not.toMatch(/undefined|NaN/);
});

test('no two reasons that give way are equally soft: which one does never hangs on their order', () => {
  const soft = kinds
    .map((kind) => softness({ from: 0, to: 0, lagS: 0, why: { kind } }))
    .filter(Number.isFinite);
  expect(new Set(soft).size).toBe(soft.length);
  expect(soft.length).toBe(15);
});
