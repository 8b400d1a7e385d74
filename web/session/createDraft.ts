import {
  changeShow,
  changesSaid,
  make,
  patchShow,
  type Change,
  type Changed,
  type Item,
  type Show,
  type Stored,
} from '@hearty/core';
import { createStore } from 'zustand';
import { ApiError } from './api';
import type { LocalCopies, LocalCopy } from './localCopies';

type SaveStatus = 'saved' | 'unsaved' | 'saving' | 'offline' | 'refused' | 'deleted' | 'conflict';

/** An edit that can be undone: its patches both ways, and what it changes in words. */
interface Step extends Pick<Changed, 'patches' | 'inverse'> {
  message: string[];
}

export interface DraftState {
  show: Show | undefined;
  version: number;
  status: SaveStatus;
  /** Why a save was refused, in words. */
  message: string;
  /** What has changed since the server had it, in words. */
  changed: string[];
  /** The server's version, when it is not the one this draft started from. */
  theirs: Stored<Show> | undefined;
  past: Step[];
  future: Step[];
  /** This device could not keep the last change: it is in this tab alone until it is saved. */
  unkept: boolean;
  /** What an earlier session left here that cannot be used, as it was written. */
  unreadable: string | undefined;
}

export interface DraftOptions {
  put: (path: string, body: { version: number; body: Show }) => Promise<Stored<Show>>;
  copies: LocalCopies;
  /** Called after a save: other answers depend on the show. */
  onSaved?: () => void;
  /** How long after the last edit it is saved, and how long to wait for a server that does not answer, in ms. */
  settleMs?: number;
  retryMs?: number;
}

/** A draft as it is opened: nothing edited, nothing to save. */
const UNTOUCHED = {
  status: 'saved',
  message: '',
  changed: [],
  theirs: undefined,
  past: [],
  future: [],
  unkept: false,
} satisfies Partial<DraftState>;

/** How many steps can be undone. */
const MAX_STEPS = 200;

/** The show being edited: undo and redo, autosave, and a copy on this device until the server has it. */
export function createDraft({
  put,
  copies,
  onSaved = () => undefined,
  settleMs = 500,
  retryMs = 3000,
}: DraftOptions) {
  const store = createStore<DraftState>(() => ({
    ...{ show: undefined, version: 0, unreadable: undefined },
    ...UNTOUCHED,
  }));
  const { getState, setState } = store;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let saving: Promise<void> | undefined;
  /** True while we load the server's copy, so that the subscriber does not save it back. */
  let applyingServerVersion = false;

  function applyServerVersion(state: Partial<DraftState>): void {
    applyingServerVersion = true;
    setState({ ...state, ...UNTOUCHED });
    applyingServerVersion = false;
  }

  /** Opens a show for editing. What an earlier session could not save is taken up again from this device. */
  function openDraft(stored: Stored<Show>): void {
    const now = getState();
    if (now.show?.id === stored.id && (now.status !== 'saved' || now.version >= stored.version)) return;
    const found = copies.read(keyOf(stored.id), isDraft);
    applyServerVersion({
      ...{ show: stored.body, version: stored.version },
      unreadable: setAside(stored.id, found),
    });
    if (found.is !== 'kept') return;
    const local = found.value;
    setState({ show: local.show, version: local.version, changed: local.changed ?? [] });
    if (local.version !== stored.version) setState({ status: 'conflict', theirs: stored });
  }

  /** Changes the draft through core's one door; it is saved by itself a moment later. */
  function edit(recipe: (draft: Show) => void): void {
    const { show } = getState();
    if (!show) return;
    const { show: next, patches, inverse } = changeShow(show, recipe);
    if (patches.length === 0) return;
    const message = changesSaid(show, patches);
    setState(({ past, changed }) => ({
      show: next,
      past: [...past.slice(1 - MAX_STEPS), { patches, inverse, message }],
      future: [],
      changed: [...new Set([...changed, ...message])],
    }));
  }

  function undo(): void {
    const { show, past, future } = getState();
    const last = past.at(-1);
    if (show && last)
      setState({ show: patchShow(show, last.inverse), past: past.slice(0, -1), future: [last, ...future] });
  }

  function redo(): void {
    const { show, past, future } = getState();
    const [next, ...rest] = future;
    if (show && next) setState({ show: patchShow(show, next.patches), past: [...past, next], future: rest });
  }

  /** After a conflict: go on with this draft on top of theirs, or take theirs. */
  function settleConflict(keep: 'mine' | 'theirs'): void {
    const { theirs, show } = getState();
    if (!theirs) return;
    setState({ version: theirs.version, theirs: undefined, status: 'saved', message: '' });
    if (keep === 'theirs') {
      // No undo past this point: it would overwrite theirs on the server.
      applyServerVersion({ show: theirs.body });
      forgetLocalCopy(theirs.id);
    } else if (show) {
      setState({ show: { ...show } });
    }
  }

  /** After the show was deleted elsewhere and restored with this version: saves the draft on top of it. */
  function saveAgain(version: number): void {
    const { show } = getState();
    if (show) setState({ version, show: { ...show } });
  }

  store.subscribe(({ show, version, status }, before) => {
    if (applyingServerVersion || !show || show === before.show || show.id !== before.show?.id) return;
    keepLocalCopy(show, version);
    if (status === 'conflict') return;
    setState({ status: 'unsaved', message: '' });
    saveIn(settleMs);
  });

  function saveIn(ms: number): void {
    clearTimeout(timer);
    timer = setTimeout(() => void save(), ms);
  }

  async function save(): Promise<void> {
    await saving;
    const { show, version, status } = getState();
    if (!show || status === 'saved' || ['conflict', 'refused', 'deleted'].includes(status)) return;
    saving = send(show, version).finally(() => (saving = undefined));
    await saving;
  }

  async function send(show: Show, version: number): Promise<void> {
    setState({ status: 'saving' });
    try {
      const stored = await put(`/shows/${show.id}`, { version, body: show });
      const now = getState();
      if (now.show?.id !== show.id) return forgetLocalCopy(show.id);
      const hasMore = now.show !== show;
      setState({
        version: stored.version,
        status: hasMore ? 'unsaved' : 'saved',
        message: '',
        ...(!hasMore && { changed: [] }),
      });
      if (hasMore) {
        keepLocalCopy(now.show, stored.version);
        saveIn(settleMs);
      } else {
        forgetLocalCopy(show.id);
      }
      onSaved();
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      if (getState().show?.id === show.id) noteFailure(error);
    }
  }

  function noteFailure(error: ApiError): void {
    const [first] = error.fields;
    if (error.noAnswer) {
      setState({ status: 'offline', message: error.message });
      saveIn(retryMs);
    } else if (error.code === 'stale') {
      setState({ status: 'conflict', message: error.message, theirs: error.theirs as Stored<Show> });
    } else if (error.code === 'deleted') {
      setState({ status: 'deleted', message: error.message });
    } else {
      setState({ status: 'refused', message: first ? `${first.path}: ${first.message}` : error.message });
    }
  }

  /** A closed tab loses nothing: the show is on this device until the server has it. */
  function keepLocalCopy(show: Show, version: number): void {
    const { changed } = getState();
    const isKept = copies.write(keyOf(show.id), { version, show, changed } satisfies Draft);
    if (getState().unkept === isKept) setState({ unkept: !isKept });
  }

  const forgetLocalCopy = (id: string) => copies.forget(keyOf(id));

  /** Puts what cannot be used where no later edit writes over it, until somebody has thrown it away. */
  function setAside(id: string, found: LocalCopy<Draft>): string | undefined {
    if (found.is === 'unreadable' && copies.write(asideOf(id), found.text)) forgetLocalCopy(id);
    if (found.is === 'unreadable') return found.text;
    const aside = copies.read(asideOf(id), (value) => typeof value === 'string');
    return aside.is === 'kept' ? aside.value : undefined;
  }

  /** Throws away what an earlier session left and nobody can use. */
  function discardUnreadable(): void {
    const { show } = getState();
    setState({ unreadable: undefined });
    if (show) copies.forget(asideOf(show.id));
  }

  return {
    store,
    openDraft,
    edit,
    editItem: (itemId: string, change: (item: Item) => void) =>
      edit((draft) => draft.items.filter((item) => item.id === itemId).forEach(change)),
    changeDraft: (change: Change) => edit((draft) => make(draft, change)),
    undo,
    redo,
    settleConflict,
    saveAgain,
    discardUnreadable,
    /** Saves at once what is not saved yet; called before something reads the show on the server. */
    flushDraft: (): Promise<void> => {
      clearTimeout(timer);
      return save();
    },
    close: (): void => clearTimeout(timer),
  };
}

const keyOf = (id: string) => `hearty-draft:${id}`;
const asideOf = (id: string) => `hearty-draft-unreadable:${id}`;

interface Draft {
  version: number;
  show: Show;
  changed?: string[];
}

/** Whether a value is a draft that the screens can draw; what is wrong in it besides, the server says when it is saved. */
function isDraft(value: unknown): value is Draft {
  const { version, show } = (value ?? {}) as Partial<Draft>;
  if (typeof version !== 'number' || typeof show !== 'object' || show === null) return false;
  const texts = [show.id, show.title, show.venueId, show.date, show.getIn, show.doors, show.curtainUp];
  return (
    texts.every((text) => typeof text === 'string') &&
    Array.isArray(show.crew) &&
    Array.isArray(show.items) &&
    show.items.every((item) => typeof item?.id === 'string' && Array.isArray(item.helperIds))
  );
}
