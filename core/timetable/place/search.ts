import { earliestTimes, latestTimes } from '../network';
import { linksAfter, presence, type Scarce, type Work, type WorkLink } from '../work';
import { oneMachineBound, type Job } from './one-machine';
import { takingsOf, unused, type Piece, type Taking } from './pieces';

/** What the search decided: links that put hands and kit in an order, and who does what. */
interface Decisions {
  links: WorkLink[];
  /** Person by point; undefined where nobody can. */
  person: Map<number, number>;
}

export interface Found extends Decisions {
  /** End of the last item, seconds from curtain-up. */
  endS: number;
  /** The latest moment at which the first hands can begin, for this end; at most curtain-up. */
  callS: number;
  /** The most that one person has in hand before curtain-up, in seconds. */
  mostS: number;
}

/** What a placing has to keep beside the work's own limits. */
export interface Goal {
  endS: number;
  /** No hands before this. */
  callS?: number;
  /** Nobody with more than this in hand before curtain-up. */
  mostS?: number;
}

type Verdict = 'found' | 'impossible' | 'out of steps';

/** One use of one scarce thing, in the order in which uses are given their pieces. */
interface Turn {
  scarce: Scarce;
  /** The place of the thing in the work's list. */
  index: number;
  use: number;
}

/** Why a decided link holds, and for which option of a choice. */
type Reason = Pick<WorkLink, 'why' | 'option'>;

interface Candidate {
  person: number;
  /** Place in the person's sequence before which the activity is put. */
  place: number;
  earliestS: number;
  latestS: number;
}

/** No show is a day late: a bound that keeps every latest time finite. */
const FAR_S = 86_400;
/** A change that ripples further than this is taken for a circle that gains time at every turn. */
const RIPPLE = 40_000;
/** What looking at one piece costs, in steps. Measured: a step is then about 0.2 µs whatever it is spent on. */
const PIECE_STEPS = 6;
/** Where a piece is in the way, the end is put off by this much at a time. */
const PIECE_LATER_S = 120;
/** A try that gets nowhere is begun again after so many steps, with what made it fail first; then after twice as many. */
const FIRST_TRY_STEPS = 200_000;
/**
 * Exact search over who does each task and in what order hands, kit and marks are used, on top of a network that is
 * consistent by itself. A depth-first search with propagation: the tightest task first, every person and every place
 * in their day a branch; each branch adds links and moves the earliest and latest times of all that hangs on them.
 * Every schedule is reachable, so that an exhausted search is a proof. Steps, not milliseconds, are counted: the same
 * input gives the same answer on every machine.
 */
export class Search {
  /** Work done so far: places looked at and times moved. */
  steps = 0;
  /** False once a branch was left out unseen, so that "impossible" proves nothing. */
  whole = true;
  private readonly points: number;
  private readonly earliest: Float64Array;
  private readonly latest: Float64Array;
  private readonly from: number[] = [];
  private readonly to: number[] = [];
  private readonly lag: number[] = [];
  private readonly out: number[][];
  private readonly into: number[][];
  /** Why each link that the search decided holds; the links themselves are the last of the network's. */
  private readonly decided: Reason[] = [];
  private readonly sequences: number[][];
  /** Seconds of work by person: what may begin before curtain-up, and what cannot, with the stage. */
  private readonly load: { before: number[]; during: number[] };
  /** How often something had no place left: the sooner it is placed. */
  private readonly failed: Float64Array;
  private readonly person = new Map<number, number>();
  private readonly waiting: Set<number>;
  /** Undo log: the point, doubled and plus one where it is a latest time, and the old value. */
  private readonly trailPoint: number[] = [];
  private readonly trailValue: number[] = [];
  private readonly last: number;
  /** By person: why links about them hold. */
  private readonly reasons: Record<'arrives' | 'leaves' | 'hands', Reason>[];
  private turn = 0;
  private readonly turns: Turn[];
  private readonly pieces: Piece[][];
  /** Links between two uses of one thing, once worked out. */
  private readonly follow: Map<Scarce, Map<number, WorkLink[]>>;
  /** Points whose change has yet to be followed; one list for all, for there are millions of changes. */
  private readonly queue: number[] = [];
  private limit = Infinity;
  private mostS = Infinity;

  constructor(private readonly work: Work) {
    this.points = work.activities.length;
    this.earliest = new Float64Array(this.points).fill(-FAR_S);
    this.latest = new Float64Array(this.points).fill(2 * FAR_S);
    this.out = Array.from({ length: this.points }, () => []);
    this.into = Array.from({ length: this.points }, () => []);
    this.sequences = work.people.map((_, p) =>
      work.itemPoints.filter((i) => work.activities[i]!.onStage.includes(p)),
    );
    this.load = {
      before: work.people.map(() => 0),
      during: this.sequences.map((list) => list.reduce((sum, i) => sum + work.activities[i]!.lengthS, 0)),
    };
    this.failed = new Float64Array(this.points);
    this.waiting = new Set(
      work.activities.flatMap((a, i) => (a.needsHands && a.may.length > 0 && a.lengthS > 0 ? [i] : [])),
    );
    this.turns = work.scarce.flatMap((scarce, index) =>
      scarce.uses.map((_, use) => ({ scarce, index, use })),
    );
    this.reasons = work.people.map(({ id: what }) => ({
      arrives: { why: { kind: 'arrives', what } },
      leaves: { why: { kind: 'leaves', what } },
      hands: { why: { kind: 'hands', what } },
    }));
    this.pieces = work.scarce.map(unused);
    this.follow = new Map(work.scarce.map((scarce) => [scarce, new Map<number, WorkLink[]>()]));
    this.last = work.itemPoints.at(-1) ?? 0;
    this.earliest[0] = 0;
    this.latest[0] = 0;
    work.links.forEach((link) => this.connect(link.from, link.to, link.lagS));
    const floor = this.earliest.map((_, to) => to).slice(1);
    const bounded = [
      ...work.links,
      ...Array.from(floor, (to) => ({ from: 0, to, lagS: -FAR_S, why: undefined })),
    ];
    this.earliest.set(earliestTimes(this.points, bounded) ?? this.earliest);
    this.latest.set(latestTimes(this.points, work.links, (p) => (p === 0 ? 0 : 2 * FAR_S)));
  }

  /** The end of the last item if hands were no question: no placing ends sooner. */
  get boundS(): number {
    return this.earliest[this.last]! + this.work.activities[this.last]!.lengthS;
  }

  /**
   * The same with hands: what only one person can do, and is on stage for, takes turns. Infinity where no placing ends
   * within a day of the bound without hands.
   */
  handsBoundS(): number {
    const { boundS, last } = this;
    const mark = this.mark();
    this.limit = Infinity;
    const open = this.lower(last, boundS - this.work.activities[last]!.lengthS);
    const bounds = open
      ? this.work.people.map((_, person) => oneMachineBound(this.jobsOf(person, boundS)))
      : [];
    this.undo(mark);
    return Math.max(boundS, ...bounds);
  }

  private jobsOf(person: number, endS: number): Job[] {
    const work = [...this.waiting].filter((p) => this.work.activities[p]!.may.every((who) => who === person));
    return [...this.sequences[person]!, ...work].flatMap((point) => {
      const { lengthS } = this.work.activities[point]!;
      const tailS = endS - this.latest[point]! - lengthS;
      if (lengthS === 0 || tailS < 0) return [];
      const fromS = this.waiting.has(point)
        ? Math.max(this.earliest[point]!, presence(this.work, point, person).arrivesS)
        : this.earliest[point]!;
      return [{ fromS, lengthS, tailS }];
    });
  }

  /**
   * Looks for a placing that keeps a goal. A try that gets nowhere is begun again, with what it failed at first (weighted
   * degree: Boussemart et al., Boosting systematic search by weighting constraints, ECAI 2004); one that runs to its end
   * proves that there is none. Leaves the search as it was.
   */
  keeping(goal: Goal, limit: number): { verdict: Verdict; found?: Found } {
    const end = this.steps + limit;
    for (let steps = FIRST_TRY_STEPS; ; steps *= 2) {
      this.limit = Math.min(end, this.steps + steps);
      const outcome = this.once(goal);
      if (outcome.verdict !== 'out of steps' || this.steps >= end) return outcome;
    }
  }

  /**
   * What no placing that ends by then can do better: a later crew call, or less in the hands of whoever has most before
   * curtain-up (the longest piece, and all of it shared out). `sharp` where no work could fall on either side of it.
   */
  bounds(endS: number): { callS: number; mostS: number; sharp: boolean } {
    const mark = this.mark();
    this.limit = Infinity;
    const open = this.aim({ endS });
    const waiting = open ? [...this.waiting] : [];
    const before = waiting.filter((point) => this.latest[point]! < 0);
    const sharp = waiting.every((point) => this.latest[point]! < 0 || this.earliest[point]! >= 0);
    const lengths = before.map((point) => this.work.activities[point]!.lengthS);
    const able = new Set(before.flatMap((point) => this.work.activities[point]!.may)).size;
    const all = lengths.reduce((sum, s) => sum + s, 0);
    const callS = open ? this.callS() : 0;
    this.undo(mark);
    return { callS, mostS: Math.max(0, ...lengths, able ? Math.ceil(all / able) : 0), sharp };
  }

  private once(goal: Goal): { verdict: Verdict; found?: Found } {
    const mark = this.mark();
    const verdict = this.aim(goal) ? this.branch() : this.giveUp();
    const found = verdict === 'found' ? this.snapshot() : undefined;
    this.undo(mark);
    this.unwind();
    return { verdict, ...(found && { found }) };
  }

  /** Bounds the times by a goal; false where that leaves something none. */
  private aim({ endS, callS, mostS = Infinity }: Goal): boolean {
    this.mostS = mostS;
    if (!this.lower(this.last, endS - this.work.activities[this.last]!.lengthS)) return false;
    return callS === undefined || [...this.waiting].every((point) => this.raise(point, callS));
  }

  private callS(): number {
    let callS = 0;
    for (const point of this.hands.length ? this.hands.map((h) => h.point) : this.waiting)
      callS = Math.min(callS, this.latest[point]!);
    return callS;
  }

  /**
   * One placing without going back: where nothing fits, the end is put off by as little as makes room. Nothing where
   * something fits however late the end is, or where the steps run out.
   */
  soon(limit: number): { found?: Found } {
    let endS = this.boundS;
    this.limit = this.steps + limit;
    for (let round = 0; round < 60 && this.steps < this.limit; round++) {
      const mark = this.mark();
      this.aim({ endS });
      const blocked = this.straight();
      const found = blocked === undefined ? this.snapshot() : undefined;
      this.undo(mark);
      this.unwind();
      if (found) return { found };
      if (!Number.isFinite(blocked) || endS > this.boundS + FAR_S / 2) return {};
      endS += Math.max(blocked!, round < 20 ? 1 : 60 * (round - 19));
    }
    return {};
  }

  /** Undefined where everything is placed; else by how much a later end might make room, Infinity where none would. */
  private straight(): number | undefined {
    while (this.turn < this.turns.length) {
      if (!this.takings().some((taking) => this.tryTaking(taking))) return PIECE_LATER_S;
    }
    while (this.waiting.size) {
      if (this.steps >= this.limit) return Infinity;
      const point = this.tightest();
      if (!this.candidates(point).some((candidate) => this.tryHands(point, candidate)))
        return this.missing(point);
    }
    return undefined;
  }

  private branch(): Verdict {
    if (this.steps >= this.limit) return 'out of steps';
    if (this.turn < this.turns.length) {
      return this.each(
        this.takings(),
        (taking) => this.tryTaking(taking),
        () => this.untryTaking(),
      );
    }
    if (!this.waiting.size) return 'found';
    const point = this.tightest();
    const verdict = this.each(
      this.candidates(point),
      (candidate) => this.tryHands(point, candidate),
      () => this.untryHands(),
    );
    if (verdict === 'impossible') this.failed[point]!++;
    return verdict;
  }

  private each<T>(choices: T[], attempt: (choice: T) => boolean, takeBack: () => void): Verdict {
    for (const choice of choices) {
      if (!attempt(choice)) continue;
      const verdict = this.branch();
      if (verdict === 'found') return verdict;
      takeBack();
      if (verdict === 'out of steps') return verdict;
    }
    return this.giveUp();
  }

  /** What it means that nothing fits: with steps left, that nothing can. */
  private giveUp = (): Verdict => (this.steps >= this.limit ? 'out of steps' : 'impossible');

  // Hands

  private tightest(): number {
    let best = -1;
    let least = Infinity;
    this.steps += this.waiting.size >> 3;
    for (const point of this.waiting) {
      const roomS =
        this.latest[point]! - this.earliest[point]! + 30 * (this.work.activities[point]!.may.length - 1);
      const slack = roomS / (1 + this.failed[point]!);
      if (slack < least) [least, best] = [slack, point];
    }
    return best;
  }

  /** Every person and place in their day where it may fit, the likeliest first. */
  private candidates(point: number): Candidate[] {
    const { lengthS, may, late } = this.work.activities[point]!;
    const out: Candidate[] = [];
    const load = this.earliest[point]! < 0 ? this.load.before : this.load.during;
    for (const person of may) {
      if (load === this.load.before && load[person]! + lengthS > this.mostS) continue;
      const { arrivesS, leavesS } = presence(this.work, point, person);
      const sequence = this.sequences[person]!;
      const notBefore = Math.max(this.earliest[point]!, arrivesS);
      const notAfter = Math.min(this.latest[point]!, leavesS - lengthS);
      for (let place = this.firstPlace(sequence, notBefore + lengthS); place <= sequence.length; place++) {
        this.steps++;
        const before = place ? this.endOf(sequence[place - 1]!) : -Infinity;
        if (before > notAfter) break;
        const after = place < sequence.length ? this.latest[sequence[place]!]! - lengthS : Infinity;
        const earliestS = Math.max(notBefore, before);
        const latestS = Math.min(notAfter, after);
        if (earliestS <= latestS) out.push({ person, place, earliestS, latestS });
      }
    }
    const cost = (c: Candidate) => (late ? load[c.person]! / 8 - c.latestS : load[c.person]! + c.earliestS);
    return out.sort((a, b) => cost(a) - cost(b) || a.person - b.person || a.place - b.place);
  }

  /** The first place before something that can still end up after `s`: latest times never fall along a day. */
  private firstPlace(sequence: readonly number[], s: number): number {
    let low = 0;
    let high = sequence.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.latest[sequence[middle]!]! < s) low = middle + 1;
      else high = middle;
    }
    return low;
  }

  /** By how much a later end would at least have to make room for it; Infinity where no end would. */
  private missing(point: number): number {
    const { lengthS, may } = this.work.activities[point]!;
    let least = Infinity;
    for (const person of may) {
      const { arrivesS, leavesS } = presence(this.work, point, person);
      const sequence = this.sequences[person]!;
      for (let place = 0; place <= sequence.length; place++) {
        const before = place ? this.endOf(sequence[place - 1]!) : -Infinity;
        const after = place < sequence.length ? this.latest[sequence[place]!]! - lengthS : Infinity;
        const from = Math.max(this.earliest[point]!, arrivesS, before);
        if (from > leavesS - lengthS) continue;
        least = Math.min(least, Math.max(1, from - Math.min(this.latest[point]!, after)));
      }
    }
    return least;
  }

  private readonly hands: {
    point: number;
    person: number;
    place: number;
    mark: number;
    links: number;
    load: number[];
  }[] = [];

  private tryHands(point: number, { person, place }: Candidate): boolean {
    const { lengthS } = this.work.activities[point]!;
    const { arrivesS, leavesS } = presence(this.work, point, person);
    const sequence = this.sequences[person]!;
    const mark = this.mark();
    const links = this.decided.length;
    const load = this.earliest[point]! < 0 ? this.load.before : this.load.during;
    this.waiting.delete(point);
    this.person.set(point, person);
    load[person]! += lengthS;
    this.hands.push({ point, person, place, mark, links, load });
    const before = sequence[place - 1];
    const after = sequence[place];
    sequence.splice(place, 0, point);
    const { arrives, leaves, hands } = this.reasons[person]!;
    const ok =
      this.decide(0, point, arrivesS, arrives) &&
      (leavesS === Infinity || this.decide(point, 0, lengthS - leavesS, leaves)) &&
      (before === undefined || this.decide(before, point, this.work.activities[before]!.lengthS, hands)) &&
      (after === undefined || this.decide(point, after, lengthS, hands));
    if (!ok) this.untryHands();
    return ok;
  }

  private untryHands(): void {
    const { point, person, place, mark, links, load } = this.hands.pop()!;
    this.sequences[person]!.splice(place, 1);
    load[person]! -= this.work.activities[point]!.lengthS;
    this.person.delete(point);
    this.waiting.add(point);
    this.disconnect(links);
    this.undo(mark);
  }

  // Pieces

  private readonly taken: {
    index: number;
    units: readonly number[];
    was: readonly Piece[];
    mark: number;
    links: number;
  }[] = [];

  /** How the next use may take its pieces, the soonest free first. */
  private takings(): Taking[] {
    const { scarce, index, use } = this.turns[this.turn]!;
    const free = (user: number) =>
      scarce.uses[user]!.releases.reduce(
        (at, { point, afterS }) => Math.max(at, this.earliest[point]! + afterS),
        -Infinity,
      );
    const { takings, whole } = takingsOf(scarce, this.pieces[index]!, use, free);
    this.steps += PIECE_STEPS * scarce.units;
    this.whole &&= whole;
    return takings;
  }

  private tryTaking({ units, pieces, waitsFor }: Taking): boolean {
    const { scarce, index, use } = this.turns[this.turn]!;
    const held = this.pieces[index]!;
    const was = units.map((unit) => held[unit]!);
    this.taken.push({ index, units, was, mark: this.mark(), links: this.decided.length });
    this.turn++;
    units.forEach((unit, i) => (held[unit] = pieces[i]!));
    const ok = waitsFor.every((user) =>
      this.linksAfter(scarce, use, user).every((link) => this.decide(link.from, link.to, link.lagS, link)),
    );
    if (!ok) this.untryTaking();
    return ok;
  }

  private linksAfter(scarce: Scarce, use: number, user: number): readonly WorkLink[] {
    const key = use * scarce.uses.length + user;
    let links = this.follow.get(scarce)!.get(key);
    if (!links) this.follow.get(scarce)!.set(key, (links = linksAfter(scarce, use, user)));
    return links;
  }

  private untryTaking(): void {
    const { index, units, was, mark, links } = this.taken.pop()!;
    units.forEach((unit, i) => (this.pieces[index]![unit] = was[i]!));
    this.turn--;
    this.disconnect(links);
    this.undo(mark);
  }

  // The network underneath

  private endOf = (point: number) => this.earliest[point]! + this.work.activities[point]!.lengthS;

  private decide(from: number, to: number, lagS: number, reason: Reason): boolean {
    this.steps++;
    this.decided.push(reason);
    this.connect(from, to, lagS);
    return this.settle(from, to, lagS);
  }

  private connect(from: number, to: number, lagS: number): void {
    const link = this.from.length;
    this.from.push(from);
    this.to.push(to);
    this.lag.push(lagS);
    this.out[from]!.push(link);
    this.into[to]!.push(link);
  }

  private disconnect(keep: number): void {
    while (this.decided.length > keep) {
      this.decided.pop();
      this.out[this.from.pop()!]!.pop();
      this.into[this.to.pop()!]!.pop();
      this.lag.pop();
    }
  }

  private settle(from: number, to: number, lagS: number): boolean {
    return this.raise(to, this.earliest[from]! + lagS) && this.lower(from, this.latest[to]! - lagS);
  }

  /** Moves a point's earliest time up, and all that follows from it. False where something then has no time left. */
  private raise(point: number, value: number): boolean {
    if (value <= this.earliest[point]!) return true;
    const { queue } = this;
    queue.length = 0;
    queue.push(point);
    this.keep(2 * point, this.earliest[point]!);
    this.earliest[point] = value;
    if (value > this.latest[point]!) return false;
    for (let head = 0; head < queue.length; head++) {
      if (this.steps >= this.limit) return false;
      if (head > RIPPLE) return (this.whole = false);
      this.steps++;
      const at = queue[head]!;
      for (const link of this.out[at]!) {
        const next = this.to[link]!;
        const time = this.earliest[at]! + this.lag[link]!;
        if (time <= this.earliest[next]!) continue;
        this.keep(2 * next, this.earliest[next]!);
        this.earliest[next] = time;
        if (time > this.latest[next]!) return false;
        queue.push(next);
      }
    }
    return true;
  }

  /** Moves a point's latest time down, and all that follows from it. */
  private lower(point: number, value: number): boolean {
    if (value >= this.latest[point]!) return true;
    const { queue } = this;
    queue.length = 0;
    queue.push(point);
    this.keep(2 * point + 1, this.latest[point]!);
    this.latest[point] = value;
    if (value < this.earliest[point]!) return false;
    for (let head = 0; head < queue.length; head++) {
      if (this.steps >= this.limit) return false;
      if (head > RIPPLE) return (this.whole = false);
      this.steps++;
      const at = queue[head]!;
      for (const link of this.into[at]!) {
        const previous = this.from[link]!;
        const time = this.latest[at]! - this.lag[link]!;
        if (time >= this.latest[previous]!) continue;
        this.keep(2 * previous + 1, this.latest[previous]!);
        this.latest[previous] = time;
        if (time < this.earliest[previous]!) return false;
        queue.push(previous);
      }
    }
    return true;
  }

  private keep(slot: number, value: number): void {
    this.trailPoint.push(slot);
    this.trailValue.push(value);
  }

  private mark = () => this.trailPoint.length;

  private undo(mark: number): void {
    while (this.trailPoint.length > mark) {
      const slot = this.trailPoint.pop()!;
      const value = this.trailValue.pop()!;
      if (slot & 1) this.latest[slot >> 1] = value;
      else this.earliest[slot >> 1] = value;
    }
  }

  private forget(mark: number): void {
    this.trailPoint.length = mark;
    this.trailValue.length = mark;
  }

  private snapshot(): Found {
    const first = this.from.length - this.decided.length;
    return {
      links: this.decided.map(({ why, option }, i) => {
        const link = first + i;
        const decided = { from: this.from[link]!, to: this.to[link]!, lagS: this.lag[link]!, why };
        return option === undefined ? decided : { ...decided, option };
      }),
      person: new Map(this.person),
      endS: this.endOf(this.last),
      callS: this.callS(),
      mostS: Math.max(0, ...this.load.before),
    };
  }

  /** Takes back every decision, its times having been undone already. */
  private unwind(): void {
    const mark = this.mark();
    while (this.hands.length) this.untryHands();
    while (this.taken.length) this.untryTaking();
    this.forget(mark);
  }
}
