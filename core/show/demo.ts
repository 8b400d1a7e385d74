import { IsBoolean, IsIn, IsNumber, IsOptional, IsString, Max, MaxLength, Min } from 'class-validator';
import { Id, Ids, Lines, Many, One, Seconds, Some, Text, Title, Whole } from '../fields';

export const TOPICS = [
  'air pressure',
  'combustion',
  'cold',
  'gases from reactions',
  'foam',
  'electricity',
  'magnetism',
  'rotation',
  'balance',
  'sound',
] as const;
export type Topic = (typeof TOPICS)[number];

export const HAZARDS = [
  'flame',
  'flammable vapour',
  'hot',
  'cryogen',
  'asphyxiant gas',
  'oxidiser',
  'corrosive',
  'pressure',
  'projectile',
  'noise',
  'high voltage',
  'strong magnet',
  'spinning person',
  'broken glass',
  'slippery floor',
  'allergen',
  'flashing light',
  'darkness',
] as const;
export type Hazard = (typeof HAZARDS)[number];

export const STATIONS = ['front bench', 'side trolley', 'floor front', 'outdoor pad'] as const;
export type Station = (typeof STATIONS)[number];

export const SKILLS = ['flame', 'cryogen', 'high voltage', 'corrosives', 'pressure'] as const;
export type Skill = (typeof SKILLS)[number];

export const STEP_KINDS = ['say', 'do', 'ask', 'shout', 'wait for', 'timed wait'] as const;
export type StepKind = (typeof STEP_KINDS)[number];

export const NEED_RULES = [
  'attempt',
  'showing',
  'show',
  'volunteer',
  'head',
  'station',
  'minute',
  'ladder',
  'whatever is left',
] as const;
export type NeedRule = (typeof NEED_RULES)[number];

/** A length of time as three guesses, in whole seconds: bestS ≤ likelyS ≤ worstS. */
export class Timing {
  @Seconds() bestS!: number;
  @Seconds() likelyS!: number;
  @Seconds() worstS!: number;
}

/** A window counted from a step ("turn it between 75 and 90 s after the first steam"), in seconds. */
export class StepTimer {
  @Title() label!: string;
  @Seconds() fromS!: number;
  @Seconds() toS!: number;
}

/** One thing done in a demo. Its three times are whole seconds. */
export class Step extends Timing {
  @Id() id!: string;
  @IsIn(STEP_KINDS) kind!: StepKind;
  @Title() text!: string;
  /** Belongs to setting up in view: an item may have these steps done in an earlier item of their own. */
  @IsOptional() @IsBoolean() setUp?: boolean;
  @IsOptional() @One(() => StepTimer) timer?: StepTimer;
}

/** Who may do a task: anyone, one person by their id, or whoever has the named role or skill. */
export class Who {
  @IsIn(['anyone', 'person', 'role', 'skill']) kind!: 'anyone' | 'person' | 'role' | 'skill';
  @IsOptional() @IsString() @MaxLength(60) value?: string;
}

/**
 * Work behind the scenes for an item: hands-on seconds, then standing seconds until it is ready;
 * it stays usable until `staleAfterS` seconds after the hands left it (absent: it keeps).
 */
export class PrepTask {
  @Id() id!: string;
  @Title() title!: string;
  @Seconds() handsOnS!: number;
  @One(() => Who) who!: Who;
  @Seconds() readyAfterS!: number;
  @IsOptional() @Seconds() staleAfterS?: number;
  @IsBoolean() beforeDoors!: boolean;
  @IsOptional() @Id() afterTaskId?: string;
  /** Can only be done once the curtain is up. */
  @IsOptional() @IsBoolean() inShow?: boolean;
  /** The station it is done at; from the task's start until the item that station is taken. */
  @IsOptional() @IsIn(STATIONS) station?: Station;
  /** Kit of the demo that is in use from this task on, such as the vessel that stands. Ids of goods. */
  @IsOptional()
  @Ids(100)
  holds?: string[];
  /** What in it may be forbidden at some hours (a flame before doors). */
  @IsOptional() @Some(HAZARDS, 'hazards') hazards?: Hazard[];
}

/** What makes the station safe and clear again after the item. In view, it is stage time. */
export class Reset {
  @Title() title!: string;
  @Seconds() handsOnS!: number;
  @One(() => Who) who!: Who;
  @IsBoolean() inView!: boolean;
}

/** Kit in use during the demo: how many at once, and seconds before the next use (dry, cool, wipe). */
export class KitNeed {
  @Id() goodId!: string;
  @Whole(1, 999) count!: number;
  @Seconds() turnRoundS!: number;
}

/**
 * What is used up: an amount in the good's base unit by a rule, and waste in %. "ladder" is 1 + 2 + … + `levels` times
 * the amount, for each showing; "whatever is left" takes what the other demos leave, and wants at least the amount.
 */
export class ConsumableNeed {
  @Id() goodId!: string;
  @IsNumber() @Min(0) @Max(1e6) amount!: number;
  @IsIn(NEED_RULES) per!: NeedRule;
  @IsNumber() @Min(0) @Max(200) wastePct!: number;
  /** The amount grows in proportion to this parameter of the demo; as written it holds for the usual value. */
  @IsOptional() @Id() scalesWith?: string;
  @IsOptional() @Whole(1, 100) levels?: number;
}

/** A quantity of the demo one may set for an item ("bottle, 1.5 L"), with its usual value and its limits. */
export class Parameter {
  @Id() id!: string;
  @Title() title!: string;
  @IsString() @MaxLength(12) unit!: string;
  @IsNumber() @Min(1e-6) @Max(1e6) usual!: number;
  @IsNumber() @Min(1e-6) @Max(1e6) min!: number;
  @IsNumber() @Min(1e-6) @Max(1e6) max!: number;
}

/** One amount that a variant uses instead of the demo's own, in the good's base unit. */
export class VariantAmount {
  @Id() goodId!: string;
  @IsNumber() @Min(0) @Max(1e6) amount!: number;
}

/** The same demo in another strength or size: its own amounts and PPE, and hazards on top of the demo's. */
export class Variant {
  @Id() id!: string;
  @Title() title!: string;
  @Many(() => VariantAmount, 50) amounts!: VariantAmount[];
  @Lines(50, 200) ppe!: string[];
  @Some(HAZARDS, 'hazards') hazards!: Hazard[];
  @Lines(50, 400) cautions!: string[];
}

export class Cause {
  @Title() cause!: string;
  @Text(400) quickTest!: string;
  @Text(400) cure!: string;
}

/** A known fault: what one sees, and what is likely behind it. */
export class Fault {
  @Title() symptom!: string;
  @Many(() => Cause, 20) causes!: Cause[];
}

/** Something that must hold before doors: answered yes or no, or measured against limits. */
export class Condition {
  @Id() id!: string;
  @Title() what!: string;
  @IsIn(['yes-no', 'measured']) kind!: 'yes-no' | 'measured';
  @IsOptional() @IsString() @MaxLength(12) unit?: string;
  @IsOptional() @IsNumber() @Min(-1e6) @Max(1e6) min?: number;
  @IsOptional() @IsNumber() @Min(-1e6) @Max(1e6) max?: number;
  @IsBoolean() must!: boolean;
}

/** A demonstration kept in the library. */
export class Demo {
  @Id() id!: string;
  @Title() title!: string;
  @IsIn(TOPICS) topic!: Topic;
  @Text() shows!: string;
  @Text() teaches!: string;
  @IsIn(STATIONS) station!: Station;
  @Many(() => Step, 100) steps!: Step[];
  /** Seconds of a further showing, of a retry, and of the cover line when it fails for good. */
  @Seconds() furtherS!: number;
  @Seconds() retryS!: number;
  @Seconds() coverS!: number;
  @Text(400) coverLine!: string;
  @Whole(1, 20) showings!: number;
  @Whole(0, 20) retries!: number;
  /** How many people besides the presenter are on stage, and how many volunteers from the audience. */
  @Whole(0, 5) helpers!: number;
  @Whole(0, 50) volunteers!: number;
  @Some(SKILLS, 'skills') skills!: Skill[];
  @Many(() => PrepTask, 50) prep!: PrepTask[];
  @IsOptional() @One(() => Reset) reset?: Reset;
  @Many(() => KitNeed, 100) kit!: KitNeed[];
  @Many(() => ConsumableNeed, 100) consumables!: ConsumableNeed[];
  @Some(HAZARDS, 'hazards') hazards!: Hazard[];
  @Lines(50, 400) cautions!: string[];
  @Lines(50, 200) ppe!: string[];
  @Many(() => Fault, 50) faults!: Fault[];
  @Many(() => Condition, 50) conditions!: Condition[];
  /** The presenter's own guess of how often it works, 0 to 1; worth two tries until the log knows better. */
  @IsNumber() @Min(0.01) @Max(0.99) guessOdds!: number;
  @Whole(1, 5) intensity!: number;
  @IsOptional() @Many(() => Parameter, 20) parameters?: Parameter[];
  @IsOptional() @Many(() => Variant, 20) variants?: Variant[];
  /** What goes on instead if this demo is a no-go. */
  @IsOptional() @Id() standByDemoId?: string;
}
