import { clockToS } from '../../quantities';
import { chillsOf, stepSpanS, type Script, type ScriptItem, type Standing } from '../../script';
import type { Demo, Item, Mark, Person, PrepTask, ShowFile, TaskChoice, Timing } from '../../show';
import {
  origin,
  type Activity,
  type PieceUse,
  type Release,
  type Scarce,
  type WhyKind,
  type Work,
  type WorkLink,
} from './activity';
import { linksAfter } from './turns';
import { mayDo } from './who';

/** What is made ready for an item and stands somewhere: its demo, or each demo of a choice. */
interface Ready {
  demo: Demo;
  standing: Standing;
  lengthS: number;
  /** Its place among the options of a choice. */
  option?: number;
}

/** An item's use of a mark or of kit, and the item's place in the running order. */
interface ItemUse {
  use: PieceUse;
  index: number;
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
  /** By mark, and by kit good. */
  private readonly onMarks = new Map<string, ItemUse[]>();
  private readonly ofKit = new Map<string, PieceUse[]>();
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
    for (const item of items) this.addWork(item);
    this.chillAfterPour();
    const scarce = [...this.scarceMarks(), ...this.scarceKit()];
    return {
      activities: this.activities,
      links: this.links,
      people: this.people,
      scarce,
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

  private addWork(scripted: ScriptItem): void {
    const { item, index } = scripted;
    const point = this.points.get(item.id)!;
    const { lengthS } = this.activities[point]!;
    const begins = this.points.get(item.setUpIn ?? '') ?? point;
    const isOver: Release = { point, afterS: lengthS };
    const marks = new Map<string, PieceUse & { mark: Mark; tasks: number[] }>();
    const stand = (mark: Mark, spots: number, tasks: number[], starts: number[], releases: Release[]) => {
      const use = marks.get(mark.id) ?? { mark, count: 0, tasks: [], starts: [], releases: [] };
      use.count = Math.max(use.count!, spots);
      use.tasks.push(...tasks);
      use.starts.push(...starts);
      use.releases.push(...releases);
      marks.set(mark.id, use);
    };
    const ends: { ready: Ready; end: Release; tasks: ReadonlyMap<string, number> }[] = [];
    for (const ready of readyFor(scripted)) {
      const { demo, standing, option } = ready;
      const tasks = new Map(demo.prep.map((task) => [task.id, this.addTask(item, task)]));
      for (const task of demo.prep) {
        const takers = demo.prep.filter((t) => t.afterTaskId === task.id).map((t) => tasks.get(t.id)!);
        this.takenUp(
          tasks.get(task.id)!,
          takers.length ? takers : [begins],
          takers.length ? takers : [point],
        );
        if (!task.mark) continue;
        const mark = task.mark === demo.mark ? standing.mark : this.script.marks.first(task.mark);
        this.activities[tasks.get(task.id)!]!.markId = mark.id;
        // A mark of its preparation is its own until it is played.
        if (mark.id !== standing.mark.id) stand(mark, 1, [tasks.get(task.id)!], [], [{ point, afterS: 0 }]);
      }
      const own = demo.prep.filter((t) => this.activities[tasks.get(t.id)!]!.markId === standing.mark.id);
      const ofOption = option === undefined ? {} : { option };
      const reset = this.addReset(item, ready, point);
      const end: Release = { ...(reset ?? isOver), ...ofOption };
      stand(
        standing.mark,
        standing.spots,
        own.map((t) => tasks.get(t.id)!),
        [begins],
        option === undefined ? [end] : [isOver, end],
      );
      ends.push({ ready, end, tasks });
    }
    const host = this.script.byItem.get(item.setUpIn ?? '')?.index;
    for (const { mark, tasks, ...use } of marks.values()) {
      const earlier = this.onMarks.get(mark.id) ?? [];
      const starts = [...new Set([...use.starts, ...tasks])];
      // Who plays there between the set-up and the showing is a finding of its own; the showing waits for them.
      const fromUse = host === undefined ? -1 : earlier.findIndex((u) => u.index > host);
      const between = fromUse < 0 ? {} : { between: { fromUse, starts: [point, ...tasks] } };
      this.onMarks.set(mark.id, [...earlier, { use: { ...use, starts, ...between }, index }]);
    }
    for (const need of scripted.demo?.kit ?? []) {
      const starts: number[] = [];
      const releases = scripted.options ? [isOver] : [];
      for (const { ready, end, tasks } of ends) {
        const own = ready.demo.kit.find((n) => n.goodId === need.goodId && n.contents === need.contents);
        if (!own) continue;
        const holding = ready.demo.prep.filter((t) => t.holds?.includes(need.goodId));
        starts.push(...holding.map((t) => tasks.get(t.id)!));
        releases.push({ ...end, afterS: end.afterS + own.turnRoundS });
      }
      const { count, places, contents } = need;
      const use: PieceUse = {
        count,
        ...(places && { places, contents: contents?.trim() }),
        starts: [...starts, begins],
        releases,
      };
      this.ofKit.set(need.goodId, [...(this.ofKit.get(need.goodId) ?? []), use]);
    }
  }

  /** What is chilled in a vessel waits until that was poured. */
  private chillAfterPour(): void {
    const pointOf = (itemId: string, taskId: string) =>
      this.activities.findIndex((a) => a.itemId === itemId && a.task?.id === taskId);
    for (const { itemId, task, pour } of chillsOf(this.script)) {
      if (!pour) continue;
      const [from, to] = [pointOf(pour.itemId, pour.task.id), pointOf(itemId, task.id)];
      if (from < 0 || to < 0) continue;
      this.link(from, to, this.activities[from]!.lengthS + pour.task.readyAfterS, 'ready');
    }
  }

  private addTask(item: Item, task: PrepTask): number {
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

  /** Adds the reset, if there is one behind the scenes; gives when it is done. */
  private addReset(
    item: Item,
    { demo, standing, lengthS, option }: Ready,
    point: number,
  ): Release | undefined {
    const { reset } = demo;
    if (!reset || reset.inView) return undefined;
    const index = this.activities.length;
    this.activities.push({
      ...origin(),
      kind: 'reset',
      itemId: item.id,
      title: option === undefined ? reset.title : `${reset.title} (if ${demo.title} is picked)`,
      lengthS: reset.handsOnS,
      needsHands: true,
      may: this.people.flatMap((p, i) =>
        (item.resetBy === undefined || item.resetBy === p.id) && mayDo(this.crew[i], reset.who) ? [i] : [],
      ),
      markId: standing.mark.id,
      ...(option !== undefined && { option }),
    });
    const after: WorkLink = { from: point, to: index, lagS: lengthS, why: { kind: 'reset' } };
    this.links.push(option === undefined ? after : { ...after, option });
    this.presenceLimits(index, this.activities[index]!.may);
    return { point: index, afterS: reset.handsOnS };
  }

  /** Marks whose spots are wanted more often than there are. */
  private scarceMarks(): Scarce[] {
    return this.script.marks.all.flatMap(({ id, name, spots }) => {
      const uses = (this.onMarks.get(id) ?? []).map(({ use }) => use);
      const wanted = uses.reduce((sum, { count = 0 }) => sum + count, 0);
      if (wanted <= spots) return [];
      return this.inTurn({ why: { kind: 'mark', what: name }, units: spots, places: 1, uses });
    });
  }

  /** Kit that is wanted more often than there are pieces. What can be in use all at once binds nobody. */
  private scarceKit(): Scarce[] {
    return [...this.ofKit].flatMap(([goodId, list]) => {
      const good = this.script.goods.get(goodId);
      const extra = this.file.show.extraKit?.find((e) => e.goodId === goodId)?.count ?? 0;
      const units = Math.floor((good?.onShelf ?? 0) + extra);
      if (units < 1 || list.length < 2) return [];
      const places = good?.places ?? 1;
      const uses = list.map(({ count = 1, places: wantedPlaces, ...rest }): PieceUse => {
        if (good?.places === undefined || wantedPlaces === undefined)
          return { ...rest, count: Math.min(count, units) };
        return { ...rest, places: Math.min(wantedPlaces, units * places) };
      });
      return piecesOf(uses, places) <= units
        ? []
        : this.inTurn({ why: { kind: 'kit', what: goodId }, units, places, uses });
    });
  }

  /** Two uses that together want more than there is follow one another, whichever pieces they take: the network knows. */
  private inTurn(scarce: Scarce): Scarce[] {
    const { uses } = scarce;
    let isSettled = true;
    uses.slice(1).forEach((use, i) => {
      if (fitTogether(scarce, uses[i]!, use)) isSettled = false;
      else this.links.push(...linksAfter(scarce, i + 1, i));
      const host = (use.between?.fromUse ?? 0) - 1;
      if (host >= 0 && host < i && !fitTogether(scarce, uses[host]!, use))
        this.links.push(...linksAfter(scarce, i + 1, host));
    });
    return isSettled ? [] : [scarce];
  }
}

const readyFor = ({ demo, standing, whole, options }: ScriptItem): Ready[] => {
  if (!demo || !standing) return [];
  if (!options) return [{ demo, standing, lengthS: whole.likelyS }];
  return options.map(({ source, prepared }, option) => ({
    demo: prepared,
    standing: source.standing!,
    lengthS: source.whole.likelyS,
    option,
  }));
};

/** How many pieces there would have to be for all uses at once: single things with the same contents share them. */
function piecesOf(uses: readonly PieceUse[], places: number): number {
  const singles = new Map<string, number>();
  let pieces = 0;
  for (const use of uses) {
    const contents = use.contents ?? '';
    if (use.places === 1) singles.set(contents, (singles.get(contents) ?? 0) + 1);
    else pieces += use.count ?? Math.ceil(use.places! / places);
  }
  return [...singles.values()].reduce((sum, count) => sum + Math.ceil(count / places), pieces);
}

/** Whether two uses can hold their pieces at the same time. */
function fitTogether({ units, places }: Scarce, a: PieceUse, b: PieceUse): boolean {
  const pieces = (use: PieceUse) => use.count ?? Math.ceil(use.places! / places);
  const share = a.places !== undefined && b.places !== undefined && (a.contents ?? '') === (b.contents ?? '');
  return share ? a.places! + b.places! <= units * places : pieces(a) + pieces(b) <= units;
}
