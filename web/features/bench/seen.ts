import type { Attempt, Demo } from '@hearty/core';
import type { Seen } from './Curve';

/** A demo that plays a bench's input through a parameter and measures one of its results. */
export interface Follower {
  demo: Demo;
  over: string;
  output: string;
}

/** The first demo that measures what a bench foretells of it, over an input that its parameter sets. */
export function followerOf(demos: readonly Demo[], benchId: string): Follower | undefined {
  for (const demo of demos)
    for (const held of demo.benches ?? []) {
      const over = held.inputs.find((i) => i.parameterId !== undefined)?.name;
      if (held.benchId === benchId && held.foretells !== undefined && over !== undefined)
        return { demo, over, output: held.foretells };
    }
  return undefined;
}

const numberOf = (level: string | undefined) => (level === undefined ? NaN : Number(level.replace(',', '.')));

/** What the log saw, as points: the level, and what was read. */
export const pointsOf = (attempts: readonly Attempt[]): Seen[] =>
  attempts.flatMap(({ level, reading }) => {
    const x = numberOf(level);
    return Number.isFinite(x) && typeof reading === 'number' ? [[x, reading] as const] : [];
  });

/** What was read at a level: how often, and the mean. */
export function seenAt(attempts: readonly Attempt[], level: string): string {
  const here = attempts.flatMap((a) =>
    (a.level === level || numberOf(a.level) === numberOf(level)) && a.reading !== undefined
      ? [a.reading]
      : [],
  );
  const numbers = here.filter((r): r is number => typeof r === 'number');
  if (here.length === 0) return '';
  if (numbers.length < here.length) return here.join(', ');
  const mean = numbers.reduce((sum, n) => sum + n, 0) / numbers.length;
  return `${Number(mean.toPrecision(3))}${numbers.length > 1 ? `, mean of ${numbers.length}` : ''}`;
}
