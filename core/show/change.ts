import { withoutForwardRefs } from './refs';
import type { Demo, Timing } from './demo';
import type { Item, Show, TaskChoice } from './show';

/** A change of the show that a person can accept with one press, or make by hand; applied by `applyChange`. */
export type Change =
  | { kind: 'set-arrival'; personId: string; arrives: string }
  | { kind: 'set-leaving'; personId: string; leaves: string }
  | { kind: 'remove-items'; itemIds: string[] }
  | { kind: 'move-item'; itemId: string; toIndex: number }
  | { kind: 'insert-item'; item: Item; toIndex: number }
  | { kind: 'duplicate-item'; itemId: string; newId: string }
  | { kind: 'split-set-up'; itemId: string; newId: string; timing: Timing }
  | { kind: 'reorder'; itemIds: string[] }
  | { kind: 'set-item'; itemId: string; fields: ItemFields }
  | { kind: 'set-timing'; itemId: string; timing: Timing | undefined }
  | { kind: 'set-task'; itemId: string; taskId: string; choice: Partial<Omit<TaskChoice, 'taskId'>> }
  | { kind: 'bring-kit'; goodId: string; count: number };

/** Fields of an item that a change may set; `undefined` takes a field away. */
export type ItemFields = {
  [K in 'pinned' | 'at' | 'worth' | 'presenterId' | 'helperIds' | 'resetBy' | 'title']?: Item[K] | undefined;
};

/**
 * The show with a change applied. One that names something gone leaves the show as it is. References that a change
 * leaves pointing at nothing, or forward in time, are taken out with it.
 */
export function applyChange(show: Show, change: Change): Show {
  return tidied(changed(show, change));
}

function changed(show: Show, change: Change): Show {
  const withItems = (items: Item[]) => ({ ...show, items });
  const onItem = (id: string, edit: (item: Item) => Item) =>
    withItems(show.items.map((item) => (item.id === id ? edit(item) : item)));
  switch (change.kind) {
    case 'set-arrival':
      return onPlace(show, change.personId, { arrives: change.arrives });
    case 'set-leaving':
      return onPlace(show, change.personId, { leaves: change.leaves });
    case 'remove-items':
      return withItems(show.items.filter((item) => !change.itemIds.includes(item.id)));
    case 'move-item':
      return withItems(moved(show.items, change.itemId, change.toIndex));
    case 'insert-item':
      return withItems([
        ...show.items.slice(0, change.toIndex),
        change.item,
        ...show.items.slice(change.toIndex),
      ]);
    case 'duplicate-item':
      return withItems(
        show.items.flatMap((item) =>
          item.id === change.itemId ? [item, { ...structuredClone(item), id: change.newId }] : [item],
        ),
      );
    case 'split-set-up':
      return withItems(
        show.items.flatMap((item) => (item.id === change.itemId ? split(item, change) : [item])),
      );
    case 'reorder': {
      const place = (item: Item) => {
        const at = change.itemIds.indexOf(item.id);
        return at < 0 ? show.items.length : at;
      };
      return withItems([...show.items].sort((a, b) => place(a) - place(b)));
    }
    case 'set-item':
      return onItem(change.itemId, (item) => pruned({ ...item, ...change.fields } as Item));
    case 'set-timing':
      return onItem(change.itemId, (item) => pruned({ ...item, timing: change.timing } as Item));
    case 'set-task':
      return onItem(change.itemId, (item) => withChoice(item, change.taskId, change.choice));
    case 'bring-kit': {
      const others = (show.extraKit ?? []).filter((e) => e.goodId !== change.goodId);
      const was = show.extraKit?.find((e) => e.goodId === change.goodId)?.count ?? 0;
      return { ...show, extraKit: [...others, { goodId: change.goodId, count: was + change.count }] };
    }
  }
}

/** Takes out references to items that are gone or no longer come before. Gives the same show where all is well. */
export function tidied(show: Show): Show {
  const items = withoutForwardRefs(show.items);
  return items === show.items ? show : { ...show, items: items.map(withoutEmptyChoices) };
}

/** The steps of a demo that a split moves into an item of their own, and how long they take; undefined without any. */
export function setUpTiming(demo: Demo | undefined): Timing | undefined {
  const steps = demo?.steps.filter((s) => s.setUp) ?? [];
  if (!demo || steps.length === 0 || steps.length === demo.steps.length) return undefined;
  const sum = (key: keyof Timing) => steps.reduce((total, s) => total + s[key], 0);
  return { bestS: sum('bestS'), likelyS: sum('likelyS'), worstS: sum('worstS') };
}

function split(item: Item, { newId, timing }: { newId: string; timing: Timing }): Item[] {
  const setUp: Item = {
    id: newId,
    kind: 'link',
    title: `Set up: ${item.title}`.slice(0, 160),
    showings: 1,
    retries: 0,
    helperIds: item.helperIds,
    ...(item.presenterId !== undefined && { presenterId: item.presenterId }),
    timing,
  };
  const { timing: whole, ...rest } = item;
  const left = whole && {
    bestS: Math.max(0, whole.bestS - timing.bestS),
    likelyS: Math.max(0, whole.likelyS - timing.likelyS),
    worstS: Math.max(0, whole.worstS - timing.worstS),
  };
  const sorted = left && left.bestS <= left.likelyS && left.likelyS <= left.worstS ? left : undefined;
  return [setUp, { ...rest, setUpIn: newId, ...(sorted && { timing: sorted }) }];
}

function withChoice(item: Item, taskId: string, choice: Partial<Omit<TaskChoice, 'taskId'>>): Item {
  const was = item.tasks?.find((t) => t.taskId === taskId);
  const next = pruned({ ...was, taskId, ...choice } as TaskChoice);
  return withTasks(item, [...(item.tasks ?? []).filter((t) => t.taskId !== taskId), next]);
}

const withoutEmptyChoices = (item: Item): Item => (item.tasks ? withTasks(item, item.tasks) : item);

/** Choices that choose nothing are not kept. */
function withTasks(item: Item, tasks: TaskChoice[]): Item {
  const kept = tasks.filter((t) => Object.keys(t).length > 1);
  return pruned({ ...item, tasks: kept.length ? kept : undefined } as unknown as Item);
}

const onPlace = (show: Show, personId: string, fields: { arrives: string } | { leaves: string }): Show => ({
  ...show,
  crew: show.crew.map((p) => (p.personId === personId ? { ...p, ...fields } : p)),
});

/** Without the fields that are there but undefined: in a document they are absent. */
const pruned = <T extends object>(value: T): T =>
  Object.fromEntries(Object.entries(value).filter(([, v]) => v !== undefined)) as T;

function moved<T extends { id: string }>(list: readonly T[], id: string, toIndex: number): T[] {
  const item = list.find((entry) => entry.id === id);
  if (!item) return [...list];
  const rest = list.filter((entry) => entry.id !== id);
  const index = Math.max(0, Math.min(rest.length, toIndex));
  return [...rest.slice(0, index), item, ...rest.slice(index)];
}
