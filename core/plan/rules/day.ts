import { rule, wayOut, type WayOut } from '../../findings';
import { leastCuts, WISHED_ODDS, type Cuts } from '../../forecast';
import { formatDuration } from '../../quantities';
import type { FindingCode } from './codes';
import type { Context } from './context';

/** The show against its slot, the hour by which everyone is out, and the hours of the house. */

const overrun = rule<Context, number, FindingCode>({
  id: 'overrun',
  level: 'stop',
  source: 'arithmetic',
  when: ({ timetable: { endS, slotEndS } }) => (endS > slotEndS ? [endS - slotEndS] : []),
  where: (_overS, { timetable }) => ({ at: timetable.slotEndS }),
  says: (overS) => `The show runs ${formatDuration(overS)} over its slot.`,
  numbers: (overS) => ({ overS }),
  waysOut: (_overS, c) => {
    const planned = plannedCuts(c);
    const { cuts } = c.bands ?? {};
    const safe = cuts && cuts.itemIds.join() !== planned?.itemIds.join() ? cuts : undefined;
    return [...leaveOut(c, planned, ''), ...leaveOut(c, safe, ', to land in 9 of 10 plays')];
  },
});

const slotOdds = rule<Context, { odds: number; overS: number }, FindingCode>({
  id: 'slot-odds',
  level: 'caution',
  source: 'common practice',
  when: ({ bands, timetable: { endS, slotEndS } }) =>
    bands && endS <= slotEndS && bands.withinSlot < WISHED_ODDS
      ? [{ odds: bands.withinSlot, overS: Math.max(0, bands.endS.p90 - slotEndS) }]
      : [],
  where: (_case, { timetable }) => ({ at: timetable.endS }),
  says: ({ odds, overS }) =>
    `${Math.round(odds * 100)} of 100 plays end within the slot; one in ten runs over by ${formatDuration(overS)} or more.`,
  numbers: ({ odds, overS }) => ({ withinSlot: odds, overS }),
  waysOut: (_case, c) => leaveOut(c, c.bands?.cuts ?? undefined, ''),
});

const hardEnd = rule<Context, { hardEndS: number; overS: number }, FindingCode>({
  id: 'hard-end',
  level: 'stop',
  source: 'arithmetic',
  when: ({ timetable: { endS, hardEndS, resets } }) => {
    const outS = Math.max(endS, ...resets.map((r) => r.endS));
    return hardEndS !== undefined && outS > hardEndS ? [{ hardEndS, overS: outS - hardEndS }] : [];
  },
  where: ({ hardEndS }) => ({ at: hardEndS }),
  says: ({ hardEndS, overS }, { clock }) =>
    `Everyone has to be out by ${clock(hardEndS)}, and the last hands are done ${formatDuration(overS)} after that.`,
  numbers: ({ overS }) => ({ overS }),
});

interface Span {
  itemId: string;
  title: string;
  fromS: number;
  toS: number;
}

const spansOf = ({ timetable: { tasks, resets, items } }: Context): Span[] => [
  ...tasks.map((t) => ({ itemId: t.itemId, title: t.title, fromS: t.startS, toS: t.handsOffS })),
  ...resets.map((r) => ({ itemId: r.itemId, title: r.title, fromS: r.startS, toS: r.endS })),
  ...items.map((i) => ({ itemId: i.itemId, title: i.title, fromS: i.startS, toS: i.endS })),
];

const beforeItOpens = rule<Context, Span & { opensS: number }, FindingCode>({
  id: 'outside-hours',
  level: 'caution',
  source: 'arithmetic',
  when: (c) => {
    const { opensS } = c.timetable;
    if (opensS === undefined) return [];
    return spansOf(c)
      .filter((a) => a.fromS < opensS)
      .sort((a, b) => a.fromS - b.fromS)
      .slice(0, 1)
      .map((span) => ({ ...span, opensS }));
  },
  where: ({ fromS, itemId }) => ({ at: fromS, itemId }),
  says: ({ title, fromS, opensS }, { clock }) =>
    `The house opens at ${clock(opensS)}, and “${title}” would begin ${formatDuration(opensS - fromS)} before that.`,
  numbers: ({ fromS, opensS }) => ({ byS: opensS - fromS }),
});

const afterItCloses = rule<Context, Span & { closesS: number }, FindingCode>({
  id: 'outside-hours',
  level: 'stop',
  source: 'arithmetic',
  when: (c) => {
    const { closesS } = c.timetable;
    if (closesS === undefined) return [];
    return spansOf(c)
      .filter((a) => a.toS > closesS)
      .sort((a, b) => b.toS - a.toS)
      .slice(0, 1)
      .map((span) => ({ ...span, closesS }));
  },
  where: ({ fromS, itemId }) => ({ at: fromS, itemId }),
  says: ({ title, toS, closesS }, { clock }) =>
    `The house closes at ${clock(closesS)}, and “${title}” would end ${formatDuration(toS - closesS)} after that.`,
  numbers: ({ toS, closesS }) => ({ byS: toS - closesS }),
});

const empty = rule<Context, true, FindingCode>({
  id: 'empty',
  level: 'note',
  source: 'arithmetic',
  when: ({ items }) => (items.length === 0 ? [true] : []),
  where: () => ({ at: 0 }),
  says: () => 'The running order is empty. Add a demo to begin.',
});

/** What a debrief asked for before the next time, at the item of its demo or at the top. */
const openAction = rule<Context, { text: string; at: number; itemId?: string }, FindingCode>({
  id: 'action',
  level: 'note',
  source: 'the debrief',
  when: ({ script, items, planned, timetable }) =>
    (script.file.actions ?? []).flatMap(({ text, on, onId }) => {
      const of = on === 'demo' ? items.find((i) => i.item.demoId === onId) : undefined;
      if (on === 'demo' && !of) return [];
      return of
        ? [{ text, at: planned(of.item.id).startS, itemId: of.item.id }]
        : [{ text, at: timetable.firstHandsS }];
    }),
  where: ({ at, itemId }) => ({ at, ...(itemId !== undefined && { itemId }) }),
  says: ({ text }) => `From the debrief: ${text}`,
});

export const DAY_RULES = { overrun, slotOdds, hardEnd, beforeItOpens, afterItCloses, empty, openAction };

/** The cheapest cuts if everything took its planned time. */
function plannedCuts({ timetable, items }: Context): Cuts | undefined {
  const lengths = timetable.items.map((i) => Float64Array.of(i.endS - i.startS + i.waitS));
  const cuts = leastCuts(
    items.map((i) => i.item),
    lengths,
    Float64Array.of(timetable.endS),
    timetable.slotEndS,
    1,
  );
  return cuts ?? undefined;
}

function leaveOut({ item }: Context, cuts: Cuts | undefined, why: string): WayOut[] {
  if (!cuts) return [];
  const names = cuts.itemIds.map((id) => `“${item(id).title}”`);
  const list = names.length > 1 ? `${names.slice(0, -1).join(', ')} and ${names.at(-1)}` : names[0];
  return [
    wayOut(`Leave out ${list} (saves ${formatDuration(cuts.savesS)}${why})`, {
      kind: 'remove-items',
      itemIds: cuts.itemIds,
    }),
  ];
}
