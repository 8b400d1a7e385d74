import { Box } from '@mui/material';
import type { ReactNode } from 'react';

/** A printed sheet: what it is of, what is to be known of all of it, and its parts. Legible at arm's length. */
export const Sheet = ({
  kind,
  title,
  about,
  children,
}: {
  /** What kind of sheet it is. */
  kind: string;
  title: ReactNode;
  about: ReactNode;
  children: ReactNode;
}) => (
  <Box
    component="section"
    aria-label={kind}
    sx={{ fontSize: 'text', lineHeight: 1.4, color: '#000', overflowWrap: 'anywhere' }}
  >
    <Box component="h1" sx={{ fontSize: 'page', lineHeight: 1.2, m: 0 }}>
      {title}
    </Box>
    <Box sx={{ mb: 3 }}>{about}</Box>
    {children}
  </Box>
);

interface PaperRow {
  key: string;
  cells: ReactNode[];
}

/** So many rows at either end of a table stay on one page, so that no page has one or two. */
const TOGETHER = 4;

/** A table on paper: its head on every page, no row cut, and its last rows never alone on a page. */
export function PaperTable({
  title,
  head,
  widths,
  rows,
}: {
  /** Stands above the first row, on one page with it. */
  title?: ReactNode;
  head: readonly string[];
  /** In per cent. */
  widths: readonly number[];
  rows: readonly PaperRow[];
}) {
  const ends = rows.length < 2 * TOGETHER ? [rows.length] : [TOGETHER, rows.length - TOGETHER, rows.length];
  const part = (part: readonly PaperRow[], i: number) => (
    <tbody key={i} style={{ breakInside: part.length <= 2 * TOGETHER ? 'avoid' : 'auto' }}>
      {part.map(({ key, cells }) => (
        <tr key={key}>
          {cells.map((cell, i) => (
            <td key={i}>{cell}</td>
          ))}
        </tr>
      ))}
    </tbody>
  );
  return (
    <Box component="table" sx={tableSx}>
      <colgroup>
        {widths.map((width, i) => (
          <col key={i} style={{ width: `${width}%` }} />
        ))}
      </colgroup>
      <thead>
        {title !== undefined && (
          <tr>
            <th colSpan={head.length} scope="colgroup">
              <Box sx={{ fontSize: 'head' }}>{title}</Box>
            </th>
          </tr>
        )}
        <tr>
          {head.map((h, i) => (
            <th key={i} scope="col">
              {h}
            </th>
          ))}
        </tr>
      </thead>
      {ends.map((end, i) => part(rows.slice(ends[i - 1] ?? 0, end), i))}
    </Box>
  );
}

const tableSx = {
  width: '100%',
  tableLayout: 'fixed',
  borderCollapse: 'collapse',
  mb: 4,
  '& td, & th': {
    textAlign: 'left',
    verticalAlign: 'top',
    p: '4px 6px',
    borderBottom: '1px solid #000',
    overflowWrap: 'anywhere',
  },
  '& tr': { breakInside: 'avoid' },
  '& thead': { display: 'table-header-group' },
} as const;
