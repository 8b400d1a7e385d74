import {
  RISK_DRAFT,
  riskCsv,
  riskMarkdown,
  riskRows,
  type RiskEdit,
  type RiskRow,
  type ShowFile,
} from '@hearty/core';
import { Box, Button, Typography } from '@mui/material';
import { format, parseISO } from 'date-fns';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { download } from '../../kit/download';
import { PrintIcon } from '../../kit/icons';
import { OnPaper, PaperTable, Sheet } from '../../kit/paper';
import { Empty } from '../../kit/States';
import { DataTable, onPaper, type Column } from '../../kit/table';
import { useShow } from '../../session/show';
import { commitChange } from '../plan/view';
import { RiskDialog } from './RiskDialog';

const keyOf = ({ itemId, hazard }: RiskRow) => `${itemId} ${hazard}`;

/** The risk assessment as a draft: drawn from the demos, written over where somebody knows better, signed on paper. */
export function RiskDraft() {
  const { file, script } = useShow();
  const [open, setOpen] = useState<string>();
  const rows = useMemo(() => riskRows(script), [script]);
  const stale = rows.filter((row) => row.isStale);
  const columns = useMemo(() => columnsOf(setOpen), []);
  const opened = rows.find((row) => keyOf(row) === open);
  const name = file.show.title.replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase();
  return (
    <OnPaper
      title={`Risk assessment draft: ${file.show.title}`}
      paper={() => <RiskSheet file={file} rows={rows} columns={columns} />}
    >
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2, alignItems: 'center', mb: 2 }}>
        <Typography variant="h2" sx={{ flex: 1, minWidth: 200 }}>
          Risk assessment draft
        </Typography>
        <Button component={Link} to="../room">
          Back to the room
        </Button>
        <Button onClick={() => download(`${name}-risks.md`, riskMarkdown(file, rows), 'text/markdown')}>
          Markdown
        </Button>
        <Button onClick={() => download(`${name}-risks.csv`, riskCsv(rows), 'text/csv')}>CSV</Button>
        <Button variant="contained" startIcon={<PrintIcon />} onClick={() => window.print()}>
          Print
        </Button>
      </Box>
      <Typography color="textSecondary" sx={{ mb: 3 }}>
        {RISK_DRAFT}
      </Typography>
      {stale.length > 0 && (
        <Typography role="status" sx={{ color: 'warning.main', fontWeight: 700, mb: 3 }}>
          {stale.length === 1 ? '1 row is' : `${stale.length} rows are`} out of date: the demo changed after
          the edit. Check {stale.map((row) => `“${row.title}”, ${row.hazard}`).join('; ')}.
        </Typography>
      )}
      {rows.length === 0 ? (
        <Empty title="No hazards named">No demo of this show names a hazard. Look whether that is so.</Empty>
      ) : (
        <DataTable name="Risks" columns={columns} rows={rows} keyOf={keyOf} step={100} />
      )}
      {opened && (
        <RiskDialog
          row={opened}
          written={file.show.risks?.find((r) => r.itemId === opened.itemId && r.hazard === opened.hazard)}
          onClose={() => setOpen(undefined)}
        />
      )}
    </OnPaper>
  );
}

/** A risk of so much is high, and of so much medium, on five by five. Common practice. */
const HIGH = 15;
const MEDIUM = 8;
const colorOf = (risk: number) => (risk >= HIGH ? 'error.main' : risk >= MEDIUM ? 'warning.main' : undefined);
const levelOf = (risk: number) => (risk >= HIGH ? 'high' : risk >= MEDIUM ? 'medium' : 'low');

const columnsOf = (onOpen: (key: string) => void): Column<RiskRow>[] => [
  { head: 'Item', cell: (r) => r.title, sortBy: (r) => r.title, isRowHead: true, paper: 11 },
  { head: 'Hazard', cell: (r) => r.hazard, sortBy: (r) => r.hazard, paper: 10 },
  { head: 'What can happen', cell: (r) => r.harm, paper: 11 },
  { head: 'To whom', cell: (r) => r.whom, paper: 13 },
  { head: 'Controls already there', cell: (r) => r.controls, paper: 24 },
  {
    head: 'Risk without',
    cell: (r) => `${r.severity} × ${r.before} = ${r.riskBefore}`,
    sortBy: (r) => r.riskBefore,
    as: 'figure',
    paper: 10,
  },
  {
    head: 'Risk left',
    cell: (r) => `${r.severity} × ${r.after} = ${r.residual}, ${levelOf(r.residual)}`,
    sortBy: (r) => r.residual,
    as: 'figure',
    color: (r) => colorOf(r.residual),
    paper: 10,
  },
  {
    head: 'Further action',
    cell: (r) => [r.action, r.owner && `(${r.owner})`].filter(Boolean).join(' '),
    paper: 11,
  },
  {
    head: '',
    as: 'button',
    cell: (r) => (
      <Box sx={{ display: 'flex', flexDirection: 'column', alignItems: 'start' }}>
        <Button size="small" aria-label={`Edit: ${r.title}, ${r.hazard}`} onClick={() => onOpen(keyOf(r))}>
          {r.isEdited ? 'Edited' : 'Edit'}
        </Button>
        {r.isStale && (
          <Button
            size="small"
            color="warning"
            aria-label={`Still correct: ${r.title}, ${r.hazard}`}
            onClick={() => stillHolds(r)}
          >
            Still correct
          </Button>
        )}
      </Box>
    ),
  },
];

/** What was written is right for what the demo says now, too. */
const stillHolds = ({
  itemId,
  hazard,
  harm,
  whom,
  controls,
  severity,
  before,
  after,
  action,
  owner,
  ground,
}: RiskRow) =>
  commitChange({
    kind: 'set-risk',
    risk: {
      itemId,
      hazard,
      harm,
      whom,
      controls,
      severity,
      before,
      after,
      action,
      owner,
      ground,
    } satisfies RiskEdit,
  });

/** On paper the controls of an item stand once: its other hazards refer to the first. */
function withoutRepeats(row: RiskRow, _index: number, rows: readonly RiskRow[]): RiskRow {
  const first = rows.find((r) => r.itemId === row.itemId && r.controls === row.controls);
  return first && first !== row && row.controls !== ''
    ? { ...row, controls: `As for ${first.hazard}, above.` }
    : row;
}

function RiskSheet({ file, rows, columns }: { file: ShowFile; rows: RiskRow[]; columns: Column<RiskRow>[] }) {
  const { show, venue } = file;
  return (
    <Sheet
      kind="Risk assessment draft"
      title={`DRAFT · Risk assessment: ${show.title}`}
      about={`${format(parseISO(show.date), 'EEEE d MMMM yyyy')} · ${venue.name}. ${RISK_DRAFT}`}
    >
      <Box sx={{ display: 'flex', gap: 8, my: 6 }}>
        <span>Signed: ______________________________</span>
        <span>Role: ____________________</span>
        <span>Date: ____________</span>
      </Box>
      <PaperTable {...onPaper(columns, rows.map(withoutRepeats), keyOf)} />
    </Sheet>
  );
}
