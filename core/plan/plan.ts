import type { Finding } from '../findings';
import { forecastSteps, type Bands, type ForecastProgress } from '../forecast';
import type { ShowFile } from '../show';
import { needs, type Needs } from '../supplies';
import { type SearchProgress, placeSteps, type PlaceOptions, type Timetable } from '../timetable';
import { findings } from './rules';

export interface Plan {
  timetable: Timetable;
  findings: Finding[];
  needs: Needs;
  /** Null where no plays were asked for. */
  bands: Bands | null;
}

export interface PlanOptions extends PlaceOptions {
  /** Seed of the forecast's random numbers; the same seed gives the same bands. */
  seed?: number;
  /** How many plays to simulate; 0 leaves the forecast out. */
  plays?: number;
}

/** How far a plan under way has come. */
export type PlanProgress = { searching: SearchProgress } | { playing: ForecastProgress };

/**
 * The one call behind the Plan and Supplies tabs, the server's exports and the command line: when everything happens,
 * what does not fit, what is needed, and what may happen. The file must have passed validation.
 * Pure: the same file and options give the same answer.
 */
export function plan(file: ShowFile, options: PlanOptions = {}): Plan {
  const steps = planSteps(file, options);
  for (;;) {
    const next = steps.next();
    if (next.done) return next.value;
  }
}

/** `plan` in slices: yields how far it has come, and may be dropped at any of them. */
export function* planSteps(
  file: ShowFile,
  { seed = 1, plays = 10_000, ...options }: PlanOptions = {},
): Generator<PlanProgress, Plan> {
  const placement = yield* told(placeSteps(file, options), (searching) => ({ searching }));
  const { timetable } = placement;
  const needed = needs(file, timetable);
  const bands =
    plays > 0
      ? yield* told(forecastSteps(file, placement, { seed, plays }), (playing) => ({ playing }))
      : null;
  return { timetable, findings: findings(file, placement, needed.kit, bands), needs: needed, bands };
}

function* told<P, R>(steps: Generator<P, R>, as: (progress: P) => PlanProgress): Generator<PlanProgress, R> {
  for (;;) {
    const next = steps.next();
    if (next.done) return next.value;
    yield as(next.value);
  }
}
