import { formatDuration, type Debrief } from '@hearty/core';
import { Typography } from '@mui/material';
import { format } from 'date-fns';
import { PaperTable, Sheet } from '../../kit/paper';
import { onPaper } from '../../kit/table';
import type { OpenRun } from '../../session/useRun';
import { leftoverColumns, TIME_COLUMNS } from './columns';
import { titleOfItem } from './common';

/** The debrief on paper: near misses first, then every attempt, what was noted, what is left and what is to be done. */
export function DebriefSheet({ run, talk }: { run: OpenRun; talk: Debrief }) {
  const { state, file } = run;
  const notes = [...state.notes];
  const near = [
    ...notes
      .filter((n) => n.nearMiss)
      .map((n) => ({ id: n.id, text: n.text, title: titleOfItem(file, n.itemId) })),
    ...talk.incidents
      .filter((i) => i.kind === 'near miss')
      .map((i) => ({ id: i.id, text: i.text ?? 'marked on stage, not described', title: i.title })),
  ];
  const hitches = talk.incidents.filter((i) => i.kind === 'hitch');
  const played = state.curtainAt === undefined ? '' : format(state.curtainAt, 'EEEE d MMMM yyyy, HH:mm');
  const parts = [
    played,
    file.venue.name,
    (state.called ?? run.rehearsal) && 'a rehearsal',
    state.struck && `left out of the statistics: ${state.struck.reason}`,
    near.length === 0 && (state.noNearMiss ? 'no near miss' : 'near misses: not asked'),
  ];
  return (
    <Sheet kind="Debrief" title={`${file.show.title}: debrief`} about={parts.filter(Boolean).join(' · ')}>
      {state.summary && <Typography sx={{ mb: 3 }}>{state.summary}</Typography>}
      {near.length > 0 && (
        <PaperTable
          title="Near misses"
          head={['What', 'In']}
          widths={[75, 25]}
          rows={near.map((n) => ({
            key: n.id,
            cells: [<b key="what">{n.text}</b>, n.title ?? ''],
          }))}
        />
      )}
      <PaperTable
        title="Attempts"
        head={['Item', 'Outcome', 'Took', 'Seen, cause, changed']}
        widths={[30, 12, 12, 46]}
        rows={talk.lines.map(({ title, level, attempt, takesS, set, changed, reading }) => ({
          key: attempt.id,
          cells: [
            [title, level, attempt.n > 1 && `attempt ${attempt.n}`].filter(Boolean).join(', '),
            attempt.outcome,
            formatDuration(takesS),
            [
              attempt.symptom,
              attempt.cause && `cause: ${attempt.cause}`,
              set.length > 0 && `set: ${set.join(', ')}`,
              changed.length > 0 && `changed: ${changed.join('; ')}`,
              attempt.change && `changed: ${attempt.change}`,
              reading &&
                attempt.reading !== undefined &&
                `${reading.title}: ${attempt.reading} ${typeof attempt.reading === 'number' ? (reading.unit ?? '') : ''}`,
            ]
              .filter(Boolean)
              .join(' · '),
          ],
        }))}
      />
      <PaperTable title="Planned and actual" {...onPaper(TIME_COLUMNS, talk.times, (t) => t.itemId)} />
      {hitches.length > 0 && (
        <PaperTable
          title="Hitches"
          head={['What', 'In']}
          widths={[75, 25]}
          rows={hitches.map((i) => ({ key: i.id, cells: [i.text ?? 'not described', i.title ?? ''] }))}
        />
      )}
      {notes.some((n) => !n.nearMiss) && (
        <PaperTable
          title="Notes"
          head={['Note', 'About']}
          widths={[75, 25]}
          rows={notes
            .filter((n) => !n.nearMiss)
            .map((n) => ({ key: n.id, cells: [n.text, titleOfItem(file, n.itemId) ?? ''] }))}
        />
      )}
      {talk.leftovers.length > 0 && (
        <PaperTable title="Left over" {...onPaper(leftoverColumns(), talk.leftovers, (l) => l.goodId)} />
      )}
      {state.actions.length > 0 && (
        <PaperTable
          title="Before the next time"
          head={['', 'To do']}
          widths={[6, 94]}
          rows={state.actions.map((a) => ({ key: a.id, cells: [a.done ? '☑' : '☐', a.text] }))}
        />
      )}
    </Sheet>
  );
}
