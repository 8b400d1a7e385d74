import {
  BENCHES,
  missingControls,
  readLibraryFile,
  readRunEvent,
  readShowFile,
  runBench,
  standsAt,
  type Demo,
  type Envelope,
} from '@hearty/core';
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { shippedFile } from '../files';
import { demoApp } from '../testing/server';
import { readTroupe } from './troupe';

const { db } = demoApp();
const text = (path: string) => String(shippedFile(path));

test.each(['demo-data/library.json', 'starter/library.json'])(
  '%s is a library file like anybody’s',
  (path) => {
    const read = readLibraryFile(JSON.parse(text(path)));
    expect(read.ok ? [] : read.problems).toEqual([]);
    expect(read.ok && read.value.demos.flatMap(missingControls)).toEqual([]);
  },
);

test.each(readdirSync(join(__dirname, 'shows')))('%s is a show file like anybody’s', (name) => {
  const read = readShowFile(text(`demo-data/shows/${name}`));
  expect(read.ok ? [] : read.problems).toEqual([]);
});

test.each(readdirSync(join(__dirname, 'runs')))(
  'every line of %s is an event that the product reads',
  (name) => {
    const [, ...lines] = text(`demo-data/runs/${name}`).trim().split('\n');
    const problems = lines.flatMap((line) => {
      const read = readRunEvent(JSON.parse(line));
      return read.ok ? [] : read.problems;
    });
    expect(lines.length).toBeGreaterThan(10);
    expect(problems).toEqual([]);
  },
);

test('on whatever day it is filled, the first show is four weeks ahead and the last run three weeks behind', () => {
  for (const now of ['2026-03-29T12:00:00', '2028-02-29T00:00:01', '2026-12-31T23:59:00']) {
    const at = new Date(now);
    const { shows, runs } = readTroupe(at);
    const daysTo = (ms: number) => Math.round((ms - at.getTime()) / 86_400_000);
    expect(daysTo(Date.parse(`${shows[0]!.show.date}T12:00:00`))).toBeGreaterThanOrEqual(11);
    const last = runs.at(-1)!.events.at(-1) as Envelope;
    expect(daysTo(last.at)).toBeLessThan(-18);
  }
});

test('all of it comes in as it is written, and nothing comes in twice or under another name', () => {
  const count = (kind: string) =>
    db.prepare('SELECT count(*) FROM document WHERE kind = ?').pluck().get(kind) as number;
  const { library, shows, crates } = readTroupe();
  expect([count('demo'), count('good'), count('show'), count('crate')]).toEqual([
    library.demos.length,
    library.goods.length,
    shows.length,
    crates.length,
  ]);
  expect([count('venue'), count('person')]).toEqual([4, 3]);
});

test('what a demo measures before doors is nowhere looser than the limits of the calculator it holds', () => {
  const demos = JSON.parse(text('demo-data/library.json')) as { demos: Demo[] };
  const looser = demos.demos.flatMap((demo) =>
    (demo.benches ?? []).flatMap(({ benchId, inputs }) => {
      const bench = BENCHES.find((b) => b.id === benchId)!;
      const given = Object.fromEntries(inputs.flatMap((i) => (i.parameterId ? [] : [[i.name, standsAt(i)]])));
      const done = runBench(bench, given);
      if (!done.ok) return [`${demo.id}: ${JSON.stringify(done.problems)}`];
      return (done.value.limits ?? []).flatMap(({ unit, max = Infinity }) =>
        demo.conditions
          .filter((c) => c.kind === 'measured' && c.unit === unit && (c.max ?? -Infinity) > max)
          .map((c) => `${demo.id}: ${c.what}`),
      );
    }),
  );
  expect(looser).toEqual([]);
});
