import type { Script } from '../script';
import type { Needs } from '../supplies';
import type { Timetable } from '../timetable';
import type { AirThen } from './air';
import { clearances, type Clearance } from './clearance';
import { loudItems, type Loud } from './noise';
import { airOf } from './sources';

/** A circle around a mark, m: what is kept clear, or how near the audience may sit. */
export interface RoomCircle {
  what: 'clear' | 'audience';
  radiusM: number;
  /** The front row is inside it. */
  isBroken: boolean;
}

/** What the room is like while one item is on. Seconds from curtain-up. */
export interface RoomMoment {
  itemId: string;
  title: string;
  fromS: number;
  toS: number;
  /** Those who are on stage, by their ids; and how many volunteers. */
  personIds: string[];
  volunteers: number;
  markId?: string;
  clearance?: Clearance;
  circles: RoomCircle[];
  loud?: Loud;
}

/** The room through a show: moment by moment, its air, and what was assumed of it. */
export interface RoomStory {
  moments: RoomMoment[];
  air: AirThen[];
  assumed: string[];
  loudest?: RoomMoment;
}

/** Points at which the air is drawn between its turns. */
const POINTS = 60;

/** What the Room page draws. Pure. */
export function roomStory(script: Script, timetable: Timetable, needs: Needs): RoomStory {
  const byItem = new Map(clearances(script).map((one) => [one.itemId, one]));
  const loudBy = new Map(loudItems(script).map((one) => [one.itemId, one]));
  const moments = timetable.items.map((item): RoomMoment => {
    const { demo, standing } = script.byItem.get(item.itemId)!;
    const clearance = byItem.get(item.itemId);
    const loud = loudBy.get(item.itemId);
    return {
      ...{ itemId: item.itemId, title: item.title, fromS: item.startS, toS: item.endS },
      personIds: [item.presenterId, ...item.helperIds].filter((id) => id !== undefined),
      volunteers: demo?.volunteers ?? 0,
      ...(standing && { markId: standing.mark.id }),
      ...(clearance && { clearance }),
      circles: clearance ? circlesOf(clearance) : [],
      ...(loud && { loud }),
    };
  });
  const toS = Math.max(timetable.endS, 1);
  const at = Array.from({ length: POINTS + 1 }, (_, i) => (toS * i) / POINTS);
  const { air, room } = airOf(script, timetable, needs, at);
  const loudest = moments
    .filter((m) => m.loud)
    .sort((a, b) => b.loud!.frontRowDB - a.loud!.frontRowDB)
    .at(0);
  return { moments, air, assumed: room.assumed, ...(loudest && { loudest }) };
}

function circlesOf({ clearM, audienceM, frontRowM }: Clearance): RoomCircle[] {
  const circle = (what: RoomCircle['what'], radiusM: number): RoomCircle[] =>
    radiusM > 0 ? [{ what, radiusM, isBroken: radiusM > frontRowM }] : [];
  return [...circle('clear', clearM), ...(audienceM > clearM ? circle('audience', audienceM) : [])];
}
