import { Box } from '@mui/material';
import {
  carriedCautions,
  clockOf,
  formatDuration,
  labelsSaid,
  mayPlay,
  othersDo,
  placeOf,
  playedWith,
  wornIn,
  wornSaid,
  type Plan,
  type PlannedTask,
  type Script,
} from '@hearty/core';
import { format, parseISO } from 'date-fns';
import { crewCallWords } from '../prep/words';
import { PaperTable, Sheet, StopsOnPaper, Warned } from '../../kit/paper';

/** The show on paper: the day, what is done before curtain-up, and every item with its cues. */
export function RunSheet({ script, plan }: { script: Script; plan: Plan }) {
  const { file } = script;
  const { show, venue } = file;
  const { timetable } = plan;
  const name = (id: string | undefined) => file.crew.find((p) => p.id === id)?.name ?? '—';
  const behind = timetable.tasks.filter((t) => t.hostItemId === undefined);
  const before = behind.filter((t) => t.startS < 0);
  const clock = clockOf(
    script,
    timetable.items.map((item) => item.startS),
  );
  const clockBefore = clockOf(
    script,
    before.map((t) => t.startS),
  );
  const titles = new Map(show.items.map((i) => [i.id, i.title]));
  return (
    <Sheet
      kind="Run sheet"
      title={show.title}
      about={
        <>
          {format(parseISO(show.date), 'EEEE d MMMM yyyy')} · {venue.name} · {show.heads} people
          <Box sx={{ mt: 2, fontSize: 'text' }}>
            {crewCallWords(timetable.crewCallS, script.upS)} · get-in {clock(timetable.getInS)} · doors{' '}
            {clock(timetable.doorsS)} · <b>curtain-up {clock(0)}</b> · ends {clock(timetable.endS)} ·{' '}
            <b>slot until {clock(timetable.slotEndS)}</b>
            {timetable.hardEndS !== undefined && ` · everyone out by ${clock(timetable.hardEndS)}`}
            {venue.responsible && <div>Responsible at the venue: {venue.responsible}</div>}
            {venue.stepFree && <div>Step-free: {venue.stepFree}</div>}
          </Box>
        </>
      }
    >
      <Box sx={{ fontSize: 'small' }}>
        Follow the venue's rules, the suppliers' safety data sheets and the people trained for each hazard.
        This sheet does not replace a risk assessment.
      </Box>
      <StopsOnPaper findings={plan.findings.filter((f) => !titles.has(f.itemId ?? ''))} />
      {before.length > 0 && (
        <PaperTable
          head={['From', 'Can wait until', 'Who', 'Before curtain-up', 'For']}
          widths={[11, 12, 14, 39, 24]}
          rows={before.map((t) => ({
            key: t.id,
            cells: [
              <At>{clockBefore(t.startS)}</At>,
              <At>{clockBefore(t.latestS)}</At>,
              name(t.personId),
              t.title + window(t, clockBefore),
              titles.get(t.itemId),
            ],
          }))}
        />
      )}
      <PaperTable
        head={['At', 'Length', 'On stage', 'Item', 'Behind the scenes']}
        widths={[10, 12, 12, 44, 22]}
        rows={timetable.items.map((item, i) => {
          const scripted = script.byItem.get(item.itemId)!;
          const { item: source, demo, number, options } = scripted;
          const calls = mayPlay(scripted).flatMap((d) => d.steps.filter((s) => s.kind === 'shout'));
          const playedAs = playedWith(scripted, (id) => titles.get(id));
          const next = timetable.items[i + 1]?.startS ?? Infinity;
          const during = (s: number) => s >= item.startS && s < next;
          const meanwhile = [
            ...behind
              .filter((t) => t.startS >= 0 && during(t.startS))
              .map((t) => ({ s: t.startS, words: `${name(t.personId)}: ${t.title}${window(t, clock)}` })),
            ...timetable.resets
              .filter((r) => during(r.startS))
              .map((r) => ({ s: r.startS, words: `${name(r.personId)}: ${r.title}` })),
          ].sort((a, b) => a.s - b.s);
          return {
            key: item.itemId,
            cells: [
              <At>{clock(item.startS)}</At>,
              formatDuration(item.endS - item.startS),
              name(item.presenterId) +
                (item.helperIds.length > 0 ? ` + ${item.helperIds.map(name).join(', ')}` : ''),
              <>
                <b>
                  {number !== undefined && `${number} · `}
                  {item.title}
                </b>
                <StopsOnPaper findings={plan.findings} itemId={item.itemId} />
                {demo && <div>On the {placeOf(scripted)}</div>}
                {options && (
                  <div>
                    The audience picks:{' '}
                    {options
                      .map(({ source: scriptItem }) =>
                        [scriptItem.demo?.title, ...playedWith(scriptItem, (id) => titles.get(id))].join(
                          ', ',
                        ),
                      )
                      .join(' or ')}
                  </div>
                )}
                {playedAs.length > 0 && <div>With {playedAs.join(', ')}</div>}
                {source.series && <div>In turn: {source.series.levels.join(', ')}</div>}
                {item.waitS > 0 && <div>after {formatDuration(item.waitS)} of waiting</div>}
                {(source.showings > 1 || source.retries > 0) && (
                  <div>
                    {[
                      source.showings > 1 && `${source.showings} showings`,
                      source.retries > 0 &&
                        `up to ${source.retries} ${source.retries === 1 ? 'retry' : 'retries'}`,
                    ]
                      .filter(Boolean)
                      .join(', ')}
                  </div>
                )}
                {timetable.tasks
                  .filter((t) => t.hostItemId === item.itemId)
                  .map((t) => (
                    <div key={t.id}>
                      Begin on stage: {t.title}, for “{titles.get(t.itemId)}”
                    </div>
                  ))}
                {demo?.reading && (
                  <div>
                    Measure: {demo.reading.title}
                    {demo.reading.unit && `, ${demo.reading.unit}`}
                  </div>
                )}
                {demo && (
                  <Warned
                    lines={[
                      ...othersDo(scripted),
                      ...wornSaid(wornIn(demo, script.goods)),
                      ...demo.cautions,
                      ...labelsSaid(demo, script.goods),
                      ...carriedCautions(plan.findings, item.itemId),
                    ]}
                  />
                )}
                {calls.map((c) => (
                  <div key={c.id}>Call: “{c.text}”</div>
                ))}
              </>,
              meanwhile.map((m) => (
                <div key={m.s + m.words}>
                  {clock(m.s)} {m.words}
                </div>
              )),
            ],
          };
        })}
      />
    </Sheet>
  );
}

/** A time of day, never broken in two. */
const At = ({ children }: { children: string }) => <b style={{ whiteSpace: 'nowrap' }}>{children}</b>;

const window = (t: PlannedTask, clock: (s: number) => string) =>
  t.staleS !== undefined
    ? ` (fresh ${clock(t.readyS)}–${clock(t.staleS)})`
    : t.readyS > t.handsOffS
      ? ` (ready ${clock(t.readyS)})`
      : '';
