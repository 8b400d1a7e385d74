import { Box } from '@mui/material';
import { formatClock, formatDuration, type Plan, type PlannedTask, type Script } from '@hearty/core';
import { format, parseISO } from 'date-fns';
import type { ReactNode } from 'react';

/** The show on paper, legible at arm's length: the day, what is done before curtain-up, and every item with its cues. */
export function RunSheet({ script, plan }: { script: Script; plan: Plan }) {
  const { file, upS: up } = script;
  const { show, venue } = file;
  const { timetable } = plan;
  const clock = (s: number) => formatClock(up + s);
  const name = (id: string | undefined) => file.crew.find((p) => p.id === id)?.name ?? '—';
  const behind = timetable.tasks.filter((t) => t.hostItemId === undefined);
  const titleOf = (itemId: string) => show.items.find((i) => i.id === itemId)?.title ?? '';
  return (
    <Box component="section" aria-label="Run sheet" sx={{ fontSize: 14, lineHeight: 1.4 }}>
      <Box component="h1" sx={{ fontSize: 24, m: 0 }}>
        {show.title}
      </Box>
      <Box sx={{ mb: 2 }}>
        {format(parseISO(show.date), 'EEEE d MMMM yyyy')} · {venue.name} · {show.heads} people
      </Box>
      <Box sx={{ mb: 3, fontSize: 16 }}>
        Crew call {clock(timetable.crewCallS)} · get-in {clock(timetable.getInS)} · doors{' '}
        {clock(timetable.doorsS)} · <b>curtain-up {clock(0)}</b> · ends {clock(timetable.endS)} ·{' '}
        <b>slot until {clock(timetable.slotEndS)}</b>
        {timetable.hardEndS !== undefined && ` · everyone out by ${clock(timetable.hardEndS)}`}
      </Box>
      {behind.some((t) => t.startS < 0) && (
        <Table
          head={['From', 'Can wait until', 'Who', 'Before curtain-up', 'For']}
          widths={['9%', '13%', '14%', '40%', '24%']}
        >
          {behind
            .filter((t) => t.startS < 0)
            .map((t) => (
              <tr key={t.id}>
                <td>
                  <b>{clock(t.startS)}</b>
                </td>
                <td>{clock(t.latestS)}</td>
                <td>{name(t.personId)}</td>
                <td>
                  {t.title}
                  {window(t, clock)}
                </td>
                <td>{titleOf(t.itemId)}</td>
              </tr>
            ))}
        </Table>
      )}
      <Table
        head={['At', 'Length', 'On stage', 'Item', 'Behind the scenes']}
        widths={['9%', '13%', '15%', '34%', '29%']}
      >
        {timetable.items.map((item, i) => {
          const { item: source, demo } = script.byItem.get(item.itemId)!;
          const calls = demo?.steps.filter((s) => s.kind === 'shout') ?? [];
          const next = timetable.items[i + 1]?.startS ?? Infinity;
          const meanwhile = [
            ...behind
              .filter((t) => t.startS >= 0 && t.startS >= item.startS && t.startS < next)
              .map((t) => ({ s: t.startS, words: `${name(t.personId)}: ${t.title}${window(t, clock)}` })),
            ...timetable.resets
              .filter((r) => r.startS >= item.startS && r.startS < next)
              .map((r) => ({ s: r.startS, words: `${name(r.personId)}: ${r.title}` })),
          ].sort((a, b) => a.s - b.s);
          return (
            <tr key={item.itemId}>
              <td>
                <b>{clock(item.startS)}</b>
              </td>
              <td style={{ whiteSpace: 'nowrap' }}>{formatDuration(item.endS - item.startS)}</td>
              <td>
                {name(item.presenterId)}
                {item.helperIds.length > 0 && ` + ${item.helperIds.map(name).join(', ')}`}
              </td>
              <td>
                <b>{item.title}</b>
                {item.waitS > 0 && <div>after {formatDuration(item.waitS)} of waiting</div>}
                {source.retries > 0 && (
                  <div>
                    {source.showings > 1 && `${source.showings} showings, `}up to {source.retries}{' '}
                    {source.retries === 1 ? 'retry' : 'retries'}
                  </div>
                )}
                {timetable.tasks
                  .filter((t) => t.hostItemId === item.itemId)
                  .map((t) => (
                    <div key={t.id}>
                      Begin on stage: {t.title}, for “{titleOf(t.itemId)}”
                    </div>
                  ))}
                {calls.map((c) => (
                  <div key={c.id}>Call: “{c.text}”</div>
                ))}
              </td>
              <td>
                {meanwhile.map((m) => (
                  <div key={m.s + m.words}>
                    {clock(m.s)} {m.words}
                  </div>
                ))}
              </td>
            </tr>
          );
        })}
      </Table>
      <Box sx={{ fontSize: 12 }}>
        Follow the venue's rules, the suppliers' safety data sheets and the people trained for each hazard.
        This sheet does not replace a risk assessment.
      </Box>
    </Box>
  );
}

const window = (t: PlannedTask, clock: (s: number) => string) =>
  t.staleS !== undefined
    ? ` (fresh ${clock(t.readyS)}–${clock(t.staleS)})`
    : t.readyS > t.handsOffS
      ? ` (ready ${clock(t.readyS)})`
      : '';

function Table({ head, widths, children }: { head: string[]; widths: string[]; children: ReactNode }) {
  return (
    <Box
      component="table"
      sx={{
        width: '100%',
        tableLayout: 'fixed',
        borderCollapse: 'collapse',
        mb: 4,
        '& td, & th': {
          textAlign: 'left',
          verticalAlign: 'top',
          p: '4px 6px',
          borderBottom: '1px solid #000',
        },
        '& td': { overflowWrap: 'anywhere' },
        '& tr': { breakInside: 'avoid' },
        '& thead': { display: 'table-header-group' },
      }}
    >
      <colgroup>
        {widths.map((width, i) => (
          <col key={i} style={{ width }} />
        ))}
      </colgroup>
      <thead>
        <tr>
          {head.map((h) => (
            <th key={h}>{h}</th>
          ))}
        </tr>
      </thead>
      <tbody>{children}</tbody>
    </Box>
  );
}
