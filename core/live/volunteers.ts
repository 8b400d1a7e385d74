import type { Script } from '../script';
import type { Demo, Hazard } from '../show';
import type { RunState } from './fold';
import { playedAs } from './played';
import { onStage } from './slices/stage';

/** What anybody is asked before they come up, whatever the demo. Common practice. */
const ALWAYS = 'Would you like to? No is a fine answer.';

/**
 * What is asked of a volunteer because of what is in a demo: who should not take part, and what they come up in. From
 * memory; the venue, the supplier's leaflets and trained people know more, and come first.
 */
const BY_HAZARD: Partial<Record<Hazard, string>> = {
  flame: 'Long hair or loose sleeves? Tie them back.',
  hot: 'Can you stand still where I point?',
  cryogen: 'Closed shoes? Sleeves and pockets empty of metal?',
  corrosive: 'Glasses or contact lenses? Goggles go over them.',
  pressure: 'Loud bangs all right for you?',
  noise: 'Loud bangs all right for you?',
  'high voltage': 'A pacemaker, an implant, a weak heart? Then please watch from here.',
  'strong magnet': 'A pacemaker, an implant, a hearing aid? Then please watch from here.',
  'spinning person': 'Dizzy soon, a bad back or neck, expecting? Then please watch from here.',
  'slippery floor': 'Firm shoes? Walk, do not run.',
  allergen: 'Any allergy, to latex, nuts, milk or anything else?',
  'flashing light': 'Do flashing lights trouble you?',
  darkness: 'Is the dark all right for you?',
};

/** The questions to ask before volunteers come up for a demo, each once; empty where none come up. */
const volunteerQuestions = ({ volunteers, hazards }: Pick<Demo, 'volunteers' | 'hazards'>): string[] =>
  volunteers === 0 ? [] : [...new Set([ALWAYS, ...hazards.flatMap((h) => BY_HAZARD[h] ?? [])])];

/** Volunteers, as numbers: how many the demo on stage wants, how many are up, and what to ask before more come up. */
export interface Volunteers {
  itemId: string;
  wanted: number;
  up: number;
  ask: readonly string[];
}

/** Who comes up now, or is to go down again; undefined where nobody is up or wanted. Never a name. Pure. */
export function volunteersNow(script: Script, state: RunState): Volunteers | undefined {
  const item = onStage(state);
  const up = state.volunteersUp;
  if (state.phase !== 'running' || item?.status !== 'now') return undefined;
  const demo = playedAs(script, item)?.demo;
  const wanted = demo && !item.closed ? demo.volunteers : 0;
  if (wanted === 0 && up === 0) return undefined;
  return { itemId: item.itemId, wanted, up, ask: demo && wanted > up ? volunteerQuestions(demo) : [] };
}
