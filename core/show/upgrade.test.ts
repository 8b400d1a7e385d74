import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readShowFile } from '../formats';
import { plan } from '../plan';
import { unruly } from '../testing/instances';
import { demo, hallShow } from '../testing/hall-show';
import { check } from './validate';
import { Demo, ShowFile } from './index';
import { upgradeDocument, upgradeShowFile } from './upgrade';

const TESTING = join(__dirname, '../testing');
/** What version 1 planned for its own files, written down by it; lengths and amounts that the log teaches are those of now. */
const PLANS = JSON.parse(readFileSync(join(TESTING, 'version-1/plans.json'), 'utf8')) as Record<
  string,
  Record<string, string | number>
>;
const textOf = (name: string) =>
  readFileSync(join(TESTING, name.startsWith('example') ? 'version-1' : 'cases', `${name}.json`), 'utf8');

test.each(Object.keys(PLANS))('%s of version 1 is planned as version 1 did', (name) => {
  expect(textOf(name)).toMatch(/"version": ?1/);
  const got = readShowFile(textOf(name));
  if (!got.ok) throw new Error(JSON.stringify(got.problems));
  const { timetable: t, needs } = plan(got.value, { plays: 0, fixes: false });
  const who = (list: readonly { startS: number; personId: string | undefined }[]) =>
    list.map((x) => `${x.startS}${x.personId ?? '-'}`).join(' ');
  expect({
    items: t.items.map((i) => i.startS).join(' '),
    end: t.endS,
    call: t.firstJobByS,
    tasks: who(t.tasks),
    resets: who(t.resets),
    needs: needs.consumables.map((c) => `${c.goodId} ${c.planned} ${c.packed}`).join(', '),
    kit: needs.kit.map((c) => `${c.goodId} ${c.peak} ${c.short}`).join(', '),
  }).toEqual(PLANS[name]);
});

const STATION = { bench: 'front bench', trolley: 'side trolley', floor: 'floor front', pad: 'outdoor pad' };
const stationOf = (kind: string) => STATION[kind as keyof typeof STATION];

/** A show file as version 1 would have written it. */
function inVersion1({ demos, venue, ...file }: ShowFile): unknown {
  const { marks, ...place } = venue;
  return {
    ...file,
    version: 1,
    venue: { ...place, stations: marks.map((m) => m.name) },
    demos: demos.map(({ mark, worn: _worn, prep, ...rest }) => ({
      ...rest,
      station: stationOf(mark),
      ppe: [],
      prep: prep.map(({ mark: at, ...task }) => ({ ...task, ...(at && { station: stationOf(at) }) })),
    })),
  };
}

test('any show of version 1 comes back as the very same show of version 2, and a second time stays as it is', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 100_000 }), (seed) => {
      const file = JSON.parse(JSON.stringify(unruly(seed))) as ShowFile;
      const old = JSON.parse(JSON.stringify(inVersion1(file))) as unknown;
      expect(check(ShowFile, old).ok).toBe(false);
      const upgraded = upgradeShowFile(old);
      expect(upgraded).toEqual(file);
      expect(upgradeShowFile(upgraded)).toBe(upgraded);
      expect(check(ShowFile, upgraded).ok).toBe(true);
    }),
    { seed: 12, numRuns: 60 },
  );
});

test('a ladder of version 1 takes the same, in a variant too; what was worn is kept in words', () => {
  const { mark: _m, worn: _w, ...rest } = demo('candles');
  const old = {
    ...rest,
    station: 'floor front',
    ppe: ['Goggles for the presenter', 'Ponchos for volunteers'],
    consumables: [{ goodId: 'soda', amount: 2, per: 'ladder', wastePct: 0, levels: 4 }],
    variants: [
      {
        id: 'big',
        title: 'Big',
        amounts: [{ goodId: 'soda', amount: 3 }],
        ppe: [],
        hazards: [],
        cautions: [],
      },
    ],
  };
  const got = check(Demo, upgradeDocument('demo', old));
  if (!got.ok) throw new Error(JSON.stringify(got.problems));
  expect(got.value).toMatchObject({
    mark: 'floor',
    worn: [
      { what: 'Goggles for the presenter', by: 'presenter' },
      { what: 'Ponchos for volunteers', by: 'volunteer' },
    ],
    consumables: [{ amount: 20, per: 'showing' }],
    variants: [{ amounts: [], consumables: [{ amount: 30, per: 'showing' }] }],
  });
});

test.each([
  ['nothing', null],
  ['a list', [1]],
  ['a number', 7],
  ['a file whose parts are of the wrong sort', { version: 1, demos: 3, venue: [], show: null }],
  ['demos that are none', { version: 1, demos: [null, 1, { prep: 'x', variants: [1, { amounts: 2 }] }] }],
])('%s is no file of version 1, and is refused in words rather than thrown at', (_name, value) => {
  const got = check(ShowFile, upgradeShowFile(value));
  expect(got.ok).toBe(false);
});

test('a version to come is refused by its number', () => {
  const got = readShowFile(JSON.stringify({ ...hallShow(), version: 3 }));
  expect(got.ok ? [] : got.problems).toEqual([
    { path: 'version', message: 'This must be 2, the newest version this program knows.' },
  ]);
});
