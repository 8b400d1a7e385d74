import { formatAmount, formatMoney, type TourAnswer } from '@hearty/core';
import { PaperTable, Sheet } from '../../kit/paper';
import { dayWords, forShows, supplierWords } from './stock';

/** The buying list, a table for each supplier, to take to the shop. */
export function BuySheet({ tour: { buying, today } }: { tour: TourAnswer }) {
  const suppliers = [...new Set(buying.map((b) => b.supplier))];
  return (
    <Sheet
      of="To buy"
      title={`To buy, about ${formatMoney(buying.reduce((sum, b) => sum + (b.cost ?? 0), 0))}`}
      about={`For all shows from ${dayWords(today)} on.`}
    >
      {suppliers.map((supplier) => (
        <PaperTable
          key={supplier ?? 'none'}
          title={supplierWords(supplier)}
          head={['', 'What', 'Short', 'Packs', 'About', 'Order by', 'For']}
          widths={[5, 28, 11, 15, 9, 14, 18]}
          rows={buying
            .filter((b) => b.supplier === supplier)
            .map((b) => ({
              key: `${b.goodId} ${b.forShows[0]?.showId}`,
              cells: [
                '☐',
                b.hardToFind
                  ? `${b.name} (hard to find${b.substitutes ? `; or: ${b.substitutes}` : ''})`
                  : b.name,
                <b>{formatAmount(b.amount, b.unit)}</b>,
                b.packs ? `${b.packs} × ${formatAmount(b.packAmount!, b.unit)}` : '',
                b.cost === undefined ? '' : formatMoney(b.cost),
                b.late ? `late: ${dayWords(b.orderBy)}` : dayWords(b.orderBy),
                forShows(b),
              ],
            }))}
        />
      ))}
    </Sheet>
  );
}
