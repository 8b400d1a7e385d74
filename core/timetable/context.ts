import { clockToS, formatClock } from '../quantities';
import type { Demo, Person, ShowFile } from '../show';
import type { Change, Fix, PlannedTask, Timetable } from './types';

/** A show and its timetable, with the look-ups that findings need. */
export class Context {
  readonly demos: Map<string, Demo>;
  readonly people: Map<string, Person>;
  readonly up: number;

  constructor(
    readonly file: ShowFile,
    readonly timetable: Timetable,
  ) {
    this.demos = new Map(file.demos.map((d) => [d.id, d]));
    this.people = new Map(file.crew.map((p) => [p.id, p]));
    this.up = clockToS(file.show.curtainUp);
  }

  clock = (s: number) => formatClock(this.up + s);
  name = (id: string | undefined) => (id && this.people.get(id)?.name) || 'nobody';
  item = (id: string) => this.file.show.items.find((i) => i.id === id)!;
  demoOf = (itemId: string) => this.demos.get(this.item(itemId).demoId ?? '');
  planned = (itemId: string) => this.timetable.items.find((i) => i.itemId === itemId)!;
}

/** A way out of a finding. */
export const fix = (label: string, change: Change): Fix => ({ label, change });

/** Asking the person in earlier helps only where they start the moment they arrive. Rounded to five minutes. */
export function earlierArrival(c: Context, task: PlannedTask, lateS: number): Fix[] {
  const arrival = c.timetable.arrivals.find((a) => a.personId === task.personId);
  if (!arrival || task.startS - arrival.arrivesS > 60) return [];
  const clock = c.clock(Math.floor((arrival.arrivesS - lateS) / 300) * 300);
  return [
    fix(`Ask ${c.name(task.personId)} in for ${clock}`, {
      kind: 'set-arrival',
      personId: arrival.personId,
      arrives: clock,
    }),
  ];
}
