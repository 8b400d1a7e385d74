import {
  dueFor,
  dueForRehearsal,
  slotOf,
  type ActionOn,
  type ComingDemo,
  type Due,
  type Logbook,
  type LogbookAsk,
  type Overview,
  type PastShows,
  type RunPage,
  type Show,
  type ShowLine,
  type ShowSummary,
  type Stored,
} from '@hearty/core';
import { parseISO } from 'date-fns';
import type { Db } from './db';
import type { Documents } from './documents';
import type { Runs } from './live/runs';
import { causesOf, demoLines, lastTried, outcomesOf, seasonOf, yearsOf } from './live/season';
import { MOST_COMING } from './planning/engine';
import type { Board } from './planning/board';
import type { Stores } from './stores';

/** So many lines of the past, or runs of the logbook, are handed out at once. */
const PAGE = 50;

/** What the answers on shows are read from. */
interface Kept {
  documents: Documents;
  runs: Runs;
  stores: Stores;
  board: Board;
}

/** The shows to come, and what is due for the next one; each line is read, none is worked out. */
export function overview(kept: Kept, today: string): Overview {
  const { documents, runs, board } = kept;
  const shows = documents.showsByDate({ from: today, limit: MOST_COMING });
  const over = runs.lists.playedOn(today);
  const next = shows.find((s) => !over.has(s.id));
  return {
    fresh: board.fresh(),
    next: next ? { showId: next.id, due: due(kept, next.body, today) } : null,
    coming: shows.flatMap((show) => lineOf(documents, runs, show, board.summary(show.id))),
    anyPast: documents.showsByDate({ before: today, id: '', limit: 1 }).length > 0,
  };
}

/** What is due for the next show, from what is known of the tour. */
function due({ documents, runs, stores, board }: Kept, show: Show, today: string): Due[] {
  const { shows, buying } = board.tour();
  const tour = shows.find((s) => s.showId === show.id);
  const demoIds = [...new Set(show.items.flatMap((i) => i.demoId ?? []))];
  const goodIds = [
    ...new Set([...(tour?.lines ?? []), ...buying, ...(show.cold ?? [])].map((l) => l.goodId)),
  ];
  return dueFor({
    ...{ show, today, tour, buying },
    demos: new Map(demoIds.map((id) => [id, documents.get('demo', id)?.body.title ?? id])),
    people: new Map(
      show.crew.map(({ personId }) => [personId, documents.get('person', personId)?.body.name ?? personId]),
    ),
    goods: new Map(
      goodIds.flatMap((id) => {
        const good = documents.get('good', id)?.body;
        return good ? [[id, good]] : [];
      }),
    ),
    seenOn: stores.seenOn(goodIds),
    actions: runs.lists.openActions(),
    played: runs.lists.ofShow(show.id).lastRun !== null,
    attempted: runs.lists.attempted(demoIds),
  });
}

/** Shows before a day, the newest first; with `find`, those in whose title or venue it stands. */
export function pastShows(
  { documents, runs, board }: Kept,
  { before, id, find = '' }: { before: string; id: string; find?: string },
): PastShows {
  const found = documents.showsByDate({ before, id, find, limit: PAGE + 1 });
  return {
    past: found.slice(0, PAGE).flatMap((show) => {
      // What there was to mend or to buy is of no use any more.
      const summary = board.summary(show.id);
      return lineOf(documents, runs, show, summary && { endS: summary.endS, stops: 0, cautions: 0 });
    }),
    morePast: found.length > PAGE,
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
      slotEndS: slotOf(show),
      planned: summary !== undefined,
      ...(summary ?? { endS: 0, stops: 0, cautions: 0 }),
      ...runs.lists.ofShow(id),
    },
  ];
}

/** What the log has taught of what is asked for: the season in figures, odds, causes, runs; and what to do next. */
export function logbook(db: Db, documents: Documents, runs: Runs, ask: LogbookAsk, today: string): Logbook {
  const demos = documents.all('demo');
  const titles = new Map(demos.map(({ id, body }) => [id, body.title]));
  const causes = causesOf(db, ask, (id) => titles.get(id) ?? 'a demo that is gone');
  const all = Object.keys(ask).length === 0;
  const outcomes = outcomesOf(db, ask);
  return {
    season: seasonOf(db, ask, outcomes),
    calibration: runs.lessons.calibration(),
    years: yearsOf(db),
    demos: demoLines(outcomes, demos, causes).filter((d) => all || d.attempts > 0),
    causes,
    due: dueForRehearsal(comingDemos(db, documents, titles, today), parseISO(today).getTime()),
    ...runPage(runs, ask),
    costsPending: runs.lists.costsPending(),
    actions: runs.lists
      .openActions()
      .filter((a) => ask.demoId === undefined || (a.on === 'demo' && a.onId === ask.demoId))
      .map(({ id, text, on, onId }) => ({ id, text, title: titleIn(documents, on, onId) })),
  };
}

/** What an action hangs on, as it is called. */
function titleIn(documents: Documents, on: ActionOn, id: string): string {
  const document = documents.get(on, id)?.body;
  return (
    (document && ('title' in document ? document.title : 'name' in document && document.name)) ||
    `a ${on} that is gone`
  );
}

/** Each demo of the shows to come, once, for the soonest of them. */
function comingDemos(
  db: Db,
  documents: Documents,
  titles: ReadonlyMap<string, string>,
  today: string,
): ComingDemo[] {
  const found = new Map<string, Pick<ComingDemo, 'show' | 'date'>>();
  for (const { body } of documents.showsByDate({ from: today, limit: MOST_COMING }))
    for (const { demoId } of body.items)
      if (demoId && titles.has(demoId) && !found.has(demoId))
        found.set(demoId, { show: body.title, date: body.date });
  const lastTries = lastTried(db);
  return [...found].map(([demoId, show]) => ({
    ...{ demoId, title: titles.get(demoId)!, ...show },
    lastAt: lastTries.get(demoId)?.at,
    lastFailed: lastTries.get(demoId)?.failed ?? false,
  }));
}

/** Runs of the logbook opened before a moment, the newest first. A run ended before its curtain went up was never played. */
export function runPage(runs: Runs, { before, ...ask }: LogbookAsk & { before?: number }): RunPage {
  const found = runs.lists.lines({ ...ask, ...(before !== undefined && { before }), limit: PAGE + 1 });
  return { runs: found.slice(0, PAGE), moreRuns: found.length > PAGE };
}
