// `npm test`: installs what is missing, then types, lint, unit and server tests, browser tests.
// Prints last «N passed, N failed»; each of types, formatting, lint, layout and unused code counts as one.
import { spawn, spawnSync } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { bundleTests } from './bundle-tests.mjs';
import { build, needChromium, needNode, needPackages, root } from './tools.mjs';

needNode();
needPackages();
const chromium = needChromium();
const results = join(root, 'test-results');
rmSync(results, { recursive: true, force: true });
mkdirSync(results, { recursive: true });
let passed = 0;
let failed = 0;

/** Runs a tool of a package. Its output is shown once it ends, so that two at a time stay readable. */
const npx = (args, more = {}) =>
  new Promise((done) => {
    const child = spawn('npx', args, { cwd: root, env: { ...process.env, ...more } });
    const output = [];
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (text) => output.push(text));
    child.on('close', (status) => {
      console.log(`\n— ${args.slice(0, 3).join(' ')}`);
      process.stdout.write(Buffer.concat(output));
      done(status === 0);
    });
  });
const shown = (args, more = {}) => {
  console.log(`\n— ${args.slice(0, 3).join(' ')}`);
  return (
    spawnSync('npx', args, { cwd: root, stdio: 'inherit', env: { ...process.env, ...more } }).status === 0
  );
};
const check = async (...args) => ((await npx(args)) ? passed++ : failed++);

// Two lanes for two cores.
await Promise.all([
  (async () => {
    await check('tsc', '-p', 'core');
    await check('tsc', '-p', '.');
    await check('prettier', '--check', '--log-level', 'warn', '.');
  })(),
  (async () => {
    await check('eslint', '.');
    await check('depcruise', '--config', '.dependency-cruiser.mjs', 'core', 'web', 'server', 'cli');
    await check('knip');
  })(),
]);

const jestFile = join(results, 'jest.json');
await bundleTests().catch(() => failed++);
const jestWell = shown(['jest', '-c', 'jest.bundles.config.mjs', '--json', `--outputFile=${jestFile}`]);
count('unit and server tests', jestWell, () => {
  const { numPassedTests, numFailedTests, numRuntimeErrorTestSuites } = JSON.parse(
    readFileSync(jestFile, 'utf8'),
  );
  return [numPassedTests, numFailedTests + numRuntimeErrorTestSuites];
});

await build();
const browserFile = join(results, 'browser.json');
const browserWell = shown(['playwright', 'test', '-c', 'e2e'], {
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
