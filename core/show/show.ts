import { ACTION_ON, type ActionOn } from './action';
import { ArrayMaxSize, Equals, IsArray, IsInt, IsOptional, Max, Min } from 'class-validator';
import {
  Choice,
  Clock,
  Day,
  DayClock,
  Figure,
  Id,
  Lines,
  Many,
  MOST_TEXT,
  One,
  Ref,
  Refs,
  Seconds,
  Some,
  Text,
  Title,
  Whole,
  YesNo,
} from '../fields';
import { Demo, HAZARDS, SKILLS, Timing, type Hazard, type Skill } from './demo';
import { Good } from './good';
import { Venue } from './venue';
import { SHOW_FORMAT, SHOW_VERSION } from './version';

export const ITEM_KINDS = [
  'demo',
  'choice',
  'link',
  'volunteer pick',
  'reset in view',
  'interval',
  'hold',
] as const;
export type ItemKind = (typeof ITEM_KINDS)[number];

export const ROLES = [
  'presenter',
  'second presenter',
  'narrator',
  'technician',
  'sound',
  'lights',
  'camera',
  'stagehand',
] as const;
export type Role = (typeof ROLES)[number];

/** Someone of the crew: a first name, what they usually do, and what they are cleared to handle. */
export class Person {
  @Id() id!: string;
  @Title('First name') name!: string;
  @Choice(ROLES, 'Role') role!: Role;
  @Some(SKILLS, 'Cleared for') skills!: Skill[];
}

/** Something chilled besides what the demos pour: its mass, mean heat capacity, and how much of it is water. */
export class ChilledObject {
  @Id() id!: string;
  @Title('What it is of') title!: string;
  @Figure(0.001, 500, { label: 'Weighs', unit: 'kg' }) massKg!: number;
  /** kJ/(kg·K), the mean between room and cryogen temperature. */
  @Figure(0.01, 10, { label: 'Heat capacity', unit: 'kJ/(kg·K)' }) heatCapacity!: number;
  @Figure(0, 100, { label: 'Water in it', unit: '%' }) waterPct!: number;
  @Whole(1, 100, 'Times') times!: number;
}

/** What the cryogen of one show is kept in and loses. Litres of nitrogen, or kilograms of dry ice. */
export class ColdPlan {
  @Ref('Cryogen') goodId!: string;
  @Choice(['liquid nitrogen', 'dry ice'], 'Cryogen') cryogen!: 'liquid nitrogen' | 'dry ice';
  /** The storage vessel: how much it holds, and loses in a day untouched. */
  @Figure(0.1, 1000, 'Vessel holds') vessel!: number;
  @Figure(0, 100, 'Loses in a day') staticPerDay!: number;
  @Day('Filled on') filledOn!: string;
  @DayClock('At') filledAt!: string;
  /** Lost once, cooling the vessel down. */
  @Figure(0, 100, 'Cooling it down') chillDown!: number;
  @Figure(0, 90, { label: 'Lost in pouring', unit: '%' }) pourLossPct!: number;
  /** Open flasks and trays: what one loses in an hour, and how long they stand open in all. */
  @Figure(0, 100, 'Open flasks lose in an hour') openPerHour!: number;
  @Figure(0, 48, { label: 'Open for', unit: 'h' }) openHours!: number;
  @Figure(0, 200, { label: 'Reserve', unit: '%' }) reservePct!: number;
  @IsOptional() @Figure(0, 10_000, 'Price of one') pricePerUnit?: number;
  @Many(() => ChilledObject, 50) objects!: ChilledObject[];
}

/** A member of the crew at this show; `arrives` is a time of day, and `leaves` for someone who goes early. */
export class CrewPlace {
  @Ref('Who') personId!: string;
  @Clock('Arrives') arrives!: string;
  @IsOptional() @Clock({ label: 'Leaves early', empty: 'stays' }) leaves?: string;
}

/** The presenter's word on one prep task of an item: who does it, and when it begins (seconds from curtain-up). */
export class TaskChoice {
  @Id() taskId!: string;
  @IsOptional() @Ref('Done by') personId?: string;
  @IsOptional() @IsInt() @Min(-86_400) @Max(86_400) startS?: number;
  /** Begun on stage, by whoever is on, as part of this earlier item. */
  @IsOptional() @Ref({ label: 'Begun', empty: 'behind the scenes' }) inItemId?: string;
  /** After which step of that item. */
  @IsOptional() @Ref({ label: 'After', empty: 'as it begins' }) afterStepId?: string;
  /** As soon as it may be, not just in time. */
  @IsOptional() @YesNo('As early as it may be') early?: boolean;
}

/** What an item plays one of its demo's parameters at: a number, a name, or the best level of an earlier series. */
export class Setting {
  @Id() parameterId!: string;
  @IsOptional() @Figure(1e-6, 1e6, 'Played at') value?: number;
  @IsOptional() @Text(60, 'Played with') name?: string;
  @IsOptional() @Ref({ label: 'The best level of', empty: 'as set here' }) bestOf?: string;
}

export const ON_FAIL = ['go on', 'retry', 'stop'] as const;

/** The showings of an item take one parameter through these levels in turn: numbers, or names of the parameter. */
export class Series {
  @Ref('Over') parameterId!: string;
  @Lines(50, 60, 'Levels') levels!: string[];
  @Choice(ON_FAIL, {
    label: 'When one fails',
    words: { 'go on': 'go on to the next', retry: 'try it again', stop: 'stop there' },
  })
  onFail!: (typeof ON_FAIL)[number];
}

/** One of the demos an audience may pick, and how many of a hundred audiences do. */
export class Option {
  @Ref('Demo') demoId!: string;
  @IsOptional() @Ref({ label: 'Variant', empty: 'as written' }) variantId?: string;
  @Figure(0.1, 100, { label: 'Picked by', unit: '%' }) share!: number;
}

/** Something that must not happen before or after a time of day, such as a bang after 19:30. */
export class Ban {
  @Choice(HAZARDS, 'Not allowed') hazard!: Hazard;
  @IsOptional() @Clock('before') before?: string;
  @IsOptional() @Clock('after') after?: string;
}

/** Kit brought on top of what is on the shelf: borrowed, hired or bought for this show. */
export class ExtraKit {
  @Ref('Kit') goodId!: string;
  @Whole(1, 999, 'How many') count!: number;
}

/** One entry of the running order. Without `timing` the log's or the demo's own times are used. */
export class Item {
  @Id() id!: string;
  @Choice(ITEM_KINDS, 'Kind') kind!: ItemKind;
  @Title('Title') title!: string;
  @IsOptional() @Ref('Demo') demoId?: string;
  @IsOptional() @One(() => Timing) timing?: Timing;
  /** Held up on stage while somebody talks. */
  @IsOptional() @Lines(12, 120, { label: 'Key words', empty: 'none' }) keyWords?: string[];
  @Whole(1, 20, 'Showings') showings!: number;
  @Whole(0, 20, 'Retries allowed') retries!: number;
  @IsOptional() @Ref({ label: 'Presents', empty: 'the first of the crew' }) presenterId?: string;
  @Refs(100, { label: 'Helps on stage', empty: 'nobody' }) helperIds!: string[];
  /** What leaving it out would cost, 1 to 5; absent: it may not be cut. */
  @IsOptional() @Whole(1, 5, { label: 'May be left out', empty: 'no' }) worth?: number;
  /** Keeps its place when an order is proposed. */
  @IsOptional() @YesNo('Keep in place when reordering') pinned?: boolean;
  /** Has to begin at this time of day. */
  @IsOptional() @Clock({ label: 'Begins at', empty: 'its turn' }) at?: string;
  @IsOptional() @Ref({ label: 'Variant', empty: 'as written' }) variantId?: string;
  @IsOptional() @Many(() => Setting, 20) settings?: Setting[];
  @IsOptional() @Many(() => TaskChoice, 50) tasks?: TaskChoice[];
  /** Who does the reset, where the presenter has said so. */
  @IsOptional() @Ref('Reset') resetBy?: string;
  /** The earlier item in which this demo's set-up steps are done. */
  @IsOptional() @Id() setUpIn?: string;
  /** Where it stands; absent: on the first mark that fits. */
  @IsOptional() @Ref({ label: 'Stands on', empty: 'the first mark that fits' }) markId?: string;
  @IsOptional() @One(() => Series) series?: Series;
  /** Of a choice: what the audience picks from. */
  @IsOptional() @Many(() => Option, 4) options?: Option[];
}

/** What a venue has agreed to for one show, whatever its page says. */
export const AGREED = ['flame', 'smoke detector isolated', 'darkness', 'noise'] as const;
export type Agreed = (typeof AGREED)[number];

/**
 * A crew member acknowledged a stop: its message at that time, and why the show goes ahead. It covers that stop alone, and
 * only while its message stays the same.
 */
export class Acknowledgement {
  @Text(40, 'Kind of stop') code!: string;
  @IsOptional() @Id() itemId?: string;
  @Text(MOST_TEXT, 'What it said') message!: string;
  @Ref('Acknowledged by') personId!: string;
  @Text(400, { label: 'Reason', help: 'Why it is safe all the same.' }) reason!: string;
}

/**
 * What somebody wrote into the risk assessment of a hazard in an item; what is left out is as it is drawn from the demo.
 * `ground` is what it was drawn from then: once that changes, the row is looked at again.
 */
export class RiskEdit {
  @Id() itemId!: string;
  @Choice(HAZARDS, 'Hazard') hazard!: Hazard;
  @IsOptional() @Text(400, 'What can happen') harm?: string;
  @IsOptional() @Text(400, 'To whom') whom?: string;
  @IsOptional() @Text(MOST_TEXT, 'Controls already there') controls?: string;
  @IsOptional() @Whole(1, 5, { label: 'Severity', help: '1 is a plaster, 5 is a death.' }) severity?: number;
  @IsOptional()
  @Whole(1, 5, { label: 'Likelihood without controls', help: '1 is hardly ever, 5 is nearly always.' })
  before?: number;
  @IsOptional() @Whole(1, 5, 'Likelihood with controls') after?: number;
  @IsOptional() @Text(400, 'Further action') action?: string;
  @IsOptional() @Text(60, { label: 'Owner', help: 'A role, no name.' }) owner?: string;
  @Text(MOST_TEXT, 'Drawn from') ground!: string;
}

/** A planned performance. Times of day are those of the venue. */
export class Show {
  @Id() id!: string;
  @Title('Title') title!: string;
  /** The show that this one and its other copies were made from: the same show, played on other days. */
  @IsOptional() @Id() copyOf?: string;
  @Ref('Venue') venueId!: string;
  @Day('Date') date!: string;
  @Clock('Get-in') getIn!: string;
  @Clock('Doors') doors!: string;
  @Clock('Curtain-up') curtainUp!: string;
  @Whole(1, 720, { label: 'Slot', unit: 'min' }) slotMin!: number;
  @Whole(0, 100_000, 'People expected') heads!: number;
  @Many(() => CrewPlace, 60) crew!: CrewPlace[];
  @Many(() => Item, 300) items!: Item[];
  @Text(MOST_TEXT, 'Notes') notes!: string;
  /** When everyone has to be out; absent: nobody said. */
  @IsOptional() @Clock({ label: 'Everyone out by', empty: 'not set' }) hardEnd?: string;
  @IsOptional() @Many(() => Ban, 20) bans?: Ban[];
  @IsOptional() @Many(() => ExtraKit, 100) extraKit?: ExtraKit[];
  /** A planned hold stops the slot as well: a contest against the clock waits, a hall that closes does not. */
  @IsOptional() @YesNo('Pausing the show extends the slot') slotWaits?: boolean;
  /** Stations the audience works at, for what is needed at each; absent: one. */
  @IsOptional() @Whole(1, 500, 'Stations of the audience') audienceStations?: number;
  /** Odds of running out, in %, that packing accepts; absent: 5. */
  @IsOptional()
  @Figure(0.1, 50, { label: 'Accepted risk of running out', unit: '%' })
  runOutPct?: number;
  @IsOptional() @Many(() => ColdPlan, 2) cold?: ColdPlan[];
  @IsOptional() @Some(AGREED, { label: 'Agreed for this show', empty: 'nothing yet' }) agreed?: Agreed[];
  @IsOptional() @Many(() => Acknowledgement, 100) acknowledged?: Acknowledgement[];
  @IsOptional() @Many(() => RiskEdit, 1000) risks?: RiskEdit[];
}

/** So many causes of a demo are told of, those found most. */
export const MOST_CAUSES = 500;

/**
 * A cause that was found of a symptom of a demo: how often, how often the demo was tried again after it in the same item,
 * and how often it then worked.
 */
export class FoundCause {
  @Text(160, 'Symptom') symptom!: string;
  @Text(160, 'Cause') cause!: string;
  @Whole(0, 1e6, 'Found') times!: number;
  @Whole(0, 1e6, 'Worked after it') helped!: number;
  @Whole(0, 1e6, 'Tried again after it') triedAgain!: number;
}

/** How often a bench of the demo foretold an attempt at a venue, and how often it was wrong. */
export class BenchTold {
  @Id() benchId!: string;
  @Id() venueId!: string;
  @Whole(0, 1e6, 'Foretold') told!: number;
  @Whole(0, 1e6, 'Wrong') wrong!: number;
}
/** Benches and venues that a demo's record tells apart; the most used where there are more. */
export const MOST_TOLD = 200;

/** What the log says of a demo: attempts by outcome (rehearsals left out), and whole seconds of clean plays. */
export class DemoRecord {
  @Id() demoId!: string;
  @Whole(0, 1e6, 'Worked') worked!: number;
  @Whole(0, 1e6, 'Worked in part') partly!: number;
  @Whole(0, 1e6, 'Failed') failed!: number;
  @IsArray()
  @ArrayMaxSize(20_000)
  @IsInt({ each: true })
  @Min(0, { each: true })
  @Max(86_400, { each: true })
  playsS!: number[];
  @IsOptional() @Seconds('Last tried', 4e9) lastAtS?: number;
  @IsOptional() @Many(() => FoundCause, MOST_CAUSES) causes?: FoundCause[];
  @IsOptional() @Many(() => BenchTold, MOST_TOLD) benches?: BenchTold[];
}

/** Something to do before the next time, hung on a demo, the show, the venue or one of the crew by a debrief, and still open. */
export class OpenAction {
  @Id() id!: string;
  @Title('To do') text!: string;
  @Choice(ACTION_ON, 'On') on!: ActionOn;
  @Id() onId!: string;
}

/** Another show of the same time that wants the same people or kit: who and what of it is in this file too. */
export class Elsewhere {
  @Id() showId!: string;
  @Title('Show') title!: string;
  @Clock('From') from!: string;
  @Clock('To') to!: string;
  @Refs(100, 'Crew') personIds!: string[];
  @Many(() => ExtraKit, 2000) kit!: ExtraKit[];
}

/**
 * How much the pace of whole shows varies in a troupe's log, as a share of the length, and how many shows tell; and by how
 * much the range of a forecast is widened, since past ones held too seldom, with how often they held.
 */
export class Pace {
  @Figure(0, 1, 'Varies by') sd!: number;
  @Whole(0, 1e6, 'Shows') shows!: number;
  @IsOptional() @Figure(1, 100, 'Ranges widened by') widen?: number;
  @IsOptional() @Whole(0, 1e6, 'Ranges that held') held?: number;
  @IsOptional() @Whole(0, 1e6, 'Ranges in all') graded?: number;
}

/** One document with everything a plan needs. The input of `plan`, of the command line, and of import and export. */
export class ShowFile {
  @Equals(SHOW_FORMAT, { message: `must be "${SHOW_FORMAT}"` }) format!: typeof SHOW_FORMAT;
  @Equals(SHOW_VERSION, { message: `must be ${SHOW_VERSION}, the newest version this program knows` })
  version!: typeof SHOW_VERSION;
  @One(() => Show) show!: Show;
  @Many(() => Demo) demos!: Demo[];
  @One(() => Venue) venue!: Venue;
  @Many(() => Person, 100) crew!: Person[];
  @Many(() => Good, 2000) stock!: Good[];
  @Many(() => DemoRecord) record!: DemoRecord[];
  @IsOptional() @One(() => Pace) pace?: Pace;
  @IsOptional() @Many(() => OpenAction) actions?: OpenAction[];
  @IsOptional() @Many(() => Elsewhere) elsewhere?: Elsewhere[];
}
