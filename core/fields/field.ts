/** How a field is called and explained, whatever it holds. */
export interface Said {
  label: string;
  /** A sentence for whoever fills it in for the first time. */
  help?: string;
  /** What it means when it is left empty, in a word or two: "keeps", "its turn". */
  empty?: string;
}

/** Either the label alone, or all of it. */
export type Says<More extends object = object> = string | (Said & More);

interface Between {
  min: number;
  max: number;
}
/** The unit a number is kept in, as it is written behind the label. */
interface WithUnit {
  unit?: string;
}
interface WithWords {
  /** How a choice is said, where that is not the choice itself. */
  words?: Readonly<Record<string, string>>;
}

/**
 * What a field may hold. One declaration serves the document's class, the form, the command line, CSV and the schema.
 * Numbers stand in the unit that is named; temperatures in °C; lengths of time in whole seconds; odds from 0 to 1; amounts in the base unit
 * of their good; times of day as "14:05", to 36:00 unless they end with the day; days as "2026-12-12".
 */
export type Holds =
  | { as: 'text'; least: number; most: number; long: boolean; secret?: true }
  | { as: 'lines'; most: number; longest: number }
  | ({ as: 'number'; whole: boolean } & Between & WithUnit)
  | ({ as: 'temperature' } & Between)
  | ({ as: 'odds' } & Between)
  | ({ as: 'duration' } & Between)
  | ({ as: 'amount' } & Between)
  | { as: 'clock'; toS: number }
  | { as: 'day' }
  | ({ as: 'choice'; of: readonly string[] } & WithWords)
  | ({ as: 'choices'; of: readonly string[] } & WithWords)
  | { as: 'yes-no' }
  /** Other documents by their ids; what there is to choose from, the screen knows. */
  | { as: 'document' }
  | { as: 'documents'; most: number };

/** A field as it is declared; `optional` where it may be left out. */
export type Field = Said & Holds & { optional?: boolean };
export type FieldOf<As extends Field['as']> = Extract<Field, { as: As }>;

const described = <More extends object>(says: Says<More>): Said & Partial<More> =>
  typeof says === 'string' ? ({ label: says } as Said & Partial<More>) : says;

/** The longest name; what is longer is text. */
export const MOST_TITLE = 160;
/** The most that a text of several lines holds. */
export const MOST_TEXT = 4000;
const DAY_S = 86_400;

/** A one-line name that is not empty. */
export const title = (says: Says): FieldOf<'text'> => ({
  ...described(says),
  as: 'text',
  least: 1,
  most: MOST_TITLE,
  long: false,
});

/** A line that nobody looking over a shoulder should read. */
export const secret = (most: number, says: Says): FieldOf<'text'> => ({
  ...title(says),
  most,
  secret: true,
});

/** Text that may be empty; in several lines where it may be long. */
export const text = (most: number, says: Says): FieldOf<'text'> => ({
  ...described(says),
  as: 'text',
  least: 0,
  most,
  long: most > MOST_TITLE,
});

/** Short texts, each a line of its own. */
export const lines = (most: number, longest: number, says: Says): FieldOf<'lines'> => ({
  ...described(says),
  as: 'lines',
  most,
  longest,
});

/** A number between two bounds. */
export const figure = (min: number, max: number, says: Says<WithUnit>): FieldOf<'number'> => ({
  ...described(says),
  as: 'number',
  whole: false,
  min,
  max,
});

/** A whole number between two bounds. */
export const whole = (min: number, max: number, says: Says<WithUnit>): FieldOf<'number'> => ({
  ...figure(min, max, says),
  whole: true,
});

/** A temperature in °C, which may be typed in °F. */
export const temperature = (min: number, max: number, says: Says): FieldOf<'temperature'> => ({
  ...described(says),
  as: 'temperature',
  min,
  max,
});

/** Odds as they are said, "7 in 10", kept from 0 to 1. */
export const odds = (says: Says): FieldOf<'odds'> => ({
  ...described(says),
  as: 'odds',
  min: 0.01,
  max: 0.99,
});

/** A length of time in whole seconds, to one day unless said otherwise. */
export const duration = (says: Says, max = DAY_S): FieldOf<'duration'> => ({
  ...described(says),
  as: 'duration',
  min: 0,
  max,
});

/** An amount in the base unit of its good. */
export const amount = (min: number, max: number, says: Says): FieldOf<'amount'> => ({
  ...described(says),
  as: 'amount',
  min,
  max,
});

/** A time of day, "14:05", to 36:00: "24:45" is in the night after. */
export const clock = (says: Says): FieldOf<'clock'> => ({ ...described(says), as: 'clock', toS: 36 * 3600 });

/** A time of day that stands beside a date of its own, before 24:00. */
export const dayClock = (says: Says): FieldOf<'clock'> => ({
  ...described(says),
  as: 'clock',
  toS: DAY_S - 60,
});

/** A day of the calendar, "2026-12-12". */
export const day = (says: Says): FieldOf<'day'> => ({ ...described(says), as: 'day' });

/** One of a few words. */
export const choice = (words: readonly string[], says: Says<WithWords>): FieldOf<'choice'> => ({
  ...described(says),
  as: 'choice',
  of: words,
});

/** Some of a few words. */
export const choices = (words: readonly string[], says: Says<WithWords>): FieldOf<'choices'> => ({
  ...described(says),
  as: 'choices',
  of: words,
});

export const yesNo = (says: Says): FieldOf<'yes-no'> => ({ ...described(says), as: 'yes-no' });

export const document = (says: Says): FieldOf<'document'> => ({ ...described(says), as: 'document' });

export const documents = (most: number, says: Says): FieldOf<'documents'> => ({
  ...described(says),
  as: 'documents',
  most,
});

/** The label with the unit behind it: "Ceiling, m". */
export const labelOf = (field: Field): string =>
  field.as === 'number' && field.unit
    ? `${field.label}, ${field.unit}`
    : field.as === 'temperature'
      ? `${field.label}, °C`
      : field.label;
