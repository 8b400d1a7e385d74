import { applyPatches, current, enablePatches, isDraft, produceWithPatches, type Patch } from 'immer';
import type { Demo, Timing } from './demo';
import { withoutForwardRefs } from './refs';
import type { Acknowledgement, Agreed, CrewPlace, Item, RiskEdit, Show, TaskChoice } from './show';

enablePatches();

export type { Patch };

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
  | { kind: 'set-task'; itemId: string; taskId: string; choice: TaskWord }
  | { kind: 'bring-kit'; goodId: string; count: number }
  | { kind: 'agree'; what: Agreed }
  | { kind: 'acknowledge'; acknowledgement: Acknowledgement }
  | { kind: 'withdraw'; stop: StopKey }
  | { kind: 'set-risk'; risk: RiskEdit };

/** What a stop is known by: its kind, its item and what it says. */
export type StopKey = Pick<Acknowledgement, 'code' | 'itemId' | 'message'>;

/** Whether an acknowledgement is about this stop, as it is now. */
export const isAbout = (acknowledgement: StopKey, { code, itemId, message }: StopKey): boolean =>
  acknowledgement.code === code && acknowledgement.itemId === itemId && acknowledgement.message === message;

/** What the presenter says of a task; `undefined` takes it back. */
type TaskWord = {
  [K in 'personId' | 'startS' | 'inItemId' | 'afterStepId' | 'early']?: TaskChoice[K] | undefined;
};

/** Fields of an item that a change may set; `undefined` takes a field away. */
export type ItemFields = {
  [
    K in
      'pinned' | 'at' | 'worth' | 'presenterId' | 'helperIds' | 'resetBy' | 'title' | 'markId' | 'variantId'
  ]?: Item[K] | undefined;
};

/** A change as data: what it does to a show, and what takes it back. Both are JSON patches. */
export interface Changed {
  show: Show;
  patches: Patch[];
  inverse: Patch[];
}

/**
 * The one door through which a show changes: `recipe` changes a draft of it, and the patches fall out. References that
 * are left pointing at nothing, or forward in time, are taken out with it. The show itself is left as it is.
 */
export function changeShow(show: Show, recipe: (draft: Show) => void): Changed {
  const [next, patches, inverse] = produceWithPatches(show, (draft) => {
    recipe(draft);
    const items = withoutForwardRefs(draft.items);
    if (items !== draft.items) draft.items = items;
    draft.items.forEach(dropLooseSteps);
    draft.items.forEach(dropEmptyChoices);
    dropLooseAcknowledgements(draft);
  });
  return { show: next, patches, inverse };
}

/** The show with a change applied. One that names something gone leaves the show as it is. */
export const applyChange = (show: Show, change: Change): Show =>
  changeShow(show, (draft) => make(draft, change)).show;

/** The show with patches applied: a change made again, or taken back. */
export const patchShow = (show: Show, patches: readonly Patch[]): Show =>
  applyPatches(show, patches as Patch[]);

/** Makes a change of a draft. */
export function make(draft: Show, change: Change): void {
  const { items } = draft;
  const at = (id: string) => items.findIndex((item) => item.id === id);
  const replace = (id: string, edit: (item: Item) => Item[]) => {
    const index = at(id);
    if (index >= 0) items.splice(index, 1, ...edit(items[index]!));
  };
  switch (change.kind) {
    case 'set-arrival':
      return onPlace(draft, change.personId, (place) => (place.arrives = change.arrives));
    case 'set-leaving':
      return onPlace(draft, change.personId, (place) => (place.leaves = change.leaves));
    case 'remove-items':
      draft.items = items.filter((item) => !change.itemIds.includes(item.id));
      return;
    case 'move-item': {
      const index = at(change.itemId);
      if (index < 0) return;
      const [item] = items.splice(index, 1);
      items.splice(Math.max(0, Math.min(items.length, change.toIndex)), 0, item!);
      return;
    }
    case 'insert-item':
      return void items.splice(change.toIndex, 0, change.item);
    case 'duplicate-item':
      return replace(change.itemId, (item) => [item, { ...structuredClone(plain(item)), id: change.newId }]);
    case 'split-set-up':
      return replace(change.itemId, (item) => split(item, change));
    case 'reorder': {
      const place = (item: Item) => {
        const index = change.itemIds.indexOf(item.id);
        return index < 0 ? items.length : index;
      };
      draft.items = [...items].sort((a, b) => place(a) - place(b));
      return;
    }
    case 'set-item':
      return set(items[at(change.itemId)], change.fields);
    case 'set-timing':
      return set(items[at(change.itemId)], { timing: change.timing });
    case 'set-task':
      items.filter((i) => i.id === change.itemId).forEach((i) => choose(i, change.taskId, change.choice));
      return;
    case 'bring-kit': {
      const extra = (draft.extraKit ??= []);
      const known = extra.find((e) => e.goodId === change.goodId);
      if (known) known.count += change.count;
      else extra.push({ goodId: change.goodId, count: change.count });
      return;
    }
    case 'agree':
      draft.agreed = [...new Set([...(draft.agreed ?? []), change.what])];
      return;
    case 'acknowledge': {
      draft.acknowledged = [...without(draft, change.acknowledgement), change.acknowledgement];
      return;
    }
    case 'withdraw':
      draft.acknowledged = without(draft, change.stop);
      return;
    case 'set-risk': {
      const { itemId, hazard } = change.risk;
      const others = (draft.risks ?? []).filter((r) => r.itemId !== itemId || r.hazard !== hazard);
      draft.risks = [...others, change.risk];
    }
  }
}

/** The acknowledgements but that of one stop. */
const without = ({ acknowledged = [] }: Show, stop: StopKey) => acknowledged.filter((a) => !isAbout(a, stop));

/** Removes acknowledgements and risk edits of items that are gone. */
function dropLooseAcknowledgements(draft: Show): void {
  const { acknowledged, risks } = draft;
  if (!acknowledged && !risks) return;
  const ids = new Set(draft.items.map((item) => item.id));
  const isThere = ({ itemId }: { itemId?: string }) => itemId === undefined || ids.has(itemId);
  if (acknowledged && !acknowledged.every(isThere)) draft.acknowledged = acknowledged.filter(isThere);
  if (risks && !risks.every(isThere)) draft.risks = risks.filter(isThere);
  if (draft.acknowledged?.length === 0) delete draft.acknowledged;
  if (draft.risks?.length === 0) delete draft.risks;
}

/** Sets fields; what is `undefined` is taken away. */
function set<T extends object>(target: T | undefined, fields: { [K in keyof T]?: T[K] | undefined }): void {
  if (!target) return;
  for (const [key, value] of Object.entries(fields) as [keyof T, T[keyof T] | undefined][]) {
    if (value === undefined) delete target[key];
    else target[key] = value;
  }
}

const plain = (item: Item): Item => (isDraft(item) ? current(item) : item);

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

/** A step after which work begins means something only together with the item it begins in. */
function dropLooseSteps({ tasks }: Item): void {
  for (const task of tasks ?? []) if (task.inItemId === undefined) delete task.afterStepId;
}

function choose(item: Item, taskId: string, choice: TaskWord): void {
  const tasks = (item.tasks ??= []);
  let word = tasks.find((t) => t.taskId === taskId);
  if (!word) {
    tasks.push({ taskId });
    word = tasks.at(-1)!;
  }
  set(word, choice);
}

/** Choices that choose nothing are not kept. */
function dropEmptyChoices(item: Item): void {
  const kept = item.tasks?.filter((t) => Object.keys(t).length > 1);
  if (!kept || kept.length === item.tasks!.length) return;
  if (kept.length) item.tasks = kept;
  else delete item.tasks;
}

function onPlace(draft: Show, personId: string, change: (place: CrewPlace) => void): void {
  draft.crew.filter((place) => place.personId === personId).forEach(change);
}
