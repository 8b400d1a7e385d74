import type { Attempt, Prediction } from '../logbook';
import { inOrderOfText, quantile } from '../quantities';
import type { Script } from '../script';
import { MOST_TOLD, type BenchTold } from '../show';
import { playedAt, showingOf } from './played';
import type { ItemState } from './slices/stage';

/** What the calculators foretold of an attempt, by its place from 0. */
export const predictionsOf = (script: Script, state: ItemState, attempt: number): Prediction[] =>
  (playedAt(script, state, attempt)?.showings[showingOf(script, state, attempt)]?.results ?? []).flatMap(
    ({ held, title, verdict, fails, refused, foretold }) =>
      refused === undefined
        ? [{ benchId: held.benchId, title, message: verdict, fails: fails !== undefined, ...foretold }]
        : [],
  );

/** What of an attempt a prediction is judged by. */
export type Observed = Pick<Attempt, 'outcome' | 'reading' | 'predictions'>;

/** How a bench has done at a demo so far: what it said against what happened, and how far its figure was off. */
export interface BenchSoFar {
  saidWorks: number;
  workedThen: number;
  saidFails: number;
  failedThen: number;
  /** Attempts of which its figure was read as well, and by how much the reading was more, in the middle. */
  read: number;
  offBy: number;
}

/** How often each bench foretold an attempt at each venue, and was wrong: the most used first, as `DemoRecord` keeps them. Pure. */
export function toldByVenue(attempts: readonly (Observed & { venueId: string })[]): BenchTold[] {
  const found = new Map<string, BenchTold>();
  for (const { outcome, predictions = [], venueId } of attempts) {
    if (outcome === 'not tried') continue;
    for (const prediction of predictions) {
      const key = `${prediction.benchId} ${venueId}`;
      const { told: predicted, wrong } = found.get(key) ?? { told: 0, wrong: 0 };
      const { benchId } = prediction;
      found.set(key, {
        benchId,
        venueId,
        told: predicted + 1,
        wrong: wrong + (isWrong(prediction, { outcome }) ? 1 : 0),
      });
    }
  }
  return [...found]
    .sort(([a, x], [b, y]) => y.told - x.told || inOrderOfText(a, b))
    .slice(0, MOST_TOLD)
    .map(([, record]) => record);
}

/** Attempts of which a bench of this id foretold something; those not tried say nothing. */
export function toldBy<T extends Observed>(
  attempts: readonly T[],
  benchId: string,
): { prediction: Prediction; attempt: T }[] {
  return attempts.flatMap((attempt) => {
    const prediction =
      attempt.outcome === 'not tried' ? undefined : attempt.predictions?.find((f) => f.benchId === benchId);
    return prediction ? [{ prediction, attempt }] : [];
  });
}

/** By how much what was read is more than what was foretold, of each attempt that has both. */
export const offs = (predictions: readonly { prediction: Prediction; attempt: Observed }[]): number[] =>
  predictions.flatMap(({ prediction: prediction, attempt: { reading } }) =>
    typeof reading === 'number' && typeof prediction.value === 'number' ? [reading - prediction.value] : [],
  );

/** What a bench foretold of attempts against what became of them. Pure. */
export function benchSoFar(attempts: readonly Observed[], benchId: string): BenchSoFar {
  const predictions = toldBy(attempts, benchId);
  const [no, yes] = [
    predictions.filter((t) => t.prediction.fails),
    predictions.filter((t) => !t.prediction.fails),
  ];
  const off = offs(predictions);
  return {
    saidWorks: yes.length,
    workedThen: yes.filter((t) => t.attempt.outcome !== 'failed').length,
    saidFails: no.length,
    failedThen: no.filter((t) => t.attempt.outcome === 'failed').length,
    read: off.length,
    offBy: off.length ? quantile(off, 0.5) : 0,
  };
}

/** A bench is wrong where it said no and it did not fail, or yes and it failed. */
export const isWrong = ({ fails }: Prediction, { outcome }: Pick<Observed, 'outcome'>): boolean =>
  fails !== (outcome === 'failed');
