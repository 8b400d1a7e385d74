import { useLayoutEffect, useState, type RefObject } from 'react';

/** A stretch of the ribbon, in its pixels. Without one, all of it is in sight. */
export interface Sight {
  fromY: number;
  toY: number;
}

export const inSight = (sight: Sight | undefined, top: number, bottom: number): boolean =>
  !sight || (bottom >= sight.fromY && top <= sight.toY);

/** Ribbons of fewer items than this are drawn whole. */
const WHOLE = 20;
/** So far beyond the edges of the window things are drawn too, and in such steps what is in sight moves on, in px. */
const BEYOND_PX = 300;
const STEP_PX = 150;

/** What of a long ribbon is drawn: what the window shows of it, and something more; it follows as one scrolls. */
export function useSight(score: RefObject<HTMLElement | null>, items: number): Sight | undefined {
  const long = items > WHOLE;
  const [sight, setSight] = useState<Sight>({ fromY: -BEYOND_PX, toY: 4 * BEYOND_PX });
  useLayoutEffect(() => {
    if (!long) return;
    const look = () => {
      const top = score.current?.getBoundingClientRect().top ?? 0;
      const step = (y: number) => Math.round(y / STEP_PX) * STEP_PX;
      const fromY = step(-top) - BEYOND_PX;
      const toY = step(window.innerHeight - top) + BEYOND_PX;
      setSight((was) => (was.fromY === fromY && was.toY === toY ? was : { fromY, toY }));
    };
    look();
    window.addEventListener('scroll', look, { passive: true });
    window.addEventListener('resize', look);
    return () => {
      window.removeEventListener('scroll', look);
      window.removeEventListener('resize', look);
    };
  }, [score, long]);
  return long ? sight : undefined;
}
