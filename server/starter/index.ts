import {
  itemOf,
  libraryFileOf,
  readLibraryFile,
  SHOW_FORMAT,
  SHOW_VERSION,
  stepsTiming,
  type LibraryFile,
  type ShowFile,
} from '@hearty/core';
import { shippedFile } from '../files';

/** A dozen kitchen-strength demos to begin with, and the goods they need: everything in it is our own. */
export function starterShelf(): LibraryFile {
  const read = readLibraryFile(JSON.parse(String(shippedFile('starter/library.json'))));
  if (!read.ok) throw new Error(`The starter shelf cannot be read: ${JSON.stringify(read.problems)}`);
  return read.value;
}

/** Demos of the first show: nothing burns, nothing is bought. */
const FIRST_DEMOS = ['starter-swimming-egg', 'starter-full-glass', 'starter-running-pepper'];

/** A small show of three demos of the shelf for a new user: any room, nobody's name, as long as it takes and a little more. */
export function firstShow(date: string): ShowFile {
  const shelf = starterShelf();
  const { demos, goods } = libraryFileOf(
    FIRST_DEMOS.map((id) => shelf.demos.find((demo) => demo.id === id)!),
    shelf.goods,
  );
  const longS = demos.reduce((sum, demo) => sum + stepsTiming(demo).likelyS, 0);
  return {
    format: SHOW_FORMAT,
    version: SHOW_VERSION,
    show: {
      id: 'first-show',
      title: 'A first show to try things on',
      venueId: 'any-room',
      date,
      getIn: '13:00',
      doors: '13:50',
      curtainUp: '14:00',
      slotMin: Math.ceil(longS / 60) + 2,
      heads: 20,
      crew: [{ personId: 'you', arrives: '13:00' }],
      items: demos.map((demo) => itemOf(demo, `i-${demo.id}`)),
      notes: '',
    },
    demos,
    venue: {
      id: 'any-room',
      name: 'Any room',
      kind: 'school',
      indoors: true,
      flameAllowed: false,
      marks: [{ id: 'table', name: 'table', kind: 'bench', spots: 1 }],
      notes: '',
    },
    crew: [{ id: 'you', name: 'You', role: 'presenter', skills: [] }],
    stock: goods,
    record: [],
  };
}
