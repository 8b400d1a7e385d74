import { useLayoutEffect, useRef, useState, type RefObject } from 'react';

/** Height that the page keeps for what stands above the ribbon, and the least that a ribbon fills, px. */
const ABOVE_PX = 290;
const LEAST_PX = 480;
/** Until it is measured. */
const USUAL = { width: 1156, height: 520 };

/** The room that a ribbon has on the page, px; follows the window. */
export function useRoom(): [RefObject<HTMLDivElement | null>, { width: number; height: number }] {
  const ref = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState(USUAL);
  useLayoutEffect(() => {
    const box = ref.current;
    if (!box) return undefined;
    const measure = () => {
      const now = { width: box.clientWidth, height: Math.max(LEAST_PX, window.innerHeight - ABOVE_PX) };
      setRoom((was) => (was.width === now.width && was.height === now.height ? was : now));
    };
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(box);
    window.addEventListener('resize', measure);
    return () => {
      observer.disconnect();
      window.removeEventListener('resize', measure);
    };
  }, []);
  return [ref, room];
}
