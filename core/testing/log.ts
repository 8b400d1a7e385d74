import { eventVersion, type Recorded, type RunEvent } from '../live';

/** An event as one device sends it; the tick follows the id, so that ids in order are events in order. */
export const event = (
  happening: Recorded,
  { id, at, tick, ...more }: Partial<RunEvent> & { id: string; at: number; tick: number },
): RunEvent =>
  ({
    id,
    run: 'run',
    device: 'stage',
    person: null,
    at,
    tick,
    v: eventVersion(happening.kind),
    ...happening,
    ...more,
  }) as RunEvent;

/** A log with an event every ten seconds from 1,000,000 ms; ids e000, e001, … */
export const logOf = (...happenings: Recorded[]): RunEvent[] =>
  happenings.map((h, i) =>
    event(h, { id: `e${String(i).padStart(3, '0')}`, at: 1_000_000 + i * 10_000, tick: i + 1 }),
  );
