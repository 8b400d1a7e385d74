import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { join, resolve } from 'node:path';
import { buildSync } from 'esbuild';
import { temporaryFolder } from './server';

const root = resolve(__dirname, '../..');

/** A program of the server, bundled as the build does it, to be started, killed and listened to. */
export function program(entry: 'main.ts' | 'tool.ts') {
  const bundle = join(temporaryFolder(), 'program.cjs');
  beforeAll(() => {
    buildSync({
      entryPoints: [resolve(__dirname, '..', entry)],
      outfile: bundle,
      bundle: true,
      platform: 'node',
      format: 'cjs',
      external: ['better-sqlite3', 'express', 'helmet'],
      alias: { '@hearty/core': resolve(__dirname, '../../core/index.ts') },
    });
  });
  // Whatever came of a test: what runs on keeps the tests from ending.
  const children: ChildProcess[] = [];
  afterAll(() => children.forEach((child) => child.kill('SIGKILL')));
  const started = <T extends ChildProcess>(child: T): T => {
    children.push(child);
    return child;
  };
  // A process that it starts by itself finds the packages too.
  process.env.NODE_PATH = join(root, 'node_modules');
  process.env.HEARTY_ROOT = root;
  const env = (more: Record<string, string>) => ({
    ...process.env,
    HEARTY_ROOT: root,
    NODE_PATH: join(root, 'node_modules'),
    ...more,
  });

  return {
    /** The bundle. */
    file: bundle,

    /** Runs it. */
    spawn: (args: string[], more: Record<string, string>) =>
      started(spawn(process.execPath, [bundle, ...args], { env: env(more) })),

    /** Serves a folder; `address` comes when it is reached. */
    start: (folder: string, more: Record<string, string> = {}) => {
      const child = started(
        spawn(process.execPath, [bundle, '--demo'], {
          env: env({ HEARTY_PORT: '0', HEARTY_DATA: folder, ...more }),
        }),
      );
      const address = new Promise<string>((found, failed) => {
        child.stdout.on('data', (text: Buffer) => {
          const match = /http:\S+/.exec(String(text));
          if (match) found(match[0]);
        });
        child.once('exit', () => failed(new Error('The server did not start.')));
      });
      return { child, address };
    },

    /** Runs it until it ends by itself. */
    ends: (more: Record<string, string>, args: string[] = []) =>
      spawnSync(process.execPath, [bundle, ...args], { encoding: 'utf8', timeout: 20_000, env: env(more) }),
  };
}
