import { fix, rule, type Level } from '../../findings';
import { mayPlay, type ScriptItem } from '../../script';
import {
  GHS,
  GHS_CODES,
  signalWord,
  type Demo,
  type GhsCode,
  type Good,
  type Hazard,
  type StorageClass,
} from '../../show';
import type { PlannedItem } from '../../timetable';
import type { FindingCode } from './codes';
import { atStart, type Context } from './context';

/** Who may handle what, and what is known of the goods themselves. */

/** Goods that a volunteer never handles: by their statements, how they are kept apart, or their strength. */
const HARMFUL: readonly GhsCode[] = ['H271', 'H300', 'H301', 'H310', 'H311', 'H314', 'H318', 'H330', 'H331'];
/** Hydrogen peroxide damages eyes from 8 %: see PEROXIDE_HARMS of the calculators. */
const STRONG_OXIDISER_PCT = 8;

const isHarmful = ({ ghs = [], storage, strengthPercent = 0 }: Good): boolean =>
  ghs.some((code) => HARMFUL.includes(code)) ||
  storage === 'cryogen' ||
  storage === 'strong alkali' ||
  (storage === 'oxidiser' && strengthPercent >= STRONG_OXIDISER_PCT);

interface Handled extends PlannedItem {
  step: string;
  what: string;
  level: Level;
}

const volunteerHandles = rule<Context, Handled, FindingCode>({
  id: 'volunteer-handles',
  level: ({ level }) => level,
  source: 'common practice',
  findMatches: (c) =>
    eachDemo<Handled>(c, (item, demo) => {
      const step = demo.steps.find(
        (s) => s.by === 'volunteer' && (s.kind === 'do' || s.kind === 'timed wait'),
      );
      if (!step) return [];
      const harmful = demo.consumables
        .flatMap(({ goodId, amount }) => (amount > 0 ? (c.script.goods.get(goodId) ?? []) : []))
        .find(isHarmful);
      if (harmful) return [{ ...item, step: step.text, what: harmful.name, level: 'stop' as const }];
      const hazard = demo.hazards.find((h) => NOT_BY_VOLUNTEERS.includes(h));
      return hazard ? [{ ...item, step: step.text, what: hazard, level: 'caution' as const }] : [];
    }),
  findPlace: atStart,
  message: ({ title, step, what, level }) =>
    level === 'stop'
      ? `In “${title}” a volunteer does “${step}”, and ${what} is used: a volunteer never handles a flame, a cryogen or what burns skin and eyes.`
      : `In “${title}” a volunteer does “${step}”, and there is ${withArticle(what)} in it: see that they handle nothing of it.`,
  fixes: () => [fix('Have one of the crew do that step')],
});

const NOT_BY_VOLUNTEERS: readonly Hazard[] = ['flame', 'cryogen', 'corrosive', 'high voltage'];
const withArticle = (hazard: string) => (hazard === 'high voltage' ? hazard : `a ${hazard}`);

const alone = rule<Context, PlannedItem & { hazard: Hazard }, FindingCode>({
  id: 'alone',
  level: 'caution',
  source: 'common practice',
  findMatches: (c) =>
    eachDemo(c, (item, demo) => {
      const hazard = demo.hazards.find((h) => WANT_TWO.includes(h));
      const there = c.timetable.arrivals.filter(
        ({ arrivesS, leavesS = Infinity }) => arrivesS <= item.startS && leavesS >= item.endS,
      );
      return hazard && there.length === 1 ? [{ ...item, hazard }] : [];
    }),
  findPlace: atStart,
  message: ({ title, hazard }) =>
    `The presenter of “${title}” is alone with ${hazard === 'high voltage' ? hazard : `a ${hazard}`}. A second person who knows what to do should stay in the room.`,
  fixes: () => [fix('Call in another person, or ask the venue for one')],
});

const WANT_TWO: readonly Hazard[] = ['flame', 'cryogen', 'high voltage'];

/** The hazard that a demo has which uses a good with such a statement. */
const HAZARD_OF: Partial<Record<GhsCode, Hazard>> = Object.fromEntries(
  GHS_CODES.flatMap((code): [GhsCode, Hazard][] => {
    if (['H220', 'H221', 'H222', 'H223', 'H224', 'H225', 'H226'].includes(code))
      return [[code, 'flammable vapour']];
    if (['H270', 'H271', 'H272'].includes(code)) return [[code, 'oxidiser']];
    if (['H314', 'H318'].includes(code)) return [[code, 'corrosive']];
    if (code === 'H280' || code === 'H229') return [[code, 'pressure']];
    if (code === 'H281') return [[code, 'cryogen']];
    return code === 'H317' || code === 'H334' ? [[code, 'allergen']] : [];
  }),
);

const unnamedHazard = rule<Context, PlannedItem & { good: Good; code: GhsCode; hazard: Hazard }, FindingCode>(
  {
    id: 'ghs',
    level: 'caution',
    source: 'UN GHS, Annex 3; the supplier’s safety data sheet comes first',
    findMatches: (c) =>
      eachDemo(c, (item, demo) =>
        goodsOf(c, demo).flatMap((good) =>
          (good.ghs ?? [])
            .flatMap((code) => {
              const hazard = HAZARD_OF[code];
              return hazard && !demo.hazards.includes(hazard) ? [{ ...item, good, code, hazard }] : [];
            })
            .slice(0, 1),
        ),
      ),
    findPlace: atStart,
    message: ({ title, good, code, hazard }) =>
      `${good.name} says “${GHS[code].message}” (${code}${signalWord([code]) && `, ${signalWord([code])}`}), but “${title}” does not list ${hazard} as a hazard.`,
    fixes: () => [fix('Add the hazard to the demo')],
  },
);

const goodsOf = ({ script }: Context, { kit, consumables }: Demo): Good[] =>
  [...consumables.filter((need) => need.amount > 0), ...kit].flatMap(
    ({ goodId }) => script.goods.get(goodId) ?? [],
  );

/** A cryogen that is not kept as one has no cold budget, and its gas is not counted. */
const notKeptCold = rule<Context, PlannedItem, FindingCode>({
  id: 'storage',
  level: 'caution',
  source: 'the demo and the stores',
  findMatches: (c) =>
    eachDemo(c, (item, demo) =>
      demo.hazards.includes('cryogen') &&
      !goodsOf(c, demo).some((good) => good.sort === 'consumable' && good.storage === 'cryogen')
        ? [item]
        : [],
    ),
  findPlace: atStart,
  message: ({ title }) =>
    `“${title}” lists cryogen as a hazard, but nothing of its supplies is stored as one. It has no cold budget, and its gas is not counted.`,
  fixes: () => [fix('Set its storage to cryogen in the stores, and give the demo an amount')],
});

/** Goods that react with one another, by how they are kept apart. */
const CHEMISTRIES: readonly (StorageClass | undefined)[] = [
  'oxidiser',
  'acid',
  'strong alkali',
  'iodide or yeast',
  'spirit',
  'fuel',
];

interface SharedVessel extends PlannedItem {
  before: string;
  vessel: string;
}

/** One vessel for two chemistries, and nobody rinses it in between: no reset, and no time before its next use. */
const notCleaned = rule<Context, SharedVessel, FindingCode>({
  id: 'vessel',
  level: 'caution',
  source: 'common practice',
  findMatches: (c) => {
    const uses = c.items.flatMap((scripted) =>
      mayPlay(scripted).flatMap((demo) => {
        const chemistry = goodsOf(c, demo)
          .flatMap(({ storage }) => (CHEMISTRIES.includes(storage) ? [storage!] : []))
          .sort();
        return chemistry.length
          ? demo.kit.map((need) => ({
              ...{ item: c.planned(scripted.item.id), need, chemistry: chemistry.join() },
              isCleaned: demo.reset !== undefined || need.turnRoundS > 0,
            }))
          : [];
      }),
    );
    return uses.flatMap((later, i) => {
      const good = c.script.goods.get(later.need.goodId);
      const first = uses
        .slice(0, i)
        .findLast((u) => u.need.goodId === later.need.goodId && u.item.itemId !== later.item.itemId);
      const pieces = c.needs.kit.find((k) => k.goodId === later.need.goodId)?.onShelf ?? 0;
      // With pieces enough nothing is used twice.
      return good &&
        first &&
        !first.isCleaned &&
        first.chemistry !== later.chemistry &&
        pieces < first.need.count + later.need.count
        ? [{ ...later.item, before: first.item.title, vessel: good.name }]
        : [];
    });
  },
  findPlace: atStart,
  message: ({ title, before, vessel }) =>
    `“${vessel}” is used for “${before}” and then for “${title}” with different chemicals, and no rinsing is planned between them.`,
  fixes: () => [fix('Bring a second one, or add the rinsing to the demo')],
});

/** What is left afterwards, and said nothing about: all items in one finding. */
const afterwards = rule<Context, PlannedItem & { titles: string[] }, FindingCode>({
  id: 'afterwards',
  level: 'note',
  source: 'common practice',
  findMatches: (c) => {
    const open = eachDemo(c, (item, demo) =>
      !demo.reset && demo.hazards.some((h) => LEAVES_SOMETHING.includes(h)) ? [item] : [],
    );
    return open.slice(0, 1).map((first) => ({ ...first, titles: [...new Set(open.map((i) => i.title))] }));
  },
  findPlace: atStart,
  message: ({ titles }) =>
    `No clean-up is described (cool, neutralise, rinse, take home as waste): ${titles.map((t) => `“${t}”`).join(', ')}.`,
  fixes: () => [fix('Add a reset to the demo')],
});

const LEAVES_SOMETHING: readonly Hazard[] = ['hot', 'corrosive', 'oxidiser', 'flammable vapour'];

/** Each demo that an item plays or may play; the same finding of two options is one. */
function eachDemo<T extends PlannedItem>(c: Context, find: (item: PlannedItem, demo: Demo) => T[]): T[] {
  return c.items.flatMap((scripted: ScriptItem) => {
    const item = c.planned(scripted.item.id);
    const found = new Map(
      mayPlay(scripted)
        .flatMap((demo) => find(item, demo))
        .map((one) => [JSON.stringify(one), one]),
    );
    return [...found.values()];
  });
}

export const PEOPLE_RULES = { volunteerHandles, alone, unnamedHazard, notKeptCold, notCleaned, afterwards };
