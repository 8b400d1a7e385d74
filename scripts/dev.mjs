// `npm run dev`: the server on 4180 with the demo troupe, and the client with live reload on 5173.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { bundle, needNode, needPackages, root, serve } from './tools.mjs';

needNode();
needPackages();
await bundle('server/main.ts', 'server/dist/main.cjs');
const vite = spawn('npx', ['vite'], { cwd: join(root, 'web'), stdio: 'inherit' });
process.on('exit', () => vite.kill());
await serve(['--demo']);
