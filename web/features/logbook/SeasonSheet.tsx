import { failing, pareto, seasonFigures, seasonSays, sumUp, type Logbook } from '@hearty/core';
import { PaperTable, Sheet } from '../../kit/paper';
import { onPaper } from '../../kit/table';
import { FAILED_COLUMNS, RUN_COLUMNS } from './columns';

/** So many causes and demos stand on paper. */
const MOST = 15;

/** The season on paper: the verdict, the figures, what failed and why, the runs. `of`: which part of the log it is. */
export function SeasonSheet({ logbook, part }: { logbook: Logbook; part: string }) {
  const { season, demos, runs, due, actions, causes, moreRuns } = logbook;
  const { message, todo } = sumUp(demos, runs);
  const failed = failing(demos);
  return (
    <Sheet
      kind="Season"
      title={`Season: ${part}`}
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
          {...onPaper(FAILED_COLUMNS, failed.slice(0, MOST), (d) => d.demoId)}
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
        {...onPaper(RUN_COLUMNS, runs, (r) => r.id)}
      />
    </Sheet>
  );
}
