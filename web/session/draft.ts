import { applyChange, tidied, type Change, type Item, type Show } from '@hearty/core';
import { temporal } from 'zundo';
import { create } from 'zustand';
import { api, ApiError } from './api';
import type { Stored } from '@hearty/core';
import { queryClient } from './queries';

type SaveStatus = 'saved' | 'unsaved' | 'saving' | 'offline' | 'refused' | 'conflict';

interface DraftState {
  show: Show | undefined;
  version: number;
  status: SaveStatus;
  /** Why a save was refused, in words. */
  says: string;
  /** The version kept on the server, when it is not the one this draft started from. */
  theirs: Stored<Show> | undefined;
}

/** The show being edited. `show` alone takes part in undo and redo. */
export const useDraft = create<DraftState>()(
  temporal(
    (): DraftState => ({ show: undefined, version: 0, status: 'saved', says: '', theirs: undefined }),
    {
      partialize: ({ show }) => ({ show }),
      equality: (a, b) => a.show === b.show,
      limit: 200,
    },
  ),
);

export const undo = () => useDraft.temporal.getState().undo();
export const redo = () => useDraft.temporal.getState().redo();

/** Opens a show for editing. What an earlier session could not save is taken up again from this device. */
export function openDraft(stored: Stored<Show>): void {
  const now = useDraft.getState();
  if (now.show?.id === stored.id && (now.status !== 'saved' || now.version >= stored.version)) return;
  const kept = keptDraft(stored.id);
  useDraft.setState({
    show: stored.body,
    version: stored.version,
    status: 'saved',
    says: '',
    theirs: undefined,
  });
  useDraft.temporal.getState().clear();
  if (!kept) return;
  useDraft.setState({ show: kept.show, version: kept.version });
  if (kept.version !== stored.version) useDraft.setState({ status: 'conflict', theirs: stored });
}

/** Changes the draft; it is saved by itself a moment later. */
export function edit(change: (show: Show) => Show): void {
  useDraft.setState(({ show }) => (show ? { show: tidied(change(show)) } : {}));
}

export const applyFix = (change: Change) => edit((show) => applyChange(show, change));

export const editItem = (itemId: string, change: (item: Item) => Item) =>
  edit((show) => ({ ...show, items: show.items.map((item) => (item.id === itemId ? change(item) : item)) }));

/** After a conflict: go on with this draft on top of theirs, or take theirs. */
export function settleConflict(keep: 'mine' | 'theirs'): void {
  const { theirs, show } = useDraft.getState();
  if (!theirs) return;
  useDraft.setState({ version: theirs.version, theirs: undefined, status: 'saved', says: '' });
  if (keep === 'theirs') {
    taking = true;
    useDraft.setState({ show: theirs.body });
    taking = false;
    forgetKept(theirs.id);
  } else if (show) {
    useDraft.setState({ show: { ...show } });
  }
}

/** Saves at once what waits to be saved; called before something reads the show on the server. */
export async function flushDraft(): Promise<void> {
  clearTimeout(timer);
  await save();
}

const SETTLE_MS = 500;
const RETRY_MS = 3000;
let timer: ReturnType<typeof setTimeout> | undefined;
let saving: Promise<void> | undefined;
/** Their version is being put in place: it is the server's already, there is nothing to save. */
let taking = false;

useDraft.subscribe(({ show, version, status }, before) => {
  if (taking || !show || show === before.show || show.id !== before.show?.id) return;
  if (status === 'conflict') return keep(show, version);
  keep(show, version);
  useDraft.setState({ status: 'unsaved', says: '' });
  later(SETTLE_MS);
});

function later(ms: number): void {
  clearTimeout(timer);
  timer = setTimeout(() => void save(), ms);
}

async function save(): Promise<void> {
  await saving;
  const { show, version, status } = useDraft.getState();
  if (!show || status === 'saved' || status === 'conflict' || status === 'refused') return;
  saving = send(show, version).finally(() => (saving = undefined));
  await saving;
}

async function send(show: Show, version: number): Promise<void> {
  useDraft.setState({ status: 'saving' });
  try {
    const stored = await api<Stored<Show>>(`/shows/${show.id}`, {
      method: 'PUT',
      body: { version, body: show },
    });
    const now = useDraft.getState();
    if (now.show?.id !== show.id) return forgetKept(show.id);
    const more = now.show !== show;
    useDraft.setState({ version: stored.version, status: more ? 'unsaved' : 'saved', says: '' });
    if (more) {
      keep(now.show, stored.version);
      later(SETTLE_MS);
    } else {
      forgetKept(show.id);
    }
    void queryClient.invalidateQueries({ queryKey: ['overview'] });
    void queryClient.invalidateQueries({ queryKey: ['tour'] });
    void queryClient.invalidateQueries({ queryKey: ['documents', 'shows'] });
  } catch (error) {
    if (!(error instanceof ApiError)) throw error;
    if (useDraft.getState().show?.id !== show.id) return;
    if (error.offline) {
      useDraft.setState({ status: 'offline', says: error.says });
      later(RETRY_MS);
    } else if (error.code === 'stale') {
      useDraft.setState({ status: 'conflict', says: error.says, theirs: error.theirs as Stored<Show> });
    } else {
      const first = error.fields[0];
      useDraft.setState({ status: 'refused', says: first ? `${first.path}: ${first.says}` : error.says });
    }
  }
}

const keyOf = (id: string) => `hearty-draft:${id}`;

/** On this device until the server has it: a closed tab loses nothing. */
function keep(show: Show, version: number): void {
  localStorage.setItem(keyOf(show.id), JSON.stringify({ version, show }));
}

const forgetKept = (id: string) => localStorage.removeItem(keyOf(id));

function keptDraft(id: string): { version: number; show: Show } | undefined {
  const text = localStorage.getItem(keyOf(id));
  return text ? (JSON.parse(text) as { version: number; show: Show }) : undefined;
}
