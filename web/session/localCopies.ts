/** What this device has of something: nothing, a value, or text that can no longer be used. */
export type LocalCopy<T> = { is: 'none' } | { is: 'kept'; value: T } | { is: 'unreadable'; text: string };

type Shelf = Pick<Storage, 'getItem' | 'setItem' | 'removeItem'>;

/**
 * What pages keep in the browser's local storage, guarded: a browser may refuse it, it may be full, and what is in it may
 * be torn or of another version. Nothing here throws.
 */
export function createLocalCopies(shelf: () => Shelf) {
  const attempt = <T>(work: (shelf: Shelf) => T, otherwise: T): T => {
    try {
      return work(shelf());
    } catch {
      return otherwise;
    }
  };
  return {
    /** What is kept under a key, if it is still of use. */
    read<T>(key: string, isUsable: (value: unknown) => value is T): LocalCopy<T> {
      const text = attempt((s) => s.getItem(key), null);
      if (text === null) return { is: 'none' };
      const value = attempt(() => JSON.parse(text) as unknown, undefined);
      return isUsable(value) ? { is: 'kept', value } : { is: 'unreadable', text };
    },
    /** Keeps a value; false where the device cannot. */
    write: (key: string, value: unknown): boolean =>
      attempt((s) => {
        s.setItem(key, JSON.stringify(value));
        return true;
      }, false),
    forget: (key: string): void => attempt((s) => s.removeItem(key), undefined),
  };
}

export type LocalCopies = ReturnType<typeof createLocalCopies>;

/** Those of this browser. */
export const localCopies = createLocalCopies(() => localStorage);

/** The local storage, or where the browser refuses it one that lasts as long as the page. */
export function storageOrMemory(): Shelf {
  const memory = new Map<string, string>();
  const either = <T>(stored: () => T, here: () => T): T => {
    try {
      return stored();
    } catch {
      return here();
    }
  };
  return {
    getItem: (key) =>
      memory.get(key) ??
      either(
        () => localStorage.getItem(key),
        () => null,
      ),
    setItem: (key, value) =>
      either(
        () => localStorage.setItem(key, value),
        () => void memory.set(key, value),
      ),
    removeItem: (key) => {
      memory.delete(key);
      either(
        () => localStorage.removeItem(key),
        () => undefined,
      );
    },
  };
}
