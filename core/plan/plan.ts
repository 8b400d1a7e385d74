import { forecastSteps, type Bands, type ForecastProgress } from '../forecast';
import { script } from '../script';
import type { ShowFile } from '../show';
import {
  coldBudgets,
  needs,
  shelfOfFile,
  thingsOf,
  tour,
  type ColdBudget,
  type Needs,
  type Thing,
  withOrders,
  type TourShow,
} from '../supplies';
import { placeSteps, type PlaceOptions, type SearchProgress, type Timetable } from '../timetable';
import { withAcknowledgements } from './acknowledge';
import { callSheets, type CallSheet } from './call-sheet';
import { checksOf, type Check } from './checks';
import { findings, type PlanFinding } from './rules';
import { keepWorkingFixes, keepAdvice } from './tested-fixes';

/** All that is worked out of one show. Views draw it; none computes. */
export interface Plan {
  timetable: Timetable;
  findings: PlanFinding[];
  needs: Needs;
  /** What to buy for this show alone, against its own shelf; a tour says the same of several. */
  buying: TourShow;
  /** Null where no plays were asked for. */
  bands: Bands | null;
  cold: ColdBudget[];
  checks: Check[];
  callSheets: CallSheet[];
  /** What is packed; `packing` puts it into crates. */
  things: Thing[];
}

export interface PlanOptions extends PlaceOptions {
  /** Seed of the forecast's random numbers; the same seed gives the same bands. */
  seed?: number;
  /** How many plays to simulate, fewer where the show is very long; 0 leaves the forecast out. */
  plays?: number;
  /** Whether fixes that change the show are tried, and those that work offered; without, there are none. */
  fixes?: boolean;
}

/** Pieces of work looked at in all plays of a forecast, about a second; and plays that odds within one in a hundred want. */
const MOST_LOOKS = 4_000_000;
const LEAST_PLAYS = 4_000;

/** How far a plan under way has come. */
export type PlanProgress =
  { searching: SearchProgress } | { playing: ForecastProgress } | { trying: undefined };

/**
 * The one call behind every tab of a show, the server's exports and the command line: when everything happens, what
 * does not fit, what is needed, and what may happen. The file must have passed validation; it always gets a plan.
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
  { seed = 1, plays = 10_000, fixes = true, ...options }: PlanOptions = {},
): Generator<PlanProgress, Plan> {
  const resolved = script(file);
  const placement = yield* withProgress(placeSteps(resolved, options), (searching) => ({ searching }));
  const { timetable } = placement;
  const used = needs(resolved, timetable);
  const cold = coldBudgets(resolved, timetable, used.consumables);
  const needed = withOrders(used, resolved, cold);
  // A festival of hundreds of pieces is played less often, so that it is there in time; the bands say how often.
  const most = Math.max(LEAST_PLAYS, Math.floor(MOST_LOOKS / placement.work.activities.length));
  const forecast = { seed, plays: Math.min(plays, most) };
  // Nothing to play has no odds.
  const bands =
    plays > 0 && timetable.items.length > 0
      ? yield* withProgress(forecastSteps(placement, forecast), (playing) => ({ playing }))
      : null;
  const message = findings({ placement, needs: needed, bands, cold });
  return {
    timetable,
    findings: withAcknowledgements(
      file,
      fixes
        ? yield* withProgress(keepWorkingFixes(file, message), (trying) => ({ trying }))
        : keepAdvice(message),
    ),
    needs: needed,
    buying: tour([{ script: resolved, timetable }], shelfOfFile(file))[0]!,
    bands,
    cold,
    checks: checksOf(resolved, timetable, needed),
    callSheets: callSheets(resolved, timetable),
    things: thingsOf(resolved, timetable, needed),
  };
}

function* withProgress<P, R>(
  steps: Generator<P, R>,
  as: (progress: P) => PlanProgress,
): Generator<PlanProgress, R> {
  for (;;) {
    const next = steps.next();
    if (next.done) return next.value;
    yield as(next.value);
  }
}
