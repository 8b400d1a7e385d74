import { buildSync } from 'esbuild';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { sized } from '../core/testing/long';

const root = resolve(__dirname, '..');
const folder = mkdtempSync(join(tmpdir(), 'hearty-cli-'));
const bundle = join(folder, 'hearty.cjs');
const example = join(root, 'docs/formats/example-hall.json');

beforeAll(() => {
  buildSync({
    entryPoints: [join(__dirname, 'main.ts')],
    outfile: bundle,
    bundle: true,
    platform: 'node',
    format: 'cjs',
    alias: { '@hearty/core': join(root, 'core/index.ts') },
  });
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const hearty = (...args: string[]) => {
  const { status, stdout, stderr } = spawnSync(process.execPath, [bundle, ...args], { encoding: 'utf8' });
  return { status, stdout, stderr };
};
const written = (name: string, value: unknown) => {
  const path = join(folder, name);
  writeFileSync(path, typeof value === 'string' ? value : JSON.stringify(value));
  return path;
};

// What the README shows is what there is: its commands that only read are run as they stand there.
const shown = readFileSync(join(root, 'README.md'), 'utf8')
  .split('\n')
  .flatMap((line) => /^npm run --silent hearty -- (.*)$/.exec(line)?.[1] ?? []);
const reading = shown.filter((line) => /^(plan|explain|check|bench) /.test(line));

test.each(reading)('the README’s “hearty %s” does what it says', (line) => {
  const args = line.match(/'[^']*'|\S+/g)!.map((arg) => arg.replace(/^'|'$/g, ''));
  const { status, stdout, stderr } = spawnSync(process.execPath, [bundle, ...args], {
    cwd: root,
    encoding: 'utf8',
  });
  expect(stderr).toBe('');
  expect([0, 2]).toContain(status);
  expect(stdout.length).toBeGreaterThan(10);
});

test('the README shows the commands there are', () => {
  expect(reading.length).toBeGreaterThan(3);
  const { stdout, stderr } = hearty('--help');
  for (const line of shown) expect(stdout + stderr).toContain(line.split(' ')[0]);
});

test('plan prints timetable, findings, needs and bands; the same seed prints the same', () => {
  const { status, stdout } = hearty('plan', example, '--seed', '3', '--plays', '500');
  expect(status).toBe(0);
  expect(Object.keys(JSON.parse(stdout)).sort()).toEqual([
    'bands',
    'buying',
    'callSheets',
    'checks',
    'cold',
    'findings',
    'needs',
    'things',
    'timetable',
  ]);
  expect(JSON.parse(stdout).bands).toMatchObject({ seed: 3, plays: 500 });
  expect(hearty('plan', example, '--seed', '3', '--plays', '500').stdout).toBe(stdout);
});

test('check says yes, or names every mistake by its path and ends with 1', () => {
  expect(hearty('check', example)).toMatchObject({
    status: 0,
    stdout: expect.stringContaining('is a good show file'),
  });
  const broken = JSON.parse(readFileSync(example, 'utf8'));
  broken.show.doors = 'noon';
  broken.show.heads = -1;
  const { status, stderr } = hearty('check', written('broken.json', broken));
  expect(status).toBe(1);
  expect(stderr).toContain('show.doors: This must be a time of day such as 14:05.');
  expect(stderr).toContain('show.heads: This must be at least 0.');
});

test('learn prints the odds of a file of attempts', () => {
  const attempt = (n: number, outcome: string) => ({
    id: `a${n}`,
    runId: `r${n}`,
    itemId: 'i',
    demoId: 'can',
    atMs: n,
    rehearsal: false,
    outcome,
    takesS: 300,
  });
  const attempts = [...Array(8)]
    .map((_, n) => attempt(n, 'worked'))
    .concat([attempt(8, 'failed'), attempt(9, 'failed')]);
  const { status, stdout } = hearty(
    'learn',
    written('attempts.json', { format: 'hearty-stage/attempts', version: 1, attempts }),
  );
  expect(status).toBe(0);
  expect(JSON.parse(stdout)).toMatchObject([
    { demoId: 'can', worked: 8, failed: 2, mean: expect.closeTo(8.5 / 11, 10) },
  ]);
});

test.each([
  [['plan'], 'needs a file'],
  [['plan', 'nowhere.json'], 'Cannot read nowhere.json: ENOENT.'],
  [['dance', example], 'There is no command “dance”.'],
  [['plan', example, '--plays', 'many'], '--plays: Write a whole number from 0 to'],
  [['plan', example, '--colour', 'red'], '--colour'],
])('%j ends with 1 and a sentence', (args, sentence) => {
  const { status, stderr } = hearty(...args);
  expect([status, stderr.includes(sentence)]).toEqual([1, true]);
});

test('text that is no JSON ends with 1 and a sentence, not a stack', () => {
  const { status, stderr } = hearty('check', written('text.json', 'not json'));
  expect(status).toBe(1);
  expect(stderr).toContain('This is not JSON');
  expect(stderr).not.toContain('    at ');
});

test('explain says when, who, why not sooner and how long it can wait; an unknown item is told what there is', () => {
  const { status, stdout } = hearty('explain', example, '2');
  expect(status).toBe(0);
  expect(stdout).toMatch(/^\d\d:\d\d:\d\d “.+” \(.+, .+\)\. Not sooner: .+\./);
  expect(stdout).toContain('placing');
  const wrong = hearty('explain', example, 'no such thing');
  expect(wrong.status).toBe(1);
  expect(wrong.stderr).toContain('has no item “no such thing”. It has:');
});

test('bench lists the calculators, works one out, and refuses what is out of range with the range and 2', () => {
  const list = JSON.parse(hearty('bench', '--list').stdout) as { id: string; inputs: { name: string }[] }[];
  expect(list.length).toBeGreaterThanOrEqual(20);
  expect(list[0]).toMatchObject({
    id: 'vapour-bottle',
    inputs: expect.arrayContaining([
      expect.objectContaining({ name: 'temperatureC', unit: '°C', min: -20, max: 60, default: 20 }),
      expect.objectContaining({ name: 'fuel', choices: ['ethanol', 'methanol', 'propan-2-ol'] }),
    ]) as unknown,
    outputs: expect.arrayContaining([expect.objectContaining({ name: 'vapourG', unit: 'g' })]) as unknown,
  });
  for (const { id } of list.slice(0, sized(3, list.length))) {
    const { status, stdout } = hearty('bench', id);
    expect(status).toBe(0);
    expect(Object.keys(JSON.parse(stdout) as object)).toEqual(['verdict', 'outputs', 'findings', 'working']);
  }
  const { status, stdout } = hearty('bench', 'ladder', '{"levels":10,"finaleStations":10,"finalePieces":10}');
  expect([status, (JSON.parse(stdout) as { outputs: object }).outputs]).toEqual([0, { pieces: 155 }]);
  const wrong = hearty('bench', 'vapour-bottle', '{"temperatureC":900}');
  expect([wrong.status, wrong.stdout, wrong.stderr.trim()]).toEqual([
    2,
    '',
    'temperatureC: must be a number from -20 to 60 °C',
  ]);
  expect(hearty('bench', 'vapour-bottle', '{').status).toBe(2);
  expect(hearty('bench', 'no-such').stderr).toContain('There is no such calculator');
});
