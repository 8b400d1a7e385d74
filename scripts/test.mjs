// `npm test`: installs what is missing, then types, lint, unit and server tests, browser tests.
// `npm run test:long` (--long): searches at their full size, and browser tests of every page, size and fault.
// Prints last «N passed, N failed»; each of types, formatting, lint, layout and unused code counts as one.
import { spawn, spawnSync } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { bundleTests, testFiles } from './bundle-tests.mjs';
import { build, needChromium, needNode, needPackages, root } from './tools.mjs';

const isLong = process.argv.includes('--long');
needNode();
needPackages();
const chromium = needChromium();
const results = join(root, 'test-results');
rmSync(results, { recursive: true, force: true });
mkdirSync(results, { recursive: true });
const env = { ...process.env, HEARTY_CHROMIUM: chromium, HEARTY_LONG: isLong ? '1' : '' };
let passed = 0;
let failed = 0;

if (!isLong)
  // Two lanes for two cores.
  await Promise.all([
    checks(
      ['tsc', '-p', 'core'],
      ['tsc', '-p', '.'],
      ['prettier', '--check', '--log-level', 'warn', '.'],
      ['knip'],
    ),
    checks(
      ['eslint', '.'],
      ['depcruise', '--config', '.dependency-cruiser.mjs', 'core', 'web', 'server', 'cli'],
    ),
  ]);

const jestFile = join(results, 'jest.json');
await bundleTests(isLong ? testFiles().filter(isSized) : testFiles()).catch(() => failed++);
const jestRan = run('jest', '-c', 'jest.bundles.config.mjs', '--json', `--outputFile=${jestFile}`);
count('unit and server tests', jestRan, () => {
  const report = JSON.parse(readFileSync(jestFile, 'utf8'));
  return [report.numPassedTests, report.numFailedTests + report.numRuntimeErrorTestSuites];
});

await build();
const browserFile = join(results, 'browser.json');
env.PLAYWRIGHT_JSON_OUTPUT_NAME = browserFile;
const browserRan = run('playwright', 'test', '-c', 'e2e');
count('browser tests', browserRan, () => {
  const { expected, flaky, unexpected } = JSON.parse(readFileSync(browserFile, 'utf8')).stats;
  // A test that passes only the second time has failed.
  return [expected, unexpected + flaky];
});

console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);

/** Whether a test file has searches of two sizes. */
function isSized(file) {
  return readFileSync(join(root, file), 'utf8').includes('testing/long');
}

/** Runs tools of packages one after another, each one check. Output is shown as each ends, so that lanes do not mix. */
async function checks(...commands) {
  for (const args of commands) {
    const output = [];
    const child = spawn('npx', args, { cwd: root, env });
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (text) => output.push(text));
    const status = await new Promise((done) => child.on('close', done));
    console.log(`\n— ${args.slice(0, 3).join(' ')}`);
    process.stdout.write(Buffer.concat(output));
    if (status === 0) passed++;
    else failed++;
  }
}

/** Runs a tool of a package with its output shown as it comes. */
function run(...args) {
  console.log(`\n— ${args.slice(0, 3).join(' ')}`);
  return spawnSync('npx', args, { cwd: root, stdio: 'inherit', env }).status === 0;
}

/** Adds a runner's own counts; a runner that fell over before counting is one failure. */
function count(what, ran, read) {
  try {
    const [good, bad] = read();
    passed += good;
    failed += bad;
    if (!ran && bad === 0) failed++;
  } catch {
    console.error(`The ${what} left no result.`);
    failed++;
  }
}
