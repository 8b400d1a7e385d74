import { formatClock, type Change, type PlannedTask, type Show, type Timetable } from '@hearty/core';
import type { KeyboardEvent } from 'react';
import { onStage } from './drag';
import type { Held } from './ribbon/held';
import { choose, commitChange, select, announce, previewChange, usePlanView } from './view';

/** What a screen reader hears about the keys of the score. */
export const KEYS_WORDS =
  'Items: arrow up and down go to the next one, with shift they select it too; space picks one up, arrow keys then move it, space puts it down, escape leaves it where it was. Work of the crew: page up and page down go to the next piece; arrow up and down move it a minute, with shift five; arrow left and right give it to somebody else; L locks or unlocks its time.';

/** Space picks an item up, arrows move it, space or enter puts it down, escape leaves it where it was. */
export function itemKeys(show: Show, itemId: string) {
  return (event: KeyboardEvent) => {
    const { preview, moving } = usePlanView.getState();
    const held = moving && preview?.kind === 'move-item' && preview.itemId === itemId ? preview : undefined;
    const from = show.items.findIndex((i) => i.id === itemId);
    const title = show.items[from]?.title ?? '';
    const at = held?.toIndex ?? from;
    const say = (place: number) => announce(`${title} is at place ${place + 1} of ${show.items.length}.`);
    const stop = () => {
      event.preventDefault();
      event.stopPropagation();
    };
    if (event.altKey || event.ctrlKey || event.metaKey) return;
    if (event.key === ' ' || (event.key === 'Enter' && held)) {
      stop();
      if (!held) {
        previewChange({ kind: 'move-item', itemId, toIndex: from }, true);
        return say(from);
      }
      if (at !== from) commitChange(held);
      else previewChange(undefined);
      return announce(`${title} is put down at place ${at + 1}.`);
    }
    if (!held) {
      const next = show.items[from + (event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : NaN)];
      if (!next) return;
      stop();
      if (event.shiftKey) chooseFurther(itemId, next.id);
      else focusItem(next.id);
      return;
    }
    if (event.key === 'ArrowUp' || event.key === 'ArrowDown') {
      stop();
      const to = Math.max(0, Math.min(show.items.length - 1, at + (event.key === 'ArrowUp' ? -1 : 1)));
      previewChange({ kind: 'move-item', itemId, toIndex: to }, true);
      return say(to);
    }
    if (event.key === 'Escape' || event.key === 'Tab') {
      if (event.key === 'Escape') stop();
      previewChange(undefined);
      announce(`${title} is back where it was.`);
    }
  };
}

/** Shift with an arrow chooses the next item too, or lets this one go on the way back. */
function chooseFurther(itemId: string, nextId: string): void {
  const { several, selected } = usePlanView.getState();
  const now = several.length > 0 ? several : [selected ?? itemId];
  choose(now.includes(nextId) ? now.filter((id) => id !== itemId) : [...now, nextId]);
  focusDrawn(nextId);
}

/** Chosen first: what is chosen is drawn wherever one looks. */
function focusItem(itemId: string): void {
  select(itemId);
  focusDrawn(itemId);
}

const focusDrawn = (itemId: string) =>
  requestAnimationFrame(() => document.querySelector<HTMLElement>(`[data-item="${itemId}"]`)?.focus());

/** Page up and page down lead from a piece of somebody's time to the next on their thread. */
export function pieceKeys(event: KeyboardEvent): void {
  const by = event.key === 'PageUp' ? -1 : event.key === 'PageDown' ? 1 : 0;
  const piece = event.target as HTMLElement;
  const all = [...(piece.closest('[data-person]')?.querySelectorAll<HTMLElement>('[data-held]') ?? [])];
  const next = by && all[all.indexOf(piece) + by];
  if (!next) return;
  event.preventDefault();
  next.focus();
}

/** Arrows move a piece of work in time and between people; L locks or unlocks its start. */
export function workKeys(show: Show, timetable: Timetable, names: (id: string) => string, up: number) {
  const crew = show.crew.map((c) => c.personId);
  return (held: Held) => (event: KeyboardEvent) => {
    if (held.kind === 'item' || held.kind === 'demo' || event.altKey || event.ctrlKey || event.metaKey)
      return;
    const task = timetable.tasks.find(
      (t) => held.kind === 'task' && t.itemId === held.itemId && t.taskId === held.taskId,
    );
    const change = acrossOf(event.key, held, crew, show) ?? (task && downOf(event, task));
    if (!change) return;
    event.preventDefault();
    commitChange(change.change);
    announce(change.message(names, (s) => formatClock(up + s)));
  };
}

interface Move {
  change: Change;
  message: (names: (id: string) => string, clock: (s: number) => string) => string;
}

function acrossOf(
  key: string,
  held: Exclude<Held, { kind: 'item' | 'demo' }>,
  crew: string[],
  show: Show,
): Move | undefined {
  const by = key === 'ArrowLeft' ? -1 : key === 'ArrowRight' ? 1 : 0;
  const at = crew.indexOf(held.personId ?? '');
  const to = crew[at + by];
  if (by === 0 || to === undefined) return undefined;
  const message = (names: (id: string) => string) => `${held.title} goes to ${names(to)}.`;
  switch (held.kind) {
    case 'task':
      return {
        message,
        change: { kind: 'set-task', itemId: held.itemId, taskId: held.taskId, choice: { personId: to } },
      };
    case 'reset':
      return { message, change: { kind: 'set-item', itemId: held.itemId, fields: { resetBy: to } } };
    case 'stage': {
      const change = onStage(show, held.itemId, held.personId, to);
      return change && { message, change };
    }
  }
}

function downOf(event: KeyboardEvent, task: PlannedTask): Move | undefined {
  const { itemId, taskId, title } = task;
  const set = (startS: number | undefined): Change => ({
    kind: 'set-task',
    itemId,
    taskId,
    choice: { startS } as { startS: number },
  });
  if (event.key === 'l' || event.key === 'L')
    return task.locked
      ? { change: set(undefined), message: () => `${title} is unlocked.` }
      : {
          change: set(task.startS),
          message: (_names, clock) => `${title} is locked at ${clock(task.startS)}.`,
        };
  const by = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : 0;
  if (by === 0) return undefined;
  const startS = Math.round(task.startS / 60 + by * (event.shiftKey ? 5 : 1)) * 60;
  return { change: set(startS), message: (_names, clock) => `${title} is locked at ${clock(startS)}.` };
}
