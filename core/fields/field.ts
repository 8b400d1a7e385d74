/** How a field is called and explained, whatever it holds. */
export interface FieldLabel {
  label: string;
  /** A sentence for whoever fills it in for the first time. */
  help?: string;
  /** What it means when it is left empty, in a word or two: "keeps", "its turn". */
  empty?: string;
}

/** Either the label alone, or all of it. */
export type Labelled<More extends object = object> = string | (FieldLabel & More);

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
  | ({ as: 'choice'; options: readonly string[] } & WithWords)
  | ({ as: 'choices'; options: readonly string[] } & WithWords)
  | { as: 'yes-no' }
  /** Yes or no, or nobody has asked yet. */
  | { as: 'answer' }
  /** Other documents by their ids; what there is to choose from, the screen knows. */
  | { as: 'document' }
  | { as: 'documents'; most: number };

/** A field as it is declared; `optional` where it may be left out. */
export type Field = FieldLabel & Holds & { optional?: boolean };
export type FieldOf<As extends Field['as']> = Extract<Field, { as: As }>;

const described = <More extends object>(label: Labelled<More>): FieldLabel & Partial<More> =>
  typeof label === 'string' ? ({ label } as FieldLabel & Partial<More>) : label;

/** The longest name; what is longer is text. */
export const MOST_TITLE = 160;
/** The most that a text of several lines holds. */
export const MOST_TEXT = 4000;
const DAY_S = 86_400;

/** A one-line name that is not empty. */
export const title = (label: Labelled): FieldOf<'text'> => ({
  ...described(label),
  as: 'text',
  least: 1,
  most: MOST_TITLE,
  long: false,
});

/** A line that nobody looking over a shoulder should read. */
export const secret = (most: number, label: Labelled): FieldOf<'text'> => ({
  ...title(label),
  most,
  secret: true,
});

/** Text that may be empty; in several lines where it may be long. */
export const text = (most: number, label: Labelled): FieldOf<'text'> => ({
  ...described(label),
  as: 'text',
  least: 0,
  most,
  long: most > MOST_TITLE,
});

/** Short texts, each a line of its own. */
export const lines = (most: number, longest: number, label: Labelled): FieldOf<'lines'> => ({
  ...described(label),
  as: 'lines',
  most,
  longest,
});

/** A number between two bounds. */
export const figure = (min: number, max: number, label: Labelled<WithUnit>): FieldOf<'number'> => ({
  ...described(label),
  as: 'number',
  whole: false,
  min,
  max,
});

/** A whole number between two bounds. */
export const whole = (min: number, max: number, label: Labelled<WithUnit>): FieldOf<'number'> => ({
  ...figure(min, max, label),
  whole: true,
});

/** A temperature in °C, which may be typed in °F. */
export const temperature = (min: number, max: number, label: Labelled): FieldOf<'temperature'> => ({
  ...described(label),
  as: 'temperature',
  min,
  max,
});

/** Odds as they are said, "7 in 10", kept from 0 to 1. */
export const odds = (label: Labelled): FieldOf<'odds'> => ({
  ...described(label),
  as: 'odds',
  min: 0.01,
  max: 0.99,
});

/** A length of time in whole seconds, to one day unless said otherwise. */
export const duration = (label: Labelled, max = DAY_S): FieldOf<'duration'> => ({
  ...described(label),
  as: 'duration',
  min: 0,
  max,
});

/** An amount in the base unit of its good. */
export const amount = (min: number, max: number, label: Labelled): FieldOf<'amount'> => ({
  ...described(label),
  as: 'amount',
  min,
  max,
});

/** A time of day, "14:05", to 36:00: "24:45" is in the night after. */
export const clock = (label: Labelled): FieldOf<'clock'> => ({
  ...described(label),
  as: 'clock',
  toS: 36 * 3600,
});

/** A time of day that stands beside a date of its own, before 24:00. */
export const dayClock = (label: Labelled): FieldOf<'clock'> => ({
  ...described(label),
  as: 'clock',
  toS: DAY_S - 60,
});

/** A day of the calendar, "2026-12-12". */
export const day = (label: Labelled): FieldOf<'day'> => ({ ...described(label), as: 'day' });

/** One of a few words. */
export const choice = (words: readonly string[], label: Labelled<WithWords>): FieldOf<'choice'> => ({
  ...described(label),
  as: 'choice',
  options: words,
});

/** Some of a few words. */
export const choices = (words: readonly string[], label: Labelled<WithWords>): FieldOf<'choices'> => ({
  ...described(label),
  as: 'choices',
  options: words,
});

export const yesNo = (label: Labelled): FieldOf<'yes-no'> => ({ ...described(label), as: 'yes-no' });

export const answer = (label: Labelled): FieldOf<'answer'> => ({ ...described(label), as: 'answer' });

export const document = (label: Labelled): FieldOf<'document'> => ({ ...described(label), as: 'document' });

export const documents = (most: number, label: Labelled): FieldOf<'documents'> => ({
  ...described(label),
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
