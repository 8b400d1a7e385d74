import { TableCell, TableHead, TableRow } from '@mui/material';

/** The head of a table: words at the left, figures at the right. */
export const HeadRow = ({ left, right }: { left: readonly string[]; right: readonly string[] }) => (
  <TableHead>
    <TableRow>
      {left.map((head) => (
        <TableCell key={head}>{head}</TableCell>
      ))}
      {right.map((head) => (
        <TableCell key={head} align="right">
          {head}
        </TableCell>
      ))}
    </TableRow>
  </TableHead>
);
