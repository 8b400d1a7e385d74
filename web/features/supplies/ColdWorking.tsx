import { Table, TableBody, TableCell, TableHead, TableRow } from '@mui/material';
import { ScrollTable } from '../../kit/ScrollTable';
import { formatFigure, type ColdBudget, type ColdLine } from '@hearty/core';

/** Every line of the budget with the figures it is made of. */
export function ColdWorking({ budget }: { budget: ColdBudget }) {
  const { unit } = budget;
  const rows = (title: string, lines: ColdLine[], total: number) => (
    <>
      {lines.map((l) => (
        <TableRow key={title + l.title}>
          <TableCell>{l.title}</TableCell>
          <TableCell sx={{ fontSize: 'small', color: 'text.secondary' }}>{l.working}</TableCell>
          <TableCell align="right" sx={{ whiteSpace: 'nowrap' }}>
            {formatFigure(l.amount)} {unit}
          </TableCell>
        </TableRow>
      ))}
      <TableRow>
        <TableCell colSpan={2} sx={{ fontWeight: 700 }}>
          {title}
        </TableCell>
        <TableCell align="right" sx={{ fontWeight: 700, color: 'secondary.main', whiteSpace: 'nowrap' }}>
          {formatFigure(total)} {unit}
        </TableCell>
      </TableRow>
    </>
  );
  return (
    <ScrollTable of="Working" mt={3}>
      <Table size="small" aria-label="Cold budget, line by line">
        <TableHead>
          <TableRow>
            <TableCell>What</TableCell>
            <TableCell>Working</TableCell>
            <TableCell align="right">{unit}</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {rows('Used', budget.uses, budget.useTotal)}
          {rows('Lost to the air', budget.losses, budget.lossTotal)}
          {rows(
            'With the reserve',
            [{ title: 'Reserve', amount: budget.reserve, working: 'of used and lost' }],
            budget.total,
          )}
        </TableBody>
      </Table>
    </ScrollTable>
  );
}
