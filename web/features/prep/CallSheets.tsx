import { Box } from '@mui/material';
import { clockToS, formatClock, type CallSheet, type ShowFile } from '@hearty/core';
import { format, parseISO } from 'date-fns';
import { PaperTable, Sheet } from '../../kit/paper';
import { lineWords, neededWords, whatWords } from './words';

/** A sheet of more lines than this has a page of its own; shorter ones share one, and none is cut. */
const OWN_PAGE = 14;

/** Everybody's call sheet, to be handed out. */
export function CallSheets({ file, sheets }: { file: ShowFile; sheets: readonly CallSheet[] }) {
  const { show, venue } = file;
  const up = clockToS(show.curtainUp);
  return sheets.map((sheet, i) => {
    const long = sheet.lines.length > OWN_PAGE;
    return (
      <Box
        key={sheet.personId}
        sx={long ? { breakBefore: i > 0 ? 'page' : 'auto', breakAfter: 'page' } : { breakInside: 'avoid' }}
      >
        <Sheet
          of={`Call sheet: ${sheet.name}`}
          title={`${sheet.name}, here from ${formatClock(up + sheet.comesS)}`}
          about={`${show.title} · ${format(parseISO(show.date), 'EEEE d MMMM yyyy')} · ${venue.name} · crew call ${formatClock(up + sheet.crewCallS)} · curtain-up ${show.curtainUp}${neededWords(sheet, up)}`}
        >
          <PaperTable
            head={['At', 'What', 'How long, where, by when', 'Done']}
            widths={[9, 37, 46, 8]}
            rows={sheet.lines.map((line) => ({
              key: line.key,
              cells: [
                <b>{formatClock(up + line.atS)}</b>,
                line.kind === 'prepare' ? <b>{whatWords(line)}</b> : whatWords(line),
                lineWords(line, up),
                line.kind === 'prepare' || line.kind === 'reset' ? '☐' : '',
              ],
            }))}
          />
        </Sheet>
      </Box>
    );
  });
}
