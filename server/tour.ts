import {
  assemble,
  buyingList,
  plan,
  script,
  tour,
  type Plan,
  type Show,
  type ShowFile,
  type TourAnswer,
} from '@hearty/core';
import type { Documents } from './documents';
import type { Runs } from './runs';
import { library } from './show-files';
import type { Stores } from './stores';

/** A show with its plan, worked out once for all who ask. */
export interface PlannedShow {
  id: string;
  version: number;
  show: Show;
  file: ShowFile;
  /** Every valid file gets one; should a show defeat the planner all the same, the others have theirs. */
  plan: Plan | undefined;
}

/** Every show that can be planned, with its plan but without the forecast; `documents.broken()` tells of the others. */
export function plannedShows(documents: Documents, runs: Runs, stores: Stores): PlannedShow[] {
  const from = library(documents, runs, stores);
  return documents.all('show').flatMap(({ id, version, body: show }) => {
    const file = assemble(show, from);
    return file ? [{ id, version, show, file, plan: planOrNone(file) }] : [];
  });
}

function planOrNone(file: ShowFile): Plan | undefined {
  try {
    return plan(file, { plays: 0 });
  } catch {
    return undefined;
  }
}

/** The shows to come, in the order of their dates, against one shelf; and what to buy for them. */
export function tourAnswer(
  planned: readonly PlannedShow[],
  documents: Documents,
  runs: Runs,
  stores: Stores,
  today: string,
): TourAnswer {
  const played = new Set(
    runs
      .list()
      .filter((r) => r.phase === 'down' && r.curtainAt !== null && !r.rehearsal)
      .map((r) => r.showId),
  );
  const coming = planned.filter(
    ({ id, show }) => show.date > today || (show.date === today && !played.has(id)),
  );
  const shows = tour(
    coming.flatMap(({ file, plan }) => (plan ? [{ script: script(file), timetable: plan.timetable }] : [])),
    stores.lots(),
  );
  const kit = coming.flatMap(({ id, plan }) =>
    (plan?.needs.kit ?? []).map(({ goodId, short }) => ({ showId: id, goodId, short })),
  );
  const goods = documents.all('good').map((d) => d.body);
  return { today, shows, buying: buyingList(shows, goods, kit, today) };
}
