import { rule, fix } from '../../findings';
import { formatDuration } from '../../quantities';
import type { ScriptItem } from '../../script';
import type { PlannedItem } from '../../timetable';
import type { FindingCode } from './codes';
import type { Context, Order } from './context';

/** How an audience would find the order, and what should not stand next to what. */

type Pair = [before: ScriptItem, after: ScriptItem];

const pairs = (items: readonly ScriptItem[]): Pair[] => items.slice(1).map((after, i) => [items[i]!, after]);
const has = (item: ScriptItem, hazard: 'noise' | 'slippery floor' | 'high voltage') =>
  !!item.demo?.hazards.includes(hazard);
const calls = (item: ScriptItem) => !!item.demo?.steps.some((s) => s.kind === 'shout');

/** Two loud items in a row. */
export const loudNoCall = rule<Order & Partial<Context>, Pair, FindingCode>({
  id: 'loud-no-call',
  level: 'caution',
  source: 'common practice',
  findMatches: ({ items }) =>
    pairs(items).filter(([a, b]) => has(a, 'noise') && has(b, 'noise') && !calls(b)),
  findPlace: ([, b], { planned }) => ({ at: planned?.(b.item.id).startS ?? 0, itemId: b.item.id }),
  message: ([a, b]) =>
    `“${a.item.title}” and “${b.item.title}” are both loud, with no ears call between them.`,
  fixes: ([, b]) => [
    fix('Put a call between them', {
      kind: 'insert-item',
      toIndex: b.index,
      item: {
        id: `call-${b.item.id}`.slice(0, 64),
        kind: 'link',
        title: 'Call: hands over your ears',
        showings: 1,
        retries: 0,
        helperIds: [],
        timing: { bestS: 10, likelyS: 15, worstS: 30 },
      },
    }),
  ],
});

/** How often water is about next to high voltage, with nothing but talk between them: what an order is weighed by. */
export const wetByVoltage = ({ items }: Order): number =>
  pairs(items.filter((i) => i.demo)).filter(
    ([a, b]) =>
      (has(a, 'slippery floor') && has(b, 'high voltage')) ||
      (has(a, 'high voltage') && has(b, 'slippery floor')),
  ).length;

/** An audience with nothing to do, or nothing to gasp at, for so long begins to drift. Common practice. */
const LONG_WITHOUT_PART_S = 600;
const LONG_WITHOUT_SURPRISE_S = 900;
/** From this intensity on a demo counts as a surprise. Common practice. */
const SURPRISE = 4;

/** How much an item asks of the audience: its questions and calls, its volunteers, a volunteer pick. */
function participation({ demo, item: { kind } }: ScriptItem): number {
  const asks = demo?.steps.filter((s) => s.kind === 'ask' || s.kind === 'shout').length ?? 0;
  return asks + (demo?.volunteers ?? 0) + (kind === 'volunteer pick' || kind === 'interval' ? 1 : 0);
}

const longGap = (words: string, mostS: number, breaks: (item: ScriptItem) => boolean) =>
  rule<Context, { fromS: number; gapS: number }, FindingCode>({
    id: 'long-gap',
    level: 'note',
    source: 'common practice',
    findMatches: ({ timetable, script }) => {
      const marks = timetable.items.filter((i: PlannedItem) => breaks(script.byItem.get(i.itemId)!));
      const edges = [{ startS: 0, endS: 0 }, ...marks, { startS: timetable.endS, endS: timetable.endS }];
      const gaps = edges
        .slice(1)
        .map((next, i) => ({ fromS: edges[i]!.endS, gapS: next.startS - edges[i]!.endS }));
      return gaps
        .sort((a, b) => b.gapS - a.gapS)
        .slice(0, 1)
        .filter((g) => g.gapS >= mostS);
    },
    findPlace: ({ fromS }) => ({ at: fromS }),
    message: ({ fromS, gapS }, { clock }) => `${words} for ${formatDuration(gapS)} from ${clock(fromS)}.`,
    numbers: ({ gapS }) => ({ gapS }),
  });

export const PACE_RULES = {
  nothingToDo: longGap('No audience participation', LONG_WITHOUT_PART_S, (i) => participation(i) > 0),
  noSurprise: longGap('No high point', LONG_WITHOUT_SURPRISE_S, (i) => (i.demo?.intensity ?? 0) >= SURPRISE),
};
