import { fix, rule, type Fix, type Level } from '../../findings';
import { formatFigure } from '../../quantities';
import { mayPlay } from '../../script';
import type { Demo, RoomNeed } from '../../show';
import type { PlannedItem } from '../../timetable';
import type { FindingCode } from './codes';
import { atStart, type Context } from './context';
import { agree, hasAgreed, leaveOut, playing } from './of-room';

/** What a demo needs of the venue: no is a stop, not known is a question. */

const flameUnknown = rule<Context, PlannedItem & { more: number }, FindingCode>({
  id: 'flame-not-allowed',
  level: 'caution',
  source: 'the venue',
  findMatches: (c) => {
    if (c.script.file.venue.flameAllowed !== undefined || hasAgreed(c, 'flame')) return [];
    const [first, ...more] = playing(c, ({ hazards }) => hazards.includes('flame'));
    return first ? [{ ...first, more: more.length }] : [];
  },
  findPlace: atStart,
  message: ({ title, more }, { script }) =>
    `Ask the venue: is flame allowed at ${script.file.venue.name}? “${title}”${more ? ` and ${more} more use` : ' uses'} one.`,
  fixes: () => [agree('Yes, they allow it', 'flame')],
});

/** A flame, and nothing known to put it out with: neither among the kit of the show nor at the venue. */
const nothingToPutOut = rule<Context, PlannedItem, FindingCode>({
  id: 'venue-needs',
  level: (_item, { script }) => (script.file.venue.extinguisher === undefined ? 'note' : 'caution'),
  source: 'common practice',
  findMatches: (c) => {
    const { extinguisher, blanket } = c.script.file.venue;
    if (extinguisher || blanket || c.needs.kit.some(({ name }) => /extinguisher|fire blanket/i.test(name)))
      return [];
    return playing(c, ({ hazards }) => hazards.includes('flame')).slice(0, 1);
  },
  findPlace: atStart,
  message: ({ title }, { script }) =>
    script.file.venue.extinguisher === undefined
      ? `Ask the venue: is there an extinguisher and a fire blanket at ${script.file.venue.name}? “${title}” uses a flame, and none comes with the kit.`
      : `“${title}” uses a flame, and there is neither an extinguisher nor a fire blanket: not in the kit, and not at ${script.file.venue.name}.`,
  fixes: () => [fix('Bring both, and place them within reach')],
});

interface Need {
  item: PlannedItem;
  level: Level;
  message: string;
  fixes: Fix[];
}

/** What a demo needs of the room, against what the venue has: no is a stop, not known is a question. */
const venueNeeds = rule<Context, Need, FindingCode>({
  id: 'venue-needs',
  level: ({ level }) => level,
  source: 'the demo and the venue',
  findMatches: (c) => {
    const needs = [...new Set(c.items.flatMap((i) => mayPlay(i).flatMap(needsOf)))];
    return needs.flatMap((need) => {
      const items = playing(c, (demo) => needsOf(demo).includes(need));
      return items.slice(0, 1).flatMap((item) => asked(c, need, item, items.length - 1));
    });
  },
  findPlace: ({ item }) => atStart(item),
  message: ({ message }) => message,
  fixes: ({ fixes }) => fixes,
});

/** What a demo asks of the room: what it says, and a detector isolated where it gives off smoke. */
const needsOf = ({ needs = [], gives = [] }: Demo): RoomNeed[] => [
  ...new Set([
    ...needs,
    ...(gives.some((g) => g.gas === 'smoke') ? (['smoke detector isolated'] as const) : []),
  ]),
];

function asked(c: Context, need: RoomNeed, item: PlannedItem, more: number): Need[] {
  const { venue } = c.script.file;
  const { standing } = c.script.byItem.get(item.itemId)!;
  const who = `“${item.title}”${more ? ` and ${more} more` : ''}`;
  const needs = more ? 'need' : 'needs';
  const no = (message: string, fixes: Fix[] = [leaveOut(item)]): Need[] => [
    { item, level: 'stop', message, fixes },
  ];
  const ask = (message: string, fixes: Fix[] = []): Need[] => [
    { item, level: 'note', message: `Ask the venue: ${message}`, fixes },
  ];
  switch (need) {
    case 'darkness':
      if (hasAgreed(c, 'darkness') || venue.dark === true) return [];
      return venue.dark === false
        ? no(`${who} ${needs} darkness, and ${venue.name} cannot be made dark.`)
        : ask(`can ${venue.name} be made dark? ${who} ${needs} it.`, [agree('It can', 'darkness')]);
    case 'running water':
    case 'a sink':
      if (venue.water === true || standing?.mark.waterNear) return [];
      return venue.water === false
        ? [
            {
              ...{ item, level: 'caution' as const, fixes: [] },
              message: `${who} ${needs} ${need}, and ${venue.name} has none: bring water, and a bucket to carry it away.`,
            },
          ]
        : ask(`is there ${need} at ${venue.name}? ${who} ${needs} it.`);
    case 'good ventilation':
      if (!venue.indoors || (venue.airChanges ?? 0) >= GOOD_AIR_CHANGES) return [];
      return venue.airChanges === undefined
        ? ask(`how well is ${venue.name} aired? ${who} ${needs} good ventilation.`)
        : no(
            `${who} ${needs} good ventilation, and the air of ${venue.name} changes ${formatFigure(venue.airChanges)} times an hour: at least ${GOOD_AIR_CHANGES}.`,
          );
    case 'smoke detector isolated':
      if (!venue.indoors || hasAgreed(c, 'smoke detector isolated')) return [];
      if (venue.detectors === 'none' || venue.detectors === 'heat') return [];
      return venue.detectors === 'smoke, cannot be isolated'
        ? no(`${who} would set off the smoke detectors of ${venue.name}, which cannot be isolated.`)
        : ask(`can the smoke detector be isolated? ${who} may set it off.`, [
            agree('They isolate it', 'smoke detector isolated'),
          ]);
    case 'still air':
      return venue.indoors
        ? []
        : [
            {
              ...{ item, level: 'caution' as const, fixes: [] },
              message: `${who} ${needs} still air, and ${venue.name} is outdoors: a screen, or leave it out in wind.`,
            },
          ];
    case 'outdoors':
      return venue.indoors ? no(`${who} ${more ? 'are' : 'is'} for outdoors, and ${venue.name} is not.`) : [];
  }
}

/** Doors open; common practice. */
const GOOD_AIR_CHANGES = 3;

export const VENUE_RULES = { flameUnknown, nothingToPutOut, venueNeeds };
