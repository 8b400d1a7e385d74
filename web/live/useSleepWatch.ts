import { useEffect } from 'react';
import { outbox } from '../session/outbox';
import { record } from '../session/runLog';

const TICK_MS = 1000;
/** Browsers let a hidden page tick only once a minute; a longer gap is a device that slept. */
const GAP_MS = 90_000;

/** While a show is on, records when this device slept: its own ticks stop, and the clock does not. */
export function useSleepWatch(isOn: boolean): void {
  useEffect(() => {
    if (!isOn) return;
    let last = outbox.now();
    const timer = setInterval(() => {
      const now = outbox.now();
      if (now - last > GAP_MS) void record({ kind: 'slept', body: { from: last, to: now } });
      last = now;
    }, TICK_MS);
    return () => clearInterval(timer);
  }, [isOn]);
}
