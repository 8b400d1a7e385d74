import type { Mark, Person, Show, Venue } from '@hearty/core';
import { addDays, formatISO } from 'date-fns';
import { play, talk } from './build';
import * as cold from './demos-cold';
import * as dry from './demos-dry';
import * as more from './demos-more';
import * as wet from './demos-wet';

export const people: Person[] = [
  {
    id: 'ottoline',
    name: 'Ottoline',
    role: 'presenter',
    skills: ['flame', 'cryogen', 'corrosives', 'high voltage'],
  },
  { id: 'bram', name: 'Bram', role: 'second presenter', skills: ['flame', 'cryogen'] },
  { id: 'sefa', name: 'Sefa', role: 'technician', skills: ['flame', 'high voltage'] },
];

/** A mark, as wide and deep as it is, so far right of the middle and behind the front edge; in metres. */
const mark = (
  name: string,
  kind: Mark['kind'],
  [wideM, deepM]: [number, number],
  [rightM, backM]: [number, number],
  more: Partial<Mark> = {},
): Mark => ({ id: name.replace(/ /g, '-'), name, kind, spots: 1, wideM, deepM, rightM, backM, ...more });

export const venues: Venue[] = [
  {
    id: 'saltmarsh',
    name: 'Saltmarsh Village Hall',
    kind: 'hall',
    indoors: true,
    flameAllowed: true,
    ceilingM: 5.2,
    frontRowM: 3,
    frontRowSeats: 14,
    ...{ roomC: 17, humidityPercent: 55, roomM3: 420 },
    marks: [
      mark('front bench', 'bench', [1.8, 0.7], [0, 2], { socket: true }),
      mark('side trolley', 'trolley', [0.9, 0.5], [-2.2, 2.4], { socket: true, waterNear: true }),
      mark('floor front', 'floor', [2.5, 1.5], [1.9, 0.5]),
    ],
    notes: 'Kitchen hatch on the left. Heating on a coin meter.',
  },
  {
    id: 'lantern',
    name: 'Lantern Library, reading room',
    kind: 'library',
    indoors: true,
    flameAllowed: false,
    ceilingM: 3.4,
    frontRowM: 2,
    frontRowSeats: 8,
    ...{ roomC: 20, humidityPercent: 45, roomM3: 260 },
    marks: [
      mark('front bench', 'bench', [1.6, 0.8], [0, 1.2], { socket: true }),
      mark('floor front', 'floor', [2, 1.5], [-1.8, 0.4]),
    ],
    notes: 'No flame, no cryogen, carpet.',
    opens: '08:30',
    closes: '18:00',
  },
  {
    id: 'quarry',
    name: 'Quarry Field',
    kind: 'field',
    indoors: false,
    flameAllowed: true,
    frontRowM: 6,
    ...{ roomC: 12, humidityPercent: 70, pressureKPa: 100.9 },
    marks: [
      mark('outdoor pad', 'pad', [3, 3], [2.7, 1]),
      mark('side trolley', 'trolley', [0.9, 0.5], [-2, 2]),
      mark('front bench', 'bench', [1.8, 0.7], [0, 2]),
      mark('ground sheet', 'floor', [2, 1.4], [-1, 0.3]),
    ],
    notes: 'Wind from the sea after noon. Water from the pump house.',
  },
  {
    id: 'studio-two',
    name: 'Studio Two',
    kind: 'studio',
    indoors: true,
    flameAllowed: true,
    ceilingM: 6,
    frontRowM: 4,
    frontRowSeats: 10,
    ...{ roomC: 21, humidityPercent: 40, roomM3: 900 },
    marks: [
      mark('front bench', 'bench', [2, 0.8], [0, 1.5], { socket: true }),
      mark('side trolley', 'trolley', [0.9, 0.5], [1.8, 1.5], { socket: true }),
      mark('studio floor', 'floor', [3, 1.4], [-1.5, 0]),
    ],
    notes: 'Nine minutes to the second. Floor manager counts.',
  },
];

const all = (arrives: string) => people.map((p) => ({ personId: p.id, arrives }));

/** The four shows of the tour; the first is `daysAhead` after `today`. */
export function shows(today: Date): Show[] {
  const on = (days: number) => formatISO(addDays(today, days), { representation: 'date' });
  return [
    {
      id: 'weather-in-a-kitchen',
      title: 'Weather in a Kitchen',
      venueId: 'saltmarsh',
      date: on(19),
      getIn: '12:30',
      doors: '13:40',
      curtainUp: '14:00',
      slotMin: 45,
      heads: 90,
      crew: all('12:45'),
      items: [
        { ...talk('i-welcome', 'Welcome, and what a cloud is', 120), pinned: true },
        play(wet.cloudJar, { presenterId: 'ottoline' }),
        play(wet.bowingCan, { presenterId: 'ottoline', helperIds: ['bram'] }),
        { ...talk('i-volunteers', 'Two volunteers', 150, 'volunteer pick'), worth: 2 },
        play(wet.foamColumn, { presenterId: 'ottoline' }),
        play(wet.warmFountain, { presenterId: 'ottoline', worth: 4 }),
        play(wet.vapourBottle, { presenterId: 'ottoline', helperIds: ['sefa'] }),
        play(wet.fogFinale, { presenterId: 'bram' }),
        { ...talk('i-questions', 'Two questions from the floor', 60), worth: 1 },
      ],
      notes: '',
    },
    {
      id: 'small-forces',
      title: 'Small Forces',
      venueId: 'lantern',
      date: on(26),
      getIn: '09:00',
      doors: '10:15',
      curtainUp: '10:30',
      slotMin: 30,
      heads: 30,
      audienceStations: 6,
      crew: [people[0]!, people[2]!].map((p) => ({ personId: p.id, arrives: '09:15' })),
      items: [
        talk('i-hello', 'What is a force?', 150),
        play(dry.hangingHammer, { presenterId: 'ottoline' }),
        play(dry.slowMagnet, { presenterId: 'ottoline' }),
        play(dry.staticDome, { presenterId: 'ottoline', worth: 4 }),
        play(dry.spinningStool, { presenterId: 'ottoline', helperIds: ['sefa'] }),
        play(dry.singingRod, { presenterId: 'ottoline', worth: 3 }),
      ],
      bans: [{ hazard: 'noise', after: '11:00' }],
      notes: 'No flame, no cryogen in the library. Quiet from eleven.',
    },
    {
      id: 'cold-snap',
      title: 'Cold Snap',
      venueId: 'quarry',
      date: on(40),
      getIn: '11:00',
      doors: '12:40',
      curtainUp: '13:00',
      slotMin: 25,
      heads: 200,
      crew: all('11:30'),
      items: [
        { ...talk('i-wind', 'Coats on: what cold is', 90), pinned: true },
        play(wet.coldBalloon, { presenterId: 'bram' }),
        play(wet.tinPop, { presenterId: 'ottoline', showings: 1, worth: 3 }),
        play(cold.stillBall, {
          presenterId: 'bram',
          worth: 2,
          tasks: [{ taskId: 'drop-in', inItemId: 'i-cold-balloon' }],
        }),
        play(cold.floatingMagnet, { presenterId: 'ottoline', worth: 5 }),
        play(cold.leavesLikeGlass, { presenterId: 'bram', worth: 1 }),
        { ...play(wet.fogFinale, { presenterId: 'bram' }), pinned: true },
      ],
      hardEnd: '14:00',
      cold: [
        {
          goodId: 'nitrogen',
          cryogen: 'liquid nitrogen',
          vessel: 10,
          staticPerDay: 0.2,
          filledOn: on(39),
          filledAt: '16:00',
          chillDown: 1,
          pourLossPct: 15,
          openPerHour: 0.5,
          openHours: 1,
          reservePct: 10,
          pricePerUnit: 6,
          objects: [
            { id: 'tongs', title: 'copper or brass', massKg: 0.4, heatCapacity: 0.3, waterPct: 0, times: 2 },
          ],
        },
      ],
      notes: '',
    },
    {
      id: 'nine-minutes-of-air',
      title: 'Nine Minutes of Air',
      venueId: 'studio-two',
      date: on(54),
      getIn: '16:00',
      doors: '17:30',
      curtainUp: '17:51',
      slotMin: 9,
      heads: 40,
      crew: all('16:15'),
      items: [
        play(more.windBall, { presenterId: 'ottoline', worth: 4 }),
        play(more.climbingWater, {
          presenterId: 'bram',
          worth: 2,
          series: { parameterId: 'candles', levels: ['1', '2', '3'], onFail: 'go on' },
        }),
        play(wet.bowingCan, { presenterId: 'ottoline', helperIds: ['bram'], showings: 1 }),
        play(more.smokeRings, { presenterId: 'bram', worth: 3 }),
      ],
      notes: '',
    },
  ];
}
