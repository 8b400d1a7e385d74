import { fold, inOrderOfText, plan, reliability, script, type Logbook, type ShowLine } from '@hearty/core';
import type { Documents } from './documents';
import type { Runs } from './runs';
import type { Stores } from './stores';
import { plannedShows, tourAnswer } from './tour';

/** Every show with its readiness, worked out from its plan; soonest first. */
export function showLines(documents: Documents, runs: Runs, stores: Stores, today: string): ShowLine[] {
  const planned = plannedShows(documents, runs, stores);
  const tour = tourAnswer(planned, documents, runs, stores, today);
  const all = runs.list();
  return planned
    .map(({ id, version, show, file, plan }) => {
      const { timetable, findings = [] } = plan ?? {};
      const lines = tour.shows.find((s) => s.showId === id)?.lines ?? [];
      const mine = all.filter((r) => r.showId === id);
      return {
        id,
        version,
        title: show.title,
        date: show.date,
        curtainUp: show.curtainUp,
        venue: file.venue.name,
        heads: show.heads,
        items: show.items.length,
        endS: timetable?.endS ?? 0,
        slotEndS: show.slotMin * 60,
        ...(!plan && { trouble: 'It could not be planned. Open it and take out what you put in last.' }),
        stops: findings.filter((f) => f.level === 'stop').length,
        cautions: findings.filter((f) => f.level === 'caution').length,
        toBuy: lines.filter((l) => l.short > 0).length,
        openRun: mine.find((r) => r.phase !== 'down') ?? null,
        lastRun: mine.find((r) => r.phase === 'down' && r.curtainAt !== null) ?? null,
      };
    })
    .sort((a, b) => inOrderOfText(a.date, b.date) || inOrderOfText(a.curtainUp, b.curtainUp));
}

/** What the log has taught: odds with their interval per demo, planned against actual per run, open actions. */
export function logbook(documents: Documents, runs: Runs): Logbook {
  const attempts = runs.attempts();
  const records = new Map(runs.record().map((r) => [r.demoId, r]));
  return {
    demos: documents.all('demo').map(({ id, body: demo }) => {
      const record = records.get(id);
      const causes = new Map<string, number>();
      for (const a of attempts)
        if (a.demoId === id && a.cause) causes.set(a.cause, (causes.get(a.cause) ?? 0) + 1);
      return {
        demoId: id,
        title: demo.title,
        worked: record?.worked ?? 0,
        partly: record?.partly ?? 0,
        failed: record?.failed ?? 0,
        playsS: record?.playsS ?? [],
        causes: [...causes].map(([cause, times]) => ({ cause, times })).sort((a, b) => b.times - a.times),
        ...reliability(record, demo.guessOdds),
      };
    }),
    // A run ended before its curtain went up was never played.
    runs: played(runs).map((summary) => {
      const run = runs.get(summary.id);
      const state = fold(run.events, script(run.file));
      const mine = attempts.filter((a) => a.runId === run.id);
      return {
        ...summary,
        plannedS: plan(run.file, { plays: 0 }).timetable.endS,
        actualS:
          state.curtainAt !== undefined && state.downAt !== undefined
            ? Math.round((state.downAt - state.curtainAt) / 1000)
            : null,
        attempts: mine.length,
        failed: mine.filter((a) => a.outcome === 'failed').length,
        nearMisses: state.notes.filter((n) => n.nearMiss).length,
        openActions: state.actions.filter((a) => !a.done).length,
      };
    }),
    actions: runs.openActions(),
  };
}

const played = (runs: Runs) => runs.list().filter((r) => r.phase !== 'down' || r.curtainAt !== null);
