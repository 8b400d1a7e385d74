import type { Person, ShowFile } from '@hearty/core';
import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import type { Page } from '@playwright/test';

/** A word of 120 letters, as a name may be; and a title of 160 with that word in it. */
const WORD = 'Lufthansalatzitronenpresse'.repeat(5).slice(0, 120);
const longTitle = (n: number) => `${n} ${WORD} and more of it`.padEnd(160, ' so').slice(0, 160).trimEnd();

/** A show file of the largest size that is taken: 300 items, 20 people, 100 steps in a demo, long words everywhere. */
function extremes(): ShowFile {
  const file = JSON.parse(
    readFileSync(resolve(import.meta.dirname, '../docs/formats/example-studio.json'), 'utf8'),
  ) as ShowFile;
  const crew = Array.from({ length: 20 }, (_, i): Person => ({
    ...file.crew[i % file.crew.length]!,
    id: `person-${i}`,
    name: i % 2 ? `Person ${i}` : `${WORD.slice(0, 60)} ${i}`,
  }));
  const demos = file.demos.map(({ standByDemoId: _none, ...d }, i) => ({
    ...d,
    id: `demo-${i}`,
    title: longTitle(i),
    steps: Array.from({ length: 100 }, (_, s) => {
      const { timer: _none, ...step } = d.steps[s % d.steps.length]!;
      return {
        ...step,
        id: `s${s}`,
        bestS: 1,
        likelyS: 1,
        worstS: 2,
        ...(s === 3 && { text: longTitle(s) }),
      };
    }),
  }));
  const items = Array.from({ length: 300 }, (_, i) => {
    const demo = demos[i % demos.length]!;
    const talk = i % 5 === 0;
    return {
      id: `item-${i}`,
      kind: talk ? ('link' as const) : ('demo' as const),
      title: talk ? `Talk ${i}` : longTitle(i),
      ...(!talk && { demoId: demo.id }),
      showings: 1,
      retries: 0,
      helperIds: [],
      presenterId: `person-${i % 20}`,
      timing: { bestS: 20, likelyS: 30 + (i % 7) * 20, worstS: 300 },
    };
  });
  return {
    ...file,
    demos,
    crew,
    venue: { ...file.venue, id: 'far-venue', name: longTitle(9) },
    stock: file.stock.map((g, i) => (i % 4 ? g : { ...g, name: longTitle(i) })),
    record: [],
    show: {
      ...file.show,
      id: 'extremes',
      venueId: 'far-venue',
      title: longTitle(1),
      slotMin: 600,
      crew: crew.map(({ id }) => ({ personId: id, arrives: '16:15' })),
      items,
    },
  };
}

/** Puts the largest show there may be beside the demo troupe's; gives its address. */
export async function withExtremes(page: Page): Promise<string> {
  const response = await page.request.post('/api/import', { data: extremes() });
  if (!response.ok()) throw new Error(await response.text());
  return '/shows/extremes';
}
