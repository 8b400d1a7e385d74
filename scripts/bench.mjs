// `npm run bench`: the speeds that docs/benchmarks.md records, measured on this machine.
import { join } from 'node:path';
import { build, bundle, needChromium, needNode, needPackages, root, run } from './tools.mjs';

needNode();
needPackages();
const [, only = ''] = process.argv.slice(2);
if (only === '' || only === 'browser') {
  process.env.HEARTY_CHROMIUM ??= needChromium();
  await build();
}
await bundle('scripts/bench.ts', 'node_modules/.cache/hearty/bench.cjs');
await bundle('server/main.ts', 'node_modules/.cache/hearty/main.cjs');
await bundle('server/planning/worker.ts', 'node_modules/.cache/hearty/planner.cjs');
run('node', [join(root, 'node_modules/.cache/hearty/bench.cjs'), ...process.argv.slice(2)]);
