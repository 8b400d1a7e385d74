import { clockToS } from '../../quantities';
import type { ShowFile } from '../../show';
import type { PlannedItem, PlannedTask, Timetable } from '../types';
import { workOf, type Work, type WorkLink } from '../work';
import { bestPlacing, BUDGET_STEPS, type SearchProgress } from './best';
import { loosened, softest, type Conflict } from './contradiction';
import { reasonFor } from './reasons';
import type { Found } from './search';
import { settle, type Settled } from './settle';

export interface PlaceOptions {
  /** Steps of search; see `BUDGET_STEPS`. */
  budget?: number;
}

/** A timetable, and the network behind it for those who compute on: forecast, findings, reorder. */
export interface Placement {
  timetable: Timetable;
  work: Work;
  /** Every link that holds: the show's own and those that order hands and kit. */
  links: WorkLink[];
  settled: Settled;
  conflicts: Conflict[];
  /** Limits that no placing of the hands could keep. */
  broken: WorkLink[];
}

/**
 * Places everything: items in the presenter's order, prep tasks and resets among the crew, the stations and the kit.
 * First of all no window is broken, then the dead air is least; of such placings what goes stale is prepared as late,
 * and what keeps as early, as all else allows. Seconds from curtain-up. Pure: same file and budget, same answer.
 */
export function place(file: ShowFile, options: PlaceOptions = {}): Placement {
  const steps = placeSteps(file, options);
  for (;;) {
    const next = steps.next();
    if (next.done) return next.value;
  }
}

/** `place` in slices: yields its progress, and may be dropped at any of them. */
export function* placeSteps(
  file: ShowFile,
  { budget = BUDGET_STEPS }: PlaceOptions = {},
): Generator<SearchProgress, Placement> {
  const { work: whole, conflicts } = loosened(workOf(file));
  const broken: WorkLink[] = [];
  let work = whole;
  for (;;) {
    const best = yield* bestPlacing(work, budget);
    if (best.found) {
      const proven = best.proven && broken.length === 0 && conflicts.length === 0;
      return placed(file, work, best.found, { proven, steps: best.steps }, conflicts, broken);
    }
    const gone = givesWay(work, best.stuck!);
    if (!gone) throw new Error('Nothing is left to give way, and still no hands fit: a fault in the search.');
    if (gone === 'kit') work = { ...work, kit: [], links: work.links.filter((l) => l.why.kind !== 'kit') };
    else {
      broken.push(gone);
      work = { ...work, links: work.links.filter((l) => l !== gone) };
    }
  }
}

/** What is given up where a point finds no place: a soft limit of its own, then of its item, then of anything. */
function givesWay(work: Work, point: number): WorkLink | 'kit' | undefined {
  const { itemId } = work.activities[point]!;
  const touches = (test: (p: number) => boolean) => work.links.filter((l) => test(l.from) || test(l.to));
  const link =
    softest(touches((p) => p === point)) ??
    softest(touches((p) => work.activities[p]!.kind === 'task' && work.activities[p]!.itemId === itemId)) ??
    softest(work.links);
  if (link) return link.why.kind === 'kit' ? 'kit' : link;
  return work.kit.length ? 'kit' : undefined;
}

function placed(
  file: ShowFile,
  work: Work,
  found: Found,
  search: { proven: boolean; steps: number },
  conflicts: Conflict[],
  broken: WorkLink[],
): Placement {
  const links = [...work.links, ...found.links];
  const settled = settle(work, links);
  const up = clockToS(file.show.curtainUp);
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
      timing: work.times[i]!.timing,
      timingFrom: work.times[i]!.from,
      waitS,
      presenterId: item.presenterId ?? file.show.crew[0]?.personId,
      helperIds: item.helperIds,
      ...(waitS > 0 && { waitsFor: reasonFor(file, work, links, times, point) }),
    };
  });
  const tasks = points
    .filter((point) => work.activities[point]!.kind === 'task')
    .map((point) => plannedTask(work, links, settled, point, personOf(point), file))
    .sort((a, b) => a.startS - b.startS || (a.id < b.id ? -1 : 1));
  const resets = points
    .filter((point) => work.activities[point]!.kind === 'reset')
    .map((point) => ({
      itemId: work.activities[point]!.itemId,
      title: work.activities[point]!.title,
      personId: personOf(point),
      startS: times[point]!,
      endS: times[point]! + work.activities[point]!.lengthS,
    }));
  const needed = settled.neededS(found.person);
  const opens = file.venue.opens === undefined ? undefined : clockToS(file.venue.opens) - up;
  const closes = file.venue.closes === undefined ? undefined : clockToS(file.venue.closes) - up;
  const timetable: Timetable = {
    items,
    tasks,
    resets,
    arrivals: work.people.map((p, i) => ({
      personId: p.id,
      arrivesS: p.arrivesS,
      ...(Number.isFinite(p.leavesS) && { leavesS: p.leavesS }),
      ...(Number.isFinite(needed[i]!) && { neededS: needed[i]! }),
    })),
    getInS: work.getInS,
    doorsS: work.doorsS,
    endS: items.at(-1)?.endS ?? 0,
    slotEndS: file.show.slotMin * 60,
    ...(file.show.hardEnd !== undefined && { hardEndS: clockToS(file.show.hardEnd) - up }),
    ...(opens !== undefined && { opensS: opens }),
    ...(closes !== undefined && { closesS: closes }),
    deadAirS: items.reduce((sum, item) => sum + item.waitS, 0),
    firstHandsS: Math.min(0, ...tasks.map((t) => t.startS)),
    crewCallS: Math.min(0, ...needed.filter(Number.isFinite)),
    provenBest: search.proven,
    steps: search.steps,
  };
  return { timetable, work, links, settled, conflicts, broken };
}

function plannedTask(
  work: Work,
  links: readonly WorkLink[],
  settled: Settled,
  point: number,
  personId: string | undefined,
  file: ShowFile,
): PlannedTask {
  const { itemId, task, title, lengthS, hostItemId, may } = work.activities[point]!;
  const startS = settled.times[point]!;
  const handsOffS = startS + lengthS;
  const readyS = handsOffS + task!.readyAfterS;
  const usedS = Math.min(
    ...links.filter((l) => l.from === point && l.why.kind === 'ready').map((l) => settled.times[l.to]!),
  );
  const item = file.show.items.find((i) => i.id === itemId)!;
  const choice = item.tasks?.find((c) => c.taskId === task!.id);
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
    ...(task!.station !== undefined && { station: task!.station }),
  };
}
