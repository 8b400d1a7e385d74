import { MOST_OPEN_FUEL_ML } from '../../bench';
import { fix, rule } from '../../findings';
import { formatFigure } from '../../quantities';
import { clearances, exitsOf, fromPointM, middleOf, type Clearance } from '../../safety';
import { mayPlay } from '../../script';
import type { PlannedItem } from '../../timetable';
import type { FindingCode } from './codes';
import { atStart, type Context } from './context';
import { assumedFrontRow, leaveOut, m, otherMarks, playing } from './of-room';

/** Whether a show fits its room: height, distance, what is sealed or open, power. */

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
      ? `“${item.title}” needs ${m(heightM)} of height, but the ceiling height of ${script.file.venue.name} is not known. Measure it, or ask.`
      : `“${item.title}” needs ${m(heightM)} of height, but the ceiling of ${script.file.venue.name} is ${m(ceilingM)}.`,
  numbers: ({ heightM, ceilingM }) => ({ heightM, ...(ceilingM !== undefined && { ceilingM }) }),
  fixes: ({ item, ceilingM }) => (ceilingM === undefined ? [] : [leaveOut(item)]),
});

const frontRow = rule<Context, Placed, FindingCode>({
  id: 'reach',
  level: 'stop',
  source: 'the demo, its calculator and the venue',
  findMatches: (c) => placed(c).filter(({ audienceM, frontRowM }) => audienceM > frontRowM),
  findPlace: ({ item }) => atStart(item),
  message: (p, c) =>
    `The front row sits ${m(p.frontRowM)} from “${p.item.title}”, which needs ${m(p.audienceM)}.${assumedFrontRow(p, c)}`,
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
  findMatches: (c) =>
    placed(c).flatMap((p) => [...workersInside(c, p), ...hardInside(c, p), ...exitsInside(c, p)].slice(0, 1)),
  findPlace: ({ item }) => atStart(item),
  message: ({ item, clearM, what, metres }) =>
    `Keep ${m(clearM)} clear around “${item.title}”: ${what} is ${m(metres)} away.`,
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

/** A spinning person, and a mark that stands within their reach. */
function hardInside(c: Context, p: Placed): Within[] {
  const { mark } = p;
  const spins = mayPlay(c.script.byItem.get(p.itemId)!).some((d) => d.hazards.includes('spinning person'));
  if (!spins || !mark || mark.rightM === undefined) return [];
  return c.script.marks.all.flatMap((other) => {
    if (other.id === mark.id || other.lacking || other.rightM === undefined || other.kind === 'floor')
      return [];
    const metres = fromPointM(middleOf(mark), other);
    return metres < p.clearM ? [{ ...p, what: `the ${other.name}`, metres }] : [];
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

/** What keeps cryogens apart from lids, whatever else is said. */
const sealed = rule<Context, PlannedItem, FindingCode>({
  id: 'sealed',
  level: 'stop',
  source: 'EIGA, safe handling of cryogens; from memory',
  findMatches: (c) =>
    playing(c, ({ hazards }) => hazards.includes('cryogen') && hazards.includes('pressure')),
  findPlace: atStart,
  message: ({ title }) =>
    `“${title}” has both a cryogen and a vessel under pressure. Never seal in dry ice or liquid nitrogen, even briefly: the vessel bursts.`,
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
          demo?.consumables.forEach(({ goodId, per }, i) => {
            const good = goods.get(goodId);
            // A lamp's oil is closed in; spirit, and fuel whose vapour is named, are not.
            const isOpen =
              good?.storage === 'spirit' ||
              (good?.storage === 'fuel' && demo.hazards.includes('flammable vapour'));
            if (isOpen && good?.unit === 'mL' && (per === 'attempt' || per === 'showing'))
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
              message: `Everything plugged in at once draws ${formatFigure(all / 1000)} kW, but the sockets of ${name} supply ${formatFigure(powerKW)} kW.`,
            },
          ]
        : []),
      ...(sockets !== undefined && plugged.length > sockets
        ? [
            {
              ...at,
              message: `${plugged.length} items need a socket, and ${name} has ${sockets}: bring extension leads for outdoors or stage use, laid flat and taped down.`,
            },
          ]
        : []),
    ];
  },
  findPlace: ({ at, itemId }) => ({ at, itemId }),
  message: ({ message }) => message,
  numbers: ({ watts }) => ({ watts }),
});

export const ROOM_RULES = { ceiling, frontRow, insideClear, sealed, openFuel, power };
