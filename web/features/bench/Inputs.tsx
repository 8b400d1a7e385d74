import { fieldOfInput, labelOf, type Bench, type Cup, type Input, type Value } from '@hearty/core';
import { Box } from '@mui/material';
import { Drawn, isRefused } from '../../kit/fields';
import { Slide } from '../../kit/Slide';
import { useSettings } from '../../session/settings';
import { numbersOf, type Taken, type Values } from './values';

/** Everything that goes in, typed or slid. What the venue or the shelf said is written beside it. */
export function Inputs({
  bench,
  values,
  typed,
  taken,
  onValue,
  onSlide,
}: {
  bench: Bench;
  values: Values;
  /** What was typed and cannot be read, by input. */
  typed: Readonly<Record<string, unknown>>;
  taken: Taken;
  onValue: (name: string, value: unknown, read: Value | undefined) => void;
  onSlide: (name: string, value: number, done: boolean) => void;
}) {
  const cup = useSettings((s) => s.cup);
  return Object.entries(bench.inputs).map(([name, input]) => (
    <Box key={name}>
      <Drawn
        name={name}
        {...drawing(input, cup)}
        {...(taken[name]?.value === values[name] &&
          typed[name] === undefined && { help: `Of ${taken[name]!.from}.` })}
        value={
          typed[name] ??
          (input.as === 'lines' ? (values[name] as readonly number[]).map(String) : values[name])
        }
        eager
        onValue={(value) => onValue(name, value, readOf(input, value))}
        sx={{ width: '100%' }}
      />
      {input.as === 'number' && (
        <Slide
          label={labelOf(input)}
          min={input.min}
          max={input.max}
          value={values[name] as number}
          onSlide={(value, done) => onSlide(name, value, done)}
        />
      )}
    </Box>
  ));
}

/** How an input is drawn: what may be typed into it, and in which units. */
function drawing(input: Input, cup: Cup) {
  const { field, measure } = fieldOfInput(input);
  return { field, ...(measure && { measure: { ...measure, cup } }) };
}

/** A value as the bench takes it; undefined where it cannot be read. */
function readOf(input: Input, value: unknown): Value | undefined {
  if (isRefused(value) || value === undefined) return undefined;
  return input.as === 'lines' ? numbersOf(input, value as string[]) : (value as Value);
}
