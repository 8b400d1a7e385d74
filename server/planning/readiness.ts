import {
  assemble,
  buyingList,
  costUsed,
  debrief,
  isOpenStop,
  plan,
  script,
  tour,
  type BuyLine,
  type EndForecast,
  type Library,
  type Plan,
  type RunState,
  type Script,
  type Show,
  type ShowFile,
  type ShowSummary,
  type Timetable,
  type TourShow,
} from '@hearty/core';
import { createHash } from 'node:crypto';

/** What is known of the shows to come, worked out from one look at the database. */
export interface Readiness {
  /** By show: its plan in a line, and the digest of the file it is of. */
  summaries: { showId: string; digest: string; summary: ShowSummary }[];
  shows: TourShow[];
  buying: BuyLine[];
  /** Shows planned in this look, as they are to be kept. */
  planned: KeptPlan[];
}

/** A show's plan as a database keeps it: `body` is `Known` without its digest, as JSON. */
interface KeptPlan {
  showId: string;
  digest: string;
  body: string;
}

/** A show's plan as far as it is kept between two looks. */
interface Known {
  digest: string;
  summary: ShowSummary;
  timetable: Timetable | undefined;
  kit: { goodId: string; short: number }[];
}

export interface LookOptions {
  today: string;
  /** Shows whose plan once took too long: by digest, not to be tried again. */
  given?: ReadonlyMap<string, string>;
  /** Told before each plan, so that whoever waits knows which one takes too long. */
  tell?: (showId: string, digest: string) => void;
}

/** What a show says whose plan could not be had. */
const TROUBLE = 'It could not be planned.';
export const ADVICE = 'Open it and undo your last change.';

export interface ReadinessOptions {
  /** Which program plans: what another one planned is planned again. */
  engine: string;
  /** What was kept of a show's plan. */
  load: (showId: string) => { digest: string; body: string } | undefined;
}

/**
 * Plans the shows to come, each only where its file has changed since it was last planned, and sets them against one
 * shelf. Keep one and look again: what has not changed costs a digest.
 */
export function createReadiness({ engine, load }: ReadinessOptions) {
  let known = new Map<string, Known>();
  let planned: KeptPlan[] = [];

  function knownOf(showId: string, file: ShowFile, { given, tell }: LookOptions): Known {
    const digest = createHash('sha1').update(engine).update(JSON.stringify(file)).digest('hex');
    const before = known.get(showId) ?? keptOf(showId);
    if (before?.digest === digest) return before;
    const message = given?.get(digest);
    if (message !== undefined) return { digest, summary: without(message), timetable: undefined, kit: [] };
    tell?.(showId, digest);
    try {
      // With its forecast: the page of the show counts what that finds too.
      const { timetable, findings, needs } = plan(file, { fixes: false });
      const kept = {
        summary: {
          endS: timetable.endS,
          stops: findings.filter(isOpenStop).length,
          cautions: findings.filter((f) => f.level === 'caution').length,
        },
        timetable,
        kit: needs.kit.map(({ goodId, short }) => ({ goodId, short })),
      };
      planned.push({ showId, digest, body: JSON.stringify(kept) });
      return { digest, ...kept };
    } catch {
      return { digest, summary: without(`${TROUBLE} ${ADVICE}`), timetable: undefined, kit: [] };
    }
  }

  function keptOf(showId: string): Known | undefined {
    const row = load(showId);
    return row && { digest: row.digest, ...(JSON.parse(row.body) as Omit<Known, 'digest'>) };
  }

  return (shows: readonly Show[], library: Library, options: LookOptions): Readiness => {
    planned = [];
    const next = new Map<string, Known>();
    const stops: { file: ShowFile; known: Known }[] = [];
    for (const show of shows) {
      const file = assemble(show, library);
      if (!file) continue;
      const known = knownOf(show.id, file, options);
      next.set(show.id, known);
      stops.push({ file, known: known });
    }
    known = next;
    const stopsOfTour = tour(
      stops.flatMap(({ file, known: { timetable } }) =>
        timetable ? [{ script: script(file), timetable }] : [],
      ),
      library.lots,
    );
    const kit = [...next].flatMap(([showId, clash]) => clash.kit.map((k) => ({ showId, ...k })));
    const toBuy = new Map(stopsOfTour.map((s) => [s.showId, s.lines.filter((l) => l.short > 0).length]));
    return {
      summaries: [...next].map(([showId, { digest, summary }]) => ({
        showId,
        digest,
        summary: { ...summary, toBuy: toBuy.get(showId) ?? 0 },
      })),
      shows: stopsOfTour,
      buying: buyingList(stopsOfTour, library.goods, kit, options.today),
      planned,
    };
  };
}

const without = (trouble: string): ShowSummary => ({ endS: 0, stops: 0, cautions: 0, trouble });

/** What is worked out of a run once; undefined where its show has no plan, or nothing of it a price. */
export interface RunFigures {
  plannedS: number | undefined;
  cost: number | undefined;
  forecast: EndForecast | undefined;
}

/** So many plays grade a forecast: its range is then good to a few seconds. */
const GRADED_PLAYS = 1000;

/** How long the plan of a run is, in s, what was forecast of its end, and what it used up in the troupe's currency. */
export function runFigures({ script, state }: { script: Script; state: RunState }): RunFigures {
  try {
    const planned = plan(script.file, { plays: GRADED_PLAYS, fixes: false });
    const { leftovers } = debrief(script, planned, state);
    return {
      plannedS: planned.timetable.endS,
      cost: costUsed(script, planned, leftovers),
      forecast: forecastOf(script.file, planned),
    };
  } catch {
    return { plannedS: undefined, cost: undefined, forecast: undefined };
  }
}

function forecastOf({ pace }: ShowFile, { bands }: Plan): EndForecast | undefined {
  if (!bands) return undefined;
  const { endS, withinSlot } = bands;
  return { ...endS, withinSlot, widen: pace?.widen ?? 1 };
}
