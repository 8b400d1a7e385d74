import {
  clockToS,
  formatAmount,
  formatClock,
  formatMoney,
  type Plan,
  type ShowFile,
  type TourLine,
} from '@hearty/core';
import { format, parseISO } from 'date-fns';
import { PaperTable, Sheet } from '../../kit/paper';

/** What the show uses up and the kit it wants, to fetch from the shelf and tick off. */
export function SuppliesSheet({
  file: { show, venue },
  needs: { consumables, kit },
  lineOf,
}: {
  file: ShowFile;
  needs: Plan['needs'];
  lineOf: (goodId: string) => TourLine | undefined;
}) {
  const titles = new Map(show.items.map((i) => [i.id, i.title]));
  return (
    <Sheet
      of="Supplies"
      title={`${show.title}: supplies`}
      about={`${format(parseISO(show.date), 'EEEE d MMMM yyyy')} · ${venue.name} · ${show.heads} people. Packed is enough for retries.`}
    >
      {consumables.length > 0 && (
        <PaperTable
          title="Consumables"
          head={['', 'What', 'Planned', 'Packed', 'On the shelf', 'To buy']}
          widths={[5, 31, 13, 13, 15, 23]}
          rows={consumables.map((c) => {
            const { short = 0, packs, cost } = lineOf(c.goodId) ?? {};
            const amount = (value: number) => formatAmount(value, c.unit);
            return {
              key: c.goodId,
              cells: [
                '☐',
                c.name,
                amount(c.planned),
                <b>{amount(c.packed)}</b>,
                amount(c.onShelf),
                short > 0 &&
                  [
                    amount(short),
                    packs && `${packs} ${packs === 1 ? 'pack' : 'packs'}`,
                    cost && formatMoney(cost),
                  ]
                    .filter(Boolean)
                    .join(', '),
              ],
            };
          })}
        />
      )}
      {kit.length > 0 && (
        <PaperTable
          title="Kit"
          head={['', 'What', 'At once', 'On the shelf', 'When most are in use']}
          widths={[5, 31, 13, 15, 36]}
          rows={kit.map((k) => ({
            key: k.goodId,
            cells: [
              '☐',
              k.name,
              <b>{k.peak}</b>,
              k.short > 0 ? `${k.onShelf}, ${k.short} short` : k.onShelf,
              `${formatClock(clockToS(show.curtainUp) + k.peakAtS)} ${k.itemIds.map((id) => titles.get(id)).join(' and ')}`,
            ],
          }))}
        />
      )}
    </Sheet>
  );
}
