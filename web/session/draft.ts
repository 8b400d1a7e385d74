import {
  changeShow,
  changesSaid,
  make,
  patchShow,
  type Change,
  type Changed,
  type Item,
  type Show,
} from '@hearty/core';
import { create } from 'zustand';
import { api, ApiError } from './api';
import type { Stored } from '@hearty/core';
import { queryClient } from './queryClient';

type SaveStatus = 'saved' | 'unsaved' | 'saving' | 'offline' | 'refused' | 'deleted' | 'conflict';

/** A step of editing that can be taken back: patches there, patches back, and what they change in words. */
interface Step extends Pick<Changed, 'patches' | 'inverse'> {
  says: string[];
}

interface DraftState {
  show: Show | undefined;
  version: number;
  status: SaveStatus;
  /** Why a save was refused, in words. */
  says: string;
  /** What has changed since the server had it, in words. */
  changed: string[];
  /** The version kept on the server, when it is not the one this draft started from. */
  theirs: Stored<Show> | undefined;
  past: Step[];
  future: Step[];
}

/** A draft as it is opened: nothing done, nothing to save. */
const UNTOUCHED = {
  status: 'saved',
  says: '',
  changed: [],
  theirs: undefined,
  past: [],
  future: [],
} satisfies Partial<DraftState>;

/** The show being edited, with the way back and forth. */
export const useDraft = create<DraftState>()(() => ({ show: undefined, version: 0, ...UNTOUCHED }));

/** So many steps can be taken back. */
const MOST_STEPS = 200;

/** Opens a show for editing. What an earlier session could not save is taken up again from this device. */
export function openDraft(stored: Stored<Show>): void {
  const now = useDraft.getState();
  if (now.show?.id === stored.id && (now.status !== 'saved' || now.version >= stored.version)) return;
  const kept = keptDraft(stored.id);
  taking = true;
  useDraft.setState({ show: stored.body, version: stored.version, ...UNTOUCHED });
  taking = false;
  if (!kept) return;
  useDraft.setState({ show: kept.show, version: kept.version, changed: kept.changed ?? [] });
  if (kept.version !== stored.version) useDraft.setState({ status: 'conflict', theirs: stored });
}

/** Changes the draft through core's one door; it is saved by itself a moment later. */
export function edit(recipe: (draft: Show) => void): void {
  const { show } = useDraft.getState();
  if (show) step(show, changeShow(show, recipe));
}

function step(show: Show, { show: next, patches, inverse }: Changed): void {
  if (patches.length === 0) return;
  const says = changesSaid(show, patches);
  useDraft.setState(({ past, changed }) => ({
    show: next,
    past: [...past.slice(1 - MOST_STEPS), { patches, inverse, says }],
    future: [],
    changed: [...new Set([...changed, ...says])],
  }));
}

export function undo(): void {
  const { show, past, future } = useDraft.getState();
  const last = past.at(-1);
  if (!show || !last) return;
  useDraft.setState({
    show: patchShow(show, last.inverse),
    past: past.slice(0, -1),
    future: [last, ...future],
  });
}

export function redo(): void {
  const { show, past, future } = useDraft.getState();
  const [next, ...rest] = future;
  if (!show || !next) return;
  useDraft.setState({ show: patchShow(show, next.patches), past: [...past, next], future: rest });
}

export const applyWayOut = (change: Change) => edit((draft) => make(draft, change));

export const editItem = (itemId: string, change: (item: Item) => void) =>
  edit((draft) => draft.items.filter((item) => item.id === itemId).forEach(change));

/** After a conflict: go on with this draft on top of theirs, or take theirs. */
export function settleConflict(keep: 'mine' | 'theirs'): void {
  const { theirs, show } = useDraft.getState();
  if (!theirs) return;
  useDraft.setState({ version: theirs.version, theirs: undefined, status: 'saved', says: '' });
  if (keep === 'theirs') {
    // A step back would put mine in the place of theirs on the server: the way back ends here.
    taking = true;
    useDraft.setState({ show: theirs.body, ...UNTOUCHED });
    taking = false;
    forgetKept(theirs.id);
  } else if (show) {
    useDraft.setState({ show: { ...show } });
  }
}

/** After the show was deleted elsewhere and is there again with this version: this draft is saved on top of it. */
export function saveAgain(version: number): void {
  const { show } = useDraft.getState();
  if (show) useDraft.setState({ version, show: { ...show } });
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
  if (!show || status === 'saved' || ['conflict', 'refused', 'deleted'].includes(status)) return;
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
    useDraft.setState({
      version: stored.version,
      status: more ? 'unsaved' : 'saved',
      says: '',
      ...(!more && { changed: [] }),
    });
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
    if (error.silent) {
      useDraft.setState({ status: 'offline', says: error.says });
      later(RETRY_MS);
    } else if (error.code === 'stale') {
      useDraft.setState({ status: 'conflict', says: error.says, theirs: error.theirs as Stored<Show> });
    } else if (error.code === 'deleted') {
      useDraft.setState({ status: 'deleted', says: error.says });
    } else {
      const first = error.fields[0];
      useDraft.setState({ status: 'refused', says: first ? `${first.path}: ${first.says}` : error.says });
    }
  }
}

const keyOf = (id: string) => `hearty-draft:${id}`;

/** On this device until the server has it: a closed tab loses nothing. */
function keep(show: Show, version: number): void {
  const { changed } = useDraft.getState();
  localStorage.setItem(keyOf(show.id), JSON.stringify({ version, show, changed }));
}

const forgetKept = (id: string) => localStorage.removeItem(keyOf(id));

function keptDraft(id: string): Kept | undefined {
  const text = localStorage.getItem(keyOf(id));
  return text ? (JSON.parse(text) as Kept) : undefined;
}

interface Kept {
  version: number;
  show: Show;
  changed?: string[];
}
