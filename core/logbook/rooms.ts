import { formatFigure } from '../quantities';
import type { Attempt } from './attempt';

/**
 * Rooms that differ by no more than this are alike. Common practice: what a hall's heating does in an evening; and the
 * steps in which a hair hygrometer is read.
 */
const ALIKE = { roomC: 5, humidityPercent: 15 } as const;

const NAMES = { roomC: 'room temperature', humidityPercent: 'room humidity' } as const;
const UNITS = { roomC: '°C', humidityPercent: '%' } as const;

const WHERE = 'where';

/** Whether what was set is of the room, and not of the demo. */
export const isOfRoom = (what: string): boolean => [...Object.values<string>(NAMES), WHERE].includes(what);

/**
 * The attempts with their room among what was set, so that only what was tried in like rooms is compared, and a change of
 * the room is a change. Rooms that are all alike, or of which nothing is known, add nothing. Pure.
 */
export function withRooms(attempts: readonly Attempt[]): Attempt[] {
  const bands = { roomC: bandsOf(attempts, 'roomC'), humidityPercent: bandsOf(attempts, 'humidityPercent') };
  const outdoors = new Set(attempts.flatMap((a) => a.room?.indoors ?? [])).size > 1;
  return attempts.map((a) => {
    const set: Record<string, string> = {};
    for (const key of ['roomC', 'humidityPercent'] as const) {
      const band = bands[key].find(([low, high]) => inBand(a.room?.[key], low, high));
      if (bands[key].length > 1 && band) set[NAMES[key]] = bandSaid(band, UNITS[key]);
    }
    if (outdoors && a.room?.indoors !== undefined) set[WHERE] = a.room.indoors ? 'indoors' : 'outdoors';
    // What a demo calls one of its parameters is the demo's.
    return { ...a, set: { ...set, ...a.set } };
  });
}

type Band = readonly [low: number, high: number];

const inBand = (value: number | undefined, low: number, high: number): boolean =>
  value !== undefined && value >= low && value <= high;

const bandSaid = ([low, high]: Band, unit: string): string =>
  low === high ? `${formatFigure(low)} ${unit}` : `${formatFigure(low)} to ${formatFigure(high)} ${unit}`;

/** Bands no wider than what is alike: each time the one with the most attempts of what is left. */
function bandsOf(attempts: readonly Attempt[], key: keyof typeof ALIKE): Band[] {
  let left = attempts.flatMap((a) => a.room?.[key] ?? []).sort((a, b) => a - b);
  const found: Band[] = [];
  while (left.length > 0) {
    let best = { from: 0, to: 0 };
    for (let from = 0, to = 0; from < left.length; from++) {
      while (to + 1 < left.length && left[to + 1]! - left[from]! <= ALIKE[key]) to++;
      if (to - from > best.to - best.from) best = { from, to };
    }
    found.push([left[best.from]!, left[best.to]!]);
    left = [...left.slice(0, best.from), ...left.slice(best.to + 1)];
  }
  return found;
}
