import { useEffect } from 'react';

/** Keeps the screen from going dark while the show runs, where the browser can. */
export function useAwake(on: boolean): void {
  useEffect(() => {
    if (!on || !('wakeLock' in navigator)) return;
    let lock: WakeLockSentinel | undefined;
    const ask = () =>
      void navigator.wakeLock.request('screen').then(
        (l) => (lock = l),
        () => undefined,
      );
    const back = () => document.visibilityState === 'visible' && ask();
    ask();
    document.addEventListener('visibilitychange', back);
    return () => {
      document.removeEventListener('visibilitychange', back);
      void lock?.release();
    };
  }, [on]);
}
