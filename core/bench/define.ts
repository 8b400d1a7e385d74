import { declare, type Field, type Measure } from '../fields';
import type { BaseUnit } from '../quantities';
import type { CalculatorValue, BenchFinding } from './result';

type FieldOf<As extends Field['as']> = Extract<Field, { as: As }>;

/** What an input holds: a number in the unit of its field, one of its words, or a list of numbers. */
export type Value = CalculatorValue;

/** What the venue (°C, %, kPa, m³, m), a shelf (% of strength) or a demo's vessel (L) knows of what goes into a bench. */
export type Known =
  'roomC' | 'humidityPercent' | 'pressureKPa' | 'roomM3' | 'frontRowM' | 'strengthPercent' | 'capacityL';

interface Start<V extends Value> {
  /** What it is before anybody types. */
  start: V;
}
type NumberInput = FieldOf<'number'> & Start<number> & { known?: Known };
type ChoiceInput<W extends string> = FieldOf<'choice'> & Start<W> & { options: readonly W[] };
type ListInput = FieldOf<'lines'> & Start<readonly number[]> & { min: number; max: number; unit: string };
export type Input = NumberInput | ChoiceInput<string> | ListInput;

/** A number between two bounds, in a unit. */
export const numberInput = (
  label: string,
  unit: string,
  [min, max]: readonly [min: number, max: number],
  start: number,
  help?: string,
): NumberInput => ({ ...declare.figure(min, max, { label, unit, ...(help && { help }) }), start });

/** A number that the venue or a shelf may know: taken from there until somebody says another. */
export const knownInput = (known: Known, input: NumberInput): NumberInput => ({ ...input, known });

/** One of a few words; the first is what it is before anybody chooses. */
export const choiceInput = <W extends string>(
  label: string,
  words: readonly [W, ...W[]],
): ChoiceInput<W> => ({
  ...declare.choice(words, label),
  options: words,
  start: words[0],
});

/** Some numbers, each between two bounds. */
export const listInput = (
  label: string,
  unit: string,
  [min, max]: readonly [min: number, max: number],
  start: readonly number[],
  help?: string,
): ListInput => ({
  ...declare.lines(20, 20, { label: `${label}, ${unit}`, ...(help && { help }) }),
  ...{ unit, min, max, start },
});

type ValuesOf<I> = {
  [K in keyof I]: I[K] extends ChoiceInput<infer W> ? W : I[K] extends ListInput ? readonly number[] : number;
};

/** What comes out: its name and unit; "" for words, and for numbers without one. */
export type Outputs = Readonly<Record<string, { label: string; unit: string }>>;

export type { BenchFinding };

/** What has to hold before doors for the answer to stand: measured, and within these bounds. */
export interface Limit {
  what: string;
  unit: string;
  min?: number;
  max?: number;
}

/** A step of the working: what was done, with the numbers put in, and whose formula or figure it is. */
interface Step {
  label: string;
  arithmetic: string;
  source: string;
}

export interface Worked<O extends string = string> {
  /** The answer to the bench's question, in a sentence. */
  verdict: string;
  /** It will not work like this: what mends it, for a person to do. */
  fails?: string;
  outputs: Readonly<Record<O, Out>>;
  findings: readonly BenchFinding[];
  working: readonly Step[];
  limits?: readonly Limit[];
}
type Out = number | string | boolean | readonly string[] | Readonly<Record<string, number>>;

/** What a bench is pictured by, in its own units; a vessel is drawn to scale. */
export type Scene =
  | { kind: 'vessel'; vesselL: number; layers: readonly { label: string; litres: number }[] }
  | { kind: 'bars'; unit: string; bars: readonly { label: string; value: number }[] }
  | {
      kind: 'lines';
      x: string;
      y: string;
      lines: readonly { label: string; points: readonly (readonly [x: number, y: number])[] }[];
    };

/** A line across the curve of a result: a bound, or another result. */
export type Mark = string | { label: string; value: number };

/** A sum that presenters guess at: what goes in, what comes out, and how. Everything that draws or asks it rests on this. */
export interface Bench {
  id: string;
  title: string;
  /** As a presenter asks it: "Will it light?" */
  question: string;
  topic: string;
  inputs: Readonly<Record<string, Input>>;
  outputs: Outputs;
  /** Which result is drawn against which input, until another is chosen. */
  picture?: readonly [over: string, output: string];
  /** By result: what it is read against on its curve; other results by their names. */
  marks?: Readonly<Record<string, readonly Mark[]>>;
  scene?: (values: Readonly<Record<string, Value>>) => Scene;
  work: (values: Readonly<Record<string, Value>>) => Worked;
}

/** Declares a bench; what `work` gets and gives is typed by its inputs and outputs. */
export const defineCalculator = <I extends Readonly<Record<string, Input>>, O extends Outputs>(
  words: Omit<Bench, 'inputs' | 'outputs' | 'work' | 'marks' | 'scene'> & {
    inputs: I;
    outputs: O;
    marks?: { [K in keyof O]?: readonly ((keyof O & string) | Exclude<Mark, string>)[] };
    scene?: (values: ValuesOf<I>) => Scene;
    work: (values: ValuesOf<I>) => Worked<keyof O & string>;
  },
): Bench => {
  const { work, scene, marks, ...rest } = words;
  // Values are checked against the very declaration their type comes from.
  return {
    ...rest,
    ...(marks && { marks: marks as NonNullable<Bench['marks']> }),
    ...(scene && { scene: (values) => scene(values as ValuesOf<I>) }),
    work: (values) => work(values as ValuesOf<I>),
  };
};

/** What is an amount, by the unit of a bench: the base unit of shelves, and how many of it. SI. */
export const IN_BASE: Readonly<Record<string, readonly [unit: BaseUnit, per: number]>> = {
  g: ['g', 1],
  kg: ['g', 1000],
  mL: ['mL', 1],
  L: ['mL', 1000],
  m: ['m', 1],
  pieces: ['piece', 1],
};

/** How an input is typed: temperatures in °C or °F, amounts as people write them ("½ cup", "3 ft"), the rest as declared. */
export function fieldOfInput({ start: _start, ...input }: Input): { field: Field; measure?: Measure } {
  if (input.as !== 'number') return { field: input as Field };
  const { min, max, label, help } = input;
  const message = { label, ...(help && { help }) };
  const [unit, per] = IN_BASE[input.unit ?? ''] ?? [];
  if (unit) return { field: declare.amount(min, max, message), measure: { unit, per: per! } };
  return { field: input.unit === '°C' ? declare.temperature(min, max, message) : (input as Field) };
}

/** Six figures: more than any of these sums knows. */
export const roundToSixFigures = (n: number): number => (Number.isFinite(n) ? Number(n.toPrecision(6)) : n);

/** A number as it stands in a sentence or a working. */
export const formatNumber = (n: number, figures = 3): string => String(Number(n.toPrecision(figures)));
