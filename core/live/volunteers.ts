import type { Script } from '../script';
import { HAZARD_FACTS, type Demo } from '../show';
import { cue } from './cue';
import type { RunState } from './fold';
import { playedAs, tally } from './played';
import { onStage, type ItemState } from './slices/stage';

/** What anybody is asked before they come up, whatever the demo. Common practice. */
const ALWAYS = 'Would you like to? No is a fine answer.';

/** The questions to ask before volunteers come up for a demo, each once; empty where none come up. */
const volunteerQuestions = ({
  volunteers,
  hazards,
  notFor = [],
}: Pick<Demo, 'volunteers' | 'hazards' | 'notFor'>): string[] =>
  volunteers === 0
    ? []
    : [
        ...new Set([
          ALWAYS,
          ...(notFor.length
            ? [`Not for anybody with: ${notFor.join(', ')}. Then please watch from here.`]
            : []),
          ...hazards.map((h) => HAZARD_FACTS[h].ask).filter(Boolean),
        ]),
      ];

/** Volunteers, as numbers: how many the demo on stage wants, how many are up, and what to ask before more come up. */
export interface Volunteers {
  itemId: string;
  wanted: number;
  up: number;
  /** Those who are up were up for a showing that is over, and the demo has others come up for each. */
  change: boolean;
  /** How many were asked and declined, and whether those who come up were picked before the show. */
  saidNo: number;
  pickedBefore: boolean;
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
  const change = wanted > 0 && up > 0 && !!demo?.volunteersChange && showingIsOver(script, state, item);
  const asks = demo && (change || wanted > up);
  const { 'said no': saidNo, 'picked before': pickedBefore } = item.volunteers;
  return {
    ...{ itemId: item.itemId, wanted, up, change, saidNo, pickedBefore: pickedBefore > 0 },
    ask: asks ? volunteerQuestions(demo) : [],
  };
}

/** Whether the showing for which volunteers came up is over; a retry of it is for the same ones. */
function showingIsOver(script: Script, { volunteersFor }: RunState, item: ItemState): boolean {
  if (volunteersFor?.itemId !== item.itemId) return true;
  const then = { ...item, attempts: item.attempts.slice(0, volunteersFor.attempts) };
  return tally(script, then).shown < tally(script, item).shown;
}

/** What to ask the guest who does the step on stage or the next one; empty where no guest does. Pure. */
export function askGuest(script: Script, state: RunState): readonly string[] {
  const item = onStage(state);
  const demo = item?.status === 'now' && !item.closed ? playedAs(script, item)?.demo : undefined;
  if (!demo || !item) return [];
  const first = demo.steps.find((step) => step.by === 'guest');
  const soon = cue(script, state)?.left.slice(0, 2);
  // Asked once: in a further go they know.
  if (!first || item.everDone.includes(first.id) || !soon?.includes(first)) return [];
  return volunteerQuestions({ ...demo, volunteers: 1 });
}
