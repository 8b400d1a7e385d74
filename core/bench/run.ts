import type { Checked, Problem } from '../show';
import type { Bench, Input, Outputs, Value, Worked } from './define';

/** A bench as a list tells of it: what goes in with its range, and what comes out. */
export interface Listed {
  id: string;
  title: string;
  question: string;
  inputs: {
    name: string;
    label: string;
    unit: string;
    min: number | null;
    max: number | null;
    default: Value;
    choices?: readonly string[];
  }[];
  outputs: { name: string; label: string; unit: string }[];
}

export const listed = ({ id, title, question, inputs, outputs }: Bench): Listed => ({
  ...{ id, title, question },
  inputs: Object.entries(inputs).map(([name, input]) => ({
    name,
    label: input.label,
    unit: input.as === 'choice' ? '' : (input.unit ?? ''),
    min: input.as === 'choice' ? null : input.min,
    max: input.as === 'choice' ? null : input.max,
    default: input.start,
    ...(input.as === 'choice' && { choices: input.options }),
  })),
  outputs: Object.entries(outputs as Outputs).map(([name, { label, unit }]) => ({ name, label, unit })),
});

/** What every input is before anybody types. */
export const startOf = ({ inputs }: Bench): Record<string, Value> =>
  Object.fromEntries(Object.entries(inputs).map(([name, input]) => [name, input.start]));

/**
 * Works a bench out. Inputs left out take their defaults; one that is not there, is of another sort or outside its range is
 * refused with the range. Errors: problems with the inputs' names as paths.
 */
export function runBench(bench: Bench, given: unknown): Checked<Worked> {
  if (typeof given !== 'object' || given === null || Array.isArray(given))
    return { ok: false, problems: [{ path: '', message: 'The inputs must be an object: {"name": value}.' }] };
  const values = startOf(bench);
  const problems: Problem[] = [];
  for (const [name, value] of Object.entries(given)) {
    const input = Object.hasOwn(bench.inputs, name) ? bench.inputs[name] : undefined;
    if (!input)
      problems.push({
        path: name,
        message: `There is no such input; there are ${Object.keys(bench.inputs).join(', ')}.`,
      });
    else {
      const message = refused(input, value);
      if (message === undefined) values[name] = value as Value;
      else problems.push({ path: name, message });
    }
  }
  return problems.length ? { ok: false, problems } : { ok: true, value: bench.work(values) };
}

/** Why a value cannot be an input's; undefined where it can. */
function refused(input: Input, value: unknown): string | undefined {
  if (input.as === 'choice')
    return input.options.includes(value as string) ? undefined : `must be one of ${input.options.join(', ')}`;
  const unit = input.unit ? ` ${input.unit}` : '';
  const range = `from ${input.min} to ${input.max}${unit}`;
  const isIn = (n: unknown) =>
    typeof n === 'number' && Number.isFinite(n) && n >= input.min && n <= input.max;
  if (input.as === 'number') return isIn(value) ? undefined : `must be a number ${range}`;
  return Array.isArray(value) && value.length > 0 && value.length <= input.most && value.every(isIn)
    ? undefined
    : `must be 1 to ${input.most} numbers, each ${range}`;
}
