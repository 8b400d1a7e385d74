import { script } from '../script';
import type { Step } from '../show';
import { demo, showOf } from '../testing/hall-show';
import { logOf } from '../testing/log';
import type { Happening } from './events';
import { fold } from './fold';
import { heldBy } from './interlock';

const step = (id: string, interlock = false): Step => ({
  ...{ id, kind: 'do', text: id, bestS: 1, likelyS: 2, worstS: 3 },
  ...(interlock && { interlock }),
});
const resolved = script(
  showOf([demo('a', { steps: [step('begin'), step('valve', true), step('light'), step('shut', true)] })]),
);
const done = (stepId: string): Happening => ({ kind: 'step done', body: { itemId: 'i-a', stepId } });
const started: Happening[] = [
  { kind: 'curtain', body: {} },
  { kind: 'item begun', body: { itemId: 'i-a' } },
  done('begin'),
];
const held = (...does: Parameters<typeof heldBy>[2]) =>
  heldBy(resolved, fold(logOf(...started), resolved), does).map((s) => s.id);

test('a step after an interlock is held by it; the interlock itself and what comes before it are not', () => {
  expect(held(done('light'))).toEqual(['valve']);
  expect(held(done('valve'))).toEqual([]);
  expect(held(done('valve'), done('light'))).toEqual([]);
});

test('an outcome, the next item and the curtain are held by every interlock that is left', () => {
  expect(held({ kind: 'attempt closed', body: { itemId: 'i-a', outcome: 'worked' } })).toEqual([
    'valve',
    'shut',
  ]);
  expect(held({ kind: 'curtain down', body: {} })).toEqual(['valve', 'shut']);
  expect(held({ kind: 'hold', body: {} })).toEqual([]);
});
