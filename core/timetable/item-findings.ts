import { formatDuration } from '../quantities';
import { earlierArrival, fix, type Context } from './context';
import { mayDo } from './place';
import type { Finding, PlannedItem } from './types';

/** What is wrong with one item: waits, people who are not there or not cleared, flames, times the log contradicts. */
export function itemFindings(c: Context, item: PlannedItem): Finding[] {
  const out: Finding[] = [];
  const demo = c.demoOf(item.itemId);
  const base = { itemId: item.itemId, at: item.startS };
  if (item.waitS > 0) {
    const late = c.timetable.tasks
      .filter((t) => t.itemId === item.itemId)
      .sort((a, b) => b.readyS - a.readyS)[0];
    const index = c.file.show.items.findIndex((i) => i.id === item.itemId);
    const later = index + 1 < c.file.show.items.length;
    out.push({
      ...base,
      at: item.startS - item.waitS,
      level: item.waitS > 60 ? 'stop' : 'caution',
      code: 'dead-air',
      says: `${formatDuration(item.waitS)} of dead air before “${item.title}”: ${late ? `“${late.title}” is not ready before ${c.clock(late.readyS)}` : 'its preparation is not ready'}.`,
      numbers: { waitS: item.waitS },
      fixes: [
        ...(late ? earlierArrival(c, late, item.waitS) : []),
        ...(later
          ? [
              fix(`Play “${item.title}” one place later`, {
                kind: 'move-item',
                itemId: item.itemId,
                toIndex: index + 1,
              }),
            ]
          : []),
      ],
    });
  }
  if (item.presenterId === undefined) {
    out.push({
      ...base,
      level: 'stop',
      code: 'nobody',
      says: `Nobody presents “${item.title}”. Add someone to the crew.`,
      numbers: {},
      fixes: [],
    });
  }
  const crew = new Set(c.file.show.crew.map((p) => p.personId));
  for (const id of [item.presenterId, ...item.helperIds]) {
    const arrival = c.timetable.arrivals.find((a) => a.personId === id);
    if (id !== undefined && !crew.has(id)) {
      out.push({
        ...base,
        level: 'stop',
        code: 'nobody',
        says: `${c.name(id)} is on stage in “${item.title}” but not in this show's crew.`,
        numbers: {},
        fixes: [],
      });
    } else if (arrival && arrival.arrivesS > item.startS) {
      const lateS = arrival.arrivesS - item.startS;
      out.push({
        ...base,
        level: 'stop',
        code: 'two-places',
        says: `${c.name(id)} arrives ${formatDuration(lateS)} after “${item.title}” begins.`,
        numbers: { lateS },
        fixes: [
          fix(`Ask ${c.name(id)} in for ${c.clock(Math.floor(item.startS / 300) * 300 - 3600)}`, {
            kind: 'set-arrival',
            personId: id!,
            arrives: c.clock(Math.floor(item.startS / 300) * 300 - 3600),
          }),
        ],
      });
    }
  }
  if (!demo) return out;
  const onStage = [item.presenterId, ...item.helperIds].map((id) => c.people.get(id ?? ''));
  for (const skill of demo.skills) {
    if (onStage.some((p) => mayDo(p, { kind: 'skill', value: skill }))) continue;
    out.push({
      ...base,
      level: 'stop',
      code: 'no-skill',
      says: `Nobody on stage in “${item.title}” is cleared for ${skill}.`,
      numbers: {},
      fixes: [],
    });
  }
  if (demo.hazards.includes('flame') && !c.file.venue.flameAllowed) {
    out.push({
      ...base,
      level: 'stop',
      code: 'flame-not-allowed',
      says: `“${item.title}” uses a flame and ${c.file.venue.name} does not allow one.`,
      numbers: {},
      fixes: [fix(`Leave out “${item.title}”`, { kind: 'remove-item', itemId: item.itemId })],
    });
  }
  return [...out, ...logTimes(c, item)];
}

/** Times typed by hand that the log contradicts by more than a quarter: the log's are offered, not imposed. */
function logTimes(c: Context, item: PlannedItem): Finding[] {
  const source = c.item(item.itemId);
  const record = c.file.record.find((r) => r.demoId === source.demoId);
  // Five plays: from there on the log speaks for itself (logbook durations).
  if (!source.timing || !record || record.playsS.length < 5) return [];
  const sorted = [...record.playsS].sort((a, b) => a - b);
  const medianS = sorted[Math.floor(sorted.length / 2)]!;
  const ratio = medianS / Math.max(1, source.timing.likelyS);
  if (ratio > 0.75 && ratio < 1.25) return [];
  return [
    {
      level: 'note',
      code: 'log-times',
      at: item.startS,
      itemId: item.itemId,
      says: `The log says “${item.title}” takes ${formatDuration(medianS)} (median of ${record.playsS.length} plays); you planned ${formatDuration(source.timing.likelyS)}.`,
      numbers: { medianS, plannedS: source.timing.likelyS },
      fixes: [fix("Use the log's times", { kind: 'set-timing', itemId: item.itemId, timing: undefined })],
    },
  ];
}
