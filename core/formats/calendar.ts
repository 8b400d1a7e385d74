import ICAL from 'ical.js';
import type { CallLine, CallSheet } from '../plan';
import { clockToS, formatClock, formatDuration } from '../quantities';
import type { ShowFile } from '../show';

/**
 * A person's call sheet as an iCalendar (RFC 5545), for their own calendar. Times are floating: those of the venue,
 * wherever the calendar is read. `stampedAt` in ms since 1970 is when it was made.
 */
export function calendarOf(file: ShowFile, sheet: CallSheet, stampedAt: number): string {
  // The library does not count the blank that a folded line begins with: 75 octets with it (RFC 5545, 3.1).
  ICAL.foldLength = 74;
  const calendar = new ICAL.Component('vcalendar');
  calendar.addPropertyWithValue('prodid', '-//Hearty Stage//call sheet//EN');
  calendar.addPropertyWithValue('version', '2.0');
  // Computed as if no clock were ever changed: the times the call sheet says, also in the night when clocks are.
  const upMs = Date.parse(`${file.show.date}T00:00:00Z`) + clockToS(file.show.curtainUp) * 1000;
  const time = (s: number) =>
    ICAL.Time.fromDateTimeString(new Date(upMs + s * 1000).toISOString().slice(0, 19));
  const stamp = ICAL.Time.fromJSDate(new Date(stampedAt), true);
  for (const line of sheet.lines) {
    const event = new ICAL.Component('vevent');
    event.addPropertyWithValue(
      'uid',
      `${file.show.id}.${sheet.personId}.${line.key}@hearty-stage`.replace(/:/g, '-'),
    );
    event.addPropertyWithValue('dtstamp', stamp);
    event.addPropertyWithValue('dtstart', time(line.atS));
    if (line.endS > line.atS) event.addPropertyWithValue('dtend', time(line.endS));
    event.addPropertyWithValue('summary', summary(file, line));
    const about = aboutWords(line, (s) => formatClock(clockToS(file.show.curtainUp) + s));
    if (about) event.addPropertyWithValue('description', about);
    event.addPropertyWithValue('location', [file.venue.name, line.place].filter(Boolean).join(', '));
    calendar.addSubcomponent(event);
  }
  return `${calendar.toString()}\r\n`;
}

function summary(file: ShowFile, { kind, what }: CallLine): string {
  switch (kind) {
    case 'arrive':
      return `Arrive: ${file.show.title}`;
    case 'leave':
      return `Leave: ${file.show.title}`;
    case 'on stage':
      return `On stage: ${what}`;
    case 'help':
      return `Help: ${what}`;
    default:
      return what;
  }
}

function aboutWords(line: CallLine, clock: (s: number) => string): string {
  return [
    line.forItem && `For “${line.forItem}”.`,
    line.latestS !== undefined && line.latestS > line.atS && `Can wait until ${clock(line.latestS)}.`,
    line.staleS !== undefined &&
      line.readyS !== undefined &&
      `Fresh from ${clock(line.readyS)} until ${clock(line.staleS)}.`,
    line.endS > line.atS && line.kind === 'prepare' && `Takes ${formatDuration(line.endS - line.atS)}.`,
  ]
    .filter(Boolean)
    .join(' ');
}
