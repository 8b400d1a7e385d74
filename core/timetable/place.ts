import { clockToS } from '../quantities';
import type { Demo, Item, Person, PrepTask, ShowFile, Who } from '../show';
import { Diary } from './diary';
import { firstShowing, wholeItem } from './durations';
import type { PlannedItem, PlannedReset, PlannedTask, Timetable } from './types';

/**
 * Places everything: items one after another in the presenter's order, each prep task as late as its fresh window
 * and the crew's hands allow, each reset as soon as hands are free. An item whose preparation cannot be ready in
 * time is delayed, and that wait is dead air. Seconds from curtain-up.
 *
 * Greedy and deterministic: tasks are placed item by item, and within an item from the last task of the chain back.
 * It never breaks a person in two, but does not prove that no better placing exists.
 */
export function place(file: ShowFile): Timetable {
  const waits = new Map<string, number>();
  // Each round either places everything or delays one item by a positive time; the bound only guards against a bug.
  for (let round = 0; ; round++) {
    const attempt = placeWith(file, waits);
    if (!attempt.delay || round > 20 * (file.show.items.length + 1)) return attempt.timetable;
    waits.set(attempt.delay.itemId, (waits.get(attempt.delay.itemId) ?? 0) + attempt.delay.byS);
  }
}

interface Attempt {
  timetable: Timetable;
  delay?: { itemId: string; byS: number };
}

function placeWith(file: ShowFile, waits: ReadonlyMap<string, number>): Attempt {
  const { show } = file;
  const up = clockToS(show.curtainUp);
  const arrivals = show.crew.map((p) => ({ personId: p.personId, arrivesS: clockToS(p.arrives) - up }));
  const demos = new Map(file.demos.map((d) => [d.id, d]));
  const items = stage(file, demos, waits);
  const diary = new Diary();
  for (const item of items) {
    for (const id of onStage(item)) diary.book(id, item.startS, item.endS);
  }
  const hands = new Hands(file, arrivals, diary);
  const tasks: PlannedTask[] = [];
  const resets: PlannedReset[] = [];
  let delay: Attempt['delay'];
  show.items.forEach((item, i) => {
    const planned = items[i]!;
    const demo = item.demoId ? demos.get(item.demoId) : undefined;
    if (!demo) return;
    const chain = placeChain(item, demo, planned, hands, clockToS(show.doors) - up);
    tasks.push(...chain.tasks);
    if (chain.lateS > 0 && !delay) delay = { itemId: item.id, byS: chain.lateS };
    if (demo.reset && !demo.reset.inView) {
      const spot = hands.soonest(demo.reset.who, demo.reset.handsOnS, planned.endS);
      resets.push({
        itemId: item.id,
        title: demo.reset.title,
        personId: spot.personId,
        startS: spot.startS,
        endS: spot.startS + demo.reset.handsOnS,
      });
    }
  });
  const endS = items.at(-1)?.endS ?? 0;
  const timetable: Timetable = {
    items,
    tasks: tasks.sort((a, b) => a.startS - b.startS || (a.id < b.id ? -1 : 1)),
    resets,
    arrivals,
    getInS: clockToS(show.getIn) - up,
    doorsS: clockToS(show.doors) - up,
    endS,
    slotEndS: show.slotMin * 60,
    deadAirS: items.reduce((sum, item) => sum + item.waitS, 0),
    firstHandsS: Math.min(0, ...tasks.map((t) => t.startS)),
  };
  return delay ? { timetable, delay } : { timetable };
}

function stage(file: ShowFile, demos: Map<string, Demo>, waits: ReadonlyMap<string, number>): PlannedItem[] {
  const records = new Map(file.record.map((r) => [r.demoId, r]));
  let clock = 0;
  return file.show.items.map((item) => {
    const demo = item.demoId ? demos.get(item.demoId) : undefined;
    const first = firstShowing(item, demo, demo && records.get(demo.id));
    const timing = wholeItem(item, demo, first.timing);
    const waitS = waits.get(item.id) ?? 0;
    const startS = clock + waitS;
    clock = startS + timing.likelyS;
    return {
      itemId: item.id,
      title: item.title,
      startS,
      endS: clock,
      timing,
      timingFrom: first.from,
      waitS,
      presenterId: item.presenterId ?? file.show.crew[0]?.personId,
      helperIds: item.helperIds,
    };
  });
}

const onStage = (item: PlannedItem) =>
  [...new Set([item.presenterId, ...item.helperIds])].filter((id) => id !== undefined);

/** Finds hands for a task among the crew of the show. */
class Hands {
  private readonly people: Map<string, Person>;

  constructor(
    file: ShowFile,
    private readonly arrivals: { personId: string; arrivesS: number }[],
    readonly diary: Diary,
  ) {
    this.people = new Map(file.crew.map((p) => [p.id, p]));
  }

  /** The latest free start in [notBefore, notAfter]; who can begin latest does it, the less loaded first. Books it. */
  latest(who: Who, lengthS: number, notBefore: number, notAfter: number) {
    const spots = this.eligible(who).flatMap(({ personId, arrivesS }) => {
      const startS = this.diary.latestStart(personId, lengthS, Math.max(notBefore, arrivesS), notAfter);
      return startS === undefined ? [] : [{ personId, startS, load: this.diary.load(personId) }];
    });
    spots.sort((a, b) => b.startS - a.startS || a.load - b.load);
    return this.booked(spots[0], lengthS);
  }

  /** The earliest free start at or after `notBefore`. Books it; without anyone, nobody does it at `notBefore`. */
  soonest(who: Who, lengthS: number, notBefore: number): Spot {
    const spots = this.eligible(who).map(({ personId, arrivesS }) => ({
      personId,
      startS: this.diary.earliestStart(personId, lengthS, Math.max(notBefore, arrivesS)),
      load: this.diary.load(personId),
    }));
    spots.sort((a, b) => a.startS - b.startS || a.load - b.load);
    return (
      this.booked(spots[0], lengthS) ?? {
        personId: undefined,
        startS: Number.isFinite(notBefore) ? notBefore : 0,
      }
    );
  }

  private eligible(who: Who) {
    return this.arrivals.filter(({ personId }) => mayDo(this.people.get(personId), who));
  }

  private booked(spot: { personId: string; startS: number } | undefined, lengthS: number) {
    if (spot) this.diary.book(spot.personId, spot.startS, spot.startS + lengthS);
    return spot && { personId: spot.personId, startS: spot.startS };
  }
}

/** Whether a person may do a task: anyone, or the named role or skill. */
export function mayDo(person: Person | undefined, who: Who): boolean {
  if (!person) return false;
  if (who.kind === 'anyone') return true;
  return who.kind === 'role' ? person.role === who.value : person.skills.some((s) => s === who.value);
}

/**
 * The prep tasks of one item. First back from its start, each as late as may be; where that leaves a task without
 * hands or time, forward from the arrivals, and `lateS` > 0 says how long the item must wait.
 */
function placeChain(item: Item, demo: Demo, planned: PlannedItem, hands: Hands, doorsS: number) {
  const tasks =
    hands.diary.tentatively(() => placeBack(item, demo, planned, hands, doorsS)) ??
    placeForward(item, demo, planned, hands);
  return { tasks, lateS: Math.max(0, ...tasks.map((t) => t.readyS - planned.startS)) };
}

function placeBack(item: Item, demo: Demo, planned: PlannedItem, hands: Hands, doorsS: number) {
  const tasks: PlannedTask[] = [];
  for (const task of [...demo.prep].reverse()) {
    const usedS = usedBy(demo, task, tasks, planned);
    const latestEnd = Math.min(usedS - task.readyAfterS, task.beforeDoors ? doorsS : Infinity);
    const spot = hands.latest(task.who, task.handsOnS, -Infinity, latestEnd - task.handsOnS);
    if (!spot) return undefined;
    tasks.push(plannedTask(item, task, spot, usedS));
  }
  return tasks;
}

function placeForward(item: Item, demo: Demo, planned: PlannedItem, hands: Hands) {
  const placed: PlannedTask[] = [];
  for (const task of demo.prep) {
    const before = placed.find((t) => t.taskId === task.afterTaskId)?.readyS ?? -Infinity;
    placed.push(plannedTask(item, task, hands.soonest(task.who, task.handsOnS, before), planned.startS));
  }
  return demo.prep.map((task, i) => ({
    ...placed[i]!,
    usedS: Math.max(placed[i]!.readyS, usedBy(demo, task, placed, planned)),
  }));
}

/** When a task's work is taken up: by the first task that follows it, or by the item. */
const usedBy = (demo: Demo, task: PrepTask, placed: readonly PlannedTask[], planned: PlannedItem) =>
  Math.min(
    planned.startS,
    ...placed
      .filter((t) => demo.prep.some((p) => p.id === t.taskId && p.afterTaskId === task.id))
      .map((t) => t.startS),
  );

function plannedTask(item: Item, task: PrepTask, spot: Spot, usedS: number): PlannedTask {
  const handsOffS = spot.startS + task.handsOnS;
  return {
    id: `${item.id}:${task.id}`,
    itemId: item.id,
    taskId: task.id,
    title: task.title,
    personId: spot.personId,
    startS: spot.startS,
    handsOffS,
    readyS: handsOffS + task.readyAfterS,
    staleS: task.staleAfterS === undefined ? undefined : handsOffS + task.staleAfterS,
    usedS,
  };
}

interface Spot {
  personId: string | undefined;
  startS: number;
}
