import { spawnSync } from 'node:child_process';
import { cpSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** A clone has no packages: a script that loads one before it installs them falls over at once. */

const root = join(__dirname, '..');
let clone: string;

beforeAll(() => {
  clone = mkdtempSync(join(tmpdir(), 'hearty-clone-'));
  for (const part of ['scripts', 'package.json', 'package-lock.json'])
    cpSync(join(root, part), join(clone, part), { recursive: true });
  mkdirSync(join(clone, 'bin'));
  writeFileSync(join(clone, 'bin/npm'), '#!/bin/sh\necho "asked to $1"\nexit 3\n', { mode: 0o755 });
});
afterAll(() => rmSync(clone, { recursive: true, force: true }));

test.each([
  'demo',
  'start',
  'dev',
  'build',
  'test',
  'test --long',
  'bench',
  'screenshots',
  'hearty',
  'write-formats',
])('on a fresh clone, “%s” starts by installing its packages', (command) => {
  const [name, ...args] = command.split(' ');
  const { stderr, status } = spawnSync('node', [`scripts/${name}.mjs`, ...args], {
    cwd: clone,
    env: { ...process.env, PATH: `${join(clone, 'bin')}:${process.env.PATH}` },
    encoding: 'utf8',
  });
  expect(stderr).toContain('asked to install');
  expect(status).toBe(3);
});
