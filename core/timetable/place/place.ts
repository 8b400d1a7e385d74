import { clockToS } from '../../quantities';
import type { Script } from '../../script';
import type { PlannedItem, PlannedTask, Timetable } from '../types';
import { workOf, type Activity, type Work, type WorkLink } from '../work';
import { bestPlacing, type Proven, type SearchProgress } from './best';
import { insist } from './insist';
import { loosened, type Conflict } from './loosen';
import { linksInto, linksOutOf, reasonFor } from './reasons';
import { Search, type Found } from './search';
import { settle, type Settled } from './settle';

export interface PlaceOptions {
  /** Steps of search for the whole call; see `BUDGET_STEPS`. */
  budget?: number;
}

/** A timetable, and the network behind it for those who compute on: forecast, rules, reorder. */
export interface Placement {
  script: Script;
  timetable: Timetable;
  work: Work;
  /** Every link that holds: the show's own and those that order hands and kit. */
  links: WorkLink[];
  settled: Settled;
  conflicts: Conflict[];
  /** Limits that the plan does not keep, but for what its conflicts explain. */
  broken: BrokenLimit[];
  /** Why it does not keep them: there is no placing that does, or none was found in the steps allowed. */
  brokenFor: 'cannot' | 'out of steps';
}

/** A limit as it was written, and by how much the plan misses it. */
export interface BrokenLimit {
  link: WorkLink;
  missS: number;
}

/**
 * Places everything: items in the presenter's order, prep tasks and resets among the crew, the marks and the kit.
 * First of all no window is broken, then the dead air is least; of such placings what goes stale is prepared as late,
 * and what keeps as early, as all else allows. Seconds from curtain-up. Pure: same script and budget, same answer.
 */
export function place(script: Script, options: PlaceOptions = {}): Placement {
  const steps = placeSteps(script, options);
  for (;;) {
    const next = steps.next();
    if (next.done) return next.value;
  }
}

/** Steps of the whole call by default; at most about half a second on the machine of docs/benchmarks.md. */
export const BUDGET_STEPS = 1_500_000;
/** What the search may take of them; the rest is kept for a placing that breaks as little as it can. */
const SEARCH_SHARE = 2 / 3;
/** Such a placing is worth at least so many steps. */
const LEAST_STEPS = 50_000;

/** `place` in slices: yields its progress, and may be dropped at any of them. */
export function* placeSteps(
  script: Script,
  { budget = BUDGET_STEPS }: PlaceOptions = {},
): Generator<SearchProgress, Placement> {
  const written = workOf(script);
  const { work, conflicts, steps } = loosened(written);
  const left = Math.max(0, budget - steps);
  const best = yield* bestPlacing(work, left * SEARCH_SHARE);
  if (best.found) {
    const proven = conflicts.length ? { end: false, call: false, load: false } : best.proven;
    return placed(script, written, work, best.found, conflicts, { proven, steps: steps + best.steps });
  }
  const forced = insist(work, Math.max(LEAST_STEPS, left - best.steps));
  const spent = best.steps + forced.steps;
  const better = yield* bestPlacing(forced.work, left - spent, forced.found);
  const asked = better.found ? written : { ...written, links: [...written.links, ...forced.turns] };
  return placed(script, asked, forced.work, better.found ?? forced.found, conflicts, {
    proven: { end: false, call: false, load: false },
    steps: steps + spent + better.steps,
    ...(best.none && { none: best.none }),
  });
}

/**
 * What no placing of a script does better: the seconds of dead air, and how many limits cannot hold together. Costs a small
 * part of placing it.
 */
export function leastTrouble(script: Script): { deadAirS: number; conflicts: number } {
  const { work, conflicts } = loosened(workOf(script));
  const playedS = work.itemPoints.reduce((sum, point) => sum + work.activities[point]!.lengthS, 0);
  return { deadAirS: new Search(work).handsBoundS() - playedS, conflicts: conflicts.length };
}

function placed(
  script: Script,
  written: Work,
  work: Work,
  found: Found,
  conflicts: Conflict[],
  search: { proven: Proven; steps: number; none?: 'cannot' | 'out of steps' },
): Placement {
  const links = [...work.links, ...found.links];
  const settled = settle(work, links);
  const { file, upS: up } = script;
  const out = linksOutOf(work.activities.length, links);
  const into = linksInto(work.activities.length, links);
  const { times } = settled;
  const personOf = (point: number) => {
    const a = work.activities[point]!;
    const index = found.person.get(point) ?? (a.needsHands ? a.may[0] : a.onStage[0]);
    return index === undefined ? undefined : work.people[index]!.id;
  };
  const points = work.activities.map((_, point) => point);
  const items = work.itemPoints.map((point, i): PlannedItem => {
    const item = file.show.items[i]!;
    const startS = times[point]!;
    const before = work.itemPoints[i - 1];
    const waitS = startS - (before === undefined ? 0 : times[before]! + work.activities[before]!.lengthS);
    return {
      itemId: item.id,
      title: item.title,
      startS,
      endS: startS + work.activities[point]!.lengthS,
      timing: script.items[i]!.whole,
      timingFrom: script.items[i]!.timingFrom,
      waitS,
      presenterId: item.presenterId ?? file.show.crew[0]?.personId,
      helperIds: item.helperIds,
      ...(waitS > 0 && { waitsFor: reasonFor(script, work, into, times, point) }),
    };
  });
  const tasks = points
    .filter((point) => work.activities[point]!.kind === 'task')
    .map((point) => plannedTask(script, work, out[point]!, settled, point, personOf(point)))
    .sort((a, b) => a.startS - b.startS || (a.id < b.id ? -1 : 1));
  const resets = points
    .filter((point) => work.activities[point]!.kind === 'reset')
    .map((point) => ({
      id: resetId(work.activities[point]!),
      itemId: work.activities[point]!.itemId,
      markId: work.activities[point]!.markId!,
      title: work.activities[point]!.title,
      personId: personOf(point),
      startS: times[point]!,
      endS: times[point]! + work.activities[point]!.lengthS,
    }));
  const needed = settled.neededS(found.person);
  const opens = file.venue.opens === undefined ? undefined : clockToS(file.venue.opens) - up;
  const closes = file.venue.closes === undefined ? undefined : script.at(file.venue.closes);
  const firstJobByS = Math.min(0, ...needed.filter(Number.isFinite));
  /** When the first job of each person is planned. */
  const calls = new Map<string, number>();
  const call = (personId: string | undefined, startS: number) =>
    personId !== undefined && calls.set(personId, Math.min(startS, calls.get(personId) ?? Infinity));
  for (const job of [...tasks, ...resets]) call(job.personId, job.startS);
  for (const { presenterId, helperIds, startS } of items)
    for (const personId of [presenterId, ...helperIds]) call(personId, startS);
  const timetable: Timetable = {
    items,
    tasks,
    resets,
    arrivals: work.people.map((p, i) => ({
      personId: p.id,
      arrivesS: p.arrivesS,
      ...(Number.isFinite(p.leavesS) && { leavesS: p.leavesS }),
      ...(calls.has(p.id) && { callS: calls.get(p.id)! }),
      ...(Number.isFinite(needed[i]!) && { neededS: needed[i]! }),
    })),
    getInS: work.getInS,
    doorsS: work.doorsS,
    endS: items.at(-1)?.endS ?? 0,
    slotEndS: script.slotS,
    ...(file.show.hardEnd !== undefined && { hardEndS: script.at(file.show.hardEnd) }),
    ...(opens !== undefined && { opensS: opens }),
    ...(closes !== undefined && { closesS: closes }),
    deadAirS: items.reduce((sum, item) => sum + item.waitS, 0),
    crewCallS: Math.min(0, ...tasks.map((t) => t.startS)),
    firstJobByS,
    provenBest: search.proven.end,
    // Items stand as early as can be; where that asks for hands sooner than the search had to, nothing is proven of it.
    provenCall: search.proven.call && firstJobByS >= found.callS,
    provenLoad: search.proven.load,
    steps: search.steps,
  };
  const broken = brokenOf(written, found, times, conflicts);
  return { script, timetable, work, links, settled, conflicts, broken, brokenFor: search.none ?? 'cannot' };
}

/** What a reset is found by in a timetable. */
export const resetId = ({ itemId, option }: Pick<Activity, 'itemId' | 'option'>): string =>
  option === undefined ? itemId : `${itemId}:o${option + 1}`;

/** Every limit that the times miss by more than a conflict explains, the presence of whoever does a thing too. */
function brokenOf(
  work: Work,
  { person }: Found,
  times: Float64Array,
  conflicts: readonly Conflict[],
): BrokenLimit[] {
  const own = work.links.filter(
    ({ why, from, to }) => !((why.kind === 'arrives' || why.kind === 'leaves') && person.has(from || to)),
  );
  const there = [...person].flatMap(([point, who]): WorkLink[] => {
    const { id: what, arrivesS, leavesS } = work.people[who]!;
    return [
      { from: 0, to: point, lagS: arrivesS, why: { kind: 'arrives', what } },
      { from: point, to: 0, lagS: work.activities[point]!.lengthS - leavesS, why: { kind: 'leaves', what } },
    ];
  });
  const explained = (link: WorkLink) =>
    Math.max(
      0,
      ...conflicts
        .filter(({ gaveWay: g }) => g.why.kind === link.why.kind && g.from === link.from && g.to === link.to)
        .map((c) => c.excessS),
    );
  return [...own, ...there]
    .map((link) => ({ link, missS: times[link.from]! + link.lagS - times[link.to]! }))
    .filter(({ missS }) => missS > 0)
    .filter(({ link, missS }) => missS > explained(link));
}

function plannedTask(
  script: Script,
  work: Work,
  out: readonly WorkLink[],
  settled: Settled,
  point: number,
  personId: string | undefined,
): PlannedTask {
  const { itemId, task, title, lengthS, hostItemId, markId, may } = work.activities[point]!;
  const startS = settled.times[point]!;
  const handsOffS = startS + lengthS;
  const readyS = handsOffS + task!.readyAfterS;
  const usedS = Math.min(...out.filter((l) => l.why.kind === 'ready').map((l) => settled.times[l.to]!));
  const choice = script.byItem.get(itemId)?.item.tasks?.find((c) => c.taskId === task!.id);
  return {
    id: `${itemId}:${task!.id}`,
    itemId,
    taskId: task!.id,
    title,
    personId,
    startS,
    handsOffS,
    readyS,
    staleS: task!.staleAfterS === undefined ? undefined : handsOffS + task!.staleAfterS,
    usedS: Math.max(usedS, readyS),
    earliestS: settled.earliestAlone(point),
    latestS: settled.latestAlone(point),
    mayDo: may.map((p) => work.people[p]!.id),
    locked: choice?.startS !== undefined,
    ...(choice?.personId !== undefined && { chosen: true }),
    ...(hostItemId !== undefined && { hostItemId }),
    ...(markId !== undefined && { markId }),
  };
}
