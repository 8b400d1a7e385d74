import type { Finding, Level } from '../../findings';
import type { Bands } from '../../forecast';
import type { ShowFile } from '../../show';
import type { KitNeedTotal } from '../../supplies';
import type { Placement } from '../../timetable';
import { conflictFindings } from './conflicts';
import { bringOne, Context } from './context';
import { paceFindings, slotFindings } from './day';
import { itemFindings } from './items';
import { hoursFindings, resetFindings, taskFindings } from './tasks';

/** Everything the plan has to say to a person, in order of the moment it concerns; stops before cautions. */
export function findings(
  file: ShowFile,
  placement: Placement,
  kit: readonly KitNeedTotal[],
  bands: Bands | null,
): Finding[] {
  const c = new Context(file, placement);
  if (file.show.items.length === 0) return [emptyShow, ...openActions(c)];
  const all = [
    ...conflictFindings(c),
    ...slotFindings(c, bands),
    ...c.timetable.tasks.flatMap((task) => taskFindings(c, task)),
    ...c.timetable.items.flatMap((item) => itemFindings(c, item)),
    ...c.timetable.resets.flatMap((reset) => resetFindings(c, reset)),
    ...hoursFindings(c),
    ...paceFindings(c),
    ...kit.flatMap((need) => kitFindings(c, need)),
    ...openActions(c),
  ];
  const rank: Record<Level, number> = { stop: 0, caution: 1, note: 2 };
  return all.sort((a, b) => a.at - b.at || rank[a.level] - rank[b.level]);
}

const emptyShow: Finding = {
  level: 'note',
  code: 'empty',
  at: 0,
  says: 'The running order is empty. Add a demo to begin.',
  numbers: {},
  fixes: [],
};

function kitFindings(c: Context, need: KitNeedTotal): Finding[] {
  if (need.short <= 0) return [];
  const { peak, onShelf, short } = need;
  return [
    {
      level: 'caution',
      code: 'kit-short',
      at: need.peakAtS,
      ...(need.itemIds.length && { itemId: need.itemIds.at(-1)! }),
      says: `${peak} × ${need.name} in use at once from ${c.clock(need.peakAtS)} and ${onShelf} to hand: ${short} short.`,
      numbers: { peak, onShelf, short },
      fixes: [bringOne(c, need.goodId, short)],
    },
  ];
}

/** What a debrief asked for before the next time, at the item of its demo or at the top. */
function openActions({ file, timetable }: Context): Finding[] {
  return (file.actions ?? []).flatMap((action) => {
    const item = action.on === 'demo' ? file.show.items.find((i) => i.demoId === action.onId) : undefined;
    if (action.on === 'demo' && !item) return [];
    const at = timetable.items.find((i) => i.itemId === item?.id)?.startS ?? timetable.firstHandsS;
    const finding: Finding = {
      level: 'note',
      code: 'action',
      at,
      says: `From the debrief: ${action.text}`,
      numbers: {},
      fixes: [],
    };
    return [item ? { ...finding, itemId: item.id } : finding];
  });
}
