import type { Cup, Plan, ShowFile, TourLine } from '@hearty/core';
import { format, parseISO } from 'date-fns';
import { PaperTable, Sheet } from '../../kit/paper';
import { onPaper } from '../../kit/table';
import { consumableColumns, kitColumns } from './columns';

/** What the show uses up and the kit it wants, to fetch from the shelf and tick off. */
export function SuppliesSheet({
  file,
  needs: { consumables, kit },
  lineOf,
  cup,
}: {
  file: ShowFile;
  needs: Plan['needs'];
  lineOf: (goodId: string) => TourLine | undefined;
  cup: Cup;
}) {
  const { show, venue } = file;
  return (
    <Sheet
      kind="Supplies"
      title={`${show.title}: supplies`}
      about={`${format(parseISO(show.date), 'EEEE d MMMM yyyy')} · ${venue.name} · ${show.heads} people. Packed is enough for retries.`}
    >
      {consumables.length > 0 && (
        <PaperTable
          title="Consumables"
          {...onPaper(consumableColumns(lineOf, cup), consumables, (c) => c.goodId)}
        />
      )}
      {kit.length > 0 && <PaperTable title="Kit" {...onPaper(kitColumns(file), kit, (k) => k.goodId)} />}
    </Sheet>
  );
}
