import type { Script, ScriptItem } from '../script';
import type { PlannedItem, Timetable } from '../timetable';

/**
 * The last timetable with its items in the order and at the lengths of a newer script: what is drawn until the plan of
 * that script is worked out. Nothing is searched and no limit looked at: items follow one another, one that has to
 * begin at a time of day waits for it, one whose neighbour before it is the same keeps its wait, work that belongs to
 * an item goes where it goes, and work of the show before it stays. Seconds from curtain-up. Pure.
 */
export function moved(last: Timetable, script: Script): Timetable {
  const before = new Map(
    last.items.map((item, i) => [item.itemId, { item, after: last.items[i - 1]?.itemId }]),
  );
  let endS = 0;
  let after: string | undefined;
  const items = script.items.map((scripted): PlannedItem => {
    const old = before.get(scripted.item.id);
    const { at } = scripted.item;
    const waited = old?.after === after ? (old?.item.waitS ?? 0) : 0;
    const startS = Math.max(endS + waited, at === undefined ? -Infinity : script.at(at));
    const planned = placed(scripted, old?.item, startS, startS - endS);
    endS = planned.endS;
    after = planned.itemId;
    return planned;
  });
  const shift = new Map(
    items.map((i) => [i.itemId, i.startS - (before.get(i.itemId)?.item.startS ?? i.startS)]),
  );
  const onto = (itemId: string) => shift.get(itemId) ?? 0;
  return {
    ...last,
    items,
    tasks: last.tasks
      .filter((t) => shift.has(t.itemId))
      .map((t) => {
        const byS = t.hostItemId === undefined ? 0 : onto(t.hostItemId);
        const usedByS = t.usedS === before.get(t.itemId)?.item.startS ? onto(t.itemId) : 0;
        return byS === 0 && usedByS === 0
          ? t
          : {
              ...t,
              startS: t.startS + byS,
              handsOffS: t.handsOffS + byS,
              readyS: t.readyS + byS,
              usedS: t.usedS + usedByS,
            };
      }),
    resets: last.resets
      .filter((r) => shift.has(r.itemId))
      .map((r) =>
        onto(r.itemId) === 0 ? r : { ...r, startS: r.startS + onto(r.itemId), endS: r.endS + onto(r.itemId) },
      ),
    endS,
    deadAirS: items.reduce((sum, i) => sum + i.waitS, 0),
    provenBest: false,
  };
}

function placed(
  { item, whole, timingFrom }: ScriptItem,
  old: PlannedItem | undefined,
  startS: number,
  waitS: number,
): PlannedItem {
  const lengthS = old ? old.endS - old.startS + whole.likelyS - old.timing.likelyS : whole.likelyS;
  const { waitsFor, ...rest } = old ?? {};
  const next: PlannedItem = {
    ...rest,
    presenterId: item.presenterId ?? old?.presenterId,
    helperIds: item.helperIds,
    ...(waitS > 0 && waitsFor && { waitsFor }),
    itemId: item.id,
    title: item.title,
    timing: whole,
    timingFrom,
    startS,
    endS: startS + Math.max(0, lengthS),
    waitS,
  };
  // One that stays as it was stays the same object: what draws it need not look again.
  return old && sameDrawn(old, next) ? old : next;
}

const sameDrawn = (a: PlannedItem, b: PlannedItem): boolean =>
  a.startS === b.startS &&
  a.endS === b.endS &&
  a.waitS === b.waitS &&
  a.title === b.title &&
  a.presenterId === b.presenterId &&
  a.helperIds.join() === b.helperIds.join();
