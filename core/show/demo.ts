import { ArrayMaxSize, IsArray, IsInt, IsOptional, Max, Min } from 'class-validator';
import {
  Amount,
  Choice,
  Figure,
  Id,
  Lines,
  Many,
  MOST_TEXT,
  Odds,
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
import { MOST_PICTURES, Picture } from './picture';

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
  'other',
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

export const MARK_KINDS = ['bench', 'trolley', 'floor', 'pad', 'wing'] as const;
export type MarkKind = (typeof MARK_KINDS)[number];

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
  'whatever is left',
] as const;
export type NeedRule = (typeof NEED_RULES)[number];

/** What stands behind "per" for each rule of need. */
export const PER_WORDS: Record<NeedRule, string> = {
  attempt: 'attempt',
  showing: 'showing',
  show: 'show',
  volunteer: 'volunteer',
  head: 'person in the audience',
  station: 'audience station',
  minute: 'minute on stage',
  'whatever is left': 'show, and whatever is left',
};

/** A length of time as three guesses, in whole seconds: bestS ≤ likelyS ≤ worstS. */
export class Timing {
  @Seconds('Best') bestS!: number;
  @Seconds('Likely') likelyS!: number;
  @Seconds('Worst') worstS!: number;
}

/** A window counted from a step ("turn it between 75 and 90 s after the first steam"), in seconds. */
export class StepTimer {
  @Title('Window counted') label!: string;
  @Seconds('From') fromS!: number;
  @Seconds('To') toS!: number;
}

/** Who follows the show by cues. */
export const CUE_ROLES = ['sound', 'lights', 'camera'] as const;
export type CueRole = (typeof CUE_ROLES)[number];

/** Which showings of an item a step belongs to; the only one is the first and the last. */
export const STEP_SHOWINGS = ['first', 'further', 'last'] as const;

/** Who does a step where it is not the presenter. */
export const STEP_HANDS = ['helper', 'volunteer', 'guest'] as const;
export type StepHands = (typeof STEP_HANDS)[number];

/** One thing done in a demo. Its three times are whole seconds, for the usual value of what it grows with. */
export class Step extends Timing {
  @Id() id!: string;
  @Choice(STEP_KINDS, 'Kind') kind!: StepKind;
  @Title('What is said or done') text!: string;
  /** A guest or a volunteer does it under the eye of the crew. */
  @IsOptional()
  @Choice(STEP_HANDS, {
    label: 'Done by',
    words: {
      helper: 'a helper',
      volunteer: 'a volunteer',
      guest: 'a guest',
    },
    empty: 'the presenter',
  })
  by?: StepHands;
  /** Belongs to setting up in view: an item may have these steps done in an earlier item of their own. */
  @IsOptional() @YesNo('Part of setting up: may be split off into an earlier item') setUp?: boolean;
  @IsOptional() @One(() => StepTimer) timer?: StepTimer;
  @IsOptional()
  @Choice(STEP_SHOWINGS, {
    label: 'Belongs to',
    words: { first: 'the first showing', further: 'each further showing', last: 'the last showing' },
    empty: 'every showing',
  })
  showing?: (typeof STEP_SHOWINGS)[number];
  /** Its times grow in proportion to this parameter of the demo. */
  @IsOptional() @Ref({ label: 'Takes longer with', empty: 'nothing' }) growsWith?: string;
  /** The show does not go on without it: "earth the dome". */
  @IsOptional() @YesNo('Interlock: never left out, never out of order') interlock?: boolean;
  /** What the audience guesses before it is seen; it is kept beside the result. */
  @IsOptional()
  @Choice(['number', 'choice'], {
    label: 'The audience guesses',
    words: { number: 'a number', choice: 'one of these' },
    empty: 'nothing',
  })
  guess?: 'number' | 'choice';
  @IsOptional() @Lines(8, 60, 'To choose from') guessFrom?: string[];
  @IsOptional() @Text(12, 'Unit of the guess') guessUnit?: string;
  /** What somebody behind the scenes does at it: "all lights out". */
  @IsOptional() @Choice(CUE_ROLES, { label: 'Cue for', empty: 'nobody' }) cueFor?: CueRole;
  @IsOptional() @Text(120, 'Cue') cue?: string;
}

/** Who may do a task: anyone, one person by their id, or whoever has the named role or skill. */
export class Who {
  @Choice(['anyone', 'person', 'role', 'skill'], 'Who may') kind!: 'anyone' | 'person' | 'role' | 'skill';
  @IsOptional() @Text(60, 'Which') value?: string;
}

/** What a prep task is done for each of; an attempt is a showing or a retry. */
export const TASK_RULES = ['showing', 'attempt', 'volunteer', 'head'] as const;

/**
 * Work behind the scenes for an item: hands-on seconds, then standing seconds until it is ready;
 * it stays usable until `staleAfterS` seconds after the hands left it (absent: it keeps). Done for each of several, it
 * takes `handsOnS` for the first and `furtherS` for every other.
 */
export class PrepTask {
  @Id() id!: string;
  @Title('Task') title!: string;
  @Seconds('Hands on') handsOnS!: number;
  @One(() => Who) who!: Who;
  @Seconds('Ready after') readyAfterS!: number;
  @IsOptional() @Seconds({ label: 'Stale after', empty: 'it keeps' }) staleAfterS?: number;
  @YesNo('Before doors') beforeDoors!: boolean;
  @IsOptional() @Ref({ label: 'Follows', empty: 'nothing' }) afterTaskId?: string;
  /** Can only be done once the curtain is up. */
  @IsOptional() @YesNo('Only in the show') inShow?: boolean;
  @IsOptional()
  @Choice(TASK_RULES, {
    label: 'Done for each',
    words: { attempt: 'showing and retry', head: 'person in the audience' },
    empty: 'once',
  })
  per?: (typeof TASK_RULES)[number];
  @IsOptional() @Seconds({ label: 'Each further one', empty: 'as long as the first' }) furtherS?: number;
  /** Hands and standing grow in proportion to this parameter of the demo. */
  @IsOptional() @Ref({ label: 'Takes longer with', empty: 'nothing' }) growsWith?: string;
  /** The kind of mark it is done at; from the task's start until the item it takes one spot there. */
  @IsOptional() @Choice(MARK_KINDS, { label: 'Takes a mark', empty: 'none' }) mark?: MarkKind;
  /** Kit of the demo that is in use from this task on, such as the vessel that stands. Ids of goods. */
  @IsOptional() @Refs(100, 'Keeps in use') holds?: string[];
  /** The vessel that this task fills: what is chilled in it comes after, whichever demo it is for. A good's id. */
  @IsOptional() @Ref({ label: 'Fills', empty: 'nothing' }) fills?: string;
  /** The vessel in which this task chills something. A good's id. */
  @IsOptional() @Ref({ label: 'Chilled in', empty: 'nothing' }) chilledIn?: string;
  /** What in it may be forbidden at some hours (a flame before doors). */
  @IsOptional() @Some(HAZARDS, 'Hazards in it') hazards?: Hazard[];
}

/** What makes the mark safe and clear again after the item. In view, it is stage time. */
export class Reset {
  @Title('What makes it safe and clear') title!: string;
  @Seconds('Hands on') handsOnS!: number;
  @One(() => Who) who!: Who;
  @YesNo('In view') inView!: boolean;
}

/** What kit is needed once for each of. */
export const KIT_RULES = ['volunteer', 'helper'] as const;

/**
 * Kit in use during the demo: how many at once, and seconds before the next use (dry, cool, wipe). Of a vessel with
 * places, `places` of them with `contents` in it, instead of whole pieces.
 */
export class KitNeed {
  @Ref('Kit') goodId!: string;
  @Whole(1, 999, 'How many') count!: number;
  @Seconds('Before the next use') turnRoundS!: number;
  @IsOptional() @Choice(KIT_RULES, { label: 'For each', empty: 'the demo' }) per?: (typeof KIT_RULES)[number];
  @IsOptional() @Whole(1, 999, { label: 'Places in it', empty: 'all of it' }) places?: number;
  @IsOptional() @Text(60, { label: 'With what in it', empty: 'whatever is in it' }) contents?: string;
}

export const WEARERS = ['presenter', 'helper', 'volunteer', 'guest', 'front row'] as const;
export type Wearer = (typeof WEARERS)[number];

/** Something worn in a demo, by whom, and from which step to which: a good of the stores, or else in words. */
export class Worn {
  @IsOptional() @Ref({ label: 'What is worn', empty: 'in words' }) goodId?: string;
  @IsOptional() @Text(160, { label: 'In words', empty: 'the item’s name' }) what?: string;
  @Choice(WEARERS, {
    label: 'By',
    words: {
      helper: 'each helper',
      volunteer: 'each volunteer',
      guest: 'the guest',
      presenter: 'the presenter',
      'front row': 'the front row',
    },
  })
  by!: Wearer;
  @IsOptional() @Ref({ label: 'From', empty: 'the beginning' }) fromStepId?: string;
  @IsOptional() @Ref({ label: 'Until', empty: 'the end' }) toStepId?: string;
}

/**
 * What is used up: an amount in the good's base unit by a rule, and waste in %. "whatever is left" takes what the other
 * demos leave, and wants at least the amount.
 */
export class ConsumableNeed {
  @Ref('Consumable') goodId!: string;
  @Amount(0, 1e6, 'Amount') amount!: number;
  @Choice(NEED_RULES, { label: 'Per', words: PER_WORDS }) per!: NeedRule;
  @Figure(0, 200, { label: 'Waste', unit: '%' }) wastePct!: number;
  /** The amount grows in proportion to this parameter of the demo; as written it holds for the usual value. */
  @IsOptional() @Ref({ label: 'Grows with', empty: 'nothing' }) scalesWith?: string;
}

/**
 * What can be set for an item: a quantity ("bottle, 1.5 L") with its usual value and its limits, or one of a few names
 * (copper, brass, lead), the first of which is the usual one.
 */
export class Parameter {
  @Id() id!: string;
  @Title('Parameter') title!: string;
  @IsOptional() @Lines(50, 60, { label: 'Names to choose from', empty: 'it is a number' }) names?: string[];
  @IsOptional() @Text(12, 'Unit') unit?: string;
  @IsOptional() @Figure(1e-6, 1e6, 'Usually') usual?: number;
  @IsOptional() @Figure(1e-6, 1e6, 'At least') min?: number;
  @IsOptional() @Figure(1e-6, 1e6, 'At most') max?: number;
}

/**
 * What one input of a bench stands at in a demo: a number, a word, some numbers, or what a parameter of the demo is
 * played at. An input that is not named is the venue's or the stores' where they know it, else as the bench begins.
 */
export class BenchInput {
  @Title('Input') name!: string;
  @IsOptional() @Figure(-1e6, 1e6, 'Stands at') value?: number;
  @IsOptional() @Text(60, 'Is') word?: string;
  @IsOptional() @Lines(20, 20, 'Stand at') numbers?: string[];
  @IsOptional() @Ref({ label: 'Goes with', empty: 'no parameter' }) parameterId?: string;
}

/** An amount of a consumable that a bench works out: what goes into it or comes out of it, by its name there. */
export class BenchAmount {
  @Ref('Consumable') goodId!: string;
  @Title('Amount from') figure!: string;
}

/** A task that stands for as long as a bench works out, by the name of the result there. */
export class BenchTime {
  @Ref('Task') taskId!: string;
  @Title('Is ready after') figure!: string;
}

/** A bench that a demo holds, with what it stands at, and what it gives to the demo. */
export class DemoBench {
  @Id() id!: string;
  @Ref('Bench') benchId!: string;
  @Many(() => BenchInput, 20) inputs!: BenchInput[];
  /** Taken in place of the amounts that stand in the demo. */
  @Many(() => BenchAmount, 20) amounts!: BenchAmount[];
  /** Taken in place of the times after which those tasks are ready. */
  @IsOptional() @Many(() => BenchTime, 20) times?: BenchTime[];
  @YesNo('Its limits are checked before doors') limits!: boolean;
  /** Which of its results the demo's reading measures, by its name there. */
  @IsOptional() @Ref({ label: 'What is measured is its', empty: 'nothing of it' }) foretells?: string;
}

/** One amount that a variant uses instead of the demo's own, in the good's base unit. */
export class VariantAmount {
  @Ref('Consumable') goodId!: string;
  @Amount(0, 1e6, 'Amount') amount!: number;
}

/**
 * The same demo in another strength or size. What it has of its own (amounts, and whole lists of steps, preparation, kit,
 * consumables, what is worn and benches) takes the place of the demo's; its hazards and cautions come on top.
 */
export class Variant {
  @Id() id!: string;
  @Title('Variant') title!: string;
  @Many(() => VariantAmount, 50) amounts!: VariantAmount[];
  @IsOptional() @Many(() => Step, 100) steps?: Step[];
  @IsOptional() @Many(() => PrepTask, 50) prep?: PrepTask[];
  @IsOptional() @Many(() => KitNeed, 100) kit?: KitNeed[];
  @IsOptional() @Many(() => ConsumableNeed, 100) consumables?: ConsumableNeed[];
  @IsOptional() @Many(() => Worn, 50) worn?: Worn[];
  @IsOptional() @Many(() => DemoBench, 10) benches?: DemoBench[];
  @IsOptional() @Seconds({ label: 'Showing it again', empty: 'as the demo' }) furtherS?: number;
  @IsOptional() @Seconds({ label: 'A retry', empty: 'as the demo' }) retryS?: number;
  @Some(HAZARDS, 'More hazards') hazards!: Hazard[];
  @Lines(50, 400, 'Its own cautions') cautions!: string[];
}

export class Cause {
  @Title('Likely cause') cause!: string;
  @Text(400, 'Quick test') quickTest!: string;
  @Text(400, 'Cure') cure!: string;
}

/** A known fault: the symptom, and what is likely behind it. */
export class Fault {
  @Title('Symptom') symptom!: string;
  @Many(() => Cause, 20) causes!: Cause[];
}

/** Something that must hold before doors: answered yes or no, tried out, or measured against limits. */
export class Condition {
  @Id() id!: string;
  @Title('What must hold') what!: string;
  @Choice(['yes-no', 'tested', 'measured'], 'Kind') kind!: 'yes-no' | 'tested' | 'measured';
  @IsOptional() @Text(12, 'Unit') unit?: string;
  @IsOptional() @Figure(-1e6, 1e6, 'At least') min?: number;
  @IsOptional() @Figure(-1e6, 1e6, 'At most') max?: number;
  @YesNo('No show without it') must!: boolean;
  /** Seconds after which it must be checked again. */
  @IsOptional() @Seconds({ label: 'Holds for', empty: 'until the end' }) holdsS?: number;
}

/** What is measured after an attempt: a number with its unit and range, or one of a few words. */
export class Reading {
  @Title('What is measured') title!: string;
  @Choice(['number', 'choice'], 'Kind') kind!: 'number' | 'choice';
  @IsOptional() @Text(12, 'Unit') unit?: string;
  @IsOptional() @Figure(-1e6, 1e6, 'From') min?: number;
  @IsOptional() @Figure(-1e6, 1e6, 'To') max?: number;
  @IsOptional() @Lines(20, 40, 'Words to choose from') words?: string[];
  /** Which readings a trial looks for. */
  @IsOptional() @Choice(['more', 'less'], { label: 'Better is', empty: 'more' }) better?: 'more' | 'less';
}

export const GASES = ['carbon dioxide', 'nitrogen', 'oxygen', 'hydrogen', 'helium', 'smoke'] as const;
export type Gas = (typeof GASES)[number];

/** Gas that a demo gives off, in litres at room temperature, besides what its cryogens become. */
export class GasOff {
  @Choice(GASES, 'Gas') gas!: Gas;
  @Figure(0.001, 1e6, { label: 'How much', unit: 'L' }) litres!: number;
  @Choice(['attempt', 'minute', 'show'], 'Per') per!: 'attempt' | 'minute' | 'show';
}

/** Who is asked not to volunteer. Asked on stage, never recorded. */
export const NOT_FOR = [
  'heart device',
  'recent surgery',
  'loose hair or sleeves',
  'latex allergy',
  'epilepsy',
  'pregnancy',
  'contact lenses',
] as const;
export type NotFor = (typeof NOT_FOR)[number];

/** What a demo needs of the room it is played in. */
export const ROOM_NEEDS = [
  'darkness',
  'running water',
  'a sink',
  'good ventilation',
  'smoke detector isolated',
  'still air',
  'outdoors',
] as const;
export type RoomNeed = (typeof ROOM_NEEDS)[number];

/** A demonstration kept in the library. */
export class Demo {
  @Id() id!: string;
  @Title('Title') title!: string;
  @Choice(TOPICS, 'Topic') topic!: Topic;
  @Text(MOST_TEXT, 'What the audience sees') shows!: string;
  @Text(MOST_TEXT, 'What it teaches') teaches!: string;
  /** The kind of mark it stands on, and how many of its spots it takes. */
  @Choice(MARK_KINDS, 'Where it is shown') mark!: MarkKind;
  @IsOptional() @Whole(1, 20, { label: 'Spots it takes', empty: 'all of them' }) spots?: number;
  @IsOptional() @YesNo('Needs a socket') socket?: boolean;
  @Many(() => Step, 100) steps!: Step[];
  /** Seconds of a further showing (absent: as its steps take), of a retry, and of what is said when it fails for good. */
  @IsOptional() @Seconds({ label: 'Showing it again', empty: 'as its steps take' }) furtherS?: number;
  @Seconds('A retry') retryS!: number;
  @Seconds('Time to say that') coverS!: number;
  @Text(400, 'What you say if it fails in the end') coverLine!: string;
  @Whole(1, 20, 'Showings') showings!: number;
  @Whole(0, 20, 'Retries allowed') retries!: number;
  /** How many people besides the presenter are on stage, and how many volunteers from the audience. */
  @Whole(0, 60, 'Helpers on stage') helpers!: number;
  @Whole(0, 200, 'Volunteers') volunteers!: number;
  /** Others come up for each showing: so many more are asked, and use up what each volunteer does. */
  @IsOptional() @YesNo('Others come up for each showing') volunteersChange?: boolean;
  @Some(SKILLS, 'Skills needed on stage') skills!: Skill[];
  @Many(() => PrepTask, 50) prep!: PrepTask[];
  @IsOptional() @One(() => Reset) reset?: Reset;
  @Many(() => KitNeed, 100) kit!: KitNeed[];
  @Many(() => ConsumableNeed, 100) consumables!: ConsumableNeed[];
  @Some(HAZARDS, 'Hazards') hazards!: Hazard[];
  @Lines(50, 400, 'Cautions') cautions!: string[];
  /** Room in metres that it needs, and how far away the nearest of the audience sits. */
  @IsOptional()
  @Figure(0.1, 500, { label: 'Clear radius', unit: 'm', empty: 'not set' })
  clearM?: number;
  @IsOptional()
  @Figure(0.1, 200, { label: 'Height needed', unit: 'm', empty: 'not set' })
  heightM?: number;
  @IsOptional()
  @Figure(0.1, 500, { label: 'Front row no nearer than', unit: 'm', empty: 'not set' })
  audienceM?: number;
  @IsOptional()
  @Figure(40, 190, { label: 'Peak level', unit: 'dB(C)', empty: 'not measured' })
  peakDB?: number;
  @IsOptional() @Figure(0.1, 100, { label: 'Measured at', unit: 'm', empty: '1 m' }) peakAtM?: number;
  @IsOptional()
  @Figure(0.1, 100_000, { label: 'Electric power', unit: 'W', empty: 'not set' })
  powerW?: number;
  @IsOptional() @Many(() => GasOff, 20) gives?: GasOff[];
  /** Uses up the oxygen of the room. */
  @IsOptional()
  @Figure(0.01, 10_000, { label: 'Fuel burnt per attempt', unit: 'g', empty: 'nothing' })
  burntG?: number;
  @IsOptional()
  @Some(NOT_FOR, { label: 'Not for volunteers with', empty: 'nobody in particular' })
  notFor?: NotFor[];
  @IsOptional() @Some(ROOM_NEEDS, { label: 'Room requirements', empty: 'nothing' }) needs?: RoomNeed[];
  @Many(() => Worn, 50) worn!: Worn[];
  @Many(() => Fault, 50) faults!: Fault[];
  @Many(() => Condition, 50) conditions!: Condition[];
  /** The presenter's own guess of how often it works, 0 to 1; worth two attempts (script/odds.ts). */
  @Odds({
    label: 'Works',
    help: 'Your guess, such as 7 in 10. It counts as two attempts; the log’s own attempts are added to it.',
  })
  guessOdds!: number;
  /** Lengths of plays far from the others that somebody looked at: they count all the same, whole seconds. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(1000)
  @IsInt({ each: true })
  @Min(0, { each: true })
  @Max(86_400, { each: true })
  countsPlaysS?: number[];
  @Whole(1, 5, { label: 'Intensity', help: '1 is quiet, 5 is the bang.' }) intensity!: number;
  @IsOptional() @Many(() => Parameter, 20) parameters?: Parameter[];
  @IsOptional() @Many(() => Variant, 20) variants?: Variant[];
  @IsOptional() @One(() => Reading) reading?: Reading;
  /** What is worked out for it. */
  @IsOptional() @Many(() => DemoBench, 10) benches?: DemoBench[];
  /** How the set-up should look. */
  @IsOptional() @Many(() => Picture, MOST_PICTURES) pictures?: Picture[];
  /** What goes on instead if this demo is a no-go. */
  @IsOptional() @Ref({ label: 'Stand-by demo', empty: 'none' }) standByDemoId?: string;
}
