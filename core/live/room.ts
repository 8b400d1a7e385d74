import type { Script } from '../script';
import { Room, type ShowFile } from '../show';
import type { RunState } from './fold';
import type { Conditions } from './slices/talk';

const AIR = ['roomC', 'humidityPercent', 'pressureKPa'] as const satisfies readonly (keyof Room)[];

/** What it was like on the day of a run; `said`: whether somebody said so, else it is what the venue is known for. */
export interface RoomOf extends Required<Pick<Conditions, 'indoors' | 'heads'>>, Room {
  isRecorded: boolean;
}

/** What a run was played in: what was said of the day, and where nothing was, what is known of the venue and the show. Pure. */
export function roomOf(
  { file: { venue, show } }: Script,
  { conditions }: Pick<RunState, 'conditions'>,
): RoomOf {
  const room: RoomOf = {
    indoors: conditions?.indoors ?? venue.indoors,
    heads: conditions?.heads ?? show.heads,
    isRecorded: conditions !== undefined,
  };
  for (const key of AIR) {
    const value = conditions?.[key] ?? venue[key];
    if (value !== undefined) room[key] = value;
  }
  return room;
}

/** A show in the air of the day, so that its calculators use it. The same file where nothing was said. Pure. */
export function inRoomOf(file: ShowFile, conditions: Conditions | undefined): ShowFile {
  const air = AIR.flatMap((key) => (conditions?.[key] === undefined ? [] : [[key, conditions[key]]]));
  return air.length ? { ...file, venue: { ...file.venue, ...Object.fromEntries(air) } } : file;
}
