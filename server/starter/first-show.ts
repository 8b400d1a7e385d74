import { itemOf, libraryFileOf, SHOW_FORMAT, SHOW_VERSION, stepsTiming, type ShowFile } from '@hearty/core';
import { fullGlass, swimmingEgg } from './air-and-gas';
import { runningPepper } from './forces-and-sound';
import { STARTER_GOODS } from './goods';

/** A small show of three demos of the shelf for whoever has none yet: any room, nobody's name, as long as it takes and a little more. */
export function firstShow(date: string): ShowFile {
  const { demos, goods } = libraryFileOf([swimmingEgg, fullGlass, runningPepper], STARTER_GOODS);
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
