import type { TimingFrom } from '../script';
import type { Timing } from '../show';
import type { WhyKind, WorkLink } from './work';

/** Seconds from curtain-up throughout; before curtain-up they are negative. */
export interface PlannedItem {
  itemId: string;
  title: string;
  startS: number;
  endS: number;
  /** Whole item: the first showing, further showings and a reset in view; no retries. */
  timing: Timing;
  timingFrom: TimingFrom;
  /** Dead air before it. */
  waitS: number;
  presenterId: string | undefined;
  helperIds: string[];
  /** Why it waits, where it does. */
  waitsFor?: WaitReason;
}

/** What holds something back, in words; `root` is what lies behind it. */
export interface WaitReason {
  kind: WhyKind;
  message: string;
  /** The item or task that holds it back, and the person, good or mark it is about. */
  itemId?: string;
  taskId?: string;
  what?: string;
  root?: WaitReason;
  /** What asks for it, for the fixes. */
  link: WorkLink;
  /** The work at the end of the chain that it waits for. */
  waitsOn?: { itemId: string; taskId: string };
}

export interface PlannedTask {
  id: string;
  itemId: string;
  taskId: string;
  title: string;
  personId: string | undefined;
  startS: number;
  handsOffS: number;
  readyS: number;
  /** Absent where it keeps. */
  staleS: number | undefined;
  /** When the next task of the chain, or the item, takes it up. */
  usedS: number;
  /** Its earliest and latest start that move nothing else: it can wait until the latter. */
  earliestS: number;
  latestS: number;
  /** Who of the crew could do it. */
  mayDo: string[];
  /** Its start was set by hand; `chosen`: so was who does it. */
  locked: boolean;
  chosen?: boolean;
  /** The earlier item in which it is begun on stage. */
  hostItemId?: string;
  /** The mark it takes. */
  markId?: string;
}

export interface PlannedReset {
  /** The item's, and of a choice the option's place with it. */
  id: string;
  itemId: string;
  markId: string;
  title: string;
  personId: string | undefined;
  startS: number;
  endS: number;
}

/** From when to when somebody is there, and when they are needed. Seconds from curtain-up. */
export interface Arrival {
  personId: string;
  arrivesS: number;
  leavesS?: number;
  /** Their call: when their first job is planned, be it before the show or in it. Absent: they have none. */
  callS?: number;
  /** The latest that their first job may start and harm nothing. */
  neededS?: number;
}

export interface Timetable {
  items: PlannedItem[];
  tasks: PlannedTask[];
  resets: PlannedReset[];
  arrivals: Arrival[];
  getInS: number;
  doorsS: number;
  /** End of the last item. */
  endS: number;
  slotEndS: number;
  /** When everyone has to be out, and when the house is open, where somebody said. */
  hardEndS?: number;
  opensS?: number;
  closesS?: number;
  deadAirS: number;
  /** When the first job of anybody is planned to start: work before the show, or curtain-up. */
  crewCallS: number;
  /** The latest that the first job of the crew may start and harm nothing. */
  firstJobByS: number;
  /** Whether no placing has less dead air; `steps` is what the search took. */
  provenBest: boolean;
  /** Whether none that ends then calls the crew later, and none of those gives whoever has most to do before curtain-up less. */
  provenCall: boolean;
  provenLoad: boolean;
  steps: number;
}
