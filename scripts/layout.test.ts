import { spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';

/** The rules that hold the layout, tried on a small tree in which a file of each kind stands in the wrong place. */

const root = join(__dirname, '..');
let tree: string;

beforeAll(() => {
  tree = mkdtempSync(join(tmpdir(), 'hearty-layout-'));
});
afterAll(() => rmSync(tree, { recursive: true, force: true }));

const RIGHT: Record<string, string> = {
  'core/index.ts': "export * from './plan';",
  'core/quantities/index.ts': "export { gram } from './amount';",
  'core/quantities/amount.ts': 'export const gram = 1;',
  'core/timetable/index.ts': "export { place } from './place';",
  'core/timetable/place/index.ts': "export { place } from './place';",
  'core/timetable/place/place.ts': "import { link } from '../network';\nexport const place = link;",
  'core/timetable/network/index.ts': "export { link } from './network';",
  'core/timetable/network/network.ts': "import { gram } from '../../quantities';\nexport const link = gram;",
  'core/plan/index.ts': "export { plan } from './plan';",
  'core/plan/plan.ts': "import { place } from '../timetable';\nexport const plan = place;",
  'web/kit/field.ts': 'export const field = 1;',
  'web/session/draft.ts': "import { field } from '../kit/field';\nexport const draft = field;",
};

/** A file in the wrong place, and the rule that says so. */
const WRONG: [rule: string, path: string, text: string][] = [
  ['core-order-quantities', 'core/quantities/late.ts', "export { plan } from '../plan';"],
  ['core-order-timetable', 'core/timetable/type.ts', "export type { plan } from '../plan';"],
  ['core-order-timetable/network', 'core/timetable/network/late.ts', "export { place } from '../place';"],
  ['core-no-deep-imports', 'core/plan/deep.ts', "export { gram } from '../quantities/amount';"],
  [
    'core-no-deep-imports-timetable/place',
    'core/timetable/deep.ts',
    "export { place } from './place/place';",
  ],
  ['core-not-its-root', 'core/plan/root.ts', "export * from '../index';"],
  ['core-known-folders', 'core/helpers/misc.ts', "export { gram } from '../quantities';"],
  ['core-stands-alone', 'core/plan/screen.ts', "export { draft } from '../../web/session/draft';"],
  ['only-cores-face', 'server/deep.ts', "export { plan } from '../core/plan';"],
  ['web-order-kit', 'web/kit/late.ts', "export { draft } from '../session/draft';"],
  ['web-live-apart', 'web/live/heavy.ts', "export * from '../features/score';"],
  ['web-planning-apart', 'web/features/score.ts', "export * from '../live/stage';"],
];

function cruise(files: Record<string, string>): { name: string; from: string }[] {
  rmSync(join(tree, 'core'), { recursive: true, force: true });
  for (const [path, text] of Object.entries(files)) {
    mkdirSync(join(tree, dirname(path)), { recursive: true });
    writeFileSync(join(tree, path), text);
  }
  writeFileSync(join(tree, 'tsconfig.json'), '{"compilerOptions":{"moduleResolution":"bundler"}}');
  const { stdout } = spawnSync(
    process.execPath,
    [
      join(root, 'node_modules/dependency-cruiser/bin/dependency-cruise.mjs'),
      ...['--config', join(root, '.dependency-cruiser.mjs'), '--output-type', 'json', 'core', 'web'],
      ...(files['server/deep.ts'] ? ['server'] : []),
    ],
    { cwd: tree, encoding: 'utf8', maxBuffer: 1e8 },
  );
  const { summary } = JSON.parse(stdout) as {
    summary: { violations: { rule: { name: string }; from: string }[] };
  };
  return summary.violations.map((v) => ({ name: v.rule.name, from: v.from }));
}

test('files in their places break no rule', () => {
  expect(cruise(RIGHT)).toEqual([]);
}, 60_000);

test('a file of each kind in the wrong place breaks its rule, and so does a circle of types', () => {
  const found = cruise({
    ...RIGHT,
    ...Object.fromEntries(WRONG.map(([, path, text]) => [path, text])),
    'web/live/stage.ts': 'export const stage = 1;',
    'core/show/index.ts': "export * from './a';",
    'core/show/a.ts': "import type { B } from './b';\nexport interface A { b?: B }",
    'core/show/b.ts': "import type { A } from './a';\nexport interface B { a?: A }",
  });
  for (const [name, from] of WRONG) expect(found).toContainEqual({ name, from });
  expect(found).toContainEqual({ name: 'no-circles', from: 'core/show/a.ts' });
}, 60_000);

test('core that reads a clock, asks chance, sorts by the machine’s language or leaves a case out fails the lint', () => {
  const text = [
    'export const when = () => new Date();',
    'export const first = (a: string, b: string) => a.localeCompare(b);',
    'export const luck = () => Math.random();',
    'export async function later() { return 1; }',
    'export const forgotten = () => { later(); };',
    "export const word = (kind: 'a' | 'b') => { switch (kind) { case 'a': return 1; } };",
    "import 'node:fs';",
  ].join('\n');
  const { stdout } = spawnSync(
    process.execPath,
    [
      join(root, 'node_modules/eslint/bin/eslint.js'),
      ...['--stdin', '--stdin-filename', 'core/quantities/order.ts', '--format', 'json'],
    ],
    { cwd: root, input: text, encoding: 'utf8', maxBuffer: 1e8 },
  );
  const [{ messages }] = JSON.parse(stdout) as [{ messages: { ruleId: string; line: number }[] }];
  const lines = (rule: string) => messages.filter((m) => m.ruleId === rule).map((m) => m.line);
  expect(lines('no-restricted-syntax')).toEqual([1, 2, 3]);
  expect(lines('@typescript-eslint/no-floating-promises')).toEqual([5]);
  expect(lines('@typescript-eslint/switch-exhaustiveness-check')).toEqual([6]);
  expect(lines('no-restricted-imports')).toEqual([7]);
}, 60_000);
