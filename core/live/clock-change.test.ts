import { buildSync } from 'esbuild';
import { execFileSync } from 'node:child_process';
import { resolve } from 'node:path';

/** The time zone of a process is read once: each is asked in a process of its own. */
function inZone(zone: string, program: string): unknown {
  const { outputFiles } = buildSync({
    stdin: {
      contents: `
        import { fold } from './core/live/fold';
        import { slotEndS } from './core/live/slot';
        import { script } from './core/script';
        import { wallClockDate } from './core/quantities';
        import { showOf, demo, item } from './core/testing/hall-show';
        import { logOf } from './core/testing/log';
        const done = (value) => process.stdout.write(JSON.stringify(value));
        ${program}`,
      resolveDir: resolve('.'),
      loader: 'ts',
    },
    ...{ bundle: true, write: false, platform: 'node', format: 'cjs', logLevel: 'error' },
    tsconfigRaw: { compilerOptions: { experimentalDecorators: true, useDefineForClassFields: false } },
  });
  const answer = execFileSync(process.execPath, ['-'], {
    input: outputFiles[0]!.text,
    env: { ...process.env, TZ: zone },
  });
  return JSON.parse(answer.toString()) as unknown;
}

const DAYS = ['2026-10-25', '2026-03-29', '2026-06-01'];

test.each(['Europe/London', 'America/New_York', 'Australia/Lord_Howe'])(
  'in %s a slot is as long on the day the clocks change as on any other, and past midnight',
  (zone) => {
    const ends = inZone(
      zone,
      `done(${JSON.stringify([...DAYS, '2026-11-01', '2026-04-05'])}.map((date) => {
        const file = showOf([demo('a')], [item('a')]);
        Object.assign(file.show, { date });
        const resolved = script(file);
        const [curtain] = logOf({ kind: 'curtain', body: {} });
        // The curtain goes up when the clock on the wall says 14:00.
        const at = new Date(\`\${date}T14:00:00\`).getTime();
        return slotEndS(resolved, fold([{ ...curtain, at }], resolved), at);
      }))`,
    );
    expect(ends).toEqual(Array(5).fill(45 * 60));
  },
);

test('a moment is what the clocks show, also past midnight and on both change days', () => {
  const shown = inZone(
    'Europe/London',
    `done([['2026-10-25', 14], ['2026-03-29', 14], ['2026-10-24', 24.5], ['2026-12-31', 25.25], ['2026-10-25', 3]].map(
      ([day, hours]) => {
        const date = wallClockDate(day, hours * 3600);
        return [date.getDate(), date.getHours(), date.getMinutes()];
      }))`,
  );
  expect(shown).toEqual([
    [25, 14, 0],
    [29, 14, 0],
    [25, 0, 30],
    [1, 1, 15],
    [25, 3, 0],
  ]);
});
