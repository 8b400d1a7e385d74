import { inOrderOfText } from '../quantities';
import { MOST_CAUSES, type Cause, type Demo, type FoundCause, type Fault } from '../show';
import { push, type Attempt } from './attempt';

/** The list of a demo's causes is worth so many cases found. */
const LIST_WORTH = 2;

/** A likely cause of what was seen: how likely, how often it was found, and how often what came after it worked. */
export interface LikelyCause extends Cause {
  /** Share of cases, 0 to 1: the Dirichlet posterior's mean, the list worth two cases, shared alike. */
  weight: number;
  times: number;
  /** Of the times that it was tried again after this cause was found, how often it worked. */
  helped: number;
  triedAgain: number;
}

/**
 * The causes of a symptom, the likeliest first: those of the demo's list, and those that were only typed in a debrief
 * (without a test or a cure of their own). Where the log says nothing the list keeps its order. Pure.
 * Source: posterior mean of a Dirichlet, (α + n)/(Σα + N); Gelman et al., Bayesian Data Analysis, 3.4.
 */
export function likelyCauses(
  fault: Fault | undefined,
  found: readonly FoundCause[] | undefined,
  symptom: string | undefined,
): LikelyCause[] {
  const listed = fault?.causes ?? [];
  const here = (found ?? []).filter(
    (f) => symptom !== undefined && symptomKey(f.symptom) === symptomKey(symptom),
  );
  const typed = here
    .filter((f) => !listed.some((c) => c.cause === f.cause))
    .map(({ cause }): Cause => ({ cause, quickTest: '', cure: '' }));
  const all = here.reduce((sum, f) => sum + f.times, 0);
  const alpha = listed.length ? LIST_WORTH / listed.length : 0;
  const total = alpha * listed.length + all;
  return [...listed, ...typed]
    .map((cause) => {
      const { times = 0, helped = 0, triedAgain = 0 } = here.find((f) => f.cause === cause.cause) ?? {};
      const prior = listed.includes(cause) ? alpha : 0;
      return { ...cause, times, helped, triedAgain, weight: total > 0 ? (prior + times) / total : 0 };
    })
    .sort((a, b) => b.weight - a.weight);
}

/** What makes two texts of what was seen one and the same: capitals, spaces and a full stop at the end do not count. */
export const symptomKey = (text: string): string =>
  text
    .trim()
    .toLocaleLowerCase('en')
    .replace(/\s+/g, ' ')
    .replace(/[.!…]+$/, '');

/** What was typed, in the spelling that is known already; as typed where it is new. */
export const knownSymptom = (typed: string, known: readonly string[]): string =>
  known.find((one) => symptomKey(one) === symptomKey(typed)) ?? typed.trim();

/** A demo that knows one more cause of what is seen, and what to do about it; a cause it knows already is written again. Pure. */
export function withCause(demo: Demo, symptom: string, cause: Cause): Demo {
  const isSame = (other: string) => symptomKey(other) === symptomKey(symptom);
  const known = demo.faults.find((f) => isSame(f.symptom)) ?? { symptom, causes: [] };
  const fault = { ...known, causes: [...known.causes.filter((c) => c.cause !== cause.cause), cause] };
  const isKnown = demo.faults.some((f) => isSame(f.symptom));
  return {
    ...demo,
    faults: isKnown ? demo.faults.map((f) => (isSame(f.symptom) ? fault : f)) : [...demo.faults, fault],
  };
}

/** How often each cause was found of each symptom of a demo, and what came of the try after it. Rehearsals count: a cause is one there too. */
export function causesFound(attempts: readonly Attempt[]): FoundCause[] {
  const plays = new Map<string, Attempt[]>();
  for (const a of attempts) if (a.outcome !== 'not tried') push(plays, `${a.runId} ${a.itemId}`, a);
  const found = new Map<string, FoundCause>();
  for (const play of plays.values()) {
    play.sort((a, b) => a.atMs - b.atMs || inOrderOfText(a.id, b.id));
    play.forEach(({ symptom, cause }, i) => {
      if (!symptom || !cause) return;
      const key = JSON.stringify([symptomKey(symptom), cause]);
      const { times, helped, triedAgain } = found.get(key) ?? { times: 0, helped: 0, triedAgain: 0 };
      const next = play[i + 1];
      found.set(key, {
        ...{ symptom, cause, times: times + 1 },
        triedAgain: triedAgain + (next ? 1 : 0),
        helped: helped + (next?.outcome === 'worked' ? 1 : 0),
      });
    });
  }
  return [...found.values()]
    .sort((a, b) => b.times - a.times || inOrderOfText(a.symptom + a.cause, b.symptom + b.cause))
    .slice(0, MOST_CAUSES);
}
