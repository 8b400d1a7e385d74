import type { Parsed } from '@hearty/core';

interface FigureOptions {
  whole?: boolean;
  /** Words that may stand behind it: "in 100 shows". */
  behind?: string;
  /** An example for whoever typed something else. */
  such?: string;
}

/** Reads a number between two limits. */
export const figure =
  (least: number, most: number, { whole = false, behind = '', such }: FigureOptions = {}) =>
  (text: string): Parsed => {
    const bare = text.replace(behind, '').trim().replace(',', '.');
    const value = Number(bare);
    if (bare !== '' && value >= least && value <= most && (!whole || Number.isInteger(value)))
      return { ok: true, value };
    const example = such === undefined ? '' : `, such as ${such}`;
    return {
      ok: false,
      says: `Write a ${whole ? 'whole ' : ''}number from ${least} to ${most}${example}.`,
    };
  };
