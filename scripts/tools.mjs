import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = resolve(dirname(fileURLToPath(import.meta.url)), '..');

/** Ends with a sentence when this Node.js cannot run the program. */
export function needNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19)) {
    console.error(`Hearty Stage needs Node.js 20.19 or newer; this is ${process.versions.node}.`);
    process.exit(1);
  }
}

/** Installs the packages of package-lock.json where they are missing or of another lock file. */
export function needPackages() {
  const stamp = join(root, 'node_modules/.stamp-lock');
  const want = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === want) return;
  // On stderr: what a command prints is for the next command.
  console.error('Installing packages (about four minutes the first time: the database compiles) …');
  // Not `npm ci`: it refuses the lock file where a registry lacks an optional binary for some other platform.
  run('npm', ['install', '--no-save', '--no-audit', '--no-fund', '--loglevel=error'], {
    stdio: ['ignore', process.stderr, process.stderr],
  });
  writeFileSync(stamp, want);
}

/** Debian's Chromium without windows starts and draws quicker than the whole browser, which does as well. */
const CHROMIUMS = ['chromium-headless-shell', 'chromium', 'chromium-browser'];

/** The path of a Chromium for the browser tests; installs Debian's where that is possible. */
export function needChromium() {
  const find = () => CHROMIUMS.map((name) => `/usr/bin/${name}`).find((path) => existsSync(path));
  if (process.env.HEARTY_CHROMIUM) return process.env.HEARTY_CHROMIUM;
  if (!find() && process.getuid?.() === 0 && existsSync('/etc/debian_version')) {
    console.log('Installing Chromium for the browser tests …');
    run('apt-get', ['update', '-qq']);
    for (const name of CHROMIUMS.slice(0, 2)) if (!find()) ran('apt-get', ['install', '-y', '-qq', name]);
  }
  const found = find();
  if (!found) {
    console.error(
      'The browser tests need Chromium. Install it (Debian: apt-get install chromium) or set HEARTY_CHROMIUM to its path.',
    );
    process.exit(1);
  }
  return found;
}

/** Builds client, server and command line where their sources are newer than what was built. */
export async function build({ force = false } = {}) {
  const stamp = join(root, 'node_modules/.stamp-build');
  const newest = Math.max(
    ...['core', 'server', 'web', 'cli', 'scripts', 'package-lock.json'].map((part) =>
      newestIn(join(root, part)),
    ),
  );
  const outputs = [
    'server/dist/main.cjs',
    'server/dist/planner.cjs',
    'server/dist/tool.cjs',
    'cli/dist/hearty.cjs',
    'web/dist/index.html',
  ].map((path) => join(root, path));
  if (
    !force &&
    existsSync(stamp) &&
    outputs.every((path) => existsSync(path)) &&
    statSync(stamp).mtimeMs > newest
  )
    return;
  console.log('Building …');
  await bundle('server/main.ts', 'server/dist/main.cjs');
  await bundle('server/planning/worker.ts', 'server/dist/planner.cjs');
  await bundle('server/tool.ts', 'server/dist/tool.cjs');
  await bundle('cli/main.ts', 'cli/dist/hearty.cjs');
  run('npx', ['vite', 'build', '--logLevel', 'warn'], { cwd: join(root, 'web') });
  writeFileSync(stamp, '');
}

/** One file for Node.js out of a TypeScript entry; what is native or large stays a package. */
export async function bundle(entry, outfile) {
  const esbuild = await import('esbuild');
  await esbuild.build({
    entryPoints: [join(root, entry)],
    outfile: join(root, outfile),
    bundle: true,
    platform: 'node',
    target: 'node20',
    format: 'cjs',
    external: [
      'better-sqlite3',
      '@playwright/test',
      'pino',
      'highs',
      'express',
      'compression',
      'helmet',
      'esbuild',
      'class-validator-jsonschema',
    ],
    alias: { '@hearty/core': join(root, 'core/index.ts') },
    logLevel: 'warning',
  });
}

/** Starts the built server in this process's place. */
export function serve(args = []) {
  process.chdir(root);
  process.argv.push(...args);
  process.env.HEARTY_ROOT ??= root;
  return import(join(root, 'server/dist/main.cjs'));
}

/** Runs a command with its output shown; ends this process with its code when it fails. */
export function run(command, args, options = {}) {
  const status = ran(command, args, options);
  if (status !== 0) process.exit(status ?? 1);
}

const ran = (command, args, options = {}) =>
  spawnSync(command, args, { stdio: 'inherit', cwd: root, ...options }).status;

function newestIn(path) {
  if (!existsSync(path)) return 0;
  const stat = statSync(path);
  if (!stat.isDirectory()) return stat.mtimeMs;
  return Math.max(
    0,
    ...readdirSync(path)
      .filter((name) => !['dist', 'node_modules'].includes(name))
      .map((name) => newestIn(join(path, name))),
  );
}
