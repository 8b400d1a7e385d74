import ical from 'node-ical';
import { calendarOf } from '../formats';
import { script } from '../script';
import { demo, hallShow, item, showOf, task } from '../testing/hall-show';
import { callSheets, callState } from './call-sheet';
import { plan } from './plan';

const file = showOf(
  [
    demo('soak', {
      prep: [
        task('warm', {
          title: 'Warm the bottles, all three of them; keep them, dry',
          readyAfterS: 600,
          staleAfterS: 1500,
        }),
      ],
      reset: { title: 'mop', handsOnS: 60, who: { kind: 'anyone' }, inView: false },
    }),
  ],
  [item('soak', { presenterId: 'ann' })],
);
const { timetable } = plan(file, { plays: 0 });
const sheets = callSheets(script(file), timetable);

test('everybody has a sheet, in the order of their day, and every task and item is on one', () => {
  expect(sheets.map((s) => s.name)).toEqual(['Ann', 'Ben']);
  for (const { lines } of sheets) {
    expect(lines[0]!.kind).toBe('arrive');
    lines.slice(1).forEach((l, i) => expect(l.atS).toBeGreaterThanOrEqual(lines[i]!.atS));
  }
  const all = sheets.flatMap((s) => s.lines);
  expect(all.filter((l) => l.kind === 'prepare')).toHaveLength(timetable.tasks.length);
  expect(all.filter((l) => l.kind === 'on stage')).toHaveLength(1);
  expect(all.filter((l) => l.kind === 'reset')).toHaveLength(1);
  const warm = all.find((l) => l.kind === 'prepare')!;
  expect(warm).toMatchObject({ latestS: timetable.tasks[0]!.latestS, staleS: timetable.tasks[0]!.staleS });
});

test('on the day a line is ahead, may begin, is due, is late; what is ticked is done', () => {
  const line = {
    ...sheets[0]!.lines[0]!,
    kind: 'prepare' as const,
    earliestS: -900,
    atS: -600,
    latestS: -300,
    endS: -480,
  };
  expect([-1000, -800, -500, -299].map((now) => callState(line, now, false))).toEqual([
    'ahead',
    'may begin',
    'due',
    'late',
  ]);
  expect(callState(line, 5000, true)).toBe('done');
  const stage = { ...line, kind: 'on stage' as const };
  expect([-700, -500, 0].map((now) => callState(stage, now, false))).toEqual(['ahead', 'due', 'over']);
});

// RFC 5545, read back by a second library.
test('the calendar is read back by another library with the same times, titles and places', () => {
  for (const sheet of sheets) {
    const text = calendarOf(file, sheet, Date.UTC(2026, 10, 24, 8));
    const events = Object.values(ical.sync.parseICS(text)).filter(
      (e) => e?.type === 'VEVENT',
    ) as ical.VEvent[];
    expect(events).toHaveLength(sheet.lines.length);
    for (const line of sheet.lines) {
      const event = events.find(
        (e) => e.uid === `show.${sheet.personId}.${line.key}@hearty-stage`.replace(/:/g, '-'),
      )!;
      const at = new Date('2026-12-12T14:00:00').getTime() + line.atS * 1000;
      expect(event.start.getTime()).toBe(at);
      if (line.endS > line.atS) expect(event.end!.getTime()).toBe(at + (line.endS - line.atS) * 1000);
      expect(event.location).toContain('The hall');
      expect(String(event.summary)).toContain(line.kind === 'arrive' ? 'Arrive' : line.what);
    }
    // RFC 5545, 3.1: lines end in CRLF and are at most 75 octets long.
    for (const line of text.trimEnd().split('\r\n')) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75);
    expect(text.split('\r\n').join('')).not.toContain('\n');
  }
});

test('long titles in any alphabet fold into lines of 75 octets; in a night when clocks change, times are those of the sheet', () => {
  const night = {
    ...file,
    show: { ...file.show, date: '2026-03-29', curtainUp: '00:30' },
    venue: { ...file.venue, name: 'Ünü 🧪 '.repeat(20) },
  };
  const line = { ...sheets[0]!.lines[0]!, what: 'x'.repeat(160), kind: 'prepare' as const };
  const lines = [0, 1, 2].map((h) => ({ ...line, key: `k${h}`, atS: h * 3600, endS: h * 3600 + 60 }));
  const text = calendarOf(night, { ...sheets[0]!, lines }, 0);
  for (const folded of text.trimEnd().split('\r\n'))
    expect(Buffer.byteLength(folded)).toBeLessThanOrEqual(75);
  expect(text.match(/DTSTART:\S+/g)).toEqual(
    ['003000', '013000', '023000'].map((clock) => `DTSTART:20260329T${clock}`),
  );
});

test('a show without items still calls its crew', () => {
  const empty = hallShow();
  expect(callSheets(script(empty), plan(empty, { plays: 0 }).timetable).map((s) => s.lines.length)).toEqual([
    1, 1,
  ]);
});
