import {
  Checkbox,
  Collapse,
  IconButton,
  Menu,
  MenuItem,
  Table,
  TableBody,
  TableCell,
  TableHead,
  TableRow,
  TableSortLabel,
  type SxProps,
  type Theme,
} from '@mui/material';
import {
  createColumnHelper,
  getCoreRowModel,
  getSortedRowModel,
  useReactTable,
  type Row as TableRowOf,
  type Table as TableOf,
} from '@tanstack/react-table';
import { Fragment, useMemo, useState, type ReactNode } from 'react';
import { ColumnsIcon, ExpandIcon } from '../icons';
import { ScrollTable } from '../ScrollTable';
import { useMore } from '../useMore';
import type { Column } from './columns';

/** From this many columns on, some can be hidden. */
const MANY_COLUMNS = 7;

interface Props<Row> {
  /** What the table is called, for whoever hears it. */
  name: string;
  columns: readonly Column<Row>[];
  rows: readonly Row[];
  keyOf: (row: Row) => string;
  /** Rows shown at once; more open as one comes near the end. */
  step?: number;
  /** Rows of one group stand below its heading, until another order is chosen. */
  groupOf?: (row: Row) => string;
  /** What a row opens to, and what the button that opens it is called. */
  details?: { label: (row: Row) => string; content: (row: Row) => ReactNode };
  testId?: (row: Row) => string;
  rowSx?: (row: Row) => SxProps<Theme>;
  mt?: number;
}

/**
 * Every table on screen: sorted by a press on a heading, wider than the screen if need be, its columns to choose from where
 * there are many. The order of `rows` is the first one.
 */
export function DataTable<Row>(props: Props<Row>) {
  const { name, columns, rows, keyOf, step, groupOf, mt } = props;
  const table = useReactTable<Row>({
    data: rows as Row[],
    columns: useMemo(() => definitionsOf(columns), [columns]),
    getRowId: keyOf,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
  });
  const ordered = table.getRowModel().rows;
  const { shown, more } = useMore(ordered, step);
  const grouped = groupOf && table.getState().sorting.length === 0;
  return (
    <ScrollTable name={name} {...(mt !== undefined && { mt })}>
      <Table size="small" aria-label={name}>
        <Head table={table} hasDetails={!!props.details} />
        <TableBody>
          {shown.map((row, i) => {
            const group = grouped ? groupOf(row.original) : undefined;
            const begins = group !== undefined && (i === 0 || groupOf!(shown[i - 1]!.original) !== group);
            return (
              <Fragment key={row.id}>
                {begins && (
                  <TableRow>
                    <TableCell colSpan={row.getVisibleCells().length} sx={{ fontWeight: 700, pt: 3 }}>
                      {group}
                    </TableCell>
                  </TableRow>
                )}
                <BodyRow row={row} {...props} />
              </Fragment>
            );
          })}
        </TableBody>
      </Table>
      {more}
    </ScrollTable>
  );
}

declare module '@tanstack/react-table' {
  // The package's own way to say what a column carries.
  interface ColumnMeta<TData, TValue> {
    column: Column<TData> & { value?: TValue };
  }
}

function definitionsOf<Row>(columns: readonly Column<Row>[]) {
  const helper = createColumnHelper<Row>();
  return columns
    .filter((column) => column.screen !== false)
    .map((column, i) =>
      helper.accessor((row: Row) => column.sortBy?.(row) ?? undefined, {
        id: `${i} ${column.head}`,
        header: column.head,
        enableSorting: column.sortBy !== undefined,
        // What is not known stands last, whichever way it is sorted.
        sortUndefined: 'last',
        sortingFn: 'auto',
        meta: { column },
      }),
    );
}

const columnOf = <Row,>(cell: { column: { columnDef: { meta?: { column: Column<Row> } } } }): Column<Row> =>
  cell.column.columnDef.meta!.column;

const isRight = (as: Column<unknown>['as']) => as === 'figure' || as === 'strong';

function Head<Row>({ table, hasDetails }: { table: TableOf<Row>; hasDetails: boolean }) {
  const headers = table.getHeaderGroups()[0]!.headers;
  return (
    <TableHead>
      <TableRow>
        {headers.map((header, i) => {
          const { as, head } = columnOf<Row>(header);
          const sorted = header.column.getIsSorted();
          return (
            <TableCell
              key={header.id}
              align={isRight(as) ? 'right' : 'left'}
              padding={as === 'button' ? 'none' : 'normal'}
              {...(sorted && { sortDirection: sorted })}
            >
              {i === 0 && table.getAllLeafColumns().length >= MANY_COLUMNS && <ColumnsMenu table={table} />}
              {header.column.getCanSort() ? (
                <TableSortLabel
                  active={sorted !== false}
                  direction={sorted || 'asc'}
                  onClick={header.column.getToggleSortingHandler()}
                >
                  {head}
                </TableSortLabel>
              ) : (
                head
              )}
            </TableCell>
          );
        })}
        {hasDetails && <TableCell />}
      </TableRow>
    </TableHead>
  );
}

/** Which columns are shown; the first always is. */
function ColumnsMenu<Row>({ table }: { table: TableOf<Row> }) {
  const [anchor, setAnchor] = useState<HTMLElement>();
  return (
    <>
      <IconButton
        size="small"
        aria-label="Choose columns"
        onClick={(e) => setAnchor(e.currentTarget)}
        sx={{ ml: -2, mr: 1 }}
      >
        <ColumnsIcon fontSize="small" />
      </IconButton>
      <Menu anchorEl={anchor ?? null} open={!!anchor} onClose={() => setAnchor(undefined)}>
        {table
          .getAllLeafColumns()
          .slice(1)
          .filter((column) => column.columnDef.header)
          .map((column) => (
            <MenuItem key={column.id} dense onClick={() => column.toggleVisibility()}>
              <Checkbox size="small" checked={column.getIsVisible()} tabIndex={-1} sx={{ p: 0, mr: 2 }} />
              {String(column.columnDef.header)}
            </MenuItem>
          ))}
      </Menu>
    </>
  );
}

function BodyRow<Row>({ row, details, testId, rowSx }: { row: TableRowOf<Row> } & Props<Row>) {
  const [open, setOpen] = useState(false);
  const cells = row.getVisibleCells();
  return (
    <>
      <TableRow data-testid={testId?.(row.original)} sx={rowSx?.(row.original) ?? null}>
        {cells.map((cell) => {
          const column = columnOf<Row>(cell);
          return (
            <TableCell
              key={cell.id}
              {...(column.isRowHead && { component: 'th', scope: 'row' })}
              align={isRight(column.as) ? 'right' : 'left'}
              padding={column.as === 'button' ? 'none' : 'normal'}
              data-testid={column.testId?.(row.original)}
              sx={{ ...LOOKS[column.as ?? 'text'], ...colored(column.color?.(row.original)) }}
            >
              {column.cell(row.original)}
            </TableCell>
          );
        })}
        {details && (
          <TableCell padding="none">
            <IconButton
              aria-label={details.label(row.original)}
              aria-expanded={open}
              onClick={() => setOpen(!open)}
              sx={{ width: 44, height: 44, transform: open ? 'rotate(180deg)' : 'none' }}
            >
              <ExpandIcon />
            </IconButton>
          </TableCell>
        )}
      </TableRow>
      {details && (
        <TableRow>
          <TableCell colSpan={cells.length + 1} sx={{ py: 0, borderBottom: open ? undefined : 'none' }}>
            <Collapse in={open} unmountOnExit>
              {details.content(row.original)}
            </Collapse>
          </TableCell>
        </TableRow>
      )}
    </>
  );
}

const colored = (color: string | undefined) => (color === undefined ? {} : { color });

const LOOKS = {
  text: {},
  figure: { whiteSpace: 'nowrap' },
  strong: { color: 'secondary.main', fontWeight: 700, whiteSpace: 'nowrap' },
  line: { whiteSpace: 'nowrap' },
  small: { fontSize: 'small' },
  button: {},
} as const;
