import { Box } from '@mui/material';
import { clockOf, clockToS, slotOf, type CallSheet, type ShowFile } from '@hearty/core';
import { format, parseISO } from 'date-fns';
import { ExpectedPicturesOnPaper } from '../../kit/pictures';
import { PaperTable, Sheet, Warned } from '../../kit/paper';
import { callWords, crewCallWords, latestWords, lineWords, warnings, whatWords } from './words';

/** A sheet of more lines than this has a page of its own; shorter ones share one, and none is cut. */
const OWN_PAGE = 14;

/** Everybody's call sheet, to be handed out. */
export function CallSheets({ file, sheets }: { file: ShowFile; sheets: readonly CallSheet[] }) {
  const { show, venue } = file;
  const up = clockToS(show.curtainUp);
  return sheets.map((sheet, i) => {
    const long = sheet.lines.length > OWN_PAGE;
    const clock = clockOf(
      { upS: up, slotS: slotOf(show) },
      sheet.lines.map((l) => l.atS),
    );
    return (
      <Box
        key={sheet.personId}
        sx={long ? { breakBefore: i > 0 ? 'page' : 'auto', breakAfter: 'page' } : { breakInside: 'avoid' }}
      >
        <Sheet
          kind={`Call sheet: ${sheet.name}`}
          title={`${sheet.name}: ${callWords(sheet, up)}`}
          about={`${show.title} · ${format(parseISO(show.date), 'EEEE d MMMM yyyy')} · ${venue.name} · ${crewCallWords(sheet.crewCallS, up)} · curtain-up ${show.curtainUp}${latestWords(sheet, up)}`}
        >
          <PaperTable
            head={['At', 'What', 'How long, where, by when', 'Done']}
            widths={[11, 26, 56, 7]}
            rows={sheet.lines.map((line) => ({
              key: line.key,
              cells: [
                <b style={{ whiteSpace: 'nowrap' }}>{clock(line.atS)}</b>,
                line.kind === 'prepare' ? <b>{whatWords(line)}</b> : whatWords(line),
                <>
                  {lineWords(line, clock)}
                  {warnings(line).length > 0 && <Warned lines={warnings(line)} />}
                </>,
                line.kind === 'prepare' || line.kind === 'reset' ? '☐' : '',
              ],
            }))}
          />
          <ExpectedPicturesOnPaper expected={sheet.pictures} />
        </Sheet>
      </Box>
    );
  });
}
