// `npm run mutation [folder …] [--mutants N] [--seed N]`: changes core in small ways, a sample of them one at a time, and
// counts how many of them the tests notice. Stryker's instrumenter makes the mutants; it is installed beside the
// project, for this alone. Its own runner loads every test file again for each mutant: forty seconds each.
import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { bundleTests, testFiles } from './bundle-tests.mjs';
import { needNode, needPackages, root, run } from './tools.mjs';

/** Folders of core, and which tests are to notice a change there, those that end soonest first. */
const FOLDERS = {
  timetable: [/^core\/timetable\//, /^core\/plan\//],
  forecast: [/^core\/forecast\//, /^core\/plan\/plan/],
  supplies: [/^core\/supplies\//, /^core\/(plan|formats)\//],
  live: [/^core\/live\//, /^server\/live\//],
  logbook: [/^core\/logbook\//, /^(core|server)\/live\//],
  safety: [/^core\/safety\//, /^core\/plan\//],
  bench: [/^core\/bench\//, /^core\/(plan|live|script)\//],
  physics: [/^core\/(physics|bench)\//, /^core\/supplies\//],
  script: [/^core\/script\//, /^core\/(plan|supplies|live)\//],
  show: [/^core\/show\//, /^core\/(plan|formats)\//],
  plan: [/^core\/plan\//],
};
/** A mutant that makes the tests run longer than this hangs, and is noticed. */
const TIMEOUT_MS = 240_000;
const JEST = join(root, 'node_modules/jest/bin/jest.js');

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: { mutants: { type: 'string', default: '60' }, seed: { type: 'string', default: '1' } },
});
needNode();
needPackages();
const { Instrumenter } = await instrumenter();
for (const folder of positionals.length ? positionals : Object.keys(FOLDERS)) await score(folder);

async function instrumenter() {
  const home = join(root, 'node_modules/.cache/hearty/mutation');
  if (!existsSync(join(home, 'node_modules'))) {
    mkdirSync(home, { recursive: true });
    writeFileSync(join(home, 'package.json'), '{ "private": true }');
    run('npm', ['install', '--no-audit', '--no-fund', '@stryker-mutator/instrumenter@9'], { cwd: home });
  }
  return import(createRequire(join(home, 'package.json')).resolve('@stryker-mutator/instrumenter'));
}

/** Prints "bench: 88 % of 60 mutants noticed", then each that was not. */
async function score(folder) {
  const { mutants, contents } = await mutate(folder);
  const chosen = sample(mutants);
  let alive = chosen;
  for (const [stage, tests] of FOLDERS[folder].entries()) {
    const bundles = join(root, `test-results/mutation/${folder}-${stage}`);
    await bundleTests(
      testFiles().filter((file) => tests.test(file)),
      { folder: bundles, contents },
    );
    if (!(await passes(bundles, undefined))) throw new Error(`The tests of ${folder} fail without a mutant.`);
    const survived = [];
    await inTwos(alive, async (mutant) => {
      if (await passes(bundles, mutant.id)) survived.push(mutant);
    });
    alive = survived;
  }
  const noticed = chosen.length - alive.length;
  console.log(
    `\n${folder}: ${Math.round((100 * noticed) / chosen.length)} % of ${chosen.length} mutants noticed`,
  );
  for (const { fileName, location, mutatorName, replacement } of alive)
    console.log(
      `  ${fileName}:${location.start.line + 1} ${mutatorName}: ${replacement.replace(/\s+/g, ' ').slice(0, 100)}`,
    );
}

/** Every mutant of a folder, and its files with all of them inside, switched on by an environment variable. */
async function mutate(folder) {
  const files = readdirSync(join(root, 'core', folder), { recursive: true })
    .filter((path) => path.endsWith('.ts') && !/\.test\.ts$/.test(path))
    .map((path) => join('core', folder, path))
    .map((name) => ({ name, mutate: true, content: readFileSync(join(root, name), 'utf8') }));
  const quiet = { debug() {}, info() {}, isDebugEnabled: () => false };
  const made = await new Instrumenter(quiet).instrument(files, {
    plugins: null,
    ignorers: [],
    // Words on screen are read by people, not by tests.
    excludedMutations: ['StringLiteral'],
  });
  return {
    mutants: made.mutants.filter((m) => m.status === undefined),
    contents: new Map(made.files.map(({ name, content }) => [join(root, name), content])),
  };
}

/** Some of all, the same each time. */
function sample(all) {
  const left = [...all];
  let state = Number(values.seed);
  // Numerical Recipes' linear congruential generator: enough to draw with.
  const next = () => (state = (1664525 * state + 1013904223) % 2 ** 32) / 2 ** 32;
  const count = Math.min(Number(values.mutants), left.length);
  return Array.from({ length: count }, () => left.splice(Math.floor(next() * left.length), 1)[0]);
}

/** Whether all tests of some bundles pass with one mutant switched on. */
function passes(bundles, mutant) {
  return new Promise((done) => {
    const child = spawn(
      process.execPath,
      [JEST, '-c', 'jest.bundles.config.mjs', '--rootDir', bundles, '--runInBand', '--bail', '--silent'],
      {
        cwd: root,
        stdio: 'ignore',
        timeout: TIMEOUT_MS,
        // A mutant that loops for ever hears nothing else.
        killSignal: 'SIGKILL',
        env: { ...process.env, ...(mutant !== undefined && { __STRYKER_ACTIVE_MUTANT__: mutant }) },
      },
    );
    child.on('close', (status) => done(status === 0));
  });
}

/** Does the work for each, two at a time. */
async function inTwos(all, work) {
  const left = [...all];
  const worker = async () => {
    for (let next = left.shift(); next; next = left.shift()) await work(next);
  };
  await Promise.all([worker(), worker()]);
}
