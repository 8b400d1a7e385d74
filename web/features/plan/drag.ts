import { itemOf, type Change, type Show, type Timetable } from '@hearty/core';
import type { Held } from './ribbon/held';
import type { TimeMap } from './ribbon/time';

/** Where it is held: the height of the hand on the plan, how far it has moved, and the person whose lane it is over. */
export interface Over {
  y: number;
  movedY: number;
  personId: string | undefined;
}

/** Less than this down or up is not a new time. */
const STILL_PX = 8;
/** Times set by dragging are whole half minutes. */
const GRID_S = 30;

/** The change that letting go would make; undefined where it would change nothing. Pure. */
export function changeOf(
  held: Held,
  over: Over,
  show: Show,
  timetable: Timetable,
  time: TimeMap,
): Change | undefined {
  switch (held.kind) {
    case 'item': {
      const toIndex = placeAt(timetable, time, over.y, held.itemId);
      return toIndex === show.items.findIndex((i) => i.id === held.itemId)
        ? undefined
        : { kind: 'move-item', itemId: held.itemId, toIndex };
    }
    case 'demo': {
      const toIndex = placeAt(timetable, time, over.y, undefined);
      return { kind: 'insert-item', toIndex, item: itemOf(held.demo, held.newId) };
    }
    case 'task': {
      const given = over.personId !== undefined && over.personId !== held.personId;
      const moved = Math.abs(over.movedY) >= STILL_PX;
      if (!given && !moved) return undefined;
      const s = time.s(time.y(held.startS) + over.movedY);
      return {
        kind: 'set-task',
        itemId: held.itemId,
        taskId: held.taskId,
        choice: {
          ...(given && { personId: over.personId! }),
          ...(moved && { startS: Math.round(s / GRID_S) * GRID_S }),
        },
      };
    }
    case 'stage':
      return over.personId === undefined
        ? undefined
        : onStage(show, held.itemId, held.personId, over.personId);
    case 'reset':
      if (over.personId === undefined || over.personId === held.personId) return undefined;
      return { kind: 'set-item', itemId: held.itemId, fields: { resetBy: over.personId } };
  }
}

/** The place in the order for something held at a height: after everything whose greater part lies above it. */
function placeAt(timetable: Timetable, time: TimeMap, y: number, itemId: string | undefined): number {
  const own = timetable.items.findIndex((i) => i.itemId === itemId);
  return timetable.items.filter((item, i) => {
    if (item.itemId === itemId) return false;
    const share = own >= 0 && i < own ? 0.6 : 0.4;
    return y > time.y(item.startS) + share * (time.y(item.endS) - time.y(item.startS));
  }).length;
}

/** Somebody else on stage in an item: two who are both in it change parts. */
export function onStage(show: Show, itemId: string, from: string, to: string): Change | undefined {
  const item = show.items.find((i) => i.id === itemId);
  if (!item || from === to) return undefined;
  const presenterId = item.presenterId ?? show.crew[0]?.personId;
  const swap = (id: string) => (id === from ? to : id === to ? from : id);
  return {
    kind: 'set-item',
    itemId,
    fields: {
      ...(presenterId !== undefined && { presenterId: swap(presenterId) }),
      helperIds: item.helperIds.map(swap),
    },
  };
}
