import {
  ArrayMaxSize,
  Equals,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsISO8601,
  IsNumber,
  IsOptional,
  Matches,
  Max,
  Min,
} from 'class-validator';
import { Clock, DayClock, Id, Ids, Many, One, Seconds, Some, Text, Title, Whole } from '../fields';
import { BASE_UNITS, type BaseUnit } from '../quantities';
import { Demo, HAZARDS, SKILLS, STATIONS, Timing, type Hazard, type Skill, type Station } from './demo';

export const ITEM_KINDS = ['demo', 'link', 'volunteer pick', 'reset in view', 'interval'] as const;
export type ItemKind = (typeof ITEM_KINDS)[number];

export const VENUE_KINDS = ['hall', 'library', 'field', 'studio', 'school', 'theatre'] as const;
export type VenueKind = (typeof VENUE_KINDS)[number];

export const ROLES = ['presenter', 'second presenter', 'technician', 'stagehand'] as const;
export type Role = (typeof ROLES)[number];

/** A place where shows are given. Lengths in metres; `stations` in the order one walks the stage. */
export class Venue {
  @Id() id!: string;
  @Title() name!: string;
  @IsIn(VENUE_KINDS) kind!: VenueKind;
  @IsBoolean() indoors!: boolean;
  @IsBoolean() flameAllowed!: boolean;
  @IsOptional() @IsNumber() @Min(1) @Max(100) ceilingM?: number;
  @IsOptional() @IsNumber() @Min(0) @Max(100) frontRowM?: number;
  @Some(STATIONS, 'stations') stations!: Station[];
  @Text() notes!: string;
  /** Between these times of day the crew may be in the house. */
  @IsOptional() @Clock() opens?: string;
  @IsOptional() @Clock() closes?: string;
}

/** Someone of the crew: a first name, what they usually do, and what they are cleared to handle. */
export class Person {
  @Id() id!: string;
  @Title() name!: string;
  @IsIn(ROLES) role!: Role;
  @Some(SKILLS, 'skills') skills!: Skill[];
}

/** How a good has to be kept apart from others on the road; `separations` in core/supplies says from what and why. */
export const STORAGE_CLASSES = [
  'ordinary',
  'oxidiser',
  'fuel',
  'spirit',
  'acid',
  'strong alkali',
  'aluminium',
  'iodide or yeast',
  'sparks',
  'magnet',
  'cards, screens and clocks',
  'cryogen',
  'pressure cylinder',
] as const;
export type StorageClass = (typeof STORAGE_CLASSES)[number];

export const SUPPLIERS = [
  'supermarket',
  'chemist',
  'hardware shop',
  'laboratory supplier',
  'gas supplier',
  'ice supplier',
  'party shop',
  'by post',
] as const;
export type Supplier = (typeof SUPPLIERS)[number];

/** Kit or a consumable on the troupe's shelves. Amounts in `unit`; price in the troupe's currency per pack. */
export class Good {
  @Id() id!: string;
  @Title() name!: string;
  @IsIn(['kit', 'consumable']) sort!: 'kit' | 'consumable';
  @IsIn(BASE_UNITS) unit!: BaseUnit;
  /** The sum of the ledger when the file was made; the stores themselves never keep it. */
  @IsNumber() @Min(0) @Max(1e7) onShelf!: number;
  @IsOptional() @IsNumber() @Min(1e-6) @Max(1e7) packAmount?: number;
  @IsOptional() @IsNumber() @Min(0) @Max(1e6) packPrice?: number;
  @IsOptional() @IsIn(SUPPLIERS) supplier?: Supplier;
  /** Whole days from ordering until it is here. */
  @IsOptional() @Whole(0, 365) leadDays?: number;
  /** Bulk density, g/mL; without it volume and mass cannot be turned into one another. */
  @IsOptional() @IsNumber() @Min(0.001) @Max(25) densityGPerML?: number;
  /** Days it lasts once opened. */
  @IsOptional() @Whole(1, 3650) openLastsDays?: number;
  @IsOptional() @IsBoolean() hardToFind?: boolean;
  @IsOptional() @Text(400) substitutes?: string;
  @IsOptional() @IsIn(STORAGE_CLASSES) storage?: StorageClass;
  /** Of one piece, for packing: grams, and litres with its wrapping. */
  @IsOptional() @IsNumber() @Min(0) @Max(1e6) pieceG?: number;
  @IsOptional() @IsNumber() @Min(0) @Max(1e4) pieceL?: number;
}

/** A crate of the troupe: inside volume in litres, and how heavy it may be, in kg. */
export class Crate {
  @Id() id!: string;
  @Title() name!: string;
  @IsNumber() @Min(1) @Max(2000) insideL!: number;
  @IsNumber() @Min(1) @Max(200) limitKg!: number;
}

/** Something chilled besides what the demos pour: its mass, mean heat capacity, and how much of it is water. */
export class ChilledObject {
  @Id() id!: string;
  @Title() title!: string;
  @IsNumber() @Min(0.001) @Max(500) massKg!: number;
  /** kJ/(kg·K), the mean between room and cryogen temperature. */
  @IsNumber() @Min(0.01) @Max(10) heatCapacity!: number;
  @IsNumber() @Min(0) @Max(100) waterPct!: number;
  @Whole(1, 100) times!: number;
}

/** What the cryogen of one show is kept in and loses. Litres of nitrogen, or kilograms of dry ice. */
export class ColdPlan {
  @Id() goodId!: string;
  @IsIn(['liquid nitrogen', 'dry ice']) cryogen!: 'liquid nitrogen' | 'dry ice';
  /** The storage vessel: how much it holds, and loses in a day untouched. */
  @IsNumber() @Min(0.1) @Max(1000) vessel!: number;
  @IsNumber() @Min(0) @Max(100) staticPerDay!: number;
  @Matches(/^\d{4}-\d{2}-\d{2}$/, { message: 'must be a date such as 2026-12-12' })
  @IsISO8601({ strict: true }, { message: 'must be a date that exists' })
  filledOn!: string;
  @DayClock() filledAt!: string;
  /** Lost once, cooling the vessel down. */
  @IsNumber() @Min(0) @Max(100) chillDown!: number;
  @IsNumber() @Min(0) @Max(90) pourLossPct!: number;
  /** Open flasks and trays: what one loses in an hour, and how long they stand open in all. */
  @IsNumber() @Min(0) @Max(100) openPerHour!: number;
  @IsNumber() @Min(0) @Max(48) openHours!: number;
  @IsNumber() @Min(0) @Max(200) reservePct!: number;
  @IsOptional() @IsNumber() @Min(0) @Max(10_000) pricePerUnit?: number;
  @Many(() => ChilledObject, 50) objects!: ChilledObject[];
}

/** A member of the crew at this show; `arrives` is a time of day, and `leaves` for someone who goes early. */
export class CrewPlace {
  @Id() personId!: string;
  @Clock() arrives!: string;
  @IsOptional() @Clock() leaves?: string;
}

/** The presenter's word on one prep task of an item: who does it, and when it begins (seconds from curtain-up). */
export class TaskChoice {
  @Id() taskId!: string;
  @IsOptional() @Id() personId?: string;
  @IsOptional() @IsInt() @Min(-86_400) @Max(86_400) startS?: number;
  /** Begun on stage, by whoever is on, as part of this earlier item. */
  @IsOptional() @Id() inItemId?: string;
}

/** The value an item plays one of its demo's parameters at. */
export class Setting {
  @Id() parameterId!: string;
  @IsNumber() @Min(1e-6) @Max(1e6) value!: number;
}

/** Something that must not happen before or after a time of day, such as a bang after 19:30. */
export class Ban {
  @IsIn(HAZARDS) hazard!: Hazard;
  @IsOptional() @Clock() before?: string;
  @IsOptional() @Clock() after?: string;
}

/** Kit brought on top of what is on the shelf: borrowed, hired or bought for this show. */
export class ExtraKit {
  @Id() goodId!: string;
  @Whole(1, 999) count!: number;
}

/** One entry of the running order. Without `timing` the log's or the demo's own times are used. */
export class Item {
  @Id() id!: string;
  @IsIn(ITEM_KINDS) kind!: ItemKind;
  @Title() title!: string;
  @IsOptional() @Id() demoId?: string;
  @IsOptional() @One(() => Timing) timing?: Timing;
  @Whole(1, 20) showings!: number;
  @Whole(0, 20) retries!: number;
  @IsOptional() @Id() presenterId?: string;
  @Ids(100) helperIds!: string[];
  /** What leaving it out would cost, 1 to 5; absent: it may not be cut. */
  @IsOptional() @Whole(1, 5) worth?: number;
  /** Keeps its place when an order is proposed. */
  @IsOptional() @IsBoolean() pinned?: boolean;
  /** Has to begin at this time of day. */
  @IsOptional() @Clock() at?: string;
  @IsOptional() @Id() variantId?: string;
  @IsOptional() @Many(() => Setting, 20) settings?: Setting[];
  @IsOptional() @Many(() => TaskChoice, 50) tasks?: TaskChoice[];
  /** Who does the reset, where the presenter has said so. */
  @IsOptional() @Id() resetBy?: string;
  /** The earlier item in which this demo's set-up steps are done. */
  @IsOptional() @Id() setUpIn?: string;
}

/** A planned performance. Times of day are those of the venue. */
export class Show {
  @Id() id!: string;
  @Title() title!: string;
  @Id() venueId!: string;
  @Matches(/^\d{4}-\d{2}-\d{2}$/, { message: 'must be a date such as 2026-12-12' })
  @IsISO8601({ strict: true }, { message: 'must be a date that exists' })
  date!: string;
  @Clock() getIn!: string;
  @Clock() doors!: string;
  @Clock() curtainUp!: string;
  @Whole(1, 720) slotMin!: number;
  @Whole(0, 100_000) heads!: number;
  @Many(() => CrewPlace, 20) crew!: CrewPlace[];
  @Many(() => Item, 300) items!: Item[];
  @Text() notes!: string;
  /** When everyone has to be out; absent: nobody said. */
  @IsOptional() @Clock() hardEnd?: string;
  @IsOptional() @Many(() => Ban, 20) bans?: Ban[];
  @IsOptional() @Many(() => ExtraKit, 100) extraKit?: ExtraKit[];
  /** Stations the audience works at, for what is needed at each; absent: one. */
  @IsOptional() @Whole(1, 500) audienceStations?: number;
  /** Odds of running out, in %, that packing accepts; absent: 5. */
  @IsOptional() @IsNumber() @Min(0.1) @Max(50) runOutPct?: number;
  @IsOptional() @Many(() => ColdPlan, 2) cold?: ColdPlan[];
}

/** What the log says of a demo: attempts by outcome (rehearsals left out), and whole seconds of clean plays. */
export class DemoRecord {
  @Id() demoId!: string;
  @Whole(0, 1e6) worked!: number;
  @Whole(0, 1e6) partly!: number;
  @Whole(0, 1e6) failed!: number;
  @IsArray()
  @ArrayMaxSize(20_000)
  @IsInt({ each: true })
  @Min(0, { each: true })
  @Max(86_400, { each: true })
  playsS!: number[];
  @IsOptional() @Seconds(4e9) lastAtS?: number;
}

/** Something to do before the next time, hung on a demo, the show or the venue by a debrief, and still open. */
export class OpenAction {
  @Id() id!: string;
  @Title() text!: string;
  @IsIn(['demo', 'show', 'venue']) on!: 'demo' | 'show' | 'venue';
  @Id() onId!: string;
}

export const SHOW_FORMAT = 'hearty-stage/show';
export const SHOW_VERSION = 1;

/** One document with everything a plan needs. The input of `plan`, of the command line, and of import and export. */
export class ShowFile {
  @Equals(SHOW_FORMAT, { message: `must be "${SHOW_FORMAT}"` }) format!: typeof SHOW_FORMAT;
  @Equals(SHOW_VERSION, { message: `must be ${SHOW_VERSION}, the only version this program knows` })
  version!: typeof SHOW_VERSION;
  @One(() => Show) show!: Show;
  @Many(() => Demo) demos!: Demo[];
  @One(() => Venue) venue!: Venue;
  @Many(() => Person, 100) crew!: Person[];
  @Many(() => Good, 2000) stock!: Good[];
  @Many(() => DemoRecord) record!: DemoRecord[];
  @IsOptional() @Many(() => OpenAction) actions?: OpenAction[];
}
