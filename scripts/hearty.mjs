// `npm run --silent hearty -- …`: the core from a terminal.
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { bundle, needNode, root } from './tools.mjs';

needNode();
const file = join(root, 'cli/dist/hearty.cjs');
if (!existsSync(file)) await bundle('cli/main.ts', 'cli/dist/hearty.cjs');
process.env.HEARTY_CWD ??= process.env.INIT_CWD ?? process.cwd();
await import(file);
