import {
  reliability,
  type DemoLine,
  type Logbook,
  type Overview,
  type PastShows,
  type RunPage,
  type Show,
  type ShowLine,
  type ShowSummary,
  type Stored,
} from '@hearty/core';
import type { Documents } from './documents';
import type { Runs } from './live/runs';
import { MOST_COMING } from './planning/engine';
import type { Board } from './planning/board';

/** So many lines of the past, or runs of the logbook, are handed out at once. */
const PAGE = 50;
/** So many shows of the past stand below those to come. */
const FIRST_PAST = 20;

/** The shows: those to come from the next one on, and the newest of the past; each line is read, none is worked out. */
export function overview(documents: Documents, runs: Runs, board: Board, today: string): Overview {
  return {
    fresh: board.fresh(),
    coming: documents
      .showsByDate({ from: today, limit: MOST_COMING })
      .flatMap((show) => lineOf(documents, runs, show, board.summary(show.id))),
    ...pastShows(documents, runs, board, { before: today, id: '', limit: FIRST_PAST }),
  };
}

/** Shows before a day, the newest first. */
export function pastShows(
  documents: Documents,
  runs: Runs,
  board: Board,
  { before, id, limit = PAGE }: { before: string; id: string; limit?: number },
): PastShows {
  const found = documents.showsByDate({ before, id, limit: limit + 1 });
  return {
    past: found.slice(0, limit).flatMap((show) => {
      // What there was to mend or to buy is of no use any more.
      const summary = board.summary(show.id);
      return lineOf(documents, runs, show, summary && { endS: summary.endS, stops: 0, cautions: 0 });
    }),
    morePast: found.length > limit,
  };
}

/** None for a show whose venue is gone: it stands among what is broken. */
function lineOf(
  documents: Documents,
  runs: Runs,
  { id, version, body: show }: Stored<Show>,
  summary: ShowSummary | undefined,
): ShowLine[] {
  const venue = documents.get('venue', show.venueId)?.body;
  if (!venue) return [];
  return [
    {
      id,
      version,
      title: show.title,
      date: show.date,
      curtainUp: show.curtainUp,
      venue: venue.name,
      heads: show.heads,
      items: show.items.length,
      slotEndS: show.slotMin * 60,
      planned: summary !== undefined,
      ...(summary ?? { endS: 0, stops: 0, cautions: 0 }),
      ...runs.ofShow(id),
    },
  ];
}

/** What the log has taught: odds with their interval per demo, planned against actual per run, open actions. */
export function logbook(documents: Documents, runs: Runs): Logbook {
  const records = new Map(runs.record().map((r) => [r.demoId, r]));
  const causes = runs.causes();
  const demos = documents.all('demo').map(({ id, body: demo }): DemoLine => {
    const record = records.get(id);
    return {
      demoId: id,
      title: demo.title,
      worked: record?.worked ?? 0,
      partly: record?.partly ?? 0,
      failed: record?.failed ?? 0,
      playsS: record?.playsS ?? [],
      causes: causes.get(id) ?? [],
      ...reliability(record, demo.guessOdds),
    };
  });
  return { demos, ...runPage(runs, {}), actions: runs.openActions() };
}

/** Runs of the logbook opened before a moment, the newest first. A run ended before its curtain went up was never played. */
export function runPage(runs: Runs, { before }: { before?: number }): RunPage {
  const found = runs.lines({ ...(before !== undefined && { before }), limit: PAGE + 1 });
  return { runs: found.slice(0, PAGE), moreRuns: found.length > PAGE };
}
