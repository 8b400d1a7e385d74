import type { Item } from '@hearty/core';

/** Whether an item is played: it has showings, retries and a mark. */
const isPlayed = (item: Item): boolean => item.kind === 'demo' || item.kind === 'choice';

/** Whether a field of several items may be set on one of them. */
export function takes(item: Item, field: 'presenterId' | 'showings' | 'retries' | 'markId'): boolean {
  if (field === 'presenterId') return true;
  if (!isPlayed(item)) return false;
  if (field === 'showings') return !item.series;
  if (field === 'retries') return !item.series || item.series.onFail === 'retry';
  return true;
}

/** What all of them have alike in a field; undefined where they differ. */
export function common<K extends keyof Item>(items: readonly Item[], field: K): Item[K] | undefined {
  const [first, ...others] = items;
  return first && others.every((item) => item[field] === first[field]) ? first[field] : undefined;
}

/** The order with the chosen items one place up (-1) or down (1), each as far as the others and the ends let it. */
export function movedTogether<T extends { id: string }>(
  items: readonly T[],
  ids: readonly string[],
  by: -1 | 1,
): T[] {
  const order = by === -1 ? [...items] : [...items].reverse();
  const isChosen = (item: T) => ids.includes(item.id);
  for (let i = 1; i < order.length; i++)
    if (isChosen(order[i]!) && !isChosen(order[i - 1]!))
      [order[i - 1], order[i]] = [order[i]!, order[i - 1]!];
  return by === -1 ? order : order.reverse();
}
