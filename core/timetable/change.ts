import type { Show } from '../show';
import type { Change } from './types';

/** The show with a finding's fix applied. A change that names something gone leaves the show as it is. */
export function applyChange(show: Show, change: Change): Show {
  switch (change.kind) {
    case 'set-arrival':
      return {
        ...show,
        crew: show.crew.map((p) => (p.personId === change.personId ? { ...p, arrives: change.arrives } : p)),
      };
    case 'remove-item':
      return { ...show, items: show.items.filter((item) => item.id !== change.itemId) };
    case 'move-item':
      return { ...show, items: moved(show.items, change.itemId, change.toIndex) };
    case 'set-timing':
      return {
        ...show,
        items: show.items.map((item) => {
          if (item.id !== change.itemId) return item;
          const { timing: _old, ...rest } = item;
          return change.timing ? { ...rest, timing: change.timing } : rest;
        }),
      };
  }
}

function moved<T extends { id: string }>(list: readonly T[], id: string, toIndex: number): T[] {
  const item = list.find((entry) => entry.id === id);
  if (!item) return [...list];
  const rest = list.filter((entry) => entry.id !== id);
  const index = Math.max(0, Math.min(rest.length, toIndex));
  return [...rest.slice(0, index), item, ...rest.slice(index)];
}
