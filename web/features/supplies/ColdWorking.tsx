import { formatFigure, type ColdBudget, type ColdLine } from '@hearty/core';
import { DataTable, type Column } from '../../kit/table';

interface Line extends ColdLine {
  isTotal?: true;
}

/** Every line of the budget with the figures it is made of. */
export function ColdWorking({ budget }: { budget: ColdBudget }) {
  const { unit, uses, losses, useTotal, lossTotal, reserve, total } = budget;
  const lines: Line[] = [
    ...uses,
    { title: 'Used', amount: useTotal, working: '', isTotal: true },
    ...losses,
    { title: 'Lost to the air', amount: lossTotal, working: '', isTotal: true },
    { title: 'Reserve', amount: reserve, working: 'of used and lost' },
    { title: 'With the reserve', amount: total, working: '', isTotal: true },
  ];
  const columns: Column<Line>[] = [
    { head: 'What', cell: (l) => (l.isTotal ? <b>{l.title}</b> : l.title) },
    { head: 'Working', cell: (l) => l.working, as: 'small', color: () => 'text.secondary' },
    {
      head: unit,
      cell: ({ amount, isTotal }) => {
        const words = `${formatFigure(amount)} ${unit}`;
        return isTotal ? <b>{words}</b> : words;
      },
      as: 'figure',
    },
  ];
  return (
    <DataTable
      name="Cold budget, line by line"
      columns={columns}
      rows={lines}
      keyOf={(l) => l.title}
      mt={3}
    />
  );
}
