import type { LocalCopies } from './localCopies';

/** So long after the last key what is typed is kept, in ms; a page that is left keeps it at once. */
const SETTLED_MS = 400;

export interface KeepAsTypedOptions {
  copies: Pick<LocalCopies, 'write' | 'forget'>;
  key: string;
  /** What is kept now; undefined where the form says no more than what is saved. */
  current: () => unknown;
  /** Called with whether the device took it. */
  onKept: (isKept: boolean) => void;
}

/** Keeps what is typed into a form on this device, so that a reload or a closed tab loses nothing. */
export function createKeeper({ copies, key, current, onKept }: KeepAsTypedOptions) {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const keepNow = () => {
    if (timer === undefined) return;
    clearTimeout(timer);
    timer = undefined;
    const value = current();
    if (value === undefined) copies.forget(key);
    else onKept(copies.write(key, value));
  };
  return {
    changed: () => {
      clearTimeout(timer);
      timer = setTimeout(keepNow, SETTLED_MS);
    },
    keepNow,
    /** It is saved or thrown away: what was typed last is not kept after it. */
    forget: () => {
      clearTimeout(timer);
      timer = undefined;
      copies.forget(key);
    },
  };
}
