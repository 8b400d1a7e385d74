import { clockToS } from '../../quantities';
import { demoFor, firstShowing, wholeItem, type TimingFrom } from '../../script';
import type { Demo, Hazard, Item, Person, PrepTask, ShowFile, Station, Who, Timing } from '../../show';
import type { Link } from '../network';

/** Why one moment has to come after another. A soft reason is given up, and said so, rather than the whole plan. */
export type WhyKind =
  | 'order'
  | 'curtain-up'
  | 'fixed-from'
  | 'fixed-by'
  | 'ready'
  | 'stale'
  | 'doors'
  | 'in-show'
  | 'arrives'
  | 'leaves'
  | 'opens'
  | 'closes'
  | 'banned-before'
  | 'banned-after'
  | 'locked-from'
  | 'locked-by'
  | 'host-from'
  | 'host-by'
  | 'reset'
  | 'station'
  | 'kit'
  | 'hands';

export interface Why {
  kind: WhyKind;
  /** The person, the good, the station or the time of day it is about. */
  what?: string;
}

export type WorkLink = Link<Why>;

/** One thing that takes time: an item on stage, a prep task or a reset. Its point in the network is its index. */
interface Activity {
  kind: 'origin' | 'item' | 'task' | 'reset';
  itemId: string;
  title: string;
  lengthS: number;
  /** Who is on stage in the item, or already settled to do the work (begun on stage by its host). */
  onStage: number[];
  /** Who could do it: places in `people`. Empty where nobody can, or no hands of their own are needed. */
  may: number[];
  /** Whether someone has to be found to do it. */
  needsHands: boolean;
  /** Better late than early: it goes stale, or keeps a vessel or a place while it stands. */
  late: boolean;
  task?: PrepTask;
  hostItemId?: string;
}

/** A piece of kit wanted by an item: from its first holding task, or its start, until its release. */
interface KitUse {
  count: number;
  starts: number[];
  release: { point: number; afterS: number };
}

export interface ScarceKit {
  goodId: string;
  /** How many there are; a use never counts for more. */
  units: number;
  uses: KitUse[];
}

interface ItemTimes {
  timing: Timing;
  from: TimingFrom;
}

/** A show as points, links and wanted hands: everything placement needs, and nothing it does not. */
export interface Work {
  activities: Activity[];
  links: WorkLink[];
  people: { id: string; arrivesS: number; leavesS: number }[];
  kit: ScarceKit[];
  itemPoints: number[];
  times: ItemTimes[];
  doorsS: number;
  getInS: number;
}

/** Soft kinds, the readiest to be given up first. */
export const GIVES_WAY: readonly WhyKind[] = [
  'locked-by',
  'fixed-by',
  'kit',
  'host-by',
  'stale',
  'doors',
  'banned-after',
  'closes',
  'leaves',
  'station',
  'in-show',
  'banned-before',
  'opens',
  'arrives',
];

/** Whether a person may do a task: anyone, they themselves, or the named role or skill. */
export function mayDo(person: Person | undefined, who: Who): boolean {
  if (!person) return false;
  if (who.kind === 'anyone') return true;
  if (who.kind === 'person') return person.id === who.value;
  return who.kind === 'role' ? person.role === who.value : person.skills.some((s) => s === who.value);
}

/** Reads a show file as work. Seconds from curtain-up. */
export function workOf(file: ShowFile): Work {
  return new Builder(file).work();
}

class Builder {
  private readonly up: number;
  private readonly activities: Activity[] = [origin()];
  private readonly links: WorkLink[] = [];
  private readonly people: Work['people'];
  private readonly crew: (Person | undefined)[];
  private readonly released = new Map<Station, { point: number; afterS: number }[]>();
  private readonly uses = new Map<string, KitUse[]>();
  private readonly points = new Map<string, number>();
  private readonly records;

  constructor(private readonly file: ShowFile) {
    this.up = clockToS(file.show.curtainUp);
    this.people = file.show.crew.map((p) => ({
      id: p.personId,
      arrivesS: this.at(p.arrives),
      leavesS: p.leaves === undefined ? Infinity : this.at(p.leaves),
    }));
    this.crew = file.show.crew.map((place) => file.crew.find((p) => p.id === place.personId));
    this.records = new Map(file.record.map((r) => [r.demoId, r]));
  }

  work(): Work {
    const { items } = this.file.show;
    const demos = items.map((item) => demoFor(this.file, item));
    const times = items.map((item, i) => this.timesOf(item, demos[i]));
    items.forEach((item, i) => this.addItem(item, times[i]!.timing, items[i - 1]));
    items.forEach((item, i) => {
      const demo = demos[i];
      if (demo) this.addWork(item, demo);
    });
    const kit = this.scarce();
    return {
      activities: this.activities,
      links: this.links,
      people: this.people,
      kit,
      itemPoints: items.map((item) => this.points.get(item.id)!),
      times,
      doorsS: this.at(this.file.show.doors),
      getInS: this.at(this.file.show.getIn),
    };
  }

  private at = (clock: string) => clockToS(clock) - this.up;

  private link(from: number, to: number, lagS: number, kind: WhyKind, what?: string): void {
    this.links.push({ from, to, lagS, why: what === undefined ? { kind } : { kind, what } });
  }

  private timesOf(item: Item, demo: Demo | undefined): ItemTimes {
    const first = firstShowing(item, demo, demo && this.records.get(demo.id));
    return { timing: wholeItem(item, demo, first.timing), from: first.from };
  }

  private addItem(item: Item, timing: Timing, before: Item | undefined): void {
    const point = this.activities.length;
    const onStage = [item.presenterId ?? this.people[0]?.id, ...item.helperIds];
    this.points.set(item.id, point);
    this.activities.push({
      ...origin(),
      kind: 'item',
      itemId: item.id,
      title: item.title,
      lengthS: timing.likelyS,
      onStage: [...new Set(onStage.map((id) => this.people.findIndex((p) => p.id === id)))].filter(
        (i) => i >= 0,
      ),
    });
    this.link(0, point, 0, 'curtain-up');
    const earlier = before && this.points.get(before.id)!;
    if (earlier !== undefined) this.link(earlier, point, this.activities[earlier]!.lengthS, 'order');
    if (item.at !== undefined) {
      this.link(0, point, this.at(item.at), 'fixed-from', item.at);
      this.link(point, 0, -this.at(item.at), 'fixed-by', item.at);
    }
  }

  private addWork(item: Item, demo: Demo): void {
    const point = this.points.get(item.id)!;
    const begins = this.points.get(item.setUpIn ?? '') ?? point;
    const tasks = new Map(demo.prep.map((task) => [task.id, this.addTask(item, demo, task, point)]));
    for (const task of demo.prep) {
      const takers = demo.prep.filter((t) => t.afterTaskId === task.id).map((t) => tasks.get(t.id)!);
      this.takenUp(tasks.get(task.id)!, takers.length ? takers : [begins], takers.length ? takers : [point]);
    }
    for (const free of this.released.get(demo.station) ?? []) {
      // Who plays there between the set-up and the showing is a finding of its own; the showing waits for them.
      const between = free.point > begins && begins !== point;
      const waits = between && this.activities[free.point]!.itemId !== item.setUpIn ? point : begins;
      this.link(free.point, waits, free.afterS, 'station', demo.station);
    }
    const end = this.addReset(item, demo, point);
    this.released.set(demo.station, [end]);
    for (const need of demo.kit) {
      const holding = demo.prep.filter((t) => t.holds?.includes(need.goodId)).map((t) => tasks.get(t.id)!);
      const use: KitUse = {
        count: need.count,
        starts: holding.length ? [...holding, begins] : [begins],
        release: { point: end.point, afterS: end.afterS + need.turnRoundS },
      };
      this.uses.set(need.goodId, [...(this.uses.get(need.goodId) ?? []), use]);
    }
  }

  private addTask(item: Item, demo: Demo, task: PrepTask, point: number): number {
    const choice = item.tasks?.find((c) => c.taskId === task.id);
    const host = this.points.get(choice?.inItemId ?? '');
    const index = this.activities.length;
    const may = this.people.flatMap((p, i) =>
      (choice?.personId === undefined || choice.personId === p.id) && mayDo(this.crew[i], task.who)
        ? [i]
        : [],
    );
    this.activities.push({
      ...origin(),
      kind: 'task',
      itemId: item.id,
      title: task.title,
      lengthS: task.handsOnS,
      may: host === undefined ? may : [],
      needsHands: host === undefined,
      onStage: host === undefined ? [] : this.activities[host]!.onStage.slice(0, 1),
      late: task.staleAfterS !== undefined || !!task.holds?.length || task.station !== undefined,
      task,
      ...(host !== undefined && { hostItemId: choice!.inItemId! }),
    });
    this.taskLimits(index, task, host === undefined ? may : [], host);
    if (choice?.startS !== undefined && host === undefined) {
      this.link(0, index, choice.startS, 'locked-from');
      this.link(index, 0, -choice.startS, 'locked-by');
    }
    if (task.station) {
      for (const free of this.released.get(task.station) ?? [])
        this.link(free.point, index, free.afterS, 'station', task.station);
      if (task.station !== demo.station) this.released.set(task.station, [{ point, afterS: 0 }]);
    }
    return index;
  }

  /** The next of the chain, or the item, takes it up: not before it is ready, not after it is stale. */
  private takenUp(index: number, readyFor: number[], freshFor: number[]): void {
    const { task, lengthS } = this.activities[index]!;
    for (const next of readyFor) this.link(index, next, lengthS + task!.readyAfterS, 'ready');
    if (task!.staleAfterS === undefined) return;
    for (const next of freshFor) this.link(next, index, -(lengthS + task!.staleAfterS), 'stale');
  }

  private taskLimits(index: number, task: PrepTask, may: number[], host: number | undefined): void {
    const length = task.handsOnS;
    const { opens, closes } = this.file.venue;
    this.link(0, index, this.people.length ? -86_400 : this.at(this.file.show.getIn), 'opens');
    if (opens !== undefined) this.link(0, index, this.at(opens), 'opens', opens);
    if (closes !== undefined) this.link(index, 0, length - this.at(closes), 'closes', closes);
    if (may.length) {
      const first = may.reduce((a, b) => (this.people[b]!.arrivesS < this.people[a]!.arrivesS ? b : a));
      this.link(0, index, this.people[first]!.arrivesS, 'arrives', this.people[first]!.id);
      const last = may.reduce((a, b) => (this.people[b]!.leavesS > this.people[a]!.leavesS ? b : a));
      if (Number.isFinite(this.people[last]!.leavesS))
        this.link(index, 0, length - this.people[last]!.leavesS, 'leaves', this.people[last]!.id);
    }
    if (task.beforeDoors) this.link(index, 0, length - this.at(this.file.show.doors), 'doors');
    if (task.inShow) this.link(0, index, 0, 'in-show');
    for (const ban of this.file.show.bans ?? []) {
      if (!task.hazards?.includes(ban.hazard)) continue;
      if (ban.before !== undefined) this.link(0, index, this.at(ban.before), 'banned-before', ban.hazard);
      if (ban.after !== undefined)
        this.link(index, 0, length - this.at(ban.after), 'banned-after', ban.hazard);
    }
    if (host !== undefined) {
      this.link(host, index, 0, 'host-from');
      this.link(index, host, length - this.activities[host]!.lengthS, 'host-by');
    }
  }

  /** Adds the reset, if the item has one behind, and tells when its place and kit are free. */
  private addReset(item: Item, demo: Demo, point: number): { point: number; afterS: number } {
    const { reset } = demo;
    if (!reset || reset.inView) return { point, afterS: this.activities[point]!.lengthS };
    const index = this.activities.length;
    this.activities.push({
      ...origin(),
      kind: 'reset',
      itemId: item.id,
      title: reset.title,
      lengthS: reset.handsOnS,
      needsHands: true,
      may: this.people.flatMap((p, i) =>
        (item.resetBy === undefined || item.resetBy === p.id) && mayDo(this.crew[i], reset.who) ? [i] : [],
      ),
    });
    this.link(point, index, this.activities[point]!.lengthS, 'reset');
    return { point: index, afterS: reset.handsOnS };
  }

  /** Kit that is wanted more often than there are pieces. What can be in use all at once binds nobody. */
  private scarce(): ScarceKit[] {
    return [...this.uses].flatMap(([goodId, uses]) => {
      const shelf = this.file.stock.find((g) => g.id === goodId)?.onShelf ?? 0;
      const extra = this.file.show.extraKit?.find((e) => e.goodId === goodId)?.count ?? 0;
      const units = Math.floor(shelf + extra);
      const wanted = uses.reduce((sum, use) => sum + use.count, 0);
      if (units < 1 || uses.length < 2 || wanted <= units) return [];
      uses.forEach((use, i) => {
        const next = uses[i + 1];
        // Two that together want more than there is must follow one another, whichever pieces they take.
        if (!next || Math.min(use.count, units) + Math.min(next.count, units) <= units) return;
        for (const start of next.starts)
          this.link(use.release.point, start, use.release.afterS, 'kit', goodId);
      });
      return [{ goodId, units, uses: uses.map((u) => ({ ...u, count: Math.min(u.count, units) })) }];
    });
  }
}

const origin = (): Activity => ({
  kind: 'origin',
  itemId: '',
  title: '',
  lengthS: 0,
  onStage: [],
  may: [],
  needsHands: false,
  late: false,
});

/** Whether the show forbids a hazard at some moment of a span of seconds; gives the ban it breaks. */
export function bannedAt(
  file: ShowFile,
  hazards: readonly Hazard[],
  fromS: number,
  toS: number,
): { hazard: Hazard; before?: string; after?: string } | undefined {
  const up = clockToS(file.show.curtainUp);
  return file.show.bans?.find(
    (ban) =>
      hazards.includes(ban.hazard) &&
      ((ban.before !== undefined && fromS < clockToS(ban.before) - up) ||
        (ban.after !== undefined && toS > clockToS(ban.after) - up)),
  );
}
