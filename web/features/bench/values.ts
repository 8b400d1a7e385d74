import {
  declare,
  readField,
  runBench,
  startOf,
  takenFrom,
  type Bench,
  type DemoBench,
  type Good,
  type Input,
  type Value,
  type Venue,
} from '@hearty/core';

export type Values = Readonly<Record<string, Value>>;

/** A list of numbers as its lines, one a line; undefined where one of them cannot be read. */
export function numbersOf(
  input: Extract<Input, { as: 'lines' }>,
  lines: readonly string[],
): number[] | undefined {
  const field = declare.figure(input.min, input.max, input.label);
  const read = lines.map((line) => readField(field, line));
  return read.every((r) => r.ok) ? read.map((r) => Number(r.value)) : undefined;
}

export type Taken = Readonly<Record<string, { value: number; from: string }>>;

/** What the room and the shelf say of a bench's inputs, by input; what is out of its range is not taken. */
export const takenBy = (bench: Bench, venue: Venue | undefined, good: Good | undefined): Taken =>
  Object.fromEntries(
    takenFrom(bench, venue, good)
      .filter(({ name, value }) => runBench(bench, { [name]: value }).ok)
      .map(({ name, value, from }) => [name, { value, from }]),
  );

/** What every input is before anybody types: the room's and the shelf's where they know it. */
export const baseOf = (bench: Bench, taken: Taken): Values => ({
  ...startOf(bench),
  ...Object.fromEntries(Object.entries(taken).map(([name, { value }]) => [name, value])),
});

/** What stands in an address for a bench's inputs; what is not an input of it, or out of range, is passed over. */
export function fromAddress(bench: Bench, params: URLSearchParams, base: Values): Values {
  const values: Record<string, Value> = { ...base };
  for (const [name, input] of Object.entries(bench.inputs)) {
    const text = params.get(name);
    if (text === null) continue;
    const value: Value =
      input.as === 'choice' ? text : input.as === 'lines' ? text.split(' ').map(Number) : Number(text);
    if (runBench(bench, { [name]: value }).ok) values[name] = value;
  }
  return values;
}

const format = (value: Value) => (typeof value === 'object' ? value.join(' ') : String(value));

/** The inputs that somebody has set: those that are not as they begin. */
export const setOf = (values: Values, base: Values): Values =>
  Object.fromEntries(Object.entries(values).filter(([name, value]) => format(value) !== format(base[name]!)));

/** The address of a bench with these inputs; those that are as they begin are left out. */
export const toAddress = (values: Values, base: Values): Record<string, string> =>
  Object.fromEntries(Object.entries(setOf(values, base)).map(([name, value]) => [name, format(value)]));

/** Inputs as a demo holds them. */
export const asHeld = (values: Values): DemoBench['inputs'] =>
  Object.entries(values).map(([name, value]) =>
    typeof value === 'number'
      ? { name, value }
      : typeof value === 'string'
        ? { name, word: value }
        : { name, numbers: value.map(String) },
  );

/** So many points make a curve. */
const POINTS = 81;

/** Some outputs over the range of one input, the others as they are; where one is no number it has no point. */
export function sweep(
  bench: Bench,
  values: Values,
  over: string,
  outputs: readonly string[],
): [x: number, y: number][][] {
  const input = bench.inputs[over];
  const lines = outputs.map((): [number, number][] => []);
  if (input?.as !== 'number') return lines;
  for (let i = 0; i < POINTS; i++) {
    const x = input.min + ((input.max - input.min) * i) / (POINTS - 1);
    const worked = bench.work({ ...values, [over]: x }).outputs;
    outputs.forEach((output, k) => {
      const y = worked[output];
      if (typeof y === 'number') lines[k]!.push([x, y]);
    });
  }
  return lines;
}
