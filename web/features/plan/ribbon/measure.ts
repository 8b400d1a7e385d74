import { useSyncExternalStore } from 'react';
import { TEXT, type LinesOf, type TextStyle } from './words';

/** Browsers break lines by widths of their own rounding: words count as this much wider. */
const SAFETY = 1.02;

const widths = new Map<string, number>();
let context: CanvasRenderingContext2D | null | undefined;

/** The width of a word as it is drawn, px; from its letters where nothing can be drawn. */
function widthOf(word: string, style: TextStyle): number {
  const key = `${style} ${word}`;
  const known = widths.get(key);
  if (known !== undefined) return known;
  context ??= document.createElement('canvas').getContext('2d');
  if (context) context.font = `${TEXT[style].font} 'Atkinson Hyperlegible Next Variable', sans-serif`;
  const width = SAFETY * (context?.measureText(word).width ?? word.length * 9);
  widths.set(key, width);
  return width;
}

/** Lines as a browser breaks them: between words, and within one that is wider than the line. */
const measured: LinesOf = (text, style, px) => {
  const space = widthOf(' ', style);
  let lines = 1;
  let x = 0;
  for (const word of text.split(/\s+/)) {
    const width = widthOf(word, style);
    const at = x === 0 ? 0 : x + space;
    if (at + width <= px) x = at + width;
    else {
      if (x > 0) lines++;
      lines += Math.max(0, Math.ceil(width / px) - 1);
      x = width % px;
    }
  }
  return lines;
};

/** A new function once the fonts are there, so that what was measured before is measured again. */
let current: LinesOf = measured;
const subscribe = (onChange: () => void) => {
  let gone = false;
  if (document.fonts.status !== 'loaded')
    void document.fonts.ready.then(() => {
      if (gone) return;
      widths.clear();
      current = (...args) => measured(...args);
      onChange();
    });
  return () => {
    gone = true;
  };
};

/** Measures words as this page draws them. */
export const useLinesOf = (): LinesOf => useSyncExternalStore(subscribe, () => current);
