import { script, type Demo, type Item, type ShowFile } from '@hearty/core';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { stretched } from './timing';

const example = JSON.parse(
  readFileSync(join(__dirname, '../../../docs/formats/example-hall.json'), 'utf8'),
) as ShowFile;

/** An item of one 100 s step, shown twice (40 s more), with 30 s of sweeping in view. */
function scripted(item: Partial<Item> = {}) {
  const demo: Demo = {
    ...example.demos[0]!,
    id: 'd',
    steps: [{ id: 's', kind: 'do', text: 'Do it', bestS: 80, likelyS: 100, worstS: 160 }],
    furtherS: 40,
    reset: { title: 'sweep', handsOnS: 30, who: { kind: 'anyone' }, inView: true },
  };
  const items: Item[] = [
    { id: 'i', kind: 'demo', title: 'd', demoId: 'd', showings: 2, retries: 0, helperIds: [], ...item },
  ];
  return script({ ...example, demos: [demo], record: [], show: { ...example.show, items } }).items[0]!;
}

test('a longer item has a longer first showing; further showings and the sweeping keep their length', () => {
  expect(scripted().whole.likelyS).toBe(170);
  // 220 s in all leave 150 s for the first showing: half as much again, best and worst with it.
  expect(stretched(scripted(), 220)).toEqual({
    kind: 'set-timing',
    itemId: 'i',
    timing: { bestS: 120, likelyS: 150, worstS: 240 },
  });
});

test('the length it has leaves its times as they are', () => {
  expect(stretched(scripted(), 170)).toMatchObject({ timing: { bestS: 80, likelyS: 100, worstS: 160 } });
});

test('typed times are stretched like the demo’s own', () => {
  const typed = scripted({ timing: { bestS: 10, likelyS: 20, worstS: 30 }, showings: 1 });
  expect(stretched(typed, 70)).toMatchObject({ timing: { bestS: 20, likelyS: 40, worstS: 60 } });
});

test('however short it is made, a second is left, and times never run backwards', () => {
  for (const lengthS of [0, 1, 69, 70, 71, 5000]) {
    const change = stretched(scripted(), lengthS);
    const { bestS, likelyS, worstS } = change.kind === 'set-timing' ? change.timing! : ({} as never);
    expect(likelyS).toBeGreaterThanOrEqual(1);
    expect(bestS).toBeLessThanOrEqual(likelyS);
    expect(likelyS).toBeLessThanOrEqual(worstS);
  }
});
