import { ConsistentNetwork, earliestTimes, latestTimes } from '../network';
import { linksAfter, presence, softness, type Activity, type Why, type Work, type WorkLink } from '../work';
import { takingsOf, unused } from './pieces';
import type { Found } from './search';

/** A placing that exists because limits gave way, and the work with those loosened by just what they miss. */
export interface Insisted {
  found: Found;
  work: Work;
  steps: number;
  /** Turns at the marks as they were first given, before any of them gave way. */
  turns: WorkLink[];
}

/** No show is a day late: a floor and a ceiling that keep every time finite. */
const DAY_S = 86_400;

/**
 * Places everything, whatever it takes: the tightest task first, each where it breaks least and delays least; a limit
 * in the way gives way by just its miss, the softest first. For work that no search could place. It always ends: past
 * `budget` steps what is left is put where there is time, and every limit that does not hold then gives way.
 */
export function insist(work: Work, budget: number): Insisted {
  const placing = new Placing(work);
  placing.takePieces();
  while (placing.waiting.size && placing.spent < budget) placing.next();
  return placing.waiting.size ? placing.coarse() : placing.done();
}

/** Where something has to give, so many places are looked at closely. */
const TRIED = 16;

/** A place in somebody's day. */
interface Spot {
  person: number;
  place: number;
  breaksS: number;
  delaysS: number;
  cost: number;
}

class Placing {
  readonly waiting: Set<number>;
  steps = 0;
  /** Copies whose lags may be loosened, in the order of the work's own. */
  private readonly links: WorkLink[];
  private readonly decided: WorkLink[] = [];
  private readonly turns: WorkLink[] = [];
  private readonly network: ConsistentNetwork<Why>;
  /** Kit that is short, and by how many seconds whoever does a thing was not there for it. */
  private readonly short = new Set<string>();
  private readonly earlierS = new Map<number, number>();
  private readonly laterS = new Map<number, number>();
  private readonly person = new Map<number, number>();
  private readonly sequences: number[][];
  private readonly load: number[];
  private readonly items: ReadonlySet<number>;
  private earliest: Float64Array = new Float64Array();
  /** The latest start with every item as early as it can be, and with items free to wait. */
  private latest: Float64Array = new Float64Array();
  private latestFree: Float64Array = new Float64Array();

  constructor(private readonly work: Work) {
    this.links = work.links.map((l) => ({ ...l }));
    this.network = new ConsistentNetwork<Why>(work.activities.length);
    this.links.forEach((link) => this.put(link));
    this.waiting = new Set(
      work.activities.flatMap((a, i) => (a.needsHands && a.may.length > 0 && a.lengthS > 0 ? [i] : [])),
    );
    this.sequences = work.people.map((_, p) =>
      work.itemPoints.filter((i) => work.activities[i]!.onStage.includes(p)),
    );
    this.load = work.people.map(() => 0);
    this.items = new Set(work.itemPoints);
  }

  /** All the work done so far, the network's too. */
  get spent(): number {
    return this.steps + this.network.steps;
  }

  /** Pieces go to uses in the order of the items, the soonest free ones first. */
  takePieces(): void {
    for (const scarce of this.work.scarce) {
      const pieces = unused(scarce);
      scarce.uses.forEach((_, use) => {
        const [taking] = takingsOf(scarce, pieces, use, (user) => user).takings;
        taking!.units.forEach((unit, i) => (pieces[unit] = taking!.pieces[i]!));
        for (const user of taking!.waitsFor)
          for (const link of linksAfter(scarce, use, user)) {
            if (link.why.kind === 'mark') this.turns.push({ ...link });
            this.decide(link);
          }
      });
    }
  }

  next(): void {
    this.look();
    const slack = (p: number) => this.latest[p]! - this.earliest[p]!;
    const point = [...this.waiting].reduce((a, b) => (slack(b) < slack(a) ? b : a));
    const { lengthS } = this.at(point);
    const spots = this.spots(point);
    const spot = spots[0]!.breaksS > 0 ? this.leastHarm(point, spots.slice(0, TRIED)) : spots[0]!;
    const sequence = this.sequences[spot.person]!;
    const before = sequence[spot.place - 1];
    const after = sequence[spot.place];
    sequence.splice(spot.place, 0, point);
    this.waiting.delete(point);
    this.person.set(point, spot.person);
    this.load[spot.person]! += lengthS;
    for (const link of this.linksOf(point, spot.person, before, after)) this.decide(link);
  }

  /** Where something has to give: the place at which the softest limits do, and by least. */
  private leastHarm(point: number, spots: readonly Spot[]): Spot {
    const harm = (spot: Spot) => {
      const sequence = this.sequences[spot.person]!;
      const links = this.linksOf(point, spot.person, sequence[spot.place - 1], sequence[spot.place]);
      let hardest = 0;
      let missS = 0;
      for (const link of links) {
        const conflict = this.network.wouldMiss(link);
        if (!conflict) continue;
        hardest = Math.max(hardest, Math.min(...(conflict.cycle as WorkLink[]).map(softness)));
        missS += conflict.excessS;
      }
      return { spot, hardest, missS };
    };
    return spots
      .map(harm)
      .reduce((a, b) => (b.hardest < a.hardest || (b.hardest === a.hardest && b.missS < a.missS) ? b : a))
      .spot;
  }

  /** What has to hold where somebody does it between two other things. */
  private linksOf(
    point: number,
    person: number,
    before: number | undefined,
    after: number | undefined,
  ): WorkLink[] {
    const why = { kind: 'hands' as const, what: this.work.people[person]!.id };
    return [
      ...this.there(point, person),
      ...(before === undefined ? [] : [{ from: before, to: point, lagS: this.at(before).lengthS, why }]),
      ...(after === undefined ? [] : [{ from: point, to: after, lagS: this.at(point).lengthS, why }]),
    ];
  }

  /** What is left goes to whoever has least to do, in the order of the clock, and limits that do not hold give way. */
  coarse(): Insisted {
    this.look();
    const times = this.earliest;
    for (const point of [...this.waiting].sort((a, b) => times[a]! - times[b]! || a - b)) {
      const person = this.at(point).may.reduce((a, b) => (this.load[b]! < this.load[a]! ? b : a));
      this.person.set(point, person);
      this.load[person]! += this.at(point).lengthS;
      this.sequences[person]!.push(point);
    }
    const there = [...this.person].flatMap(([point, person]) => this.there(point, person));
    for (const link of there) this.chosen.add(link);
    // What only says "not before" can always be kept.
    const hard = [...this.links, ...there].filter((l) => softness(l) === Infinity || l.from === 0);
    const hands = this.sequences.flatMap((sequence, p) => {
      const inTime = [...sequence].sort((a, b) => times[a]! - times[b]! || a - b);
      return inTime.slice(1).map((point, i): WorkLink => {
        const from = inTime[i]!;
        const why = { kind: 'hands' as const, what: this.work.people[p]!.id };
        return { from, to: point, lagS: this.at(from).lengthS, why };
      });
    });
    // Should the clock's order go round in a circle, two things at once are the lesser evil.
    const found = this.timesOf([...hard, ...hands]);
    const kept = found ? hands : [];
    const at = found ?? this.timesOf(hard) ?? times;
    for (const link of this.links) {
      const miss = at[link.from]! + link.lagS - at[link.to]!;
      if (miss <= 0) continue;
      this.loosen(link, miss);
    }
    for (const link of there) {
      const miss = at[link.from]! + link.lagS - at[link.to]!;
      if (miss > 0) this.loosen(link, miss);
    }
    this.decided.length = 0;
    this.decided.push(...kept, ...there);
    return this.answer(at);
  }

  done(): Insisted {
    this.look();
    return this.answer(this.earliest);
  }

  private answer(at: Float64Array): Insisted {
    const { work, links, person } = this;
    const before = work.people.map(() => 0);
    let callS = 0;
    for (const [point, who] of person) {
      callS = Math.min(callS, at[point]!);
      if (at[point]! < 0) before[who]! += this.at(point).lengthS;
    }
    return {
      found: {
        links: this.decided,
        person,
        endS: Math.max(0, ...work.itemPoints.map((p) => at[p]! + this.at(p).lengthS)),
        callS,
        mostS: Math.max(0, ...before),
      },
      work: {
        ...work,
        activities: work.activities.map((a, p) => ({
          ...a,
          earlierS: a.earlierS + (this.earlierS.get(p) ?? 0),
          laterS: a.laterS + (this.laterS.get(p) ?? 0),
        })),
        links,
        scarce: work.scarce.filter(({ why }) => why.kind !== 'kit' || !this.short.has(why.what)),
      },
      steps: this.spent,
      turns: this.turns,
    };
  }

  /** A limit gives way, by just what it misses. */
  private loosen(link: WorkLink, byS: number): void {
    link.lagS -= byS;
    if (link.why.kind === 'kit') this.short.add(link.why.what!);
    // The work's own links say when the first comes and the last leaves; these, when somebody does who was chosen.
    if (!this.chosen.has(link)) return;
    const [point, eased] = link.why.kind === 'arrives' ? [link.to, this.earlierS] : [link.from, this.laterS];
    eased.set(point, (eased.get(point) ?? 0) + byS);
  }

  private readonly chosen = new Set<WorkLink>();

  private at = (point: number): Activity => this.work.activities[point]!;

  /** That somebody is there for what they do. */
  private there(point: number, person: number): WorkLink[] {
    const { id } = this.work.people[person]!;
    const { arrivesS, leavesS } = presence(this.work, point, person);
    const { lengthS } = this.at(point);
    return [
      { from: 0, to: point, lagS: arrivesS, why: { kind: 'arrives', what: id } },
      ...(leavesS === Infinity
        ? []
        : [{ from: point, to: 0, lagS: lengthS - leavesS, why: { kind: 'leaves' as const, what: id } }]),
    ];
  }

  private decide(link: WorkLink): void {
    if (link.why.kind === 'arrives' || link.why.kind === 'leaves') this.chosen.add(link);
    if (this.put(link)) this.decided.push(link);
  }

  /** Puts a link in; what stands against it gives way, the softest first. False where nothing soft does. */
  private put(link: WorkLink): boolean {
    for (;;) {
      const conflict = this.network.add(link);
      if (!conflict) return true;
      const softest = (conflict.cycle as WorkLink[]).reduce((a, b) => (softness(b) < softness(a) ? b : a));
      if (softness(softest) === Infinity) return false;
      this.loosen(softest, conflict.excessS);
    }
  }

  /** Earliest and latest times as things stand. */
  private look(): void {
    // In the order of their last times, so that a round or two carries a change to the end.
    const last = this.earliest;
    const links = [...this.links, ...this.decided];
    if (last.length) links.sort((a, b) => last[a.from]! - last[b.from]!);
    this.earliest = this.timesOf(links) ?? this.earliest;
    const items = this.items;
    const at = this.earliest;
    this.latest = latestTimes(at.length, links, (p) => (items.has(p) ? at[p]! : 2 * DAY_S));
    this.latestFree = latestTimes(at.length, links, () => 2 * DAY_S);
    this.steps += 3 * links.length;
  }

  private timesOf(links: readonly WorkLink[]): Float64Array | undefined {
    const points = this.work.activities.length;
    const floor = Array.from({ length: points - 1 }, (_, i) => ({
      from: 0,
      to: i + 1,
      lagS: -DAY_S,
      why: { kind: 'opens' as const },
    }));
    return earliestTimes(points, [...links, ...floor]);
  }

  /** Every place in the day of everybody who may do it, the one that breaks and delays least first. */
  private spots(point: number): Spot[] {
    const { lengthS, may, late } = this.at(point);
    const { above, below } = this.relatives(point);
    const out: Spot[] = [];
    for (const person of may) {
      const { arrivesS, leavesS } = presence(this.work, point, person);
      const sequence = this.sequences[person]!;
      const least = sequence.findLastIndex((p) => above.has(p)) + 1;
      const first = sequence.findIndex((p) => below.has(p));
      for (let place = least; place <= (first < 0 ? sequence.length : first); place++) {
        this.steps++;
        const before = sequence[place - 1];
        const after = sequence[place];
        const busyS = before === undefined ? -Infinity : this.earliest[before]! + this.at(before).lengthS;
        const fromS = Math.max(this.earliest[point]!, arrivesS, busyS);
        const past = (latest: Float64Array) =>
          Math.max(0, fromS - latest[point]!) +
          (after === undefined ? 0 : Math.max(0, fromS + lengthS - latest[after]!));
        const latestS = Math.min(
          this.latest[point]!,
          after === undefined ? Infinity : this.latest[after]! - lengthS,
        );
        out.push({
          person,
          place,
          breaksS: past(this.latestFree) + Math.max(0, fromS + lengthS - leavesS),
          delaysS: past(this.latest),
          cost: late ? this.load[person]! / 8 - latestS : this.load[person]! + fromS,
        });
      }
    }
    return out.sort((a, b) => a.breaksS - b.breaksS || a.delaysS - b.delaysS || a.cost - b.cost);
  }

  /** What has to come before a point, and after it, by links that never give way. */
  private relatives(point: number): { above: Set<number>; below: Set<number> } {
    const out = new Map<number, number[]>();
    const into = new Map<number, number[]>();
    for (const link of [...this.links, ...this.decided]) {
      if (softness(link) !== Infinity || link.from === 0) continue;
      add(out, link.from, link.to);
      add(into, link.to, link.from);
    }
    this.steps += this.links.length;
    return { above: reach(into, point), below: reach(out, point) };
  }
}

function add(map: Map<number, number[]>, key: number, value: number): void {
  const list = map.get(key);
  if (list) list.push(value);
  else map.set(key, [value]);
}

function reach(next: ReadonlyMap<number, number[]>, from: number): Set<number> {
  const seen = new Set<number>();
  const open = [...(next.get(from) ?? [])];
  for (let at = open.pop(); at !== undefined; at = open.pop()) {
    if (seen.has(at)) continue;
    seen.add(at);
    open.push(...(next.get(at) ?? []));
  }
  return seen;
}
