import type { Condition, DemoBench } from '../show';

/** A value that goes into a calculator: a number in its unit, a word, or numbers. */
export type CalculatorValue = number | string | readonly number[];

export interface BenchFinding {
  level: 'note' | 'caution' | 'stop';
  message: string;
  /** True whatever goes in: a caution of the demo, rather than news. */
  always?: true;
  /** A stop where volunteers take part. */
  stopsVolunteers?: true;
}

/** What a demo's calculator works out for one showing of an item. */
export interface CalculatorResult {
  held: DemoBench;
  /** The calculator by its name, and what it is asked. */
  title: string;
  question: string;
  /** Why it cannot be worked out; then it gives nothing. */
  refused?: string;
  values: Readonly<Record<string, CalculatorValue>>;
  /** What came out, by the calculator's own names and in its units. */
  outputs: Readonly<Record<string, unknown>>;
  /** Inputs that come from the venue or the stores: "18 °C". */
  taken: readonly { label: string; message: string; from: string }[];
  /** Inputs that nobody said: "150 m³", and where it is said: "at the venue". */
  assumed: readonly { label: string; message: string; setAt?: string }[];
  verdict: string;
  /** It will not work like this: what helps. */
  fails?: string;
  findings: readonly BenchFinding[];
  /** In the base unit of each good. */
  amounts: readonly { goodId: string; amount: number }[];
  /** After how many seconds a task is ready. */
  times: readonly { taskId: string; readyAfterS: number }[];
  /** What must hold before doors for this to be true. */
  conditions: readonly Condition[];
  /** What the demo's reading should be. */
  foretold?: { label: string; value: number | string; unit: string };
}

/** What a parameter of the demo is set to. */
export type ParameterSetting = (parameterId: string) => { value?: number; name?: string };
