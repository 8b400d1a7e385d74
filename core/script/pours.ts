import type { PrepTask } from '../show';
import type { Script } from './script';

/** A task of an item. */
interface TaskOfItem {
  itemId: string;
  title: string;
  task: PrepTask;
  index: number;
  /** Where it is begun on stage: the place of that item in the running order. */
  hostIndex: number | undefined;
}

/** Something that is chilled in a vessel, with the task that fills it first; `pour` is undefined where nothing does in time. */
export interface Chill extends TaskOfItem {
  vessel: string;
  pour: TaskOfItem | undefined;
}

/**
 * What the preparation of a show chills, and in what: filled by the last task that does so for its own item or one before,
 * else by the first there is. A pour on stage that comes after the item is too late for it. Pure.
 */
export function chillsOf({ items, byItem }: Pick<Script, 'items' | 'byItem'>): Chill[] {
  const work = items.flatMap(({ item, demo, index }) =>
    (demo?.prep ?? []).map((task): TaskOfItem => {
      const host = item.tasks?.find((choice) => choice.taskId === task.id)?.inItemId;
      return { itemId: item.id, title: item.title, task, index, hostIndex: byItem.get(host ?? '')?.index };
    }),
  );
  return work.flatMap((chill): Chill[] => {
    const vessel = chill.task.chilledIn;
    if (vessel === undefined) return [];
    const latest = chill.hostIndex ?? chill.index;
    const pours = work.filter(
      (other) => other.task.fills === vessel && other !== chill && (other.hostIndex ?? 0) <= latest,
    );
    return [{ ...chill, vessel, pour: pours.filter((p) => p.index <= chill.index).at(-1) ?? pours[0] }];
  });
}
