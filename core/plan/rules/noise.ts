import { CHILD_NOISE_DB, NOISE_DB } from '../../bench';
import { fix, rule, type Level } from '../../findings';
import { loudItems, noiseVerdict, type Loud } from '../../safety';
import type { PlannedItem } from '../../timetable';
import type { FindingCode } from './codes';
import { atStart, type Context } from './context';
import { agree, assumedFrontRow, hasAgreed, leaveOut, m, otherMarks, playing } from './of-room';

/** How loud it is where people are, and how late. */

interface Noisy extends Loud {
  item: PlannedItem;
  level: Level;
  what: string;
}

const noise = rule<Context, Noisy, FindingCode>({
  id: 'noise',
  level: ({ level }) => level,
  source:
    'Directive 2003/10/EC, Article 3; WHO, Guidelines for Community Noise (1999); 6 dB less for each doubling, ISO 9613-2',
  findMatches: (c) =>
    loudItems(c.script).flatMap((loud) => {
      const item = c.planned(loud.itemId);
      const limitDB = c.script.file.venue.soundLimitDB;
      const dB = Math.ceil(loud.frontRowDB);
      const found = (level: Level, what: string): Noisy[] => [{ ...loud, item, level, what }];
      const there = `“${item.title}” is ${dB} dB(C) in the front row, ${m(loud.frontRowM)} away`;
      switch (noiseVerdict(loud.frontRowDB)) {
        case 'past the limit':
          return found('stop', `${there}: past the limit of ${NOISE_DB.limit}. Nobody may be there.`);
        case 'ears protected':
          return found(
            'stop',
            `${there}: above ${NOISE_DB.upper} ears are protected, which an audience’s are not.`,
          );
        default:
      }
      if (limitDB !== undefined && loud.frontRowDB > limitDB && !hasAgreed(c, 'noise'))
        return found('stop', `${there}, and ${c.script.file.venue.name} allows ${limitDB}.`);
      switch (noiseVerdict(loud.frontRowDB)) {
        case 'ears covered':
          return found('caution', `${there}: everybody covers their ears, and is called to in time.`);
        case 'children':
          return found(
            'caution',
            `${there}: for children ${CHILD_NOISE_DB} is the limit. Ears covered, or further away.`,
          );
        default:
          return loud.crewDB >= NOISE_DB.lower
            ? found(
                'caution',
                `“${item.title}” is ${Math.ceil(loud.crewDB)} dB(C) for the presenter: ear defenders.`,
              )
            : [];
      }
    }),
  findPlace: ({ item }) => atStart(item),
  message: (found, c) => `${found.what}${assumedFrontRow(found, c)}`,
  isFinal: ({ frontRowDB, isAssumed }) => frontRowDB >= NOISE_DB.limit && !isAssumed,
  numbers: ({ frontRowDB, crewDB }) => ({ frontRowDB, crewDB }),
  fixes: ({ item, level }, c) =>
    level === 'stop' ? [...otherMarks(item, c), fix('Seat the audience further away'), leaveOut(item)] : [],
});

const curfew = rule<Context, PlannedItem & { curfewS: number }, FindingCode>({
  id: 'noise',
  level: 'stop',
  source: 'the venue',
  findMatches: (c) => {
    const { curfew: clock } = c.script.file.venue;
    if (clock === undefined || hasAgreed(c, 'noise')) return [];
    const curfewS = c.script.at(clock);
    return playing(c, (d) => d.hazards.includes('noise'))
      .filter((item) => item.endS > curfewS)
      .map((item) => ({ ...item, curfewS }));
  },
  findPlace: atStart,
  message: ({ title, endS }, { script, clock }) =>
    `“${title}” is loud and ends at ${clock(endS)}: ${script.file.venue.name} allows nothing loud after ${script.file.venue.curfew!}.`,
  numbers: ({ endS, curfewS }) => ({ lateS: endS - curfewS }),
  fixes: (item) => [agree('They allow it for this show', 'noise'), leaveOut(item)],
});

export const NOISE_RULES = { noise, curfew };
