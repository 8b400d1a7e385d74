import {
  failing,
  formatDuration,
  pareto,
  seasonFigures,
  seasonSays,
  sumUp,
  type Logbook,
} from '@hearty/core';
import { format } from 'date-fns';
import { PaperTable, Sheet } from '../../kit/paper';

/** So many causes and demos stand on paper. */
const MOST = 15;

/** The season on paper: the verdict, the figures, what failed and why, the runs. `of`: which part of the log it is. */
export function SeasonSheet({ logbook, of }: { logbook: Logbook; of: string }) {
  const { season, demos, runs, due, actions, causes, moreRuns } = logbook;
  const { message, todo } = sumUp(demos, runs);
  const failed = failing(demos);
  return (
    <Sheet
      of="Season"
      title={`Season: ${of}`}
      about={[message[0], ...seasonSays(season), ...message.slice(1)].join(' ')}
    >
      <PaperTable
        title="In figures"
        head={['What', 'How much', 'From']}
        widths={[40, 20, 40]}
        rows={seasonFigures(season, actions.length).map(({ what, value, from }) => ({
          key: what,
          cells: [what, <b key="v">{value}</b>, from],
        }))}
      />
      {actions.length + todo.length + due.length > 0 && (
        <PaperTable
          title="Before the next time"
          head={['To do']}
          widths={[100]}
          rows={[
            ...actions.map((a) => ({ key: a.id, cells: [`${a.text} (${a.title})`] })),
            ...[...todo, ...due].map((t) => ({ key: t.message, cells: [t.message] })),
          ]}
        />
      )}
      {failed.length > 0 && (
        <PaperTable
          title="What failed, and the time it took"
          head={['Demo', 'Failed', 'Of tries', 'Took in vain']}
          widths={[55, 15, 15, 15]}
          rows={failed.slice(0, MOST).map((d) => ({
            key: d.demoId,
            cells: [d.title, d.failed, d.attempts, formatDuration(d.lostS)],
          }))}
        />
      )}
      {causes.length > 0 && (
        <PaperTable
          title="Causes"
          head={['Cause', 'Demo', 'Times', 'Down to here, %']}
          widths={[45, 30, 10, 15]}
          rows={pareto(causes)
            .slice(0, MOST)
            .map((c) => ({
              key: c.demoId + c.cause,
              cells: [c.cause, c.title, c.times, Math.round(100 * c.upTo)],
            }))}
        />
      )}
      <PaperTable
        title={moreRuns ? `The newest ${runs.length} runs` : 'Runs'}
        head={['When', 'Show', 'Planned', 'Actual', 'Failed', 'Near misses']}
        widths={[18, 37, 13, 13, 9, 10]}
        rows={runs.map((r) => ({
          key: r.id,
          cells: [
            format(r.curtainAt ?? r.openedAt, 'd MMM yyyy'),
            `${r.title}${r.rehearsal ? ' (rehearsal)' : ''}${r.struck ? ' (struck out)' : ''}`,
            r.plannedS === null ? '' : formatDuration(r.plannedS),
            r.actualS === null ? '' : formatDuration(r.actualS),
            r.failed || '',
            r.nearMisses || '',
          ],
        }))}
      />
    </Sheet>
  );
}
