import { aboutMoney, type TourAnswer } from '@hearty/core';
import { PaperTable, Sheet } from '../../kit/paper';
import { onPaper } from '../../kit/table';
import { BUY_COLUMNS, buyKey } from './buyColumns';
import { dayWords, supplierWords } from './stock';

/** The buying list, a table for each supplier, to take to the shop. */
export function BuySheet({ tour: { buying, today } }: { tour: TourAnswer }) {
  const suppliers = [...new Set(buying.map((b) => b.supplier))];
  return (
    <Sheet
      kind="To buy"
      title={`To buy, ${aboutMoney(buying.reduce((sum, b) => sum + (b.cost ?? 0), 0))}`}
      about={`For all shows from ${dayWords(today)} on.`}
    >
      {suppliers.map((supplier) => (
        <PaperTable
          key={supplier ?? 'none'}
          title={supplierWords(supplier)}
          {...onPaper(
            BUY_COLUMNS,
            buying.filter((b) => b.supplier === supplier),
            buyKey,
          )}
        />
      ))}
    </Sheet>
  );
}
