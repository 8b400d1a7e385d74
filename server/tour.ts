import { buyingList, plan, tour, type TourAnswer } from '@hearty/core';
import type { Documents } from './documents';
import type { Runs } from './runs';
import { library, showFile } from './show-files';
import type { Stores } from './stores';

/** The shows to come, in the order of their dates, against one shelf; and what to buy for them. */
export function tourAnswer(documents: Documents, runs: Runs, stores: Stores, today: string): TourAnswer {
  const from = library(documents, runs, stores);
  const played = new Set(
    runs
      .list()
      .filter((r) => r.phase === 'down' && r.curtainAt !== null && !r.rehearsal)
      .map((r) => r.showId),
  );
  const stops = documents
    .all('show')
    .filter(({ id, body }) => body.date > today || (body.date === today && !played.has(id)))
    .map(({ id }) => {
      const file = showFile(documents, id, from);
      return { file, ...plan(file, { plays: 0 }) };
    });
  const shows = tour(stops, from.lots);
  const kit = stops.flatMap(({ file, needs }) =>
    needs.kit.map(({ goodId, short }) => ({ showId: file.show.id, goodId, short })),
  );
  return { today, shows, buying: buyingList(shows, from.goods, kit, today) };
}
