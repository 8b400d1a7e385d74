import type { Finding, Fix } from '../../findings';
import { clockToS, formatClock } from '../../quantities';
import { demoFor } from '../../script';
import type { Demo, Person, ShowFile, Change } from '../../show';
import type { Placement, PlannedItem, Timetable } from '../../timetable';

/** A show and its timetable, with the look-ups that findings need. */
export class Context {
  readonly people: Map<string, Person>;
  readonly up: number;
  readonly timetable: Timetable;
  private readonly demos = new Map<string, Demo | undefined>();

  constructor(
    readonly file: ShowFile,
    readonly placement: Placement,
  ) {
    this.timetable = placement.timetable;
    this.people = new Map(file.crew.map((p) => [p.id, p]));
    this.up = clockToS(file.show.curtainUp);
    file.show.items.forEach((item) => this.demos.set(item.id, demoFor(file, item)));
  }

  clock = (s: number) => formatClock(this.up + s);
  name = (id: string | undefined) => (id && this.people.get(id)?.name) || 'nobody';
  good = (id: string | undefined) => this.file.stock.find((g) => g.id === id)?.name ?? 'kit';
  item = (id: string) => this.file.show.items.find((i) => i.id === id)!;
  index = (id: string) => this.file.show.items.findIndex((i) => i.id === id);
  demoOf = (itemId: string) => this.demos.get(itemId);
  planned = (itemId: string) => this.timetable.items.find((i) => i.itemId === itemId)!;

  /** Whether a limit on a task or item has given way to a contradiction that is explained elsewhere. */
  explained(kind: string, itemId: string, taskId?: string): boolean {
    return this.placement.conflicts.some(({ gaveWay }) => {
      const ends = [gaveWay.from, gaveWay.to].map((p) => this.placement.work.activities[p]!);
      return (
        gaveWay.why.kind === kind &&
        ends.some((a) => a.itemId === itemId && (!taskId || a.task?.id === taskId))
      );
    });
  }
}

/** A way out of a finding. */
export const fix = (label: string, change?: Change): Fix => (change ? { label, change } : { label });

/** A finding about an item, at its start unless said otherwise. */
export const about = (
  item: PlannedItem,
  level: Finding['level'],
  code: Finding['code'],
  says: string,
  more: Partial<Finding> = {},
): Finding => ({ level, code, at: item.startS, itemId: item.itemId, says, numbers: {}, fixes: [], ...more });

/** Asking somebody in `lateS` sooner than `arrivesS`, rounded down to five minutes. */
export function askIn(c: Context, personId: string | undefined, lateS: number): Fix[] {
  const arrival = c.timetable.arrivals.find((a) => a.personId === personId);
  if (!arrival) return [];
  const clock = c.clock(Math.floor((arrival.arrivesS - lateS) / 300) * 300);
  return [
    fix(`Ask ${c.name(arrival.personId)} in for ${clock}`, {
      kind: 'set-arrival',
      personId: arrival.personId,
      arrives: clock,
    }),
  ];
}

/** One more of a piece of kit, borrowed, hired or bought for this show. */
export const bringOne = (c: Context, goodId: string, count = 1): Fix =>
  fix(`Bring ${count} more: ${c.good(goodId)}`, { kind: 'bring-kit', goodId, count });

/** Playing an item one place sooner or later, where there is one. */
export function shift(c: Context, itemId: string, by: 1 | -1): Fix[] {
  const to = c.index(itemId) + by;
  if (to < 0 || to >= c.file.show.items.length) return [];
  return [
    fix(`Play “${c.item(itemId).title}” one place ${by < 0 ? 'earlier' : 'later'}`, {
      kind: 'move-item',
      itemId,
      toIndex: to,
    }),
  ];
}
