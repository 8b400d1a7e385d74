import type { Demo, Picture, Venue } from '@hearty/core';
import { readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import type { Pictures } from '../pictures';

/** Our own drawings of set-ups, by file: what each shows, and the demo or the mark it is of. */
const DRAWN: { file: string; of: string; says: string }[] = [
  { file: 'can.webp', of: 'bowing-can', says: 'Burner, can, tongs and cold water, from left to right' },
  { file: 'foam.webp', of: 'foam-column', says: 'The cylinder in its tray, with the marks to fill to' },
  {
    file: 'front-bench.webp',
    of: 'saltmarsh front-bench',
    says: 'The bench before doors, and the line of the front edge',
  },
];

const FOLDER = join(resolve(process.env.HEARTY_ROOT ?? '.'), 'server/demo-data/pictures');

/** Keeps the drawings, and hangs them on their demos and marks. */
export function hung(pictures: Pictures): { onDemo: (demo: Demo) => Demo; onVenue: (venue: Venue) => Venue } {
  const kept = new Map(
    DRAWN.map(({ file, of, says }) => [of, [{ id: pictures.put(readFileSync(join(FOLDER, file))), says }]]),
  );
  const on = <T extends { pictures?: Picture[] }>(what: T, of: string): T =>
    kept.has(of) ? { ...what, pictures: kept.get(of)! } : what;
  return {
    onDemo: (demo) => on(demo, demo.id),
    onVenue: (venue) => ({ ...venue, marks: venue.marks.map((mark) => on(mark, `${venue.id} ${mark.id}`)) }),
  };
}
