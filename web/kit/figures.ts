import type { Parsed } from '@hearty/core';

/** Three figures, as one says them. */
export const short = (n: number) => String(Number(n.toPrecision(3)));
/** Reads a number between two limits. */
export const figure =
  (least: number, most: number) =>
  (text: string): Parsed => {
    const value = Number(text.trim().replace(',', '.'));
    return text.trim() !== '' && value >= least && value <= most
      ? { ok: true, value }
      : { ok: false, says: `Write a number from ${least} to ${most}.` };
  };
