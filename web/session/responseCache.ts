import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { createStore } from 'zustand';
import { api as askServer, ApiError } from './api';

interface Last {
  path: string;
  value: unknown;
  /** When the server said it, in ms since 1970. */
  at: number;
}

interface AnswersDb extends DBSchema {
  answers: { key: string; value: Last; indexes: { at: number } };
}

/** So many answers are kept; the oldest go. */
const MOST_KEPT = 80;
/** What has an answer here does not wait longer than this for the server, in ms. */
const PATIENCE_MS = 8000;
/** So often a silent server is asked whether it is back, in ms. */
const AGAIN_MS = 4000;

/** Answers shown although they are not the server's newest: by address, since when, and on which page they were asked. */
export type Old = ReadonlyMap<string, { at: number; page: string }>;

interface Options {
  name?: string;
  /** The page one is on. */
  page: () => string;
  /** Called when the server answers again. */
  whenBack: () => void;
  api?: typeof askServer;
  now?: () => number;
  againMs?: number;
}

/**
 * Asks the server, and keeps on this device what it last said. Where it is silent, that is what one gets, and `old` says
 * since when. A device that cannot keep anything goes without.
 */
export function createResponseCache({
  name = 'hearty-answers',
  page,
  whenBack,
  api = askServer,
  now = Date.now,
  againMs = AGAIN_MS,
}: Options) {
  const old = createStore<Old>()(() => new Map());
  let opened: Promise<IDBPDatabase<AnswersDb> | undefined> | undefined;
  let keeping: Promise<void> = Promise.resolve();
  let timer: ReturnType<typeof setTimeout> | undefined;

  const db = () =>
    (opened ??= (async () =>
      openDB<AnswersDb>(name, 1, {
        upgrade: (fresh) =>
          void fresh.createObjectStore('answers', { keyPath: 'path' }).createIndex('at', 'at'),
      }))().catch(() => undefined));

  async function keep(path: string, value: unknown): Promise<void> {
    const tx = (await db())?.transaction('answers', 'readwrite');
    if (!tx) return;
    await tx.store.put({ path, value, at: now() });
    const tooMany = (await tx.store.count()) - MOST_KEPT;
    if (tooMany > 0)
      for (const key of await tx.store.index('at').getAllKeys(undefined, tooMany)) await tx.store.delete(key);
    await tx.done;
  }

  const set = (change: (pages: Map<string, { at: number; page: string }>) => void) => {
    const next = new Map(old.getState());
    change(next);
    old.setState(next, true);
  };

  async function ask<T>(path: string, signal?: AbortSignal): Promise<T> {
    const here = (await (await db())?.getKey('answers', path).catch(() => undefined)) !== undefined;
    const init = { ...(signal && { signal }), ...(here && { timeoutMs: PATIENCE_MS }) };
    try {
      const value = await api<T>(path, init);
      keeping = keeping.then(() => keep(path, value)).catch(() => undefined);
      if (old.getState().has(path)) set((pages) => pages.delete(path));
      return value;
    } catch (error) {
      if (!(error instanceof ApiError) || !error.noAnswer || !here) throw error;
      const last = await (await db())?.get('answers', path);
      if (!last) throw error;
      set((pages) => pages.set(path, { at: last.at, page: page() }));
      timer ??= setTimeout(() => void again(), againMs);
      return last.value as T;
    }
  }

  async function again(): Promise<void> {
    timer = undefined;
    try {
      await api('/health', { timeoutMs: PATIENCE_MS });
    } catch (error) {
      if (error instanceof ApiError && error.noAnswer) timer = setTimeout(() => void again(), againMs);
      return;
    }
    set((pages) => pages.clear());
    whenBack();
  }

  return {
    old,
    /** What the server says, or last said. Errors: an `ApiError` where it never answered this. */
    ask,
    /** When all that was said is kept. */
    settled: () => keeping,
    close: async () => {
      clearTimeout(timer);
      await keeping;
      (await opened)?.close();
    },
  };
}
