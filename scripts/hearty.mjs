// `npm run --silent hearty -- …`: the core from a terminal.
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { bundle, needNode, needPackages, root } from './tools.mjs';

needNode();
needPackages();
// What touches the database is the server's; the rest is the core alone.
const [source, built] = ['backup', 'restore', 'passphrase'].includes(process.argv[2])
  ? ['server/tool.ts', 'server/dist/tool.cjs']
  : ['cli/main.ts', 'cli/dist/hearty.cjs'];
const file = join(root, built);
if (!existsSync(file)) await bundle(source, built);
process.env.HEARTY_ROOT ??= root;
process.env.HEARTY_CWD ??= process.env.INIT_CWD ?? process.cwd();
await import(file);
