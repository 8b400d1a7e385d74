import { declare, readField, runBench, startOf, type Bench, type Input, type Value } from '@hearty/core';

/** A list of numbers as its lines, one a line; undefined where one of them cannot be read. */
export function numbersOf(
  input: Extract<Input, { as: 'lines' }>,
  lines: readonly string[],
): number[] | undefined {
  const field = declare.figure(input.min, input.max, input.label);
  const read = lines.map((line) => readField(field, line));
  return read.every((r) => r.ok) ? read.map((r) => Number(r.value)) : undefined;
}

/** What stands in an address for a bench's inputs; what is not an input of it, or out of range, is passed over. */
export function fromAddress(bench: Bench, params: URLSearchParams): Record<string, Value> {
  const values = startOf(bench);
  for (const [name, input] of Object.entries(bench.inputs)) {
    const text = params.get(name);
    if (text === null) continue;
    const value: Value =
      input.as === 'choice' ? text : input.as === 'lines' ? text.split(' ').map(Number) : Number(text);
    if (runBench(bench, { [name]: value }).ok) values[name] = value;
  }
  return values;
}

/** The address of a bench with these inputs; those that are as they start are left out. */
export function toAddress(bench: Bench, values: Readonly<Record<string, Value>>): Record<string, string> {
  const start = startOf(bench);
  const said = (value: Value) => (typeof value === 'object' ? value.join(' ') : String(value));
  return Object.fromEntries(
    Object.entries(values)
      .filter(([name, value]) => said(value) !== said(start[name]!))
      .map(([name, value]) => [name, said(value)]),
  );
}

/** So many points make a curve. */
const POINTS = 81;

/** One output over the range of one input, the others as they are; where it is no number there is no point. */
export function sweep(
  bench: Bench,
  values: Readonly<Record<string, Value>>,
  over: string,
  output: string,
): [x: number, y: number][] {
  const input = bench.inputs[over];
  if (input?.as !== 'number') return [];
  return Array.from(
    { length: POINTS },
    (_, i) => input.min + ((input.max - input.min) * i) / (POINTS - 1),
  ).flatMap((x) => {
    const y = bench.work({ ...values, [over]: x }).outputs[output];
    return typeof y === 'number' ? [[x, y] as [number, number]] : [];
  });
}
