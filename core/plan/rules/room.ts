import { CHILD_NOISE_DB, MOST_OPEN_FUEL_ML, NOISE_DB } from '../../bench';
import { fix, rule, type Fix, type Level } from '../../findings';
import { formatFigure } from '../../quantities';
import {
  exitsOf,
  fromPointM,
  loudItems,
  middleOf,
  noiseVerdict,
  clearances,
  type Loud,
  type Clearance,
} from '../../safety';
import { mayPlay } from '../../script';
import type { Agreed, Demo, RoomNeed } from '../../show';
import type { PlannedItem } from '../../timetable';
import { atStart, type Context } from './context';
import type { FindingCode } from './codes';

/** Whether a show fits its room: height, distance, noise, power, and what the venue has to allow or have. */

const m = (metres: number) => `${formatFigure(Math.round(10 * metres) / 10)} m`;
const leaveOut = ({ title, itemId }: PlannedItem): Fix =>
  fix(`Leave out “${title}”`, { kind: 'remove-items', itemIds: [itemId] });
const agree = (label: string, what: Agreed): Fix => fix(label, { kind: 'agree', what });
const hasAgreed = ({ script }: Context, what: Agreed) => !!script.file.show.agreed?.includes(what);

/** The items whose demo, or one of those that may be picked, is of a kind. */
const playing = (c: Context, is: (demo: Demo) => boolean): PlannedItem[] =>
  c.items.flatMap((scripted) => (mayPlay(scripted).some(is) ? [c.planned(scripted.item.id)] : []));

/** Putting it on another mark of its kind; those that do not help are not offered. */
const otherMarks = ({ itemId }: PlannedItem, c: Context): Fix[] => {
  const standing = c.script.byItem.get(itemId)?.standing;
  return c.script.marks.all
    .filter((mark) => standing && mark.kind === standing.mark.kind && mark.id !== standing.mark.id)
    .map((mark) =>
      fix(`Put it on the ${mark.name}`, { kind: 'set-item', itemId, fields: { markId: mark.id } }),
    );
};

interface Placed extends Clearance {
  item: PlannedItem;
}
const placed = (c: Context): Placed[] =>
  clearances(c.script).map((reach) => ({ ...reach, item: c.planned(reach.itemId) }));

const ceiling = rule<Context, Placed & { ceilingM?: number }, FindingCode>({
  id: 'ceiling',
  level: ({ ceilingM }) => (ceilingM === undefined ? 'note' : 'stop'),
  source: 'the demo and the venue',
  findMatches: (c) => {
    const { indoors, ceilingM } = c.script.file.venue;
    return indoors
      ? placed(c)
          .filter(({ heightM }) => heightM > (ceilingM ?? 0))
          .map((p) => ({ ...p, ...(ceilingM !== undefined && { ceilingM }) }))
      : [];
  },
  findPlace: ({ item }) => atStart(item),
  message: ({ item, heightM, ceilingM }, { script }) =>
    ceilingM === undefined
      ? `“${item.title}” needs ${m(heightM)} of height, and nobody has measured the ceiling of ${script.file.venue.name}: ask, or write it down.`
      : `“${item.title}” needs ${m(heightM)} of height, and the ceiling of ${script.file.venue.name} is at ${m(ceilingM)}.`,
  numbers: ({ heightM, ceilingM }) => ({ heightM, ...(ceilingM !== undefined && { ceilingM }) }),
  fixes: ({ item, ceilingM }) => (ceilingM === undefined ? [] : [leaveOut(item)]),
});

const assumedFrontRow = ({ isAssumed, frontRowM }: { isAssumed: boolean; frontRowM: number }, c: Context) =>
  isAssumed
    ? ` That assumes a front row ${m(frontRowM)} away: measure it, and write it down for ${c.script.file.venue.name}.`
    : '';

const frontRow = rule<Context, Placed, FindingCode>({
  id: 'reach',
  level: 'stop',
  source: 'the demo, its calculator and the venue',
  findMatches: (c) => placed(c).filter(({ audienceM, frontRowM }) => audienceM > frontRowM),
  findPlace: ({ item }) => atStart(item),
  message: (p, c) =>
    `The front row sits ${m(p.frontRowM)} from “${p.item.title}”, which wants ${m(p.audienceM)}.${assumedFrontRow(p, c)}`,
  // An audience inside what may hit it is moved, not argued with; a distance nobody has measured is measured first.
  isFinal: ({ isProjectile, isAssumed }) => isProjectile && !isAssumed,
  numbers: ({ audienceM, frontRowM }) => ({ audienceM, frontRowM }),
  fixes: ({ item, audienceM, frontRowM }, c) => [
    ...otherMarks(item, c),
    fix(`Move the front row back by ${m(audienceM - frontRowM)}`),
    leaveOut(item),
  ],
});

interface Within extends Placed {
  what: string;
  metres: number;
}

/** Who, and what way out, is inside what is kept clear while an item is on. */
const insideClear = rule<Context, Within, FindingCode>({
  id: 'reach',
  level: ({ isProjectile }) => (isProjectile ? 'stop' : 'caution'),
  source: 'the demo, the timetable and the marks of the venue',
  findMatches: (c) => placed(c).flatMap((p) => [...workersInside(c, p), ...exitsInside(c, p)].slice(0, 1)),
  findPlace: ({ item }) => atStart(item),
  message: ({ item, clearM, what, metres }) =>
    `${m(clearM)} around “${item.title}” are kept clear, and ${what} is ${m(metres)} away.`,
  numbers: ({ clearM, metres }) => ({ clearM, metres }),
  fixes: ({ item }, c) => otherMarks(item, c),
});

function workersInside(c: Context, p: Placed): Within[] {
  const { mark, clearM, item } = p;
  if (!mark || mark.lacking || clearM === 0) return [];
  const { tasks, resets } = c.timetable;
  const others = [
    ...tasks.map((t) => ({ ...t, toS: t.handsOffS })),
    ...resets.map((r) => ({ ...r, toS: r.endS })),
  ].filter((w) => w.itemId !== p.itemId && w.startS < item.endS && w.toS > item.startS);
  return others.flatMap((work) => {
    const there = c.script.marks.all.find((one) => one.id === work.markId);
    if (!there || there.id === mark.id || there.rightM === undefined || mark.rightM === undefined) return [];
    const metres = fromPointM(middleOf(mark), there);
    return metres < clearM ? [{ ...p, what: `${c.name(work.personId)} with “${work.title}”`, metres }] : [];
  });
}

function exitsInside(c: Context, p: Placed): Within[] {
  const { venue } = c.script.file;
  if (!p.mark || p.clearM === 0 || p.mark.rightM === undefined) return [];
  return exitsOf(venue).flatMap(({ name, at }) => {
    const metres = Math.hypot(at.rightM - middleOf(p.mark!).rightM, at.backM - middleOf(p.mark!).backM);
    return metres < p.clearM ? [{ ...p, what: `the way out “${name}”`, metres }] : [];
  });
}

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
                `“${item.title}” is ${Math.ceil(loud.crewDB)} dB(C) for whoever plays it: ear defenders.`,
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
    `“${title}” is loud and ends at ${clock(endS)}: ${script.file.venue.name} wants nothing loud after ${script.file.venue.curfew!}.`,
  numbers: ({ endS, curfewS }) => ({ lateS: endS - curfewS }),
  fixes: (item) => [agree('They allow it for this show', 'noise'), leaveOut(item)],
});

/** What keeps cryogens apart from lids, whatever else is said. */
const sealed = rule<Context, PlannedItem, FindingCode>({
  id: 'sealed',
  level: 'stop',
  source: 'EIGA, safe handling of cryogens; from memory',
  findMatches: (c) =>
    playing(c, ({ hazards }) => hazards.includes('cryogen') && hazards.includes('pressure')),
  findPlace: atStart,
  message: ({ title }) =>
    `“${title}” has both a cryogen and a vessel under pressure: dry ice and liquid nitrogen are never sealed in, not even briefly. The vessel bursts.`,
  isFinal: () => true,
  fixes: (item) => [leaveOut(item)],
});

const openFuel = rule<Context, PlannedItem & { goodName: string; fuelML: number }, FindingCode>({
  id: 'open-fuel',
  level: 'stop',
  source: 'from memory; local rules come first',
  findMatches: (c) => {
    const { goods } = c.script;
    if (playing(c, ({ hazards }) => hazards.includes('flame')).length === 0) return [];
    return c.items.flatMap((scripted) => {
      const most = new Map<string, number>();
      const all = scripted.options?.map((o) => o.source) ?? [scripted];
      for (const { demo, showings } of all)
        for (const { amounts } of showings)
          demo?.consumables.forEach(({ goodId }, i) => {
            const good = goods.get(goodId);
            const isFuel = good?.storage === 'spirit' || good?.storage === 'fuel';
            if (isFuel && good.unit === 'mL')
              most.set(goodId, Math.max(most.get(goodId) ?? 0, amounts[i] ?? 0));
          });
      return [...most]
        .filter(([, fuelML]) => fuelML > MOST_OPEN_FUEL_ML)
        .map(([goodId, fuelML]) => ({
          ...c.planned(scripted.item.id),
          ...{ goodName: goods.get(goodId)!.name, fuelML },
        }));
    });
  },
  findPlace: atStart,
  message: ({ title, goodName, fuelML }) =>
    `“${title}” has ${formatFigure(Math.round(fuelML))} mL of ${goodName} open at once, with a flame in the show: at most ${MOST_OPEN_FUEL_ML} mL.`,
  isFinal: () => true,
  numbers: ({ fuelML }) => ({ fuelML }),
  fixes: (item) => [leaveOut(item)],
});

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
    `Ask the venue: nobody has written down whether ${script.file.venue.name} allows a flame, and “${title}”${more ? ` and ${more} more use` : ' uses'} one.`,
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

/** More power at one moment than the sockets give, and more plugs than there are. */
const power = rule<Context, { at: number; itemId: string; message: string; watts: number }, FindingCode>({
  id: 'power',
  level: 'caution',
  source: 'arithmetic',
  findMatches: (c) => {
    const { powerKW, sockets, name } = c.script.file.venue;
    // What is plugged in stays so: all of it at once.
    const plugged = playing(c, (demo) => demo.socket === true || demo.powerW !== undefined);
    const first = plugged[0];
    if (!first) return [];
    const watts = (item: PlannedItem) =>
      Math.max(0, ...mayPlay(c.script.byItem.get(item.itemId)!).map((demo) => demo.powerW ?? 0));
    const hungriest = plugged.reduce((a, b) => (watts(b) > watts(a) ? b : a));
    const all = plugged.reduce((sum, item) => sum + watts(item), 0);
    const place = atStart(hungriest);
    const at = { at: place.at, itemId: hungriest.itemId, watts: all };
    return [
      ...(powerKW !== undefined && all > 1000 * powerKW
        ? [
            {
              ...at,
              message: `Everything plugged in at once takes ${formatFigure(all / 1000)} kW, and the sockets of ${name} give ${formatFigure(powerKW)} kW: not all of it at one time.`,
            },
          ]
        : []),
      ...(sockets !== undefined && plugged.length > sockets
        ? [
            {
              ...at,
              message: `${plugged.length} items want a socket, and ${name} has ${sockets}: bring extension leads for outdoors or stage use, laid flat and taped down.`,
            },
          ]
        : []),
    ];
  },
  findPlace: ({ at, itemId }) => ({ at, itemId }),
  message: ({ message }) => message,
  numbers: ({ watts }) => ({ watts }),
});

export const ROOM_RULES = {
  ceiling,
  frontRow,
  insideClear,
  noise,
  curfew,
  sealed,
  openFuel,
  flameUnknown,
  nothingToPutOut,
  venueNeeds,
  power,
};
