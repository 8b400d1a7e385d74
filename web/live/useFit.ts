import { useSyncExternalStore } from 'react';

const subscribe = (changed: () => void) => {
  addEventListener('resize', changed);
  return () => removeEventListener('resize', changed);
};
const size = () => `${innerWidth} ${innerHeight}`;

/** Screens from here on are drawn larger as a whole: they stand further away. */
const LARGE = { width: 1600, height: 900, zoom: 1.4 };
/** Room for a column beside the stage's words, in CSS pixels. */
const ROOMY = { width: 900, height: 560 };
export const SIDE_WIDTH = 320;

export interface Fit {
  /** Whether what the presenter reads from afar has a column of its own. */
  isRoomy: boolean;
  zoom: number;
  /** The largest size at which a line takes no more than its share of the screen, in CSS pixels. */
  sizeOf: (text: string) => number;
}

const SMALLEST = 20;
const LARGEST = 84;
/** The share of the screen's height that the line on stage may take; on a low screen what to put on has to be seen as well. */
const SHARE = { roomy: 0.3, small: 0.26, low: 0.18 };
const LOW = 500;
/** Width and height of a letter against the size of its type, with what wrapping leaves empty. Measured on the shipped font. */
const LETTER = { width: 0.54, height: 1.1, waste: 1.25 };

/** How large the words on stage may be on this screen, so that they are read from afar and never cut off. */
export function useFit(): Fit {
  const [screenWidth = 0, screenHeight = 0] = useSyncExternalStore(subscribe, size).split(' ').map(Number);
  const isLarge = screenWidth >= LARGE.width && screenHeight >= LARGE.height;
  const zoom = isLarge ? LARGE.zoom : 1;
  const [width, height] = [screenWidth / zoom, screenHeight / zoom];
  const isRoomy = width >= ROOMY.width && height >= ROOMY.height;
  const lineWidth = width - (isRoomy ? SIDE_WIDTH + 64 : 32);
  const sizeOf = (text: string) => {
    const share = isRoomy ? SHARE.roomy : height < LOW ? SHARE.low : SHARE.small;
    const area = lineWidth * height * share;
    const letters = Math.max(1, text.length) * LETTER.width * LETTER.height * LETTER.waste;
    const longest = Math.max(...text.split(/\s/).map((word) => word.length), 1);
    const fits = Math.min(Math.sqrt(area / letters), lineWidth / (longest * LETTER.width * 1.1));
    return Math.round(Math.min(LARGEST, Math.max(SMALLEST, fits)));
  };
  return { isRoomy, zoom, sizeOf };
}
