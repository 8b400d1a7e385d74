import { clockToS } from '../../quantities';
import { sharedPieces, stepSpanS, type Script, type Standing } from '../../script';
import type { Demo, Item, KitNeed, Mark, Person, PrepTask, ShowFile, TaskChoice, Timing } from '../../show';
import {
  origin,
  type Activity,
  type KitUse,
  type Release,
  type ScarceKit,
  type WhyKind,
  type Work,
  type WorkLink,
} from './activity';
import { mayDo } from './who';

/** A spot of a mark that is given back: when, and about when, in seconds from curtain-up. */
interface Freed extends Release {
  aboutS: number;
}

/** Reads a script as work. Seconds from curtain-up. */
export function workOf(script: Script): Work {
  return new Builder(script).work();
}

class Builder {
  private readonly activities: Activity[] = [origin()];
  private readonly links: WorkLink[] = [];
  private readonly people: Work['people'];
  private readonly crew: (Person | undefined)[];
  /** By mark: when each of its spots is free again; null where it always was. */
  private readonly spots = new Map<string, (Freed | null)[]>();
  private readonly uses = new Map<string, { need: KitNeed; starts: number[]; end: Release }[]>();
  private readonly points = new Map<string, number>();
  private readonly file: ShowFile;

  constructor(private readonly script: Script) {
    const { file, at, people } = script;
    this.file = file;
    this.people = file.show.crew.map((p) => ({
      id: p.personId,
      arrivesS: at(p.arrives),
      leavesS: p.leaves === undefined ? Infinity : at(p.leaves),
    }));
    this.crew = file.show.crew.map((place) => people.get(place.personId));
  }

  work(): Work {
    const { items } = this.script;
    items.forEach(({ item, whole }, i) => this.addItem(item, whole, items[i - 1]?.item));
    for (const { item, demo, standing } of items) if (demo && standing) this.addWork(item, demo, standing);
    const kit = this.scarce();
    return {
      activities: this.activities,
      links: this.links,
      people: this.people,
      kit,
      itemPoints: items.map(({ item }) => this.points.get(item.id)!),
      doorsS: this.before(this.file.show.doors),
      getInS: this.before(this.file.show.getIn),
    };
  }

  /** A time of day that is before curtain-up whatever its hour. */
  private before = (clock: string) => clockToS(clock) - this.script.upS;

  private link(from: number, to: number, lagS: number, kind: WhyKind, what?: string): void {
    this.links.push({ from, to, lagS, why: what === undefined ? { kind } : { kind, what } });
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
      this.link(0, point, this.script.at(item.at), 'fixed-from', item.at);
      this.link(point, 0, -this.script.at(item.at), 'fixed-by', item.at);
    }
  }

  private addWork(item: Item, demo: Demo, { mark, spots }: Standing): void {
    const point = this.points.get(item.id)!;
    const begins = this.points.get(item.setUpIn ?? '') ?? point;
    const freed = this.taken(mark, spots);
    const asides = new Map<string, readonly (Freed | null)[]>();
    const tasks = new Map(
      demo.prep.map((task) => [task.id, this.addTask(item, demo, task, { mark, freed }, asides)]),
    );
    // The marks of its preparation are its own until it is played; what else is prepared there for it takes turns.
    for (const id of asides.keys()) this.spots.get(id)!.push(this.freed(item, { point, afterS: 0 }, 0));
    for (const task of demo.prep) {
      const takers = demo.prep.filter((t) => t.afterTaskId === task.id).map((t) => tasks.get(t.id)!);
      this.takenUp(tasks.get(task.id)!, takers.length ? takers : [begins], takers.length ? takers : [point]);
    }
    for (const free of freed) {
      if (!free) continue;
      // Who plays there between the set-up and the showing is a finding of its own; the showing waits for them.
      const between = free.point > begins && begins !== point;
      const waits = between && this.activities[free.point]!.itemId !== item.setUpIn ? point : begins;
      this.link(free.point, waits, free.afterS, 'mark', mark.name);
    }
    const end = this.addReset(item, demo, point);
    const busyS = this.activities[point]!.lengthS + (end.point === point ? 0 : demo.reset!.handsOnS);
    for (const _ of freed) this.spots.get(mark.id)!.push(this.freed(item, end, busyS));
    for (const need of demo.kit) {
      const holding = demo.prep.filter((t) => t.holds?.includes(need.goodId)).map((t) => tasks.get(t.id)!);
      const uses = this.uses.get(need.goodId) ?? [];
      uses.push({ need, starts: holding.length ? [...holding, begins] : [begins], end });
      this.uses.set(need.goodId, uses);
    }
  }

  /** Takes spots of a mark, those that are free first; gives when each is. Whoever takes them gives them back. */
  private taken({ id, spots }: Mark, count: number): (Freed | null)[] {
    const free = this.spots.get(id) ?? new Array<Freed | null>(spots).fill(null);
    free.sort((a, b) => (a?.aboutS ?? -Infinity) - (b?.aboutS ?? -Infinity) || 0);
    this.spots.set(id, free);
    return free.splice(0, count);
  }

  /** A spot given back by an item, with about when: so long after the items before it have been played without waits. */
  private freed(item: Item, release: Release, busyS: number): Freed {
    const before = this.script.items.slice(0, this.script.byItem.get(item.id)!.index);
    return { ...release, aboutS: before.reduce((sum, { whole }) => sum + whole.likelyS, 0) + busyS };
  }

  private addTask(
    item: Item,
    demo: Demo,
    task: PrepTask,
    own: { mark: Mark; freed: readonly (Freed | null)[] },
    asides: Map<string, readonly (Freed | null)[]>,
  ): number {
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
      onStage: host === undefined ? [] : this.handsIn(host, task),
      late:
        !choice?.early && (task.staleAfterS !== undefined || !!task.holds?.length || task.mark !== undefined),
      task,
      ...(host !== undefined && { hostItemId: choice!.inItemId! }),
    });
    this.taskLimits(index, task, host === undefined ? may : []);
    if (host !== undefined) this.hosted(index, host, choice!);
    if (choice?.startS !== undefined && host === undefined) {
      this.link(0, index, choice.startS, 'locked-from');
      this.link(index, 0, -choice.startS, 'locked-by');
    }
    if (task.mark) {
      const mark = task.mark === demo.mark ? own.mark : this.script.marks.first(task.mark);
      const freed = mark.id === own.mark.id ? own.freed : (asides.get(mark.id) ?? this.taken(mark, 1));
      if (mark.id !== own.mark.id) asides.set(mark.id, freed);
      this.activities[index]!.markId = mark.id;
      for (const free of freed) if (free) this.link(free.point, index, free.afterS, 'mark', mark.name);
    }
    return index;
  }

  /** Begun on stage, by whoever of those on may do it: the presenter first. */
  private handsIn(host: number, { who }: PrepTask): number[] {
    const { onStage } = this.activities[host]!;
    const free = onStage.find((p) => mayDo(this.crew[p], who)) ?? onStage[0];
    return free === undefined ? [] : [free];
  }

  /** After a step of its host, or as that begins; and done before it ends. */
  private hosted(index: number, host: number, { afterStepId }: TaskChoice): void {
    const { lengthS, itemId } = this.activities[host]!;
    const scripted = this.script.byItem.get(itemId)!;
    this.link(host, index, stepSpanS(scripted, afterStepId)?.toS ?? 0, 'host-from');
    this.link(index, host, this.activities[index]!.lengthS - lengthS, 'host-by');
  }

  /** The next of the chain, or the item, takes it up: not before it is ready, not after it is stale. */
  private takenUp(index: number, readyFor: number[], freshFor: number[]): void {
    const { task, lengthS } = this.activities[index]!;
    for (const next of readyFor) this.link(index, next, lengthS + task!.readyAfterS, 'ready');
    if (task!.staleAfterS === undefined) return;
    for (const next of freshFor) this.link(next, index, -(lengthS + task!.staleAfterS), 'stale');
  }

  private taskLimits(index: number, task: PrepTask, may: number[]): void {
    const length = task.handsOnS;
    const { opens, closes } = this.file.venue;
    this.link(0, index, this.before(this.file.show.getIn), 'get-in', this.file.show.getIn);
    if (opens !== undefined) this.link(0, index, this.before(opens), 'opens', opens);
    if (closes !== undefined) this.link(index, 0, length - this.script.at(closes), 'closes', closes);
    this.presenceLimits(index, may);
    if (task.beforeDoors) this.link(index, 0, length - this.before(this.file.show.doors), 'doors');
    if (task.inShow) this.link(0, index, 0, 'in-show');
    for (const ban of this.file.show.bans ?? []) {
      if (!task.hazards?.includes(ban.hazard)) continue;
      if (ban.before !== undefined)
        this.link(0, index, this.script.at(ban.before), 'banned-before', ban.hazard);
      if (ban.after !== undefined)
        this.link(index, 0, length - this.script.at(ban.after), 'banned-after', ban.hazard);
    }
  }

  /** Nobody does it before the first of those who may do it comes, or after the last of them has left. */
  private presenceLimits(index: number, may: number[]): void {
    if (!may.length) return;
    const first = may.reduce((a, b) => (this.people[b]!.arrivesS < this.people[a]!.arrivesS ? b : a));
    this.link(0, index, this.people[first]!.arrivesS, 'arrives', this.people[first]!.id);
    const last =
      this.people[may.reduce((a, b) => (this.people[b]!.leavesS > this.people[a]!.leavesS ? b : a))]!;
    if (Number.isFinite(last.leavesS))
      this.link(index, 0, this.activities[index]!.lengthS - last.leavesS, 'leaves', last.id);
  }

  /** Adds the reset, if the item has one behind, and tells when its place and kit are free. */
  private addReset(item: Item, demo: Demo, point: number): Release {
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
    this.presenceLimits(index, this.activities[index]!.may);
    return { point: index, afterS: reset.handsOnS };
  }

  /** Kit that is wanted more often than there are pieces. What can be in use all at once binds nobody. */
  private scarce(): ScarceKit[] {
    return [...this.uses].flatMap(([goodId, uses]) => {
      const shelf = this.script.goods.get(goodId)?.onShelf ?? 0;
      const extra = this.file.show.extraKit?.find((e) => e.goodId === goodId)?.count ?? 0;
      const units = Math.floor(shelf + extra);
      const shared = this.shared(goodId, uses);
      const wanted = shared.reduce((sum, use) => sum + use.count, 0);
      if (units < 1 || shared.length < 2 || wanted <= units) return [];
      shared.forEach((use, i) => {
        const next = shared[i + 1];
        // Two that together want more than there is must follow one another, whichever pieces they take.
        if (!next || Math.min(use.count, units) + Math.min(next.count, units) <= units) return;
        for (const { point, afterS } of use.releases)
          for (const start of next.starts) this.link(point, start, afterS, 'kit', goodId);
      });
      return [{ goodId, units, uses: shared.map((u) => ({ ...u, count: Math.min(u.count, units) })) }];
    });
  }

  /** Uses of one good as pieces are taken: of a vessel with places, those with the same contents together. */
  private shared(
    goodId: string,
    uses: readonly { need: KitNeed; starts: number[]; end: Release }[],
  ): KitUse[] {
    return sharedPieces(
      uses.map((u) => u.need),
      this.script.goods.get(goodId),
    ).map(({ needs, pieces }) => ({
      count: pieces,
      starts: needs.flatMap((i) => uses[i]!.starts),
      releases: needs.map((i) => ({
        point: uses[i]!.end.point,
        afterS: uses[i]!.end.afterS + uses[i]!.need.turnRoundS,
      })),
    }));
  }
}
