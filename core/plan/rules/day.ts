import { rule, fix, type Fix } from '../../findings';
import { sureCuts, WISHED_ODDS, type Cuts } from '../../forecast';
import { formatDuration } from '../../quantities';
import type { Pace } from '../../show';
import type { FindingCode } from './codes';
import type { Context } from './context';

/** The show against its slot, the hour by which everyone is out, and the hours of the house. */

const overrun = rule<Context, number, FindingCode>({
  id: 'overrun',
  level: 'stop',
  source: 'arithmetic',
  findMatches: ({ timetable: { endS, slotEndS } }) => (endS > slotEndS ? [endS - slotEndS] : []),
  findPlace: (_overS, { timetable }) => ({ at: timetable.slotEndS }),
  message: (overS) => `The show runs ${formatDuration(overS)} over its slot.`,
  numbers: (overS) => ({ overS }),
  fixes: (_overS, c) => {
    const planned = plannedCuts(c);
    const { cuts } = c.bands ?? {};
    const safe = cuts && cuts.itemIds.join() !== planned?.itemIds.join() ? cuts : undefined;
    return [...leaveOut(c, planned, false), ...leaveOut(c, safe, true)];
  },
});

const slotOdds = rule<Context, { odds: number; overS: number }, FindingCode>({
  id: 'slot-odds',
  level: 'caution',
  source: 'common practice',
  findMatches: ({ bands, timetable: { endS, slotEndS } }) =>
    bands && endS <= slotEndS && bands.withinSlot < WISHED_ODDS
      ? [{ odds: bands.withinSlot, overS: Math.max(0, bands.endS.p90 - slotEndS) }]
      : [],
  findPlace: (_case, { timetable }) => ({ at: timetable.endS }),
  message: ({ odds, overS }) =>
    `${Math.round(odds * 100)} % of simulated shows finish on time; one in ten runs over by ${formatDuration(overS)} or more.`,
  numbers: ({ odds, overS }) => ({ withinSlot: odds, overS }),
  fixes: (_case, c) => leaveOut(c, c.bands?.cuts ?? undefined, true),
});

const widened = rule<Context, Pace & { widen: number }, FindingCode>({
  id: 'widened',
  level: 'note',
  source: 'the log',
  findMatches: ({ script: { file }, bands }) =>
    bands && (file.pace?.widen ?? 1) > 1 ? [{ ...file.pace!, widen: file.pace!.widen! }] : [],
  findPlace: (_pace, { timetable }) => ({ at: timetable.endS }),
  message: ({ widen, held = 0, graded = 0 }) =>
    `The 80 % range of past forecasts held ${held} of ${graded} times, so this one is ${Math.round(100 * (widen - 1))} % wider.`,
  numbers: ({ widen }) => ({ widen }),
});

const hardEnd = rule<Context, { hardEndS: number; overS: number }, FindingCode>({
  id: 'hard-end',
  level: 'stop',
  source: 'arithmetic',
  findMatches: ({ timetable: { endS, hardEndS, resets } }) => {
    const outS = Math.max(endS, ...resets.map((r) => r.endS));
    return hardEndS !== undefined && outS > hardEndS ? [{ hardEndS, overS: outS - hardEndS }] : [];
  },
  findPlace: ({ hardEndS }) => ({ at: hardEndS }),
  message: ({ hardEndS, overS }, { clock }) =>
    `Everyone has to be out by ${clock(hardEndS)}, and the last hands are done ${formatDuration(overS)} after that.`,
  numbers: ({ overS }) => ({ overS }),
});

interface Span {
  itemId: string;
  title: string;
  fromS: number;
  toS: number;
}

/** Preparation has limits of its own; this is of what is played, and of what is put away after it. */
const afterItCloses = rule<Context, Span & { closesS: number }, FindingCode>({
  id: 'outside-hours',
  level: 'stop',
  source: 'arithmetic',
  findMatches: ({ timetable: { closesS, resets, items } }) =>
    closesS === undefined
      ? []
      : [...resets, ...items.slice(-1)]
          .filter((a) => a.endS > closesS)
          .map(({ itemId, title, startS, endS }) => ({ itemId, title, fromS: startS, toS: endS, closesS })),
  findPlace: ({ fromS, itemId }) => ({ at: fromS, itemId }),
  message: ({ title, toS, closesS }, { clock }) =>
    `The house closes at ${clock(closesS)}, and “${title}” would end ${formatDuration(toS - closesS)} after that.`,
  numbers: ({ toS, closesS }) => ({ byS: toS - closesS }),
  fixes: ({ toS }, { clock }) => [fix(`Have the house kept open until ${clock(Math.ceil(toS / 60) * 60)}`)],
});

/** Somebody, or a piece of kit, that another show has at the same time. */
const twoShows = rule<Context, { at: number; message: string; goodId?: string }, FindingCode>({
  id: 'two-shows',
  level: 'stop',
  source: 'the other show',
  findMatches: ({ script, needs, timetable, name }) =>
    (script.file.elsewhere ?? []).flatMap(({ title, from, to, personIds, kit }) => {
      const when = `“${title}” from ${from} to ${to} that day`;
      const at = timetable.crewCallS;
      const wanted = kit.flatMap(({ goodId, count }) => {
        const here = needs.kit.find((k) => k.goodId === goodId);
        const short = (here?.peak ?? 0) + count - (here?.onShelf ?? 0);
        return here && here.peak > 0 && short > 0 ? [{ goodId, name: here.name, short }] : [];
      });
      const first = wanted[0];
      // All of one other show is one finding: thirty clashes are one thing to settle.
      return [
        ...personIds.map((id) => ({ at, message: `${name(id)} is in ${when} as well.` })),
        ...(first && wanted.length === 1
          ? [
              {
                at,
                goodId: first.goodId,
                message: `${first.name} is needed in ${when} as well: ${first.short} short for both.`,
              },
            ]
          : first
            ? [
                {
                  at,
                  message: `${wanted.length} pieces of kit are wanted in ${when} as well, and there are too few for both: ${wanted.map((w) => `${w.name} (${w.short} short)`).join(', ')}.`,
                },
              ]
            : []),
      ];
    }),
  findPlace: ({ at, goodId }) => ({ at, ...(goodId !== undefined && { goodId }) }),
  message: ({ message }) => message,
});

const empty = rule<Context, true, FindingCode>({
  id: 'empty',
  level: 'note',
  source: 'arithmetic',
  findMatches: ({ items }) => (items.length === 0 ? [true] : []),
  findPlace: () => ({ at: 0 }),
  message: () => 'The running order is empty. Add a demo to begin.',
});

/** What a debrief asked for before the next time, at the item of its demo or at the top. */
const openAction = rule<Context, { text: string; at: number; itemId?: string }, FindingCode>({
  id: 'action',
  level: 'note',
  source: 'the debrief',
  findMatches: ({ script, items, planned, timetable }) =>
    (script.file.actions ?? []).flatMap(({ text, on, onId }) => {
      const scripted = on === 'demo' ? items.find((i) => i.item.demoId === onId) : undefined;
      if (on === 'demo' && !scripted) return [];
      return scripted
        ? [{ text, at: planned(scripted.item.id).startS, itemId: scripted.item.id }]
        : [{ text, at: timetable.crewCallS }];
    }),
  findPlace: ({ at, itemId }) => ({ at, ...(itemId !== undefined && { itemId }) }),
  message: ({ text }) => `From the debrief: ${text}`,
});

export const DAY_RULES = { overrun, slotOdds, widened, hardEnd, afterItCloses, twoShows, empty, openAction };

/** The cheapest cuts if everything took its planned time. */
function plannedCuts({ timetable, items }: Context): Cuts | undefined {
  const cuts = sureCuts(
    items.map((i) => i.item),
    timetable.items.map((i) => i.endS - i.startS + i.waitS),
    timetable.endS - timetable.slotEndS,
  );
  return cuts ?? undefined;
}

/** `forOdds`: offered for the odds of ending in time, and not for the plan's own end. */
function leaveOut({ item, bands }: Context, cuts: Cuts | undefined, forOdds: boolean): Fix[] {
  if (!cuts) return [];
  const names = cuts.itemIds.map((id) => `“${item(id).title}”`);
  const list = names.length > 1 ? `${names.slice(0, -1).join(', ')} and ${names.at(-1)}` : names[0];
  return [
    {
      ...fix(`Leave out ${list} (saves ${formatDuration(cuts.savesS)})`, {
        kind: 'remove-items',
        itemIds: cuts.itemIds,
      }),
      ...(forOdds && bands && { slotOdds: bands.withinSlot }),
    },
  ];
}
