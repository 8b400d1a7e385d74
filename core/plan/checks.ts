import { formatAmount, formatDuration, toId } from '../quantities';
import { mayPlay, type Script } from '../script';
import type { Demo, Step } from '../show';
import type { Needs } from '../supplies';
import type { Timetable } from '../timetable';
import { wornIn } from './worn';

/** One verification before doors, at a mark. */
export interface Check {
  id: string;
  markId: string;
  place: string;
  itemIds: string[];
  title: string;
  detail: string;
  kind: 'present' | 'yes-no' | 'tested' | 'measured';
  unit?: string;
  min?: number;
  max?: number;
  must: boolean;
  /** Seconds after which it has to be made again. */
  holdsS?: number;
  /** Of work begun after doors: when it is ready, in seconds from curtain-up; it comes up then. */
  dueS?: number;
  /** Of work: how long it takes to make good, until it is ready. */
  takesS?: number;
  /** What will do instead, where it is missing. */
  instead?: string;
}

/** Wind that was measured so long ago is measured again, s. Common practice. */
const WIND_HOLDS_S = 1800;

/** The checks of a show in the order one walks the stage: mark after mark, kit before prep before conditions. */
export function checksOf(script: Script, timetable: Timetable, needs: Needs): Check[] {
  const byId = new Map<string, Check>();
  const add = (check: Check) => {
    const match = byId.get(check.id);
    if (match) match.itemIds.push(...check.itemIds.filter((id) => !match.itemIds.includes(id)));
    else byId.set(check.id, check);
  };
  const rounds = playedDemos(script);
  for (const { item, demo, may, mark } of rounds) {
    const base = { itemIds: [item.id], markId: mark.id, place: mark.name, must: true };
    for (const kit of demo.kit) {
      const most = Math.max(
        ...rounds
          .filter((r) => r.mark.id === mark.id)
          .flatMap((r) => r.demo.kit.filter((k) => k.goodId === kit.goodId).map((k) => k.count)),
      );
      add({
        ...base,
        id: toId('kit', mark.id, kit.goodId),
        kind: 'present',
        title: goodName(script, kit.goodId),
        detail: most > 1 ? `${most} of them` : '',
        ...insteadOf(script, kit.goodId),
      });
    }
    for (const { message, by, goodId } of wornIn(demo, script.goods)) {
      // What is worn out of the stores is counted with the rest.
      if (goodId !== undefined) continue;
      add({
        ...base,
        id: toId('worn', mark.id, by, message),
        kind: 'yes-no',
        title: `To be worn: ${message}`,
        detail: by,
      });
    }
    for (const need of demo.consumables) {
      // What this variant takes none of is not looked for.
      if (need.amount <= 0) continue;
      add({
        ...base,
        id: toId('use', mark.id, need.goodId),
        kind: 'present',
        title: goodName(script, need.goodId),
        detail: `${packedAt(script, needs, need.goodId, mark.id)} packed`,
        ...insteadOf(script, need.goodId),
      });
    }
    for (const task of demo.prep) {
      const placed = timetable.tasks.find((t) => t.itemId === item.id && t.taskId === task.id);
      add({
        ...base,
        id: prepCheckId(item.id, task.id),
        kind: 'yes-no',
        title: `${task.title}: done`,
        detail: `for ${item.title}${task.staleAfterS === undefined ? '' : `, keeps ${formatDuration(task.staleAfterS)}`}`,
        takesS: task.handsOnS + task.readyAfterS,
        ...(task.staleAfterS !== undefined && { holdsS: task.staleAfterS }),
        // What is only begun once the show runs comes up when it is ready.
        ...(placed && placed.handsOffS > timetable.doorsS && { dueS: placed.readyS }),
      });
    }
    for (const c of demo.conditions) {
      add({
        ...base,
        id: toId('cond', demo.id, c.id),
        kind: c.kind,
        title: c.what,
        detail: limits(c),
        must: c.must,
        ...(c.unit && { unit: c.unit }),
        ...(c.min !== undefined && { min: c.min }),
        ...(c.max !== undefined && { max: c.max }),
        ...(c.holdsS !== undefined && { holdsS: c.holdsS }),
      });
    }
    const { indoors, windLimitMS } = script.file.venue;
    if (!indoors && windLimitMS !== undefined)
      add({
        ...base,
        ...{ id: 'wind', kind: 'measured', title: 'Wind, in gusts', unit: 'm/s', max: windLimitMS },
        detail: `at most ${windLimitMS} m/s`,
        holdsS: WIND_HOLDS_S,
      });
    for (const { id, must, title } of may.flatMap(rehearsed))
      add({ ...base, id, must, title, kind: 'yes-no', detail: '' });
  }
  const walk = script.marks.all.map(({ id }) => id);
  return [...byId.values()].sort((a, b) => walk.indexOf(a.markId) - walk.indexOf(b.markId));
}

/** What the crew goes through together: the order of an interlock, what is called to the audience, what a guest is shown. */
function rehearsed({ id, steps }: Demo): { id: string; must: boolean; title: string }[] {
  const quoted = (steps: readonly Step[]) => steps.map((s) => `“${s.text}”`).join(', then ');
  const locked = steps.findLastIndex((s) => s.interlock);
  const order = steps.slice(0, locked + 1).filter((s) => s.interlock || s.kind === 'do');
  const calls = steps.filter((s) => s.kind === 'shout');
  const guests = steps.filter((s) => s.by === 'guest');
  return [
    ...(order.length
      ? [{ id: toId('order', id), must: true, title: `Gone through in this order: ${quoted(order)}` }]
      : []),
    ...(calls.length
      ? [{ id: toId('calls', id), must: false, title: `Calls agreed: ${quoted(calls)}` }]
      : []),
    ...(guests.length
      ? [
          {
            id: toId('guest', id),
            must: true,
            title: `The guest was shown how, and who watches: ${quoted(guests)}`,
          },
        ]
      : []),
  ];
}

const playedDemos = ({ items }: Script) =>
  items.flatMap((scripted) => {
    const { item, demo, standing } = scripted;
    return demo && standing ? [{ item, demo, may: mayPlay(scripted), mark: standing.mark }] : [];
  });

/** The check that a piece of work is done. */
export const prepCheckId = (itemId: string, taskId: string): string => toId('prep', itemId, taskId);

const insteadOf = ({ goods }: Script, id: string): Pick<Check, 'instead'> => {
  const instead = goods.get(id)?.substitutes?.trim();
  return instead ? { instead } : {};
};

const goodName = ({ goods }: Script, id: string) => goods.get(id)?.name ?? id;

/** The mark's share of what is packed, in proportion to what its items plan to use. */
function packedAt(script: Script, needs: Needs, goodId: string, markId: string): string {
  const total = needs.consumables.find((c) => c.goodId === goodId);
  if (!total) return '';
  const used = (itemIds?: string[]) =>
    total.lines
      .filter((l) => !itemIds || itemIds.includes(l.itemId))
      .reduce((sum, l) => sum + l.each * l.plannedTimes, 0);
  const here = playedDemos(script)
    .filter((r) => r.mark.id === markId)
    .map((r) => r.item.id);
  const share = used() > 0 ? used(here) / used() : 1;
  const amount = total.packed * share;
  return formatAmount(total.unit === 'piece' ? Math.ceil(amount - 1e-9) : amount, total.unit);
}

function limits({
  kind,
  min,
  max,
  unit = '',
}: {
  kind: string;
  min?: number;
  max?: number;
  unit?: string;
}): string {
  if (kind !== 'measured') return '';
  if (min !== undefined && max !== undefined) return `${min} to ${max} ${unit}`;
  return min !== undefined ? `at least ${min} ${unit}` : `at most ${max} ${unit}`;
}
