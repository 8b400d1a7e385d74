import type { PrepTask } from '../../show';
import type { Link } from '../network';

/** Why one moment has to come after another; `REASONS` says of each what it means. */
export type WhyKind =
  | 'order'
  | 'curtain-up'
  | 'fixed-from'
  | 'fixed-by'
  | 'ready'
  | 'stale'
  | 'doors'
  | 'in-show'
  | 'arrives'
  | 'leaves'
  | 'get-in'
  | 'opens'
  | 'closes'
  | 'banned-before'
  | 'banned-after'
  | 'locked-from'
  | 'locked-by'
  | 'host-from'
  | 'host-by'
  | 'reset'
  | 'mark'
  | 'kit'
  | 'hands';

export interface Why {
  kind: WhyKind;
  /** The person, the good, the mark or the time of day it is about. */
  what?: string;
}

export interface WorkLink extends Link<Why> {
  /** It holds only where the audience picks this option of the choice that `from` belongs to. */
  option?: number;
}

/** One thing that takes time: an item on stage, a prep task or a reset. Its point in the network is its index. */
export interface Activity {
  kind: 'origin' | 'item' | 'task' | 'reset';
  itemId: string;
  title: string;
  lengthS: number;
  /** Who is on stage in the item, or already settled to do the work (begun on stage by its host). */
  onStage: number[];
  /** Who could do it: places in `people`. Empty where nobody can, or no hands of their own are needed. */
  may: number[];
  /** By how much whoever does it comes sooner, or stays longer, than they said: what gave way, by just its miss. */
  earlierS: number;
  laterS: number;
  /** Whether someone has to be found to do it. */
  needsHands: boolean;
  /** Better late than early: it goes stale, or keeps a vessel or a place while it stands. */
  late: boolean;
  task?: PrepTask;
  /** The mark a task takes, or that a reset is on. */
  markId?: string;
  hostItemId?: string;
  /** It happens only where the audience picks this option of a choice. */
  option?: number;
}

/** A moment after which something is free again: some seconds after a point begins. */
export interface Release {
  point: number;
  afterS: number;
  /** Only where the audience picks this option of a choice. */
  option?: number;
}

/** Pieces of one thing wanted by an item: from its first holding task, or its start, until its releases. */
export interface PieceUse {
  /** Whole pieces; absent where it wants places in them. */
  count?: number;
  /** Places in a vessel, and what stands in them: uses with the same contents may share a piece. */
  places?: number;
  contents?: string;
  starts: number[];
  /** Set up in an earlier item: uses from this one on stand in the way of the showing only, not of the set-up. */
  between?: { fromUse: number; starts: number[] };
  releases: Release[];
}

/** Something there are fewer pieces of than are wanted: kit, or the spots of a mark. Uses are in the order of the items. */
export interface Scarce {
  why: Why & { what: string };
  /** How many pieces there are; a use never wants more. */
  units: number;
  /** How many places a piece has; 1 unless it is a vessel that holds several things. */
  places: number;
  uses: PieceUse[];
}

/** A show as points, links and wanted hands: everything placement needs, and nothing it does not. */
export interface Work {
  activities: Activity[];
  links: WorkLink[];
  people: { id: string; arrivesS: number; leavesS: number }[];
  scarce: Scarce[];
  itemPoints: number[];
  doorsS: number;
  getInS: number;
}

/** When a person is there for an activity, seconds from curtain-up; `leavesS` may be infinite. */
export const presence = ({ activities, people }: Work, point: number, person: number) => ({
  arrivesS: people[person]!.arrivesS - activities[point]!.earlierS,
  leavesS: people[person]!.leavesS + activities[point]!.laterS,
});

export const origin = (): Activity => ({
  kind: 'origin',
  itemId: '',
  title: '',
  lengthS: 0,
  onStage: [],
  may: [],
  earlierS: 0,
  laterS: 0,
  needsHands: false,
  late: false,
});
