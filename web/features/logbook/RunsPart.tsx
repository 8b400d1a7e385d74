import { Button, Table, TableBody, TableCell, TableRow, Typography } from '@mui/material';
import { formatDuration, formatFigure, formatMoney, type LogbookAsk, type RunLine } from '@hearty/core';
import { format } from 'date-fns';
import { Link } from 'react-router';
import { Failed } from '../../kit/Failed';
import { HeadRow } from '../../kit/HeadRow';
import { useMore } from '../../kit/useMore';
import { STEP } from './ReliabilityPart';
import { ScrollTable } from '../../kit/ScrollTable';
import { useOlderRuns } from '../../session/queries';

const HEADS = [
  ...['Took', 'Than planned', 'Slot', 'Heads', 'Room', 'Failed', 'Left out', 'Used up, a head'],
  ...['Near misses', 'Open actions'],
];

/** Whether a run came down within its slot. */
const landed = ({ actualS, slotEndS }: RunLine): string =>
  actualS === null || slotEndS === null
    ? ''
    : actualS <= slotEndS
      ? 'kept'
      : `${formatDuration(actualS - slotEndS)} over`;

const roomSaid = ({ roomC, indoors }: RunLine): string =>
  [roomC !== null && `${formatFigure(roomC)} °C`, indoors === false && 'outdoors'].filter(Boolean).join(', ');

const costSaid = ({ cost, heads, rehearsal }: RunLine): string =>
  cost === null || rehearsal || !heads ? '' : formatMoney(cost / heads);

/** Runs as they were planned and as they went, the newest first. */
export function RunsPart({ runs: newest, more, ask }: { runs: RunLine[]; more: boolean; ask: LogbookAsk }) {
  const older = useOlderRuns(newest.at(-1), ask);
  const pages = older.data?.pages ?? [];
  const { shown, more: rest } = useMore([...newest, ...pages.flatMap((p) => p.runs)], STEP);
  return (
    <section>
      <Typography variant="h2">Runs, planned and actual</Typography>
      <ScrollTable of="Runs" mt={2}>
        <Table size="small" aria-label="Runs">
          <HeadRow left={['When', 'Show']} right={HEADS} />
          <TableBody>
            {shown.map((r) => (
              <TableRow key={r.id}>
                <TableCell sx={{ whiteSpace: 'nowrap' }}>
                  {format(r.curtainAt ?? r.openedAt, 'd MMM yyyy')}
                </TableCell>
                <TableCell>
                  <Link to={`/shows/${r.showId}/debrief?run=${r.id}`} style={{ color: 'inherit' }}>
                    {r.title}
                  </Link>
                  {r.rehearsal && ' (rehearsal)'}
                  {r.struck && ' (struck out)'}
                </TableCell>
                <TableCell align="right" sx={{ whiteSpace: 'nowrap' }}>
                  {r.actualS === null ? (r.phase === 'down' ? '' : 'not ended') : formatDuration(r.actualS)}
                </TableCell>
                <TableCell align="right" sx={{ color: 'secondary.main', whiteSpace: 'nowrap' }}>
                  {r.actualS === null || r.plannedS === null
                    ? ''
                    : `${r.actualS > r.plannedS ? '+' : ''}${formatDuration(r.actualS - r.plannedS)}`}
                </TableCell>
                <TableCell align="right" sx={{ whiteSpace: 'nowrap' }}>
                  {landed(r)}
                </TableCell>
                <TableCell align="right">{r.heads ?? ''}</TableCell>
                <TableCell align="right">{roomSaid(r)}</TableCell>
                <TableCell align="right" sx={{ whiteSpace: 'nowrap' }}>
                  {r.attempts > 0 && `${r.failed} of ${r.attempts}`}
                </TableCell>
                <TableCell align="right">{r.leftOut || ''}</TableCell>
                <TableCell align="right">{costSaid(r)}</TableCell>
                <TableCell align="right">{r.nearMisses || ''}</TableCell>
                <TableCell align="right">{r.openActions || ''}</TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
        {rest}
      </ScrollTable>
      {!rest && (pages.length === 0 ? more : older.hasNextPage) && (
        <Button sx={{ minHeight: 44 }} disabled={older.isFetching} onClick={() => void older.fetchNextPage()}>
          Older runs
        </Button>
      )}
      {older.error && <Failed error={older.error} again={() => void older.fetchNextPage()} />}
    </section>
  );
}
