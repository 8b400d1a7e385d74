import { judge, expectedPicturesAt, type Check, type Plan, type RunState, type Script } from '@hearty/core';
import { format, parseISO } from 'date-fns';
import { Fragment } from 'react';
import { ExpectedPicturesOnPaper } from '../kit/pictures';
import { PaperTable, Sheet, StopsOnPaper } from '../kit/paper';

/** The checks as a list to walk the stage with, pencil in hand; what is answered already stands there. */
export function CheckSheet({
  script,
  plan: { checks, findings },
  state,
  now,
}: {
  script: Script;
  plan: Pick<Plan, 'checks' | 'findings'>;
  state: RunState;
  now: number;
}) {
  const { show, venue } = script.file;
  const places = [...new Map(checks.map((c) => [c.markId, c.place]))];
  return (
    <Sheet
      kind="Check list"
      title={`${show.title}: checks before doors`}
      about={`${format(parseISO(show.date), 'EEEE d MMMM yyyy')} · ${venue.name} · doors ${show.doors}. The venue’s rules, local codes and trained people come first.`}
    >
      <StopsOnPaper findings={findings} />
      {places.map(([markId, place]) => (
        <Fragment key={markId}>
          <PaperTable
            title={place[0]!.toUpperCase() + place.slice(1)}
            head={['', 'What', 'How it has to be', 'Found']}
            widths={[5, 47, 32, 16]}
            rows={checks
              .filter((c) => c.markId === markId)
              .map((c) => ({
                key: c.id,
                cells: [
                  mark(c, state, now),
                  c.must ? <b>{c.title}</b> : c.title,
                  [c.detail, !c.must && 'optional'].filter(Boolean).join(' · '),
                  found(c, state),
                ],
              }))}
          />
          <ExpectedPicturesOnPaper expected={expectedPicturesAt(script, markId)} />
        </Fragment>
      ))}
    </Sheet>
  );
}

const MARKS = { open: '☐', stale: '☐', holds: '☑', fails: '☒' } as const;

const mark = (check: Check, state: RunState, now: number) =>
  MARKS[judge(check, state.checks.get(check.id), now)];

function found({ id, kind, unit = '' }: Check, state: RunState): string {
  const answer = state.checks.get(id);
  if (answer === undefined) return kind === 'measured' ? `________ ${unit}` : '';
  const at = format(answer.at, 'HH:mm');
  return typeof answer.value === 'number' ? `${answer.value} ${unit}, ${at}` : at;
}
