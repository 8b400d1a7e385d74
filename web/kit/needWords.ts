import type { NeedRule } from '@hearty/core';

/** What stands behind "per" for each rule of need. */
export const PER_WORDS: Record<NeedRule, string> = {
  attempt: 'attempt',
  showing: 'showing',
  show: 'show',
  volunteer: 'volunteer',
  head: 'head of the audience',
  station: 'station of the audience',
  minute: 'minute on stage',
  ladder: 'piece of the ladder',
  'whatever is left': 'show, and whatever is left',
};
