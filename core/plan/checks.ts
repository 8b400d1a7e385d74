import { formatAmount, formatDuration } from '../quantities';
import type { Script } from '../script';
import { STATIONS, type Station } from '../show';
import type { Needs } from '../supplies';
import type { Timetable } from '../timetable';

/** One verification before doors. `station` undefined: it belongs to the whole room. */
export interface Check {
  id: string;
  station: Station;
  itemIds: string[];
  title: string;
  detail: string;
  kind: 'present' | 'yes-no' | 'measured';
  unit?: string;
  min?: number;
  max?: number;
  must: boolean;
}

/** The checks of a show in the order one walks the stage: station after station, kit before prep before conditions. */
export function checksOf(script: Script, timetable: Timetable, needs: Needs): Check[] {
  const byId = new Map<string, Check>();
  const add = (check: Check) => {
    const same = byId.get(check.id);
    if (same) same.itemIds.push(...check.itemIds.filter((id) => !same.itemIds.includes(id)));
    else byId.set(check.id, check);
  };
  const { file } = script;
  const rounds = playedDemos(script);
  for (const { item, demo } of rounds) {
    for (const kit of demo.kit) {
      const most = Math.max(
        ...rounds
          .filter((r) => r.demo.station === demo.station)
          .flatMap((r) => r.demo.kit.filter((k) => k.goodId === kit.goodId).map((k) => k.count)),
      );
      add({
        ...base(item.id, demo.station),
        id: idOf('kit', demo.station, kit.goodId),
        kind: 'present',
        title: goodName(script, kit.goodId),
        detail: most > 1 ? `${most} of them` : '',
      });
    }
    for (const need of demo.consumables) {
      add({
        ...base(item.id, demo.station),
        id: idOf('use', demo.station, need.goodId),
        kind: 'present',
        title: goodName(script, need.goodId),
        detail: `${packedAt(script, needs, need.goodId, demo.station)} packed`,
      });
    }
    for (const task of demo.prep) {
      const placed = timetable.tasks.find((t) => t.itemId === item.id && t.taskId === task.id);
      // What is only begun once the show runs cannot be checked before doors.
      if (placed && placed.handsOffS > timetable.doorsS) continue;
      add({
        ...base(item.id, demo.station),
        id: idOf('prep', item.id, task.id),
        kind: 'yes-no',
        title: `${task.title}: done`,
        detail: `for ${item.title}${task.staleAfterS === undefined ? '' : `, keeps ${formatDuration(task.staleAfterS)}`}`,
      });
    }
    for (const c of demo.conditions) {
      add({
        ...base(item.id, demo.station),
        id: idOf('cond', demo.id, c.id),
        kind: c.kind,
        title: c.what,
        detail: limits(c),
        must: c.must,
        ...(c.unit && { unit: c.unit }),
        ...(c.min !== undefined && { min: c.min }),
        ...(c.max !== undefined && { max: c.max }),
      });
    }
  }
  const walk = [...file.venue.stations, ...STATIONS];
  return [...byId.values()].sort((a, b) => walk.indexOf(a.station) - walk.indexOf(b.station));
}

const playedDemos = ({ items }: Script) => items.flatMap(({ item, demo }) => (demo ? [{ item, demo }] : []));

const base = (itemId: string, station: Station) => ({ itemIds: [itemId], station, must: true });

const idOf = (...parts: string[]) =>
  parts
    .join('_')
    .replace(/[^A-Za-z0-9_-]/g, '-')
    .slice(0, 64);

const goodName = ({ goods }: Script, id: string) => goods.get(id)?.name ?? id;

/** The station's share of what is packed, in proportion to what its items plan to use. */
function packedAt(script: Script, needs: Needs, goodId: string, station: Station): string {
  const total = needs.consumables.find((c) => c.goodId === goodId);
  if (!total) return '';
  const used = (itemIds?: string[]) =>
    total.lines
      .filter((l) => !itemIds || itemIds.includes(l.itemId))
      .reduce((sum, l) => sum + l.each * l.plannedTimes, 0);
  const here = playedDemos(script)
    .filter((r) => r.demo.station === station)
    .map((r) => r.item.id);
  const share = used() > 0 ? used(here) / used() : 1;
  return formatAmount(total.packed * share, total.unit);
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
