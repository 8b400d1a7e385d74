import type { Finding, Fix } from '../../findings';
import { leastCuts, WISHED_ODDS, type Bands, type Cuts } from '../../forecast';
import { formatDuration } from '../../quantities';
import type { PlannedItem } from '../../timetable';
import { about, fix, type Context } from './context';

/** The show against its slot and the hour by which everyone is out. */
export function slotFindings(c: Context, bands: Bands | null): Finding[] {
  const { endS, slotEndS, hardEndS, resets } = c.timetable;
  const overS = endS - slotEndS;
  const out: Finding[] = [];
  if (overS > 0) {
    const planned = plannedCuts(c);
    const safe =
      bands?.cuts && bands.cuts.itemIds.join() !== planned?.itemIds.join() ? bands.cuts : undefined;
    out.push({
      level: 'stop',
      code: 'overrun',
      at: slotEndS,
      says: `The show runs ${formatDuration(overS)} over its slot.`,
      numbers: { overS },
      fixes: [...cutFix(c, planned, ''), ...cutFix(c, safe, ', to land in 9 of 10 plays')],
    });
  } else if (bands && bands.withinSlot < WISHED_ODDS) {
    const late = Math.max(0, bands.endS.p90 - slotEndS);
    out.push({
      level: 'caution',
      code: 'slot-odds',
      at: endS,
      says: `${Math.round(bands.withinSlot * 100)} of 100 plays end within the slot; one in ten runs over by ${formatDuration(late)} or more.`,
      numbers: { withinSlot: bands.withinSlot, overS: late },
      fixes: cutFix(c, bands.cuts ?? undefined, ''),
    });
  }
  const outS = Math.max(endS, ...resets.map((r) => r.endS));
  if (hardEndS !== undefined && outS > hardEndS) {
    out.push({
      level: 'stop',
      code: 'hard-end',
      at: hardEndS,
      says: `Everyone has to be out by ${c.clock(hardEndS)}, and the last hands are done ${formatDuration(outS - hardEndS)} after that.`,
      numbers: { overS: outS - hardEndS },
      fixes: [],
    });
  }
  return out;
}

/** The cheapest cuts if everything took its planned time. */
function plannedCuts(c: Context): Cuts | undefined {
  const lengths = c.timetable.items.map((i) => Float64Array.of(i.endS - i.startS + i.waitS));
  const cuts = leastCuts(
    c.file.show.items,
    lengths,
    Float64Array.of(c.timetable.endS),
    c.timetable.slotEndS,
    1,
  );
  return cuts ?? undefined;
}

function cutFix(c: Context, cuts: Cuts | undefined, why: string): Fix[] {
  if (!cuts) return [];
  const names = cuts.itemIds.map((id) => `“${c.item(id).title}”`);
  const list = names.length > 1 ? `${names.slice(0, -1).join(', ')} and ${names.at(-1)}` : names[0];
  return [
    fix(`Leave out ${list} (saves ${formatDuration(cuts.savesS)}${why})`, {
      kind: 'remove-items',
      itemIds: cuts.itemIds,
    }),
  ];
}

/** An audience with nothing to do, or nothing to gasp at, for so long begins to drift. Common practice. */
const LONG_WITHOUT_PART_S = 600;
const LONG_WITHOUT_SURPRISE_S = 900;
/** From this intensity on a demo counts as a surprise. Common practice. */
const SURPRISE = 4;

/** How an audience would find the order: long stretches of only watching, and bangs without a call between. */
export function paceFindings(c: Context): Finding[] {
  const takesPart = (item: PlannedItem) => participation(c, item.itemId) > 0;
  const surprises = (item: PlannedItem) => (c.demoOf(item.itemId)?.intensity ?? 0) >= SURPRISE;
  return [
    ...longGap(c, takesPart, LONG_WITHOUT_PART_S, 'The audience has nothing to do'),
    ...longGap(c, surprises, LONG_WITHOUT_SURPRISE_S, 'Nothing takes the audience by surprise'),
    ...loudPairs(c),
  ];
}

/** How much an item asks of the audience: its questions and calls, its volunteers, a volunteer pick. */
function participation(c: Context, itemId: string): number {
  const demo = c.demoOf(itemId);
  const calls = demo?.steps.filter((s) => s.kind === 'ask' || s.kind === 'shout').length ?? 0;
  const kind = c.item(itemId).kind;
  return calls + (demo?.volunteers ?? 0) + (kind === 'volunteer pick' || kind === 'interval' ? 1 : 0);
}

function longGap(c: Context, has: (item: PlannedItem) => boolean, mostS: number, words: string): Finding[] {
  const marks = c.timetable.items.filter(has);
  const edges = [{ startS: 0, endS: 0 }, ...marks, { startS: c.timetable.endS, endS: c.timetable.endS }];
  const gaps = edges
    .slice(1)
    .map((next, i) => ({ fromS: edges[i]!.endS, gapS: next.startS - edges[i]!.endS }));
  const longest = gaps.sort((a, b) => b.gapS - a.gapS)[0];
  if (!longest || longest.gapS < mostS) return [];
  return [
    {
      level: 'note',
      code: 'long-gap',
      at: longest.fromS,
      says: `${words} for ${formatDuration(longest.gapS)} from ${c.clock(longest.fromS)}.`,
      numbers: { gapS: longest.gapS },
      fixes: [],
    },
  ];
}

function loudPairs(c: Context): Finding[] {
  const loud = (item: PlannedItem | undefined) =>
    !!item && !!c.demoOf(item.itemId)?.hazards.includes('noise');
  return c.timetable.items.flatMap((item, i): Finding[] => {
    const before = c.timetable.items[i - 1];
    const calls = c.demoOf(item.itemId)?.steps.some((s) => s.kind === 'shout');
    if (!before || !loud(item) || !loud(before) || calls) return [];
    return [
      about(
        item,
        'caution',
        'loud-no-call',
        `“${before.title}” and “${item.title}” are both loud, and nobody calls for ears between them.`,
        {
          fixes: [
            fix('Put a call between them', {
              kind: 'insert-item',
              toIndex: i,
              item: {
                id: `call-${item.itemId}`.slice(0, 64),
                kind: 'link',
                title: 'Call: hands over your ears',
                showings: 1,
                retries: 0,
                helperIds: [],
                timing: { bestS: 10, likelyS: 15, worstS: 30 },
              },
            }),
          ],
        },
      ),
    ];
  });
}
