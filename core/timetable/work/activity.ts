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

export type WorkLink = Link<Why>;

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
  /** The mark a task takes. */
  markId?: string;
  hostItemId?: string;
}

/** A moment after which something is free again: some seconds after a point begins. */
export interface Release {
  point: number;
  afterS: number;
}

/** Kit wanted by an item, or by several that share it: from its first holding task, or its start, until its releases. */
export interface KitUse {
  count: number;
  starts: number[];
  releases: Release[];
}

export interface ScarceKit {
  goodId: string;
  /** How many there are; a use never counts for more. */
  units: number;
  uses: KitUse[];
}

/** A show as points, links and wanted hands: everything placement needs, and nothing it does not. */
export interface Work {
  activities: Activity[];
  links: WorkLink[];
  people: { id: string; arrivesS: number; leavesS: number }[];
  kit: ScarceKit[];
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
