// `npm test`: installs what is missing, then types, lint, unit and server tests, browser tests.
// Prints last «N passed, N failed»; each of types, formatting, lint, layout and unused code counts as one.
import { spawnSync } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { build, needChromium, needNode, needPackages, root } from './tools.mjs';

needNode();
needPackages();
const chromium = needChromium();
const results = join(root, 'test-results');
rmSync(results, { recursive: true, force: true });
mkdirSync(results, { recursive: true });
let passed = 0;
let failed = 0;

const npx = (args, env = {}) => {
  console.log(`\n— ${args.slice(0, 3).join(' ')}`);
  return (
    spawnSync('npx', args, { cwd: root, stdio: 'inherit', env: { ...process.env, ...env } }).status === 0
  );
};
const check = (...args) => (npx(args) ? passed++ : failed++);

check('tsc', '-p', 'core');
check('tsc', '-p', '.');
check('eslint', '.');
check('depcruise', '--config', '.dependency-cruiser.mjs', 'core', 'web', 'server', 'cli');
check('prettier', '--check', '--log-level', 'warn', '.');
check('knip');

const jestFile = join(results, 'jest.json');
const jestWell = npx(['jest', '--json', `--outputFile=${jestFile}`]);
count('unit and server tests', jestWell, () => {
  const { numPassedTests, numFailedTests, numRuntimeErrorTestSuites } = JSON.parse(
    readFileSync(jestFile, 'utf8'),
  );
  return [numPassedTests, numFailedTests + numRuntimeErrorTestSuites];
});

await build();
const browserFile = join(results, 'browser.json');
const browserWell = npx(['playwright', 'test', '-c', 'e2e'], {
  HEARTY_CHROMIUM: chromium,
  PLAYWRIGHT_JSON_OUTPUT_NAME: browserFile,
});
count('browser tests', browserWell, () => {
  const { expected, flaky, unexpected } = JSON.parse(readFileSync(browserFile, 'utf8')).stats;
  // A test that passes only the second time has failed.
  return [expected, unexpected + flaky];
});

console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);

/** Adds a runner's own counts; a runner that fell over before counting is one failure. */
function count(what, well, read) {
  try {
    const [good, bad] = read();
    passed += good;
    failed += bad;
    if (!well && bad === 0) failed++;
  } catch {
    console.error(`The ${what} left no result.`);
    failed++;
  }
}
