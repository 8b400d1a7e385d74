// `npm run formats`: writes docs/formats/ again from the code.
import { join } from 'node:path';
import { bundle, needNode, needPackages, root, run } from './tools.mjs';

needNode();
needPackages();
await bundle('scripts/write-formats.ts', 'node_modules/.cache/hearty/write-formats.cjs');
run('node', [join(root, 'node_modules/.cache/hearty/write-formats.cjs')]);
