import type { Parsed } from '@hearty/core';

/** Reads a number between two limits; `behind` are the words that may stand behind it ("in 100 shows"). */
export const figure =
  (least: number, most: number, { whole = false, behind = '' }: { whole?: boolean; behind?: string } = {}) =>
  (text: string): Parsed => {
    const bare = text.replace(behind, '').trim().replace(',', '.');
    const value = Number(bare);
    return bare !== '' && value >= least && value <= most && (!whole || Number.isInteger(value))
      ? { ok: true, value }
      : { ok: false, says: `Write a ${whole ? 'whole ' : ''}number from ${least} to ${most}.` };
  };
